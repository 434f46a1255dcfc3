"""A group of straight fillets under a plate or bracket, flat along the bar or square to it."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.fillets import leg_too_large
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, steps
from yorvek.core.joints.outline import ONE_LINE, Line, line_of
from yorvek.core.joints.rule import States, rule, size
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]
LEGS = (3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0)
SMALL_NMM = 1000.0
Shape = Literal["one along", "one across", "two along", "two across", "corner", "three sides", "all round"]
SIDES: dict[str, str] = {
    "one along": "b", "one across": "l", "two along": "bt", "two across": "lr", "corner": "bl", "three sides": "btl",
    "all round": "btlr",
}  # fmt: skip
"""Which sides of the rectangle are welded: bottom, top, left (the near end) and right."""


class WeldGroup(Model):
    """Fillets along the sides of a rectangle, mm. Flat: the rectangle lies along the bar, its length along, its width
    up the bar's depth. Square to it: it stands across the bar's end, its length across the width, its width up the
    depth.
    """

    kind: Literal["weld group"] = "weld group"
    leg_mm: Leg
    sides: Shape = "two along"
    length_mm: Millimetres = Field(description="of the fillets along it")
    width_mm: Millimetres = Field(description="of those across it, and between those along")
    plate_mm: Millimetres = Field(description="the thinner of the parts it joins")
    reach_mm: Annotated[float, Field(ge=0, le=10_000)] = Field(
        default=0.0, description="from the middle of the welds to where the forces act, along the bar"
    )
    lies: Literal["flat along the bar", "square to the bar"] = "flat along the bar"


def lines_of(joint: WeldGroup) -> Line:
    """The group as a line of weld, about its own middle."""
    a, b = joint.length_mm, joint.width_mm
    ends = {"b": ((0, 0), (a, 0)), "t": ((0, b), (a, b)), "l": ((0, 0), (0, b)), "r": ((a, 0), (a, b))}
    chosen = np.array([ends[s] for s in SIDES[joint.sides]], float)
    return line_of(chosen[:, 0], chosen[:, 1])


def at_group(joint: WeldGroup, f: Floats) -> Floats:
    """Forces in the middle of the group: those at the reach with the moments of their levers."""
    out = np.array(f, float)
    out[:, 4] = np.abs(f[:, 4]) + np.abs(f[:, 2]) * joint.reach_mm
    out[:, 5] = np.abs(f[:, 5]) + np.abs(f[:, 1]) * joint.reach_mm
    return out


def worst_flows(joint: WeldGroup, line: Line, f: Floats) -> Floats:
    """Greatest flow at any end of a line, N/mm, [n]; every choice of senses, as each component may come either way."""
    here = at_group(joint, f)
    if joint.lies == "square to the bar":
        # a single line is refused; here it is only kept from falling over
        return size(line.flows(here), 0, 1) if min(line.along_x, line.along_y) > 0 else np.zeros(len(f))
    best = np.zeros(len(f))
    for senses in np.array(np.meshgrid(*[[1.0, -1.0]] * 5)).reshape(5, -1).T:
        best = np.maximum(best, size(line.flat_flows(here * np.array([1.0, *senses])), 0, 1))
    return best


def find(end: End, joint: WeldGroup) -> States:
    line, strength = lines_of(joint), weld_strength(end)
    both = line.Ixx * line.Iyy - line.Ixy**2
    single = both <= ONE_LINE * (line.Ixx + line.Iyy) ** 2
    flat = joint.lies == "flat along the bar"

    def why(f: Floats) -> str | None:
        loose = (3 if line.Iyy > line.Ixx else 4) if flat else (5 if line.Iyy > line.Ixx else 4)
        turned = float(at_group(joint, f[None, :])[0, loose])
        if single and (abs(turned) > SMALL_NMM or not flat):
            return "a single line of weld turns about itself: weld two sides, or hold the part another way"
        return None

    wrong = end.metals_apart() or leg_trouble(end, joint.leg_mm, joint.plate_mm)
    wrong = wrong or (leg_too_large(joint.leg_mm, joint.plate_mm) if flat else None)
    found = rule(
        end, "weld group", f"welds, {joint.sides}",
        demand=lambda f: worst_flows(joint, line, f), capacity=strength.least * joint.leg_mm, unit="N/mm",
        clause=strength.clause.replace("elastic line of weld", "elastic vectors about the middle of the group"),
        formula="√(q⊥² + q∥²) ≤ strength of the throat",
        inputs=[
            ("leg", "fillet leg", joint.leg_mm, "mm"), ("l", "length of the welds", line.length, "mm"),
            ("Ix", "of the lines, up", line.Ixx, "mm3"), ("Iy", "of the lines, along", line.Iyy, "mm3"),
            ("e", "lever of the forces", joint.reach_mm, "mm"),
        ],
        source="AISC 360-22 J2 and Manual part 8, elastic method; EN 1993-1-8 4.5, 4.9 (from memory)",
        assumptions=["every component of the forces in the sense that is worst", "full size to their ends, no craters"],
        why_not=lambda f: wrong or why(f), shown=("q", "flow in the weld"),
    )  # fmt: skip
    return {"weld group": found}


KIND = Kind(
    WeldGroup, "group of straight welds", ("weld group",), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"weld leg {v:g} mm", "leg_mm", LEGS),
        (f"welds {j.length_mm * 1.5:g} mm long", j.model_copy(update={"length_mm": j.length_mm * 1.5})),
    ],
    outside=lambda j: ["the part that is welded on: as a plate or lug by itself"],
)  # fmt: skip
