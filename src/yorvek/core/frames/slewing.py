"""What turns about an upright axis, through the range of its angle."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from itertools import pairwise
from typing import TypeVar

import numpy as np

from yorvek.core.errors import InputError
from yorvek.core.frames.request import Slew
from yorvek.core.structures.starters import Layout, Point
from yorvek.core.structures.starters.layout import Bar
from yorvek.core.theory.frames import local_axes

T = TypeVar("T")
STEP_DEG = 15.0
CLOSER = 2
"""Times the steps about a worst angle are halved."""
ON_AXIS_MM = 0.5
ROUND_DEG = 350.0
"""A range wider than this goes all round."""


def angles_of(slew: Slew) -> list[float]:
    """Angles that stand for the range at first: both ends, where it points along or across, and between them.

    Raises:
        InputError: the range goes backwards, or more than once round.
    """
    low, high = slew.from_deg, slew.to_deg
    if not 0 < high - low <= 360:
        raise InputError(
            field="slewing",
            got=f"from {low:g}° to {high:g}°",
            needs="the smaller angle first, and not more than once round",
        )
    square = [90.0 * k for k in range(math.ceil(low / 90.0), math.floor(high / 90.0) + 1)]
    marks = sorted({low, high, *square})
    out = [low]
    for a, b in pairwise(marks):
        out += np.linspace(a, b, math.ceil((b - a) / STEP_DEG - 1e-9) + 1)[1:].tolist()
    return [float(a) for a in out]


def worst_angles(slew: Slew, at: Callable[[float], T], *ranks: Callable[[T], tuple[float, ...]]) -> list[float]:
    """The angle at which each rank is least, found over the range and then closer and closer about it; `at` is asked
    once for every angle.
    """
    seen = {a: at(a) for a in angles_of(slew)}

    def least(rank: Callable[[T], tuple[float, ...]]) -> float:
        return min(seen, key=lambda a: rank(seen[a]))

    for _ in range(CLOSER):
        for rank in ranks:
            for angle in _beside(slew, list(seen), least(rank)):
                if angle not in seen:
                    seen[angle] = at(angle)
    return [least(rank) for rank in ranks]


def _beside(slew: Slew, found: list[float], worst: float) -> list[float]:
    """Angles halfway from the worst one to its neighbours."""
    order = sorted(found)
    k = order.index(worst)
    beside = [order[j] for j in (k - 1, k + 1) if 0 <= j < len(order)]
    if slew.to_deg - slew.from_deg > ROUND_DEG and k in (0, len(order) - 1):
        beside.append(worst + (STEP_DEG if k else -STEP_DEG))
    return [(worst + b) / 2 for b in beside]


def slewed(layout: Layout, slew: Slew, degrees: float) -> Layout:
    """The layout with what turns at an angle, counted from where it was drawn, against the clock seen from above.

    Raises:
        InputError: a node or bar that is not there; a node off the axis that what turns shares with what stands, or
            that the ground holds.
    """
    if slew.about not in layout.nodes:
        raise InputError(field="slewing", got=slew.about, needs="a node on its axis: " + _some(list(layout.nodes)))
    known = {b.name for b in layout.bars} | {b.role for b in layout.bars}
    odd = next((n for n in slew.turns if n not in known), None)
    if odd:
        raise InputError(field="slewing", got=odd, needs="a bar or a role of this structure: " + _some(sorted(known)))
    turning = {b.name for b in layout.bars if b.name in slew.turns or b.role in slew.turns}
    axis = layout.nodes[slew.about]
    moved = {n for b in layout.bars if b.name in turning for n in (b.i, b.j) if not _on(axis, layout.nodes[n])}
    _refuse_tied(layout, turning, moved)
    turn = _about(math.radians(degrees))
    nodes = {n: _turned(p, axis, turn) if n in moved else p for n, p in layout.nodes.items()}
    return replace(layout, nodes=nodes, bars=[_bar(layout, b, turn) if b.name in turning else b for b in layout.bars])


def _on(axis: Point, place: Point) -> bool:
    return math.hypot(place[0] - axis[0], place[2] - axis[2]) <= ON_AXIS_MM


def _refuse_tied(layout: Layout, turning: set[str], moved: set[str]) -> None:
    for node in sorted(moved):
        stands = next((b.name for b in layout.at(node) if b.name not in turning), None)
        if stands is not None:
            raise InputError(
                field="slewing",
                got=f"node {node}, where {stands} ends too, which stands still",
                needs="what turns meets what stands only on the axis: name every bar that turns",
            )
        if layout.grounded(node):
            raise InputError(field="slewing", got=f"node {node}, which the ground holds", needs="a node free to turn")


def _about(radians: float) -> np.ndarray:
    c, s = math.cos(radians), math.sin(radians)
    return np.array([[c, 0.0, s], [0.0, 1.0, 0.0], [-s, 0.0, c]])


def _turned(place: Point, axis: Point, turn: np.ndarray) -> Point:
    foot = np.array([axis[0], 0.0, axis[2]])
    x, y, z = (float(v) for v in turn @ (np.array(place) - foot) + foot)
    return x, y, z


def _bar(layout: Layout, bar: Bar, turn: np.ndarray) -> Bar:
    """Its section turns with it, upright bars too."""
    depth = None if bar.depth is None else np.array(bar.depth)
    axes = local_axes(np.array(layout.nodes[bar.i]), np.array(layout.nodes[bar.j]), depth)
    x, y, z = (float(v) for v in turn @ axes[1])
    return replace(bar, depth=(x, y, z))


def _some(names: list[str]) -> str:
    return ", ".join(names[:12])
