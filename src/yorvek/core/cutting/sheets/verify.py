"""The check every sheet plan must pass before it counts: inside, clear of each other, allowed turns, exact
quantities.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import shapely
from shapely import Polygon

from yorvek.core.cutting.sheets.problem import Placement, SheetProblem, polygon_at, sheet_polygon

TOLERANCE_MM = 0.005


def _all_placed(problem: SheetProblem, placements: list[Placement]) -> list[Polygon]:
    parts = {p.id: p for p in problem.parts}
    return [polygon_at(parts[p.part], p) for p in placements]


@dataclass(frozen=True)
class Fault:
    """Something wrong with a plan, and which placements it is about."""

    words: str
    pieces: tuple[int, ...]


def faults(problem: SheetProblem, placements: list[Placement]) -> list[str]:
    """What is wrong with a plan, in words; nothing if it is sound."""
    return [f.words for f in faults_of(problem, placements)]


def faults_of(problem: SheetProblem, placements: list[Placement]) -> list[Fault]:
    """What is wrong with a plan, with the placements it is about; nothing if it is sound."""
    out: list[Fault] = []
    parts = {p.id: p for p in problem.parts}
    sheets = {s.id: s for s in problem.sheets}
    shapes = np.array(_all_placed(problem, placements), dtype=object)
    counts: dict[str, int] = {}
    by_sheet: dict[tuple[str, int], list[int]] = {}
    for i, p in enumerate(placements):
        counts[p.part] = counts.get(p.part, 0) + 1
        by_sheet.setdefault((p.sheet, p.sheet_index), []).append(i)
        if p.mirrored and not parts[p.part].mirror:
            out.append(Fault(f"{p.part} may not be turned over", (i,)))
        allowed = parts[p.part].rotations
        if allowed != "free" and not any(abs((p.rotation_deg - r + 180) % 360 - 180) < 1e-6 for r in allowed):
            out.append(Fault(f"{p.part} may not be turned by {p.rotation_deg:g}°", (i,)))
        limit = sheets[p.sheet].qty
        if p.sheet_index < 0 or (limit is not None and p.sheet_index >= limit):
            out.append(Fault(f"sheet {p.sheet} number {p.sheet_index + 1} is not there", (i,)))
    out += [Fault(f"{n} of {i} placed, {parts[i].qty} wanted", ()) for i, n in counts.items() if n > parts[i].qty]
    clear = problem.clearance
    for (sheet, number), members in by_sheet.items():
        outline = sheet_polygon(sheets[sheet])
        room = outline.buffer(TOLERANCE_MM - problem.edge_margin, join_style="mitre")
        group = shapes[members]
        for k in np.nonzero(~shapely.covers(room, group))[0]:
            words = f"{placements[members[k]].part} reaches over the edge of {sheet} number {number + 1}"
            out.append(Fault(words, (members[k],)))
        for ring in sheets[sheet].taken:
            near = shapely.dwithin(group, Polygon(ring), max(clear - TOLERANCE_MM, 0.0))
            for k in np.nonzero(near)[0]:
                out.append(
                    Fault(f"{placements[members[k]].part} is too close to what stands on {sheet}", (members[k],))
                )
        tree = shapely.STRtree(group)
        if clear > TOLERANCE_MM:
            a, b = tree.query(group, predicate="dwithin", distance=clear - TOLERANCE_MM)
        else:
            shrunk = shapely.buffer(group, -TOLERANCE_MM / 2, join_style="mitre")
            a, b = shapely.STRtree(shrunk).query(shrunk, predicate="intersects")
        for i, j in zip(a[a < b], b[a < b], strict=True):
            words = (
                f"{placements[members[i]].part} and {placements[members[j]].part} are too close on {sheet} number "
                f"{number + 1}"
            )
            out.append(Fault(words, (members[i], members[j])))
    return out


@dataclass(frozen=True)
class Measures:
    """What a plan costs and how full it is."""

    cost: float
    utilisation: float
    strip_density: float
    max_x: float


def measures(problem: SheetProblem, placements: list[Placement]) -> Measures:
    """Cost of the used sheets, parts' area over theirs, and the same with the sheet that gains most cut off behind its
    last piece.
    """
    shapes = _all_placed(problem, placements)
    sheets = {s.id: s for s in problem.sheets}
    reach: dict[tuple[str, int], float] = {}
    for p, shape in zip(placements, shapes, strict=True):
        key = (p.sheet, p.sheet_index)
        reach[key] = max(reach.get(key, -1e18), shape.bounds[2])
    cost = sum(sheets[s].cost for s, _ in reach)
    total = sum(s.area for s in shapes)
    area, saved, max_x = 0.0, -1.0, 0.0
    for (s, _), x in reach.items():
        outline = sheet_polygon(sheets[s])
        area += outline.area
        x0, y0, x1, y1 = outline.bounds
        left = outline.area - outline.intersection(shapely.box(x0 - 1, y0 - 1, min(x, x1), y1 + 1)).area
        if left > saved:
            saved, max_x = left, x
    if not area:
        return Measures(0.0, 0.0, 0.0, 0.0)
    return Measures(round(cost, 6), round(total / area, 6), round(total / (area - saved), 6), round(max_x, 4))
