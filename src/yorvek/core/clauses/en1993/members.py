"""Section classes, buckling, lateral-torsional buckling, shear and tension."""

from __future__ import annotations

import math
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from yorvek.core.model import Model

Yields = TypeVar("Yields", float, NDArray[np.float64])

IMPERFECTION = {"a0": 0.13, "a": 0.21, "b": 0.34, "c": 0.49, "d": 0.76}
"""Table 6.1."""


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


def epsilon_squared(fy_MPa: Yields, E_MPa: Yields) -> Yields:
    """Of table 5.2, for other metals by their own E."""
    return 235 / fy_MPa * E_MPa / 210_000


def epsilon(fy_MPa: float, E_MPa: float = 210_000.0) -> float:
    """Of table 5.2."""
    return math.sqrt(epsilon_squared(fy_MPa, E_MPa))


def class_3_tube(d_t: float, fy_MPa: float, E_MPa: float) -> bool:
    """Whether a round tube reaches yield in push before its wall buckles, table 5.2."""
    return d_t <= 90 * epsilon_squared(fy_MPa, E_MPa)


def plastic_shear_N(fy_MPa: float, Av_mm2: float) -> float:
    """6.2.6, characteristic."""
    return fy_MPa * Av_mm2 / math.sqrt(3)


def out_of_plumb(height_mm: float, columns: int) -> float:
    """5.3.2(3)a, 5.5: 1/200, less for height and for several columns."""
    by_height = min(1.0, max(2 / 3, 2 / math.sqrt(max(height_mm, 1.0) / 1000)))
    return by_height * math.sqrt(0.5 * (1 + 1 / columns)) / 200
