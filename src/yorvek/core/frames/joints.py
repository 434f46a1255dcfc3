"""The joint at a bar's end: a fillet weld all round where it is stiff, a pin in double shear where it is hinged."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Check, Value
from yorvek.core.connections.bolts import nominal_area_mm2
from yorvek.core.connections.fillets import THROAT_OF_LEG, minimum_leg_mm
from yorvek.core.frames.request import FrameRequest
from yorvek.core.materials import Material
from yorvek.core.sections import Section

Floats = NDArray[np.float64]
PLANES = 2


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


def weld_line(s: Section, m: Material, request: FrameRequest) -> WeldLine:
    """A fillet all round; the parent metal beside it counts where it is weaker."""
    b, d, leg = s.width_mm, s.depth_mm, request.weld_leg_mm
    factor = request.method.divides.joint
    if s.shape in ("chs", "round_bar"):
        line = (math.pi * d, math.pi * d**2 / 4, math.pi * d**2 / 4, math.pi * d**2 / 2)
    else:
        line = (2 * (b + d), b * d + d**2 / 3, b * d + b**2 / 3, 2 * b * d)
    return WeldLine(
        *line,
        filler_N_per_mm=0.60 * request.filler_MPa * leg * THROAT_OF_LEG / factor,
        base_N_per_mm=0.60 * m.ultimate_at_weld_MPa * leg / factor,
        factor=factor,
    )


def pin_allowed_N(request: FrameRequest) -> float:
    """Double shear of the pin."""
    factor = request.method.divides.joint
    return PLANES * request.pin_shear_MPa * nominal_area_mm2(request.pin_mm) / factor


def joint_use(line: WeldLine, pin_N: float, f: Floats, *, hinged: bool) -> float:
    """Share of its strength that an end uses."""
    return float(np.linalg.norm(f[:3])) / pin_N if hinged else math.hypot(*line.flow(f)) / line.allowed_N_per_mm


def joint_record(
    name: str, s: Section, m: Material, f: Floats, words: str, request: FrameRequest, *, hinged: bool
) -> Check:
    """The check of one end under one combination."""
    return _pin(name, f, words, request) if hinged else _weld(name, s, m, f, words, request)


def _weld(name: str, s: Section, m: Material, f: Floats, words: str, request: FrameRequest) -> Check:
    """Elastic line weld around the section's box."""
    line, leg = weld_line(s, m, request), request.weld_leg_mm
    across, along = line.flow(f)
    q = math.hypot(across, along)
    thin = min(v for v in (s.wall_mm, s.flange_mm or s.wall_mm, min(s.width_mm, s.depth_mm)) if v > 0)
    least = minimum_leg_mm(thin)
    why = (
        None
        if leg >= least - 1e-9
        else f"a {leg:g} mm fillet is below the least leg of {least:g} mm for {thin:g} mm metal: make it larger"
    )
    return Check(
        id=f"{name}: weld",
        title=f"{name}: weld all round",
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


def _pin(name: str, f: Floats, words: str, request: FrameRequest) -> Check:
    """A pin or bolt through two cheeks."""
    force = float(np.linalg.norm(f[:3]))
    factor = request.method.divides.joint
    area = nominal_area_mm2(request.pin_mm)
    return Check(
        id=f"{name}: pin",
        title=f"{name}: pin in double shear",
        kind="strength",
        method=request.method.words,
        clause="AISC 360-22 J3-1, two planes",
        formula="F ≤ 2 Fnv A / " + f"{factor:.4g}",
        inputs=[
            Value(symbol="F", name="force on the pin", value=force, unit="N"),
            Value(symbol="Fnv", name="nominal shear stress", value=request.pin_shear_MPa, unit="MPa"),
            Value(symbol="A", name="area of the pin", value=area, unit="mm2"),
        ],
        demand=force,
        capacity=pin_allowed_N(request),
        unit="N",
        combination=words,
        source="AISC 360-22 J3 (from memory), held against check values",
        assumptions=["close cheeks: no bending of the pin; the plates' bearing and edges as drawn"],
    )
