"""EN 1993-6:2007 6.7: the bottom flange of an I section under wheels. From memory. N, mm, MPa."""

from __future__ import annotations

import math

INSIDE, AT_END = 4 * math.sqrt(2), 2.0
"""Effective length over (m + n): away from the member's end, and at an end that no plate stiffens (table 6.2)."""


def flange_under_wheel_N(
    *,
    fy_MPa: float,
    flange_mm: float,
    width_mm: float,
    web_mm: float,
    root_mm: float,
    from_edge_mm: float,
    bent_MPa: float,
    at_end: bool = False,
) -> float:
    """What one wheel may press on a bottom flange: leff tf2 fy (1 - (sigma/fy)2) / (4 m), leff by table 6.2.

    Args:
        from_edge_mm: n, from the flange's edge to the wheel's middle.
        bent_MPa: stress of the flange from the member's own bending.
        at_end: close to an end of the member that no plate stiffens.
    """
    lever = 0.5 * (width_mm - web_mm) - 0.8 * root_mm - from_edge_mm
    if lever <= 0:
        return math.inf
    length = (AT_END if at_end else INSIDE) * (lever + from_edge_mm)
    return max(0.0, length * flange_mm**2 * fy_MPa * (1 - (bent_MPa / fy_MPa) ** 2) / (4 * lever))


def end_reach_mm(*, width_mm: float, web_mm: float, root_mm: float) -> float:
    """How close to an end a wheel counts as at it: half of the effective length inside, 2 sqrt(2) (m + n)."""
    return INSIDE / 2 * (0.5 * (width_mm - web_mm) - 0.8 * root_mm)
