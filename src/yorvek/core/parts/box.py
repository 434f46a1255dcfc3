"""A closed box of plates: two sides of one outline and walls along its edges, with tabs that go through slots of the
sides. Where a corner is bent and not welded, one wall runs round it. mm, in the plane of the side.
"""

from __future__ import annotations

import cmath
import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from shapely import Polygon, STRtree, unary_union

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.folded import LEAST_TURN_DEG
from yorvek.core.workshop.bends import din_allowance_mm

BRIDGE_THICKNESSES = 3.0
"""Metal that stays between two slots, and between a slot and its leg's end (common practice, no source)."""
MOST_TURN_DEG = 135.0
"""A corner that is bent further closes on itself (ours)."""
OVERLAP_MM2 = 1e-3
ALIKE_DIGITS = 2
Points = list[tuple[float, float]]


@dataclass(frozen=True)
class Leg:
    """A straight part of a wall as it stands on the side: where its outer face begins, which way it runs, which way is
    inward, how long it is, and the middles of its tabs along it.
    """

    start: complex
    way: complex
    inward: complex
    long: float
    tabs: tuple[float, ...]

    def area(self, first: float, last: float, outer: float, inner: float) -> Points:
        """Corners of what lies from `first` to `last` along it and from `outer` to `inner` across it."""
        places = ((first, outer), (last, outer), (last, inner), (first, inner))
        found = [self.start + self.way * s + self.inward * z for s, z in places]
        return [(p.real, p.imag) for p in found]


@dataclass(frozen=True)
class Fold:
    """Where a wall is bent: by how much, towards the inside of the box or, negative, away from it; inside radius, and
    how much of the flat turns; at which corner of the side.
    """

    turn_deg: float
    radius: float
    zone: float
    corner: int


@dataclass(frozen=True)
class Wall:
    """A wall: its legs in the order of the corners, and the folds between them."""

    legs: tuple[Leg, ...]
    folds: tuple[Fold, ...]

    @cached_property
    def starts(self) -> list[float]:
        """Where on the flat each leg begins."""
        steps = [leg.long + fold.zone for leg, fold in zip(self.legs, self.folds, strict=False)]
        return list(itertools.accumulate(steps, initial=0.0))

    @property
    def long(self) -> float:
        """How long its flat is."""
        return self.starts[-1] + self.legs[-1].long

    @property
    def tabs(self) -> list[float]:
        """Middles of its tabs on the flat."""
        return [at + s for at, leg in zip(self.starts, self.legs, strict=True) for s in leg.tabs]

    def alike(self) -> tuple[tuple[float, ...], ...]:
        """What it is cut and bent by, from whichever end."""
        legs = [(round(leg.long, ALIKE_DIGITS), float(len(leg.tabs))) for leg in self.legs]
        folds = [(round(f.turn_deg, ALIKE_DIGITS), f.radius) for f in self.folds]
        return min((*legs, *folds), (*legs[::-1], *folds[::-1]))


@dataclass(frozen=True)
class PlateBox:
    """What a box is made by.

    Args:
        corners: of its sides, in either sense; a wall runs from each to the next.
        bent: of each corner the inside radius that it is bent with; None where it is welded.
        width: outside, over both sides.
        side, wall: how thick.
        inset: from the side's edge to the outer face of a wall: there its weld lies.
        tab: how long; 0: none. `apart`: at most so far from middle to middle. `clearance`: about a tab on each side.
    """

    corners: tuple[complex, ...]
    bent: tuple[float | None, ...]
    width: float
    side: float
    wall: float
    inset: float
    tab: float
    apart: float
    clearance: float

    @property
    def between(self) -> float:
        """How wide a wall is without its tabs: what lies between the sides."""
        return self.width - 2 * self.side

    @property
    def seamed(self) -> list[int]:
        """Corners that are welded."""
        return [k for k, radius in enumerate(self.bent) if radius is None]

    @cached_property
    def legs(self) -> tuple[Leg, ...]:
        """Straight parts of the walls, in the order of the corners.

        Raises:
            InputError: an outline that crosses itself or has no room for its walls, a box that is all sides.
        """
        if self.between <= 0:
            needs = f"more than both sides, {2 * self.side:g} mm"
            raise InputError(field="shape.width", got=f"{self.width:g} mm", needs=needs)
        found = tuple(self._leg(k) for k in range(len(self.corners)))
        plans = [Polygon(leg.area(0.0, leg.long, 0.0, self.wall)) for leg in found]
        if sum(p.area for p in plans) - unary_union(plans).area > OVERLAP_MM2:
            needs = f"room for walls of {self.wall:g} mm: two of them run into each other"
            raise InputError(field="shape.corners", got=f"{len(self.corners)} of them", needs=needs)
        return found

    @cached_property
    def walls(self) -> tuple[Wall, ...]:
        """What is cut as one piece, in the order of the corners.

        Raises:
            InputError: as `legs`; no corner that is welded, a bend that closes on itself.
        """
        seams, legs = self.seamed, self.legs
        if not seams:
            needs = "one at least that is welded: a wall that is bent all round does not come off the brake"
            raise InputError(field="shape.corners", got="every corner bent", needs=needs)
        found = []
        for first, after in zip(seams, [*seams[1:], seams[0] + len(legs)], strict=True):
            numbers = [k % len(legs) for k in range(first, after)]
            found.append(Wall(tuple(legs[k] for k in numbers), tuple(self._fold(k) for k in numbers[1:])))
        return tuple(found)

    @cached_property
    def _edges(self) -> list[tuple[complex, complex]]:
        return list(zip(self.corners, [*self.corners[1:], self.corners[0]], strict=True))

    @cached_property
    def _ways(self) -> list[complex]:
        for k, (a, b) in enumerate(self._edges):
            if abs(b - a) < 1e-9:
                raise InputError(field=f"shape.corners.{k}.x", got="on the next one", needs="a place of its own")
        return [(b - a) / abs(b - a) for a, b in self._edges]

    @cached_property
    def _sense(self) -> float:
        """1 where the corners run against the clock, -1 where they run with it."""
        outline = Polygon([(c.real, c.imag) for c in self.corners])
        if not outline.is_valid or outline.area <= 0:
            needs = "the corners of one outline in order, that does not cross itself"
            raise InputError(field="shape.corners", got=f"{len(self.corners)} of them", needs=needs)
        return 1.0 if outline.exterior.is_ccw else -1.0

    def _turn(self, k: int) -> float:
        """How far the outline turns at a corner, outward; negative inward. Radians."""
        return cmath.phase(self._ways[k] / self._ways[k - 1]) * self._sense

    def _leg(self, k: int) -> Leg:
        """Walls that are welded are cut square and meet edge to edge: their inner edges where the outline turns
        outward, so that the weld has a groove outside, and their outer edges where it turns inward.
        """
        way = self._ways[k]
        a, b = self._edges[k]
        first, last = (self._set_back(c) for c in (k, (k + 1) % len(self.corners)))
        long = abs(b - a) - first - last
        if long <= 0:
            needs = f"more than its corners take of it, {first + last:.1f} mm"
            raise InputError(field=f"shape.corners.{k}.x", got=f"{abs(b - a):g} mm to the next", needs=needs)
        inward = way * 1j * self._sense
        return Leg(a + way * first + inward * self.inset, way, inward, long, self._tabs(long))

    def _set_back(self, k: int) -> float:
        """How far from a corner of the outline a leg begins."""
        turn, radius = self._turn(k), self.bent[k]
        reach = self.inset + (self.wall if (turn > 0) == (radius is None) else 0.0)
        bend = 0.0 if radius is None else (radius + self.wall) * math.tan(abs(turn) / 2)
        return reach * math.tan(turn / 2) + bend

    def _fold(self, k: int) -> Fold:
        radius, turn = self.bent[k] or 0.0, math.degrees(self._turn(k))
        if not LEAST_TURN_DEG <= abs(turn) <= MOST_TURN_DEG:
            needs = f"a corner that turns {LEAST_TURN_DEG:g} to {MOST_TURN_DEG:g} degrees; weld it"
            raise InputError(field=f"shape.corners.{k}.bend", got=f"{abs(turn):.0f} degrees", needs=needs)
        return Fold(turn, radius, din_allowance_mm(radius, self.wall, abs(turn)), k)

    def _tabs(self, long: float) -> tuple[float, ...]:
        """Middles of a leg's tabs: evenly, two where there is room for two, none where there is none for one."""
        if not self.tab:
            return ()
        each = self.tab + 2 * self.clearance + 2 * BRIDGE_THICKNESSES * self.side
        count = min(max(math.ceil(long / self.apart - 1e-9), 2), int(long / each + 1e-9))
        return tuple(long * (k + 0.5) / count for k in range(count))

    @cached_property
    def slots(self) -> list[Points]:
        """Corners of each slot of a side, leg by leg.

        Raises:
            InputError: slots that leave too little between them, or open the side's edge.
        """
        half, c = self.tab / 2 + self.clearance, self.clearance
        found = [leg.area(s - half, s + half, -c, self.wall + c) for leg in self.legs for s in leg.tabs]
        if found and self.inset <= c:
            raise InputError(field="shape.inset", got=f"{self.inset:g} mm", needs=f"more than its play, {c:g} mm")
        if _nearest(found) < BRIDGE_THICKNESSES * self.side - 1e-6:
            needs = f"slots with {BRIDGE_THICKNESSES * self.side:g} mm between them: three thicknesses"
            raise InputError(field="shape.tab", got=f"{self.tab:g} mm", needs=needs)
        return found

    def side_outline(self) -> Outline:
        """A side as it is cut, its lower left corner at the origin."""
        x0, y0 = self.origin
        outer = Ring.polygon([(c.real - x0, c.imag - y0) for c in self.corners])
        return Outline(outer=outer, openings=[Ring.polygon([(x - x0, y - y0) for x, y in s]) for s in self.slots])

    @property
    def origin(self) -> tuple[float, float]:
        """Lower left corner of the side."""
        return min(c.real for c in self.corners), min(c.imag for c in self.corners)

    def wall_outline(self, wall: Wall) -> Outline:
        """A wall in the flat as it is cut: along it from the left, its tabs above and below."""
        half = self.tab / 2
        low, high = (self.side, self.width - self.side) if wall.tabs else (0.0, self.between)
        under, over = [(0.0, low)], [(wall.long, high)]
        for s in wall.tabs:
            under += [(s - half, low), (s - half, 0.0), (s + half, 0.0), (s + half, low)]
        for s in reversed(wall.tabs):
            over += [(s + half, high), (s + half, self.width), (s - half, self.width), (s - half, high)]
        return Outline(outer=Ring.polygon([*under, (wall.long, low), *over, (0.0, high)]))

    def alike(self) -> list[list[int]]:
        """Numbers of walls, from 0, that are cut and bent alike, together."""
        lots: dict[object, list[int]] = {}
        for k, wall in enumerate(self.walls):
            lots.setdefault(wall.alike(), []).append(k)
        return list(lots.values())

    def seams_mm(self) -> tuple[float, float]:
        """Length of its seams where walls meet, and along both sides."""
        return len(self.walls) * self.between, 2 * sum(wall.long for wall in self.walls)


def _nearest(shapes: Sequence[Points]) -> float:
    """Between the two nearest, mm."""
    plans = [Polygon(s) for s in shapes]
    if len(plans) < 2:
        return math.inf
    _, away = STRtree(plans).query_nearest(plans, exclusive=True, return_distance=True)
    return float(min(away))
