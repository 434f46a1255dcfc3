"""EN 1993-1-8:2005 section 7: walls of hollow sections under what is welded onto them. From memory. N, mm, MPa; gamma
M5 = 1.
"""

from __future__ import annotations

import math


def round_stress_factor(use: float) -> float:
    """kp of table 7.2: 1 - 0.3 np (1 + np) for push."""
    return max(0.05, 1 - 0.3 * max(use, 0.0) * (1 + max(use, 0.0)))


def along_stress_factor(use: float) -> float:
    """km of table 7.13, a plate along the face of a rectangular tube: 1.3 (1 - n) for push, at most 1."""
    return max(0.05, min(1.0, 1.3 * (1 - max(use, 0.0))))


def round_axial_N(fy: float, t: float, D: float, D_b: float, *, cross: bool, kp: float) -> float:
    """Table 7.2, T and Y or X, across the branch's slope."""
    beta = D_b / D
    if cross:
        return float(5.2 / (1 - 0.81 * beta) * kp * fy * t**2)
    return float((D / (2 * t)) ** 0.2 * kp * fy * t**2 * (2.8 + 14.2 * beta**2))


def round_moments_Nmm(fy: float, t: float, D: float, D_b: float, kp: float) -> tuple[float, float]:
    """Table 7.5: in plane, out of plane."""
    beta = D_b / D
    into = 4.85 * fy * t**2 * D_b * math.sqrt(D / (2 * t)) * beta * kp
    return into, fy * t**2 * D_b * 2.7 / (1 - 0.81 * beta) * kp


def plate_on_round_N(fy: float, t: float, D: float, *, across: float, along: float, kp: float) -> float:
    """Table 7.3: kp fy t2 (4 + 20 beta2) across, 5 kp fy t2 (1 + 0.25 eta) along."""
    if across >= along:
        return kp * fy * t**2 * (4 + 20 * (across / D) ** 2)
    return 5 * kp * fy * t**2 * (1 + 0.25 * along / D)


def side_wall_N(fy: float, E: float, t: float, H: float, along: float, sine: float, *, cross: bool) -> float:
    """Table 7.11, beta = 1: fb t (2 h + 10 t), fb by curve a on the wall's slenderness, 0.8 of it in X joints; across
    the slope.
    """
    slender = 3.46 * max(H / t - 2, 0.0) * math.sqrt(1 / sine) / (math.pi * math.sqrt(E / fy))
    phi = 0.5 * (1 + 0.21 * (slender - 0.2) + slender**2)
    chi = 1.0 if slender <= 0.2 else min(1.0, 1 / (phi + math.sqrt(max(phi**2 - slender**2, 0.0))))
    fb = (0.8 * sine if cross else 1.0) * chi * fy
    return fb * t * (2 * along + 10 * t)


def knee_share(b: float, h: float, t: float) -> float:
    """kappa of an unstiffened welded knee of rectangular tubes at a right angle or less, 7.5.2.1."""
    return float(min(1.0, 3 * math.sqrt(b / h) / (b / t) ** 0.8 + 1 / (1 + 2 * b / h)))
