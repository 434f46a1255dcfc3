"""A group of straight fillets under a plate or bracket, flat or square to the bar: a usual one, or line by line."""

from __future__ import annotations

import math
import re
from typing import Annotated, Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.fillets import leg_too_large
from yorvek.core.errors import InputError
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, steps
from yorvek.core.joints.outline import ONE_LINE, Line, line_of
from yorvek.core.joints.rule import States, rule, size
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]
LEGS = (3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0)
SMALL_NMM = 1000.0
SHORTEST_MM, TOUCH_MM = 10.0, 0.5
"""A line below it is a tack; lines that run on each other by more than that would be counted twice."""
POINT = r"(-?\d+(?:\.\d+)?)\s*,\s*(-?\d+(?:\.\d+)?)"
OWN = "own lines"
Shape = Literal["one along", "one across", "two along", "two across", "corner", "three sides", "all round", "own lines"]
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
    length_mm: Millimetres | None = Field(default=None, description="of the fillets along it; not for lines of its own")
    width_mm: Millimetres | None = Field(
        default=None, description="of those across it, and between those along; not for lines of its own"
    )
    lines: str = Field(
        default="", max_length=2000,
        description="its own lines, from x, y to x, y in mm: 0, 0 to 200, 0; 0, 100 to 200, 100",
    )  # fmt: skip
    plate_mm: Millimetres = Field(description="the thinner of the parts it joins")
    reach_mm: Annotated[float, Field(ge=0, le=10_000)] = Field(
        default=0.0, description="from the middle of the welds to where the forces act, along the bar"
    )
    lies: Literal["flat along the bar", "square to the bar"] = "flat along the bar"


def lines_of(joint: WeldGroup) -> Line:
    """The group as a line of weld, about its own middle.

    Raises:
        InputError: lines that cannot be read, or sizes that were not given.
    """
    if joint.sides == OWN:
        own = own_lines(joint.lines)
        return line_of(own[:, 0], own[:, 1])
    a, b = joint.length_mm, joint.width_mm
    if a is None or b is None:
        missing = "length" if a is None else "width"
        raise InputError(field=f"weld group: {missing}", got="", needs="how long its welds are and how far apart")
    ends = {"b": ((0, 0), (a, 0)), "t": ((0, b), (a, b)), "l": ((0, 0), (0, b)), "r": ((a, 0), (a, b))}
    chosen = np.array([ends[s] for s in SIDES[joint.sides]], float)
    return line_of(chosen[:, 0], chosen[:, 1])


def own_lines(text: str) -> Floats:
    """Lines as they were typed, [n, 2, 2].

    Raises:
        InputError: no line, one that is not "x, y to x, y", of no length, or one on top of another.
    """
    parts = [p.strip() for p in text.split(";") if p.strip()]
    if not parts:
        raise InputError(field="weld group: lines", got="", needs="each line as x, y to x, y in mm, with ; between")
    rows: list[list[list[float]]] = []
    for part in parts:
        numbers = re.fullmatch(rf"{POINT}\s+to\s+{POINT}", part)
        if numbers is None:
            raise InputError(
                field="weld group: lines", got=part, needs="x, y to x, y in mm with decimal points, as 0, 0 to 200, 0"
            )
        x, y, u, v = (float(n) for n in numbers.groups())
        if math.hypot(u - x, v - y) < SHORTEST_MM:
            raise InputError(field="weld group: lines", got=part, needs=f"a line of at least {SHORTEST_MM:g} mm")
        rows.append([[x, y], [u, v]])
    every = [shapely.LineString(row) for row in rows]
    for k, one in enumerate(every):
        for other in every[:k]:
            if one.intersection(other).length > TOUCH_MM:
                raise InputError(
                    field="weld group: lines", got=parts[k], needs="one weld in a place: it lies on another"
                )
    return np.array(rows)


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
    """The flow in the weld where it is greatest.

    Raises:
        InputError: lines that cannot be read, or sizes that were not given.
    """
    line, strength = lines_of(joint), weld_strength(end)
    both = line.Ixx * line.Iyy - line.Ixy**2
    single = both <= ONE_LINE * (line.Ixx + line.Iyy) ** 2
    sloping = abs(line.Ixy) > ONE_LINE * (line.Ixx + line.Iyy)
    flat = joint.lies == "flat along the bar"

    def why(f: Floats) -> str | None:
        here = np.abs(at_group(joint, f[None, :])[0])
        loose = (3 if line.Iyy > line.Ixx else 4) if flat else (5 if line.Iyy > line.Ixx else 4)
        turned = float(max(here[3], here[4]) if sloping else here[loose])
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
        *(
            [(f"welds {j.length_mm * 1.5:g} mm long", j.model_copy(update={"length_mm": j.length_mm * 1.5}))]
            if j.length_mm
            else []
        ),
    ],
    outside=lambda j: ["the part that is welded on: as a plate or lug by itself"],
)  # fmt: skip
