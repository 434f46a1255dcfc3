"""A closed box of flat plates: two sides of one outline and a wall along each of its edges, with tabs that go through
slots of the sides. mm, in the plane of the side.
"""

from __future__ import annotations

import cmath
import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from shapely import Polygon, STRtree, unary_union

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring

BRIDGE_THICKNESSES = 3.0
"""Metal that stays between two slots, and between a slot and its wall's end (common practice, no source)."""
OVERLAP_MM2 = 1e-3
ALIKE_DIGITS = 2

Corners = Sequence[complex]


@dataclass(frozen=True)
class Wall:
    """A wall as it stands on the side: where its outer face begins, which way it runs, which way is inward, how long it
    is, and the middles of its tabs along it.
    """

    start: complex
    way: complex
    inward: complex
    long: float
    tabs: tuple[float, ...]

    def area(self, first: float, last: float, outer: float, inner: float) -> list[tuple[float, float]]:
        """Corners of what lies from `first` to `last` along it and from `outer` to `inner` across it."""
        places = ((first, outer), (last, outer), (last, inner), (first, inner))
        found = [self.start + self.way * s + self.inward * z for s, z in places]
        return [(p.real, p.imag) for p in found]


@dataclass(frozen=True)
class PlateBox:
    """What a box is made by.

    Args:
        corners: of its sides, in either sense; a wall runs from each to the next.
        width: outside, over both sides.
        side, wall: how thick.
        inset: from the side's edge to the outer face of a wall: there its weld lies.
        tab: how long; 0: none. `apart`: at most so far from middle to middle. `clearance`: about a tab on each side.
    """

    corners: tuple[complex, ...]
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

    @cached_property
    def walls(self) -> tuple[Wall, ...]:
        """In the order of the corners.

        Raises:
            InputError: an outline that crosses itself or has no room for its walls, a box that is all sides.
        """
        if self.between <= 0:
            needs = f"more than both sides, {2 * self.side:g} mm"
            raise InputError(field="shape.width", got=f"{self.width:g} mm", needs=needs)
        sense = self._sense()
        ways = [_unit(a, b, k) for k, (a, b) in enumerate(self._edges())]
        turns = [cmath.phase(w / ways[k - 1]) * sense for k, w in enumerate(ways)]
        found = tuple(self._wall(k, ways[k], sense, turns) for k in range(len(ways)))
        plans = [Polygon(w.area(0.0, w.long, 0.0, self.wall)) for w in found]
        if sum(p.area for p in plans) - unary_union(plans).area > OVERLAP_MM2:
            needs = f"room for walls of {self.wall:g} mm: two of them run into each other"
            raise InputError(field="shape.corners", got=f"{len(self.corners)} of them", needs=needs)
        return found

    def _edges(self) -> list[tuple[complex, complex]]:
        return list(zip(self.corners, [*self.corners[1:], self.corners[0]], strict=True))

    def _sense(self) -> float:
        """1 where the corners run against the clock, -1 where they run with it."""
        outline = Polygon([(c.real, c.imag) for c in self.corners])
        if not outline.is_valid or outline.area <= 0:
            needs = "the corners of one outline in order, that does not cross itself"
            raise InputError(field="shape.corners", got=f"{len(self.corners)} of them", needs=needs)
        return 1.0 if outline.exterior.is_ccw else -1.0

    def _wall(self, k: int, way: complex, sense: float, turns: Sequence[float]) -> Wall:
        """Walls are cut square and meet edge to edge: their inner edges where the outline turns outward, so that the
        weld has a groove outside, and their outer edges where it turns inward.
        """
        a, b = self._edges()[k]
        first, last = (self._set_back(t) for t in (turns[k], turns[(k + 1) % len(turns)]))
        long = abs(b - a) - first - last
        if long <= 0:
            needs = f"more than its neighbours take of it, {first + last:.1f} mm"
            raise InputError(field=f"shape.corners.{k}.x", got=f"{abs(b - a):g} mm to the next", needs=needs)
        inward = way * 1j * sense
        return Wall(a + way * first + inward * self.inset, way, inward, long, self._tabs(long))

    def _set_back(self, turn: float) -> float:
        """How far from a corner of the outline a wall begins."""
        return (self.inset + (self.wall if turn > 0 else 0.0)) * math.tan(turn / 2)

    def _tabs(self, long: float) -> tuple[float, ...]:
        """Middles of a wall's tabs: evenly, two where there is room for two, none where there is none for one."""
        if not self.tab:
            return ()
        each = self.tab + 2 * self.clearance + 2 * BRIDGE_THICKNESSES * self.side
        count = min(max(math.ceil(long / self.apart - 1e-9), 2), int(long / each + 1e-9))
        return tuple(long * (k + 0.5) / count for k in range(count))

    @cached_property
    def slots(self) -> list[list[tuple[float, float]]]:
        """Corners of each slot of a side, wall by wall.

        Raises:
            InputError: slots that leave too little between them, or open the side's edge.
        """
        half, c = self.tab / 2 + self.clearance, self.clearance
        found = [w.area(s - half, s + half, -c, self.wall + c) for w in self.walls for s in w.tabs]
        if found and self.inset <= c:
            raise InputError(field="shape.inset", got=f"{self.inset:g} mm", needs=f"more than its play, {c:g} mm")
        if _nearest(found) < BRIDGE_THICKNESSES * self.side - 1e-6:
            needs = f"slots with {BRIDGE_THICKNESSES * self.side:g} mm between them: three thicknesses"
            raise InputError(field="shape.tab", got=f"{self.tab:g} mm", needs=needs)
        return found

    def side_outline(self) -> Outline:
        """A side as it is cut, its lower left corner at the origin."""
        x0, y0 = min(c.real for c in self.corners), min(c.imag for c in self.corners)
        outer = Ring.polygon([(c.real - x0, c.imag - y0) for c in self.corners])
        return Outline(outer=outer, openings=[Ring.polygon([(x - x0, y - y0) for x, y in s]) for s in self.slots])

    def wall_outline(self, number: int) -> Outline:
        """A wall as it is cut: along it from the left, its tabs above and below. `number`: from 0."""
        wall, half = self.walls[number], self.tab / 2
        low, high = (self.side, self.width - self.side) if wall.tabs else (0.0, self.between)
        under, over = [(0.0, low)], [(wall.long, high)]
        for s in wall.tabs:
            under += [(s - half, low), (s - half, 0.0), (s + half, 0.0), (s + half, low)]
        for s in reversed(wall.tabs):
            over += [(s + half, high), (s + half, self.width), (s - half, self.width), (s - half, high)]
        return Outline(outer=Ring.polygon([*under, (wall.long, low), *over, (0.0, high)]))

    def alike(self) -> list[list[int]]:
        """Numbers of walls, from 0, that are cut alike, together."""
        lots: dict[tuple[float, int], list[int]] = {}
        for k, w in enumerate(self.walls):
            lots.setdefault((round(w.long, ALIKE_DIGITS), len(w.tabs)), []).append(k)
        return list(lots.values())

    def seams_mm(self) -> tuple[float, float]:
        """Length of its seams where walls meet, and along both sides."""
        return len(self.walls) * self.between, 2 * sum(w.long for w in self.walls)


def _unit(a: complex, b: complex, k: int) -> complex:
    if abs(b - a) < 1e-9:
        raise InputError(field=f"shape.corners.{k}.x", got="on the next one", needs="a place of its own")
    return (b - a) / abs(b - a)


def _nearest(shapes: Sequence[Sequence[tuple[float, float]]]) -> float:
    """Between the two nearest, mm."""
    plans = [Polygon(s) for s in shapes]
    if len(plans) < 2:
        return math.inf
    tree = STRtree(plans)
    _, away = tree.query_nearest(plans, exclusive=True, return_distance=True)
    return float(min(away))
