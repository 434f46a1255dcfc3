"""Mass per metre of what stands in the rack, from its plain dimensions."""

from __future__ import annotations

import math

from yorvek.core.model import Model

STEEL_KG_M3 = 7850.0
STEEL_LB_FT3 = 490.0


def flat_area_mm2(width_mm: float, thickness_mm: float) -> float:
    """Area of a flat, mm2."""
    return width_mm * thickness_mm


def hexagon_area_mm2(across_flats_mm: float) -> float:
    """Area of a hexagon bar from its width across flats, mm2."""
    return math.sqrt(3) / 2 * across_flats_mm**2


def round_area_mm2(diameter_mm: float, wall_mm: float | None = None) -> float:
    """Area of a round bar, or of a round tube with that wall, mm2."""
    bore = 0.0 if wall_mm is None else diameter_mm - 2 * wall_mm
    return math.pi / 4 * (diameter_mm**2 - bore**2)


def square_tube_area_mm2(side_mm: float, wall_mm: float) -> float:
    """Area of a square tube with sharp corners, mm2."""
    return side_mm**2 - (side_mm - 2 * wall_mm) ** 2


def mass_kg_per_m(area_mm2: float, density_kg_m3: float = STEEL_KG_M3) -> float:
    """Mass of a metre, kg."""
    return area_mm2 * density_kg_m3 * 1e-6


def plate_lb_per_ft2(thickness_in: float) -> float:
    """Weight of a square foot of steel plate at 490 lb/ft3, lb."""
    return thickness_in / 12 * STEEL_LB_FT3


class MetalSwap(Model):
    """The same shape in another metal."""

    mass_kg: float
    density_ratio: float
    deflection_multiplier: float


def metal_swap(mass_kg: float, present: tuple[float, float], other: tuple[float, float]) -> MetalSwap:
    """What the same section weighs and how much more it moves; metals as (density, E) in any one unit each."""
    ratio = present[0] / other[0]
    return MetalSwap(mass_kg=mass_kg / ratio, density_ratio=ratio, deflection_multiplier=present[1] / other[1])
