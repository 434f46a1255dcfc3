"""Halves that a yard cuts: a stick is bought whole, so that an odd half brings its other half along."""

from __future__ import annotations

from collections.abc import Callable

from yorvek.core.cutting.bars import BarPlan, BarProblem
from yorvek.core.cutting.bars.problem import Bar
from yorvek.core.jobs.cutting import BarGroup

Solve = Callable[[BarProblem], BarPlan]
SAME_MONEY = 1e-6


def with_whole_sticks(group: BarGroup, plan: BarPlan, solve: Solve) -> BarPlan:
    """The plan with the spare halves that it buys, or one without halves where that costs less then.

    A spare half stands in the plan as a bar that nothing is cut from. What was proven of halves by themselves stays
    proven only where no half is spare: buying them in pairs can only cost more.
    """
    halves = {line.id for line in group.lines if line.half}
    whole = _paid(group, plan, halves)
    if whole is plan:
        return plan
    others = [s for s in group.problem.stock if s.id not in halves]
    if others:
        without = solve(group.problem.model_copy(update={"stock": others}))
        if not _missing(without, plan) and without.cost < whole.cost - SAME_MONEY:
            whole = without
    bound = plan.lower_bound
    proven = bound is not None and whole.cost <= bound + SAME_MONEY
    return whole.model_copy(update={"lower_bound": bound, "proven": proven})


def _paid(group: BarGroup, plan: BarPlan, halves: set[str]) -> BarPlan:
    """The plan with a spare half of every stick that is half used; the same one where there is none."""
    used: dict[str, int] = {}
    for bar in plan.bars:
        if bar.stock in halves:
            used[bar.stock] = used.get(bar.stock, 0) + bar.count
    stock = {s.id: s for s in group.problem.stock}
    odd = [stock[id] for id, count in used.items() if count % 2]
    if not odd:
        return plan
    spare = [Bar(stock=s.id, cuts=[], count=1, drop=s.length) for s in odd]
    return plan.model_copy(update={"bars": [*plan.bars, *spare], "cost": plan.cost + sum(s.cost for s in odd)})


def _missing(plan: BarPlan, than: BarPlan) -> bool:
    return sum(u.qty for u in plan.unplaced) > sum(u.qty for u in than.unplaced)
