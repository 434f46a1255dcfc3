"""The last bar: where a plan is one bar above its bound, patterns that waste no more than may be wasted, put together
exactly.

With as many bars as the bound says, all of them together may waste only what is left over; where that is little there
are few patterns to choose from, and an exact cover of the pieces is found by taking the piece with the fewest ways
first, led by the values of the relaxation, with restarts.
"""

from __future__ import annotations

import math
import time

import numba
import numpy as np
from scipy.optimize import linprog

from yorvek.core.cutting.bars.master import Pattern
from yorvek.core.cutting.bars.problem import WholeProblem

MOST_PATTERNS = 6000
LIST_SECONDS = 1.2
TRIES_A_CALL, NODES_A_TRY = 40, 300
LUCK = 0.3


def tight_patterns(whole: WholeProblem, stock: int, spare: int, seconds: float) -> list[Pattern] | None:
    """Every pattern of a stock length that wastes at most `spare`; None where there are too many to list."""
    weights, capacity = whole.weights, whole.capacities[stock]
    order = sorted(range(len(weights)), key=lambda i: -weights[i])
    least = weights[order[-1]]
    until = time.perf_counter() + min(seconds, LIST_SECONDS)
    out: list[Pattern] = []
    content = [0] * len(weights)

    def extend(first: int, rest: int) -> bool:
        if rest <= spare and any(content):
            out.append((stock, tuple(content)))
        if len(out) > MOST_PATTERNS or time.perf_counter() > until:
            return False
        if rest < least:
            return True
        for p in range(first, len(order)):
            i = order[p]
            if weights[i] > rest or content[i] >= whole.demand[i]:
                continue
            content[i] += 1
            whole_list = extend(p, rest - weights[i])
            content[i] -= 1
            if not whole_list:
                return False
        return True

    return out if extend(0, capacity) and out else None


@numba.njit(cache=True)
def cover(
    patterns: np.ndarray, waste: np.ndarray, demand: np.ndarray, bars: int, spare: int, worth: np.ndarray, seed: int,
    tries: int, nodes: int, chosen: np.ndarray,
) -> int:  # pragma: no cover  # fmt: skip
    """Choose so many patterns that make the pieces exactly and waste no more than is spare; returns how many, or -1."""
    np.random.seed(seed)
    count, kinds = patterns.shape
    ways, alive = np.zeros(kinds, np.int64), np.zeros(count, np.bool_)
    barred = np.zeros((bars + 1, count), np.bool_)
    for _ in range(tries):
        left, free, depth = demand.copy(), spare, 0
        barred[0, :] = False
        for _ in range(nodes):
            ways[:] = 0
            for c in range(count):
                fits = not barred[depth, c] and waste[c] <= free and depth < bars
                if fits:
                    for i in range(kinds):
                        if patterns[c, i] > left[i]:
                            fits = False
                            break
                alive[c] = fits
                if fits:
                    for i in range(kinds):
                        if patterns[c, i] > 0:
                            ways[i] += 1
            scarce, fewest, done = -1, 1 << 60, True
            for i in range(kinds):
                if left[i] > 0:
                    done = False
                    if ways[i] < fewest:
                        fewest, scarce = ways[i], i
            if done:
                return depth
            if fewest == 0:
                if depth == 0:
                    break
                depth -= 1
                c = chosen[depth]
                for i in range(kinds):
                    left[i] += patterns[c, i]
                free += waste[c]
                barred[depth, c] = True
                continue
            best, pick = -1.0, -1
            for c in range(count):
                if alive[c] and patterns[c, scarce] > 0:
                    value = worth[c] + np.random.random() * LUCK
                    if value > best:
                        best, pick = value, c
            chosen[depth] = pick
            for i in range(kinds):
                left[i] -= patterns[pick, i]
            free -= waste[pick]
            depth += 1
            barred[depth, :] = barred[depth - 1, :]
    return -1


def last_bar(
    whole: WholeProblem, stock: int, bars: int, random: np.random.Generator, until: float
) -> dict[Pattern, int] | None:
    """A plan of exactly so many bars of one stock length, if one is found in time."""
    spare = bars * whole.capacities[stock] - whole.metal()
    if spare < 0:
        return None
    listed = tight_patterns(whole, stock, spare, until - time.perf_counter())
    if listed is None:
        return None
    table = np.array([content for _, content in listed], np.int64)
    waste = whole.capacities[stock] - table @ np.array(whole.weights, np.int64)
    demand = np.array(whole.demand, np.int64)
    chosen = np.zeros(bars + 1, np.int64)
    while time.perf_counter() < until:
        relaxed = linprog(
            random.random(len(listed)), A_eq=np.vstack([table.T, np.ones(len(listed))]), b_eq=[*demand, bars],
            bounds=(0, None), method="highs",
        )  # fmt: skip
        if relaxed.status == 2:  # not even in fractions
            return None
        worth = relaxed.x if relaxed.x is not None else np.zeros(len(listed))
        tries = max(1, min(TRIES_A_CALL, math.ceil(2e9 / (table.size * NODES_A_TRY))))
        found = cover(
            table, waste, demand, bars, spare, worth, int(random.integers(2**31)), tries, NODES_A_TRY, chosen
        )  # fmt: skip
        if found >= 0:
            out: dict[Pattern, int] = {}
            for k in chosen[:found]:
                out[listed[int(k)]] = out.get(listed[int(k)], 0) + 1
            return out
    return None
