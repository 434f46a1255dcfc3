"""Capacities of members by method: columns of sections and materials in, columns of capacities out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360.bending import nominal_moment
from yorvek.core.clauses.aisc360.shear import nominal_shear
from yorvek.core.clauses.en1993 import columns as en
from yorvek.core.materials import Material
from yorvek.core.sections.table import Array, SectionTable

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

    Shop factor: the least of yield moment and buckling moment over n, and ultimate moment over m, any metal.
    ASD, LRFD, lifting: AISC 360-22 nominal strengths by the method's divisor. EN: its own rules. Carbon steel only.
    """
    Lb = np.full(t.A.shape, unbraced_mm)
    covered = np.where(m.carbon_steel | (not method.carbon_steel_only), 1.0, np.nan)
    by = method.divides
    Mu = m.Fu * t.S
    if method.kind == "en":
        M, V = en.moment(t, m.Fy, m.E, Lb), en.shear(t, m.Fy, m.E)
        return Capacities(M * covered, V * covered, M, V, Mu)
    Mn = nominal_moment(t, m.Fy, m.E, Lb)
    Vn = nominal_shear(t, m.Fy, m.E, length_mm)
    if method.kind != "shop":
        return Capacities(Mn / by.member * covered, Vn / by.member * covered, Mn, Vn, Mu)
    elastic = np.minimum(m.Fy * t.S, Mn)
    return Capacities(
        np.minimum(elastic / method.n, Mu / method.m),
        np.minimum(Vn / method.n, SHEAR_OF_YIELD * m.Fu * t.shear_area / method.m),
        elastic,
        Vn,
        Mu,
    )
