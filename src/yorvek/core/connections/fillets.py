"""Fillet welds by AISC 360-22 J2 and EN 1993-1-8 4.5."""

from __future__ import annotations

import math

from yorvek.core.checks.aisc.strength import Strength
from yorvek.core.model import Model

THROAT_OF_LEG = math.sqrt(0.5)
PHI, OMEGA = 0.75, 2.00
MINIMUM_LEG_MM = ((6.0, 3.0), (13.0, 5.0), (19.0, 6.0), (math.inf, 8.0))
"""Table J2.4M: thinner part up to, least leg."""
MINIMUM_LEG_IN = ((0.25, 0.125), (0.5, 0.1875), (0.75, 0.25), (math.inf, 0.3125))
"""Table J2.4 in inches."""
INCH_MM = 25.4


class FilletStrength(Model):
    """A straight fillet weld."""

    throat_mm: float
    directional_factor: float
    per_mm: Strength
    whole: Strength


def directional_factor(angle_deg: float) -> float:
    """1 + 0.5 sin^1.5 of the angle between load and weld; not for the ends of rectangular hollow sections in tension."""
    return float(1 + 0.5 * math.sin(math.radians(angle_deg)) ** 1.5)


def fillet(*, leg_mm: float, length_mm: float, FEXX_MPa: float, angle_deg: float = 0.0) -> FilletStrength:
    """J2.4: 0.60 FEXX on the throat, with the directional increase."""
    throat, factor = leg_mm * THROAT_OF_LEG, directional_factor(angle_deg)
    each = 0.60 * FEXX_MPa * factor * throat
    return FilletStrength(
        throat_mm=throat,
        directional_factor=factor,
        per_mm=Strength(nominal=each, phi=PHI, omega=OMEGA),
        whole=Strength(nominal=each * length_mm, phi=PHI, omega=OMEGA),
    )


class MixedGroup(Model):
    """Welds along and across the load together."""

    option_a_N: float
    option_b_N: float
    strength: Strength


def mixed_group(*, leg_mm: float, longitudinal_mm: float, transverse_mm: float, FEXX_MPa: float) -> MixedGroup:
    """J2.4(b)(2): the greater of the plain sum, and 0.85 along with 1.5 across."""
    each = 0.60 * FEXX_MPa * leg_mm * THROAT_OF_LEG
    a, b = each * (longitudinal_mm + transverse_mm), each * (0.85 * longitudinal_mm + 1.5 * transverse_mm)
    return MixedGroup(option_a_N=a, option_b_N=b, strength=Strength(nominal=max(a, b), phi=PHI, omega=OMEGA))


def minimum_leg_mm(thinner_part_mm: float) -> float:
    """Least leg by the thinner part joined, metric table."""
    return next(leg for upto, leg in MINIMUM_LEG_MM if thinner_part_mm <= upto + 1e-9)


def leg_too_small(leg_mm: float, thinner_part_mm: float) -> str | None:
    """Why a fillet is below the least leg; None where it is not."""
    least = minimum_leg_mm(thinner_part_mm)
    if leg_mm >= least - 1e-9:
        return None
    return f"a {leg_mm:g} mm fillet is below the least leg of {least:g} mm for {thinner_part_mm:g} mm metal: make it larger"


def minimum_leg_in(thinner_part_in: float) -> float:
    """Least leg by the thinner part joined, inch table."""
    return next(leg for upto, leg in MINIMUM_LEG_IN if thinner_part_in <= upto + 1e-9)


def maximum_leg_mm(part_mm: float) -> float:
    """Greatest leg along an edge, J2.2b: the part's thickness under 6 mm (1/4 in), 2 mm (1/16 in) less from there on."""
    return part_mm if part_mm < INCH_MM / 4 - 1e-9 else part_mm - INCH_MM / 16


class EnFillet(Model):
    """EN 1993-1-8 4.5.3."""

    leg_mm: float
    fvw_d_MPa: float
    Fw_Rd_N_per_mm: float
    Fw_Rd_N: float


def en_fillet(*, throat_mm: float, length_mm: float, fu_MPa: float, beta_w: float, gamma_M2: float = 1.25) -> EnFillet:
    """The simplified method, 4.5.3.3: the same strength in every direction."""
    strength = fu_MPa / math.sqrt(3) / (beta_w * gamma_M2)
    return EnFillet(
        leg_mm=throat_mm / THROAT_OF_LEG,
        fvw_d_MPa=strength,
        Fw_Rd_N_per_mm=strength * throat_mm,
        Fw_Rd_N=strength * throat_mm * length_mm,
    )


def en_transverse_fillet_N(
    *, throat_mm: float, length_mm: float, fu_MPa: float, beta_w: float, gamma_M2: float = 1.25
) -> float:
    """The directional method, 4.5.3.2, for a load across the weld along one leg: normal and shear stress on the throat are
    equal, and sqrt(s^2 + 3 t^2) reaches fu / (beta gamma).
    """
    return fu_MPa / (beta_w * gamma_M2) / math.sqrt(2) * throat_mm * length_mm
