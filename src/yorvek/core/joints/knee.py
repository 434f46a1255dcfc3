"""A triangular gusset in the corner of two tubes: a stiffener that must stand what it draws to itself.

No clause speaks for it. Held by a lower bound of plasticity: a strip along its free edge is in balance with the whole
moment in its plane, by its push or pull, its welds and the walls under its two feet. The bar's own weld is judged as if
there were no gusset, so that a gusset never raises a reserve (common practice, no source).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.compression import buckling_stress_MPa, euler_stress_MPa
from yorvek.core.joints.at import USUAL_AXES, End, Onto
from yorvek.core.joints.kind import Kind, Leg, Millimetres, steps
from yorvek.core.joints.landing import WALLS, plate_on, walls
from yorvek.core.joints.rule import Demand, Rule, States, rule
from yorvek.core.joints.seat import Seat, seat
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.joints.weld import fillet_rule
from yorvek.core.model import Model

Floats = NDArray[np.float64]
STRIP = 0.4
"""Of the gusset's height over its corner: how much of it is taken as the strip along the free edge."""
SQUARE = math.sin(math.radians(5.0))
RADIUS_OF_PLATE = math.sqrt(12.0)
CLAUSE = "no clause: lower bound, a strip along the free edge in balance with the whole moment"
SOURCE = (
    "statics of a strip (common practice, no source); its parts by AISC 360-22 E3, J2, K2, EN 1993-1-8 4.5, 7 (from "
    "memory)"
)
ASSUMED = [
    "the strip is four tenths of the gusset's height over the corner; the rest of the plate carries nothing",
    "the plate is of the bar's metal, in the plane of both tubes' middles, welded on both its faces",
    "the bar's own weld is judged as if there were no gusset",
]
PARTS = ("weld", "gusset strip", "gusset welds", "wall of the bar", "wall it stands on")


class Kneed(Model):
    """A bar welded all round, with a triangular gusset in the corner, mm."""

    kind: Literal["knee gusset"] = "knee gusset"
    leg_mm: Leg = Field(description="of the fillet all round the bar")
    plate_mm: Millimetres = Field(description="thickness of the gusset")
    along_mm: Millimetres = Field(description="of the gusset, along the bar")
    over_mm: Millimetres = Field(description="of the gusset, along what the bar stands on")
    gusset_leg_mm: Leg = Field(description="of the fillets on both its faces")


@dataclass(frozen=True)
class Strip:
    """The strip of a triangle with legs `along` the bar and `over` the other tube: its width, its length, and how far
    from the corner it acts.
    """

    along: float
    over: float

    @property
    def length(self) -> float:
        return math.hypot(self.along, self.over)

    @property
    def height(self) -> float:
        return self.along * self.over / self.length

    @property
    def width(self) -> float:
        return STRIP * self.height

    @property
    def lever(self) -> float:
        return self.height - self.width / 2

    @property
    def on_bar(self) -> tuple[float, float]:
        """Length of its foot on the bar, and the share of its force that is square to the bar."""
        square = self.over / self.length
        return self.width / square, square

    @property
    def on_other(self) -> tuple[float, float]:
        square = self.along / self.length
        return self.width / square, square


def find(end: End, joint: Kneed) -> States:
    """The bar's own weld and landing, and the gusset where one tube stands square on another."""
    plain = {"weld": fillet_rule(end, joint.leg_mm), **walls(end)}
    why = _outside(end)
    if why is not None:
        return {**plain, **dict.fromkeys(PARTS[1:], why)}
    onto = end.onto[0]
    strip, across = Strip(joint.along_mm, joint.over_mm), _normal(end, onto)

    def force(f: Floats) -> Floats:
        return np.asarray(np.abs(f[:, 3:] @ across) / strip.lever)

    return {
        **plain,
        "gusset strip": _strip_rule(end, joint, strip, force),
        "gusset welds": _weld_rule(end, joint, strip, force),
        "wall of the bar": _bar_wall(end, joint, strip, force),
        "wall it stands on": _other_wall(end, joint, strip, force),
    }


def _outside(end: End) -> str | None:
    """Where the strip does not speak."""
    if len(end.onto) != 1:
        return "a knee gusset is looked at where one bar stands on one other; here it is joined to " + (
            "nothing that is known" if not end.onto else f"{len(end.onto)} of them"
        )
    onto = end.onto[0]
    shapes = {s.shape if s is not None else "" for s in (end.section, onto.section)}
    if shapes != {"rhs"}:
        return "a knee gusset is looked at between two rectangular tubes"
    if onto.axes is None:
        return f"how {onto.name} lies is not known"
    axes = USUAL_AXES if end.axes is None else end.axes
    if abs(float(axes[0] @ onto.axes[0])) > SQUARE:
        return "a knee gusset is looked at where the two stand square to each other, within 5°"
    if max(abs(float(_normal(end, onto)[k])) for k in (1, 2)) < 1 - SQUARE:
        return "a knee gusset is looked at in a plane square to two faces of the bar"
    return None


def _normal(end: End, onto: Onto) -> Floats:
    """Square to the plane of both, in the bar's own axes."""
    axes = USUAL_AXES if end.axes is None else end.axes
    assert onto.axes is not None
    n = axes @ np.cross(axes[0], onto.axes[0])
    return np.asarray(n / max(math.hypot(*n), 1e-12))


def _sizes(joint: Kneed, strip: Strip) -> list[tuple[str, str, float, str]]:
    return [
        ("t", "gusset", joint.plate_mm, "mm"), ("w", "width of the strip", strip.width, "mm"),
        ("h", "from the corner to its middle", strip.lever, "mm"),
    ]  # fmt: skip


def _strip_rule(end: End, joint: Kneed, strip: Strip, force: Demand) -> Rule:
    """The strip in push, as a bar of its own with both ends hinged; its pull takes no less."""
    slender = strip.length * RADIUS_OF_PLATE / joint.plate_mm
    Fcr = float(buckling_stress_MPa(end.Fy_MPa, euler_stress_MPa(end.metal.E_MPa, slender)))
    by = end.method.divides
    area = strip.width * joint.plate_mm
    return rule(
        end, "gusset strip", "free edge of the knee gusset", demand=force,
        capacity=area * min(Fcr / by.member, end.Fu_MPa / by.rupture), unit="N", clause=CLAUSE,
        formula="M / h ≤ Fcr w t by the method",
        inputs=[*_sizes(joint, strip), ("KL/r", "slenderness, K 1", slender, ""),
            ("Fcr", "stress it takes", Fcr, "MPa")],
        source=SOURCE, assumptions=ASSUMED, why_not=end.metals_apart(), shown=("S", "push of the strip"),
    )  # fmt: skip


def _weld_rule(end: End, joint: Kneed, strip: Strip, force: Demand) -> Rule:
    """The fillets on both faces of the plate at the shorter foot of the strip."""
    foot = min(strip.on_bar[0], strip.on_other[0])
    strength = weld_strength(end)
    return rule(
        end, "gusset welds", "welds of the knee gusset", demand=lambda f: force(f) / (2 * foot),
        capacity=strength.least * joint.gusset_leg_mm, unit="N/mm", clause=f"{CLAUSE}; {strength.clause}",
        formula="S / (2 l) ≤ strength of the throat",
        inputs=[*_sizes(joint, strip), ("l", "the strip's shorter foot", foot, "mm"),
            ("leg", "fillet leg", joint.gusset_leg_mm, "mm")],
        source=SOURCE, assumptions=ASSUMED, shown=("q", "flow in a weld"),
        why_not=end.metals_apart() or leg_trouble(end, joint.gusset_leg_mm, joint.plate_mm),
    )  # fmt: skip


def _foot(end: End, onto: Onto, at: Seat, joint: Kneed, length: float) -> float:
    """What the wall of a tube holds square to it under a foot of the strip, N."""
    return plate_on(end, onto, replace(at, sine=1.0), along=length, across=joint.plate_mm).axial_N


def _other_wall(end: End, joint: Kneed, strip: Strip, force: Demand) -> Rule:
    """The wall that the bar stands on, under the strip's foot."""
    onto = end.onto[0]
    length, square = strip.on_other
    there = replace(onto, at_end=onto.at_end or onto.corner)
    held = _foot(end, there, seat(end, onto), joint, length)
    return rule(
        end, "wall it stands on", f"wall of {onto.name} under the knee gusset", demand=lambda f: force(f) * square,
        capacity=held, unit="N", clause=CLAUSE, formula="S sin ≤ what the wall holds under a plate along it",
        inputs=[*_sizes(joint, strip), ("l", "the strip's foot", length, "mm"),
            ("U", "the tube's own stress over yield", onto.use, "")],
        source=SOURCE, assumptions=ASSUMED, shown=("S sin", "square to the wall"),
    )  # fmt: skip


def _bar_wall(end: End, joint: Kneed, strip: Strip, force: Demand) -> Rule:
    """The wall of the bar itself, used by its own forces already."""
    s, onto = end.section, end.onto[0]
    assert s is not None
    length, square = strip.on_bar
    on_width = abs(float(_normal(end, onto)[2])) > 0.5
    face, side = (s.width_mm, s.depth_mm) if on_width else (s.depth_mm, s.width_mm)
    at = replace(seat(end, onto), face_mm=face, side_mm=side)
    own = Onto(end.bar, s, end.metal, at_end=onto.at_end or onto.corner)

    def share(f: Floats) -> Floats:
        used = (np.abs(f[:, 0]) / s.A_mm2 + np.abs(f[:, 5]) / s.Sx_mm3 + np.abs(f[:, 4]) / s.Sy_mm3) / end.Fy_MPa
        held = [_foot(end, replace(own, use=float(u)), at, joint, length) for u in used]
        return np.asarray(force(f) * square / np.array(held))

    return rule(
        end, "wall of the bar", f"wall of {end.bar} under its knee gusset", demand=share, capacity=1.0, unit="",
        clause=CLAUSE, formula="S sin / what the wall holds under a plate along it ≤ 1",
        inputs=[*_sizes(joint, strip), ("l", "the strip's foot", length, "mm"), ("t wall", "wall", s.wall_mm, "mm")],
        source=SOURCE, assumptions=ASSUMED, shown=("share", "share of what the wall holds"),
    )  # fmt: skip


KIND = Kind(
    Kneed, "weld all round with a knee gusset", (*PARTS, *WALLS), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"weld leg {v:g} mm", "leg_mm", (4.0, 5.0, 6.0, 8.0, 10.0)),
        *steps(j, lambda v: f"gusset {v:g} mm", "plate_mm", (6.0, 8.0, 10.0, 12.0, 15.0)),
    ],
    outside=lambda j: ["what a knee gusset adds in strength: it is taken as a stiffener that must not tear off"],
)  # fmt: skip
