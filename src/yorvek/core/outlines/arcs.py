"""Curves turned into lines and arcs: a run of close points becomes as few arcs as stay within a tolerance of all of
them.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from yorvek.core.outlines.outline import Point

Piece = tuple[Point, Point, float]
"""Start, end and bulge."""
FLAT = 1e-9


def fitted(points: Sequence[Point], tolerance_mm: float) -> list[Piece]:
    """Arcs and lines through a run of points, each as long as it can be.

    Args:
        points: close together on the true curve, first and last kept.
        tolerance_mm: how far an arc may stray from any of them.
    """
    out: list[Piece] = []
    start = 0
    while start < len(points) - 1:
        step, best = 1, 1
        while start + step < len(points) and _bulge(points[start : start + step + 1], tolerance_mm) is not None:
            best, step = step, step * 2
        low, high = best, min(step, len(points) - 1 - start)
        while low < high:
            middle = (low + high + 1) // 2
            if _bulge(points[start : start + middle + 1], tolerance_mm) is not None:
                low = middle
            else:
                high = middle - 1
        bulge = _bulge(points[start : start + low + 1], tolerance_mm)
        out.append((points[start], points[start + low], bulge or 0.0))
        start += low
    return out


def _bulge(run: Sequence[Point], tolerance_mm: float) -> float | None:
    """Bulge of the arc from the first to the last point through the one in the middle, if all others lie by it."""
    (ax, ay), (bx, by) = run[0], run[-1]
    if len(run) == 2:
        return 0.0
    mx, my = run[len(run) // 2]
    chord = math.hypot(bx - ax, by - ay)
    if chord < FLAT:
        return None
    # sagitta form: signed distance of the middle point, then the circle through the three
    cross = (bx - ax) * (my - ay) - (by - ay) * (mx - ax)
    if abs(cross) / chord < tolerance_mm / 4:
        far = max(abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / chord for x, y in run)
        return 0.0 if far <= tolerance_mm else None
    d = 2 * cross
    ex, ey, fx, fy = bx - ax, by - ay, mx - ax, my - ay
    e2, f2 = ex * ex + ey * ey, fx * fx + fy * fy
    ux, uy = (fy * e2 - ey * f2) / d, (ex * f2 - fx * e2) / d
    radius = math.hypot(ux, uy)
    cx, cy = ax + ux, ay + uy
    if any(abs(math.hypot(x - cx, y - cy) - radius) > tolerance_mm for x, y in run):
        return None
    for (x1, y1), (x2, y2) in pairwise(run):  # a long straight stretch between two points is no part of an arc
        if radius - math.hypot((x1 + x2) / 2 - cx, (y1 + y2) / 2 - cy) > tolerance_mm:
            return None
    start = math.atan2(ay - cy, ax - cx)
    middle, end = ((math.atan2(y - cy, x - cx) - start) % (2 * math.pi) for x, y in ((mx, my), (bx, by)))
    sweep = end if middle < end else end - 2 * math.pi
    return math.tan(sweep / 4) if abs(sweep) < 1.9 * math.pi else None
