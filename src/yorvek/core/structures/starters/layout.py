"""What a starter expands into: nodes, bars, supports and places for loads.

Global Y is up. A bar's role names what it is ("arm", "tie"); sections go with roles. A place is where a load of the brief may
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
HINGE = frozenset({"iry", "irz", "jry", "jrz"})


@dataclass(frozen=True)
class Bar:
    """A straight bar; `bored`: a pin that goes through holes in what it joins, so its ends are no joints. `buckling_factor` times its length is its buckling length: AISC 360-22 commentary table C-A-7.1 (from
    memory), 2.1 for a post or arm free at one end or swaying on pinned feet, 1.2 swaying on fixed feet, 1.0 otherwise.
    """

    name: str
    i: str
    j: str
    role: str
    released: frozenset[str] = frozenset()
    only: Literal["", "tension", "compression"] = ""
    buckling_factor: float = 1.0
    bored: bool = False


@dataclass(frozen=True)
class Spot:
    """Where a load may stand: nodes, or bars with the width of area each carries, mm."""

    words: str
    nodes: tuple[str, ...] = ()
    bars: tuple[tuple[str, float], ...] = ()


@dataclass
class Layout:
    """A starter expanded. `reach_mm` is the length the movement limit is taken from; `tip` whether it is an arm's tip."""

    nodes: dict[str, Point]
    bars: list[Bar]
    supports: dict[str, tuple[str, ...]]
    spots: dict[str, Spot]
    reach_mm: float
    tip: bool
    words: str
    watched: tuple[str, ...] = ()
    roles: tuple[str, ...] = field(default=())

    def __post_init__(self) -> None:
        if not self.roles:
            self.roles = tuple(dict.fromkeys(b.role for b in self.bars))
        self._by_name = {b.name: b for b in self.bars}

    def bar(self, name: str) -> Bar:
        """The bar of that name."""
        return self._by_name[name]


def need(**lengths: float) -> None:
    for name, value in lengths.items():
        if not value > 0:
            raise InputError(field=name, got=f"{value:g} mm", needs="more than nothing")


def runs_on(layout: Layout, bar: Bar, node: str) -> bool:
    """Whether a bar of the same role goes straight on past the node: the two are one piece, and there is no joint."""
    hinged = ("irz" if node == bar.i else "jrz") in bar.released
    for other in layout.bars:
        if other is bar or other.role != bar.role or node not in (other.i, other.j) or hinged:
            continue
        if ("irz" if node == other.i else "jrz") in other.released:
            continue
        here = layout.nodes[node]
        a = layout.nodes[bar.j if node == bar.i else bar.i]
        b = layout.nodes[other.j if node == other.i else other.i]
        u = [p - q for p, q in zip(a, here, strict=True)]
        v = [p - q for p, q in zip(b, here, strict=True)]
        if sum(p * q for p, q in zip(u, v, strict=True)) <= -STRAIGHT * math.hypot(*u) * math.hypot(*v):
            return True
    return False


def length_mm(layout: Layout, bar: Bar) -> float:
    """Length of a bar, node to node."""
    return math.dist(layout.nodes[bar.i], layout.nodes[bar.j])
