"""EN 1993-1-8:2005 4.5: fillet welds. From memory. N, mm, MPa."""

from __future__ import annotations

import math

BETA_W = ((235.0, 0.80), (275.0, 0.85), (355.0, 0.90))
"""Table 4.1 by the yield of the weaker part; 1.0 above."""
LEAST_THROAT_MM = 3.0
"""4.5.2(2)."""


def beta_w(fy_MPa: float) -> float:
    """Table 4.1."""
    return next((b for fy, b in BETA_W if fy_MPa <= fy + 5), 1.0)


def design_MPa(fu_MPa: float, beta: float, gamma_M2: float) -> float:
    """fvw,d of 4.5.3.3, on the throat: the same strength in every direction."""
    return fu_MPa / math.sqrt(3) / (beta * gamma_M2)
