"""J3: bolts in plates. From memory. N, mm, MPa; nominal strengths, floats or arrays."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
LEAST_PITCH = 8 / 3
"""Diameters between hole centres, J3.3."""
LONG_JOINT_MM, LONG_LEFT = 965.0, 0.833
"""Table J3.2, note b: 38 in and longer, five sixths of the shear."""
HOLE_DAMAGE_MM = 2.0
"""B4.3b, metric: what a hole counts for beyond its own size in net sections."""
DU = 1.13
SLIP = {"standard": (1.00, 1.50), "short slot": (1.00, 1.50), "oversize": (0.85, 1.76), "long slot": (0.70, 2.14)}
"""phi and omega of slip by the hole, J3.9 (a short slot taken as lying across the load)."""


def bearing_N(Fu_MPa: float, d_mm: float, t_mm: float, clear_mm: Floats) -> Floats:
    """J3-6a and J3-6c, deformation at the hole considered: 2.4 d t Fu, 1.2 lc t Fu."""
    return np.minimum(2.4 * d_mm * t_mm * Fu_MPa, 1.2 * clear_mm * t_mm * Fu_MPa)


def long_joint(length_mm: float) -> float:
    """What is left of the bolts' shear in a long joint."""
    return LONG_LEFT if length_mm > LONG_JOINT_MM else 1.0


def slip_N(pretension_N: float, friction: float, planes: int, hole: str, method: str) -> float:
    """J3-4 of one bolt, allowable: mu Du hf Tb ns by omega (ASD, shop and lifting) or phi."""
    phi, omega = SLIP[hole]
    nominal = friction * DU * pretension_N * planes
    return nominal * phi if method == "lrfd" else nominal / omega
