"""How fast a structure swings by itself, and whether that is fast enough."""

from __future__ import annotations

from yorvek.core.checks.record import Check, Value
from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameRequest
from yorvek.core.frames.solving import Made, frame_of
from yorvek.core.quantities import GRAVITY
from yorvek.core.structures.starters import Layout, length_mm
from yorvek.core.structures.vibration import frequencies_hz


def swings_hz(request: FrameRequest, layout: Layout, made: dict[str, Made], *, loaded: bool) -> float | None:
    """Lowest natural frequency with its own mass, and with everything that hangs on it; None where it has none."""
    hung: dict[str, float] = {}
    for load in request.loads if loaded else []:
        spot = layout.spots[load.spot]
        if load.direction != "down" or load.case == "wind":
            continue
        for node in spot.nodes:
            hung[node] = hung.get(node, 0.0) + load.force_N / GRAVITY / len(spot.nodes)
        whole = sum(length_mm(layout, layout.bar(n)) for n, _ in spot.bars)
        for name, width in spot.bars:
            bar = layout.bar(name)
            q = load.line_N_per_mm + load.area_MPa * width + load.force_N / whole
            for node in (bar.i, bar.j):
                hung[node] = hung.get(node, 0.0) + q * length_mm(layout, bar) / 2 / GRAVITY
    try:
        return frequencies_hz(frame_of(request, layout, made, {}, 0.0), hung)[0]
    except InputError:
        return None


def frequency_check(limit_hz: float, found_hz: float | None) -> Check:
    """The brief's least frequency against the lowest one with everything on it."""
    return Check(
        id="swings",
        title="lowest natural frequency, loaded",
        kind="stiffness",
        method="own mass and what hangs on it",
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
        assumptions=["supports do not give", "loads downwards ride along as masses"],
        not_checked=None if found_hz else "it has no lowest frequency that could be worked out",
    )
