"""What would change the verdict: at which load and which span a reserve reaches one."""

from __future__ import annotations

import math
from collections.abc import Callable

from yorvek.core.checks.beam import check_beam
from yorvek.core.checks.beam_said import BeamMember, BeamVerdict
from yorvek.core.model import Model


class Sensitivity(Model):
    """Factors on the live load and on all lengths at which the least reserve is 1.00; None where none within 1/20 to
    20.
    """

    strength_load_factor: float | None
    stiffness_load_factor: float | None
    strength_span_factor: float | None
    stiffness_span_factor: float | None


def _with_live(member: BeamMember, factor: float) -> BeamMember:
    loads = [
        x.model_copy(update={"force_N": x.force_N * factor, "line_N_per_mm": x.line_N_per_mm * factor})
        if x.case == "live"
        else x
        for x in member.beam.loads
    ]
    return member.model_copy(update={"beam": member.beam.model_copy(update={"loads": loads})})


def _with_span(member: BeamMember, factor: float) -> BeamMember:
    beam = member.beam
    loads = [
        x.model_copy(
            update={
                "at_mm": [a * factor for a in x.at_mm],
                "from_mm": None if x.from_mm is None else x.from_mm * factor,
                "to_mm": None if x.to_mm is None else x.to_mm * factor,
            }
        )
        for x in beam.loads
    ]
    supports = [s.model_copy(update={"x_mm": s.x_mm * factor}) for s in beam.supports]
    return member.model_copy(
        update={
            "unbraced_mm": None if member.unbraced_mm is None else member.unbraced_mm * factor,
            "beam": beam.model_copy(
                update={"length_mm": beam.length_mm * factor, "supports": supports, "loads": loads}
            ),
        }
    )


def _crossing(reserve: Callable[[float], float | None]) -> float | None:
    """Where a falling reserve meets 1: secants on the logarithms (reserves are near powers of load and span)."""
    x0, x1 = 0.0, 0.05
    first, second = reserve(math.exp(x0)), reserve(math.exp(x1))
    if not first or not second:
        return None
    y0, y1 = math.log(first), math.log(second)
    for _ in range(12):
        if abs(y1 - y0) < 1e-12:
            return None
        x0, x1, y0 = x1, x1 - y1 * (x1 - x0) / (y1 - y0), y1
        if abs(x1) > math.log(20.0):
            return None
        value = reserve(math.exp(x1))
        if not value:
            return None
        y1 = math.log(value)
        if abs(y1) < 1e-5:
            return math.exp(x1)
    return None


def sensitivity(member: BeamMember, check: Callable[[BeamMember], BeamVerdict] = check_beam) -> Sensitivity:
    """How far load and span may go, as `check` judges it. A beam without live load has no load factor."""

    def by(change: Callable[[BeamMember, float], BeamMember], kind: str) -> Callable[[float], float | None]:
        def reserve(factor: float) -> float | None:
            verdict = check(change(member, factor))
            return (verdict.strength if kind == "strength" else verdict.stiffness).value

        return reserve

    live = any(x.case == "live" for x in member.beam.loads)
    return Sensitivity(
        strength_load_factor=_crossing(by(_with_live, "strength")) if live else None,
        stiffness_load_factor=_crossing(by(_with_live, "stiffness")) if live else None,
        strength_span_factor=_crossing(by(_with_span, "strength")),
        stiffness_span_factor=_crossing(by(_with_span, "stiffness")),
    )
