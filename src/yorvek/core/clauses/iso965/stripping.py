"""Threads that strip: the least areas that a bolt of class 6g shears in a tapped hole of class 6H. From memory. mm.

Limits of size by ISO 965-1 (formulas of its annex), areas as ASME B1.1 appendix B gives them for the common 60 degree
profile; coarse inch threads by the same tolerances.
"""

from __future__ import annotations

import math

PITCH_SHARE, MINOR_SHARE = 0.649519, 1.082532
"""Of the pitch, below the nominal diameter: the pitch diameter, and the minor diameter of the tapped hole."""
LARGER = 1.32
"""Tolerance of a tapped hole's pitch diameter over that of the bolt's, of one grade."""


def tolerances_mm(d_mm: float, pitch_mm: float) -> tuple[float, float, float, float]:
    """Fundamental deviation of g, and grade 6 of the bolt's major, the bolt's pitch and the hole's minor diameter."""
    P = pitch_mm
    away = 15 + 11 * P
    major = 180 * P ** (2 / 3) - 3.15 / math.sqrt(P)
    middle = 90 * P**0.4 * d_mm**0.1
    minor = 433 * P - 190 * P**1.22 if P <= 0.8 else 230 * P**0.7
    return away / 1000, major / 1000, middle / 1000, minor / 1000


def tapped_area_mm2(d_mm: float, pitch_mm: float, engaged_mm: float) -> float:
    """What shears of the tapped hole, at the bolt's major diameter."""
    away, major, middle, _ = tolerances_mm(d_mm, pitch_mm)
    bolt = d_mm - away - major
    hole = d_mm - PITCH_SHARE * pitch_mm + LARGER * middle
    return math.pi * bolt * engaged_mm / pitch_mm * (pitch_mm / 2 + (bolt - hole) / math.sqrt(3))


def bolt_area_mm2(d_mm: float, pitch_mm: float, engaged_mm: float) -> float:
    """What shears of the bolt, at the tapped hole's minor diameter."""
    away, _, middle, minor = tolerances_mm(d_mm, pitch_mm)
    hole = d_mm - MINOR_SHARE * pitch_mm + minor
    bolt = d_mm - PITCH_SHARE * pitch_mm - away - middle
    return math.pi * hole * engaged_mm / pitch_mm * (pitch_mm / 2 + (bolt - hole) / math.sqrt(3))
