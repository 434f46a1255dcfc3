"""The bar plan: greedy start, column generation with its lower bound, diving, and whole numbers; proven or with its
gap.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.bars import annealed, knapsack, mixes
from yorvek.core.cutting.bars.cover import cover
from yorvek.core.cutting.bars.greedy import Patterns, first_plan
from yorvek.core.cutting.bars.improve import improve
from yorvek.core.cutting.bars.problem import Bar, BarPlan, BarProblem, Cut, Unplaced
from yorvek.core.cutting.bars.search import Search
from yorvek.core.cutting.bars.slanted import solve_slanted

WAYS = 4
"""Ways to plan slanted ends that share the time."""


def warm_up() -> None:
    """Compile the kernels before the clock runs."""
    knapsack.warm_up()
    annealed.warm_up()
    mixes.warm_up()
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
            improve(search)
    return _answer(search)


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
