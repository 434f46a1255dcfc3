"""Bending sheet and tube: allowance, deduction, flat length, spring-back, the smallest radius. mm, degrees turned.

An angle is always the angle turned: 0 is flat, 90 a square corner; the included angle is 180 less this.
"""

from __future__ import annotations

import math

from yorvek.core.errors import InputError


def _turned(angle_deg: float) -> float:
    if not 0 < angle_deg <= 180:
        raise InputError(field="angle", got=f"{angle_deg:g}", needs="the angle turned: more than 0, up to 180 degrees")
    return math.radians(angle_deg)


def bend_allowance_mm(inside_radius_mm: float, thickness_mm: float, angle_deg: float, k_factor: float) -> float:
    """Length of the neutral line through a bend. Handbook: angle (R + K t)."""
    return _turned(angle_deg) * (inside_radius_mm + k_factor * thickness_mm)


def mould_setback_mm(inside_radius_mm: float, thickness_mm: float, angle_deg: float) -> float:
    """From where a leg's measure ends to where its bend begins: to the apex of the outside faces up to 90 degrees, to
    the tangent of the outside beyond, where the apex runs away (DIN 6935, from memory).
    """
    return (inside_radius_mm + thickness_mm) * (math.tan(_turned(angle_deg) / 2) if angle_deg <= 90 else 1.0)


def din_k(inside_radius_mm: float, thickness_mm: float) -> float:
    """DIN 6935's k, twice the K-factor: 0.65 + 0.5 lg(r/s), at most 1 (from memory)."""
    return min(1.0, 0.65 + 0.5 * math.log10(inside_radius_mm / thickness_mm))


def din_allowance_mm(inside_radius_mm: float, thickness_mm: float, angle_deg: float) -> float:
    """Length of the neutral line through a bend by DIN 6935's k, mm."""
    k = din_k(inside_radius_mm, thickness_mm) / 2
    return bend_allowance_mm(inside_radius_mm, thickness_mm, angle_deg, k)


def din_correction_mm(inside_radius_mm: float, thickness_mm: float, angle_deg: float) -> float:
    """What DIN 6935 adds to the sum of the legs (negative: takes off). To 90 degrees legs are measured to the apex of
    the outside faces, beyond that to the tangent (from memory).
    """
    neutral = din_allowance_mm(inside_radius_mm, thickness_mm, angle_deg)
    return neutral - 2 * mould_setback_mm(inside_radius_mm, thickness_mm, angle_deg)


def least_radius_mm(thickness_mm: float, family: str, yield_MPa: float, *, hard: bool) -> float:
    """Inside radius below which plate may crack, bent across its grain (common practice, no source): one thickness of
    mild steel and stainless, one and a half above 300 MPa, three of `hard` aluminium (tempered), one of soft.
    """
    if family == "aluminium":
        return thickness_mm * (3.0 if hard else 1.0)
    return thickness_mm * (1.5 if family == "carbon steel" and yield_MPa > 300 else 1.0)


OVERBEND_PER_DEGREE = {"carbon steel": 1 / 15, "stainless": 2.5 / 15, "aluminium": 2 / 15}
"""Common practice, no source; the shop's own bends replace it."""


def overbend_angle_deg(target_deg: float, rule_deg_per_deg: float) -> float:
    """Angle to bend a tube to so that it springs back to the target, by the shop's rule of degrees per degree."""
    return target_deg * (1 + rule_deg_per_deg)


def springback_ratio(inside_radius_mm: float, thickness_mm: float, yield_MPa: float, E_MPa: float) -> float:
    """Initial over final radius of sheet, elastic-perfectly plastic: 4x^3 - 3x + 1 with x = Ri Y / (E t)."""
    x = inside_radius_mm * yield_MPa / (E_MPa * thickness_mm)
    if x >= 0.5:
        raise InputError(
            field="inside_radius", got=f"{inside_radius_mm:g} mm", needs="so wide a bend springs back altogether"
        )
    return 4 * x**3 - 3 * x + 1


def sprung_from_deg(
    target_deg: float, inside_radius_mm: float, thickness_mm: float, yield_MPa: float, E_MPa: float
) -> float:
    """How far solid metal is bent so that it springs back to the target turn and inside radius: the radius it is bent
    to by `springback_ratio`, the turn by the length of its middle, which stays as it is.
    """
    # at half of E t / Y it would spring back flat: every final radius comes from somewhere below
    low, high = 0.0, 0.499 * E_MPa * thickness_mm / yield_MPa
    for _ in range(50):  # halved until nothing changes
        tried = (low + high) / 2
        wide = tried / springback_ratio(tried, thickness_mm, yield_MPa, E_MPa) > inside_radius_mm
        low, high = (low, tried) if wide else (tried, high)
    return target_deg * (inside_radius_mm + thickness_mm / 2) / (low + thickness_mm / 2)


def outer_wall_mm(wall_mm: float, radius_mm: float, across_mm: float) -> float:
    """Wall of a tube on the outside of a bend, thinned as its metal is stretched: t R / (R + d/2), with R to the middle
    (handbook rule, from memory).
    """
    return wall_mm * radius_mm / (radius_mm + across_mm / 2)


def minimum_radius_mm(thickness_mm: float, reduction_of_area_percent: float) -> float:
    """Smallest inside radius before the outside cracks: t (50 / r - 1), handbook rule (from memory)."""
    if not 0 < reduction_of_area_percent < 100:
        raise InputError(field="reduction_of_area", got=f"{reduction_of_area_percent:g}", needs="between 0 and 100 %")
    return max(0.0, thickness_mm * (50 / reduction_of_area_percent - 1))
