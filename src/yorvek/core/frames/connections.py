"""What joins a bar to a node, as chosen by the shop: weld, pin with lug, bolts, end plate, base plate, friction, or a rated part."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.model import Model

Grade = Literal["4.6", "8.8", "10.9", "A2-70", "SAE 5", "SAE 8"]
ULTIMATE_MPA: dict[str, float] = {
    "4.6": 400, "8.8": 800, "10.9": 1000, "A2-70": 700, "SAE 5": 827, "SAE 8": 1034,
}  # fmt: skip
"""ISO 898-1, ISO 3506-1, SAE J429 (from memory)."""
Size = Annotated[float, Field(gt=0, le=100)]
Count = Annotated[int, Field(ge=1, le=24)]
Millimetres = Annotated[float, Field(gt=0, le=2000)]


class Welded(Model):
    """A fillet all round, mm."""

    kind: Literal["weld"] = "weld"
    leg_mm: Annotated[float, Field(gt=0, le=40)]


class Pinned(Model):
    """A pin in double shear through a lug between two cheeks, mm."""

    kind: Literal["pin"] = "pin"
    pin_mm: Size
    lug_mm: Millimetres
    cheek_mm: Millimetres
    width_mm: Millimetres
    edge_mm: Millimetres = Field(description="from the hole's edge to the lug's end along the pull")
    play_mm: float = Field(default=0.5, ge=0, le=20, description="hole over pin")
    gap_mm: float = Field(default=1.0, ge=0, le=50, description="lug to cheek, each side")
    grade: Grade = "8.8"
    turns_about: Literal["width", "depth", "length"] = Field(
        default="width", description="the way the pin lies: along the bar's width (it turns in its depth), its depth or its length"
    )


class Bolted(Model):
    """Bolts in shear through a plate along the bar, rows along it and columns across, mm."""

    kind: Literal["bolts"] = "bolts"
    bolt_mm: Size
    rows: Count
    columns: Count
    pitch_mm: Millimetres
    gauge_mm: Millimetres
    edge_mm: Millimetres = Field(description="from a hole's middle to the plate's end along the bar")
    side_mm: Millimetres = Field(description="from a hole's middle to the plate's side")
    plate_mm: Millimetres
    planes: Annotated[int, Field(ge=1, le=2)] = 1
    grade: Grade = "8.8"


class EndPlated(Model):
    """An end plate on bolts in tension and shear, two columns, rows up its depth, mm."""

    kind: Literal["end plate"] = "end plate"
    bolt_mm: Size
    rows: Annotated[int, Field(ge=2, le=12)]
    pitch_mm: Millimetres = Field(description="between the rows")
    gauge_mm: Millimetres = Field(description="between the columns")
    width_mm: Millimetres
    plate_mm: Millimetres
    grade: Grade = "8.8"


class OnBase(Model):
    """A base plate on four anchors, mm."""

    kind: Literal["base plate"] = "base plate"
    length_mm: Millimetres
    width_mm: Millimetres
    plate_mm: Millimetres
    anchor_mm: Size
    edge_mm: Millimetres = Field(description="from an anchor to the plate's edge")
    grade: Grade = "8.8"


class Held(Model):
    """Friction: a pinched clamp, a U-bolt or set screws on a round bar, mm; preload by a tightening torque."""

    kind: Literal["friction"] = "friction"
    by: Literal["clamp", "U-bolt", "set screws"]
    bolt_mm: Size
    bolts: Count
    torque_Nm: Annotated[float, Field(gt=0, le=5000)]
    friction: Annotated[float, Field(gt=0, le=0.5)] = 0.15


class Rated(Model):
    """A bought part by the load on its plate; the rating is void once the part is modified."""

    kind: Literal["rated part"] = "rated part"
    what: str = Field(min_length=1, max_length=60)
    rating_N: Annotated[float, Field(gt=0, le=1e8)]
    modified: bool = False


class Grooved(Model):
    """A groove weld all round, mm; without a throat it goes right through."""

    kind: Literal["groove weld"] = "groove weld"
    throat_mm: Annotated[float, Field(gt=0, le=60)] | None = None


class FishPlated(Model):
    """A splice: a plate over and one under the bar, welded along their edges, mm on this side of the cut."""

    kind: Literal["fish plates"] = "fish plates"
    plate_mm: Millimetres
    width_mm: Millimetres
    lap_mm: Millimetres
    taper_mm: float = Field(default=0.0, ge=0, le=1000, description="of the lap, tapered and not counted")
    leg_mm: Annotated[float, Field(gt=0, le=40)]


class Gusseted(Model):
    """A bar lapped onto a gusset plate and welded along its edges, mm."""

    kind: Literal["gusset"] = "gusset"
    plate_mm: Millimetres
    lap_mm: Millimetres
    free_mm: Annotated[float, Field(ge=0, le=2000)] = Field(
        description="from the bar's end to what the plate is fixed to"
    )
    leg_mm: Annotated[float, Field(gt=0, le=40)]
    welds: Annotated[int, Field(ge=1, le=4)] = 2


class Screwed(Model):
    """Self-tapping screws through a cleat into the bar's wall, mm."""

    kind: Literal["screws"] = "screws"
    screw_mm: Annotated[float, Field(gt=0, le=10)]
    screws: Count
    head_mm: Annotated[float, Field(gt=0, le=40)]
    plate_mm: Annotated[float, Field(gt=0, le=10)]


Joint = Annotated[
    Welded | Pinned | Bolted | EndPlated | OnBase | Held | Rated | Grooved | FishPlated | Screwed | Gusseted, Field(discriminator="kind")
]  # fmt: skip


def bigger(joint: Joint) -> list[tuple[str, Joint]]:
    """Changes that make a joint stronger, small ones first: next pin, thicker plate, another row, bigger weld."""
    out: list[tuple[str, Joint]] = []

    def change(words: str, **update: object) -> None:
        out.append((words, joint.model_copy(update=update)))

    if isinstance(joint, Welded):
        for leg in (x for x in (3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0) if x > joint.leg_mm):
            change(f"weld leg {leg:g} mm", leg_mm=leg)
    elif isinstance(joint, Pinned):
        for d in (x for x in (12.0, 16.0, 20.0, 24.0, 30.0, 36.0, 42.0) if x > joint.pin_mm):
            if d < 0.6 * joint.width_mm:
                change(f"pin {d:g} mm", pin_mm=d)
        for t in (x for x in (6.0, 8.0, 10.0, 12.0, 15.0, 20.0, 25.0) if x > joint.lug_mm):
            change(f"lug {t:g} mm", lug_mm=t)
    elif isinstance(joint, Bolted):
        change(f"{joint.rows + 1} rows", rows=joint.rows + 1)
        for d in (x for x in (10.0, 12.0, 16.0, 20.0, 24.0) if x > joint.bolt_mm):
            change(f"bolts M{d:g}", bolt_mm=d)
        for t in (x for x in (6.0, 8.0, 10.0, 12.0, 15.0) if x > joint.plate_mm):
            change(f"plate {t:g} mm", plate_mm=t)
    elif isinstance(joint, EndPlated):
        for t in (x for x in (10.0, 12.0, 15.0, 20.0, 25.0) if x > joint.plate_mm):
            change(f"end plate {t:g} mm", plate_mm=t)
        for d in (x for x in (12.0, 16.0, 20.0, 24.0) if x > joint.bolt_mm):
            change(f"bolts M{d:g}", bolt_mm=d)
    elif isinstance(joint, OnBase):
        for t in (x for x in (10.0, 12.0, 15.0, 20.0, 25.0, 30.0) if x > joint.plate_mm):
            change(f"base plate {t:g} mm", plate_mm=t)
        for d in (x for x in (12.0, 16.0, 20.0, 24.0) if x > joint.anchor_mm):
            change(f"anchors M{d:g}", anchor_mm=d)
    elif isinstance(joint, Grooved) and joint.throat_mm is not None:
        change("groove weld right through", throat_mm=None)
    elif isinstance(joint, FishPlated):
        for t in (x for x in (6.0, 8.0, 10.0, 12.0, 15.0) if x > joint.plate_mm):
            change(f"fish plates {t:g} mm", plate_mm=t)
        change(f"lap {joint.lap_mm * 1.5:g} mm", lap_mm=joint.lap_mm * 1.5)
    elif isinstance(joint, Gusseted):
        for t in (x for x in (6.0, 8.0, 10.0, 12.0, 15.0) if x > joint.plate_mm):
            change(f"gusset {t:g} mm", plate_mm=t)
        change(f"lap {joint.lap_mm * 1.5:g} mm", lap_mm=joint.lap_mm * 1.5)
    elif isinstance(joint, Screwed):
        change(f"{joint.screws + 2} screws", screws=min(joint.screws + 2, 24))
    elif isinstance(joint, Held):
        change(f"{joint.bolts + 1} bolts", bolts=joint.bolts + 1)
        for d in (x for x in (8.0, 10.0, 12.0, 16.0, 20.0) if x > joint.bolt_mm):
            change(f"bolts M{d:g}", bolt_mm=d, torque_Nm=joint.torque_Nm * (d / joint.bolt_mm) ** 3)
    return out
