"""EN 1993-1-9:2005: stress ranges that a detail endures, constant amplitude. From memory. MPa."""

from __future__ import annotations

REFERENCE, KNEE, CUT_OFF = 2e6, 5e6, 1e8
GAMMA_MF = 1.35
FILLET_ALL_ROUND, ATTACHED, PLAIN = 36.0, 71.0, 160.0
"""Categories, tables 8.5, 8.4 and 8.1: root of a loaded fillet; bar with something welded to it; plain bar."""


def endured_MPa(category_MPa: float, cycles: float) -> float:
    """Figure 7.1: slope 3 to five million, 5 to a hundred million, then the cut-off."""
    if cycles <= KNEE:
        return float(category_MPa * (REFERENCE / cycles) ** (1 / 3))
    at_knee = category_MPa * (REFERENCE / KNEE) ** (1 / 3)
    return float(at_knee * (KNEE / min(cycles, CUT_OFF)) ** (1 / 5))
