"""Base plates and the concrete under them: AISC 360-22 J8 and Design Guide 1. From memory. mm, MPa."""

from __future__ import annotations

import math

from yorvek.core.clauses.aisc360.strength import Strength

OF_DEPTH, OF_FLANGE, OF_ROUND = 0.95, 0.80, 0.80
"""What of a post's depth, of its flanges and of a round post stands stiffly on its plate."""


def beyond_mm(length_mm: float, width_mm: float, depth_mm: float, across_mm: float, *, kind: str) -> float:
    """How far the plate stands out beyond what the post holds stiffly: the greatest of m, n and, of an I, n'.

    Args:
        kind: "box", "round" or "open"; of an I section "i".
    """
    if kind == "round":
        deep = wide = OF_ROUND * depth_mm
    else:
        deep, wide = OF_DEPTH * depth_mm, (OF_DEPTH if kind == "box" else OF_FLANGE) * across_mm
    prime = math.sqrt(depth_mm * across_mm) / 4 if kind == "i" else 0.0
    return max((length_mm - deep) / 2, (width_mm - wide) / 2, prime)


def bearing_MPa(fc_MPa: float) -> Strength:
    """J8-1: 0.85 fc, no wider concrete counted."""
    return Strength(nominal=0.85 * fc_MPa, phi=0.65, omega=2.31)
