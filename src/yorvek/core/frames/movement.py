"""How far a structure moves: the greatest of every point of every bar, and each span, overhang and the whole against
its limit.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.found import found_words
from yorvek.core.checks.limits import Limits, deflection_limit_mm, limit_words
from yorvek.core.checks.record import Check, Value
from yorvek.core.frames.members import Run, runs_of
from yorvek.core.frames.search import CODE, Found, peaks, rows_of
from yorvek.core.frames.solving import Analysis
from yorvek.core.frames.states import Outcome
from yorvek.core.frames.worst import Worst

Floats = NDArray[np.float64]
Whole = NDArray[np.int64]
WAYS = np.array([w for w in product((-1.0, 0.0, 1.0), repeat=3) if any(w)])
WAYS /= np.linalg.norm(WAYS, axis=1)[:, None]
TURNS = 3
STUB = 10.0
"""Times its depth: a shorter stretch is a stub, whose own movement says nothing (common practice, no source)."""


@dataclass(frozen=True)
class Watched:
    """Points that share a limit; `chord`: the two points between which their movement is measured, `share` of the
    way.
    """

    name: str
    rows: Whole
    limit_mm: float
    length_mm: float
    rule: str
    chord: tuple[int, int] | None = None
    share: Floats | None = None


class Points:
    """The points of everything that is watched, one group after the other, and what counts of their movement."""

    def __init__(self, watched: Sequence[Watched]) -> None:
        sizes = [len(w.rows) for w in watched]
        self.first: Whole = np.concatenate([[0], np.cumsum(sizes)]).astype(np.int64)
        self.rows: Whole = np.concatenate([w.rows for w in watched])
        chord = np.array([w.chord or (0, 0) for w in watched])
        self._a, self._b = (np.repeat(chord[:, k], sizes) for k in (0, 1))
        self._measured = np.repeat([w.chord is not None for w in watched], sizes)
        self._share = np.concatenate(
            [np.zeros(n) if w.share is None else w.share for n, w in zip(sizes, watched, strict=True)]
        )

    def of(self, moves: Floats, which: Whole | None = None) -> Floats:
        """What counts of the movements of all stations, [s, 3, ...], at those points (none given: at all)."""
        k = np.arange(len(self.rows)) if which is None else which
        plain = (-1, *([1] * (moves.ndim - 1)))
        share, counts = self._share[k].reshape(plain), self._measured[k].reshape(plain)
        return np.asarray(moves[self.rows[k]] - counts * ((1 - share) * moves[self._a[k]] + share * moves[self._b[k]]))


@dataclass(frozen=True)
class Moved:
    """The checks of movement, the greatest movement of any point, and how the nodes move in the case that governs."""

    checks: list[Check]
    greatest: Check
    nodes: Floats


def movements(worst: Worst) -> Moved:
    """All movements under unfactored loads.

    Raises:
        InputError: it finds no rest, or buckles.
    """
    analysis = worst.analysis
    stations = worst.states.stations
    everywhere = Watched("the greatest movement", np.arange(len(stations.at_mm)), 0.0, 0.0, "")
    watched = [everywhere, *_watched(analysis)]
    points, cases = Points(watched), Found(worst.search, len(watched))
    for state in worst.states.all():
        _search(points.of(state.moves), points.first, cases)
    found = _most(points, worst.outcomes(cases.lists()))
    checks = [_record(worst, one, *best) for one, best in zip(watched[1:], found[1:], strict=True)]
    order = np.argsort([-1.0 if c.reserve is None else c.reserve for c in checks])
    governing = found[1 + int(order[0])][1] if len(order) else found[0][1]
    return Moved([checks[k] for k in order], _record(worst, everywhere, *found[0]), governing.nodes())


def _most(points: Points, outcomes: list[list[Outcome]]) -> list[tuple[float, Outcome, int]]:
    """The greatest movement of each group, in which outcome, and at which station."""
    asked: dict[int, tuple[Outcome, list[int]]] = {}
    for group, several in enumerate(outcomes):
        for o in several:
            asked.setdefault(id(o), (o, []))[1].append(group)
    best: list[tuple[float, Outcome, int]] = [(-1.0, several[0], 0) for several in outcomes]
    for o, groups in asked.values():
        which, first = rows_of(points.first, np.array(groups))
        size = np.linalg.norm(points.of(o.moves(), which), axis=1)
        for group, k in zip(groups, peaks(size, first).tolist(), strict=True):
            if size[k] > best[group][0]:
                best[group] = (float(size[k]), o, int(points.rows[which[k]]))
    return best


def _search(moves: Floats, first: Whole, found: Found) -> None:
    """Worst cases in every direction, then in the direction found until it stays."""
    for way in WAYS:
        found.add(np.einsum("k,rkc->rc", way, moves), first)
    tried = np.zeros(0, dtype=np.int64)
    for _ in range(TURNS):
        groups, numbers = found.pairs()
        new = ~np.isin(groups * CODE + numbers, tried)
        tried = groups * CODE + numbers
        for number in np.unique(numbers[new]).tolist():
            own = groups[new & (numbers == number)]
            which, begin = rows_of(first, own)
            at = moves[which] @ found.search.cases[number].factors
            size = np.linalg.norm(at, axis=1)
            top = peaks(size, begin)
            top, own = top[size[top] > 0], own[size[top] > 0]
            if len(top):
                values = np.einsum("rk,rkc->rc", at[top] / size[top][:, None], moves[which[top]])
                found.add(values, np.arange(len(top) + 1), own)


def _watched(analysis: Analysis) -> list[Watched]:
    """What has a limit: stretches as stated, otherwise the spans and overhangs of every member; the whole of a starter;
    and every point where the brief gives a figure.
    """
    request, limits = analysis.request, analysis.request.limits
    stations = analysis.states.stations
    everywhere = np.arange(len(stations.at_mm))
    if limits.absolute_mm is not None:
        return [Watched("any point", everywhere, limits.absolute_mm, 0.0, limit_words(False, limits))]
    out = (
        list(_stated(analysis))
        if request.stretches
        else [_run(analysis, r, limits) for r in runs_of(analysis.members) if r.length_mm >= STUB * _depth(analysis, r)]
    )
    layout = analysis.layout
    if layout.reach_mm:
        nodes = set(layout.watched or layout.nodes)
        rows = _at_nodes(analysis, nodes)
        limit = deflection_limit_mm(layout.reach_mm, layout.tip, limits)
        out.append(Watched("the whole", rows, limit, layout.reach_mm, limit_words(layout.tip, limits)))
    return out


def _depth(analysis: Analysis, run: Run) -> float:
    s = analysis.made[analysis.layout.bar(run.bars[0]).role].section
    return max(s.depth_mm, s.width_mm)


def _at_nodes(analysis: Analysis, nodes: set[str]) -> Whole:
    """A station at each of those nodes."""
    stations = analysis.states.stations
    rows: dict[str, int] = {}
    for k, bar in enumerate(analysis.layout.bars):
        span = stations.of_bar(k)
        for n, row in ((bar.i, span.start), (bar.j, span.stop - 1)):
            if n in nodes:
                rows.setdefault(n, row)
    return np.array(sorted(rows.values()), dtype=np.int64)


def _stated(analysis: Analysis) -> Iterator[Watched]:
    request = analysis.request
    lengths = {b.name: float(L) for b, L in zip(analysis.layout.bars, analysis.skeleton.length, strict=True)}
    for one in request.stretches:
        bars = [b for b in one.bars if b in lengths]
        if not bars:
            continue
        over = one.over or (request.limits.span_over if one.kind == "span" else request.limits.cantilever_over)
        length = sum(lengths[b] for b in bars)
        overhang = one.kind == "overhang"
        yield Watched(
            one.name, _rows(analysis, bars), (2 if overhang else 1) * length / over, length,
            f"2 L / {over:g}" if overhang else f"L / {over:g}",
        )  # fmt: skip


def _rows(analysis: Analysis, bars: list[str]) -> Whole:
    stations = analysis.states.stations
    spans = [stations.of_bar(analysis.number[b]) for b in bars]
    return np.concatenate([np.arange(s.start, s.stop) for s in spans])


def _run(analysis: Analysis, run: Run, limits: Limits) -> Watched:
    """A span against the chord between its ends; an overhang against the place that carries it."""
    stations = analysis.states.stations
    rows = _rows(analysis, list(run.bars))
    bars = analysis.layout
    ends = []
    for bar, node in ((run.bars[0], run.nodes[0]), (run.bars[-1], run.nodes[-1])):
        span = stations.of_bar(analysis.number[bar])
        ends.append(span.start if bars.bar(bar).i == node else span.stop - 1)
    points = _places(analysis, rows)
    start = np.array(bars.nodes[run.nodes[0]])
    share = np.linalg.norm(points - start, axis=1) / run.length_mm
    if run.overhang:
        share = np.zeros_like(share) if run.root_first else np.ones_like(share)
    return Watched(
        run.name, rows, deflection_limit_mm(run.length_mm, run.overhang, limits), run.length_mm,
        limit_words(run.overhang, limits), (ends[0], ends[1]), share,
    )  # fmt: skip


def _places(analysis: Analysis, rows: Whole) -> Floats:
    stations, s = analysis.states.stations, analysis.skeleton
    bar = stations.bar[rows]
    return np.asarray(s.points[s.ends[bar, 0]] + s.axes[bar, 0] * stations.at_mm[rows][:, None])


def _record(worst: Worst, one: Watched, size: float, outcome: Outcome, row: int) -> Check:
    """A movement with where it is; without a limit where nothing limits it."""
    request, stations = worst.analysis.request, worst.states.stations
    bar = worst.analysis.layout.bars[int(stations.bar[row])].name
    size = size + request.play_mm
    values = [
        ("δ", "movement, all directions together", size, "mm"),
        *([("s", "of which play", request.play_mm, "mm")] if request.play_mm else []),
        *([("δlim", "movement allowed", one.limit_mm, "mm")] if one.limit_mm else []),
        *([("L", "length the limit is taken from", one.length_mm, "mm")] if one.length_mm else []),
    ]
    second = outcome.second is not None
    return Check(
        id="movement" if one.limit_mm == 0 else f"movement: {one.name}",
        title=f"movement of {one.name}" if one.chord is None else f"{one.name}: movement between its ends",
        kind="stiffness",
        method="unfactored loads",
        clause=f"limit {one.rule}, set in the brief" if one.rule else "",
        formula="δ ≤ δlim, δ by the frame",
        inputs=[Value(symbol=a, name=b, value=v, unit=u) for a, b, v, u in values],
        demand=size,
        capacity=one.limit_mm or None,
        unit="mm",
        at_mm=float(stations.at_mm[row]),
        combination=f"{outcome.words}; at {bar}",
        source="3D frame of straight bars, every point of every bar, "
        + ("second order" if second else "first order")
        + "; shear deformation left out",
        assumptions=[
            "supports do not give" + (", play as entered" if request.play_mm else ", joints and hinges have no play"),
            *([found_words(request.stiffness_found, 0.0)] if request.stiffness_found < 1 else []),
        ],
    )
