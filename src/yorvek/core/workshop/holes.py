"""Clearance holes for metric bolts: ISO 273:1979 fine, medium and coarse series, mm (from memory)."""

from __future__ import annotations

from typing import Literal

from yorvek.core.errors import InputError

Fit = Literal["fine", "medium", "coarse"]
ISO_273: dict[str, tuple[float, float, float]] = {
    "M3": (3.2, 3.4, 3.6),
    "M4": (4.3, 4.5, 4.8),
    "M5": (5.3, 5.5, 5.8),
    "M6": (6.4, 6.6, 7),
    "M8": (8.4, 9, 10),
    "M10": (10.5, 11, 12),
    "M12": (13, 13.5, 14.5),
    "M14": (15, 15.5, 16.5),
    "M16": (17, 17.5, 18.5),
    "M18": (19, 20, 21),
    "M20": (21, 22, 24),
    "M22": (23, 24, 26),
    "M24": (25, 26, 28),
    "M27": (28, 30, 32),
    "M30": (31, 33, 35),
}


def clearance_hole_mm(size: str, fit: Fit = "medium") -> float:
    """Hole diameter for a bolt to pass.

    Raises:
        InputError: no such size.
    """
    if size not in ISO_273:
        raise InputError(field="bolt", got=size, needs="choose one of " + ", ".join(ISO_273))
    return ISO_273[size][("fine", "medium", "coarse").index(fit)]
