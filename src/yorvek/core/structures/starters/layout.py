"""What a starter expands into: nodes, bars, supports and places for loads.

Global Y is up. A bar's role names what it is ("arm", "tie"); sections go with roles. A place is where a load of the
brief may
stand: at nodes (shared evenly), or along bars (per length, or per area over the width each bar carries).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

from yorvek.core.errors import InputError

Point = tuple[float, float, float]
FIXED = ("DX", "DY", "DZ", "RX", "RY", "RZ")
PINNED = ("DX", "DY", "DZ", "RX", "RY")
STRAIGHT = math.cos(math.radians(0.5))
NO_SPRINGS = (0.0,) * 6
HINGE = frozenset({"iry", "irz", "jry", "jrz"})


@dataclass(frozen=True)
class Bar:
    """A straight bar; `bored`: a pin that goes through holes in what it joins, so its ends are no joints; `depth` is
    the way its section's depth points where that is not the usual one.
    """

    name: str
    i: str
    j: str
    role: str
    released: frozenset[str] = frozenset()
    only: Literal["", "tension", "compression"] = ""
    bored: bool = False
    depth: Point | None = None


@dataclass(frozen=True)
class Spot:
    """Where a load may stand: nodes, or bars with the width of area each carries, mm."""

    words: str
    nodes: tuple[str, ...] = ()
    bars: tuple[tuple[str, float], ...] = ()


@dataclass
class Layout:
    """A starter expanded. `reach_mm` is the length that the limit of the whole is taken from, 0 where only its members
    have limits; `tip` whether it is an arm's tip; `springs` is what gives at a node between it and the ground, N/mm and
    Nmm/rad by freedom.
    """

    nodes: dict[str, Point]
    bars: list[Bar]
    supports: dict[str, tuple[str, ...]]
    spots: dict[str, Spot]
    reach_mm: float
    tip: bool
    words: str
    watched: tuple[str, ...] = ()
    springs: dict[str, tuple[float, ...]] = field(default_factory=dict)
    roles: tuple[str, ...] = field(default=())

    def __post_init__(self) -> None:
        if not self.roles:
            self.roles = tuple(dict.fromkeys(b.role for b in self.bars))
        self._by_name = {b.name: b for b in self.bars}
        self._ways: dict[tuple[str, bool], Point] = {}
        self.carried: dict[tuple[str, str], list[Bar]] = {}
        self._at: dict[str, list[Bar]] = {n: [] for n in self.nodes}
        for b in self.bars:
            for n in (b.i, b.j):
                self._at.setdefault(n, []).append(b)

    def bar(self, name: str) -> Bar:
        """The bar of that name."""
        return self._by_name[name]

    def at(self, node: str) -> list[Bar]:
        """The bars that end at a node."""
        return self._at.get(node, [])

    def grounded(self, node: str) -> bool:
        """Whether the ground holds it, be it by springs."""
        return node in self.supports or node in self.springs

    def way(self, bar: Bar, node: str) -> Point:
        """The direction of a bar away from a node, of length one."""
        known = self._ways.get((bar.name, node == bar.i))
        if known is None:
            a, b = (bar.i, bar.j) if node == bar.i else (bar.j, bar.i)
            d = [q - p for p, q in zip(self.nodes[a], self.nodes[b], strict=True)]
            size = math.hypot(*d)
            known = self._ways[bar.name, node == bar.i] = d[0] / size, d[1] / size, d[2] / size
        return known


def need(**lengths: float) -> None:
    for name, value in lengths.items():
        if not value > 0:
            raise InputError(field=name, got=f"{value:g} mm", needs="more than nothing")


def runs_on(layout: Layout, bar: Bar, node: str) -> bool:
    """Whether a bar of the same role goes straight on past the node: the two are one piece, and there is no joint."""
    return any(other.role == bar.role for other in carries_on(layout, bar, node))


def carries_on(layout: Layout, bar: Bar, node: str) -> list[Bar]:
    """Bars that go straight on past the node, stiffly joined to this one."""
    known = layout.carried.get((bar.name, node))
    if known is None:
        known = layout.carried[bar.name, node] = _carries_on(layout, bar, node)
    return known


def _carries_on(layout: Layout, bar: Bar, node: str) -> list[Bar]:
    if hinged_at(bar, node):
        return []
    here = layout.way(bar, node)
    return [
        other
        for other in layout.at(node)
        if other is not bar
        and not hinged_at(other, node)
        and sum(p * q for p, q in zip(here, layout.way(other, node), strict=True)) <= -STRAIGHT
    ]


def hinged_at(bar: Bar, node: str) -> bool:
    """Whether the bar's end there turns freely in bending."""
    end = "i" if node == bar.i else "j"
    return bool({f"{end}ry", f"{end}rz"} & bar.released)


def length_mm(layout: Layout, bar: Bar) -> float:
    """Length of a bar, node to node."""
    return math.dist(layout.nodes[bar.i], layout.nodes[bar.j])
