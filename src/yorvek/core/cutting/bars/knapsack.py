"""The best-paid pattern of every bar length at once: a bounded knapsack by dynamic programming.

A piece that is wanted m times is offered in lots of 1, 2, 4, .. and the rest; each lot is taken or not. A lot is then
one pass over all capacities without a choice inside, which the processor does several capacities at a time.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cache

import numba
import numpy as np
from numpy.typing import NDArray

Ints = NDArray[np.int64]
Floats = NDArray[np.float64]

MOST_UNITS = 200_000
"""Capacities are looked at in so many steps at most; longer ones in steps of several units."""


def lots(most: int) -> Iterator[int]:
    """Lots of 1, 2, 4, .. and the rest: any count up to the most is a sum of some of them."""
    lot = 1
    while most > 0:
        yield min(lot, most)
        most, lot = most - lot, 2 * lot


def passes(weights: Ints, limits: Ints, capacity: int) -> tuple[Ints, Ints]:
    """Which piece, and how many of it, each pass offers."""
    most = np.minimum(limits, capacity // weights).tolist()
    offered = [(i, lot) for i, m in enumerate(most) for lot in lots(m)]
    kinds, counts = np.array(offered, np.int64).reshape(-1, 2).T
    return kinds.copy(), counts.copy()


@numba.njit(cache=True, fastmath=True)
def _offer(
    best: Floats, after: Floats, taken: NDArray[np.uint8], weight: int, value: float
) -> None:  # pragma: no cover
    """One pass: `after` is the best with this lot to be had, `taken` where it is in it."""
    after[:weight] = best[:weight]
    taken[:weight] = 0
    count = len(best) - weight
    before, here, out, mark = best[:count], best[weight:], after[weight:], taken[weight:]
    for c in range(count):
        more = before[c] + value
        out[c] = more if more > here[c] else here[c]
    for c in range(count):
        mark[c] = out[c] != here[c]


@numba.njit(cache=True)
def fill(
    weights: Ints, values: Floats, kinds: Ints, counts: Ints, capacity: int, taken: NDArray[np.uint8]
) -> Floats:  # pragma: no cover
    """Best value of each capacity from 0 to `capacity`; `taken[p, c]` whether the best at c has the lot of pass p."""
    best = np.zeros(capacity + 1)
    after = np.zeros(capacity + 1)
    for p in range(len(kinds)):
        weight, value = weights[kinds[p]] * counts[p], values[kinds[p]] * counts[p]
        if value <= 0.0 or weight > capacity:
            taken[p, :] = 0
            continue
        _offer(best, after, taken[p], weight, value)
        best, after = after, best
    return best


@numba.njit(cache=True)
def read_back(
    weights: Ints, kinds: Ints, counts: Ints, taken: NDArray[np.uint8], capacity: int
) -> Ints:  # pragma: no cover
    """The pattern that reaches the best value at a capacity."""
    pattern = np.zeros(len(weights), np.int64)
    room = capacity
    for p in range(len(kinds) - 1, -1, -1):
        if taken[p, room]:
            pattern[kinds[p]] += counts[p]
            room -= counts[p] * weights[kinds[p]]
    return pattern


class Knapsack:
    """Patterns for a set of pieces and bars, priced again and again.

    Where bars are longer than `MOST_UNITS`, lengths are seen in coarser steps: rounded up for patterns, so that each
    fits, and down for what a bar can be worth at most, so that a bound from it holds.
    """

    def __init__(self, weights: Sequence[int], demand: Sequence[int], capacities: Sequence[int]) -> None:
        longest = max(capacities, default=0)
        step = max(1, -(-longest // MOST_UNITS))
        self.least = np.array(weights, np.int64) // step
        self.most = -(-np.array(weights, np.int64) // step)
        self.rooms = [c // step for c in capacities]
        self.room = longest // step
        self.coarse = step > 1
        most = passes(np.maximum(self.least, 1), np.array(demand, np.int64), self.room)[0]
        self.taken = np.zeros((len(most), self.room + 1), np.uint8)

    def worth(self, values: Floats, limits: Ints) -> Floats:
        """What each bar can hold at most in value."""
        return self._best(self.least if self.coarse else self.most, values, limits)[0]

    def patterns(self, values: Floats, limits: Ints) -> tuple[Floats, list[tuple[int, ...]]]:
        """What each bar can hold at most in value, and a pattern that (but for the steps) holds it."""
        worth, kinds, counts = self._best(self.most, values, limits)
        found = [read_back(self.most, kinds, counts, self.taken, c) for c in self.rooms]
        patterns = [tuple(int(n) for n in pattern) for pattern in found]
        return (self.worth(values, limits) if self.coarse else worth), patterns

    def _best(self, weights: Ints, values: Floats, limits: Ints) -> tuple[Floats, Ints, Ints]:
        """What each bar holds at most, and the passes that `taken` is of."""
        kinds, counts = passes(np.maximum(weights, 1), limits, self.room)
        return fill(weights, values, kinds, counts, self.room, self.taken)[self.rooms], kinds, counts


@cache
def warm_up() -> None:
    """Compile, once a process and with the result kept on disk: no search pays for it with its own time."""
    Knapsack([3], [2], [7]).patterns(np.array([1.0]), np.array([2], np.int64))
