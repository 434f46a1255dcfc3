"""Bolts by AISC 360-22 J3, SAE J429 and EN 1993-1-8, and their holes."""

from __future__ import annotations

import math

from yorvek.core.checks.aisc.strength import Strength, least
from yorvek.core.errors import InputError
from yorvek.core.model import Model

PHI, OMEGA = 0.75, 2.00


def nominal_area_mm2(diameter_mm: float) -> float:
    """Area of the shank: what AISC's stresses go with (threads are in the stress)."""
    return math.pi / 4 * diameter_mm**2


def bolt_strength(stress_MPa: float, diameter_mm: float, planes: int = 1) -> Strength:
    """J3-1: Fnv or Fnt on the nominal area, by the number of shear planes."""
    return Strength(nominal=stress_MPa * nominal_area_mm2(diameter_mm) * planes, phi=PHI, omega=OMEGA)


class CombinedBolt(Model):
    """Tension left to a bolt that is sheared."""

    frv_MPa: float
    Fnt_reduced_MPa: float
    strength: Strength


def combined(Fnt_MPa: float, Fnv_MPa: float, diameter_mm: float, shear_N: float) -> CombinedBolt:
    """J3-3a, LRFD: F'nt = 1.3 Fnt - Fnt frv / (phi Fnv), at most Fnt."""
    area = nominal_area_mm2(diameter_mm)
    frv = shear_N / area
    reduced = max(0.0, min(Fnt_MPa, 1.3 * Fnt_MPa - Fnt_MPa / (PHI * Fnv_MPa) * frv))
    return CombinedBolt(
        frv_MPa=frv, Fnt_reduced_MPa=reduced, strength=Strength(nominal=reduced * area, phi=PHI, omega=OMEGA)
    )


class BoltInPlate(Model):
    """Bearing and tear-out at one bolt."""

    bearing_N: float
    tearout_N: float
    strength: Strength


def bearing(*, Fu_MPa: float, diameter_mm: float, plate_mm: float, clear_mm: float) -> BoltInPlate:
    """J3-6a and J3-6c, deformation at the hole considered: 2.4 d t Fu and 1.2 lc t Fu."""
    bear, tear = 2.4 * diameter_mm * plate_mm * Fu_MPa, 1.2 * clear_mm * plate_mm * Fu_MPa
    found = {
        "bearing": Strength(nominal=bear, phi=PHI, omega=OMEGA),
        "tearout": Strength(nominal=tear, phi=PHI, omega=OMEGA),
    }
    return BoltInPlate(bearing_N=bear, tearout_N=tear, strength=least(found))


ALPHA_V = {"4.6": 0.6, "5.6": 0.6, "8.8": 0.6, "4.8": 0.5, "5.8": 0.5, "6.8": 0.5, "10.9": 0.5}
"""EN 1993-1-8 table 3.4, threads in the shear plane."""


class EnBolt(Model):
    """EN 1993-1-8 table 3.4 of one bolt and the plate it bears on."""

    Fv_Rd_N: float
    Ft_Rd_N: float
    alpha_b: float
    Fb_Rd_N: float


def en_bolt(
    *,
    diameter_mm: float,
    As_mm2: float,
    alpha_v: float,
    fub_MPa: float,
    plate_mm: float,
    fu_plate_MPa: float,
    e1_mm: float,
    p1_mm: float,
    d0_mm: float,
    k1: float = 2.5,
    gamma_M2: float = 1.25,
) -> EnBolt:
    """Shear on the stress area, tension with k2 = 0.9, bearing by the least alpha."""
    alpha_b = min(e1_mm / (3 * d0_mm), p1_mm / (3 * d0_mm) - 0.25, fub_MPa / fu_plate_MPa, 1.0)
    return EnBolt(
        Fv_Rd_N=alpha_v * fub_MPa * As_mm2 / gamma_M2,
        Ft_Rd_N=0.9 * fub_MPa * As_mm2 / gamma_M2,
        alpha_b=alpha_b,
        Fb_Rd_N=k1 * alpha_b * fu_plate_MPa * diameter_mm * plate_mm / gamma_M2,
    )


def en_shear_and_tension(Fv_Ed: float, Fv_Rd: float, Ft_Ed: float, Ft_Rd: float) -> float:
    """Fv/Fv,Rd + Ft/(1.4 Ft,Rd), and not less than pure tension; 1 is full."""
    return max(Fv_Ed / Fv_Rd + Ft_Ed / (1.4 * Ft_Rd), Ft_Ed / Ft_Rd)


EDGE_IN = {
    0.5: 0.75, 0.625: 0.875, 0.75: 1.0, 0.875: 1.125, 1.0: 1.25, 1.125: 1.5, 1.25: 1.625,
}  # fmt: skip
"""AISC 360-22 table J3.4: bolt and least edge distance, in; above 1 1/4 in it is 1 1/4 d."""
HOLE_IN = {0.5: 0.5625, 0.625: 0.6875, 0.75: 0.8125, 0.875: 0.9375, 1.0: 1.125}
"""Table J3.3, standard holes, in; above 1 in the bolt plus 1/8 in."""
EDGE_MM = {16: 22, 20: 26, 22: 28, 24: 30, 27: 34, 30: 38, 36: 46}
"""Table J3.4M; above M36 it is 1.25 d."""
HOLE_MM = {16: 18, 20: 22, 22: 24, 24: 27, 27: 30, 30: 33}
"""Table J3.3M; from M36 the bolt plus 3 mm."""


def standard_hole_in(bolt_in: float) -> float:
    """Standard hole of an inch bolt."""
    return HOLE_IN.get(bolt_in, bolt_in + (0.0625 if bolt_in < 1 else 0.125))


def minimum_edge_in(bolt_in: float) -> float:
    """Least distance from a standard hole's centre to any edge."""
    return EDGE_IN.get(bolt_in, 1.25 * bolt_in)


def standard_hole_mm(bolt_mm: float) -> float:
    """Standard hole of a metric bolt."""
    return HOLE_MM.get(round(bolt_mm), bolt_mm + (2 if bolt_mm < 24 else 3))


def minimum_edge_mm(bolt_mm: float) -> float:
    """Least distance from a standard hole's centre to any edge."""
    return EDGE_MM.get(round(bolt_mm), 1.25 * bolt_mm)


class Spacing(Model):
    """EN 1993-1-8 table 3.3, least values."""

    e1_mm: float
    e2_mm: float
    p1_mm: float
    p2_mm: float


def en_spacing(d0_mm: float) -> Spacing:
    """1.2 d0 to edges, 2.2 d0 along and 2.4 d0 across the load."""
    return Spacing(e1_mm=1.2 * d0_mm, e2_mm=1.2 * d0_mm, p1_mm=2.2 * d0_mm, p2_mm=2.4 * d0_mm)


class SaeLoads(Model):
    """Proof and tensile load of an SAE J429 bolt, N."""

    proof_N: float
    tensile_N: float


SAE_J429_KSI = {
    "SAE 2": ((0.75, 55, 74), (1.5, 33, 60)),
    "SAE 5": ((1.0, 85, 120), (1.5, 74, 105)),
    "SAE 8": ((1.5, 120, 150),),
}
"""Grade: (up to inch, proof, tensile) in ksi (from memory)."""


def sae_stress_ksi(grade: str, diameter_in: float) -> tuple[float, float]:
    """Proof and tensile stress of a grade at a size.

    Raises:
        InputError: no such grade, or too large.
    """
    for upto, proof, tensile in SAE_J429_KSI.get(grade, ()):
        if diameter_in <= upto + 1e-9:
            return float(proof), float(tensile)
    raise InputError(field="grade", got=f"{grade}, {diameter_in:g} in", needs="SAE 2, 5 or 8 up to 1 1/2 in")


def sae_loads(area_mm2: float, proof_MPa: float, tensile_MPa: float) -> SaeLoads:
    """Stresses on the tensile stress area."""
    return SaeLoads(proof_N=area_mm2 * proof_MPa, tensile_N=area_mm2 * tensile_MPa)
