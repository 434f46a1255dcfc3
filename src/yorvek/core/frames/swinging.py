"""How fast a structure swings by itself, and whether that is fast enough."""

from __future__ import annotations

import numpy as np

from yorvek.core.checks.record import Check, Value
from yorvek.core.errors import InputError
from yorvek.core.frames.events import stands_somewhere, where
from yorvek.core.frames.solving import TONNES_PER_KG, Analysis
from yorvek.core.quantities import GRAVITY
from yorvek.core.theory.frames import frequencies_hz


def swings_hz(analysis: Analysis, *, loaded: bool) -> float | None:
    """Lowest natural frequency with its own mass, or with everything that lies and hangs on it and does not move; None
    where it has none.
    """
    mesh = analysis.mesh
    on_bars, on_nodes = np.zeros(len(analysis.layout.bars)), np.zeros(len(mesh.points))
    done: set[int] = set()
    for load, columns in zip(analysis.request.loads, analysis.loading.of_load, strict=True):
        if columns[0] in done:
            continue
        done.add(columns[0])
        if not loaded or load.case == "wind" or stands_somewhere(load, where(analysis.layout, load)):
            continue
        piece = analysis.loading.pieces[columns[0]]
        for node, force in piece.at_nodes:
            on_nodes[node] += max(-force[1], 0.0) / GRAVITY * TONNES_PER_KG
        for bar, q in piece.on_bars:
            on_bars[bar] += max(-q[1], 0.0) / GRAVITY * TONNES_PER_KG
    try:
        return frequencies_hz(analysis.states.taut.system, on_bars, on_nodes)[0]
    except InputError:
        return None


def frequency_check(limit_hz: float, found_hz: float | None) -> Check:
    """The brief's least frequency against the lowest one with everything on it."""
    return Check(
        id="swings",
        title="lowest natural frequency, loaded",
        kind="stiffness",
        method="own mass and what lies and hangs on it",
        clause="limit set in the brief",
        formula="f ≥ f least",
        inputs=[
            Value(symbol="f", name="lowest natural frequency", value=found_hz or 0.0, unit="Hz"),
            Value(symbol="f least", name="asked", value=limit_hz, unit="Hz"),
        ],
        demand=limit_hz,
        capacity=found_hz,
        unit="Hz",
        source="consistent masses of straight bars, lowest mode",
        assumptions=[
            "supports do not give",
            "loads downwards ride along as masses where they lie; one that moves does not",
        ],
        not_checked=None if found_hz else "it has no lowest frequency that could be worked out",
    )
