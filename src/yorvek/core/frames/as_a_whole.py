"""What a structure does as a whole: how it buckles, where its middle lies, and what it hands to the ground."""

from __future__ import annotations

import math

import numpy as np

from yorvek.core.checks.record import Check, Value
from yorvek.core.clauses.aisc360.compression import ELASTIC_SHARE
from yorvek.core.frames.said import BarVerdict, Buckling, Handed
from yorvek.core.frames.search import Found
from yorvek.core.frames.solving import Analysis
from yorvek.core.frames.worst import Critical, Worst
from yorvek.core.structures.starters import Layout
from yorvek.core.theory.frames import Mechanism

LARGEST_FACTOR = 999.0
IN_PIECES = "four elements a bar (two from 500 bars on, and what that adds taken off)"
COMPONENTS = ("FX", "FY", "FZ", "MX", "MY", "MZ")


def buckling_checks(strong: Worst) -> list[Check]:
    """The whole against buckling, by the combination that comes nearest."""
    nearest = min((strong.critical(c) for c in strong.combinations), key=lambda c: c.factor)
    if not math.isfinite(nearest.factor) or nearest.factor > 100 * strong.ahead:
        return []
    factor, ahead = nearest.factor, strong.ahead
    first = "" if factor > 1 else f"it buckles at {factor:.2f} times these loads; "
    return [
        Check(
            id="buckling",
            title=f"buckling of the whole, at {factor:.2f} × these loads",
            kind="strength",
            method=strong.analysis.request.method.words,
            clause="critical load factor of the whole against the factor that the method asks for",
            formula="λ ≥ factor of the method",
            inputs=[
                Value(symbol="λ", name="critical load factor, elastic", value=factor, unit=""),
                Value(symbol="Ω", name="asked by the method", value=ahead, unit=""),
            ],
            demand=ahead,
            capacity=factor * ELASTIC_SHARE,
            combination=nearest.case.words,
            source=f"eigenvalue of the 3D frame, {IN_PIECES}; 0.877 of it for crookedness as AISC 360-22 E3 "
            "(from memory)",
            assumptions=[first + "bars bend about both axes; twisting of open bars is in their own checks"],
        )
    ]


def buckling(analysis: Analysis, whole: Critical, strong: Worst) -> Buckling:
    """How it buckles under dead and live load, to show."""
    if not math.isfinite(whole.factor):
        return Buckling(factor=None, words="nothing is pushed", needs_second_order=False, shape={})
    shape = whole.buckled.shapes[: 6 * len(analysis.layout.nodes), 0].reshape(-1, 6)[:, :3]
    most = max(float(np.abs(shape).max(initial=0.0)), 1e-12)
    second = any(strong.second(c) for c in strong.combinations)
    words = f"it buckles at {whole.factor:.2f} × {whole.case.words}"
    return Buckling(
        factor=min(whole.factor, LARGEST_FACTOR),
        words=words + ("; moments are of second order" if second else ""),
        needs_second_order=second,
        shape={n: tuple(float(v) for v in d / most) for n, d in zip(analysis.layout.nodes, shape, strict=True)},
    )


def centre(layout: Layout, bars: list[BarVerdict], mass: float) -> tuple[float, float, float]:
    middles = [
        [b.mass_kg / mass * (p + q) / 2 for p, q in zip(layout.nodes[b.i], layout.nodes[b.j], strict=True)]
        for b in bars
    ]
    x, y, z = (sum(m[k] for m in middles) for k in range(3))
    return x, y, z


def handed(service: Worst) -> list[Handed]:
    """Greatest and least of every reaction over all that may act together, unfactored."""
    analysis = service.analysis
    nodes = list(analysis.layout.nodes)
    place = {n: k for k, n in enumerate(nodes)}
    at = [place[n] for n in dict.fromkeys((*analysis.layout.supports, *analysis.layout.springs))]
    found = Found(service.search, 1)
    for state in service.states.all():
        rows = state.reactions[at].reshape(6 * len(at), -1)
        both = np.concatenate([rows, -rows])
        found.add(both, np.arange(len(both) + 1), np.zeros(len(both), dtype=np.int64))
    try:
        outcomes = service.outcomes(found.lists())[0]
    except Mechanism as error:
        if not error.buckles:
            raise
        return []
    values = np.array([o.reactions()[at] for o in outcomes])
    out = []
    for j, n in enumerate(at):
        for k, component in enumerate(COMPONENTS):
            most, least = float(values[:, j, k].max()), float(values[:, j, k].min())
            if max(abs(most), abs(least)) > (1.0 if k < 3 else 1000.0):
                unit = "N" if k < 3 else "Nmm"
                out.append(Handed(node=nodes[n], component=component, most=most, least=least, unit=unit))
    return out
