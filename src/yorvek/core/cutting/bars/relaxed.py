"""The relaxation: patterns in fractions, priced until none pays, and plans in whole numbers by diving from there."""

from __future__ import annotations

import math

import numpy as np

from yorvek.core.cutting.bars.bounds import CLOSE, trimmed
from yorvek.core.cutting.bars.master import Floats, Master, Pattern
from yorvek.core.cutting.bars.search import Search

SMOOTHING = 0.5


def generate(
    search: Search, master: Master, demand: np.ndarray, *, root: bool, rounds: int = 10_000, share: float = 1.0
) -> tuple[Floats, float]:
    """Add patterns until none pays; duals smoothed against the last stable ones. Returns multiplicities and LP
    value.
    """
    whole = search.whole
    costs = np.array(whole.costs)
    enough = (1 - share) * search.left()
    stable: Floats | None = None
    value, x = 0.0, np.zeros(0)
    for _ in range(rounds):
        value, x, duals, stock = master.solve()
        if search.left() <= enough or search.cancelled():
            break
        tried = duals if stable is None else SMOOTHING * stable + (1 - SMOOTHING) * duals
        added = False
        for attempt in (tried, duals):
            worth, patterns = search.price(attempt, demand)
            if root:
                bound = search.lagrangian(attempt, worth)
                if bound > search.bound:
                    search.raise_bound(bound)
                    search.priced(attempt, worth)
                    stable = attempt
            own = np.array([duals @ np.array(p[1]) for p in patterns])
            for pattern, gain in zip(patterns, own - costs + stock, strict=True):
                if gain > CLOSE and any(pattern[1]):
                    added |= master.add(pattern)
            if added or attempt is duals:
                break
            stable = duals
        if not added or (root and search.proven()):
            break
    return x, value


def dive(search: Search, master: Master) -> None:
    """Fix whole multiples, then the most promising fraction, price again for what is left, until all is made."""
    whole = search.whole
    demand, limits = list(whole.demand), list(whole.limits)
    chosen: dict[Pattern, int] = {}
    spent = 0.0
    while sum(demand) and not search.over():
        master.set_demand(demand, limits)
        x, value = generate(search, master, np.array(demand, np.int64), root=False, rounds=60)
        if (
            search.best is not None
            and not sum(search.best.missing)
            and spent + value >= search.best.cost(whole) - max(search.step, CLOSE) + CLOSE
        ):
            break
        fixed = _fix(search, master, x, demand, limits, chosen)
        if not fixed:
            break
        spent = sum(whole.costs[j] * n for (j, _), n in chosen.items())
    master.set_demand(list(whole.demand), list(whole.limits))
    if not sum(demand):
        search.take(trimmed(whole, chosen))


def _fix(
    search: Search, master: Master, x: Floats, demand: list[int], limits: list[int | None], chosen: dict[Pattern, int]
) -> bool:
    """Take whole multiples of patterns that still fit; if there are none, one of the largest fraction (with a little
    luck).
    """
    floors = [(k, math.floor(v + 1e-6)) for k, v in enumerate(x) if v >= 1 - 1e-6]
    if not floors:
        if not len(x) or x.max() < 1e-6:
            return False
        lucky = x * (1 + 0.2 * search.random.random(len(x)))
        several = max(1, round(float(x.sum()) / 25))
        floors = [(int(k), 1) for k in np.argsort(-lucky)[:several] if x[k] > 0.4] or [(int(np.argmax(lucky)), 1)]
    done = False
    for k, times in floors:
        j, content = master.patterns[k]
        left = limits[j]
        n = min(
            [times, *([left] if left is not None else []), *(d // c for d, c in zip(demand, content, strict=True) if c)]
        )
        pieces = content
        if n == 0 and not done and (left is None or left > 0):
            pieces, n = tuple(min(c, d) for c, d in zip(content, demand, strict=True)), 1
        if n == 0 or not any(pieces):
            continue
        chosen[(j, pieces)] = chosen.get((j, pieces), 0) + n
        for i, c in enumerate(pieces):
            demand[i] -= n * c
        if left is not None:
            limits[j] = left - n
        done = True
    return done


def widen(search: Search, master: Master) -> bool:
    """Patterns near the optimum: priced under duals a little off."""
    _, _, duals, _ = master.solve()
    known = len(master.patterns)
    for round_ in range(40):
        if search.left() <= 0 or search.cancelled():
            break
        _, patterns = search.price(
            duals * (1 + (0.02, 0.1, 0.3)[round_ % 3] * search.random.standard_normal(len(duals))), search.demand
        )
        for pattern in patterns:
            if any(pattern[1]):
                master.add(pattern)
    return len(master.patterns) > known
