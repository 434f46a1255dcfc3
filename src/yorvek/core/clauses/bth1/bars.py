"""Solid bars that bend, in the manner of ASME BTH-1 3-2.3. From memory."""

from __future__ import annotations

ROUND = 1.25
"""Fb / Fy of solid round bars, 3-2.3.1, before the design factor."""


def round_moment_Nmm(Fy_MPa: float, S_mm3: float) -> float:
    """What a solid round bar takes before the design factor."""
    return ROUND * Fy_MPa * S_mm3
