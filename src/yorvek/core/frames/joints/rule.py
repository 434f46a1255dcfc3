"""A rule for the end of a bar: what share of its strength a set of end forces uses, and the record of it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check, Value
from yorvek.core.frames.request import FrameRequest
from yorvek.core.materials import Material
from yorvek.core.sections import Section

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class End:
    """The end of a bar at a node. End forces are N, Vy, Vz, T, My, Mz in the bar's own axes, tension positive."""

    bar: str
    node: str
    section: Section
    metal: Material
    request: FrameRequest

    @property
    def name(self) -> str:
        return f"{self.bar}, {self.node}"

    @property
    def wall_mm(self) -> float:
        """The thinnest of the bar's metal at the joint; a solid bar's least size."""
        s = self.section
        return min(v for v in (s.wall_mm, s.flange_mm or s.wall_mm, min(s.width_mm, s.depth_mm)) if v > 0)

    @property
    def Fu_MPa(self) -> float:
        return self.metal.ultimate_at_weld_MPa if self.request.welded else self.metal.ultimate_MPa

    @property
    def Fy_MPa(self) -> float:
        return self.metal.yield_at_weld_MPa if self.request.welded else self.metal.yield_MPa


@dataclass(frozen=True)
class Rule:
    """`use` of end forces (1 is full; nan: no rule), and its record under a named combination."""

    use: Callable[[Floats], float]
    record: Callable[[Floats, str], Check]


def worst(rules: Sequence[Rule], forces: Sequence[tuple[Floats, str]]) -> list[Check]:
    """Each rule's record under the combination that uses most; one without a rule comes first."""
    out = []
    for rule in rules:
        used = [rule.use(f) for f, _ in forces]
        k = max(range(len(used)), key=lambda i: np.inf if np.isnan(used[i]) else used[i])
        out.append(rule.record(*forces[k]))
    return out


def simple(
    end: End,
    word: str,
    title: str,
    *,
    demand: Callable[[Floats], float],
    capacity: float,
    unit: str,
    clause: str,
    formula: str,
    inputs: list[tuple[str, str, float, str]],
    source: str,
    assumptions: Sequence[str] = (),
    why_not: Callable[[Floats], str | None] = lambda f: None,
    demand_as: tuple[str, str] = ("F", "what comes on it"),
) -> Rule:
    """A rule with one demand against one capacity that does not depend on the forces."""

    def use(f: Floats) -> float:
        return float("nan") if why_not(f) else demand(f) / capacity

    def record(f: Floats, words: str) -> Check:
        return Check(
            id=f"{end.name}: {word}",
            title=f"{end.name}: {title}",
            kind="strength",
            method=end.request.method.words,
            clause=clause,
            formula=formula,
            inputs=[
                Value(symbol=demand_as[0], name=demand_as[1], value=demand(f), unit=unit),
                *(Value(symbol=s, name=n, value=v, unit=u) for s, n, v, u in inputs),
            ],
            demand=demand(f),
            capacity=capacity,
            unit=unit,
            combination=words,
            source=source,
            assumptions=list(assumptions),
            not_checked=why_not(f),
        )

    return Rule(use, record)
