"""Self-tapping screws in thin metal: AISI S100-16 J4 (from memory). N, mm, MPa; nominal strengths, safety 3.0."""

from __future__ import annotations

import math

OVER_AISC = 1.5
"""Safety factor of screws, 3.0 in ASD, over that of joints by AISC, 2.0."""


def screw_shear_N(d_mm: float, t1_mm: float, t2_mm: float, Fu1_MPa: float, Fu2_MPa: float) -> float:
    """J4.3.1: tilting and bearing; t1 under the head, t2 holds the thread; between ratios 1 and 2.5 straight
    between.
    """
    bearing = min(2.7 * t1_mm * d_mm * Fu1_MPa, 2.7 * t2_mm * d_mm * Fu2_MPa)
    tilting = min(4.2 * math.sqrt(t2_mm**3 * d_mm) * Fu2_MPa, bearing)
    ratio = t2_mm / t1_mm
    if ratio <= 1.0:
        return tilting
    if ratio >= 2.5:
        return bearing
    return tilting + (bearing - tilting) * (ratio - 1.0) / 1.5


def screw_pull_N(d_mm: float, head_mm: float, t1_mm: float, t2_mm: float, Fu1_MPa: float, Fu2_MPa: float) -> float:
    """J4.4: pulled out of t2, or the cleat t1 pulled over the head (at most 19 mm of it counts)."""
    return min(0.85 * t2_mm * d_mm * Fu2_MPa, 1.5 * t1_mm * min(head_mm, 19.1) * Fu1_MPa)
