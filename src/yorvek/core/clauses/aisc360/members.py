"""Compression, shear, torsion, tension and their interaction: chapters D, E, G, H, and the limits of table B4.1."""

from __future__ import annotations

import math
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.aisc360.compression import buckling_stress_MPa
from yorvek.core.clauses.aisc360.strength import Strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]
FloatOr = TypeVar("FloatOr", float, Floats)


class Compression(Model):
    """E3 of one member."""

    slenderness: float
    Fe_MPa: float
    Fcr_MPa: float
    strength: Strength


def compression(
    *, E_MPa: float, Fy_MPa: float, A_mm2: float, r_mm: float, length_mm: float, K: float = 1.0
) -> Compression:
    """Flexural buckling of a member without slender elements, E3-1 to E3-4."""
    slenderness = K * length_mm / r_mm
    Fe = math.pi**2 * E_MPa / max(slenderness, 1e-9) ** 2
    Fcr = inelastic_stress_MPa(Fy_MPa, Fe)
    return Compression(
        slenderness=slenderness, Fe_MPa=Fe, Fcr_MPa=Fcr, strength=Strength(nominal=Fcr * A_mm2, phi=0.90, omega=1.67)
    )


def torsional_buckling_MPa(
    *,
    E_MPa: float,
    G_MPa: float,
    A_mm2: float,
    I_symmetry_mm4: float,
    I_across_mm4: float,
    J_mm4: float,
    Cw_mm6: float,
    offset_mm: float,
    length_mm: float,
) -> float:
    """Elastic stress of flexural-torsional buckling, E4-3; offset 0 is torsional buckling alone, E4-2.

    Args:
        I_symmetry_mm4: second moment about the axis of symmetry, on which the shear centre lies.
        offset_mm: from the centroid to the shear centre.
    """
    polar = (I_symmetry_mm4 + I_across_mm4) / A_mm2 + offset_mm**2
    bend = math.pi**2 * E_MPa * I_symmetry_mm4 / A_mm2 / length_mm**2
    twist = (math.pi**2 * E_MPa * Cw_mm6 / length_mm**2 + G_MPa * J_mm4) / (A_mm2 * polar)
    H = 1 - offset_mm**2 / polar
    return (bend + twist) / (2 * H) * (1 - math.sqrt(max(0.0, 1 - 4 * bend * twist * H / (bend + twist) ** 2)))


def inelastic_stress_MPa(Fy_MPa: float, Fe_MPa: float) -> float:
    """Critical stress from the elastic one, E3-2 and E3-3."""
    return float(buckling_stress_MPa(Fy_MPa, Fe_MPa))


class HollowTorsion(Model):
    """H3 of a rectangular hollow section."""

    limit_h_over_t: float
    Fcr_MPa: float
    strength: Strength


def hollow_torsion(*, E_MPa: float, Fy_MPa: float, C_mm3: float, h_over_t: float) -> HollowTorsion:
    """H3-1 with H3-3 to H3-5."""
    first, second = 2.45 * math.sqrt(E_MPa / Fy_MPa), 3.07 * math.sqrt(E_MPa / Fy_MPa)
    if h_over_t <= first:
        Fcr = 0.6 * Fy_MPa
    elif h_over_t <= second:
        Fcr = 0.6 * Fy_MPa * first / h_over_t
    else:
        Fcr = 0.458 * math.pi**2 * E_MPa / h_over_t**2
    return HollowTorsion(
        limit_h_over_t=first, Fcr_MPa=Fcr, strength=Strength(nominal=Fcr * C_mm3, phi=0.90, omega=1.67)
    )


def h1_1a(axial: FloatOr, bending: FloatOr) -> FloatOr:
    """H1-1a: shares of the axial strength and of both bending strengths; from 0.2 of the axial strength on."""
    return axial + 8 / 9 * bending


def h1_1b(axial: FloatOr, bending: FloatOr) -> FloatOr:
    """H1-1b: the same below 0.2 of the axial strength."""
    return axial / 2 + bending


def interaction(axial: Floats, bending: Floats) -> Floats:
    """H1.1, the share of a load that grows: where either equation is full, both regions of the rule hold."""
    return np.maximum(h1_1a(axial, bending), h1_1b(axial, bending))


def gross_yielding_N(Fy_MPa: float, Ag_mm2: float) -> Strength:
    """D2-1 and J4-1: yielding of the gross section."""
    return Strength(nominal=Fy_MPa * Ag_mm2, phi=0.90, omega=1.67)


def net_rupture_N(Fu_MPa: float, An_mm2: float, U: float = 1.0) -> Strength:
    """D2-2 and J4-2: rupture of the net section, as much of it as shear lag leaves."""
    return Strength(nominal=Fu_MPa * An_mm2 * U, phi=0.75, omega=2.00)


def torque_Nmm(Fy_MPa: float, C_mm3: float) -> float:
    """H3.3: the torque at which the greatest shear stress is 0.6 Fy; nominal."""
    return 0.60 * Fy_MPa * C_mm3


def lag_of_one_leg(x_bar_mm: float, connection_mm: float) -> float:
    """Shear lag U = 1 - x/l, table D3.1 case 2."""
    return max(0.0, 1 - x_bar_mm / connection_mm)


def lag_of_flat(width_mm: float, connection_mm: float) -> float:
    """U of a flat bar welded along both edges: 3 l2 / (3 l2 + w2), table D3.1 case 4."""
    return 3 * connection_mm**2 / (3 * connection_mm**2 + width_mm**2)


def lag_of_slotted_rectangular(B_mm: float, H_mm: float, weld_mm: float) -> float:
    """Table D3.1 case 6, a single gusset through the middle: x = (B2 + 2 B H) / (4 (B + H)), for welds no shorter than
    H.
    """
    return max(0.0, 1 - (B_mm**2 + 2 * B_mm * H_mm) / (4 * (B_mm + H_mm)) / weld_mm)


def lag_of_slotted_round(D_mm: float, weld_mm: float) -> float:
    """Table D3.1 case 5: x = D / pi; 1 for welds of 1.3 D and longer."""
    return 1.0 if weld_mm >= 1.3 * D_mm else max(0.0, 1 - D_mm / math.pi / weld_mm)
