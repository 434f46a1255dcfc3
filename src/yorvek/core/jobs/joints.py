"""Joints of a structure as people enter them, lengths in shop notation."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.frames.connections import (
    Bolted,
    EndPlated,
    FishPlated,
    Grade,
    Grooved,
    Gusseted,
    Held,
    Joint,
    OnBase,
    Pinned,
    Rated,
    Screwed,
    Welded,
)
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Entry, Force, Length, Place, Thickness


class WeldSpec(Model):
    """A fillet all round."""

    kind: Literal["weld"] = "weld"
    leg: Length


class PinSpec(Model):
    """A pin through a lug between two cheeks."""

    kind: Literal["pin"] = "pin"
    pin: Length
    lug: Thickness
    cheek: Thickness
    width: Length
    edge: Length
    play: Place = Place(text="0.5", value=0.5)
    gap: Place = Place(text="1", value=1.0)
    grade: Grade = "8.8"
    turns_about: Literal["width", "depth", "length"] = "width"


class BoltsSpec(Model):
    """Bolts in shear through a plate along the bar."""

    kind: Literal["bolts"] = "bolts"
    bolt: Length
    rows: int = Field(default=2, ge=1, le=12)
    columns: int = Field(default=1, ge=1, le=6)
    pitch: Length
    gauge: Length
    edge: Length
    side: Length
    plate: Thickness
    planes: int = Field(default=1, ge=1, le=2)
    grade: Grade = "8.8"


class EndPlateSpec(Model):
    """An end plate with two columns of bolts."""

    kind: Literal["end plate"] = "end plate"
    bolt: Length
    rows: int = Field(default=2, ge=2, le=12)
    pitch: Length
    gauge: Length
    width: Length
    plate: Thickness
    grade: Grade = "8.8"


class BaseSpec(Model):
    """A base plate on four anchors."""

    kind: Literal["base plate"] = "base plate"
    length: Length
    width: Length
    plate: Thickness
    anchor: Length
    edge: Length
    grade: Grade = "8.8"


class HeldSpec(Model):
    """Held by friction."""

    kind: Literal["friction"] = "friction"
    by: Literal["clamp", "U-bolt", "set screws"] = "clamp"
    bolt: Length
    bolts: int = Field(default=2, ge=1, le=12)
    torque_Nm: float = Field(gt=0, le=5000)
    friction: float = Field(default=0.15, gt=0, le=0.5)


class RatedSpec(Model):
    """A bought part by its plate."""

    kind: Literal["rated part"] = "rated part"
    what: str = Field(min_length=1, max_length=60)
    rating: Force
    modified: bool = False


class GrooveSpec(Model):
    """A groove weld all round; without a throat it goes right through."""

    kind: Literal["groove weld"] = "groove weld"
    throat: Length | None = None


class FishSpec(Model):
    """A splice of two fish plates."""

    kind: Literal["fish plates"] = "fish plates"
    plate: Thickness
    width: Length
    lap: Length
    taper: Place = Place(text="0", value=0.0)
    leg: Length


class GussetSpec(Model):
    """A bar lapped onto a gusset plate and welded along its edges."""

    kind: Literal["gusset"] = "gusset"
    plate: Thickness
    lap: Length
    free: Place
    leg: Length
    welds: int = Field(default=2, ge=1, le=4)


class ScrewSpec(Model):
    """Self-tapping screws through a cleat."""

    kind: Literal["screws"] = "screws"
    screw: Length
    screws: int = Field(default=4, ge=1, le=24)
    head: Length
    plate: Thickness


JointSpec = Annotated[
    WeldSpec
    | PinSpec
    | BoltsSpec
    | EndPlateSpec
    | BaseSpec
    | HeldSpec
    | RatedSpec
    | GrooveSpec
    | FishSpec
    | ScrewSpec
    | GussetSpec,
    Field(discriminator="kind"),
]


class JointAt(Model):
    """A joint chosen for the end of a bar at a node."""

    bar: str = Field(min_length=1, max_length=40)
    node: str = Field(min_length=1, max_length=40)
    joint: JointSpec

    @property
    def at(self) -> str:
        return f"{self.bar}, {self.node}"


PLAIN: dict[str, type[Model]] = {
    m.model_fields["kind"].default: m
    for m in (Welded, Pinned, Bolted, EndPlated, OnBase, Held, Rated, Grooved, FishPlated, Screwed, Gusseted)
}


def plain_joint(spec: JointSpec) -> Joint:
    """The joint in millimetres and newtons."""
    values: dict[str, object] = {}
    for name in type(spec).model_fields:
        value = getattr(spec, name)
        if isinstance(value, Entry):
            values[f"{name}_{'N' if isinstance(value, Force) else 'mm'}"] = value.value
        elif name == "throat":
            values["throat_mm"] = value
        else:
            values[name] = value
    return PLAIN[spec.kind](**values)  # type: ignore[return-value]


SPECS: dict[str, type[Model]] = {
    s.model_fields["kind"].default: s
    for s in (
        WeldSpec,
        PinSpec,
        BoltsSpec,
        EndPlateSpec,
        BaseSpec,
        HeldSpec,
        RatedSpec,
        GrooveSpec,
        FishSpec,
        ScrewSpec,
    )
}


def joint_entered(joint: Joint) -> JointSpec:
    """A joint in figures as an entry, as if somebody had typed it."""
    values: dict[str, object] = {}
    for name, value in joint.model_dump().items():
        stem, _, tail = name.rpartition("_")
        if tail in ("mm", "N") and stem:
            if value is None:
                continue
            values[stem] = {"text": f"{value:g} {tail}", "value": value}
        else:
            values[name] = value
    return SPECS[joint.kind].model_validate(values)  # type: ignore[return-value]
