"""First plans in milliseconds: first-fit and best-fit decreasing over rules for which bar to open next."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from yorvek.core.cutting.bars.problem import WholeProblem


@dataclass
class Patterns:
    """A plan in whole numbers: (stock, pieces of each kind) with how many bars, and pieces left over."""

    bars: dict[tuple[int, tuple[int, ...]], int] = field(default_factory=dict)
    missing: list[int] = field(default_factory=list)

    def cost(self, whole: WholeProblem) -> float:
        return sum(whole.costs[j] * n for (j, _), n in self.bars.items())

    def rank(self, whole: WholeProblem) -> tuple[int, float]:
        """Least missing first, then least cost."""
        return sum(self.missing), round(self.cost(whole), 9)


def _open_rule(rule: str, whole: WholeProblem, need: int, left: list[int | None], rest: int) -> int | None:
    """Which stock to open for a piece: cheapest per length, shortest that takes it, longest, cheapest bar, or fitting
    the rest.
    """
    possible = [j for j, c in enumerate(whole.capacities) if c >= need and left[j] != 0]
    if not possible:
        return None
    keys = {
        "per_length": lambda j: (whole.costs[j] / whole.capacities[j], -whole.capacities[j]),
        "shortest": lambda j: (whole.capacities[j], whole.costs[j]),
        "longest": lambda j: (-whole.capacities[j], whole.costs[j]),
        "cheapest": lambda j: (whole.costs[j], -whole.capacities[j]),
        "rest": lambda j: (whole.costs[j] / min(whole.capacities[j], max(rest, 1)), whole.costs[j]),
    }
    return min(possible, key=keys[rule])


RULES = ("per_length", "shortest", "longest", "cheapest", "rest")


def decreasing(whole: WholeProblem, rule: str, *, best_fit: bool) -> Patterns:
    """First-fit or best-fit decreasing with a rule for opening bars; a bar is afterwards cut from the cheapest that
    holds it.
    """
    left = list(whole.limits)
    stock: list[int] = []
    room = np.zeros(sum(whole.demand), np.int64)
    content: list[dict[int, int]] = []
    missing = [0] * len(whole.weights)
    rest = whole.metal()
    for i, (w, d) in enumerate(zip(whole.weights, whole.demand, strict=True)):
        more = d
        open_ = np.flatnonzero(room[: len(stock)] >= w)
        if best_fit:
            open_ = open_[np.argsort(room[open_], kind="stable")]
        for b in open_:  # alike pieces go on into the same bar until it is full, by either rule
            n = min(more, int(room[b]) // w)
            if not n:
                break
            room[b] -= n * w
            content[b][i] = n
            more, rest = more - n, rest - n * w
        while more:
            j = _open_rule(rule, whole, w, left, rest)
            if j is None:
                missing[i] = more
                break
            remaining = left[j]
            if remaining is not None:
                left[j] = remaining - 1
            n = min(more, whole.capacities[j] // w)
            room[len(stock)] = whole.capacities[j] - n * w
            stock.append(j)
            content.append({i: n})
            more, rest = more - n, rest - n * w
    bars = [[j, int(room[b])] for b, j in enumerate(stock)]
    return _from_cheapest(whole, bars, content, missing)


def _from_cheapest(
    whole: WholeProblem, bars: list[list[int]], content: list[dict[int, int]], missing: list[int]
) -> Patterns:
    """Each bar's pieces from the cheapest stock that still holds them, fullest bars choosing first."""
    left = list(whole.limits)
    out = Patterns(missing=missing)
    used = sorted(range(len(bars)), key=lambda b: -(whole.capacities[bars[b][0]] - bars[b][1]))
    for b in used:  # what each has is kept for it until it has chosen
        j = bars[b][0]
        if left[j] is not None:
            left[j] = (left[j] or 0) - 1
    for b in used:
        own = bars[b][0]
        need = whole.capacities[own] - bars[b][1]
        choices = [
            j
            for j, c in enumerate(whole.capacities)
            if c >= need and (j == own or left[j] is None or (left[j] or 0) > 0)
        ]
        j = min(choices, key=lambda j: (whole.costs[j], whole.capacities[j]))
        if j != own:
            if left[j] is not None:
                left[j] = (left[j] or 0) - 1
            if left[own] is not None:
                left[own] = (left[own] or 0) + 1
        key = (j, tuple(content[b].get(i, 0) for i in range(len(whole.weights))))
        out.bars[key] = out.bars.get(key, 0) + 1
    return out


def first_plan(whole: WholeProblem) -> Patterns:
    """The best of all greedy rules."""
    return min(
        (decreasing(whole, rule, best_fit=bf) for rule in RULES for bf in (False, True)), key=lambda p: p.rank(whole)
    )
