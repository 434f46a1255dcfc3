"""Of plans that cost the same, the one with fewer bars, then fewer ways of cutting one, then fewer stop settings."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable

from yorvek.core.cutting.bars.least_change import SAME_MONEY, merged, placed_bars, rest_after
from yorvek.core.cutting.bars.problem import Bar, BarPlan, BarProblem

MOST_TRIES = 3
MOST_PATTERNS = 6


def effort(plan: BarPlan) -> tuple[int, int, int]:
    """Bars touched, different patterns, and stop settings: lengths in each pattern, one setting each."""
    return sum(b.count for b in plan.bars), len(plan.bars), sum(len(b.cuts) for b in plan.bars)


def fewer_patterns(problem: BarProblem, plan: BarPlan, solve: Callable[[BarProblem], BarPlan]) -> BarPlan:
    """The plan, or one of the same money that is less work: a pattern repeated as often as its pieces allow, the rest
    anew.

    Only plans that are proven and have few patterns are looked at: there the rest is planned in no time.
    """
    if not plan.proven or plan.unplaced or not 1 < len(plan.bars) <= MOST_PATTERNS:
        return plan
    best = plan
    for bar in sorted(plan.bars, key=lambda b: -b.count)[:MOST_TRIES]:
        found = _with_most_of(problem, bar, plan, solve)
        if found is not None and effort(found) < effort(best):
            best = found
    return best


def _with_most_of(
    problem: BarProblem, bar: Bar, plan: BarPlan, solve: Callable[[BarProblem], BarPlan]
) -> BarPlan | None:
    """The bar's pattern as often as it goes, if the whole then costs no more."""
    demand = {p.id: p.qty for p in problem.parts}
    limit = next(s.qty for s in problem.stock if s.id == bar.stock)
    times = min(demand[c.part] // c.qty for c in bar.cuts)
    times = times if limit is None else min(times, limit)
    if times <= bar.count:
        return None
    cuts = Counter({c.part: c.qty for c in bar.cuts})
    fixed = [(bar.stock, cuts)] * times
    rest = rest_after(problem, fixed)
    more = solve(rest) if rest is not None else None
    cost = times * next(s.cost for s in problem.stock if s.id == bar.stock) + (more.cost if more else 0.0)
    if cost > plan.cost + SAME_MONEY or (more is not None and more.unplaced):
        return None
    bars = merged(placed_bars(problem, fixed) + (more.bars if more else []))
    return plan.model_copy(update={"bars": bars, "cost": cost})
