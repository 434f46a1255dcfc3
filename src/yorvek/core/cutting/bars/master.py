"""The restricted master: which known patterns to cut how often, as a linear program or in whole numbers, by HiGHS."""

from __future__ import annotations

import math
from dataclasses import dataclass

import highspy
import numpy as np
from numpy.typing import NDArray

from yorvek.core.cutting.bars.problem import WholeProblem

Pattern = tuple[int, tuple[int, ...]]
Floats = NDArray[np.float64]


class Master:
    """Rows: demand of each piece, then the limit of each limited stock. One paid way out a piece: leave it out."""

    def __init__(self, whole: WholeProblem) -> None:
        self.whole = whole
        self.patterns: list[Pattern] = []
        self.known: set[Pattern] = set()
        self.limited = [j for j, q in enumerate(whole.limits) if q is not None]
        self.row_of_limit = {j: len(whole.demand) + k for k, j in enumerate(self.limited)}
        self.leave_out = 1.0 + 10.0 * max([*whole.costs, 1.0])
        self.lp = highspy.Highs()
        self.lp.setOptionValue("output_flag", False)
        self.lp.setOptionValue("threads", 1)
        inf = highspy.kHighsInf
        for d in whole.demand:
            self.lp.addRow(float(d), inf, 0, np.empty(0, np.int32), np.empty(0))
        for j in self.limited:
            self.lp.addRow(-inf, float(whole.limits[j] or 0), 0, np.empty(0, np.int32), np.empty(0))
        for i in range(len(whole.demand)):
            self.lp.addCol(self.leave_out, 0.0, inf, 1, np.array([i], np.int32), np.array([1.0]))

    def add(self, pattern: Pattern) -> bool:
        """Take a pattern in; False if it was known."""
        if pattern in self.known:
            return False
        self.known.add(pattern)
        self.patterns.append(pattern)
        rows, values = self._column(pattern)
        self.lp.addCol(self.whole.costs[pattern[0]], 0.0, highspy.kHighsInf, len(rows), rows, values)
        return True

    def _column(self, pattern: Pattern) -> tuple[NDArray[np.int32], Floats]:
        j, pieces = pattern
        rows = [i for i, n in enumerate(pieces) if n]
        values = [float(pieces[i]) for i in rows]
        if j in self.row_of_limit:
            rows.append(self.row_of_limit[j])
            values.append(1.0)
        return np.array(rows, np.int32), np.array(values)

    def set_demand(self, demand: list[int], limits: list[int | None]) -> None:
        """Change what is still wanted (while diving); patterns that make more than that are shut."""
        for i, d in enumerate(demand):
            self.lp.changeRowBounds(i, float(d), highspy.kHighsInf)
        for j, row in self.row_of_limit.items():
            self.lp.changeRowBounds(row, -highspy.kHighsInf, float(limits[j] or 0))
        for k, (_, content) in enumerate(self.patterns):
            fits = all(c <= d for c, d in zip(content, demand, strict=True))
            self.lp.changeColBounds(len(demand) + k, 0.0, highspy.kHighsInf if fits else 0.0)

    def solve(self) -> tuple[float, Floats, Floats, Floats]:
        """Linear optimum: value, pattern multiplicities, duals of the demands, duals of the stocks (0 where
        unlimited).
        """
        self.lp.run()
        solution = self.lp.getSolution()
        duals = np.array(solution.row_dual)
        count = len(self.whole.demand)
        stock = np.zeros(len(self.whole.limits))
        for j, row in self.row_of_limit.items():
            stock[j] = min(duals[row], 0.0)
        return (
            float(self.lp.getInfo().objective_function_value),
            np.array(solution.col_value)[count:],
            np.maximum(duals[:count], 0.0),
            stock,
        )


@dataclass(frozen=True)
class Chosen:
    """A whole-number choice among patterns, and the least that any choice of them can cost."""

    patterns: dict[Pattern, int] | None
    least: float


def whole_numbers(
    whole: WholeProblem,
    patterns: list[Pattern],
    *,
    seconds: float,
    start: dict[Pattern, int] | None = None,
    cutoff: float | None = None,
) -> dict[Pattern, int] | None:
    """`choose_whole` without its bound: None if nothing is found in time."""
    return choose_whole(whole, patterns, seconds=seconds, start=start, cutoff=cutoff).patterns


def choose_whole(
    whole: WholeProblem,
    patterns: list[Pattern],
    *,
    seconds: float,
    start: dict[Pattern, int] | None = None,
    cutoff: float | None = None,
    enough: float | None = None,
) -> Chosen:
    """The cheapest whole-number choice among known patterns that makes all pieces, as far as the time goes.

    Makes at least what is wanted; surplus pieces are dropped from patterns by the caller. A choice that costs no more
    than `enough` ends the search.
    """
    model = highspy.HighsLp()
    pieces, limited = len(whole.demand), [j for j, q in enumerate(whole.limits) if q is not None]
    row_of = {j: pieces + k for k, j in enumerate(limited)}
    starts, index, value = [0], [], []
    for j, content in patterns:
        for i, n in enumerate(content):
            if n:
                index.append(i)
                value.append(float(n))
        if j in row_of:
            index.append(row_of[j])
            value.append(1.0)
        starts.append(len(index))
    model.num_col_, model.num_row_ = len(patterns), pieces + len(limited)
    model.col_cost_ = np.array([whole.costs[j] for j, _ in patterns])
    model.col_lower_ = np.zeros(len(patterns))
    model.col_upper_ = np.array([float(_most(whole, p)) for p in patterns])
    model.row_lower_ = np.array([*map(float, whole.demand), *[-highspy.kHighsInf] * len(limited)])
    model.row_upper_ = np.array([*[highspy.kHighsInf] * pieces, *(float(whole.limits[j] or 0) for j in limited)])
    model.a_matrix_.format_ = highspy.MatrixFormat.kColwise
    model.a_matrix_.start_ = np.array(starts, np.int32)
    model.a_matrix_.index_ = np.array(index, np.int32)
    model.a_matrix_.value_ = np.array(value)
    model.integrality_ = [highspy.HighsVarType.kInteger] * len(patterns)
    solver = _solver(seconds, cutoff, enough)
    solver.passModel(model)
    if start:
        guess = highspy.HighsSolution()
        guess.col_value = [float(start.get(p, 0)) for p in patterns]
        solver.setSolution(guess)
    solver.run()
    values, info = solver.getSolution().col_value, solver.getInfo()
    least = float(info.mip_dual_bound) if math.isfinite(info.mip_dual_bound) else 0.0
    if not values or info.primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
        return Chosen(None, least)
    return Chosen({p: round(x) for p, x in zip(patterns, values, strict=True) if round(x) > 0}, least)


def _solver(seconds: float, cutoff: float | None, enough: float | None) -> highspy.Highs:
    """One thread, no words, and what ends it."""
    solver = highspy.Highs()
    for key, setting in (
        ("output_flag", False),
        ("threads", 1),
        ("time_limit", max(seconds, 0.05)),
        ("mip_rel_gap", 0.0),
        ("random_seed", 1),
    ):
        solver.setOptionValue(key, setting)
    if cutoff is not None:
        solver.setOptionValue("objective_bound", cutoff)
    if enough is not None:
        solver.setOptionValue("objective_target", enough)
    return solver


def _most(whole: WholeProblem, pattern: Pattern) -> int:
    """No pattern is needed more often than its scarcest piece asks."""
    j, content = pattern
    most = max((-(-d // n) for d, n in zip(whole.demand, content, strict=True) if n), default=0)
    limit = whole.limits[j]
    return most if limit is None else min(most, limit)
