"""Which loads, senses and places are worst for a response: found by sign, from what each column does by itself.

A response that is a sum over columns is greatest where every choice picks the alternative that adds most, or none.
Checks that are greatest of several such sums (interaction, shares of shear and torque, size of a movement) are greatest
there too.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise, product

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination
from yorvek.core.frames.events import OFF, Loading

Floats = NDArray[np.float64]
Whole = NDArray[np.int64]
SIGNS = (1.0, -1.0)
ADDS = 1e-9
CODE = 2**32
"""Groups and cases are numbered well below it."""


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
    """Worst cases of one set of combinations over one loading; every case met has a number."""

    def __init__(self, loading: Loading, combinations: list[Combination], *, strength: bool) -> None:
        self.loading, self.combinations, self.strength = loading, combinations, strength
        self.cases: list[Case] = []
        self._made: dict[tuple[str, tuple[int, ...]], Case] = {}
        self._numbers: dict[tuple[int, int], int] = {}
        options = [a for c in loading.choices for a in c.alternatives]
        self._options = np.zeros((len(options), loading.width))
        for row, a in zip(self._options, options, strict=True):
            for column, factor in (a.strength if strength else a.plain).items():
                row[column] += factor
        self._begin = np.cumsum([0, *(len(c.alternatives) for c in loading.choices)])
        self._always = np.zeros(loading.width)
        self._always[[loading.own, *loading.permanent]] = 1.0
        self._factors = np.array([[c.factor(x.case) for x in loading.choices] for c in combinations])
        self._hash = np.random.default_rng(1).integers(1, 2**62, len(loading.choices), dtype=np.int64)

    def case(self, combination: Combination, picks: tuple[int, ...]) -> Case:
        """The case of those picks; what a combination leaves out is off."""
        there = tuple(
            k if combination.factor(c.case) else OFF for c, k in zip(self.loading.choices, picks, strict=True)
        )
        key = (combination.name, there)
        if key not in self._made:
            factors = self.loading.factors(combination, there, strength=self.strength)
            self._made[key] = Case(combination, there, factors, self.loading.words(there, combination))
        return self._made[key]

    def _each(self, values: Floats) -> tuple[Floats, Floats, Floats]:
        """Of rows of column values: what is always there, what every option adds, and what each choice adds at most."""
        each = values @ self._options.T
        if not len(self.loading.choices):
            return values @ self._always, each, np.zeros((len(values), 0))
        most = np.maximum.reduceat(each, self._begin[:-1], axis=1)
        return values @ self._always, each, np.where(most > ADDS, most, 0.0)

    def _picks(self, each: Floats, number: int) -> Whole:
        """What is picked of each choice by a combination, for rows of what options add, [r, choices]."""
        out = np.full((len(each), len(self.loading.choices)), OFF)
        for k, (a, b) in enumerate(zip(self._begin[:-1], self._begin[1:], strict=True)):
            if self._factors[number, k]:
                best = each[:, a:b].argmax(axis=1)
                out[:, k] = np.where(each[np.arange(len(each)), a + best] > ADDS, best, OFF)
        return out

    def greatest(self, value: Floats, combination: Combination) -> tuple[int, ...]:
        """What is picked of each choice for the greatest sum of one row of column values."""
        each = value[None, :] @ self._options.T
        return tuple(self._picks(each, self.combinations.index(combination))[0].tolist())

    def worst_rows(self, values: Floats, first: Whole) -> Iterator[Whole]:
        """For every combination the numbers of the worst cases of groups of rows, which begin at `first` (the end
        included).
        """
        groups = np.repeat(np.arange(len(first) - 1), np.diff(first))
        always, each, most = self._each(values)
        for k, combination in enumerate(self.combinations):
            total = combination.dead * always + most @ self._factors[k]
            yield self._numbered(k, self._picks(each[peaks(total, first, groups)], k))

    def _numbered(self, number: int, picks: Whole) -> Whole:
        """The numbers of cases; those that were not met before get the next ones."""
        with np.errstate(over="ignore"):
            marks = (picks + 2) @ self._hash
        unique, at, back = np.unique(marks, return_index=True, return_inverse=True)
        out = np.empty(len(unique), dtype=np.int64)
        for k, (mark, row) in enumerate(zip(unique.tolist(), at.tolist(), strict=True)):
            key = (number, mark)
            if key not in self._numbers:
                self._numbers[key] = len(self.cases)
                self.cases.append(self.case(self.combinations[number], tuple(picks[row].tolist())))
            out[k] = self._numbers[key]
        return out[back]


class Found:
    """Cases that may be worst, by group."""

    def __init__(self, search: Search, count: int) -> None:
        self.search, self.count = search, count
        self._codes: list[Whole] = []

    def add(self, values: Floats, first: Whole, labels: Whole | None = None) -> None:
        """The worst of every combination for rows of column values in groups; `labels`: the groups' own numbers."""
        own = np.arange(len(first) - 1) if labels is None else labels
        for numbers in self.search.worst_rows(values, first):
            self._codes.append(own * CODE + numbers)

    def pairs(self) -> tuple[Whole, Whole]:
        """Groups and numbers of their cases, each pair once, by group."""
        codes = np.unique(np.concatenate(self._codes)) if self._codes else np.zeros(0, dtype=np.int64)
        self._codes = [codes]
        return codes // CODE, codes % CODE

    def lists(self) -> list[list[Case]]:
        """The cases of each group."""
        groups, numbers = self.pairs()
        edges = np.searchsorted(groups, np.arange(self.count + 1))
        cases = self.search.cases
        return [[cases[n] for n in numbers[a:b].tolist()] for a, b in pairwise(edges)]


def peaks(values: Floats, first: Whole, groups: Whole | None = None) -> Whole:
    """The row of the greatest value of each group of rows, the first of them."""
    own = np.repeat(np.arange(len(first) - 1), np.diff(first)) if groups is None else groups
    most = np.maximum.reduceat(values, first[:-1])
    hit = np.nonzero(values >= most[own])[0]
    group = own[hit]
    return np.asarray(hit[np.concatenate([[True], group[1:] != group[:-1]])])


def rows_of(first: Whole, groups: Whole) -> tuple[Whole, Whole]:
    """All rows of some groups one after the other, and where each of these groups begins, the end included."""
    sizes = first[groups + 1] - first[groups]
    begin = np.concatenate([[0], np.cumsum(sizes)])
    return np.repeat(first[groups] - begin[:-1], sizes) + np.arange(begin[-1]), begin


def weights(rows: list[tuple[float, ...]]) -> Floats:
    """Every choice of signs of rows of shares, once each: [w, n]."""
    out = {}
    for row in rows:
        for signs in product(SIGNS, repeat=len(row)):
            one = tuple(s * v + 0.0 for s, v in zip(signs, row, strict=True))
            out[one] = one
    return np.array(list(out))
