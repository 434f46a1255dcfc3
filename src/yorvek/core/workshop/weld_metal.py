"""How much weld metal a joint takes, and how long: mm, kg, hours."""

from __future__ import annotations

import math

from yorvek.core.model import Model
from yorvek.core.workshop.weights import STEEL_KG_M3


class WeldWork(Model):
    """Weld metal and time of a run of weld."""

    area_mm2: float
    mass_kg: float
    mass_with_reinforcement_kg: float
    consumable_kg: float
    arc_time_h: float
    total_time_h: float


def fillet_area_mm2(leg_mm: float) -> float:
    """Flat equal-leg fillet."""
    return leg_mm**2 / 2


def single_v_area_mm2(thickness_mm: float, root_gap_mm: float, included_deg: float, root_face_mm: float) -> float:
    """Single V flush with both faces: gap through the thickness, and the V above the root face."""
    return root_gap_mm * thickness_mm + (thickness_mm - root_face_mm) ** 2 * math.tan(math.radians(included_deg) / 2)


def weld_work(
    area_mm2: float,
    length_mm: float,
    *,
    reinforcement_percent: float = 10.0,
    density_kg_m3: float = STEEL_KG_M3,
    deposition_kg_per_h: float = 2.5,
    operating_factor: float = 0.3,
    efficiency: float = 0.9,
) -> WeldWork:
    """Metal, filler bought, time with the arc on, and time in all. Defaults are common practice, no source."""
    mass = area_mm2 * length_mm * density_kg_m3 * 1e-9
    built = mass * (1 + reinforcement_percent / 100)
    arc = built / deposition_kg_per_h
    return WeldWork(
        area_mm2=area_mm2,
        mass_kg=mass,
        mass_with_reinforcement_kg=built,
        consumable_kg=built / efficiency,
        arc_time_h=arc,
        total_time_h=arc / operating_factor,
    )
