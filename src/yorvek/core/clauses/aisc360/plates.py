"""Gussets and base plates. N, mm, MPa; AISC Manual and Design Guide 1 (from memory)."""

from __future__ import annotations

import math
from collections.abc import Sequence

from yorvek.core.clauses.aisc360.members import compression
from yorvek.core.clauses.aisc360.strength import Strength
from yorvek.core.model import Model

SPREAD = math.tan(math.radians(30))
STOCKY = 25.0


def shear_yielding_N(Fy_MPa: float, Agv_mm2: float) -> Strength:
    """J4-3: yielding of the gross section in shear."""
    return Strength(nominal=0.60 * Fy_MPa * Agv_mm2, phi=1.00, omega=1.50)


def shear_rupture_N(Fu_MPa: float, Anv_mm2: float) -> Strength:
    """J4-4: rupture of the net section in shear."""
    return Strength(nominal=0.60 * Fu_MPa * Anv_mm2, phi=0.75, omega=2.00)


class GussetStrength(Model):
    """A gusset in tension and compression over its effective width."""

    width_mm: float
    A_mm2: float
    yielding: Strength
    length_mm: float
    slenderness: float
    Fcr_MPa: float
    buckling: Strength


def gusset(
    *,
    connection_mm: float,
    row_mm: float,
    thickness_mm: float,
    unbraced_mm: Sequence[float],
    Fy_MPa: float,
    E_MPa: float,
    K: float = 0.65,
) -> GussetStrength:
    """The 30-degree spread from the first to the last row, and a strip of the average unbraced length that buckles.

    Up to a slenderness of 25 it yields instead (J4.4).
    """
    width = row_mm + 2 * connection_mm * SPREAD
    area = width * thickness_mm
    length = sum(unbraced_mm) / len(unbraced_mm)
    found = compression(
        E_MPa=E_MPa, Fy_MPa=Fy_MPa, A_mm2=area, r_mm=thickness_mm / math.sqrt(12), length_mm=length, K=K
    )
    Fcr = Fy_MPa if found.slenderness <= STOCKY else found.Fcr_MPa
    return GussetStrength(
        width_mm=width,
        A_mm2=area,
        yielding=Strength(nominal=Fy_MPa * area, phi=0.90, omega=1.67),
        length_mm=length,
        slenderness=found.slenderness,
        Fcr_MPa=Fcr,
        buckling=Strength(nominal=Fcr * area, phi=0.90, omega=1.67),
    )
