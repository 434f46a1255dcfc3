"""EN 1993-1-5 section 6: webs of I sections and channels under a force through the flange (from memory). N, mm, MPa."""

from __future__ import annotations

import math


def patch_resistance_N(
    *,
    fy_MPa: float,
    E_MPa: float,
    depth_mm: float,
    width_mm: float,
    web_mm: float,
    flange_mm: float,
    bearing_mm: float,
    at_end: bool,
) -> float:
    """FRd = fy leff tw / gamma M1 (1.0): type (a), against the far web, or (c) at an unstiffened end."""
    hw = depth_mm - 2 * flange_mm
    m1 = width_mm / web_mm
    kF = min(6.0, 2 + 6 * bearing_mm / hw) if at_end else 6.0
    critical = 0.9 * kF * E_MPa * web_mm**3 / hw
    m2, length = 0.0, bearing_mm
    for _ in range(2):
        if at_end:
            reach = min(kF * E_MPa * web_mm**2 / (2 * fy_MPa * hw), bearing_mm)
            length = reach + flange_mm * min(math.sqrt(m1 / 2 + (reach / flange_mm) ** 2 + m2), math.sqrt(m1 + m2))
        else:
            length = bearing_mm + 2 * flange_mm * (1 + math.sqrt(m1 + m2))
        slenderness = math.sqrt(length * web_mm * fy_MPa / critical)
        # m2 counts only for slender webs, so the first pass finds which it is
        m2 = 0.02 * (hw / flange_mm) ** 2 if slenderness > 0.5 else 0.0
    return min(1.0, 0.5 / slenderness) * length * web_mm * fy_MPa
