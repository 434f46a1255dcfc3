"""EN 1993-1-8:2005 6.2.5: what concrete under a base plate takes. From memory. MPa."""

from __future__ import annotations

BETA_J, GAMMA_C = 2 / 3, 1.5
"""Of the grouted joint; EN 1992 for the concrete."""


def bearing_MPa(fck_MPa: float) -> float:
    """fjd, design value, no wider concrete counted."""
    return BETA_J * fck_MPa / GAMMA_C
