"""Pieces that may be cut from either side: some of each are turned over, by a few shares, and the best plan counts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable

import numpy as np

from yorvek.core.cutting.sheets.problem import Placement, Points, SheetPiece, SheetPlan, SheetProblem, UnplacedPiece

OVER = "~over"
SHARES = (0.0, 0.5, -1.0)
"""Of each kind; a negative share is drawn anew for each kind."""


def may_turn_over(problem: SheetProblem) -> bool:
    """Whether any piece may."""
    return any(p.mirror for p in problem.parts)


def _flipped(points: Points) -> Points:
    return [(-x, y) for x, y in reversed(points)]


def with_share(problem: SheetProblem, share: float, random: np.random.Generator) -> SheetProblem:
    """The problem with so many of each kind as pieces of their own, mirrored left to right about their own origin."""
    parts: list[SheetPiece] = []
    for p in problem.parts:
        part = share if share >= 0 else float(random.random())
        over = round(p.qty * part) if p.mirror else 0
        if p.qty > over:
            parts.append(p.model_copy(update={"qty": p.qty - over, "mirror": False}))
        if over:
            parts.append(
                p.model_copy(
                    update={
                        "id": p.id + OVER, "qty": over, "mirror": False, "outline": _flipped(p.outline),
                        "holes": [_flipped(h) for h in p.holes],
                    }
                )
            )  # fmt: skip
    return problem.model_copy(update={"parts": parts})


def as_placed(plan: SheetPlan) -> SheetPlan:
    """A plan of such a problem in the whole problem's own terms."""

    def own(p: Placement) -> Placement:
        over = p.part.endswith(OVER)
        return p.model_copy(update={"part": p.part.removesuffix(OVER), "mirrored": True}) if over else p

    missing = Counter[str]()
    for u in plan.unplaced:
        missing[u.part.removesuffix(OVER)] += u.qty
    return plan.model_copy(
        update={
            "placements": [own(p) for p in plan.placements],
            "unplaced": [UnplacedPiece(part=k, qty=n) for k, n in missing.items()],
        }
    )


def best_of_shares(problem: SheetProblem, seed: int, solve: Callable[[SheetProblem, float], SheetPlan]) -> SheetPlan:
    """Solve with each share for its part of the time; the one that lacks least, costs least and is densest.

    Args:
        problem: pieces of which some may be turned over.
        seed: of the shares that are drawn.
        solve: solves a problem in a share of the time.
    """
    random = np.random.default_rng(seed)
    found = [as_placed(solve(with_share(problem, share, random), 1 / len(SHARES))) for share in SHARES]
    return min(found, key=lambda p: (sum(u.qty for u in p.unplaced), round(p.cost, 6), -p.strip_density))
