"""A finished nest pushed together: every piece left and down as far as it goes, so that what is left over is in one
place.
"""

from __future__ import annotations

import numpy as np
import shapely
from shapely import Polygon, STRtree, affinity

from yorvek.core.cutting.sheets.problem import Placement, SheetProblem, polygon_at, sheet_polygon
from yorvek.core.cutting.sheets.verify import TOLERANCE_MM

PASSES = 4
MOST_PIECES = 150
SECONDS_PER_SQUARE = 3e-5
"""Pushing takes about so long times the square of the number of pieces (measured)."""
LEAST_MM = 0.5
FINE_MM = 0.01
FIRST_STEP_MM = 1.0


def pushed(problem: SheetProblem, placements: list[Placement], most: int = MOST_PIECES) -> list[Placement]:
    """The same nest with less air to the left of and under its pieces; unchanged where it has more than `most`
    pieces.
    """
    if len(placements) > most:
        return placements
    parts = {p.id: p for p in problem.parts}
    sheets = {s.id: s for s in problem.sheets}
    out = list(placements)
    for key in sorted({(p.sheet, p.sheet_index) for p in placements}):
        here = [k for k, p in enumerate(out) if (p.sheet, p.sheet_index) == key]
        room = sheet_polygon(sheets[key[0]]).buffer(TOLERANCE_MM / 2 - problem.edge_margin, join_style="mitre")
        fixed = [Polygon(ring) for ring in sheets[key[0]].taken]
        placed = {k: polygon_at(parts[out[k].part], out[k]) for k in here}
        _push_sheet(out, placed, room, fixed, problem.clearance)
    return out


def _push_sheet(
    out: list[Placement], placed: dict[int, Polygon], room: Polygon, fixed: list[Polygon], clearance: float
) -> None:
    for _ in range(PASSES):
        gained = 0.0
        for axis in (0, 1):
            for k in sorted(placed, key=lambda k: placed[k].bounds[axis]):
                others = [s for i, s in placed.items() if i != k] + fixed
                moved = _free_way(placed[k], axis, others, room, clearance)
                if moved < FINE_MM:
                    continue
                dx, dy = (-moved, 0.0) if axis == 0 else (0.0, -moved)
                placed[k] = affinity.translate(placed[k], dx, dy)
                out[k] = out[k].model_copy(update={"x": round(out[k].x + dx, 5), "y": round(out[k].y + dy, 5)})
                gained += moved
        if gained < LEAST_MM:
            return


def _free_way(shape: Polygon, axis: int, others: list[Polygon], room: Polygon, clearance: float) -> float:
    """How far a piece slides left or down before it comes too near to something; it does not jump over what is in its
    way.
    """
    x0, y0, x1, y1 = shape.bounds
    rx0, ry0, _, _ = room.bounds
    way = shapely.box(rx0, y0, x1, y1) if axis == 0 else shapely.box(x0, ry0, x1, y1)
    near = (
        [others[i] for i in STRtree(others).query(way, predicate="dwithin", distance=clearance + 1.0)] if others else []
    )
    obstacles = np.array(near, dtype=object)

    def clear(by: float) -> bool:
        there = affinity.translate(shape, -by if axis == 0 else 0.0, 0.0 if axis == 0 else -by)
        if not room.covers(there):
            return False
        return not len(obstacles) or float(shapely.distance(obstacles, there).min()) >= clearance - TOLERANCE_MM / 2

    longest = (x0 - rx0) if axis == 0 else (y0 - ry0)
    good, step = 0.0, FIRST_STEP_MM
    thinnest = min(x1 - x0, y1 - y0)
    while good < longest:
        ahead = min(good + min(step, thinnest / 2), longest)
        if clear(ahead):
            good, step = ahead, step * 2
            continue
        low, high = good, ahead
        while high - low > FINE_MM:
            middle = (low + high) / 2
            low, high = (middle, high) if clear(middle) else (low, middle)
        return low
    return good
