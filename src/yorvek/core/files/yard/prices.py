"""What one piece costs, from a price per piece, mass, length or area."""

from __future__ import annotations

from yorvek.core.quantities.units import FOOT_MM, POUND_KG

BY_MASS = {"kg": 1.0, "t": 1000.0, "100kg": 100.0, "lb": POUND_KG, "cwt": 100 * POUND_KG}
BY_LENGTH_MM = {"m": 1000.0, "ft": FOOT_MM}
BY_AREA_MM2 = {"m2": 1e6, "ft2": FOOT_MM**2}


def each(price: float, per: str, *, mass_kg: float, length_mm: float, area_mm2: float) -> float | None:
    """The price of one; None where it is of what a piece has not (an area of a bar, a length of a sheet)."""
    if per in BY_MASS:
        return price * mass_kg / BY_MASS[per]
    if per in BY_LENGTH_MM:
        return price * length_mm / BY_LENGTH_MM[per] if length_mm else None
    if per in BY_AREA_MM2:
        return price * area_mm2 / BY_AREA_MM2[per] if area_mm2 else None
    return price
