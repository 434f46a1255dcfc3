"""Chapter E: members in compression. From memory. N, mm, MPa; floats or arrays."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
ROUND_SLENDER, ROUND_MOST = 0.11, 0.45
"""D/t over E/Fy from which a round wall is slender (table B4.1a), and to which E7.2 speaks."""
FACTORS = {"stiffened": (0.18, 1.31), "hollow": (0.20, 1.38), "other": (0.22, 1.49)}
"""c1 and c2 of table E7.1: stiffened elements, walls of square and rectangular hollow sections, all others."""
ELASTIC_SHARE = 0.877
"""E3-3: of the elastic buckling stress, for crookedness."""
LIMITS = {"hollow": 1.40, "web": 1.49, "flange": 0.56, "leg": 0.45}
"""lambda_r over sqrt(E / Fy), table B4.1a: walls of hollow sections, webs of I and channels, their flanges, legs of
angles.
"""


def buckling_stress_MPa(Fy_MPa: Floats | float, Fe_MPa: Floats | float) -> Floats:
    """Fcr from the elastic stress, E3-2 and E3-3."""
    ratio = np.asarray(Fy_MPa, float) / np.maximum(Fe_MPa, 1e-12)
    with np.errstate(over="ignore", under="ignore"):
        return np.where(ratio <= 2.25, 0.658 ** np.minimum(ratio, 2.25) * Fy_MPa, ELASTIC_SHARE * np.asarray(Fe_MPa))


def euler_stress_MPa(E_MPa: float, slenderness: Floats | float) -> Floats:
    """Fe of flexural buckling, E3-4."""
    return np.asarray(np.pi**2 * E_MPa / np.maximum(slenderness, 1e-9) ** 2)


def one_leg_slenderness(L_over_ra: float, L_over_rz: float) -> float:
    """Effective slenderness of a single angle joined by one leg, a single member or the web of a planar truss, E5-1,
    E5-2.

    Equal legs, or unequal ones joined by the longer; not below 0.95 L / rz. Valid to an effective 200.

    Args:
        L_over_ra: by the radius about the axis parallel to the joined leg.
        L_over_rz: by the least radius.
    """
    effective = 72 + 0.75 * L_over_ra if L_over_ra <= 80 else 32 + 1.25 * L_over_ra
    return max(effective, 0.95 * L_over_rz)


def effective_width_mm(
    b_mm: Floats | float,
    t_mm: Floats | float,
    Fy_MPa: float,
    Fcr_MPa: Floats | float,
    E_MPa: float,
    kind: str,
    limit: float,
) -> Floats:
    """Effective width of a slender wall, E7-2 to E7-5.

    Args:
        kind: of table E7.1: "stiffened", "hollow" or "other".
        limit: lambda_r over sqrt(E / Fy).
    """
    c1, c2 = FACTORS[kind]
    slenderness = np.asarray(b_mm) / t_mm
    most = limit * np.sqrt(E_MPa / Fy_MPa)
    elastic = (c2 * most / np.maximum(slenderness, 1e-9)) ** 2 * Fy_MPa
    share = np.sqrt(elastic / np.maximum(Fcr_MPa, 1e-12))
    slender = slenderness > most * np.sqrt(Fy_MPa / np.maximum(Fcr_MPa, 1e-12))
    return np.where(slender, np.minimum(b_mm, b_mm * (1 - c1 * share) * share), b_mm)


def round_effective_share(D_over_t: float, Fy_MPa: float, E_MPa: float) -> float:
    """Effective area of a round tube over its own, E7-6, E7-7; nan beyond 0.45 E / Fy."""
    ratio = E_MPa / Fy_MPa
    if D_over_t <= ROUND_SLENDER * ratio:
        return 1.0
    return float("nan") if D_over_t > ROUND_MOST * ratio else 0.038 * ratio / D_over_t + 2 / 3
