"""Aluminium with welds, in the manner of the Aluminum Design Manual (from memory). N, mm, MPa.

Within 25 mm of a weld the strength of heat-treated or strain-hardened metal is that of the welded condition.
"""

from __future__ import annotations

from yorvek.core.model import Model

HEAT_AFFECTED_MM = 25.4
OMEGA_RUPTURE, OMEGA_YIELD = 1.95, 1.65


class WeldedTension(Model):
    """Rupture of a member with part of its section beside welds."""

    Pn_N: float
    allowable_N: float
    of_unwelded: float


def welded_tension(
    *,
    Ftu_MPa: float,
    Ftu_welded_MPa: float,
    gross_mm2: float,
    affected_mm2: float,
    kt: float = 1.0,
    omega: float = OMEGA_RUPTURE,
) -> WeldedTension:
    """Pn = (Ftu (Ag - Awz) + Ftuw Awz) / kt."""
    Pn = (Ftu_MPa * (gross_mm2 - affected_mm2) + Ftu_welded_MPa * affected_mm2) / kt
    return WeldedTension(Pn_N=Pn, allowable_N=Pn / omega, of_unwelded=Pn / (Ftu_MPa * gross_mm2 / kt))


class WeldedBending(Model):
    """First yield of a beam with and without a weld across it."""

    unwelded_Nmm: float
    welded_Nmm: float
    ratio: float


def welded_bending(*, Fty_MPa: float, Fty_welded_MPa: float, S_mm3: float, omega: float = OMEGA_YIELD) -> WeldedBending:
    """Allowable moments at first yield."""
    return WeldedBending(
        unwelded_Nmm=Fty_MPa * S_mm3 / omega,
        welded_Nmm=Fty_welded_MPa * S_mm3 / omega,
        ratio=Fty_welded_MPa / Fty_MPa,
    )
