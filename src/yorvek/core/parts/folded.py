"""What is bent in one plane, seen from its end or its side: its two faces, and its legs as they are measured."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, Vertex, bounds_mm, ring_points
from yorvek.core.parts.drawn import DrawnDimension, PartView
from yorvek.core.quantities.entry import Length, Turned

LEAST_TURN_DEG = 1.0
"""Less is no bend (ours)."""
Measured = tuple[tuple[float, float], tuple[float, float], bool]


@dataclass(frozen=True)
class Folds:
    """Something bent in the flat, mm: inside radius and developed length of each bend, how far each leg's measure
    reaches over its straight part at both its ends (one more than bends, nothing at the edges), and what stays straight
    of each leg.
    """

    radii: list[float]
    zones: list[float]
    backs: list[float]
    legs: list[float]

    def long(self) -> float:
        """How long it is in the flat."""
        return sum(self.legs) + sum(self.zones)

    def middles(self) -> list[float]:
        """Where the middles of the bends are, from the left edge."""
        ends = itertools.accumulate(leg + zone for leg, zone in zip(self.legs, self.zones, strict=False))
        return [end - zone / 2 for end, zone in zip(ends, self.zones, strict=True)]

    def starts(self) -> list[float]:
        """Where the measure of each leg begins in the flat, from the left edge."""
        ends = [x + zone / 2 for x, zone in zip(self.middles(), self.zones, strict=True)]
        return [0.0, *(x - back for x, back in zip(ends, self.backs[1:], strict=False))]


def leg_name(k: int) -> str:
    """The question that states a leg of what is bent."""
    return "first_leg" if k == 0 else f"bends.{k - 1}.leg"


def refuse_turns(turns: Sequence[Turned], most_deg: float) -> None:
    """Raises InputError, at its question, for a bend that is none, or that closes on itself."""
    for k, turn in enumerate(turns):
        if not LEAST_TURN_DEG <= abs(turn.value) <= most_deg:
            needs = f"{LEAST_TURN_DEG:g} to {most_deg:g} degrees, negative for down"
            raise InputError(field=f"shape.bends.{k}.turn", got=turn.text, needs=needs)


def closed_on_itself(bends: int) -> InputError:
    """The error of what is bent into itself."""
    needs = "legs that clear one another: it runs into itself once it is bent"
    return InputError(field="shape.bends", got=f"{bends} bends", needs=needs)


def in_the_flat(entered: Sequence[Length], radii: list[float], zones: list[float], backs: Sequence[float]) -> Folds:
    """Something bent, in the flat.

    Args:
        entered: its legs as they are measured.
        radii, zones: inside radius and developed length of each bend, mm.
        backs: how far the legs' measures reach over each bend, mm.

    Raises:
        InputError: a leg, at its question, of which its bends leave nothing.
    """
    over = [0.0, *backs, 0.0]
    legs = [leg.value - a - b for leg, (a, b) in zip(entered, itertools.pairwise(over), strict=True)]
    for k, (leg, got) in enumerate(zip(legs, entered, strict=True)):
        if leg <= 0:
            needs = f"more than the {got.value - leg:.1f} mm that its bends take of it"
            raise InputError(field=f"shape.{leg_name(k)}", got=got.text, needs=needs)
    return Folds(radii, zones, over, legs)


@dataclass(frozen=True)
class Folded:
    """A strip once it is bent in its plane, mm.

    Args:
        depth: from face to face, in the plane that it is bent in.
        folds: it in the flat.
        turns: how far each bend is turned, degrees; up is positive.
        beside: legs are measured so far beside the face that is outside; half the depth is along the middle.
    """

    depth: float
    folds: Folds
    turns: Sequence[float]
    beside: float = 0.0

    def clears_itself(self) -> bool:
        """Whether it does not run into itself."""
        return bool(Polygon(ring_points(self.faces()[0])).is_valid)

    def view(self, words: str) -> PartView:
        """It once bent, lower left corner at the origin, each leg with its measure."""
        ring, measures = self.faces()
        outline = Outline(outer=ring)
        x0, y0, x1, y1 = bounds_mm(outline)
        aside = 0.14 * max(x1 - x0, y1 - y0)
        dimensions = [
            DrawnDimension(
                x1=ax - x0, y1=ay - y0, x2=bx - x0, y2=by - y0, offset_mm=-aside if below else aside,
                value_mm=math.dist((ax, ay), (bx, by)), asked=leg_name(k),
            )
            for k, ((ax, ay), (bx, by), below) in enumerate(measures)
        ]  # fmt: skip
        return PartView.of(words, outline.moved(-x0, -y0), dimensions)

    def faces(self) -> tuple[Ring, list[Measured]]:
        """Its two faces one after the other, arcs true: a bend up has its inside on the left of the way along it. And
        each leg as it is measured, with whether its outside is the right face.
        """
        t, heading, x, y = self.depth, 0.0, 0.0, 0.0
        right, left = [(0.0, 0.0, 0.0)], [(0.0, t, 0.0)]
        measures: list[Measured] = []
        for k, leg in enumerate(self.folds.legs):
            c, s = math.cos(heading), math.sin(heading)
            below = self.turns[min(k, len(self.turns) - 1)] > 0
            off = self.beside if below else t - self.beside
            fx, fy = x - off * s, y + off * c
            a, b = -self.folds.backs[k], leg + self.folds.backs[k + 1]
            measures.append(((fx + a * c, fy + a * s), (fx + b * c, fy + b * s), below))
            x, y = x + leg * c, y + leg * s
            turn = math.radians(self.turns[k]) if k < len(self.turns) else 0.0
            right.append((x, y, math.tan(turn / 4)))
            left.append((x - t * s, y + t * c, math.tan(turn / 4)))
            if k == len(self.turns):
                break
            # the middle of the bend lies to the left of the way where it goes up, to the right where it goes down
            away = self.folds.radii[k] + t if turn > 0 else -self.folds.radii[k]
            mx, my = x - away * s, y + away * c
            heading += turn
            c, s = math.cos(heading), math.sin(heading)
            x, y = mx + away * s, my - away * c
            right.append((x, y, 0.0))
            left.append((x - t * s, y + t * c, 0.0))
        back = [(*left[i][:2], -left[i - 1][2] if i else 0.0) for i in range(len(left) - 1, -1, -1)]
        return Ring(vertices=[Vertex(x=px, y=py, bulge=b) for px, py, b in [*right, *back]]), measures
