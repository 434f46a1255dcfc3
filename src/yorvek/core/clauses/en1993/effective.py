"""EN 1993-1-5:2006 4.4: effective widths of walls that buckle before they yield. From memory. mm; floats."""

from __future__ import annotations

import math

INTERNAL, BENT, OUTSTAND = 4.0, 23.9, 0.43
"""k sigma of tables 4.1 and 4.2: pressed evenly between two edges, bent between two edges, pressed evenly at one
edge.
"""


def plate_slenderness(b_mm: float, t_mm: float, epsilon: float, k_sigma: float) -> float:
    """Relative slenderness of a wall, 4.4(2)."""
    return b_mm / t_mm / (28.4 * epsilon * math.sqrt(k_sigma))


def internal_share(slenderness: float, psi: float = 1.0) -> float:
    """rho of a wall held at both edges, 4.2."""
    if slenderness <= 0.5 + math.sqrt(0.085 - 0.055 * psi):
        return 1.0
    return min(1.0, (slenderness - 0.055 * (3 + psi)) / slenderness**2)


def outstand_share(slenderness: float) -> float:
    """rho of a wall held at one edge, 4.3."""
    return 1.0 if slenderness <= 0.748 else min(1.0, (slenderness - 0.188) / slenderness**2)
