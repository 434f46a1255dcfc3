"""The whole thing on its feet where nothing holds them down: overturning over each edge of them, and sliding.

Each load by itself restores or overturns; a live load that restores is taken away.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise, product

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination, service_combinations
from yorvek.core.checks.record import Check, Value
from yorvek.core.frames.events import OFF
from yorvek.core.frames.solving import Analysis

Floats = NDArray[np.float64]
SAFE = 1.5
"""Restoring over overturning, and friction over push (common practice, no source; local codes may ask for more)."""
APART_MM = 1.0
MOST_CHOICES = 5000
UP = np.array([0.0, 1.0, 0.0])


@dataclass(frozen=True)
class Edge:
    """A line that it may tip over: a point on it, its direction, with what is inside on the side that restores."""

    at: Floats
    way: Floats
    words: str
    line: bool = False


@dataclass(frozen=True)
class Resultant:
    """A column as forces at points, and the moment that each brings along."""

    points: Floats
    forces: Floats
    moments: Floats

    def about(self, edge: Edge) -> Floats:
        """Moment of each force about an edge, restoring positive."""
        return np.asarray((np.cross(self.points - edge.at, self.forces) + self.moments) @ edge.way)

    def whole(self) -> Floats:
        return np.asarray(self.forces.sum(axis=0)) if len(self.forces) else np.zeros(3)


def stability_checks(analysis: Analysis) -> list[Check]:
    """Overturning and sliding under unfactored loads; an anchored structure has none of them."""
    if analysis.request.anchored:
        return []
    feet = np.array([list(analysis.layout.nodes.values())[k] for k in analysis.feet])
    names = [list(analysis.layout.nodes)[k] for k in analysis.feet]
    edges = edges_of(feet, names) if len(feet) else []
    columns = [_resultant(analysis, c) for c in range(analysis.loading.width)]
    windy = any(c.case == "wind" for c in analysis.loading.choices)
    combinations = service_combinations(wind=windy)
    if not edges:
        return [
            _not("overturning", "stands on its feet", "its feet stand in one place: hold it down, or model its base")
        ]
    line = [e for e in edges if e.line]
    if line and not _held_across(analysis, line[0].way):
        why = "its feet stand in one line and nothing keeps it from falling sideways: hold it there, or model its base"
        return [_not("overturning", "stands on its feet", why)]
    edges = [e for e in edges if not e.line]
    found = [_tips(analysis, columns, edge, c) for edge in edges for c in combinations]
    worst = min(found, key=lambda f: f[0] / max(f[1], 1e-9))
    out = [
        _record("overturning", "stands on its feet", worst[1], worst[0] / SAFE, "Nmm", worst[2], [
            ("Mo", "overturning about an edge of its feet", worst[1], "Nmm"), ("Mr", "restoring", worst[0], "Nmm"),
        ])
    ]  # fmt: skip
    slide = _slides(analysis, columns, combinations)
    if slide is not None:
        down, push, words = slide
        held = analysis.request.ground_friction * down
        out.append(
            _record("sliding", "does not slide", push, held / SAFE, "N", words, [
                ("H", "push along the ground", push, "N"), ("μV", "friction", held, "N"),
                ("μ", "friction of the ground", analysis.request.ground_friction, ""),
            ])
        )  # fmt: skip
    return out


def _held_across(analysis: Analysis, line: Floats) -> bool:
    """Whether something beside the feet holds it across the line that they stand in."""
    across = np.abs(np.cross(line, UP))
    feet = set(analysis.feet)
    return any(
        ("DX" in fixed and across[0] > 0.5) or ("DZ" in fixed and across[2] > 0.5)
        for k, n in enumerate(analysis.layout.nodes)
        for fixed in [analysis.layout.supports.get(n, ())]
        if k not in feet
    )


def _resultant(analysis: Analysis, column: int) -> Resultant:
    """Forces of a column: at nodes, and of even loads in the middle of the elements."""
    piece, mesh = analysis.loading.pieces[column], analysis.mesh
    points = [mesh.points[n] for n, _ in piece.at_nodes]
    forces = [f[:3] for _, f in piece.at_nodes]
    moments = [f[3:] for _, f in piece.at_nodes]
    s = mesh.skeleton
    for bar, q in piece.on_bars:
        ends = s.points[s.ends[bar]]
        points.append(ends.mean(axis=0))
        forces.append(q[:3] * s.length[bar])
        moments.append(q[3] * s.length[bar] * s.axes[bar, 0])
    return Resultant(*(np.array(v).reshape(-1, 3) for v in (points, forces, moments)))


def _tips(analysis: Analysis, columns: list[Resultant], edge: Edge, c: Combination) -> tuple[float, float, str]:
    """Restoring and overturning about an edge under the worst choice of a combination."""
    loading = analysis.loading
    restores = tips = 0.0
    for k in (loading.own, *loading.permanent):
        each = columns[k].about(edge) * c.dead
        # own weight by bars, other loads as they are
        parts = each if k == loading.own else np.array([each.sum()])
        restores, tips = restores + float(parts[parts > 0].sum()), tips - float(parts[parts < 0].sum())
    picks = []
    for choice in loading.choices:
        sums = [
            sum(float(columns[k].about(edge).sum()) * f for k, f in a.plain.items()) * c.factor(choice.case)
            for a in choice.alternatives
        ]
        k = int(np.argmin(sums))
        picks.append(k if sums[k] < 0 else OFF)
        tips -= min(sums[k], 0.0)
    return restores, tips, loading.words(picks, c) + f", over {edge.words}"


def _slides(
    analysis: Analysis, columns: list[Resultant], combinations: list[Combination]
) -> tuple[float, float, str] | None:
    """Weight on the ground and push along it where it slides first; None where nothing pushes."""
    loading = analysis.loading
    sums = np.array([r.whole() for r in columns])
    sizes = [len(c.alternatives) + 1 for c in loading.choices]
    every = (
        list(product(*[range(OFF, s - 1) for s in sizes]))
        if np.prod([float(s) for s in sizes] or [1.0]) <= MOST_CHOICES
        else _greedy(loading.choices, sums)
    )
    worst: tuple[float, float, str] | None = None
    least = np.inf
    for c in combinations:
        for picks in every:
            whole = loading.factors(c, picks, strength=False) @ sums
            down, push = -float(whole[1]), float(np.hypot(whole[0], whole[2]))
            if push > 1.0 and down / push < least:
                least, worst = down / push, (max(down, 0.0), push, loading.words(picks, c))
    return worst


def _greedy(choices: tuple, sums: Floats) -> list[tuple[int, ...]]:  # type: ignore[type-arg]
    """For many choices: in each of many directions, what pushes along it by more than the friction it brings."""
    out = []
    for angle in np.linspace(0, 2 * np.pi, 72, endpoint=False):
        way = np.array([np.cos(angle), 0.0, np.sin(angle)])
        for grip in (0.0, 0.1, 0.2, 0.3, 0.5, 0.8):
            picks = []
            for choice in choices:
                gain = [
                    sum(f * (sums[k] @ way + grip * sums[k][1]) for k, f in a.plain.items())
                    for a in choice.alternatives
                ]
                k = int(np.argmax(gain))
                picks.append(k if gain[k] > 0 else OFF)
            out.append(tuple(picks))
    return list(dict.fromkeys(out))


def edges_of(feet: Floats, names: list[str]) -> list[Edge]:
    """Edges of the feet's hull seen from above; feet in one line are an edge at each end of it, and the line itself."""
    flat = feet[:, [0, 2]]
    hull = _hull(flat)
    if len(hull) < 2:
        return []
    if len(hull) == 2:
        a, b = hull
        along = feet[b] - feet[a]
        along = along / np.linalg.norm(along)
        across = np.cross(along, UP)
        across = across / np.linalg.norm(across)
        # tipping at each foot in the plane of both; over their line it has nothing to stand on
        return [
            Edge(feet[a], _inward(across, feet[b] - feet[a]), names[a]),
            Edge(feet[b], _inward(across, feet[a] - feet[b]), names[b]),
            Edge(feet[a], along, f"the line of {names[a]} and {names[b]}", line=True),
        ]
    middle = feet[hull].mean(axis=0)
    out = []
    for a, b in pairwise([*hull, hull[0]]):
        way = feet[b] - feet[a]
        out.append(Edge(feet[a], _inward(way / np.linalg.norm(way), middle - feet[a]), f"{names[a]} and {names[b]}"))
    return out


def _inward(way: Floats, inside: Floats) -> Floats:
    """The direction about which weight on the inner side turns positive."""
    return way if float(np.cross(inside, -UP) @ way) > 0 else -way


def _hull(points: Floats) -> list[int]:
    """Corners of the hull, in order."""
    order = sorted(range(len(points)), key=lambda k: (points[k][0], points[k][1]))
    order = [k for i, k in enumerate(order) if i == 0 or np.hypot(*(points[k] - points[order[i - 1]])) > APART_MM]
    hull: list[int] = []
    for turn in (order, order[::-1]):
        part: list[int] = []
        for k in turn:
            while len(part) >= 2 and _cross(points[part[-2]], points[part[-1]], points[k]) <= APART_MM:
                part.pop()
            part.append(k)
        hull += part[:-1]
    return hull


def _cross(o: Floats, a: Floats, b: Floats) -> float:
    return float((a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]))


def _not(id: str, title: str, why: str) -> Check:
    return _record(id, title, 0.0, 1.0, "Nmm", "", []).model_copy(update={"demand": None, "not_checked": why})


def _record(
    id: str,
    title: str,
    demand: float,
    capacity: float,
    unit: str,
    words: str,
    inputs: list[tuple[str, str, float, str]],
) -> Check:
    tips = id == "overturning"
    return Check(
        id=id,
        title=title,
        kind="strength",
        method="unfactored loads",
        clause=f"restoring ≥ {SAFE:g} × overturning" if tips else f"push ≤ friction / {SAFE:g}",
        formula="Mo ≤ Mr / 1.5" if tips else "H ≤ μ V / 1.5",
        inputs=[Value(symbol=a, name=b, value=v, unit=u) for a, b, v, u in inputs],
        demand=demand,
        capacity=max(capacity, 1e-6),
        unit=unit,
        combination=words,
        source="statics of a rigid body; factor 1.5 common practice, no source",
        assumptions=["feet rest on firm level ground; a counterweight is entered as a dead load"],
    )
