"""The worst of everything that may act together: cases found, brought to rest, and solved again where push bends them
further.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination
from yorvek.core.frames.search import Case, Search
from yorvek.core.frames.solving import Analysis
from yorvek.core.frames.states import UPRIGHT, Lean, Outcome, State
from yorvek.core.frames.together import side_by_side
from yorvek.core.theory.frames import Buckled, Mechanism, elements_work

Floats = NDArray[np.float64]
Whole = NDArray[np.int64]
FIRST_ORDER_ENOUGH = 10.0
"""Critical factor from which first order will do: EN 1993-1-1 5.2.1(3); AISC's own bound on second over first order is
of the same size.
"""
BARELY = 1.005
MOST_CASES = 160
MOST_SECOND = 40
ROUNDS = 5


@dataclass(frozen=True)
class Critical:
    """How a combination buckles under the worst choice of its loads; `case` and the pushes that go with it, [e]."""

    case: Case
    buckled: Buckled
    N: Floats

    @property
    def factor(self) -> float:
        return self.buckled.factor


class Worst:
    """Outcomes of one set of combinations: for each bar those that may be worst for it. `grips`: feet that stand are
    taken to hold along the ground whatever pushes them.
    """

    def __init__(
        self, analysis: Analysis, combinations: list[Combination], *, strength: bool, grips: bool = False
    ) -> None:
        self.analysis, self.strength, self.grips = analysis, strength, grips
        self.states = analysis.states
        self.search = Search(analysis.loading, combinations, strength=strength)
        self.combinations = combinations
        self._critical: dict[str, Critical] = {}
        self._rests: dict[tuple[str, tuple[int, ...]], list[State]] = {}

    @property
    def ahead(self) -> float:
        return self.analysis.request.method.ahead if self.strength else 1.0

    def rests(self, case: Case) -> list[State]:
        """The states in which a case may rest."""
        if not self.states.one_sided:
            return [self.states.taut]
        if case.key not in self._rests:
            found = self.states.rests(case)
            self._rests[case.key] = found[:1] if self.grips else found
        return self._rests[case.key]

    def critical(self, combination: Combination) -> Critical:
        """The lowest critical factor of a combination: begun with everything on, then with what adds to the shape
        found.
        """
        if combination.name not in self._critical:
            n = len(self.analysis.loading.choices)
            starts = [tuple([0] * n), *(tuple(0 if k == j else -1 for k in range(n)) for j in range(n) if n > 1)]
            best: Critical | None = None
            for picks in starts:
                found = self._descend(combination, picks)
                if best is None or found.factor < best.factor:
                    best = found
                if np.isfinite(best.factor):
                    break
            assert best is not None
            self._critical[combination.name] = best
        return self._critical[combination.name]

    def _descend(self, combination: Combination, picks: tuple[int, ...]) -> Critical:
        best: Critical | None = None
        for _ in range(ROUNDS):
            case = self.search.case(combination, picks)
            state, found = min(
                ((s, s.buckled(case.factors)) for s in self.rests(case)), key=lambda pair: pair[1].factor
            )
            if best is None or found.factor < best.factor:
                best = Critical(case, found, state.N @ case.factors)
            if not len(found.factors):
                break
            each = -elements_work(state.system, found.shapes[:, :1])[:, 0] @ state.N
            now = self.search.case(combination, self.search.greatest(each, combination)).picks
            if now == case.picks:
                break
            picks = now
        assert best is not None
        return best

    def second(self, combination: Combination) -> bool:
        """Whether a combination is solved in second order: by the critical factor, or because the user asks. What
        buckles at less than the method asks for has no second order: that it buckles is its verdict.
        """
        over = self.critical(combination).factor / self.ahead
        if over <= BARELY:
            return False
        return over < FIRST_ORDER_ENOUGH or self.analysis.request.second_order

    def outcomes(self, groups: list[list[Case]]) -> list[list[Outcome]]:
        """Solved cases of groups (bars, stretches): each group's own, and all there are where the answer is not a sum.

        Raises:
            InputError: it finds no rest, or buckles (Mechanism).
        """
        pool = list({c.key: c for g in groups for c in g}.values())
        if not self.states.one_sided and not any(self.second(c) for c in self.combinations):
            made = {c.key: Outcome(c, self.states.taut) for c in pool}
            return [[made[k] for k in dict.fromkeys(c.key for c in g)] for g in groups]
        pool = _ranked(groups, pool)[:MOST_CASES]
        asked: list[Callable[[], list[Outcome]]] = []
        bent = 0
        for case in pool:
            if not self.second(case.combination):
                asked.append(partial(self._plain, case))
                continue
            bent += 1
            asked += [
                partial(self._bent, case, state, k, exactly=bent <= MOST_SECOND)
                for k, state in enumerate(self.rests(case))
            ]
        # ties and feet find their rest in turn: they share what they met
        freedoms = 0 if self.states.one_sided else self.states.mesh.count
        solved = [o for one in side_by_side(asked, freedoms) for o in one]
        return [solved] * len(groups)

    def _plain(self, case: Case) -> list[Outcome]:
        return [Outcome(case, state) for state in self.rests(case)]

    def _bent(self, case: Case, state: State, rest: int, *, exactly: bool) -> list[Outcome]:
        """A case of second order; beyond the number worked out exactly, first order times what its combination makes of
        it.
        """
        lean = self.analysis.lean if self.strength else 0.0
        leans = [(lean, 0.0), (-lean, 0.0), (0.0, lean), (0.0, -lean)] if lean else [UPRIGHT]
        if exactly:
            try:
                return self._pushed(case, state, rest, leans)
            except Mechanism as error:
                # what it gives way under is what its own bending adds to its push: its verdict is that it buckles
                if not error.buckles:
                    raise
        grown = 1 / (1 - self.ahead / self.critical(case.combination).factor)
        second = self.states.amplified(case, state, grown, leans)
        return [Outcome(case, state, second, k) for k in range(len(leans))]

    def _pushed(self, case: Case, state: State, rest: int, leans: list[Lean]) -> list[Outcome]:
        """A case with its push in the stiffness, an outcome for each way it leans; ties and feet settle for each way
        anew.

        Raises:
            Mechanism: it gives way under its push.
        """
        if not self.states.one_sided or leans == [UPRIGHT]:
            second = self.states.second_order(case, state, self.ahead, leans)
            return [Outcome(case, state, second, k) for k in range(len(leans))]
        out = []
        for way in leans:
            leaning = self.states.rests(case, way)
            now = leaning[min(rest, len(leaning) - 1)]
            out.append(Outcome(case, now, self.states.second_order(case, now, self.ahead, [way])))
        return out

    def buckles(self) -> Critical | None:
        """The combination that buckles at no more than the method asks for, if any."""
        worst = min((self.critical(c) for c in self.combinations), key=lambda c: c.factor)
        return worst if worst.factor <= self.ahead else None


def _ranked(groups: list[list[Case]], pool: list[Case]) -> list[Case]:
    """Cases by how many groups ask for them."""
    asked: dict[tuple[str, tuple[int, ...]], int] = {}
    for g in groups:
        for key in {c.key for c in g}:
            asked[key] = asked.get(key, 0) + 1
    return sorted(pool, key=lambda c: -asked[c.key])
