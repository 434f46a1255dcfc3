"""From a problem to flat arrays: pieces grown by half the clearance in each turn, sheets as rows with what is taken."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from shapely import Polygon, affinity

from yorvek.core.cutting.sheets.problem import SheetPiece, SheetProblem, SheetStock, polygon_of, sheet_polygon
from yorvek.core.cutting.sheets.rows import Floats, Ints, Shapes, shape_rows
from yorvek.core.outlines.outline import exact_cos_sin

ROUND = 8
"""Segments a quarter circle of a rounded corner is grown with; the radius is stretched so that no chord cuts in."""
MOST_TURNS = 12
SHORT_MM = 5e-4


@dataclass(frozen=True, eq=False)
class Container:
    """Where the grown pieces may be on a kind of sheet."""

    stock: SheetStock
    x0: float
    y0: float
    length: float
    rows: int
    blocked: list[Floats]
    height: float
    area: float
    outside: list[Polygon]
    """What of its box is not sheet, from the box's own corner."""


@dataclass(frozen=True, eq=False)
class Prepared:
    """All the search needs."""

    problem: SheetProblem
    row_mm: float
    shapes: Shapes
    arrays: tuple[Ints, Ints, Ints, Floats, Floats]
    turn_start: Ints
    weight: Floats
    areas: Floats
    containers: list[Container]
    pieces: Ints
    """The kind of each piece, by falling weight."""


def turned(shape: Polygon, turn_deg: float) -> Polygon:
    """Turned counter-clockwise about the origin, exact at quarter turns."""
    c, s = exact_cos_sin(turn_deg)
    return affinity.affine_transform(shape, [c, -s, s, c, 0, 0])


def grown(shape: Polygon, by_mm: float) -> Polygon:
    """Everything within a distance of a shape, never less: where a slight corner got a single chord, a little more."""
    if by_mm <= 0:
        return shape
    reach = by_mm / math.cos(math.pi / (4 * ROUND))
    while True:
        out = shape.buffer(reach, quad_segs=ROUND)
        out = out if isinstance(out, Polygon) else max(out.geoms, key=lambda g: g.area)
        short = by_mm - shape.distance(out.boundary)
        if short <= SHORT_MM:
            return out
        reach += short


def turns_of(part: SheetPiece, shape: Polygon) -> list[float]:
    """The turns to try. Free pieces take eighths, and those that lay one of their long edges flat or upright."""
    if part.rotations != "free":
        return list(dict.fromkeys(float(r) for r in part.rotations))
    points = shapely.get_coordinates(shape.convex_hull.exterior)
    steps = np.diff(points, axis=0)
    longest = np.argsort(-np.hypot(steps[:, 0], steps[:, 1]))[:2]
    flat = [-math.degrees(math.atan2(steps[k, 1], steps[k, 0])) for k in longest]
    wanted = [
        0.0,
        90.0,
        180.0,
        270.0,
        *(round((a + q) % 360, 6) for a in flat for q in (0, 180, 90, 270)),
        45.0,
        135.0,
        225.0,
        315.0,
    ]
    kept: list[float] = []
    for a in wanted:
        if all(abs((a - b + 180) % 360 - 180) > 0.5 for b in kept):
            kept.append(a)
    return kept[:MOST_TURNS]


def _row_height(problem: SheetProblem, height: float) -> float:
    pieces = sum(p.qty for p in problem.parts)
    return height / (700 if pieces <= 30 else 500 if pieces <= 90 else 375 if pieces <= 200 else 300)


def _container(problem: SheetProblem, sheet: SheetStock, row_mm: float) -> Container | None:
    inside = sheet_polygon(sheet).buffer(problem.clearance / 2 - problem.edge_margin, join_style="mitre")
    if inside.is_empty:
        return None
    if not isinstance(inside, Polygon):
        inside = max(inside.geoms, key=lambda g: g.area)
    x0, y0, x1, y1 = inside.bounds
    rows = int((y1 - y0 + 1e-6) / row_mm)
    if rows < 1:
        return None
    outside = shapely.box(x0, y0, x1, y1).difference(inside)
    standing = [grown(Polygon(ring), problem.clearance / 2) for ring in sheet.taken]
    if standing:
        outside = shapely.union_all([outside, *standing]).intersection(shapely.box(x0, y0, x1, y1))
    missing = [affinity.translate(g, -x0, -y0) for g in getattr(outside, "geoms", [outside]) if g.area > 1e-3]
    blocked: list[Floats] = [np.zeros((0, 2)) for _ in range(rows)]
    if outside.area > 1e-6:
        for piece in getattr(outside, "geoms", [outside]):
            if piece.area > 1e-9:
                for k, intervals in enumerate(shape_rows(piece, row_mm, base=y0, count=rows)):
                    blocked[k] = np.vstack([blocked[k], intervals - x0])
        blocked = [b[np.argsort(b[:, 0])] for b in blocked]
    return Container(sheet, x0, y0, x1 - x0, rows, blocked, y1 - y0, free_area(sheet), missing)


def free_area(sheet: SheetStock) -> float:
    """Area of a sheet that nothing stands on."""
    return float(sheet_polygon(sheet).area - sum(Polygon(ring).area for ring in sheet.taken))


def prepare(problem: SheetProblem) -> Prepared:
    """Grow, turn and chop everything once."""
    main = max(problem.sheets, key=lambda s: (s.qty is None or s.qty > 1, s.width * s.height))
    row_mm = _row_height(problem, main.height + problem.clearance - 2 * problem.edge_margin)
    shapes = Shapes()
    starts, areas, weight = [0], [], []
    for part in problem.parts:
        shape = polygon_of(part)
        fat = grown(shape, problem.clearance / 2)
        seen: list[tuple[bytes, ...]] = []
        for turn in turns_of(part, shape):
            candidate = turned(fat, turn)
            mark = tuple(np.round(r - candidate.bounds[0], 3).tobytes() for r in shape_rows(candidate, row_mm))
            if mark not in seen:
                seen.append(mark)
                shapes.add(candidate, row_mm, turn)
        starts.append(len(shapes.widths))
        areas.append(shape.area)
        hull = shape.convex_hull
        weight.append(hull.area * (1 + 0.3 * math.sqrt(max(hull.length**2 / (16 * hull.area) - 1, 0))))
    containers = [c for s in problem.sheets if s.qty != 0 and (c := _container(problem, s, row_mm)) is not None]
    kinds = sorted(range(len(problem.parts)), key=lambda k: -weight[k])
    pieces = np.array([k for k in kinds for _ in range(problem.parts[k].qty)], np.int64)
    return Prepared(
        problem,
        row_mm,
        shapes,
        shapes.arrays(),
        np.array(starts, np.int64),
        np.array(weight),
        np.array(areas),
        containers,
        pieces,
    )
