"""Capacities of members by method: columns of sections and materials in, columns of capacities out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.bending import nominal_moment
from yorvek.core.checks.methods import Method
from yorvek.core.checks.shear import nominal_shear
from yorvek.core.checks.table import Array, SectionTable
from yorvek.core.materials import Material

OMEGA = 1.67
"""AISC 360-22 F1 and G1, allowable strength design."""
SHEAR_OF_YIELD = 0.6


@dataclass(frozen=True)
class MaterialColumns:
    """Strengths as they count for the member: reduced where it is welded."""

    E: Array
    Fy: Array
    Fu: Array
    density: Array
    carbon_steel: NDArray[np.bool_]


def material_columns(materials: Sequence[Material], *, welded: bool) -> MaterialColumns:
    """Columns of materials; `welded` takes the strength beside welds."""
    return MaterialColumns(
        E=np.array([m.E_MPa for m in materials]),
        Fy=np.array([m.yield_at_weld_MPa if welded else m.yield_MPa for m in materials]),
        Fu=np.array([m.ultimate_at_weld_MPa if welded else m.ultimate_MPa for m in materials]),
        density=np.array([m.density_kg_m3 for m in materials]),
        carbon_steel=np.array([m.family == "carbon steel" for m in materials]),
    )


@dataclass(frozen=True)
class Capacities:
    """Bending N mm and shear N that may act; nan is "not checked". The nominal ones stand beside them."""

    moment: Array
    shear: Array
    nominal_moment: Array
    nominal_shear: Array
    ultimate_moment: Array


def capacities(
    t: SectionTable, m: MaterialColumns, method: Method, *, unbraced_mm: float, length_mm: float
) -> Capacities:
    """Allowable moment and shear.

    Shop factor: the least of yield moment and buckling moment over n, and ultimate moment over m.
    ASD: AISC 360-22, Mn / 1.67 and Vn / 1.67, carbon steel only.
    """
    Lb = np.full(t.A.shape, unbraced_mm)
    Mn = nominal_moment(t, m.Fy, m.E, Lb)
    Vn = nominal_shear(t, m.Fy, m.E, length_mm)
    Mu = m.Fu * t.S
    if method.kind == "asd":
        covered = np.where(m.carbon_steel, 1.0, np.nan)
        return Capacities(Mn / OMEGA * covered, Vn / OMEGA * covered, Mn, Vn, Mu)
    elastic = np.minimum(m.Fy * t.S, Mn)
    return Capacities(
        np.minimum(elastic / method.n, Mu / method.m),
        np.minimum(Vn / method.n, SHEAR_OF_YIELD * m.Fu * t.shear_area / method.m),
        elastic,
        Vn,
        Mu,
    )
