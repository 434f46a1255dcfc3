"""Repeated loading by detail category: EN 1993-1-9:2005 7.1, constant amplitude. MPa."""

from __future__ import annotations

from yorvek.core.checks.record import Check, Value
from yorvek.core.clauses.en1993.fatigue import GAMMA_MF, endured_MPa


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
