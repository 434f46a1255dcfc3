"""Webs and flanges of open sections under concentrated loads: AISC 360-22 J10. N, mm, MPa."""

from __future__ import annotations

import math

from yorvek.core.clauses.aisc360.strength import Strength


def web_yielding(*, Fy_MPa: float, web_mm: float, k_mm: float, bearing_mm: float, at_end: bool) -> Strength:
    """J10-2 and J10-3: R = Fy tw (5k + lb), 2.5k within a depth of the member's end."""
    spread = 2.5 if at_end else 5.0
    return Strength(nominal=Fy_MPa * web_mm * (spread * k_mm + bearing_mm), phi=1.00, omega=1.50)


def flange_bending(*, Fy_MPa: float, flange_mm: float, at_end: bool) -> Strength:
    """J10-1: a pull on the flange, 6.25 Fy tf2, half of it within ten flanges of the member's end."""
    return Strength(nominal=(3.125 if at_end else 6.25) * Fy_MPa * flange_mm**2, phi=0.90, omega=1.67)


def web_crippling(
    *, Fy_MPa: float, E_MPa: float, depth_mm: float, web_mm: float, flange_mm: float, bearing_mm: float, at_end: bool
) -> Strength:
    """J10-4 to J10-5b: 0.80 tw2 [1 + 3 (lb/d) (tw/tf)^1.5] sqrt(E Fy tf / tw), half of it within half a depth of the
    end.
    """
    thick = (web_mm / flange_mm) ** 1.5
    ratio = bearing_mm / depth_mm
    if at_end:
        grown = 1 + (3 * ratio if ratio <= 0.2 else 4 * ratio - 0.2) * thick
    else:
        grown = 1 + 3 * ratio * thick
    root = math.sqrt(E_MPa * Fy_MPa * flange_mm / web_mm)
    return Strength(nominal=(0.40 if at_end else 0.80) * web_mm**2 * grown * root, phi=0.75, omega=2.00)
