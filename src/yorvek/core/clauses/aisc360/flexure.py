"""Bending, chapter F. Numbers or columns of numbers."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Numbers = NDArray[np.float64]

MOST_Z_OVER_S = 1.6
ROUND_Z_OVER_S = 16 / (3 * math.pi)


def sideways_lengths(
    E: Numbers, Fy: Numbers, ry: Numbers, rts: Numbers, J: Numbers, c: Numbers, S: Numbers, ho: Numbers
) -> tuple[Numbers, Numbers]:
    """Lp and Lr of F2-5 and F2-6: no sideways buckling below the one, elastic above the other, mm."""
    ratio = J * c / (S * ho)
    Lp = 1.76 * ry * np.sqrt(E / Fy)
    Lr = 1.95 * rts * E / (0.7 * Fy) * np.sqrt(ratio + np.sqrt(ratio**2 + 6.76 * (0.7 * Fy / E) ** 2))
    return Lp, Lr


def sideways_moment(
    E: Numbers,
    Fy: Numbers,
    Mp: Numbers,
    S: Numbers,
    rts: Numbers,
    J: Numbers,
    c: Numbers,
    ho: Numbers,
    Lb: Numbers,
    lengths: tuple[Numbers, Numbers],
    Cb: float = 1.0,
) -> Numbers:
    """Mn of F2: yielding, inelastic and elastic lateral-torsional buckling, Nmm."""
    Lp, Lr = lengths
    slender = np.maximum(Lb, 1.0) / rts
    Fcr = Cb * np.pi**2 * E / slender**2 * np.sqrt(1 + 0.078 * J * c / (S * ho) * slender**2)
    inelastic = np.minimum(Cb * (Mp - (Mp - 0.7 * Fy * S) * (Lb - Lp) / (Lr - Lp)), Mp)
    return np.where(Lb <= Lp, Mp, np.where(Lb <= Lr, inelastic, np.minimum(Fcr * S, Mp)))


def rectangle_moment_Nmm(Fy_MPa: float, width_mm: float, depth_mm: float) -> float:
    """F11-1 of a rectangle that nothing lets buckle sideways: Fy Z, one and a half yield moments; nominal."""
    return Fy_MPa * width_mm * depth_mm**2 / 4


def round_moment_Nmm(Fy_MPa: float, d_mm: float) -> float:
    """F11-1 of a round bar: at most 1.6 yield moments; nominal."""
    return min(ROUND_Z_OVER_S, MOST_Z_OVER_S) * Fy_MPa * math.pi * d_mm**3 / 32
