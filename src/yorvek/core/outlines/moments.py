"""Area moments of outlines by Green's theorem, segment by segment: exact for lines, to rounding for arcs."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq

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
    edges = np.array([x, y, np.concatenate([x[1:], x[:1]]), np.concatenate([y[1:], y[:1]])])
    low, high = float(y.min()), float(y.max())
    half = abs(_above(edges, low)[0]) / 2

    def surplus(level: float) -> float:
        return abs(_above(edges, level)[0]) - half

    middle = (low + high) / 2
    # most rolled shapes are alike above and below: their middle is looked at first
    at = middle if abs(surplus(middle)) < 1e-9 * half else brentq(surplus, low, high, xtol=1e-7 * (high - low))
    turned = edges * [[1], [-1], [1], [-1]]
    return abs(_above(edges, at)[1]) + abs(_above(turned, -at)[1])


def _above(edges: NDArray[np.float64], level: float) -> tuple[float, float]:
    """Signed area of the polygon above a level and its first moment about that level; edges are rows x, y, x2, y2.

    The integrals of u dx and u2/2 dx, u = height above the level, run over the clipped edges; the clip line adds
    nothing.
    """
    x, y, x2, y2 = edges
    u, v = y - level, y2 - level
    inside, beyond = u >= 0.0, v >= 0.0
    with np.errstate(divide="ignore", invalid="ignore"):
        cross = -u / (v - u)
    share = np.where(inside, np.where(beyond, 1.0, cross), np.where(beyond, 1.0 - cross, 0.0))
    u, v = np.maximum(u, 0.0), np.maximum(v, 0.0)
    dx = (x2 - x) * share
    return -float(dx @ (u + v)) / 2, -float(dx @ (u * u + u * v + v * v)) / 6
