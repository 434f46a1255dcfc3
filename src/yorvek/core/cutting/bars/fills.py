"""Bars filled one after the other, each as full as the pieces that are left allow.

The largest piece that is left goes first; the rest of its bar is filled by the sum of pieces that comes closest, found
over all sums at once (a whole number whose bits are the sums that can be had), larger pieces rather. Small pieces stay
to the end, where they make the last bars fit. With some luck in what is taken the same pieces give plan after plan; for
many kinds of pieces these waste next to nothing, in milliseconds.
"""

from __future__ import annotations

import numpy as np

from yorvek.core.cutting.bars.greedy import Patterns
from yorvek.core.cutting.bars.knapsack import lots
from yorvek.core.cutting.bars.problem import WholeProblem

MOST_STEPS = 60_000
"""Longer bars are looked at in coarser steps: pieces rounded up."""


class Filler:
    """Fills bars for one problem, with any quantities of its pieces."""

    def __init__(self, whole: WholeProblem, random: np.random.Generator) -> None:
        self.whole, self.random = whole, random
        step = max(1, -(-max(whole.capacities) // MOST_STEPS))
        self.weights = [-(-w // step) for w in whole.weights]
        self.rooms = [c // step for c in whole.capacities]
        self.order = sorted(range(len(self.weights)), key=lambda i: self.weights[i])

    def cheapest(self, *, luck: float, repeat: bool) -> Patterns:
        """A plan, each bar of the stock that is cheapest for what it then holds.

        Args:
            luck: how often (0 to 1) a piece is passed over where the bar can be filled as well without it.
            repeat: cut each pattern as often as the pieces allow.
        """
        demand, limits = list(self.whole.demand), list(self.whole.limits)
        plan = Patterns(missing=[0] * len(demand))
        while any(demand):
            first = next(i for i in reversed(self.order) if demand[i])
            open_ = [j for j, room in enumerate(self.rooms) if room >= self.weights[first] and limits[j] != 0]
            if not open_:
                plan.missing[first], demand[first] = demand[first], 0
                continue
            reach = _Reach(self, demand, first, max(self.rooms[j] for j in open_))
            j = min(open_, key=lambda j: self.whole.costs[j] / reach.held(self.rooms[j]))
            content = reach.content(self.rooms[j], luck)
            times = min(demand[i] // n for i, n in enumerate(content) if n) if repeat else 1
            times = _cut(demand, limits, j, content, times)
            plan.bars[(j, content)] = plan.bars.get((j, content), 0) + times
        return plan

    def on_mix(self, mix: tuple[int, ...], *, luck: float, shuffled: bool, repeat: bool) -> Patterns | None:
        """A plan on exactly these bars, the shortest first or in any order; None as soon as too much is wasted."""
        weights, capacities = self.whole.weights, self.whole.capacities
        demand = list(self.whole.demand)
        limits: list[int | None] = list(mix)
        spare = sum(c * n for c, n in zip(capacities, mix, strict=True)) - self.whole.metal()
        stocks = sorted((j for j, n in enumerate(mix) if n), key=lambda j: capacities[j])
        if shuffled:
            self.random.shuffle(stocks)
        plan = Patterns(missing=[0] * len(demand))
        for j in stocks:
            while limits[j] and any(demand):
                fitting = [i for i in self.order if demand[i] and self.weights[i] <= self.rooms[j]]
                if not fitting:
                    return None
                lucky = luck and self.random.random() < luck
                first = fitting[int(self.random.integers(len(fitting)))] if lucky else fitting[-1]
                content = _Reach(self, demand, first, self.rooms[j]).content(self.rooms[j], luck)
                waste = capacities[j] - sum(weights[i] * n for i, n in enumerate(content) if n)
                if waste > spare:
                    return None
                times = min(demand[i] // n for i, n in enumerate(content) if n) if repeat else 1
                times = _cut(demand, limits, j, content, min(times, spare // waste) if waste else times)
                spare -= times * waste
                plan.bars[(j, content)] = plan.bars.get((j, content), 0) + times
        return None if any(demand) else plan


def _cut(demand: list[int], limits: list[int | None], j: int, content: tuple[int, ...], times: int) -> int:
    """Take the pieces of so many bars away, as far as there are bars; how many there were."""
    left = limits[j]
    if left is not None:
        times = min(times, left)
        limits[j] = left - times
    for i, n in enumerate(content):
        demand[i] -= times * n
    return times


class _Reach:
    """All sums that can stand on a bar beside its first piece."""

    def __init__(self, filler: Filler, demand: list[int], first: int, room: int) -> None:
        self.filler, self.first = filler, first
        weights = filler.weights
        rest = room - weights[first]
        mask = (1 << (rest + 1)) - 1
        sums = 1
        self.lots: list[tuple[int, int, int]] = []
        for i in filler.order:
            weight = weights[i]
            if weight > rest:
                break
            for n in lots(min(demand[i] - (i == first), rest // weight)):
                self.lots.append((i, n, sums))
                sums |= (sums << (weight * n)) & mask
        self.sums = sums

    def held(self, room: int) -> int:
        """The most a bar with so much room can hold."""
        own = self.filler.weights[self.first]
        return own + (self.sums & ((1 << (room - own + 1)) - 1)).bit_length() - 1

    def content(self, room: int, luck: float) -> tuple[int, ...]:
        """Pieces that fill a bar best, the larger ones rather."""
        weights = self.filler.weights
        rest = self.held(room) - weights[self.first]
        out = [0] * len(weights)
        out[self.first] = 1
        passed = self.filler.random.random(len(self.lots)) < luck
        for k in range(len(self.lots) - 1, -1, -1):
            i, n, before = self.lots[k]
            left = rest - weights[i] * n
            if left < 0 or not before >> left & 1 or (passed[k] and before >> rest & 1):
                continue
            out[i] += n
            rest = left
        return tuple(out)
