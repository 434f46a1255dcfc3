"""Mixes of bars: how many of each stock, before any piece is laid on one.

Every plan costs what its bars cost. Of all mixes between what is proven and what is known, those that cannot hold the
pieces fall away: by their metal, and by any prices of the pieces (the duals of the relaxation) under which the bars of
a mix hold less than all pieces are worth. What is left are the plans that may still be found, and their cheapest is a
bound.
"""

from __future__ import annotations

from dataclasses import dataclass

import numba
import numpy as np
from numpy.typing import NDArray

from yorvek.core.cutting.bars.problem import WholeProblem

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

MOST_MIXES, MOST_NODES = 5_000, 100_000
TINY = 1e-9


@dataclass(frozen=True)
class Holds:
    """Prices of the pieces: what one bar of each stock can hold of them at most, and what all pieces come to."""

    worth: Floats
    need: float


@dataclass(frozen=True)
class Mix:
    """Bars of each stock, what they cost, and the weight that may be wasted on them."""

    cost: float
    spare: int
    counts: tuple[int, ...]


def between(whole: WholeProblem, holds: list[Holds], low: float, high: float) -> list[Mix] | None:
    """Every mix that may hold the pieces and costs from `low` up to below `high`, the cheapest first.

    None where there are too many to list, or where bars cost nothing and their number has no end.
    """
    pieces = sum(whole.demand)
    costs = np.array(whole.costs, float)
    limits = np.array([pieces if q is None else min(q, pieces) for q in whole.limits], np.int64)
    if not holds or any(c <= 0 and q is None for c, q in zip(whole.costs, whole.limits, strict=True)):
        return None
    worth: Floats = np.array([h.worth for h in holds])
    # what is limited first, then from the dearest for what it holds to the cheapest
    dearest = reversed(_by_rate(costs, worth[0]))
    order = np.array(sorted(dearest, key=lambda j: whole.limits[j] is None), np.int64)
    need = np.array([h.need * (1 - TINY) for h in holds])
    out = np.zeros((MOST_MIXES, len(costs)), np.int64)
    margin = TINY * max(1.0, abs(high))
    by_rate = np.array([_by_rate(costs[order], row) for row in worth[:, order]], np.int64)
    found = _list(costs[order], limits[order], worth[:, order], by_rate, need, low - margin, high - margin, out)
    if found < 0:
        return None
    counts = np.zeros_like(out[:found])
    counts[:, order] = out[:found]
    room = counts @ np.array(whole.capacities, np.int64)
    mixes = [
        Mix(float(c), int(r), tuple(int(n) for n in row))
        for c, r, row in zip(counts @ costs, room - whole.metal(), counts, strict=True)
    ]
    return sorted((m for m in mixes if m.spare >= 0), key=lambda m: (m.cost, -m.spare))


def _by_rate(costs: Floats, worth: Floats) -> list[int]:
    """Stocks from the cheapest for what it holds."""
    rate = (costs / np.maximum(worth, TINY)).tolist()
    return sorted(range(len(costs)), key=lambda j: rate[j])


@numba.njit(cache=True)
def _least(
    costs: Floats, limits: Ints, worth: Floats, by_rate: Ints, first: int, left: Floats
) -> float:  # pragma: no cover
    """What holding all that is left costs at least with the stocks from `first` on, bars in fractions."""
    most = 0.0
    for k in range(len(left)):
        need, cost = left[k], 0.0
        for r in range(len(costs)):
            if need <= 0.0:
                break
            j = by_rate[k, r]
            held = worth[k, j]
            if j < first or held <= 0.0:
                continue
            if limits[j] * held >= need:
                cost += costs[j] * need / held
                need = 0.0
            else:
                cost += costs[j] * limits[j]
                need -= limits[j] * held
        if need > 0.0:
            return np.inf
        most = max(most, cost)
    return most


@numba.njit(cache=True)
def _fewest(cost: float, worth: Floats, left: Floats, short: float) -> int:  # pragma: no cover
    """How many bars of the last stock it takes to hold what is left and to cost what is short; -1 if it never does."""
    n = 0
    if short > 0.0:
        if cost <= 0.0:
            return -1
        n = int(np.ceil(short / cost))
    for k in range(len(left)):
        if left[k] > 0.0:
            if worth[k] <= 0.0:
                return -1
            n = max(n, int(np.ceil(left[k] / worth[k])))
    return n


@numba.njit(cache=True)
def _list(
    costs: Floats, limits: Ints, worth: Floats, by_rate: Ints, need: Floats, low: float, high: float, out: Ints
) -> int:  # pragma: no cover  # fmt: skip
    """Write the mixes down, stock by stock with a look at what the rest costs at least; how many, -1 if too many."""
    last, prices = len(costs) - 1, len(need)
    count = np.full(last + 1, -1, np.int64)
    before = np.full(last + 1, np.inf)  # the least cost with one bar less of this stock
    level, cost, found, nodes = 0, 0.0, 0, 0
    left, at_last = need.copy(), worth[:, last].copy()
    while level >= 0:
        nodes += 1
        if nodes > MOST_NODES:
            return -1
        back = level == last
        if back:
            n = _fewest(costs[last], at_last, left, low - cost)
            while 0 <= n <= limits[last] and cost + n * costs[last] < high:
                if found >= len(out):
                    return -1
                count[last] = n
                out[found] = count
                found += 1
                n += 1
        else:
            if count[level] >= 0:
                cost += costs[level]
                for k in range(prices):
                    left[k] -= worth[k, level]
            count[level] += 1
            least = cost + _least(costs, limits, worth, by_rate, level + 1, left)
            rising = least < np.inf and least >= before[level]
            before[level] = least
            if count[level] > limits[level] or cost >= high or (least >= high and rising):
                back = True
                cost -= count[level] * costs[level]
                for k in range(prices):
                    left[k] += count[level] * worth[k, level]
            elif least < high:
                level += 1
        if back:
            count[level] = -1
            before[level] = np.inf
            level -= 1
    return found


def warm_up() -> None:
    """Compile."""
    one, none = np.ones(1), np.zeros((1, 1), np.int64)
    _list(one, np.ones(1, np.int64), np.ones((1, 1)), none, one, 0.0, 2.0, none.copy())
