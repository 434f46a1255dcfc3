"""Physical members: bars that are one piece of stock, what holds them, and the spans and overhangs they make.

How finely a member was drawn changes nothing: its lengths are between the places that hold it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np

from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameRequest, Whole
from yorvek.core.structures.starters import Layout, length_mm
from yorvek.core.structures.starters.layout import NO_SPRINGS, Bar, carries_on

FROM_THE_SIDE = 0.3
"""Sine of the angle at which something must come in to hold a bar in that direction: about 17 degrees."""
END_MM = 1.0
FREE_END = 2.1
"""Buckling length of a bar that is free at one end, AISC 360-22 commentary table C-A-7.1 (from memory)."""
UP = np.array([0.0, 1.0, 0.0])
TRANSLATIONS = ("DX", "DY", "DZ")


@dataclass(frozen=True)
class Member:
    """Bars in order; `nodes` one more than bars; `places` of the nodes from its start, mm."""

    name: str
    bars: tuple[str, ...]
    nodes: tuple[str, ...]
    places: tuple[float, ...]
    axes: np.ndarray
    held_sideways: tuple[float, ...]
    held: tuple[tuple[float, ...], tuple[float, ...]]
    free: tuple[bool, bool]
    carried: tuple[float, ...]
    turned: frozenset[str] = frozenset()

    @property
    def length_mm(self) -> float:
        return self.places[-1]

    @cached_property
    def begins(self) -> dict[str, float]:
        """Where each bar lies nearest to the member's start, whichever way the bar itself was drawn."""
        return dict(zip(self.bars, self.places[:-1], strict=True))

    def along(self, bar: str, at_mm: np.ndarray) -> np.ndarray:
        """Places on a bar as places on the member."""
        begin = self.begins[bar]
        if bar not in self.turned:
            return np.asarray(begin + at_mm)
        return np.asarray(self.places[self.bars.index(bar) + 1] - at_mm)

    def own_length_mm(self, bar: str, plane: int) -> float:
        """Buckling length of the bar's stretch between places held along the member's y (0) or z (1)."""
        at = self.begins[bar] + END_MM
        inside = [*self.held[plane]]
        before = [p for p in inside if p <= at]
        after = [p for p in inside if p > at]
        if before and after:
            return after[0] - before[-1]
        # beyond the last place that holds it, it stands out free
        return FREE_END * (self.length_mm - before[-1] if before else after[0] if after else self.length_mm)

    def sideways_length_mm(self, at_mm: np.ndarray) -> np.ndarray:
        """Distance between the places held sideways on both sides of places along the member; beyond the last one, to
        the free end.
        """
        marks = self._marks
        gaps = np.diff(marks)
        k = np.clip(np.searchsorted(marks, at_mm, side="right") - 1, 0, len(gaps) - 1)
        left = np.clip(np.searchsorted(marks, at_mm, side="left") - 1, 0, len(gaps) - 1)
        return np.asarray(np.maximum(gaps[k], gaps[left]))

    @cached_property
    def _marks(self) -> np.ndarray:
        return np.unique(np.array([0.0, *self.held_sideways, self.length_mm]))


Alike = Callable[[Bar, Bar], bool]
Axes = Callable[[Bar], np.ndarray]


def members_of(request: FrameRequest, layout: Layout, alike: Alike, axes: Axes) -> list[Member]:
    """Every bar in one member: as stated, otherwise bars of one section that run straight through their nodes.

    Raises:
        InputError: a stated member names a bar twice or one that is not there, or its bars do not meet end to end.
    """
    stated = {b: w for w in request.members for b in w.bars}
    if len(stated) != sum(len(w.bars) for w in request.members):
        raise InputError(field="members", got="a bar in two of them", needs="each bar in one member")
    there = {b.name for b in layout.bars}
    holding = _holding(layout)
    out: list[Member] = []
    for one in request.members:
        odd = next((b for b in one.bars if b not in there), None)
        if odd is None:
            out.append(_member(layout, axes, holding, one.name, [layout.bar(b) for b in one.bars], one))
        elif odd not in {b.name for b in request.starter.layout().bars}:
            raise InputError(field=f"member {one.name}", got=odd, needs="a bar of the structure")
    done = {b for m in out for b in m.bars}
    for bar in layout.bars:
        if bar.name in done:
            continue
        chain = chain_of(layout, bar, alike, done)
        done |= {b.name for b in chain}
        out.append(_member(layout, axes, holding, " + ".join(b.name for b in chain), chain, None))
    return out


def chain_of(layout: Layout, bar: Bar, alike: Alike, done: set[str]) -> list[Bar]:
    """The bar with those that carry it on both ways."""
    chain = [bar]
    for node, at_end in ((bar.j, True), (bar.i, False)):
        last, here = bar, node
        while True:
            on = [o for o in carries_on(layout, last, here) if alike(last, o) and o.name not in done and o not in chain]
            if len(on) != 1:
                break
            last = on[0]
            here = last.j if here == last.i else last.i
            chain = [*chain, last] if at_end else [last, *chain]
    return chain


def _nodes(name: str, chain: list[Bar]) -> list[str]:
    """The nodes of bars that meet end to end, in order."""
    if len(chain) == 1:
        return [chain[0].i, chain[0].j]
    first, second = chain[0], chain[1]
    start = first.i if first.j in (second.i, second.j) else first.j
    nodes = [start]
    for bar in chain:
        if nodes[-1] not in (bar.i, bar.j):
            raise InputError(
                field=f"member {name}", got=bar.name, needs="bars in order, each beginning where the last ends"
            )
        nodes.append(bar.j if nodes[-1] == bar.i else bar.i)
    return nodes


def _member(
    layout: Layout, axes: Axes, holding: dict[str, list[Bar]], name: str, chain: list[Bar], stated: Whole | None
) -> Member:
    nodes = _nodes(name, chain)
    places = np.concatenate([[0.0], np.cumsum([length_mm(layout, b) for b in chain])])
    frame = axes(chain[0])
    own = {b.name for b in chain}
    ends = (nodes[0], nodes[-1])
    free = tuple(_free(layout, holding, n, own) for n in ends)
    held = tuple(
        tuple(p for n, p in zip(nodes, places.tolist(), strict=True) if _holds(layout, holding, n, own, way, n in ends))
        for way in (frame[1], frame[2])
    )
    return Member(
        name=name,
        bars=tuple(b.name for b in chain),
        nodes=tuple(nodes),
        places=tuple(places.tolist()),
        axes=frame,
        held_sideways=held[1]
        if stated is None or stated.held_sideways_mm is None
        else _stated(name, stated, places[-1]),
        held=(held[0], held[1]),
        free=(free[0], free[1]),
        carried=tuple(
            p for n, p in zip(nodes, places.tolist(), strict=True) if _carries(layout, holding, n, own, ends)
        ),
        turned=frozenset(b.name for n, b in zip(nodes, chain, strict=False) if b.i != n),
    )


def _stated(name: str, stated: Whole, length: float) -> tuple[float, ...]:
    places = sorted(stated.held_sideways_mm or [])
    odd = next((p for p in places if not -END_MM <= p <= length + END_MM), None)
    if odd is not None:
        raise InputError(field=f"member {name}", got=f"held at {odd:g} mm", needs=f"within its {length:g} mm")
    return tuple(min(max(p, 0.0), length) for p in places)


def _holding(layout: Layout) -> dict[str, list[Bar]]:
    """Bars by node, without those that only stand out from the structure: they hold nothing."""
    at = {n: list(layout.at(n)) for n in layout.nodes}
    loose = [n for n, bars in at.items() if len(bars) == 1 and not layout.grounded(n)]
    while loose:
        node = loose.pop()
        if len(at[node]) != 1:
            continue
        bar = at[node][0]
        other = bar.j if node == bar.i else bar.i
        at[node] = []
        at[other] = [b for b in at[other] if b is not bar]
        if len(at[other]) == 1 and not layout.grounded(other):
            loose.append(other)
    return at


def _free(layout: Layout, holding: dict[str, list[Bar]], node: str, own: set[str]) -> bool:
    """Whether a member's end hangs free: nothing but itself there, and no support."""
    return not layout.grounded(node) and not any(b.name not in own for b in holding[node])


def _holds(
    layout: Layout, holding: dict[str, list[Bar]], node: str, own: set[str], way: np.ndarray, at_end: bool
) -> bool:
    """Whether the member is held there in a direction: by the ground, or by a bar that comes in along it. What only
    springs there holds nothing.

    Where a member ends at another bar, that bar holds it in every direction.
    """
    fixed = layout.supports.get(node, ())
    if any(d in fixed and abs(way[k]) > FROM_THE_SIDE for k, d in enumerate(TRANSLATIONS)):
        return True
    others = [b for b in holding[node] if b.name not in own]
    if at_end:
        return bool(others)
    return any(abs(float(np.array(layout.way(b, node)) @ way)) > FROM_THE_SIDE for b in others)


def _carries(layout: Layout, holding: dict[str, list[Bar]], node: str, own: set[str], ends: tuple[str, str]) -> bool:
    """Whether the member's weight goes off there: to the ground, or to a bar that stands or hangs; at its ends to any
    bar.
    """
    if "DY" in layout.supports.get(node, ()) or layout.springs.get(node, NO_SPRINGS)[1] > 0:
        return True
    others = [b for b in holding[node] if b.name not in own]
    if node in ends:
        return bool(others)
    return any(abs(layout.way(b, node)[1]) > FROM_THE_SIDE for b in others)


@dataclass(frozen=True)
class Run:
    """A stretch of a member: between two places that carry it, or from the last one to its free end."""

    name: str
    bars: tuple[str, ...]
    nodes: tuple[str, ...]
    length_mm: float
    overhang: bool
    root_first: bool


def runs_of(members: list[Member]) -> list[Run]:
    """Spans and overhangs of all members, as they follow from what carries them."""
    out = []
    for m in members:
        marks = sorted({*m.carried, 0.0, m.length_mm})
        for a, b in pairwise(marks):
            inside = [k for k, p in enumerate(m.places[:-1]) if a - END_MM < p < b - END_MM]
            loose = (a not in m.carried, b not in m.carried)
            out.append(
                Run(
                    name=m.name if len(marks) == 2 else f"{m.name}, {a:.0f} to {b:.0f} mm",
                    bars=tuple(m.bars[k] for k in inside),
                    nodes=tuple(m.nodes[k] for k in (*inside, inside[-1] + 1)),
                    length_mm=b - a,
                    overhang=any(loose),
                    root_first=not loose[0],
                )
            )
    return out
