"""AISC 360-22 J2: fillet welds and their legs. From memory. N, mm, MPa."""

from __future__ import annotations

import math

from yorvek.core.quantities import INCH_MM

THROAT_OF_LEG = math.sqrt(0.5)
MINIMUM_LEG_MM = ((6.0, 3.0), (13.0, 5.0), (19.0, 6.0), (math.inf, 8.0))
"""Table J2.4M: thinner part up to, least leg."""
MINIMUM_LEG_IN = ((0.25, 0.125), (0.5, 0.1875), (0.75, 0.25), (math.inf, 0.3125))
"""Table J2.4 in inches."""


def filler_N_per_mm(FEXX_MPa: float, leg_mm: float) -> float:
    """J2-4, nominal: 0.60 FEXX on the throat; no directional increase."""
    return 0.60 * FEXX_MPa * leg_mm * THROAT_OF_LEG


def groove_filler_N_per_mm(FEXX_MPa: float, throat_mm: float) -> float:
    """Table J2.5, nominal: 0.60 FEXX on the throat of a groove weld of partial penetration."""
    return 0.60 * FEXX_MPa * throat_mm


def metal_MPa(Fu_MPa: float) -> float:
    """J2-2 with J4-4, nominal, on the leg: the metal beside the weld in shear, 0.60 Fu."""
    return 0.60 * Fu_MPa


def minimum_leg_mm(thinner_part_mm: float) -> float:
    """Least leg by the thinner part joined, metric table."""
    return next(leg for upto, leg in MINIMUM_LEG_MM if thinner_part_mm <= upto + 1e-9)


def minimum_leg_in(thinner_part_in: float) -> float:
    """Least leg by the thinner part joined, inch table."""
    return next(leg for upto, leg in MINIMUM_LEG_IN if thinner_part_in <= upto + 1e-9)


def leg_too_small(leg_mm: float, thinner_part_mm: float, *, inch: bool = False) -> str | None:
    """Why a fillet is below the least leg of table J2.4 (by the inch table for inch sections); None where it is not."""
    least = minimum_leg_in(thinner_part_mm / INCH_MM) * INCH_MM if inch else minimum_leg_mm(thinner_part_mm)
    if leg_mm >= least - 1e-6:
        return None
    return (
        f"a {leg_mm:g} mm fillet is below the least leg of {least:.3g} mm for {thinner_part_mm:g} mm metal: make it "
        f"larger"
    )


def leg_too_large(leg_mm: float, part_mm: float) -> str | None:
    """Why a fillet along the edge of a part is above J2.2b's greatest leg; None where it is not."""
    most = maximum_leg_mm(part_mm)
    if leg_mm <= most + 1e-6:
        return None
    return (
        f"a {leg_mm:g} mm fillet along the edge of a part {part_mm:g} mm thick melts it away: a leg of at most "
        f"{most:.3g} mm"
    )


def maximum_leg_mm(part_mm: float) -> float:
    """Greatest leg along an edge, J2.2b: the part's thickness under 6 mm (1/4 in), 2 mm (1/16 in) less from there
    on.
    """
    return part_mm if part_mm < INCH_MM / 4 - 1e-9 else part_mm - INCH_MM / 16
