"""Area moments of outlines by Green's theorem, segment by segment: exact for lines, to rounding for arcs."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.outlines.outline import Outline, Ring, arc_of, ring_area_mm2

_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(12)
_HALF_NODES, _HALF_WEIGHTS = (_NODES + 1) / 2, _WEIGHTS / 2


@dataclass(frozen=True)
class AreaMoments:
    """Area, centroid and second moments about the centroid, mm units."""

    A_mm2: float
    cx_mm: float
    cy_mm: float
    Ix_mm4: float
    Iy_mm4: float
    Ixy_mm4: float


def _ring_integrals(ring: Ring) -> NDArray[np.float64]:
    """Integrals of 1, x, y, y2, x2, xy over the inside of a ring, about the origin."""
    total = np.zeros(6)
    for a, b in ring.segments():
        t = _HALF_NODES
        if a.bulge:
            cx, cy, radius, angle, sweep = arc_of(a, b)
            at = angle + sweep * t
            x, y = cx + radius * np.cos(at), cy + radius * np.sin(at)
            dx, dy = -radius * np.sin(at) * sweep, radius * np.cos(at) * sweep
        else:
            total += _line_integrals(a.x, a.y, b.x, b.y)
            continue
        w = _HALF_WEIGHTS
        c = w * (x * dy - y * dx)
        total += np.array(
            [
                c.sum() / 2,
                (c * x).sum() / 3,
                (c * y).sum() / 3,
                (c * y * y).sum() / 4,
                (c * x * x).sum() / 4,
                (c * x * y).sum() / 4,
            ]
        )
    return total


def _line_integrals(x: float, y: float, x2: float, y2: float) -> tuple[float, float, float, float, float, float]:
    """The same for the triangle that a line makes with the origin."""
    c = x * y2 - x2 * y
    return (
        c / 2,
        c * (x + x2) / 6,
        c * (y + y2) / 6,
        c * (y * y + y * y2 + y2 * y2) / 12,
        c * (x * x + x * x2 + x2 * x2) / 12,
        c * (x * y2 + 2 * x * y + 2 * x2 * y2 + x2 * y) / 24,
    )


def area_moments(outline: Outline) -> AreaMoments:
    """Area, centroid, Ix, Iy, Ixy about the centroid."""
    total = _ring_integrals(outline.outer) * math.copysign(1, ring_area_mm2(outline.outer))
    for opening in outline.openings:
        total -= _ring_integrals(opening) * math.copysign(1, ring_area_mm2(opening))
    area, sx, sy, ix, iy, ixy = total
    cx, cy = sx / area, sy / area
    return AreaMoments(
        float(area),
        float(cx),
        float(cy),
        float(ix - area * cy**2),
        float(iy - area * cx**2),
        float(ixy - area * cx * cy),
    )


def plastic_modulus_mm3(polygon: NDArray[np.float64], axis: int) -> float:
    """Plastic modulus of a simple polygon about its equal-area axis parallel to x (axis 0) or y (axis 1)."""
    x, y = polygon[:, axis], polygon[:, 1 - axis]
    low, high = float(y.min()), float(y.max())
    total = abs(_above(x, y, low)[0])
    for _ in range(30):
        middle = (low + high) / 2
        if abs(_above(x, y, middle)[0]) > total / 2:
            low = middle
        else:
            high = middle
    at = (low + high) / 2
    return abs(_above(x, y, at)[1]) + abs(_above(x, -y, -at)[1])


def _above(x: NDArray[np.float64], y: NDArray[np.float64], level: float) -> tuple[float, float]:
    """Signed area of the polygon above a level and its first moment about that level.

    The integrals of u dx and u2/2 dx, u = height above the level, run over the clipped edges; the clip line adds nothing.
    """
    x2, y2 = np.roll(x, -1), np.roll(y, -1)
    rise = np.where(y2 == y, 1.0, y2 - y)
    cross = np.clip((level - y) / rise, 0.0, 1.0)
    start = np.where(y >= level, 0.0, cross)
    end = np.where(y2 >= level, 1.0, cross)
    kept = (y >= level) | (y2 >= level)
    u1, u2 = np.maximum(y - level, 0.0), np.maximum(y2 - level, 0.0)
    dx = np.where(kept, (x2 - x) * (end - start), 0.0)
    return float(-(dx * (u1 + u2) / 2).sum()), float(-(dx * (u1 * u1 + u1 * u2 + u2 * u2) / 6).sum())
