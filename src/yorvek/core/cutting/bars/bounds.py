"""What a plan may cost at least: sums of whole bars, and the step in which costs come; and what of a plan is left
over.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from yorvek.core.cutting.bars.greedy import Patterns
from yorvek.core.cutting.bars.master import Floats, Pattern
from yorvek.core.cutting.bars.problem import WholeProblem

CLOSE = 1e-7
MOST_SUMS = 200_000


@dataclass(frozen=True)
class Sums:
    """What choices of so many bars of each stock cost, cheapest first, of those that can hold all the pieces by
    weight.
    """

    costs: Floats

    @staticmethod
    def of(whole: WholeProblem, fullest: list[int], known: float) -> Sums | None:
        """All choices up to a known cost, where there are few enough of them to write down; None otherwise."""
        total = sum(w * d for w, d in zip(whole.weights, whole.demand, strict=True))
        pieces = sum(whole.demand)
        kinds = [k for k in zip(whole.costs, fullest, whole.limits, strict=True) if k[1] > 0 and k[2] != 0]
        most = [
            min(pieces, pieces if q is None else q, int(known / c + CLOSE) if c > 0 else pieces) for c, _, q in kinds
        ]
        if not kinds or math.prod(m + 1 for m in most) > MOST_SUMS:
            return None
        counts = np.indices([m + 1 for m in most]).reshape(len(most), -1)
        holds = np.array([f for _, f, _ in kinds]) @ counts >= total
        return Sums(np.sort((np.array([c for c, _, _ in kinds]) @ counts)[holds]))

    def least_from(self, value: float) -> float:
        """The least cost of a choice that is not below a value; 0 if there is none."""
        k = int(np.searchsorted(self.costs, value))
        return float(self.costs[k]) if k < len(self.costs) else 0.0


def metal_bound(whole: WholeProblem) -> float:
    """What the metal alone costs, off the bars that are cheapest for their length, each used to its end."""
    metal = float(sum(w * d for w, d in zip(whole.weights, whole.demand, strict=True)))
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
