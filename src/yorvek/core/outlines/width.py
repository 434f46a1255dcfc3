"""How wide an opening is: of a circle its diameter, else the largest circle that goes into it."""

from __future__ import annotations

import math

import shapely
from shapely import Polygon

from yorvek.core.outlines.outline import Point, Ring, bounds_of, ring_length_mm, ring_points

ROUND = 1e-6
FINE_MM = 0.01


def is_circle(ring: Ring) -> bool:
    """Whether a ring is a circle of two half arcs."""
    return len(ring.vertices) == 2 and all(abs(abs(v.bulge) - 1) < ROUND for v in ring.vertices)


def span_of(ring: Ring) -> float:
    """How far it is across an opening at the most, mm: what a drill or a torch needs to turn in it."""
    if is_circle(ring):
        return ring_length_mm(ring) / math.pi
    shape = Polygon(ring_points(ring, chord_mm=FINE_MM))
    line = shapely.maximum_inscribed_circle(shape, tolerance=FINE_MM)
    return round(2 * float(line.length), 2)


def middle_of(ring: Ring) -> Point:
    """Of its box, mm."""
    x0, y0, x1, y1 = bounds_of(ring)
    return (x0 + x1) / 2, (y0 + y1) / 2
