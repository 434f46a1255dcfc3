"""Every bar under what is worst for it: candidates by their sums, then its checks at all its stations."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Method
from yorvek.core.checks.record import Check
from yorvek.core.clauses.aisc360.members import h1_1a, h1_1b
from yorvek.core.frames.members import Member
from yorvek.core.frames.search import Case, Found, rows_of, weights
from yorvek.core.frames.solving import Analysis, Made
from yorvek.core.frames.states import Outcome
from yorvek.core.frames.strength import (
    Push,
    Strength,
    joined,
    joined_pushes,
    push_of,
    shares,
    strength_of,
    taken,
)
from yorvek.core.frames.strength_records import bending_record, shear_record
from yorvek.core.frames.worst import Critical, Worst
from yorvek.core.structures.starters.layout import Bar

Floats = NDArray[np.float64]
TAKES_PART = 0.1
"""Of the greatest share of the geometric work: below it a bar does not take part in a shape (common practice, no
source).
"""
BENDS_ABOUT_Z, BENDS_ABOUT_Y = 1, 0


@dataclass(frozen=True)
class OneBar:
    """A bar with its strength and the outcomes that may be worst for it; `shared`: forces at the ends of all bars in
    them, [o, b, 2, 6], where they are the same for all bars.
    """

    bar: Bar
    index: int
    member: Member
    made: Made
    strength: Strength
    at_mm: Floats
    pushes: dict[str, Push]
    outcomes: list[Outcome]
    shared: Floats | None

    def forces(self) -> list[Floats]:
        return [o.forces(self.index) for o in self.outcomes]

    def end_forces(self, at: int) -> Floats:
        """At its start (0) or its end (-1) in every outcome, [o, 6]."""
        if self.shared is not None:
            return self.shared[:, self.index, at]
        return np.array([o.ends[self.index, at] for o in self.outcomes])


def scales(analysis: Analysis) -> Floats:
    """What each bar's section takes of N, Vy, Vz, T, My, Mz, roughly: what forces are measured by in the search, [b,
    6].
    """
    rows = []
    for bar in analysis.layout.bars:
        made = analysis.made[bar.role]
        s, Fy = made.section, float(made.columns.Fy[0])
        shear = 0.6 * Fy * s.A_mm2 / 2
        rows.append(
            [
                Fy * s.A_mm2,
                shear,
                shear,
                max(0.6 * Fy * s.J_mm4 / max(s.width_mm, 1.0), 1.0),
                Fy * s.Sy_mm3,
                Fy * s.Sx_mm3,
            ]
        )
    return np.array(rows)


def candidates(worst: Worst, pushes: Floats) -> list[list[Case]]:
    """Cases that may be worst for each bar, by the signs of its forces.

    Args:
        pushes: allowed push of each bar, N.
    """
    analysis = worst.analysis
    size = scales(analysis)
    bars = np.arange(len(analysis.layout.bars))
    found = Found(worst.search, len(bars))
    for state in worst.states.all():
        stations = state.stations
        share = state.forces / size[stations.bar][:, :, None]
        pushed = -state.forces[:, 0] / pushes[stations.bar][:, None]
        for values in _sums(share, pushed):
            found.add(values, stations.first)
        ends = np.concatenate([stations.first[:-1], stations.first[1:] - 1])
        for values in _end_sums(share[ends]):
            found.add(values, np.arange(len(ends) + 1), np.concatenate([bars, bars]))
    return found.lists()


def _sums(share: Floats, pushed: Floats) -> Iterator[Floats]:
    """Interaction and shear with every choice of signs, [s, c] each."""
    N, Vy, Vz, T, My, Mz = (share[:, k] for k in range(6))
    moments = weights([(1.0, 1.0)])
    for axial in (N, pushed):
        yield axial
        for a, b in moments:
            bending = a * My + b * Mz
            yield h1_1a(axial, bending)
            yield h1_1b(axial, bending)
    for a, b in moments:
        yield a * My + b * Mz
    for a, b, c in weights([(1.0, 1.0, 1.0)]):
        yield a * Vy + b * Vz + c * T


def _end_sums(share: Floats) -> Iterator[Floats]:
    """Every component of the end forces in both senses."""
    for k in range(6):
        yield share[:, k]
        yield -share[:, k]


def bars_of(worst: Worst) -> list[OneBar]:
    """Every bar with its outcomes.

    Raises:
        InputError: it buckles, or finds no rest.
    """
    analysis = worst.analysis
    method, welded = analysis.request.method, analysis.request.welded
    stations = analysis.states.stations
    own = []
    for k, bar in enumerate(analysis.layout.bars):
        member, made = analysis.member_of[bar.name], analysis.made[bar.role]
        at = stations.at_mm[stations.of_bar(k)]
        unbraced = member.sideways_length_mm(member.along(bar.name, at))
        own.append((k, bar, member, made, at, strength_of(made, method, unbraced, member.length_mm, welded)))
    pushes = _pushes(method)
    plain = np.array(
        [max(pushes(made, _own_lengths(member, bar.name), "").allowed_N, 1.0) for _, bar, member, made, _, _ in own]
    )
    groups = candidates(worst, np.nan_to_num(plain, nan=1.0))
    outcomes = worst.outcomes(groups)
    lengths = {c.name: _lengths(worst, worst.critical(c)) for c in worst.combinations}
    alike = all(o is outcomes[0] for o in outcomes)
    shared = np.stack([o.ends for o in outcomes[0]]) if alike else None
    return [
        OneBar(
            bar, k, member, made, strength, at, {name: pushes(made, *rows[k]) for name, rows in lengths.items()},
            outcomes[k], shared,
        )
        for k, bar, member, made, at, strength in own
    ]  # fmt: skip


def _pushes(method: Method) -> Callable[[Made, tuple[float, float], str], Push]:
    """What bars take of push, once for those of one make and length."""
    known: dict[tuple[object, ...], Push] = {}

    def push(made: Made, lengths: tuple[float, float], words: str) -> Push:
        key = (made.key, made.joined_by, lengths, words)
        if key not in known:
            known[key] = push_of(made, method, lengths, words)
        return known[key]

    return push


def _own_lengths(member: Member, bar: str) -> tuple[float, float]:
    """Buckling lengths about the strong and the weak axis between the places that hold the member."""
    return member.own_length_mm(bar, 0), member.own_length_mm(bar, 1)


def _lengths(worst: Worst, critical: Critical) -> list[tuple[tuple[float, float], str]]:
    """Buckling lengths of every bar in a combination: of the shape it takes part in, never below its own.

    L = pi sqrt(E I / (N factor)); a shape that the bar takes no part in says
    nothing about it.
    """
    analysis, mesh, found = worst.analysis, worst.states.mesh, critical.buckled
    s = mesh.skeleton
    least = np.minimum.reduceat(critical.N, mesh.first[:-1])
    whole = _by_member(analysis, found.work)
    most = np.maximum(whole.max(axis=(0, 1), initial=0.0), 1e-12)
    out = []
    for k, bar in enumerate(analysis.layout.bars):
        own = _own_lengths(analysis.member_of[bar.name], bar.name)
        both, by_whole = [], False
        for axis, (L, I) in enumerate(zip(own, (s.Iz[k], s.Iy[k]), strict=True)):  # noqa: E741
            plane = BENDS_ABOUT_Z if axis == 0 else BENDS_ABOUT_Y
            part = [j for j in range(len(found.factors)) if whole[k, plane, j] >= TAKES_PART * most[j]]
            exact = 0.0
            if part and least[k] < 0:
                exact = float(np.pi * np.sqrt(s.E[k] * I / (-least[k] * found.factors[part[0]])))
            both.append(max(L, exact))
            by_whole = by_whole or exact > L
        words = (
            f"buckling lengths from the whole, which buckles at {found.factor:.2f} times these loads"
            if by_whole
            else "buckling lengths between the places that hold it"
        )
        out.append(((both[0], both[1]), words))
    return out


def _by_member(analysis: Analysis, work: Floats) -> Floats:
    """The share of the work of each bar's whole member, [b, 2, k]: how finely it was drawn changes nothing."""
    out = work.copy()
    for member in analysis.members:
        rows = [analysis.number[b] for b in member.bars]
        out[rows] = np.maximum(work[rows], 0.0).sum(axis=0)
    return out


@dataclass(frozen=True)
class Governing:
    """The numbers of a bar's outcomes under which bending with axial force and shear with torque are worst."""

    bent: int
    cut: int


def governing(ones: Sequence[OneBar], method: Method) -> list[Governing]:
    """What governs each bar: all bars at once, outcome by outcome. What has no rule comes before all."""
    sizes = [len(one.at_mm) for one in ones]
    first = np.concatenate([[0], np.cumsum(sizes)]).astype(np.int64)
    whole = joined([one.strength for one in ones])
    pushes = {name: joined_pushes([one.pushes[name] for one in ones], sizes) for name in ones[0].pushes}
    asked: dict[int, tuple[Outcome, list[int], list[int]]] = {}
    for k, one in enumerate(ones):
        for number, o in enumerate(one.outcomes):
            _, bars, numbers = asked.setdefault(id(o), (o, [], []))
            bars.append(k)
            numbers.append(number)
    most = np.full((len(ones), 2), -1.0)
    best = np.zeros((len(ones), 2), dtype=np.int64)
    for o, bars, numbers in asked.values():
        rows, begin = rows_of(first, np.array(bars))
        own, push = taken(whole, rows), pushes[o.case.combination.name].take(rows)
        used = shares(own, push, method, o.at(rows), amplified=o.second is not None)
        for j, share in enumerate((used.together, used.sheared)):
            here = np.maximum.reduceat(np.where(np.isnan(share), np.inf, share), begin[:-1])
            more = here > most[bars, j]
            at = np.array(bars)[more]
            most[at, j], best[at, j] = here[more], np.array(numbers)[more]
    return [Governing(int(a), int(b)) for a, b in best]


def bar_checks(one: OneBar, by: Governing, method: Method) -> tuple[list[Check], Floats]:
    """The bar's own checks, and the forces [s, 6] where bending with axial force is worst."""
    bent, cut = one.outcomes[by.bent], one.outcomes[by.cut]
    forces = bent.forces(one.index)
    common = (one.bar.name, one.made, one.strength)
    return [
        bending_record(
            *common, one.pushes[bent.case.combination.name], method, one.at_mm, forces, bent.words,
            amplified=bent.second is not None,
        ),
        shear_record(
            *common, one.pushes[cut.case.combination.name], method, one.at_mm, cut.forces(one.index), cut.words
        ),
    ], forces  # fmt: skip
