"""Forces of punch and press brake, and the brake's rules of thumb. N, mm, MPa."""

from __future__ import annotations

import math

from yorvek.core.model import Model

NEWTON_PER_METRIC_TON = 9806.65
NEWTON_PER_US_TON = 8896.443230521
INCH_STEEL_KSI = 60.0
AIR_BEND_TON_IN = 575.0
"""US tons a foot of bend in 60 ksi steel: 575 t^2 / V, inches (common practice, no source)."""


class Force(Model):
    """A press force in the units on machines' plates."""

    force_N: float
    metric_tons: float
    us_tons: float

    @classmethod
    def of(cls, newton: float) -> Force:
        return cls(force_N=newton, metric_tons=newton / NEWTON_PER_METRIC_TON, us_tons=newton / NEWTON_PER_US_TON)


def obround_perimeter_mm(overall_length_mm: float, width_mm: float) -> float:
    """Perimeter of a slot with round ends."""
    return 2 * (overall_length_mm - width_mm) + math.pi * width_mm


def punching_force(perimeter_mm: float, thickness_mm: float, shear_strength_MPa: float) -> Force:
    """Perimeter times thickness times shear strength."""
    return Force.of(perimeter_mm * thickness_mm * shear_strength_MPa)


def air_bend_force(
    thickness_mm: float, length_mm: float, die_opening_mm: float, tensile_MPa: float, factor: float = 1.42
) -> Force:
    """Air bending: factor Rm t^2 L / V; 1.42 for openings of about eight thicknesses (common practice, no source)."""
    return Force.of(factor * tensile_MPa * thickness_mm**2 * length_mm / die_opening_mm)


def air_bend_us_tons_per_foot(thickness_in: float, die_opening_in: float, tensile_ksi: float = INCH_STEEL_KSI) -> float:
    """US tons for each foot of bend, as brake charts give them."""
    return AIR_BEND_TON_IN * thickness_in**2 / die_opening_in * tensile_ksi / INCH_STEEL_KSI


RADIUS_OF_OPENING = 0.16
"""Inside radius that air bending makes, of the die's opening (common practice, from memory)."""
OPENING_OF_THICKNESS = 8.0
FLANGE_OF_OPENING = 0.7


def opening_of_mm(thickness_mm: float, inside_radius_mm: float) -> float:
    """Opening of the die that bends to a radius: eight thicknesses, or as much wider as the radius asks."""
    return max(OPENING_OF_THICKNESS * thickness_mm, inside_radius_mm / RADIUS_OF_OPENING)


class AirBend(Model):
    """What a thickness asks of the brake, mm."""

    die_opening_mm: float
    inside_radius_mm: float
    min_outside_flange_mm: float


def air_bend_rules(
    thickness_mm: float,
    die_rule: float = OPENING_OF_THICKNESS,
    radius_rule: float = RADIUS_OF_OPENING,
    flange_rule: float = FLANGE_OF_OPENING,
) -> AirBend:
    """Opening, radius and shortest flange by the shop's rules (common practice, from memory)."""
    opening = die_rule * thickness_mm
    return AirBend(
        die_opening_mm=opening, inside_radius_mm=radius_rule * opening, min_outside_flange_mm=flange_rule * opening
    )
