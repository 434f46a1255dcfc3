"""The moment at which a member buckles sideways, elastic, alike moment all along, loads at the shear centre."""

from __future__ import annotations

import numpy as np

from yorvek.core.sections.table import Array, SectionTable


def critical_moment(t: SectionTable, E: Array, G: Array, Lb_mm: Array) -> Array:
    """Mcr = pi2 E I / L2 (-b/2 + sqrt((b/2)2 + Cw/I + L2 G J / (pi2 E I))), I about the other axis, b the monosymmetry.

    Whichever side is pressed, the lower of the two is taken. Trahair, Flexural-Torsional Buckling of Structures (from
    memory).
    """
    other = t.r_lateral**2 * t.A
    L = np.maximum(Lb_mm, 1.0)
    with np.errstate(divide="ignore", invalid="ignore"):
        euler = np.pi**2 * E * other / L**2
        half = np.abs(t.beta) / 2
        return np.asarray(euler * (np.sqrt(half**2 + t.Cw / other + L**2 * G * t.J / (np.pi**2 * E * other)) - half))
