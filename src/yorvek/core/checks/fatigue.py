"""Repeated loading by detail category: EN 1993-1-9:2005 7.1, constant amplitude. MPa."""

from __future__ import annotations

from yorvek.core.checks.record import Check, Value

KNEE, CUT_OFF = 5e6, 1e8
GAMMA_MF = 1.35
WORTH_A_LOOK = 10_000.0
"""Below this many repetitions the static check is taken to cover it (EN 1993-1-9 itself gives no bound; AISC 360-22
appendix 3 says 20 000: the lower figure is common practice, no source)."""
FILLET_ALL_ROUND, ATTACHED, PLAIN = 36.0, 71.0, 160.0
"""Categories, EN 1993-1-9 tables 8.5, 8.4 and 8.1: root of a loaded fillet; bar with something welded to it; plain
bar.
"""


def endured_MPa(category_MPa: float, cycles: float) -> float:
    """Stress range that is endured that often: slope 3 to five million, 5 to a hundred million, then the cut-off."""
    if cycles <= KNEE:
        return float(category_MPa * (2e6 / cycles) ** (1 / 3))
    at_knee = category_MPa * (2e6 / KNEE) ** (1 / 3)
    return float(at_knee * (KNEE / min(cycles, CUT_OFF)) ** (1 / 5))


def fatigue_check(name: str, range_MPa: float, cycles: float, category_MPa: float, detail: str, words: str) -> Check:
    """The record of one detail under one repeated stress range."""
    endured = endured_MPa(category_MPa, cycles) / GAMMA_MF
    return Check(
        id=f"{name}: repeated",
        title=f"{name}: repeated loading, {detail}",
        kind="strength",
        method="EN 1993-1-9, detail category, constant amplitude",
        clause="EN 1993-1-9:2005 7.1, 8",
        formula="Δσ ≤ ΔσC (2·10⁶/N)^(1/m) / γMf",
        inputs=[
            Value(symbol="Δσ", name="stress range of the load that comes and goes", value=range_MPa, unit="MPa"),
            Value(symbol="ΔσC", name="detail category", value=category_MPa, unit="MPa"),
            Value(symbol="N", name="times in its life", value=cycles, unit=""),
            Value(symbol="γMf", name="partial factor, safe life, bad consequence", value=GAMMA_MF, unit=""),
        ],
        demand=range_MPa,
        capacity=endured,
        unit="MPa",
        combination=words,
        source="EN 1993-1-9:2005 figure 7.1 and tables 8.1, 8.4, 8.5 (from memory)",
        assumptions=[
            "every repetition is the whole load on and off; a simple check that asks for an engineer where it is tight"
        ],
    )
