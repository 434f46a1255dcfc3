"""A fillet weld all round the end of a bar, as an elastic line."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check, Value
from yorvek.core.connections.fillets import THROAT_OF_LEG, leg_too_small
from yorvek.core.frames.connections import Grooved, Joint, Welded
from yorvek.core.frames.joints.rule import End, Rule

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class WeldLine:
    """The line of weld around a section's box, and the flow of force a unit of it takes."""

    length_mm: float
    Sx_mm2: float
    Sy_mm2: float
    turn_mm2: float
    filler_N_per_mm: float
    base_N_per_mm: float
    factor: float

    @property
    def allowed_N_per_mm(self) -> float:
        return min(self.filler_N_per_mm, self.base_N_per_mm)

    def flow(self, f: Floats) -> tuple[float, float]:
        """Across the throat and along the weld, N/mm."""
        N, Vy, Vz, T, My, Mz = (float(v) for v in f)
        across = abs(N) / self.length_mm + abs(Mz) / self.Sx_mm2 + abs(My) / self.Sy_mm2
        return across, math.hypot(Vy, Vz) / self.length_mm + abs(T) / self.turn_mm2


def weld_line(end: End, leg: float) -> WeldLine:
    """A fillet all round; the parent metal beside it counts where it is weaker."""
    s, request = end.section, end.request
    b, d = s.width_mm, s.depth_mm
    factor = request.method.divides.joint
    if s.shape in ("chs", "round_bar"):
        line = (math.pi * d, math.pi * d**2 / 4, math.pi * d**2 / 4, math.pi * d**2 / 2)
    else:
        line = (2 * (b + d), b * d + d**2 / 3, b * d + b**2 / 3, 2 * b * d)
    return WeldLine(
        *line,
        filler_N_per_mm=0.60 * request.filler_MPa * leg * THROAT_OF_LEG / factor,
        base_N_per_mm=0.60 * end.metal.ultimate_at_weld_MPa * leg / factor,
        factor=factor,
    )


def repeated_weld_stress(end: End, joint: Joint | None, f: Floats) -> tuple[float, str]:
    """Stress on the throat of a weld under a load that comes and goes, MPa, and where it is looked at.

    A groove weld is looked at by the category of a fillet's root, which is on the safe side of its own.
    """
    if isinstance(joint, Grooved):
        throat, words = joint.throat_mm or end.wall_mm, "throat of the groove weld"
    else:
        leg = joint.leg_mm if isinstance(joint, Welded) else end.request.weld_leg_mm
        throat, words = leg * THROAT_OF_LEG, "root of the fillet"
    return math.hypot(*weld_line(end, 1.0).flow(f)) / throat, words


def weld_rule(end: End, leg: float) -> Rule:
    """Elastic line of weld around the section's box."""
    line = weld_line(end, leg)
    return Rule(
        lambda f: math.hypot(*line.flow(f)) / line.allowed_N_per_mm,
        lambda f, words: _record(end, line, leg, f, words),
    )


def _record(end: End, line: WeldLine, leg: float, f: Floats, words: str) -> Check:
    request = end.request
    across, along = line.flow(f)
    q = math.hypot(across, along)
    why = leg_too_small(leg, end.wall_mm)
    return Check(
        id=f"{end.name}: weld",
        title=f"{end.name}: weld all round",
        kind="strength",
        method=request.method.words,
        clause="AISC 360-22 J2, elastic line of weld; no directional increase",
        formula="√(q⊥² + q∥²) ≤ 0.60 FEXX · 0.707 leg / " + f"{line.factor:.4g}",
        inputs=[
            Value(symbol="q⊥", name="across the throat: pull and bending", value=across, unit="N/mm"),
            Value(symbol="q∥", name="along: shear and twist", value=along, unit="N/mm"),
            Value(symbol="leg", name="fillet leg", value=leg, unit="mm"),
            Value(symbol="FEXX", name="filler strength", value=request.filler_MPa, unit="MPa"),
            Value(symbol="qw", name="allowed by the filler", value=line.filler_N_per_mm, unit="N/mm"),
            Value(symbol="qb", name="allowed by the metal beside it", value=line.base_N_per_mm, unit="N/mm"),
        ],
        demand=None if why else q,
        capacity=line.allowed_N_per_mm,
        unit="N/mm",
        combination=words,
        source="AISC 360-22 J2.4 (from memory), held against check values",
        assumptions=["welded all round, full size, no craters; the wall it is welded to holds"],
        not_checked=why,
    )
