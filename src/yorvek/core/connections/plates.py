"""Gussets and base plates. N, mm, MPa; AISC Manual and Design Guide 1 (from memory)."""

from __future__ import annotations

import math
from collections.abc import Sequence

from yorvek.core.checks.aisc.members import compression
from yorvek.core.checks.aisc.strength import Strength
from yorvek.core.model import Model

SPREAD = math.tan(math.radians(30))
STOCKY = 25.0


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
    E_MPa: float = 200_000.0,
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


class BasePlateThickness(Model):
    """A base plate under an axial load: its cantilevers and the thickness they ask for."""

    m_mm: float
    n_mm: float
    n_prime_mm: float
    l_mm: float
    bearing_MPa: float
    thickness_mm: float


def base_plate(
    *,
    length_mm: float,
    width_mm: float,
    column_depth_mm: float,
    column_flange_mm: float,
    load_N: float,
    Fy_MPa: float,
    lam: float = 1.0,
    phi: float = 0.90,
) -> BasePlateThickness:
    """m, n and lambda n' beyond 0.95 d and 0.80 b; thickness l sqrt(2 P / (phi Fy B N)), LRFD."""
    m, n = (length_mm - 0.95 * column_depth_mm) / 2, (width_mm - 0.80 * column_flange_mm) / 2
    prime = math.sqrt(column_depth_mm * column_flange_mm) / 4
    reach = max(m, n, lam * prime)
    pressure = load_N / (length_mm * width_mm)
    return BasePlateThickness(
        m_mm=m,
        n_mm=n,
        n_prime_mm=prime,
        l_mm=reach,
        bearing_MPa=pressure,
        thickness_mm=reach * math.sqrt(2 * pressure / (phi * Fy_MPa)),
    )


class SquarePlate(Model):
    """A square plate under a square tube, as an elastic cantilever."""

    overhang_mm: float
    pressure_MPa: float
    moment_N: float
    thickness_mm: float


def square_plate(plate_mm: float, tube_mm: float, load_N: float, fy_MPa: float) -> SquarePlate:
    """p l2 / 2 a millimetre, against fy t2 / 6."""
    overhang, pressure = (plate_mm - tube_mm) / 2, load_N / plate_mm**2
    return SquarePlate(
        overhang_mm=overhang,
        pressure_MPa=pressure,
        moment_N=pressure * overhang**2 / 2,
        thickness_mm=overhang * math.sqrt(3 * pressure / fy_MPa),
    )
