"""What friction holds: a clamp that is pinched, a U-bolt, set screws. N, mm, Nmm.

Friction is what it is on the day: oil, paint, zinc and heat change it. Figures here are for planning.
"""

from __future__ import annotations

from yorvek.core.model import Model

NUT_FACTOR = 0.20
"""T = K F d; 0.20 for plain dry steel (common practice, no source), scatter a quarter either way."""


class Hold(Model):
    """What friction holds: along the axis, and turning about it."""

    preload_N: float
    slip_N: float
    torque_Nmm: float


def preload_N(torque_Nmm: float, bolt_mm: float, nut_factor: float = NUT_FACTOR) -> float:
    """Preload of a bolt from its tightening torque."""
    return torque_Nmm / (nut_factor * bolt_mm)


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
