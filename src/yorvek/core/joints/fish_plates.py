"""A splice: a plate over and one under the bar, welded along both edges."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.fillets import leg_too_large
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, steps
from yorvek.core.joints.rule import States, rule
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]


class FishPlated(Model):
    """A splice: a plate over and one under the bar, welded along their edges, mm on this side of the cut."""

    kind: Literal["fish plates"] = "fish plates"
    plate_mm: Millimetres
    width_mm: Millimetres
    lap_mm: Millimetres
    taper_mm: float = Field(default=0.0, ge=0, le=1000, description="of the lap, tapered and not counted")
    leg_mm: Leg


def find(end: End, joint: FishPlated) -> States:
    """Statics of two plates at the bar's depth; tapered ends carry nothing."""
    s, by = end.section, end.method.divides
    assert s is not None
    t, w, arm = joint.plate_mm, joint.width_mm, s.depth_mm + joint.plate_mm
    area, straight = w * t, joint.lap_mm - joint.taper_mm
    length = max(straight, 0.1)
    strong = t * w**2 / 6

    def stress(f: Floats) -> Floats:
        N, Vy, Vz, T, My, Mz = np.abs(f.T)
        pull = N / 2 / area + Mz / arm / area + My / 2 / strong
        return np.asarray(np.hypot(pull, np.sqrt(3.0) * (Vz / 2 + T / arm) / area))

    def weld(f: Floats) -> Floats:
        N, Vy, Vz, T, My, Mz = np.abs(f.T)
        along = (N / 2 + Mz / arm) / (2 * length) + My / 2 / w / length
        return np.asarray(np.hypot(along, (Vz / 2 + T / arm + Vy / 2) / (2 * length)))

    tapered = "the taper is as long as the lap: make the plates longer" if straight <= 0 else None
    small = end.metals_apart() or tapered or leg_trouble(end, joint.leg_mm, t) or leg_too_large(joint.leg_mm, t)
    allowed = weld_strength(end).least * joint.leg_mm
    metal = min(end.metal.yield_at_weld_MPa / by.member, end.metal.ultimate_at_weld_MPa / by.rupture)
    source = "statics of two plates at the bar's depth; AISC 360-22 D2, J2, EN 1993-1-8 4.5 (from memory)"
    assumed = [
        "the bar itself is cut through there and carries nothing",
        "plates of the bar's metal, tapered at their ends",
    ]
    sizes = [("t", "plate", t, "mm"), ("w", "its width", w, "mm"), ("h", "from plate to plate", arm, "mm")]
    return {
        "fish plates": rule(
            end, "fish plates", "fish plates", demand=stress, capacity=metal, unit="MPa", clause="AISC 360-22 D2, J4.1",
            formula="N/2A + M/(h A) + My/2S ≤ Fy by the method", inputs=sizes, source=source, assumptions=assumed,
            why_not=tapered, shown=("σ", "stress of the plate"),
        ),
        "fish plate welds": rule(
            end, "fish plate welds", "welds of the fish plates", demand=weld, capacity=allowed, unit="N/mm",
            clause="AISC 360-22 J2.4; EN 1993-1-8 4.5",
            formula="q ≤ strength of the throat", source=source, assumptions=assumed, why_not=small,
            inputs=[*sizes, ("leg", "fillet leg", joint.leg_mm, "mm"),
                ("l", "straight lap on this side", straight, "mm")],
            shown=("q", "flow in a weld"),
        ),
    }  # fmt: skip


KIND = Kind(
    FishPlated, "fish plates over and under", ("fish plates", "fish plate welds"), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"fish plates {v:g} mm", "plate_mm", (6.0, 8.0, 10.0, 12.0, 15.0)),
        (f"lap {j.lap_mm * 1.5:g} mm", j.model_copy(update={"lap_mm": j.lap_mm * 1.5})),
    ],
)  # fmt: skip
