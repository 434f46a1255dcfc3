"""One run of the search: its clock, its work, the best plan so far, and what it took to get there."""

from __future__ import annotations

import time
from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.sheets.problem import Placement, SheetPlan, SheetProblem, UnplacedPiece
from yorvek.core.cutting.sheets.verify import Measures, faults, measures

Progress = Callable[[float, "SheetPlan"], None]


class NotVerified(RuntimeError):
    """A plan that failed its own check: our fault, never shown as a plan."""


class Run:
    """Clock, evaluations, best plan and trace of one run."""

    def __init__(
        self,
        problem: SheetProblem,
        seconds: float,
        seed: int,
        evaluations: int | None,
        cancelled: Callable[[], bool],
        progress: Progress | None,
    ) -> None:
        self.problem, self.seconds, self.seed = problem, seconds, seed
        self.limit, self.cancelled, self.progress = evaluations, cancelled, progress
        self.started = time.perf_counter()
        self.random = np.random.default_rng(seed)
        self.best: SheetPlan | None = None
        self.trace: list[tuple[float, float, float]] = []
        self.done = 0
        self.bound = 0.0
        self.asked = self.started

    def share(self) -> float:
        """How much of the allowance is used, 0 to 1."""
        if self.limit is not None:
            return self.done / max(self.limit, 1)
        return (time.perf_counter() - self.started) / max(self.seconds, 1e-9)

    def over(self) -> bool:
        now = time.perf_counter()
        if self.progress is not None and self.best is not None and now - self.asked > 0.4:
            self.asked = now
            self.progress(min(self.share(), 1.0), self.best)
        return self.share() >= 1.0 or self.cancelled()

    def tidy(self, placements: list[Placement]) -> None:
        """Take the best plan with its pieces pushed together, if it stands up to the check and leaves no less."""
        assert self.best is not None
        found = measures(self.problem, placements)
        if no_worse_than(found, self.best) and not faults(self.problem, placements):
            self.best = self.best.model_copy(
                update={"placements": placements, "max_x": found.max_x, "strip_density": found.strip_density}
            )

    def offer(self, placements: list[Placement], *, sure: bool = True) -> bool:
        """Take a plan if it is better than the best; verified before it counts. One that fails the check is a fault of
        ours where the construction is `sure` of it, and is just not taken where a search drew it apart.
        """
        found = measures(self.problem, placements)
        missing = unplaced(self.problem, placements)
        rank = (sum(u.qty for u in missing), round(found.cost, 6), -round(found.strip_density, 6))
        if self.best is not None:
            now = (sum(u.qty for u in self.best.unplaced), round(self.best.cost, 6), -round(self.best.strip_density, 6))
            if rank >= now:
                return False
        wrong = faults(self.problem, placements)
        if wrong and not sure:
            return False
        if wrong:
            raise NotVerified("; ".join(wrong[:3]))
        self.trace.append((round(time.perf_counter() - self.started, 4), round(found.cost, 6), round(found.max_x, 4)))
        self.best = SheetPlan(
            placements=placements,
            cost=found.cost,
            max_x=found.max_x,
            utilisation=found.utilisation,
            strip_density=found.strip_density,
            lower_bound=min(self.bound, found.cost),
            unplaced=missing,
            trace=list(self.trace),
            seed=self.seed,
            evaluations=self.done,
        )
        return True


def no_worse_than(found: Measures, best: SheetPlan) -> bool:
    return found.cost <= best.cost + 1e-6 and found.strip_density >= best.strip_density - 1e-6


def unplaced(problem: SheetProblem, placements: list[Placement]) -> list[UnplacedPiece]:
    """Pieces that no placement is of."""
    count: dict[str, int] = {}
    for p in placements:
        count[p.part] = count.get(p.part, 0) + 1
    return [
        UnplacedPiece(part=p.id, qty=p.qty - count.get(p.id, 0)) for p in problem.parts if count.get(p.id, 0) < p.qty
    ]


def before(run: Run, share: float) -> bool:
    return run.share() < share and not run.over()
