"""A plan of pieces with slanted ends: found with square ones that take as much, and every bar measured as it lies."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Callable

from yorvek.core.cutting.bars.least_change import SAME_MONEY, merged, placed_bars, rest_after
from yorvek.core.cutting.bars.problem import UNITS_PER_MM, BarPlan, BarProblem, BarStock, WantedLength
from yorvek.core.cutting.bars.slants import Slants

Solve = Callable[[BarProblem], BarPlan]
Placed = list[tuple[str, Counter[str]]]
FINEST_MM = 0.001
CLOSE = 1e-6
MOST_TRIMS = 4
DROP = "\0drop "


def solve_slanted(problem: BarProblem, solve: Solve) -> BarPlan:
    """Plan pieces with slanted ends for least cost.

    Where every end shared its cut, as far as ends of its kind are there at all, pieces would take least: what that
    costs is the bound, and a plan in which every bar then really fits is best. Elsewhere the cheapest is taken of
    several ways to make room for the ends that are left over.

    Args:
        problem: pieces, stock, saw; mm.
        solve: plans pieces with square ends.
    """
    slants = Slants(problem)
    least = solve(_square(problem, slants, shared=True))
    plans = [_measured(problem, least)]
    if plans[0] is None:
        plans += [_partly(problem, slants, least, solve), *_by_trims(problem, slants, least, solve)]
        plans.append(_measured(problem, solve(_square(problem, slants, shared=False))))
        plans.append(_slanted_first(problem, slants, solve))
    best = min((p for p in plans if p is not None), key=_rank)
    bound = None if best.unplaced or least.lower_bound is None else min(least.lower_bound, best.cost)
    proven = bound is not None and best.cost <= bound + SAME_MONEY
    return best.model_copy(update={"lower_bound": bound, "proven": proven, "trace": least.trace, "seed": least.seed})


def _rank(plan: BarPlan) -> tuple[int, float, int]:
    return sum(u.qty for u in plan.unplaced), round(plan.cost, 6), sum(b.count for b in plan.bars)


def _square(problem: BarProblem, slants: Slants, *, shared: bool, trim: float = 0.0) -> BarProblem:
    """Square pieces that take as much of a bar: each end half of what lies between it and its neighbour where it
    shares its cut, or a cut of its own.
    """
    found = _ends(problem, slants) if shared else Counter()

    def half(lean: float) -> float:
        """Of what lies between an end and its neighbour, twice."""
        return slants.cut(lean) - (slants.saved(lean) if found[slants.node(lean)] > 1 else 0.0)

    def takes(p: WantedLength) -> float:
        edge = slants.edges[p.id]
        if not shared:
            return p.length + sum(slants.cut(lean) for lean in (edge.left, edge.right) if lean)
        return p.length + (half(edge.left) + half(edge.right)) / 2 - problem.kerf

    def whole(mm: float) -> float:
        """To the finest length of the plans: less for the bound, more where a piece must really fit."""
        units = math.floor(mm * UNITS_PER_MM + CLOSE) if shared else math.ceil(mm * UNITS_PER_MM - CLOSE)
        return max(units, 1) / UNITS_PER_MM

    parts = [p.model_copy(update={"length": whole(takes(p)), "left": 0.0, "right": 0.0}) for p in problem.parts]
    leans = [lean for e in slants.edges.values() for lean in (e.left, e.right)]
    # the two ends at the bar's own ends have no cut: square they were counted as half a kerf each
    spare = max(0.0, max(half(x) for x in leans) - problem.kerf) if shared else 0.0
    stock = [s.model_copy(update={"length": s.length + spare}) for s in problem.stock] if spare else problem.stock
    return problem.model_copy(
        update={"parts": parts, "stock": stock, "end_trim": problem.end_trim + trim, "depth": 0.0}
    )


def _ends(problem: BarProblem, slants: Slants) -> Counter[float]:
    """Ends of each slant in the whole problem."""
    found: Counter[float] = Counter()
    for p in problem.parts:
        for lean in (slants.edges[p.id].left, slants.edges[p.id].right):
            found[slants.node(lean)] += p.qty
    return found


def _as_placed(plan: BarPlan) -> Placed:
    return [(b.stock, Counter({c.part: c.qty for c in b.cuts})) for b in plan.bars for _ in range(b.count)]


def _over(problem: BarProblem, slants: Slants, bar: tuple[str, Counter[str]]) -> float:
    """What a bar lacks, mm; 0 or less where its pieces fit."""
    length = next(s.length for s in problem.stock if s.id == bar[0])
    return slants.taken_mm(bar[1]) + problem.end_trim - length


def _measured(problem: BarProblem, plan: BarPlan) -> BarPlan | None:
    """The plan with its drops as they really are; None where a bar is too short for its pieces."""
    slants = Slants(problem)
    placed = _as_placed(plan)
    if any(_over(problem, slants, b) > SAME_MONEY for b in placed):
        return None
    return plan.model_copy(update={"bars": merged(placed_bars(problem, placed))})


def _with_rest(problem: BarProblem, kept: Placed, rest: BarPlan | None) -> BarPlan:
    cost = {s.id: s.cost for s in problem.stock}
    more = _as_placed(rest) if rest else []
    bars = merged(placed_bars(problem, kept + more))
    total = sum(cost[b.stock] * b.count for b in bars)
    return BarPlan(
        bars=bars, cost=round(total, 6), lower_bound=None, proven=False, unplaced=rest.unplaced if rest else []
    )


def _partly(problem: BarProblem, slants: Slants, least: BarPlan, solve: Solve) -> BarPlan:
    """Bars of the least plan that fit, and the rest as if no cut were shared."""
    kept = [b for b in _as_placed(least) if _over(problem, slants, b) <= SAME_MONEY]
    rest = rest_after(problem, kept)
    plan = solve(_square(rest, Slants(rest), shared=False)) if rest is not None else None
    return _with_rest(problem, kept, plan)


def _by_trims(problem: BarProblem, slants: Slants, least: BarPlan, solve: Solve) -> list[BarPlan | None]:
    """Plans with as much left free on every bar as was lacking before, until all of them fit."""
    trim, plan = 0.0, least
    for _ in range(MOST_TRIMS):
        trim += max(_over(problem, slants, b) for b in _as_placed(plan))
        plan = solve(_square(problem, slants, shared=True, trim=trim))
        found = _measured(problem, plan)
        if found is not None:
            return [found]
    return []


def _slanted_first(problem: BarProblem, slants: Slants, solve: Solve) -> BarPlan | None:
    """Slanted pieces on bars of their own first, then the square ones on what is left of these and on more."""
    slanted = [p for p in problem.parts if p.left or p.right]
    square = [p for p in problem.parts if not (p.left or p.right)]
    if not slanted or not square:
        return None
    alone = problem.model_copy(update={"parts": slanted})
    first = solve_slanted(alone, solve)
    if first.unplaced:
        return None
    placed = _as_placed(first)
    length = {s.id: s.length for s in problem.stock}
    drops = []
    for k, (id, cuts) in enumerate(placed):
        # the kerf that squares the bar again where its last piece is slanted
        left = slants.left_mm(length[id], cuts) - (problem.kerf if slants.chains(cuts)[-1][-1].ends[1] else 0.0)
        if left > FINEST_MM:
            drops.append(BarStock(id=f"{DROP}{k}", length=left + problem.end_trim, qty=1, cost=0.0))
    used = Counter(id for id, _ in placed)
    stock = [s if s.qty is None else s.model_copy(update={"qty": s.qty - used[s.id]}) for s in problem.stock]
    second = solve(problem.model_copy(update={"parts": square, "stock": [*drops, *stock], "depth": 0.0}))
    more: Placed = []
    for id, cuts in _as_placed(second):
        if id.startswith(DROP):
            own, held = placed[int(id.removeprefix(DROP))]
            placed[int(id.removeprefix(DROP))] = (own, held + cuts)
        else:
            more.append((id, cuts))
    if any(_over(problem, slants, b) > SAME_MONEY for b in placed):
        return None
    whole = _with_rest(problem, placed + more, None)
    return whole.model_copy(update={"unplaced": second.unplaced})
