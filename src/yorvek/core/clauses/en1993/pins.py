"""EN 1993-1-8:2005 3.13: pins and the plates they go through. From memory. N, mm, MPa; characteristic."""

from __future__ import annotations


def behind_the_hole_N(fy_MPa: float, t_mm: float, a_mm: float, hole_mm: float) -> float:
    """Table 3.9: the load that the plate's end a behind the hole is for, a = F / (2 t fy) + 2 d0 / 3."""
    return max(0.0, 2 * t_mm * fy_MPa * (a_mm - 2 * hole_mm / 3))


def beside_the_hole_N(fy_MPa: float, t_mm: float, c_mm: float, hole_mm: float) -> float:
    """Table 3.9: the load that the plate's width c beside the hole is for, c = F / (2 t fy) + d0 / 3."""
    return max(0.0, 2 * t_mm * fy_MPa * (c_mm - hole_mm / 3))


def bearing_N(fy_MPa: float, t_mm: float, d_mm: float) -> float:
    """Table 3.10: 1.5 t d fy, of the weaker of pin and plate."""
    return 1.5 * t_mm * d_mm * fy_MPa


def bending_Nmm(fyp_MPa: float, Wel_mm3: float) -> float:
    """Table 3.10: 1.5 Wel fyp."""
    return 1.5 * Wel_mm3 * fyp_MPa
