"""Design to stock: what a piece a little shorter would save."""

from __future__ import annotations

from collections.abc import Callable

from yorvek.core.cutting.bars import BarPlan, BarProblem
from yorvek.core.jobs.figures import BarResult
from yorvek.core.model import Model

FINEST_MM = 1.0


class Saving(Model):
    """So much off every piece of a kind saves so much money and so many bars."""

    key: str
    part: str
    length_mm: float
    shorter_mm: float
    money: float
    bars: int


def savings(results: list[BarResult], most_mm: float, solve: Callable[[BarProblem], BarPlan]) -> list[Saving]:
    """The least shortening of each kind of piece, up to `most_mm`, that makes its profile's plan cheaper; dearest
    saving first.
    """
    out = []
    for result in results:
        for k, piece in enumerate(result.group.problem.parts):
            found = _least(result, k, min(most_mm, piece.length - FINEST_MM), solve)
            if found is not None:
                out.append(found)
    return sorted(out, key=lambda s: -s.money)


def _least(result: BarResult, k: int, most_mm: float, solve: Callable[[BarProblem], BarPlan]) -> Saving | None:
    problem, before = result.group.problem, result.plan

    def shorter(by: float) -> BarPlan:
        parts = list(problem.parts)
        parts[k] = parts[k].model_copy(update={"length": round(parts[k].length - by, 4)})
        return solve(problem.model_copy(update={"parts": parts}))

    def saves(plan: BarPlan) -> bool:
        return plan.cost < before.cost - 0.005 and sum(u.qty for u in plan.unplaced) <= sum(
            u.qty for u in before.unplaced
        )

    if most_mm < FINEST_MM or not saves(best := shorter(most_mm)):
        return None
    low, high = 0.0, most_mm
    while high - low > FINEST_MM:
        middle = round((low + high) / 2, 1)
        plan = shorter(middle)
        low, high, best = (low, middle, plan) if saves(plan) else (middle, high, best)
    piece = problem.parts[k]
    return Saving(
        key=result.group.key,
        part=piece.id,
        length_mm=result.group.held.get(piece.id, piece.length),
        shorter_mm=round(high, 1),
        money=round(before.cost - best.cost, 2),
        bars=sum(b.count for b in before.bars) - sum(b.count for b in best.bars),
    )
