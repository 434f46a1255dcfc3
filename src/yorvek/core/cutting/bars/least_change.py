"""A plan made anew that changes as little as it can: bars that were meant before are kept where that costs nothing."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence

from yorvek.core.cutting.bars.problem import Bar, BarPlan, BarProblem, BarStock, Cut
from yorvek.core.cutting.bars.slants import Slants

SAME_MONEY = 1e-6


def least_change(problem: BarProblem, meant: Sequence[Counter[str]], solve: Callable[[BarProblem], BarPlan]) -> BarPlan:
    """The cheapest plan, or one that costs the same and keeps bars as they were meant.

    Args:
        problem: what is wanted and there now.
        meant: what was to come off each bar, in the order of keeping.
        solve: plans a problem from nothing.
    """
    fresh = solve(problem)
    kept = _keepable(problem, meant)
    if not kept:
        return fresh
    rest = rest_after(problem, kept)
    more = solve(rest) if rest is not None else None
    if rest is not None and not rest.stock:
        return fresh
    cost = {s.id: s.cost for s in problem.stock}
    total = sum(cost[s] for s, _ in kept) + (more.cost if more else 0.0)
    missing = sum(u.qty for u in more.unplaced) if more else 0
    if missing > sum(u.qty for u in fresh.unplaced) or total > fresh.cost + SAME_MONEY:
        return fresh
    bars = placed_bars(problem, kept) + (more.bars if more else [])
    return fresh.model_copy(update={"bars": merged(bars), "cost": total, "unplaced": more.unplaced if more else []})


def _keepable(problem: BarProblem, meant: Sequence[Counter[str]]) -> list[tuple[str, Counter[str]]]:
    """Bars that are still wanted whole, each on the cheapest stock that is long enough, the shortest of those."""
    wanted = Counter({p.id: p.qty for p in problem.parts})
    left = {s.id: s.qty for s in problem.stock}
    slants = Slants(problem)
    out = []
    for cuts in meant:
        if not cuts or any(wanted[i] < n for i, n in cuts.items()):
            continue
        needs = slants.taken_mm(cuts) + problem.end_trim
        fits = [s for s in problem.stock if left[s.id] != 0 and s.length >= needs - 1e-6]
        if not fits:
            continue
        best = min(fits, key=lambda s: (s.cost, s.length, s.id))
        number = left[best.id]
        left[best.id] = None if number is None else number - 1
        wanted -= cuts
        out.append((best.id, cuts))
    return out


def rest_after(problem: BarProblem, kept: list[tuple[str, Counter[str]]]) -> BarProblem | None:
    """What is still to be planned; None where nothing is."""
    done: Counter[str] = Counter()
    used = Counter(s for s, _ in kept)
    for _, cuts in kept:
        done += cuts
    parts = [p.model_copy(update={"qty": p.qty - done[p.id]}) for p in problem.parts if p.qty > done[p.id]]
    if not parts:
        return None
    stock: list[BarStock] = [
        s if s.qty is None else s.model_copy(update={"qty": s.qty - used[s.id]}) for s in problem.stock
    ]
    return problem.model_copy(update={"parts": parts, "stock": stock})


def placed_bars(problem: BarProblem, kept: list[tuple[str, Counter[str]]]) -> list[Bar]:
    """Bars with what is cut from them, and what is left of each."""
    length = {s.id: s.length for s in problem.stock}
    slants = Slants(problem)
    out = []
    for stock, cuts in kept:
        order = [p.id for p in problem.parts if cuts[p.id]]
        left = slants.left_mm(length[stock], cuts)
        out.append(Bar(stock=stock, cuts=[Cut(part=i, qty=cuts[i]) for i in order], count=1, drop=round(left, 4)))
    return out


def merged(bars: list[Bar]) -> list[Bar]:
    """Bars that are cut alike counted together."""
    out: dict[tuple[str, tuple[tuple[str, int], ...]], Bar] = {}
    for bar in bars:
        key = (bar.stock, tuple(sorted((c.part, c.qty) for c in bar.cuts)))
        held = out.get(key)
        out[key] = bar if held is None else held.model_copy(update={"count": held.count + bar.count})
    return list(out.values())
