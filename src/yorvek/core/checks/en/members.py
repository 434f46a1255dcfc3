"""Section classes, buckling, lateral-torsional buckling, shear and tension."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.model import Model

IMPERFECTION = {"a0": 0.13, "a": 0.21, "b": 0.34, "c": 0.49, "d": 0.76}
"""Table 6.1."""
Element = Literal["internal bending", "internal compression", "outstand", "tube", "angle"]
LIMITS: dict[str, tuple[float, float, float]] = {
    "internal bending": (72, 83, 124),
    "internal compression": (33, 38, 42),
    "outstand": (9, 10, 14),
}
TUBE_LIMITS = (50, 70, 90)


class SectionClass(Model):
    """Table 5.2 of one element."""

    epsilon: float
    ratio: float
    limits: tuple[float, float, float]
    section_class: int


def section_class(element: str, c_or_D_mm: float, t_mm: float, fy_MPa: float) -> SectionClass:
    """Class of an element in compression, in bending, or of a round tube.

    Raises:
        InputError: no such element.
    """
    epsilon = math.sqrt(235 / fy_MPa)
    if element == "tube":
        limits = tuple(v * epsilon**2 for v in TUBE_LIMITS)
    elif element in LIMITS:
        limits = tuple(v * epsilon for v in LIMITS[element])
    else:
        raise InputError(field="element", got=element, needs="one of tube, " + ", ".join(LIMITS))
    ratio = c_or_D_mm / t_mm
    found = next((k + 1 for k, v in enumerate(limits) if ratio <= v), 4)
    return SectionClass(epsilon=epsilon, ratio=ratio, limits=(limits[0], limits[1], limits[2]), section_class=found)


def reduction(slenderness: float, curve: str) -> float:
    """chi of 6.3.1.2 for a curve a0 to d."""
    return float(reductions(np.array(slenderness), np.array(IMPERFECTION[curve])))


def reductions(slenderness: NDArray[np.float64], alpha: NDArray[np.float64]) -> NDArray[np.float64]:
    """The same for columns of slendernesses and imperfections."""
    phi = 0.5 * (1 + alpha * (slenderness - 0.2) + slenderness**2)
    chi = 1 / (phi + np.sqrt(np.maximum(phi**2 - slenderness**2, 0)))
    return np.where(slenderness <= 0.2, 1.0, np.minimum(chi, 1.0))


class Buckling(Model):
    """6.3.1 of one member."""

    Ncr_N: float
    slenderness: float
    chi: float
    Nb_Rd_N: float


def flexural_buckling(
    *,
    A_mm2: float,
    I_mm4: float,
    length_mm: float,
    fy_MPa: float,
    curve: str,
    E_MPa: float = 210_000.0,
    gamma_M1: float = 1.0,
) -> Buckling:
    """Flexural buckling of a class 1 to 3 section."""
    Ncr = math.pi**2 * E_MPa * I_mm4 / length_mm**2
    slenderness = math.sqrt(A_mm2 * fy_MPa / Ncr)
    chi = reduction(slenderness, curve)
    return Buckling(Ncr_N=Ncr, slenderness=slenderness, chi=chi, Nb_Rd_N=chi * A_mm2 * fy_MPa / gamma_M1)


class Sideways(Model):
    """6.3.2.2 of one member."""

    Mcr_Nmm: float
    slenderness: float
    chi: float
    Mb_Rd_Nmm: float


def sideways_buckling(
    *,
    length_mm: float,
    Iz_mm4: float,
    It_mm4: float,
    Iw_mm6: float,
    W_mm3: float,
    fy_MPa: float,
    curve: str,
    C1: float = 1.0,
    E_MPa: float = 210_000.0,
    G_MPa: float = 81_000.0,
    gamma_M1: float = 1.0,
) -> Sideways:
    """Lateral-torsional buckling, general case, load at the shear centre."""
    euler = math.pi**2 * E_MPa * Iz_mm4 / length_mm**2
    Mcr = C1 * euler * math.sqrt(Iw_mm6 / Iz_mm4 + length_mm**2 * G_MPa * It_mm4 / (math.pi**2 * E_MPa * Iz_mm4))
    slenderness = math.sqrt(W_mm3 * fy_MPa / Mcr)
    chi = reduction(slenderness, curve)
    return Sideways(Mcr_Nmm=Mcr, slenderness=slenderness, chi=chi, Mb_Rd_Nmm=chi * W_mm3 * fy_MPa / gamma_M1)


def shear_area_of_rolled_I_mm2(
    A_mm2: float, b_mm: float, tf_mm: float, tw_mm: float, r_mm: float, *, eta: float = 1.0, h_mm: float | None = None
) -> float:
    """6.2.6(3) a: A - 2 b tf + (tw + 2 r) tf, not less than eta hw tw."""
    area = A_mm2 - 2 * b_mm * tf_mm + (tw_mm + 2 * r_mm) * tf_mm
    return area if h_mm is None else max(area, eta * (h_mm - 2 * tf_mm) * tw_mm)


def shear_area_of_hollow_mm2(A_mm2: float, b_mm: float, h_mm: float) -> float:
    """6.2.6(3) f: A h / (b + h), load parallel to the depth."""
    return A_mm2 * h_mm / (b_mm + h_mm)


def plastic_shear_N(area_mm2: float, fy_MPa: float, gamma_M0: float = 1.0) -> float:
    """6.2.6(2)."""
    return area_mm2 * fy_MPa / math.sqrt(3) / gamma_M0


class TensionResistance(Model):
    """6.2.3 of a plate with holes."""

    A_mm2: float
    Anet_mm2: float
    Npl_Rd_N: float
    Nu_Rd_N: float
    Nt_Rd_N: float


def tension(
    *,
    width_mm: float,
    thickness_mm: float,
    hole_mm: float,
    holes: int,
    fy_MPa: float,
    fu_MPa: float,
    gamma_M0: float = 1.0,
    gamma_M2: float = 1.25,
) -> TensionResistance:
    """Gross yielding and net rupture; a hole counts with its own diameter only."""
    A, net = width_mm * thickness_mm, (width_mm - holes * hole_mm) * thickness_mm
    plastic, ultimate = A * fy_MPa / gamma_M0, 0.9 * net * fu_MPa / gamma_M2
    return TensionResistance(A_mm2=A, Anet_mm2=net, Npl_Rd_N=plastic, Nu_Rd_N=ultimate, Nt_Rd_N=min(plastic, ultimate))
