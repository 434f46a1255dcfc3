"""With what a shop welds, and which metals that joins (common practice, no source)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, get_args

from yorvek.core.materials.metal import Material

Welder = Literal["stick", "wire", "wire with spool gun", "TIG on DC", "TIG on AC"]
WELDERS: tuple[Welder, ...] = get_args(Welder)
EVERY_STEEL: tuple[Welder, ...] = WELDERS
JOINS: dict[str, tuple[Welder, ...]] = {
    "carbon steel": EVERY_STEEL,
    "stainless": EVERY_STEEL,
    # its oxide melts far above the metal: it is broken by alternating current, or by a wire that runs as the plus pole
    "aluminium": ("wire with spool gun", "TIG on AC"),
    "panel": (),
}
UNPROVEN = ("unknown steel", "B500B")
"""Metals that may or may not be welded, whatever with: each says itself how that is found out."""


def cannot_join(metal: Material, welders: Sequence[Welder]) -> str:
    """Why a shop with these cannot weld a metal to itself, or not before it is tried; empty where it can, or where it
    has not said with what it welds.
    """
    able = JOINS[metal.family]
    if not welders:
        return ""
    if not able:
        return "it is not welded: bolts, or a clamp"
    if metal.id in UNPROVEN:
        return f"not before it is proven: {metal.weldability}"
    return "" if set(able) & set(welders) else f"needs {' or '.join(able)}; the shop has {', '.join(welders)}"
