"""An outline is a closed run of lines and arcs: vertices with a bulge, as in a polyline of a drawing.

The bulge of a vertex belongs to the segment that leaves it: tan(sweep / 4), positive when the arc turns
counter-clockwise, 0 for a line. Outer rings run counter-clockwise, openings clockwise or counter-clockwise alike.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.model import Model

CHORD_TOLERANCE_MM = 0.05
Point = tuple[float, float]


class Vertex(Model):
    """A corner in mm and the bulge of the segment that leaves it."""

    x: float
    y: float
    bulge: float = 0.0


class Ring(Model):
    """One closed run of segments."""

    vertices: list[Vertex] = Field(min_length=2)

    @classmethod
    def polygon(cls, points: Iterable[Point]) -> Ring:
        return cls(vertices=[Vertex(x=x, y=y) for x, y in points])

    @classmethod
    def circle(cls, x: float, y: float, diameter_mm: float) -> Ring:
        r = diameter_mm / 2
        return cls(vertices=[Vertex(x=x - r, y=y, bulge=1.0), Vertex(x=x + r, y=y, bulge=1.0)])

    @classmethod
    def slot(cls, long_mm: float, wide_mm: float) -> Ring:
        """A slot about the origin, along x, its length over its round ends."""
        a, r = (long_mm - wide_mm) / 2, wide_mm / 2
        ends = ((-a, -r, 0.0), (a, -r, 1.0), (a, r, 0.0), (-a, r, 1.0))
        return cls(vertices=[Vertex(x=x, y=y, bulge=b) for x, y, b in ends])

    def segments(self) -> list[tuple[Vertex, Vertex]]:
        return list(zip(self.vertices, self.vertices[1:] + self.vertices[:1], strict=True))

    def moved(self, dx: float = 0.0, dy: float = 0.0, turn_deg: float = 0.0) -> Ring:
        """Turned counter-clockwise about the origin, then shifted."""
        c, s = exact_cos_sin(turn_deg)
        return Ring(
            vertices=[Vertex(x=v.x * c - v.y * s + dx, y=v.x * s + v.y * c + dy, bulge=v.bulge) for v in self.vertices]
        )

    def mirrored(self) -> Ring:
        """The other hand: mirrored about the y axis, still running the same way round."""
        return Ring(vertices=[Vertex(x=-v.x, y=v.y, bulge=-v.bulge) for v in self.turned_round().vertices])

    def turned_round(self) -> Ring:
        """The same ring, running the other way."""
        back = list(reversed(self.vertices))
        bulges = [-back[(i + 1) % len(back)].bulge for i in range(len(back))]
        return Ring(vertices=[Vertex(x=v.x, y=v.y, bulge=b) for v, b in zip(back, bulges, strict=True)])


class Outline(Model):
    """A flat part: its outer ring and the openings in it."""

    outer: Ring
    openings: list[Ring] = []

    def moved(self, dx: float = 0.0, dy: float = 0.0, turn_deg: float = 0.0) -> Outline:
        return Outline(
            outer=self.outer.moved(dx, dy, turn_deg), openings=[o.moved(dx, dy, turn_deg) for o in self.openings]
        )


def exact_cos_sin(turn_deg: float) -> Point:
    """Cosine and sine, without rounding error at quarter turns."""
    quarter = turn_deg / 90.0
    if abs(quarter - round(quarter)) < 1e-12:
        return [(1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0)][round(quarter) % 4]
    return math.cos(math.radians(turn_deg)), math.sin(math.radians(turn_deg))


def arc_of(start: Vertex, end: Vertex) -> tuple[float, float, float, float, float]:
    """Centre x, y, radius, start angle and signed sweep (rad) of a segment with a bulge."""
    sweep = 4.0 * math.atan(start.bulge)
    chord = math.hypot(end.x - start.x, end.y - start.y)
    radius = chord / (2.0 * abs(math.sin(sweep / 2.0)))
    towards = math.atan2(end.y - start.y, end.x - start.x)
    to_centre = towards + math.copysign(math.pi / 2.0, sweep) - sweep / 2.0
    cx, cy = start.x + radius * math.cos(to_centre), start.y + radius * math.sin(to_centre)
    return cx, cy, radius, math.atan2(start.y - cy, start.x - cx), sweep


def ring_area_mm2(ring: Ring) -> float:
    """Signed area, exact for arcs; positive counter-clockwise."""
    total = 0.0
    for a, b in ring.segments():
        total += (a.x * b.y - b.x * a.y) / 2.0
        if a.bulge:
            _, _, radius, _, sweep = arc_of(a, b)
            total += radius**2 * (sweep - math.sin(sweep)) / 2.0
    return total


def ring_length_mm(ring: Ring) -> float:
    """Length around."""
    return sum(
        arc_of(a, b)[2] * abs(4.0 * math.atan(a.bulge)) if a.bulge else math.hypot(b.x - a.x, b.y - a.y)
        for a, b in ring.segments()
    )


def area_mm2(outline: Outline) -> float:
    """Area of the part, openings taken off."""
    return abs(ring_area_mm2(outline.outer)) - sum(abs(ring_area_mm2(o)) for o in outline.openings)


def cut_length_mm(outline: Outline) -> float:
    """Everything that is cut: outside and openings."""
    return ring_length_mm(outline.outer) + sum(ring_length_mm(o) for o in outline.openings)


def ring_points(ring: Ring, *, chord_mm: float = CHORD_TOLERANCE_MM, side: int = 0) -> NDArray[np.float64]:
    """The ring as a polygon, n x 2.

    Args:
        ring: what to chop.
        chord_mm: how far the polygon may stray from an arc.
        side: +1 to keep the polygon outside convex arcs (outer rings), -1 to keep it inside (openings), 0 on the arc.
    """
    points: list[Point] = []
    for a, b in ring.segments():
        points.append((a.x, a.y))
        if not a.bulge:
            continue
        cx, cy, radius, angle, sweep = arc_of(a, b)
        step = 2.0 * math.acos(max(0.0, 1.0 - min(1.0, chord_mm / radius)))
        count = max(2, math.ceil(abs(sweep) / max(step, 1e-3)))
        convex = sweep > 0
        grow = radius
        if side and ((side > 0) == convex):
            # vertices between the ends lie on the circle through the tangents' crossings, so chords touch the arc
            grow = radius / math.cos(abs(sweep) / count / 2.0)
            points.extend(
                (
                    cx + grow * math.cos(angle + sweep * (i + 0.5) / count),
                    cy + grow * math.sin(angle + sweep * (i + 0.5) / count),
                )
                for i in range(count)
            )
        else:
            points.extend(
                (cx + grow * math.cos(angle + sweep * i / count), cy + grow * math.sin(angle + sweep * i / count))
                for i in range(1, count)
            )
    return np.array(points)


def bounds_mm(outline: Outline) -> tuple[float, float, float, float]:
    """Least x, least y, greatest x, greatest y; exact for arcs."""
    return bounds_of(outline.outer)


def bounds_of(ring: Ring) -> tuple[float, float, float, float]:
    """The same of a ring."""
    xs: list[float] = []
    ys: list[float] = []
    for a, b in ring.segments():
        xs.append(a.x)
        ys.append(a.y)
        if a.bulge:
            cx, cy, radius, angle, sweep = arc_of(a, b)
            for quarter in range(4):
                turn = (quarter * math.pi / 2.0 - angle) % (2.0 * math.pi)
                if sweep < 0:
                    turn -= 2.0 * math.pi
                if 0.0 <= turn / sweep <= 1.0:
                    xs.append(cx + radius * round(math.cos(quarter * math.pi / 2.0)))
                    ys.append(cy + radius * round(math.sin(quarter * math.pi / 2.0)))
    return min(xs), min(ys), max(xs), max(ys)


def rounded(points: Sequence[Point], radii: Sequence[float]) -> Ring:
    """A polygon whose corners are rounded by tangent arcs (radius 0 leaves a corner sharp)."""
    out: list[Vertex] = []
    count = len(points)
    for i, (x, y) in enumerate(points):
        radius = radii[i]
        if radius <= 0:
            out.append(Vertex(x=x, y=y))
            continue
        (ux, uy), (vx, vy) = _unit(x, y, *points[i - 1]), _unit(x, y, *points[(i + 1) % count])
        inside = math.acos(max(-1.0, min(1.0, ux * vx + uy * vy)))
        reach = radius / math.tan(inside / 2.0)
        bulge = math.copysign(math.tan((math.pi - inside) / 4.0), uy * vx - ux * vy)
        out.append(Vertex(x=x + ux * reach, y=y + uy * reach, bulge=bulge))
        out.append(Vertex(x=x + vx * reach, y=y + vy * reach))
    return Ring(vertices=out)


def _unit(x: float, y: float, to_x: float, to_y: float) -> Point:
    length = math.hypot(to_x - x, to_y - y)
    return (to_x - x) / length, (to_y - y) / length
