"""The state of a search for a bar plan: the best so far, the bound under it, and what time is left."""

from __future__ import annotations

import math
import time
from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.bars.bounds import CLOSE, cost_step
from yorvek.core.cutting.bars.greedy import Patterns
from yorvek.core.cutting.bars.knapsack import Knapsack
from yorvek.core.cutting.bars.master import Floats, Pattern
from yorvek.core.cutting.bars.mixes import MOST_MIXES, Holds, Mix, between
from yorvek.core.cutting.bars.problem import BarProblem, WholeProblem

MOST_PRICES = 2
FIRST_SPAN = 2e-4
"""Of the bound: mixes are listed from it up, in spans twice as wide each time, until they are too many."""


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
        self.demand = np.array(self.whole.demand, np.int64)
        self.knapsack = Knapsack(self.whole.weights, self.whole.demand, self.whole.capacities)
        self.holds = [self._metal()] if self.whole.weights else []
        self.mixes: list[Mix] = []

    def left(self) -> float:
        return self.until - time.perf_counter()

    def over(self) -> bool:
        return self.proven() or self.left() <= 0 or self.cancelled()

    def complete(self) -> bool:
        """Whether the best plan makes every piece."""
        return self.best is not None and not sum(self.best.missing)

    def proven(self) -> bool:
        return self.complete() and self.cost() <= self.bound + CLOSE

    def cost(self) -> float:
        """Of the best plan; infinite where there is none."""
        return math.inf if self.best is None else self.best.cost(self.whole)

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
        self.bound = max(self.bound, up)

    def _metal(self) -> Holds:
        """The metal as a price: a bar is never filled better than its pieces fill it."""
        weights = np.array(self.whole.weights, float)
        held = np.minimum(np.round(self.knapsack.worth(weights, self.demand)), self.whole.capacities)
        return Holds(held, float(weights @ self.demand))

    def priced(self, duals: Floats, worth: Floats) -> None:
        """Prices that gave a good bound: what they say of mixes is kept, with the metal's."""
        self.holds = [self.holds[0], *self.holds[1:][-MOST_PRICES:], Holds(worth.copy(), float(duals @ self.demand))]

    def cheaper_mixes(self) -> list[Mix]:
        """Mixes that would be cheaper than the best plan, the cheapest first; none once it is proven."""
        if not self.complete() or self.proven():
            return []
        return [m for m in self.mixes if m.cost < self.cost() - CLOSE]

    def tighten(self) -> None:
        """The bound rises to the cheapest mix of bars that may still hold the pieces; these mixes are kept."""
        if not self.complete() or self.proven():
            return
        low, most, span = self.bound, self.cost(), FIRST_SPAN * self.bound
        known: list[Mix] = []
        while low < most:
            high = min(most, low + max(span, CLOSE))
            found = between(self.whole, self.holds, low, high)
            if found is None or len(known) + len(found) > MOST_MIXES:
                break
            known += found
            low, span = high, 2 * span
        self.mixes = known
        self.bound = max(self.bound, known[0].cost if known else low)

    def price(self, duals: Floats, limits: np.ndarray) -> tuple[Floats, list[Pattern]]:
        """What each stock can hold at most at these prices, and its best-paid pattern."""
        self.evaluations += 1
        worth, found = self.knapsack.patterns(duals, limits)
        return worth, list(enumerate(found))

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
