"""How wide an opening is: of a circle its diameter, else the largest circle that goes into it."""

from __future__ import annotations

import math
from functools import lru_cache

import shapely
from shapely import Polygon

from yorvek.core.outlines.outline import Point, Ring, Vertex, bounds_of, ring_length_mm, ring_points

ROUND = 1e-6
FINE_MM = 0.01
Shape = tuple[tuple[float, float, float], ...]


def is_circle(ring: Ring) -> bool:
    """Whether a ring is a circle of two half arcs."""
    return len(ring.vertices) == 2 and all(abs(abs(v.bulge) - 1) < ROUND for v in ring.vertices)


def span_of(ring: Ring) -> float:
    """How far it is across an opening at the most, mm: what a drill or a torch needs to turn in it."""
    return ring_length_mm(ring) / math.pi if is_circle(ring) else _span(_shape(ring))


def narrower(ring: Ring, least_mm: float) -> bool:
    """Whether nothing so wide turns in an opening; found without saying how wide it is."""
    if is_circle(ring):
        return span_of(ring) < least_mm - ROUND
    x0, y0, x1, y1 = bounds_of(ring)
    return min(x1 - x0, y1 - y0) < least_mm - FINE_MM or _nothing_left(_shape(ring), least_mm)


def middle_of(ring: Ring) -> Point:
    """Of its box, mm."""
    x0, y0, x1, y1 = bounds_of(ring)
    return (x0 + x1) / 2, (y0 + y1) / 2


def _shape(ring: Ring) -> Shape:
    """A ring wherever it lies: a row of slots is one shape, looked at once."""
    x, y = ring.vertices[0].x, ring.vertices[0].y
    return tuple((round(v.x - x, 6), round(v.y - y, 6), v.bulge) for v in ring.vertices)


def _polygon(shape: Shape) -> Polygon:
    ring = Ring(vertices=[Vertex(x=x, y=y, bulge=bulge) for x, y, bulge in shape])
    return Polygon(ring_points(ring, chord_mm=FINE_MM))


@lru_cache(maxsize=4096)
def _span(shape: Shape) -> float:
    line = shapely.maximum_inscribed_circle(_polygon(shape), tolerance=FINE_MM)
    return round(2 * float(line.length), 2)


@lru_cache(maxsize=1 << 16)
def _nothing_left(shape: Shape, least_mm: float) -> bool:
    return bool(_polygon(shape).buffer((FINE_MM - least_mm) / 2).is_empty)
