"""Every bar under what is worst for it: candidates by their sums, then its checks at all its stations."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check
from yorvek.core.frames.members import Member
from yorvek.core.frames.search import Case, weights
from yorvek.core.frames.solving import Analysis, Made
from yorvek.core.frames.states import Outcome
from yorvek.core.frames.strength import Push, Strength, bending_record, push_of, shares, shear_record, strength_of
from yorvek.core.frames.worst import Critical, Worst
from yorvek.core.structures.starters.layout import Bar

Floats = NDArray[np.float64]
TAKES_PART = 0.1
"""Of the greatest share of the geometric work: below it a bar does not take part in a shape (common practice, no source)."""
BENDS_ABOUT_Z, BENDS_ABOUT_Y = 1, 0


@dataclass(frozen=True)
class OneBar:
    """A bar with its strength and the outcomes that may be worst for it."""

    bar: Bar
    index: int
    member: Member
    made: Made
    strength: Strength
    at_mm: Floats
    pushes: dict[str, Push]
    outcomes: list[Outcome]

    def forces(self) -> list[Floats]:
        return [o.forces(self.index) for o in self.outcomes]


def scales(analysis: Analysis) -> Floats:
    """What each bar's section takes of N, Vy, Vz, T, My, Mz, roughly: what forces are measured by in the search, [b, 6]."""
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
    groups: list[list[Case]] = [[] for _ in analysis.layout.bars]
    for state in worst.states.all():
        stations = state.stations
        share = state.forces / size[stations.bar][:, :, None]
        pushed = -state.forces[:, 0] / pushes[stations.bar][:, None]
        worst.more(groups, _sums(share, pushed), stations.first)
        ends = np.concatenate([stations.first[:-1], stations.first[1:] - 1])
        found: list[list[Case]] = [[] for _ in ends]
        worst.more(found, _end_sums(share[ends]), np.arange(len(ends) + 1))
        for k, cases in enumerate(found):
            groups[k % len(groups)] += cases
    return [list({c.key: c for c in g}.values()) for g in groups]


def _sums(share: Floats, pushed: Floats) -> Iterator[Floats]:
    """Interaction and shear with every choice of signs, [s, c] each."""
    N, Vy, Vz, T, My, Mz = (share[:, k] for k in range(6))
    moments = weights([(1.0, 1.0)])
    for axial in (N, pushed):
        yield axial
        for a, b in moments:
            bending = a * My + b * Mz
            yield axial + 8 / 9 * bending
            yield axial / 2 + bending
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
    plain = np.array(
        [
            max(push_of(made, method, _own_lengths(member, bar.name), "").allowed_N, 1.0)
            for _, bar, member, made, _, _ in own
        ]
    )
    groups = candidates(worst, np.nan_to_num(plain, nan=1.0))
    outcomes = worst.outcomes(groups)
    lengths = {c.name: _lengths(worst, worst.critical(c)) for c in worst.combinations}
    return [
        OneBar(
            bar, k, member, made, strength, at,
            {name: push_of(made, method, rows[k][0], rows[k][1]) for name, rows in lengths.items()}, outcomes[k],
        )
        for k, bar, member, made, at, strength in own
    ]  # fmt: skip


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


def check_bar(one: OneBar, worst: Worst) -> tuple[list[Check], Floats]:
    """The bar's own checks, and the forces [s, 6] where bending with axial force is worst."""
    method = worst.analysis.request.method
    forces = one.forces()
    bent: tuple[float, int] = (-1.0, 0)
    cut: tuple[float, int] = (-1.0, 0)
    for k, (o, f) in enumerate(zip(one.outcomes, forces, strict=True)):
        used = shares(one.strength, one.pushes[o.case.combination.name], method, f, amplified=o.second is not None)
        bent = max(bent, (_rank(used.together), -k), key=lambda p: p[0])
        cut = max(cut, (_rank(used.sheared), -k), key=lambda p: p[0])
    records = []
    for (_, place), record in ((bent, "bend"), (cut, "cut")):
        o = one.outcomes[-place]
        push = one.pushes[o.case.combination.name]
        common = (one.bar.name, one.made, one.strength, push, method, one.at_mm, forces[-place], o.words)
        records.append(
            bending_record(*common, amplified=o.second is not None) if record == "bend" else shear_record(*common)
        )
    return records, forces[-bent[1]]


def _rank(share: Floats) -> float:
    """The greatest share; where there is no rule it comes before all."""
    return np.inf if np.isnan(share).any() else float(share.max())
