"""Curves turned into lines and arcs: a run of close points becomes as few arcs as stay within a tolerance of all of
them. Compiled: a drawing may hold thousands of curves.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numba import njit
from numpy.typing import NDArray

from yorvek.core.outlines.outline import Point

Floats = NDArray[np.float64]
Piece = tuple[Point, Point, float]
"""Start, end and bulge."""
FLAT = 1e-9
LONGEST_SWEEP = 1.9 * math.pi


def fitted(points: Sequence[Point] | Floats, tolerance_mm: float) -> list[Piece]:
    """Arcs and lines through a run of points, each as long as it can be.

    Args:
        points: close together on the true curve, first and last kept.
        tolerance_mm: how far an arc may stray from any of them.
    """
    run = np.asarray(points, dtype=np.float64).reshape(-1, 2)
    if len(run) < 2:
        return []
    ends, bulges = _pieces(run, tolerance_mm)
    places = [(x, y) for x, y in run[np.concatenate([[0], ends])].tolist()]
    return [(a, b, bulge) for (a, b), bulge in zip(pairwise(places), bulges.tolist(), strict=True)]


@njit(cache=True)
def _pieces(run: Floats, tolerance: float) -> tuple[NDArray[np.int64], Floats]:
    """The point at which each piece ends, and its bulge: as long as doubling and halving of the reach finds it."""
    last = len(run) - 1
    ends, bulges = np.zeros(last, np.int64), np.zeros(last)
    count, start = 0, 0
    while start < last:
        low, step = 1, 2
        while start + step <= last and not np.isnan(_bulge(run, start, start + step, tolerance)):
            low, step = step, step * 2
        high = min(step, last - start)
        while low < high:
            middle = (low + high + 1) // 2
            if np.isnan(_bulge(run, start, start + middle, tolerance)):
                high = middle - 1
            else:
                low = middle
        bulge = _bulge(run, start, start + low, tolerance)
        ends[count], bulges[count] = start + low, 0.0 if np.isnan(bulge) else bulge
        start += low
        count += 1
    return ends[:count], bulges[:count]


@njit(cache=True)
def _bulge(run: Floats, first: int, last: int, tolerance: float) -> float:
    """Bulge of the arc from one point to another through the one in the middle; nan if any between lies off it."""
    if last - first == 1:
        return 0.0
    ax, ay = run[first, 0], run[first, 1]
    ex, ey = run[last, 0] - ax, run[last, 1] - ay
    middle = first + (last - first + 1) // 2
    fx, fy = run[middle, 0] - ax, run[middle, 1] - ay
    chord = math.hypot(ex, ey)
    if chord < FLAT:
        return np.nan
    # sagitta form: signed distance of the middle point, then the circle through the three
    cross = ex * fy - ey * fx
    if abs(cross) / chord < tolerance / 4:
        for k in range(first, last + 1):
            if abs(ex * (run[k, 1] - ay) - ey * (run[k, 0] - ax)) / chord > tolerance:
                return np.nan
        return 0.0
    e2, f2 = ex * ex + ey * ey, fx * fx + fy * fy
    ux, uy = (fy * e2 - ey * f2) / (2 * cross), (ex * f2 - fx * e2) / (2 * cross)
    radius = math.hypot(ux, uy)
    if not _by_the_circle(run, first, last, ax + ux, ay + uy, radius, tolerance):
        return np.nan
    begin = math.atan2(-uy, -ux)
    to_middle = (math.atan2(fy - uy, fx - ux) - begin) % (2 * math.pi)
    to_end = (math.atan2(ey - uy, ex - ux) - begin) % (2 * math.pi)
    sweep = to_end if to_middle < to_end else to_end - 2 * math.pi
    return math.tan(sweep / 4) if abs(sweep) < LONGEST_SWEEP else np.nan


@njit(cache=True)
def _by_the_circle(run: Floats, first: int, last: int, cx: float, cy: float, radius: float, tolerance: float) -> bool:
    """Whether all points lie by a circle; a long straight stretch between two points is no part of one."""
    for k in range(first, last + 1):
        if abs(math.hypot(run[k, 0] - cx, run[k, 1] - cy) - radius) > tolerance:
            return False
    for k in range(first, last):
        x, y = (run[k, 0] + run[k + 1, 0]) / 2, (run[k, 1] + run[k + 1, 1]) / 2
        if radius - math.hypot(x - cx, y - cy) > tolerance:
            return False
    return True
