"""What a bar plan is asked for and what it answers. The same shape serves the command line and the server."""

from __future__ import annotations

import math
from copy import copy
from functools import reduce
from typing import Literal

from pydantic import Field, model_validator

from yorvek.core.errors import InputError
from yorvek.core.model import Model

UNITS_PER_MM = 160
"""Lengths are whole 1/160 mm inside: exact for 0.1 mm and for 1/32 in."""
LONGEST_MM = 1e5
MOST_PIECES = 100_000
MOST_GAP = 100.0
"""Percent from which a gap says nothing."""


class BarStock(Model):
    """Bars of one length: on hand or on offer. `qty` none means as many as wanted."""

    id: str
    length: float = Field(gt=0, le=LONGEST_MM)
    qty: int | None = Field(default=None, ge=0)
    cost: float = Field(default=1.0, ge=0, le=1e9)


class WantedLength(Model):
    """Pieces of one length."""

    id: str
    length: float = Field(gt=0, le=LONGEST_MM)
    qty: int = Field(ge=1, le=MOST_PIECES)
    left: float = Field(default=0.0, ge=-80, le=80, description="degrees from square; below 0 the upper side is longer")
    right: float = Field(default=0.0, ge=-80, le=80)


class BarProblem(Model):
    """Pieces, stock and the saw. N pieces of total length S fit where S + (N-1) kerf <= length - end trim. All mm.

    Slanted ends take more, and less where two of them share a cut: `slants` says how much. `depth` is the bar's, in the
    plane of the slants; `turns` says how a piece may lie on it: any way, end for end in its plane alone, or only as it
    is drawn.
    """

    name: str = ""
    units: str = "mm"
    kerf: float = Field(default=0.0, ge=0, le=100)
    end_trim: float = Field(default=0.0, ge=0, le=10_000)
    stock: list[BarStock] = Field(min_length=1, max_length=500)
    parts: list[WantedLength] = Field(min_length=1, max_length=2000)
    depth: float = Field(default=0.0, ge=0, le=10_000)
    turns: Literal["any", "swap", "none"] = "any"
    meta: dict[str, object] = {}

    @property
    def slanted(self) -> bool:
        """Whether a piece has an end that is not square."""
        return any(p.left or p.right for p in self.parts)

    @model_validator(mode="after")
    def _names_are_unique(self) -> BarProblem:
        for field, names in (("stock", [s.id for s in self.stock]), ("parts", [p.id for p in self.parts])):
            if len(set(names)) < len(names):
                twice = next(n for n in names if names.count(n) > 1)
                raise InputError(field=field, got=twice, needs="each id may stand once")
        if sum(p.qty for p in self.parts) > MOST_PIECES:
            raise InputError(
                field="parts",
                got=str(sum(p.qty for p in self.parts)),
                needs=f"at most {MOST_PIECES} pieces in one plan",
            )
        return self


class Cut(Model):
    """Pieces of one kind from one bar."""

    part: str
    qty: int


class Bar(Model):
    """One cutting pattern, and how many bars are cut so. `drop` is what is left of each, mm."""

    stock: str
    cuts: list[Cut]
    count: int
    drop: float = 0.0


class Unplaced(Model):
    """Pieces that no stock was left for."""

    part: str
    qty: int


class BarPlan(Model):
    """A plan, what it costs, and what is proven about it."""

    bars: list[Bar]
    cost: float
    lower_bound: float | None
    proven: bool
    unplaced: list[Unplaced] = []
    trace: list[tuple[float, float, float]] = []
    seed: int = 1
    evaluations: int = 0


def proof_words(plan: BarPlan) -> str:
    """What is proven of a plan, the same on every screen and paper."""
    if plan.unplaced or plan.lower_bound is None:
        return "not complete"
    if plan.proven:
        return "proven: no plan costs less"
    if plan.lower_bound <= 0:
        return "not proven: no bound is known"
    above = 100 * (plan.cost / plan.lower_bound - 1)
    return (
        f"at most {max(above, 0.1):.1f} % above the bound" if above < MOST_GAP else "not proven: the bound is far below"
    )


class WholeProblem:
    """The problem in whole numbers, kerf folded in: a piece weighs length + kerf, a bar takes usable + kerf."""

    def __init__(self, problem: BarProblem) -> None:
        kerf = _whole(problem.kerf)
        weights = [_whole(p.length) + kerf for p in problem.parts]
        capacities = [_whole(s.length - problem.end_trim) + kerf for s in problem.stock]
        usable = [c for c in capacities if c > 0]
        fits = [bool(usable) and w <= max(usable) for w in weights]
        order = sorted((i for i in range(len(weights)) if fits[i]), key=lambda i: (-weights[i], problem.parts[i].id))
        self.problem = problem
        self.piece_index = order
        step = reduce(math.gcd, [weights[i] for i in order], 0) or 1
        self.weights = [weights[i] // step for i in order]
        self.demand = [problem.parts[i].qty for i in order]
        self.stock_index = [j for j, c in enumerate(capacities) if c > 0 and problem.stock[j].qty != 0]
        self.capacities = [capacities[j] // step for j in self.stock_index]
        self.costs = [problem.stock[j].cost for j in self.stock_index]
        self.limits = [problem.stock[j].qty for j in self.stock_index]
        self.too_long = [Unplaced(part=p.id, qty=p.qty) for p, ok in zip(problem.parts, fits, strict=True) if not ok]

    def metal(self) -> int:
        """What all pieces weigh."""
        return sum(w * d for w, d in zip(self.weights, self.demand, strict=True))

    def reduced(self, demand: list[int], limits: list[int | None]) -> WholeProblem:
        """The same pieces and bars with other quantities."""
        other = copy(self)
        other.demand, other.limits = demand, limits
        return other


def _whole(length_mm: float) -> int:
    return round(length_mm * UNITS_PER_MM)
