"""The record every check returns, and what reserve means."""

from __future__ import annotations

from typing import Literal

from yorvek.core.model import Model

Word = Literal["not checked", "gives", "tight", "holds", "heavy"]


class Value(Model):
    """A value put into a formula."""

    symbol: str
    name: str
    value: float
    unit: str


class Check(Model):
    """One check: demand against capacity, with everything a checker wants to see."""

    id: str
    title: str
    kind: Literal["strength", "stiffness"]
    method: str
    clause: str
    formula: str
    inputs: list[Value] = []
    demand: float | None = None
    capacity: float | None = None
    unit: str = ""
    at_mm: float | None = None
    combination: str = ""
    source: str
    assumptions: list[str] = []
    not_checked: str | None = None

    @property
    def utilisation(self) -> float | None:
        if self.not_checked is not None or self.demand is None or not self.capacity:
            return None
        return abs(self.demand) / self.capacity

    @property
    def reserve(self) -> float | None:
        """Capacity over demand; None where not checked."""
        used = self.utilisation
        return None if used is None else (1.0 / used if used > 1e-9 else LARGEST_RESERVE)


LARGEST_RESERVE = 999.0


def reserve_text(reserve: float | None) -> str:
    """A reserve in figures, cut after the second decimal: it never says more than its word."""
    if reserve is None:
        return "not checked"
    return "far above" if reserve > 99 else f"{int(reserve * 100 + 1e-9) / 100:.2f}"


def reserve_word(reserve: float | None) -> Word:
    """gives < 1.00 <= tight < 1.15 <= holds <= 2.0 < heavy; none is "not checked"."""
    if reserve is None:
        return "not checked"
    if reserve < 1.0:
        return "gives"
    if reserve < 1.15:
        return "tight"
    return "holds" if reserve <= 2.0 else "heavy"


class Reserve(Model):
    """The least reserve of one kind, and what governs it."""

    value: float | None
    word: Word
    governs: str
    check_id: str | None


def least_reserve(checks: list[Check], kind: str, *, none_applies: str) -> Reserve:
    """The governing check of a kind; a check that was not made comes first, and beside it what is known to give."""
    mine = [c for c in checks if c.kind == kind]
    if not mine:
        return Reserve(value=None, word="not checked", governs=none_applies, check_id=None)
    missing = next((c for c in mine if c.reserve is None), None)
    worst = min((c for c in mine if c.reserve is not None), key=lambda c: c.reserve or 0.0, default=mine[0])
    if missing is not None:
        gives = worst.reserve is not None and worst.reserve < 1
        known = f"; and {worst.title} gives at {reserve_text(worst.reserve or 0.0)}" if gives else ""
        governs = (missing.not_checked or missing.title) + known
        return Reserve(value=None, word="not checked", governs=governs, check_id=missing.id)
    return Reserve(value=worst.reserve, word=reserve_word(worst.reserve), governs=worst.title, check_id=worst.id)
