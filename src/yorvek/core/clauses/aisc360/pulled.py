"""Bolts that are pulled: prying of the flange they hold, and the block of plate that a group may tear out. N, mm,
MPa.
"""

from __future__ import annotations

import math

from yorvek.core.clauses.aisc360.strength import Strength
from yorvek.core.model import Model


class Prying(Model):
    """A bolt through a flange that bends."""

    alpha: float
    thickness_without_mm: float
    available_N: float
    prying_N: float


def prying(
    *, bolt_N: float, b_mm: float, a_mm: float, pitch_mm: float, hole_mm: float, bolt_mm: float, plate_mm: float,
    stress_MPa: float, pull_N: float = 0.0,
) -> Prying:  # fmt: skip
    """AISC Manual part 9 (from memory): what a bolt of allowable tension `bolt_N` gives when its flange is `plate_mm`
    thick.

    Args:
        b_mm: from the bolt's line to the face of the stem.
        a_mm: from the bolt's line to the flange's edge, at most 1.25 b counts.
        pitch_mm: length of flange that goes with one bolt.
        stress_MPa: allowable bending stress of the flange on its plastic modulus.
        pull_N: present pull on the bolt, for the prying force.
    """
    b1 = b_mm - bolt_mm / 2
    a1 = min(a_mm, 1.25 * b_mm) + bolt_mm / 2
    rho, delta = b1 / a1, 1 - hole_mm / pitch_mm
    needed = math.sqrt(4 * bolt_N * b1 / (pitch_mm * stress_MPa))
    alpha = ((needed / plate_mm) ** 2 - 1) / (delta * (1 + rho))
    if alpha <= 0:
        share = 1.0
    elif alpha <= 1:
        share = (plate_mm / needed) ** 2 * (1 + delta * alpha)
    else:
        share = (plate_mm / needed) ** 2 * (1 + delta)
    now = 0.0
    if pull_N > 0:
        bends = max(0.0, (pull_N / bolt_N / (plate_mm / needed) ** 2 - 1) / delta)
        now = bolt_N * delta * min(1.0, bends) * rho * (plate_mm / needed) ** 2
    return Prying(alpha=alpha, thickness_without_mm=needed, available_N=bolt_N * min(1.0, share), prying_N=now)


def block_shear(
    *, gross_shear_mm2: float, net_shear_mm2: float, net_tension_mm2: float, Fy_MPa: float, Fu_MPa: float,
    Ubs: float = 1.0
) -> Strength:  # fmt: skip
    """AISC 360-22 J4-5: rupture along the pulled side with rupture or yielding along the sheared sides."""
    pulled = Ubs * Fu_MPa * net_tension_mm2
    nominal = min(0.60 * Fu_MPa * net_shear_mm2, 0.60 * Fy_MPa * gross_shear_mm2) + pulled
    return Strength(nominal=nominal, phi=0.75, omega=2.00)
