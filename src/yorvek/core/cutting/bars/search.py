"""The state of a search for a bar plan: the best so far, the bound under it, and what time is left."""

from __future__ import annotations

import math
import time
from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.bars.bounds import CLOSE, Sums, cost_step
from yorvek.core.cutting.bars.greedy import Patterns
from yorvek.core.cutting.bars.knapsack import fill, read_back
from yorvek.core.cutting.bars.master import Floats, Pattern
from yorvek.core.cutting.bars.problem import BarProblem, WholeProblem


class Search:
    """One run: the incumbent, the bound, the clock and the trace."""

    def __init__(self, problem: BarProblem, seconds: float, seed: int, cancelled: Callable[[], bool]) -> None:
        self.whole = WholeProblem(problem)
        self.started = time.perf_counter()
        self.until = self.started + seconds
        self.seed, self.cancelled = seed, cancelled
        self.random = np.random.default_rng(seed)
        self.bound = 0.0
        self.step = cost_step(self.whole.costs)
        self.trace: list[tuple[float, float, float]] = []
        self.best: Patterns | None = None
        self.evaluations = 0
        self.weights = np.array(self.whole.weights, np.int64)
        self.demand = np.array(self.whole.demand, np.int64)
        self.capacity = max(self.whole.capacities, default=0)
        self.taken = np.zeros((len(self.weights), self.capacity + 1), np.uint16)
        self.sums: Sums | None = None

    def fullest(self) -> list[int]:
        """The most weight of pieces that each stock can really hold: a bar is never filled better than that."""
        best = fill(self.weights, self.demand, self.weights.astype(float), self.capacity, self.taken)
        return [round(float(best[c])) for c in self.whole.capacities]

    def left(self) -> float:
        return self.until - time.perf_counter()

    def over(self) -> bool:
        return self.proven() or self.left() <= 0 or self.cancelled()

    def proven(self) -> bool:
        return self.best is not None and not sum(self.best.missing) and self.best.cost(self.whole) <= self.bound + CLOSE

    def take(self, found: Patterns) -> None:
        if self.best is None or found.rank(self.whole) < self.best.rank(self.whole):
            self.best = found
            self.trace.append((round(time.perf_counter() - self.started, 4), round(found.cost(self.whole), 6), 0.0))

    def raise_bound(self, value: float) -> None:
        """A bound counts up to the next sum that bars can cost."""
        if value <= self.bound:
            return
        least = value - CLOSE * max(1.0, abs(value))
        up = math.ceil(least / self.step) * self.step if self.step else value
        self.bound = max(self.bound, up, self.sums.least_from(least) if self.sums else 0.0)

    def price(self, duals: Floats, limits: np.ndarray) -> tuple[Floats, list[Pattern]]:
        """Best-paid pattern of each stock and its worth."""
        self.evaluations += 1
        best = fill(self.weights, limits, duals, self.capacity, self.taken)
        patterns = [
            (j, tuple(int(n) for n in read_back(self.weights, self.taken, c)))
            for j, c in enumerate(self.whole.capacities)
        ]
        return np.array([best[c] for c in self.whole.capacities]), patterns

    def lagrangian(self, duals: Floats, worth: Floats) -> float:
        """A valid lower bound from any duals: scaled until no unlimited stock pays (Farley), limited stock priced at
        its own loss.
        """
        costs = np.array(self.whole.costs)
        unlimited = np.array([q is None for q in self.whole.limits])
        with np.errstate(divide="ignore"):
            scale = min(
                1.0,
                float(
                    np.min(np.where(unlimited & (worth > 0), costs / np.maximum(worth, 1e-300), np.inf), initial=1.0)
                ),
            )
        loss = sum(
            q * min(0.0, float(c - scale * w))
            for q, c, w in zip(self.whole.limits, costs, worth, strict=True)
            if q is not None
        )
        return scale * float(duals @ self.demand) + loss
