"""A bar welded onto a gusset plate: the plate's effective width in pull, its free strip in push, and the welds along the bar."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.connections.fillets import leg_too_small
from yorvek.core.connections.plates import gusset
from yorvek.core.frames.connections import Gusseted
from yorvek.core.frames.joints.rule import End, Rule, simple
from yorvek.core.frames.joints.weld import weld_line

Floats = NDArray[np.float64]
NO_MOMENT_NMM = 1000.0


def gusset_rules(end: End, joint: Gusseted) -> list[Rule]:
    """The bar's axial force through the plate; the end is taken as hinged, a moment there has no rule."""
    s, m, by = end.section, end.metal, end.request.method.divides
    plate = gusset(
        connection_mm=joint.lap_mm, row_mm=s.depth_mm, thickness_mm=joint.plate_mm, unbraced_mm=[joint.free_mm], Fy_MPa=end.Fy_MPa, E_MPa=m.E_MPa
    )  # fmt: skip
    thin = min(joint.plate_mm, *(v for v in (s.wall_mm, s.flange_mm) if v > 0)) if s.wall_mm else joint.plate_mm

    def bends(f: Floats) -> str | None:
        if float(np.abs(f[4:6]).max()) > NO_MOMENT_NMM:
            return "a gusset is looked at for pull, push and shear: let the end turn, or choose an end plate"
        return None

    def leg(f: Floats) -> str | None:
        return leg_too_small(joint.leg_mm, thin) or bends(f)

    def along(f: Floats) -> float:
        return math.hypot(float(f[0]), float(f[1]), float(f[2])) / (joint.welds * joint.lap_mm)

    allowed = weld_line(end, joint.leg_mm).allowed_N_per_mm
    sizes = [
        ("t", "plate", joint.plate_mm, "mm"), ("w", "effective width, spread by 30°", plate.width_mm, "mm"),
        ("l", "lap of the bar on it", joint.lap_mm, "mm"),
    ]  # fmt: skip
    free = [
        ("L", "free length behind the bar's end", joint.free_mm, "mm"),
        ("KL/r", "slenderness, K 0.65", plate.slenderness, ""),
    ]
    source = "effective width after Whitmore, AISC Manual part 9 and J4.4 (from memory), held against check values"
    assumed = ["the plate is of the bar's metal, and its own seat is checked as it is made"]
    return [
        simple(
            end, "gusset, pull", "gusset plate in pull", demand=lambda f: max(float(f[0]), 0.0), capacity=plate.yielding.nominal / by.member,
            unit="N", clause="AISC 360-22 J4.1, effective width", formula="N ≤ Fy w t by the method", inputs=sizes, source=source,
            assumptions=assumed, why_not=bends, demand_as=("N", "pull"),
        ),
        simple(
            end, "gusset, push", "gusset plate in push", demand=lambda f: max(-float(f[0]), 0.0), capacity=plate.buckling.nominal / by.member,
            unit="N", clause="AISC 360-22 J4.4, E3", formula="N ≤ Fcr w t by the method", inputs=[*sizes, *free], source=source,
            assumptions=assumed, why_not=bends, demand_as=("N", "push"),
        ),
        simple(
            end, "gusset welds", "welds along the bar on its gusset", demand=along, capacity=allowed, unit="N/mm", clause="AISC 360-22 J2.4",
            formula="N / (n l) ≤ 0.60 FEXX · 0.707 leg by the method",
            inputs=[*sizes, ("leg", "fillet leg", joint.leg_mm, "mm"), ("n", "welds", float(joint.welds), "")], source=source,
            assumptions=assumed, why_not=leg, demand_as=("q", "flow in a weld"),
        ),
    ]  # fmt: skip
