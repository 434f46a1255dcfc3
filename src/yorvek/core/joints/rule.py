"""A limit state of a joint: what share of its strength end forces use, and the record of it; and the ledger they stand
in.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check, Value
from yorvek.core.joints.at import End

Floats = NDArray[np.float64]
Demand = Callable[[Floats], Floats]
Why = Callable[[Floats], str | None]
Input = tuple[str, str, float, str]
SMALLEST = 1e-12


@dataclass(frozen=True)
class Rule:
    """`use` of end forces [n, 6]: shares, 1 is full, nan where there is no rule; and the record for one set of them.

    `unfactored`: it is judged by the unfactored forces, without dynamic factors (ratings of bought parts).
    """

    use: Demand
    record: Callable[[Floats, str], Check]
    unfactored: bool = False


States = Mapping[str, "Rule | str | None"]
"""Limit states by name: a rule, why there is none (not checked), or None where it does not apply."""


def ledger(end: End, declared: Sequence[str], found: States) -> list[Rule]:
    """Rules of all limit states that a kind declares; one that nobody worked out is not checked, and says so."""
    odd = set(found) - set(declared)
    assert not odd, f"not declared: {odd}"
    out = []
    for name in declared:
        rule = found.get(name, f"{name}: no rule for it is in this version")
        if rule is None:
            continue
        out.append(rule if isinstance(rule, Rule) else never(end, name, rule))
    return out


def never(end: End, name: str, why: str) -> Rule:
    """A limit state that is not checked, whatever the forces."""

    def record(f: Floats, words: str) -> Check:
        return Check(
            id=f"{end.name}: {name}", title=f"{end.name}: {name}", kind="strength", method=end.method.words, clause="",
            formula="", combination=words, source="", not_checked=why,
        )  # fmt: skip

    return Rule(lambda f: np.full(len(f), np.nan), record)


def rule(
    end: End,
    name: str,
    title: str,
    *,
    demand: Demand,
    capacity: float,
    unit: str,
    clause: str,
    formula: str,
    source: str,
    inputs: Sequence[Input] = (),
    assumptions: Sequence[str] = (),
    why_not: Why | str | None = None,
    shown: tuple[str, str] = ("F", "what comes on it"),
    unfactored: bool = False,
) -> Rule:
    """A limit state with one demand against one capacity that does not depend on the forces.

    Args:
        demand: of forces [n, 6], one each.
        why_not: why it is not checked, whatever the forces, or for forces [6].
    """

    def use(f: Floats) -> Floats:
        missing = np.array([why_not(one) is not None for one in f]) if callable(why_not) else why_not is not None
        return np.where(missing, np.nan, demand(f) / max(capacity, SMALLEST))

    def record(f: Floats, words: str) -> Check:
        comes, why = float(demand(f[None, :])[0]), why_not(f) if callable(why_not) else why_not
        return Check(
            id=f"{end.name}: {name}",
            title=f"{end.name}: {title}",
            kind="strength",
            method="unfactored, by the rating" if unfactored else end.method.words,
            clause=clause,
            formula=formula,
            inputs=[
                Value(symbol=shown[0], name=shown[1], value=comes, unit=unit),
                *(Value(symbol=s, name=n, value=v, unit=u) for s, n, v, u in inputs),
            ],
            demand=None if why else comes,
            capacity=max(capacity, SMALLEST),
            unit=unit,
            combination=words,
            source=source,
            assumptions=list(assumptions),
            not_checked=why,
        )

    return Rule(use, record, unfactored)


def worst(rules: Sequence[Rule], forces: Floats, words: Sequence[str]) -> list[Check]:
    """Each rule's record under the set of forces [n, 6] that uses most; one without a rule comes first."""
    out = []
    for one in rules:
        used = one.use(forces)
        k = int(np.argmax(np.where(np.isnan(used), np.inf, used)))
        out.append(one.record(forces[k], words[k]))
    return out


def size(f: Floats, *columns: int) -> Floats:
    """Length of some components, [n]."""
    return np.asarray(np.linalg.norm(f[:, list(columns)], axis=1))


def straight_and_square(straight: Floats, squared: Floats) -> Floats:
    """The share at which straight x + squared² x² = 1 as a factor x on all forces together."""
    return np.asarray((straight + np.sqrt(straight**2 + 4 * squared**2)) / 2)
