"""A given set of bars, packed by annealing: pieces are moved and swapped between them until none is overfull.

Where pieces are short against the bars this packs to a few millimetres, which choosing among patterns does not.
"""

from __future__ import annotations

from collections.abc import Callable

import numba
import numpy as np

from yorvek.core.cutting.bars.master import Pattern
from yorvek.core.cutting.bars.problem import WholeProblem

HOT, COLD = 0.0035, 0.0003
"""Temperatures as shares of the mean piece."""
FIRST_STEPS, MOST_STEPS, STEPS_A_CALL = 50_000_000, 1_000_000_000, 5_000_000
MOVES, SWAPS = 32, 102
"""Of 128 tries: a piece moved, two swapped; the rest swaps one for two."""


@numba.njit(cache=True, fastmath=True)
def anneal(
    items: np.ndarray, capacities: np.ndarray, bar: np.ndarray, load: np.ndarray, steps: int, hot: float, cold: float,
    begun: int, whole_steps: int, seed: int,
) -> float:  # pragma: no cover  # fmt: skip
    """Move and swap pieces between bars for so many steps of a cooling; returns the overflow that is left."""
    count, bars = np.uint64(len(items)), np.uint64(len(capacities))
    state = np.uint64(seed * 2 + 1) * np.uint64(0x9E3779B97F4A7C15)
    over = np.int64(0)
    for q in range(len(capacities)):
        over += max(0, load[q] - capacities[q])
    heat = hot
    for s in range(steps):
        if over <= 0:
            return 0.0
        if s & 4095 == 0:
            heat = hot * (cold / hot) ** ((begun + s) / whole_steps)
        state ^= state << np.uint64(13)  # xorshift: a tenth of the time of the library's numbers
        state ^= state >> np.uint64(7)
        state ^= state << np.uint64(17)
        i = np.int64((state >> np.uint64(8)) % count)
        kind = np.int64((state >> np.uint64(40)) & np.uint64(127))
        state ^= state << np.uint64(13)
        state ^= state >> np.uint64(7)
        state ^= state << np.uint64(17)
        a = bar[i]
        j, k = np.int64(-1), np.int64(-1)
        if kind < MOVES:
            b, change = np.int64((state >> np.uint64(8)) % bars), items[i]
        else:
            j = np.int64((state >> np.uint64(8)) % count)
            b, change = bar[j], items[i] - items[j]
            if kind >= SWAPS:
                k = np.int64((state >> np.uint64(34)) % count)
                if bar[k] != b or k == j:
                    continue
                change -= items[k]
        if a == b or change == 0:
            continue
        new_a, new_b = load[a] - change, load[b] + change
        more = (
            max(0, new_a - capacities[a]) + max(0, new_b - capacities[b])
            - max(0, load[a] - capacities[a]) - max(0, load[b] - capacities[b])
        )  # fmt: skip
        if more > 0:
            if more > 14.0 * heat:
                continue
            state ^= state << np.uint64(13)
            state ^= state >> np.uint64(7)
            state ^= state << np.uint64(17)
            if (state >> np.uint64(11)) * (1.0 / 9007199254740992.0) >= np.exp(-more / heat):
                continue
        load[a], load[b] = new_a, new_b
        bar[i] = b
        if j >= 0:
            bar[j] = a
        if k >= 0:
            bar[k] = a
        over += more
    return float(over)


def packed(
    whole: WholeProblem, mix: tuple[int, ...], random: np.random.Generator, steps: int, go_on: Callable[[], bool]
) -> dict[Pattern, int] | None:
    """A plan on exactly this mix of bars, if annealing finds one."""
    kinds = np.repeat(np.arange(len(whole.weights)), whole.demand)
    items = np.array(whole.weights, np.int64)[kinds]
    stock = np.repeat(np.arange(len(mix)), mix)
    capacities = np.array(whole.capacities, np.int64)[stock]
    bar, load = np.zeros(len(items), np.int64), np.zeros(len(capacities), np.int64)
    for i in np.argsort(-items, kind="stable"):
        b = int(np.argmax(capacities - load))
        bar[i] = b
        load[b] += items[i]
    mean = float(items.mean())
    begun = 0
    while begun < steps:
        over = anneal(
            items, capacities, bar, load, STEPS_A_CALL, HOT * mean, COLD * mean, begun, steps,
            int(random.integers(2**31))
        )  # fmt: skip
        begun += STEPS_A_CALL
        if over <= 0:
            out: dict[Pattern, int] = {}
            for b, j in enumerate(stock):
                content = np.bincount(kinds[bar == b], minlength=len(whole.weights))
                if content.any():
                    key = (int(j), tuple(int(c) for c in content))
                    out[key] = out.get(key, 0) + 1
            return out
        if not go_on():
            return None
    return None


def warm_up() -> None:
    """Compile the annealing."""
    one = np.ones(1, np.int64)
    anneal(one, one, np.zeros(1, np.int64), np.ones(1, np.int64) * 2, 1, 1.0, 0.5, 0, 10, 1)
