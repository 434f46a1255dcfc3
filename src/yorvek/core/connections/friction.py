"""Joints held by friction: preloaded bolts, a clamp that is pinched, a U-bolt, set screws. N, mm, Nmm.

Friction is what it is on the day: oil, paint, zinc and heat change it. Figures here are for planning.
"""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.model import Model

NUT_FACTOR = 0.20
"""T = K F d; 0.20 for plain dry steel (common practice, no source), scatter a quarter either way."""
GAMMA_M3 = 1.25
AISC_SLIP = {"A": 0.30, "B": 0.50}
AISC_DU = 1.13
AISC_PRETENSION_KN = {16: 91, 20: 142, 22: 176, 24: 205, 27: 267, 30: 326, 36: 475}
"""AISC 360-22 table J3.1M, group 120 (A325M) bolts, kN (from memory)."""


class Hold(Model):
    """What friction holds: along the axis, and turning about it."""

    preload_N: float
    slip_N: float
    torque_Nmm: float


def preload_N(torque_Nmm: float, bolt_mm: float, nut_factor: float = NUT_FACTOR) -> float:
    """Preload of a bolt from its tightening torque."""
    return torque_Nmm / (nut_factor * bolt_mm)


def en_preload_N(fub_MPa: float, As_mm2: float) -> float:
    """Fp,C = 0.7 fub As, EN 1993-1-8 3.9.1."""
    return 0.7 * fub_MPa * As_mm2


def en_slip_N(fub_MPa: float, As_mm2: float, *, friction: float, planes: int = 1, ks: float = 1.0) -> float:
    """Fs,Rd of one preloaded bolt in a round hole (ks 0.76 for a short slot across, 0.63 for a long one along)."""
    return ks * planes * friction / GAMMA_M3 * en_preload_N(fub_MPa, As_mm2)


def aisc_slip_N(bolt_mm: int, *, surface: str = "A", planes: int = 1, filler: float = 1.0) -> float:
    """J3-4, nominal: Rn = mu Du hf Tb ns (divide by 1.50 for ASD in standard holes).

    Raises:
        InputError: a size that is not in the table.
    """
    if bolt_mm not in AISC_PRETENSION_KN:
        raise InputError(
            field="bolt", got=f"{bolt_mm} mm", needs="one of " + ", ".join(f"M{d}" for d in AISC_PRETENSION_KN)
        )
    return AISC_SLIP[surface] * AISC_DU * filler * AISC_PRETENSION_KN[bolt_mm] * 1000 * planes


def pinched(*, bolts: int, each_N: float, bar_mm: float, friction: float) -> Hold:
    """A split clamp on a round bar, taken as two lines of contact: normal force on each is the bolts' sum, slip is
    2 mu F, torque mu F d. Even contact would hold pi/2 times as much; that is not counted on.
    """
    F = bolts * each_N
    return Hold(preload_N=each_N, slip_N=2 * friction * F, torque_Nmm=friction * F * bar_mm)


def u_bolt(*, each_N: float, bar_mm: float, friction: float) -> Hold:
    """A U-bolt with two legs: the bar is pressed on its saddle and held by the bow, both by twice a leg's preload."""
    F = 2 * each_N
    return Hold(preload_N=each_N, slip_N=2 * friction * F, torque_Nmm=friction * F * bar_mm)


def set_screws(*, screws: int, each_N: float, bar_mm: float, friction: float) -> Hold:
    """Screws that press a bar against the far side of its bore: friction at the point and at the bore."""
    F = screws * each_N
    return Hold(preload_N=each_N, slip_N=2 * friction * F, torque_Nmm=friction * F * bar_mm)
