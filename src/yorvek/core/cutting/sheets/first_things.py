"""Pieces that go first where the metal does not reach for all: they are placed before the others, which take what is
left.
"""

from __future__ import annotations

from collections.abc import Callable

from yorvek.core.cutting.sheets.by_hand import replan_rest
from yorvek.core.cutting.sheets.cores import solve_on_cores
from yorvek.core.cutting.sheets.plan import solve_sheets
from yorvek.core.cutting.sheets.problem import SheetPlan, SheetProblem
from yorvek.core.cutting.sheets.run import Progress

ALL_TOGETHER = 0.6
"""Share of the time in which all are planned alike; the rest is for planning in order, if that left a first one out."""


def left_out_too_soon(problem: SheetProblem, plan: SheetPlan) -> bool:
    """Whether a piece that goes first was left out while one that could have waited was placed."""
    first = {p.id for p in problem.parts if p.first}
    return any(u.part in first for u in plan.unplaced) and any(p.part not in first for p in plan.placements)


def plan_sheets(
    problem: SheetProblem,
    *,
    seconds: float = 10.0,
    seed: int = 1,
    cores: int = 1,
    cancelled: Callable[[], bool] = lambda: False,
    progress: Progress | None = None,
) -> SheetPlan:
    """`solve_sheets`, and where its plan leaves out what goes first, those by themselves and then the others around
    them.
    """
    if not any(p.first for p in problem.parts) or all(p.first for p in problem.parts):
        return solve_on_cores(problem, cores, seconds=seconds, seed=seed, cancelled=cancelled, progress=progress)
    plan = solve_sheets(problem, seconds=seconds * ALL_TOGETHER, seed=seed, cancelled=cancelled, progress=progress)
    if not left_out_too_soon(problem, plan) or cancelled():
        return plan
    each = seconds * (1 - ALL_TOGETHER) / 2
    begun = problem.model_copy(update={"parts": [p for p in problem.parts if p.first]})
    first = solve_sheets(begun, seconds=each, seed=seed, cancelled=cancelled, progress=progress)
    return replan_rest(
        problem, first, range(len(first.placements)), seconds=each, seed=seed, cancelled=cancelled, progress=progress
    )
