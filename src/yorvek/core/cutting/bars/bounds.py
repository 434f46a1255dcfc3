"""What a plan costs at least by its metal, the step in which costs come, and what of a plan is left over."""

from __future__ import annotations

import math

from yorvek.core.cutting.bars.greedy import Patterns
from yorvek.core.cutting.bars.master import Pattern
from yorvek.core.cutting.bars.problem import WholeProblem

CLOSE = 1e-7


def metal_bound(whole: WholeProblem) -> float:
    """What the metal alone costs, off the bars that are cheapest for their length, each used to its end."""
    metal = float(whole.metal())
    bound = 0.0
    bars = zip(whole.capacities, whole.costs, whole.limits, strict=True)
    for capacity, cost, limit in sorted((b for b in bars if b[0]), key=lambda b: b[1] / b[0]):
        taken = metal if limit is None else min(metal, float(limit * capacity))
        bound += taken / capacity * cost
        metal -= taken
    return bound if metal <= 0 else 0.0


def cost_step(costs: list[float]) -> float:
    """The greatest step that all costs are multiples of (to a thousandth), 0 if there is none."""
    whole = [round(c * 1000) for c in costs]
    if any(abs(c * 1000 - w) > 1e-6 for c, w in zip(costs, whole, strict=True)) or not any(whole):
        return 0.0
    return math.gcd(*whole) / 1000


def trimmed(whole: WholeProblem, chosen: dict[Pattern, int]) -> Patterns:
    """A choice that makes at least what is wanted, with the surplus taken out of its patterns."""
    surplus = [-d for d in whole.demand]
    for (_, content), n in chosen.items():
        for i, k in enumerate(content):
            surplus[i] += k * n
    out = Patterns(missing=[max(0, -s) for s in surplus])
    for (j, content), n in sorted(chosen.items()):
        for _ in range(n):
            pieces = list(content)
            for i, k in enumerate(pieces):
                drop = min(k, max(0, surplus[i]))
                pieces[i] -= drop
                surplus[i] -= drop
            if any(pieces):
                key = (j, tuple(pieces))
                out.bars[key] = out.bars.get(key, 0) + 1
    return out
