"""Section classes, buckling, lateral-torsional buckling, shear and tension."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

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
