"""The whole thing on its feet where nothing holds them down: overturning over each edge, and sliding."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check, Value
from yorvek.core.frames.request import FrameRequest
from yorvek.core.frames.solving import Solved
from yorvek.core.structures.starters import Layout

Floats = NDArray[np.float64]
SAFE = 1.5
"""Restoring over overturning, and friction over push (common practice, no source; local codes may ask for more)."""
RULE = f"restoring ≥ {SAFE:g} × overturning"


def stability_checks(request: FrameRequest, layout: Layout, service: list[Solved]) -> list[Check]:
    """Overturning and sliding under unfactored loads, from the reactions: an anchored structure has none of them."""
    if request.anchored:
        return []
    feet = np.array([layout.nodes[n] for n in layout.supports])[:, [0, 2]]
    names = list(layout.supports)
    worst_tip: tuple[float, Solved, float, float] | None = None
    worst_slide: tuple[float, Solved, float, float] | None = None
    for one in service:
        R = np.array([one.result.reactions[n][:3] for n in names])
        down, across = float(R[:, 1].sum()), float(np.hypot(R[:, 0].sum(), R[:, 2].sum()))
        if down > 0 and across > 1.0:
            held = request.ground_friction * down
            if worst_slide is None or across / held > worst_slide[0]:
                worst_slide = (across / held, one, across, held)
        # reactions that pull down on a foot overturn about the edge on the other side
        for a, b in _edges(feet):
            length = float(np.hypot(*(b - a)))
            if length < 1.0:
                continue
            normal = np.array([-(b - a)[1], (b - a)[0]]) / length
            arms = (feet - a) @ normal
            M = R[:, 1] * arms
            moments = [one.result.reactions[n][3:] for n in names]
            M = M + np.array([float(m[2] * normal[0] - m[0] * normal[1]) for m in moments])
            restoring, tipping = float(M[M > 0].sum()), float(-M[M < 0].sum())
            if tipping > 1.0 and (worst_tip is None or tipping * worst_tip[3] > worst_tip[2] * restoring):
                worst_tip = (tipping / max(restoring, 1e-9), one, tipping, restoring)
    out = []
    if not _edges(feet):
        out.append(
            _record("overturning", "stands on its feet", 0.0, 0.0, "Nmm", "", []).model_copy(
                update={"demand": None, "not_checked": "its feet stand in one place: hold it down, or model its base"}
            )
        )
    if worst_tip is not None:
        _, one, tipping, restoring = worst_tip
        out.append(
            _record("overturning", "stands on its feet", tipping, restoring / SAFE, "Nmm", one.words, [
                Value(symbol="Mo", name="overturning about an edge of its feet", value=tipping, unit="Nmm"),
                Value(symbol="Mr", name="restoring", value=restoring, unit="Nmm"),
            ])
        )  # fmt: skip
    if worst_slide is not None:
        _, one, push, held = worst_slide
        out.append(
            _record("sliding", "does not slide", push, held / SAFE, "N", one.words, [
                Value(symbol="H", name="push along the ground", value=push, unit="N"),
                Value(symbol="μV", name="friction", value=held, unit="N"),
                Value(symbol="μ", name="friction of the ground", value=request.ground_friction, unit=""),
            ])
        )  # fmt: skip
    return out


def _record(id: str, title: str, demand: float, capacity: float, unit: str, words: str, inputs: list[Value]) -> Check:
    return Check(
        id=id, title=title, kind="strength", method="unfactored loads", clause=RULE if id == "overturning" else f"push ≤ friction / {SAFE:g}",
        formula="Mo ≤ Mr / 1.5" if id == "overturning" else "H ≤ μ V / 1.5", inputs=inputs, demand=demand, capacity=max(capacity, 1e-6),
        unit=unit, combination=words, source="statics of a rigid body; factor 1.5 common practice, no source",
        assumptions=["feet rest on firm level ground; a counterweight is entered as a dead load"],
    )  # fmt: skip


def _edges(points: Floats) -> list[tuple[Floats, Floats]]:
    """Edges of the feet's hull, inside on the left."""
    order = sorted(range(len(points)), key=lambda k: (points[k][0], points[k][1]))
    hull: list[int] = []
    for turn in (order, order[::-1]):
        part: list[int] = []
        for k in turn:
            while len(part) >= 2 and _cross(points[part[-2]], points[part[-1]], points[k]) <= 0:
                part.pop()
            part.append(k)
        hull += part[:-1]
    if len(hull) < 2:
        return []
    return [(points[a], points[b]) for a, b in zip(hull, hull[1:] + hull[:1], strict=True)]


def _cross(o: Floats, a: Floats, b: Floats) -> float:
    return float((a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]))
