"""The bar plan: greedy start, column generation with its lower bound, diving, and whole numbers; proven or with its
gap.
"""

from __future__ import annotations

import math
import time
from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.bars.bounds import CLOSE, Sums, metal_bound, trimmed
from yorvek.core.cutting.bars.cover import cover, last_bar
from yorvek.core.cutting.bars.every import every_pattern
from yorvek.core.cutting.bars.greedy import Patterns, first_plan
from yorvek.core.cutting.bars.knapsack import warm_up as warm_up_knapsack
from yorvek.core.cutting.bars.master import Floats, Master, Pattern, choose_whole, whole_numbers
from yorvek.core.cutting.bars.mixes import cheaper
from yorvek.core.cutting.bars.mixes import warm_up as warm_up_mixes
from yorvek.core.cutting.bars.problem import Bar, BarPlan, BarProblem, Cut, Unplaced
from yorvek.core.cutting.bars.search import Search
from yorvek.core.cutting.bars.slanted import solve_slanted

SMOOTHING = 0.5
WIDEN_AFTER = 25
FEW_KINDS = 12
EVERY_SHARE = 0.7
GIVE_UP = 200
REBUILD_SECONDS = 0.4
WAYS = 4
"""Ways to plan slanted ends that share the time."""


def _generate(
    search: Search, master: Master, demand: np.ndarray, *, root: bool, rounds: int = 10_000
) -> tuple[Floats, float]:
    """Add patterns until none pays; duals smoothed against the last stable ones. Returns multiplicities and LP
    value.
    """
    whole = search.whole
    costs = np.array(whole.costs)
    stable: Floats | None = None
    value, x = 0.0, np.zeros(0)
    for _ in range(rounds):
        value, x, duals, stock = master.solve()
        if search.left() <= 0 or search.cancelled():
            break
        tried = duals if stable is None else SMOOTHING * stable + (1 - SMOOTHING) * duals
        added = False
        for attempt in (tried, duals):
            worth, patterns = search.price(attempt, demand)
            if root:
                bound = search.lagrangian(attempt, worth)
                if bound > search.bound:
                    search.raise_bound(bound)
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


def _dive(search: Search, master: Master) -> None:
    """Fix whole multiples, then the most promising fraction, price again for what is left, until all is made."""
    whole = search.whole
    demand, limits = list(whole.demand), list(whole.limits)
    chosen: dict[Pattern, int] = {}
    spent = 0.0
    while sum(demand) and not search.over():
        master.set_demand(demand, limits)
        x, value = _generate(search, master, np.array(demand, np.int64), root=False, rounds=60)
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


def warm_up() -> None:
    """Compile the kernels before the clock runs."""
    warm_up_knapsack()
    warm_up_mixes()
    one = np.ones((1, 1), np.int64)
    cover(one, np.zeros(1, np.int64), np.ones(1, np.int64), 1, 0, np.zeros(1), 1, 1, 2, np.zeros(2, np.int64))


def solve_bars(
    problem: BarProblem, *, seconds: float = 10.0, seed: int = 1, cancelled: Callable[[], bool] = lambda: False
) -> BarPlan:
    """Plan bars for least cost.

    Args:
        problem: pieces, stock, saw; mm.
        seconds: time for the search; it stops earlier when the plan is proven best.
        seed: of the search's random choices.
        cancelled: asked now and then; True ends the search with the best so far.

    Returns:
        The plan with exact quantities (or what stayed unplaced), its cost, the lower bound and whether it is proven.
    """
    warm_up()
    if problem.slanted:
        share = seconds / WAYS
        return solve_slanted(problem, lambda p: solve_bars(p, seconds=share, seed=seed, cancelled=cancelled))
    search = Search(problem, seconds, seed, cancelled)
    whole = search.whole
    if whole.weights:
        search.take(first_plan(whole))
        assert search.best is not None
        if not sum(search.best.missing) or whole.capacities:
            _improve(search)
    return _answer(search)


def _improve(search: Search) -> None:
    whole = search.whole
    assert search.best is not None
    search.raise_bound(metal_bound(whole) * (1 - CLOSE))
    _last_bar(search, 0.45)
    if search.proven():
        return
    master = Master(whole)
    if not sum(search.best.missing):
        search.sums = Sums.of(whole, search.fullest(), search.best.cost(whole))
    for pattern in search.best.bars:
        master.add(pattern)
    _generate(search, master, search.demand, root=True)
    if search.over():
        return
    _every(search, master)
    if search.over():
        return
    _dive(search, master)
    _last_bar(search, 0.5)
    _remix(search, master)
    _widen(search, master)
    if not search.over():
        _choose(search, master, max(0.05, min(3.0, search.left() * 0.2)))
    spent = {_dive: 0.0, _rebuild: 0.0, _remix: 0.0}
    idle = 0
    while not search.over():
        before, step = search.best.rank(whole), min(spent, key=lambda f: spent[f])
        began = time.perf_counter()
        step(search, master)
        spent[step] += time.perf_counter() - began
        idle = 0 if search.best.rank(whole) < before else idle + 1
        if idle and idle % WIDEN_AFTER == 0:
            _widen(search, master)
        if len(whole.weights) <= FEW_KINDS and idle >= GIVE_UP:
            _choose(search, master, search.left())
            return


def _rebuild(search: Search, master: Master) -> None:
    """Take some bars apart (wasteful ones rather), keep the rest, and plan their pieces again to the whole-number
    optimum.
    """
    whole = search.whole
    assert search.best is not None
    bars = [p for p, n in sorted(search.best.bars.items()) for _ in range(n)]
    waste = np.array(
        [whole.capacities[j] - sum(w * c for w, c in zip(whole.weights, content, strict=True)) for j, content in bars],
        float,
    )
    count = min(len(bars), int(search.random.integers(3, 13)))
    odds = waste + 0.02 * max(whole.capacities)
    apart = search.random.choice(len(bars), size=count, replace=False, p=odds / odds.sum())
    demand, limits = [0] * len(whole.demand), list(whole.limits)
    keep: dict[Pattern, int] = {}
    for k, (j, content) in enumerate(bars):
        if k in apart:
            demand = [d + c for d, c in zip(demand, content, strict=True)]
        else:
            keep[(j, content)] = keep.get((j, content), 0) + 1
            if limits[j] is not None:
                limits[j] = (limits[j] or 0) - 1
    demand = [d + m for d, m in zip(demand, search.best.missing, strict=True)]
    master.set_demand(demand, limits)
    _, value = _generate(search, master, np.array(demand, np.int64), root=False, rounds=40)
    spent = sum(whole.costs[j] * n for (j, _), n in keep.items())
    if sum(search.best.missing) or spent + value < search.best.cost(whole) - CLOSE:
        part = whole.reduced(demand, limits)
        patterns = [
            p for p in master.patterns if all(c <= d for c, d in zip(p[1], demand, strict=True)) and limits[p[0]] != 0
        ]
        found = whole_numbers(part, patterns, seconds=min(REBUILD_SECONDS, search.left())) if patterns else None
        if found:
            for pattern, n in found.items():
                keep[pattern] = keep.get(pattern, 0) + n
            search.take(trimmed(whole, keep))
    master.set_demand(list(whole.demand), list(whole.limits))


def _remix(search: Search, master: Master) -> None:
    """Try cheaper mixes of bars for a while, the cheapest first."""
    assert search.best is not None
    whole = search.whole
    if sum(search.best.missing) or search.proven():
        return
    until = time.perf_counter() + min(search.left(), max(1.0, 0.6 * search.left()))
    found = cheaper(
        whole, search.bound, search.best.cost(whole), search.random, until, lambda: search.over() or search.cancelled()
    )
    if found:
        search.take(trimmed(whole, found))


def _last_bar(search: Search, share: float) -> None:
    """One stock length: look for a plan of as many bars as the metal alone asks for, in a share of the time left."""
    whole = search.whole
    if search.over() or len(whole.capacities) != 1 or whole.limits[0] is not None or search.best is None:
        return
    metal = sum(w * d for w, d in zip(whole.weights, whole.demand, strict=True))
    bars = -(-metal // whole.capacities[0])
    search.raise_bound(bars * whole.costs[0])
    if sum(search.best.missing) or search.proven() or search.bound > bars * whole.costs[0] + CLOSE:
        return
    found = last_bar(whole, 0, bars, search.random, time.perf_counter() + share * search.left())
    if found:
        search.take(trimmed(whole, found))


def _every(search: Search, master: Master) -> None:
    """Where every pattern can be written down, the best choice of them, with its bound, in most of the time."""
    patterns = every_pattern(search.whole) if len(search.whole.weights) <= FEW_KINDS else None
    if patterns is None or search.best is None:
        return
    # no start is given: with one the solver has been seen to call less than all pieces optimal
    found = choose_whole(search.whole, patterns, seconds=EVERY_SHARE * search.left())
    made = trimmed(search.whole, found.patterns) if found.patterns else None
    if made is None or any(made.missing) or made.cost(search.whole) < found.least - CLOSE * found.least:
        return  # a bound is believed only beside a plan that stands up to it
    search.take(made)
    search.raise_bound(found.least)
    for pattern in found.patterns or {}:
        master.add(pattern)


def _choose(search: Search, master: Master, seconds: float) -> None:
    assert search.best is not None
    start = search.best.bars if not sum(search.best.missing) and set(search.best.bars) <= master.known else None
    for pattern in search.best.bars:
        master.add(pattern)
    found = whole_numbers(
        search.whole, master.patterns, seconds=min(seconds, search.left()), start=start or search.best.bars
    )
    if found:
        search.take(trimmed(search.whole, found))


def _widen(search: Search, master: Master) -> bool:
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


def _answer(search: Search) -> BarPlan:
    whole, problem = search.whole, search.whole.problem
    best = search.best or Patterns()
    missing = [
        *whole.too_long,
        *(Unplaced(part=problem.parts[whole.piece_index[i]].id, qty=n) for i, n in enumerate(best.missing) if n),
    ]
    bars = []
    for (j, content), count in best.bars.items():
        stock = problem.stock[whole.stock_index[j]]
        cuts = [Cut(part=problem.parts[whole.piece_index[i]].id, qty=n) for i, n in enumerate(content) if n]
        used = (
            sum(problem.parts[whole.piece_index[i]].length * n for i, n in enumerate(content))
            + (sum(content) - 1) * problem.kerf
        )
        rest = max(0.0, stock.length - problem.end_trim - used)
        bars.append(Bar(stock=stock.id, cuts=cuts, count=count, drop=round(max(0.0, rest - problem.kerf), 6)))
    bars.sort(key=lambda b: (b.stock, [(-c.qty, c.part) for c in b.cuts]))
    cost = round(best.cost(whole), 6)
    complete = not missing
    return BarPlan(
        bars=bars,
        cost=cost,
        lower_bound=round(min(search.bound, cost), 6) if complete else None,
        proven=complete and search.proven(),
        unplaced=missing,
        trace=search.trace,
        seed=search.seed,
        evaluations=search.evaluations,
    )
