"""The bars of a structure as pieces that come off the saw: those of a role that run on in a straight line are one."""

from __future__ import annotations

import math

from yorvek.core.frames.said import BarVerdict, FrameVerdict
from yorvek.core.model import Model

STRAIGHT = math.cos(math.radians(0.5))
Point = tuple[float, float, float]


class Piece(Model):
    """A piece, node to node: joints and notches still to be taken off by whoever details it."""

    role: str
    section_id: str
    material_id: str
    length_mm: float


def _way(a: Point, b: Point) -> Point:
    length = math.dist(a, b)
    return (b[0] - a[0]) / length, (b[1] - a[1]) / length, (b[2] - a[2]) / length


def straight_pieces(verdict: FrameVerdict) -> list[Piece]:
    """Pieces of every role."""
    out: list[Piece] = []
    left = list(verdict.bars)
    while left:
        first = left.pop(0)
        length, ends = first.length_mm, [first.i, first.j]
        way = _way(verdict.nodes[first.i], verdict.nodes[first.j])
        while (other := _next(verdict, left, first, ends, way)) is not None:
            bar, end = other
            left.remove(bar)
            length += bar.length_mm
            ends[end] = bar.j if bar.i == ends[end] else bar.i
        out.append(Piece(role=first.role, section_id=first.section_id, material_id=first.material_id, length_mm=length))
    return out


def _next(
    verdict: FrameVerdict, left: list[BarVerdict], first: BarVerdict, ends: list[str], way: Point
) -> tuple[BarVerdict, int] | None:
    """A bar of the same role that carries on from one of the ends."""
    for bar in left:
        if (bar.role, bar.section_id, bar.material_id) != (first.role, first.section_id, first.material_id):
            continue
        along = _way(verdict.nodes[bar.i], verdict.nodes[bar.j])
        if abs(sum(a * b for a, b in zip(along, way, strict=True))) < STRAIGHT:
            continue
        for end in (0, 1):
            if ends[end] in (bar.i, bar.j):
                return bar, end
    return None
