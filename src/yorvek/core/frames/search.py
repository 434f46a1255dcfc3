"""Which loads, senses and places are worst for a response: found by sign, from what each column does by itself.

A response that is a sum over columns is greatest where every choice picks the alternative that adds most, or none. Checks
that are greatest of several such sums (interaction, shares of shear and torque, size of a movement) are greatest there too.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import product

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination
from yorvek.core.frames.events import OFF, Loading

Floats = NDArray[np.float64]
Whole = NDArray[np.int64]
SIGNS = (1.0, -1.0)


@dataclass(frozen=True)
class Case:
    """A combination with one alternative picked of every choice."""

    combination: Combination
    picks: tuple[int, ...]
    factors: Floats
    words: str

    @property
    def key(self) -> tuple[str, tuple[int, ...]]:
        return self.combination.name, self.picks


class Search:
    """Worst cases of one set of combinations over one loading."""

    def __init__(self, loading: Loading, combinations: list[Combination], *, strength: bool) -> None:
        self.loading, self.combinations, self.strength = loading, combinations, strength
        self._made: dict[tuple[str, tuple[int, ...]], Case] = {}
        self._tables = [self._table(c) for c in combinations]

    def _table(self, combination: Combination) -> tuple[Floats, list[Floats]]:
        """Factors of what is always there [c], and of each choice's alternatives [a, c]."""
        off = [OFF] * len(self.loading.choices)
        always = self.loading.factors(combination, off, strength=self.strength)
        options = []
        for k, choice in enumerate(self.loading.choices):
            rows = []
            for a in range(len(choice.alternatives)):
                picks = [*off[:k], a, *off[k + 1 :]]
                rows.append(self.loading.factors(combination, picks, strength=self.strength) - always)
            options.append(np.array(rows))
        return always, options

    def case(self, combination: Combination, picks: tuple[int, ...]) -> Case:
        """The case of those picks; what a combination leaves out is off."""
        asked = (combination.name, picks)
        if asked in self._made:
            return self._made[asked]
        there = tuple(
            k if combination.factor(c.case) else OFF for c, k in zip(self.loading.choices, picks, strict=True)
        )
        key = (combination.name, there)
        if key not in self._made:
            factors = self.loading.factors(combination, there, strength=self.strength)
            self._made[key] = Case(combination, there, factors, self.loading.words(there, combination))
        self._made[asked] = self._made[key]
        return self._made[key]

    def greatest(self, values: Floats) -> list[tuple[Floats, Whole]]:
        """For each combination: the greatest sum of each row of column values [r, c], and what is picked for it [r, choices]."""
        out = []
        for always, options in self._tables:
            total = values @ always
            picks = np.full((len(values), len(options)), OFF)
            for k, rows in enumerate(options):
                each = values @ rows.T
                best = each.argmax(axis=1)
                most = each[np.arange(len(values)), best]
                adds = most > 1e-9
                total = total + np.where(adds, most, 0.0)
                picks[:, k] = np.where(adds, best, OFF)
            out.append((total, picks))
        return out

    def worst_rows(self, values: Floats, first: Whole) -> list[list[Case]]:
        """For each group of rows (beginning at `first`), the worst case of every combination."""
        out: list[list[Case]] = [[] for _ in range(len(first) - 1)]
        groups = np.repeat(np.arange(len(first) - 1), np.diff(first))
        for combination, (total, picks) in zip(self.combinations, self.greatest(values), strict=True):
            most = np.maximum.reduceat(total, first[:-1])
            hit = np.nonzero(total >= most[groups])[0]
            group, at = np.unique(groups[hit], return_index=True)
            for g, row in zip(group.tolist(), hit[at].tolist(), strict=True):
                out[g].append(self.case(combination, tuple(picks[row].tolist())))
        return out


def weights(rows: list[tuple[float, ...]]) -> Floats:
    """Every choice of signs of rows of shares, once each: [w, n]."""
    out = {}
    for row in rows:
        for signs in product(SIGNS, repeat=len(row)):
            one = tuple(s * v + 0.0 for s, v in zip(signs, row, strict=True))
            out[one] = one
    return np.array(list(out))
