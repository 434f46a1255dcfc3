"""EN 1993-1-8:2005 section 3: bolts in plates. From memory. N, mm, MPa."""

from __future__ import annotations

import math

EDGE, PITCH, GAUGE = 1.2, 2.2, 2.4
"""Least distances in hole diameters, table 3.3."""
GAMMA_M2, GAMMA_M3 = 1.25, 1.25
KS = {"standard": 1.0, "short slot": 0.76, "oversize": 0.85, "long slot": 0.63}
"""Table 3.6: slots with their axis as it is worse, short across and long along."""


def bearing_N(
    *,
    fu_MPa: float,
    fub_MPa: float,
    d_mm: float,
    t_mm: float,
    hole_mm: float,
    e1_mm: float,
    p1_mm: float,
    e2_mm: float,
    p2_mm: float,
) -> float:
    """Table 3.4, characteristic: k1 alpha_b fu d t, the end bolt and the inner one, edge and inner, the least of
    each.
    """
    alpha = min(e1_mm / (3 * hole_mm), p1_mm / (3 * hole_mm) - 0.25, fub_MPa / fu_MPa, 1.0)
    k1 = min(2.8 * e2_mm / hole_mm - 1.7, 1.4 * p2_mm / hole_mm - 1.7, 2.5)
    return max(k1, 0.0) * max(alpha, 0.0) * fu_MPa * d_mm * t_mm


def long_joint(length_mm: float, d_mm: float) -> float:
    """3.8: beta Lf."""
    return 1.0 if length_mm <= 15 * d_mm else max(0.75, 1 - (length_mm - 15 * d_mm) / (200 * d_mm))


def block_N(*, fu_MPa: float, fy_MPa: float, net_pull_mm2: float, net_shear_mm2: float, even: bool) -> float:
    """3.10.2: Veff,1,Rd, half of the pulled part where the load is not even."""
    return (1.0 if even else 0.5) * fu_MPa * net_pull_mm2 / GAMMA_M2 + fy_MPa * net_shear_mm2 / math.sqrt(3)


def one_leg_share(bolts: int, pitch_mm: float, hole_mm: float, edge_mm: float, t_mm: float, area_mm2: float) -> float:
    """3.10.3: of the net area that counts for an angle by one leg, over 0.9 of it (the rule's own form)."""
    net = area_mm2 - hole_mm * t_mm
    if bolts < 2:
        return 2 * (edge_mm - 0.5 * hole_mm) * t_mm / (0.9 * net)
    low, high = (0.4, 0.7) if bolts == 2 else (0.5, 0.7)
    grown = low + (high - low) * min(max((pitch_mm / hole_mm - 2.5) / 2.5, 0.0), 1.0)
    return grown / 0.9


def slip_N(pretension_N: float, friction: float, planes: int, hole: str) -> float:
    """3.9.1, design: ks n mu Fp,C / gamma M3."""
    return KS[hole] * planes * friction * pretension_N / GAMMA_M3
