"""Ways to cut a plate part, what each can do, and what it takes in time and money.

Speeds, kerfs and limits are round starting figures of small shops (common practice, no source), to be replaced by the
shop's own.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.materials import Material
from yorvek.core.model import Model

Edge = Literal["rough", "cut", "clean"]
DRILL_MIN, DRILL_MIN_PER_MM = 1.0, 0.1
"""Minutes for a hole that is drilled afterwards: to set it up, and for each mm (common practice, no source)."""
EDGES: tuple[Edge, ...] = ("rough", "cut", "clean")


class Process(Model):
    """A way to cut plate: its limits, its kerf, its speed and its price."""

    name: str = Field(min_length=1, max_length=40)
    there: bool = True
    sent_out: bool = False
    straight_only: bool = False
    families: list[Literal["carbon steel", "stainless", "aluminium", "panel"]] = ["carbon steel"]
    thinnest_mm: float = Field(default=0.5, ge=0)
    thickest_mm: float = Field(gt=0)
    kerf_mm: float = Field(ge=0, le=20)
    hole_of_thickness: float = Field(default=1.0, ge=0, description="smallest hole, over the thickness")
    least_hole_mm: float = Field(default=0.0, ge=0)
    edge: Edge = "cut"
    speed_1mm: float = Field(gt=0, description="mm a minute in 1 mm; falls with the thickness")
    fastest: float = Field(gt=0, description="mm a minute at most")
    pierce_s_per_mm: float = Field(default=0.1, ge=0)
    per_hour: float = Field(default=45.0, ge=0, description="money")
    setup_min: float = Field(default=5.0, ge=0, description="for each thickness")
    least_charge: float = Field(default=0.0, ge=0, description="of a parcel that is sent out")
    feed_mm_min: float | None = Field(
        default=None, gt=0, le=100_000, description="as set; by the thickness if not said"
    )
    pierce_s: float | None = Field(default=None, ge=0, le=60, description="as set; by the thickness if not said")

    def speed(self, thickness_mm: float) -> float:
        """Feed in a thickness, mm a minute."""
        return self.feed_mm_min or min(self.fastest, self.speed_1mm / thickness_mm)

    def pierce(self, thickness_mm: float) -> float:
        """Time of a pierce in a thickness, s."""
        return self.pierce_s if self.pierce_s is not None else self.pierce_s_per_mm * thickness_mm

    def least_hole(self, thickness_mm: float) -> float:
        """The smallest hole it makes in a thickness, mm."""
        return max(self.least_hole_mm, self.hole_of_thickness * thickness_mm)


STEEL: list[Literal["carbon steel", "stainless", "aluminium", "panel"]] = ["carbon steel"]
METALS: list[Literal["carbon steel", "stainless", "aluminium", "panel"]] = ["carbon steel", "stainless", "aluminium"]
USUAL: tuple[Process, ...] = (
    Process(
        name="plasma table",
        families=METALS,
        thickest_mm=25,
        thinnest_mm=1,
        kerf_mm=1.5,
        hole_of_thickness=1.5,
        least_hole_mm=5,
        edge="cut",
        speed_1mm=14_000,
        fastest=6000,
        per_hour=60,
        setup_min=8,
    ),
    Process(
        name="oxy-fuel torch",
        families=STEEL,
        thickest_mm=150,
        thinnest_mm=6,
        kerf_mm=2.5,
        hole_of_thickness=1.2,
        least_hole_mm=20,
        edge="rough",
        speed_1mm=5000,
        fastest=500,
        pierce_s_per_mm=0.8,
        per_hour=40,
        setup_min=10,
    ),
    Process(
        name="cut-off wheel",
        families=METALS,
        straight_only=True,
        thickest_mm=12,
        thinnest_mm=0.5,
        kerf_mm=1.6,
        edge="rough",
        speed_1mm=1200,
        fastest=600,
        pierce_s_per_mm=0,
        per_hour=40,
        setup_min=1,
    ),
    Process(
        name="shear",
        families=METALS,
        straight_only=True,
        thickest_mm=4,
        thinnest_mm=0.5,
        kerf_mm=0.0,
        edge="clean",
        speed_1mm=20_000,
        fastest=20_000,
        pierce_s_per_mm=0,
        per_hour=40,
        setup_min=3,
    ),
    Process(
        name="score and snap",
        families=["panel"],
        straight_only=True,
        thickest_mm=6,
        thinnest_mm=1,
        kerf_mm=0.0,
        edge="clean",
        speed_1mm=3000,
        fastest=1500,
        pierce_s_per_mm=0,
        per_hour=40,
        setup_min=2,
    ),
    Process(
        name="laser, sent out",
        sent_out=True,
        families=METALS,
        thickest_mm=20,
        thinnest_mm=0.5,
        kerf_mm=0.3,
        hole_of_thickness=0.6,
        least_hole_mm=1,
        edge="clean",
        speed_1mm=24_000,
        fastest=10_000,
        per_hour=140,
        setup_min=10,
        least_charge=40,
    ),
    Process(
        name="water jet, sent out",
        sent_out=True,
        families=[*METALS, "panel"],
        thickest_mm=120,
        thinnest_mm=0.5,
        kerf_mm=1.0,
        hole_of_thickness=0.3,
        least_hole_mm=2,
        edge="clean",
        speed_1mm=2000,
        fastest=1500,
        pierce_s_per_mm=0.6,
        per_hour=120,
        setup_min=15,
        least_charge=40,
    ),
)


class Cutting(Model):
    """What a plate part asks of a process."""

    thickness_mm: float
    cut_length_mm: float
    pierces: int
    straight: bool
    later: int = Field(default=0, description="openings that it cannot make, drilled afterwards")
    edge: Edge = "rough"
    qty: int = 1


class Offer(Model):
    """A process for a part: minutes and money for all its pieces, without set-up; or why not."""

    process: str
    sent_out: bool
    minutes: float
    money: float
    edge: Edge
    later: int = 0
    why_not: str = ""


def cut_minutes(p: Process, c: Cutting) -> float:
    """How long it cuts one piece, pierces and all."""
    return c.cut_length_mm / p.speed(c.thickness_mm) + c.pierces * p.pierce(c.thickness_mm) / 60


def offer(p: Process, c: Cutting, m: Material) -> Offer:
    """What a process would take for a part, or why it cannot make it."""
    minutes = (cut_minutes(p, c) + c.later * (DRILL_MIN + DRILL_MIN_PER_MM * c.thickness_mm)) * c.qty
    return Offer(
        process=p.name,
        sent_out=p.sent_out,
        minutes=minutes,
        money=minutes / 60 * p.per_hour,
        edge=p.edge,
        later=c.later,
        why_not=_why_not(p, c, m),
    )


def out_of_reach(p: Process, thickness_mm: float, m: Material) -> str:
    """Why a process does not cut a plate, whatever its outline; nothing where it does."""
    if not p.there:
        return "the shop has none"
    if m.family not in p.families:
        return f"not for {m.family}"
    if not p.thinnest_mm <= thickness_mm <= p.thickest_mm:
        return f"for {p.thinnest_mm:g} to {p.thickest_mm:g} mm"
    return ""


def _why_not(p: Process, c: Cutting, m: Material) -> str:
    never = out_of_reach(p, c.thickness_mm, m)
    if never:
        return never
    if p.straight_only and not c.straight:
        return "straight cuts only"
    if EDGES.index(p.edge) < EDGES.index(c.edge):
        return f"its edge is {p.edge}, {c.edge} is asked"
    return ""


def best(offers: list[Offer]) -> Offer | None:
    """The cheapest process that can make it, one of the shop's own before one that is sent out at the same money."""
    able = [o for o in offers if not o.why_not]
    return min(able, key=lambda o: (round(o.money, 2), o.sent_out)) if able else None
