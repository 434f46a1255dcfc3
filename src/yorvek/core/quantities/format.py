"""Quantities as a shop writes them. Fractions round half up and carry into the next inch."""

from __future__ import annotations

import math

from yorvek.core.quantities.units import BARE, FOOT_MM, INCH_MM, LBF_N, POUND_KG, PSI_MPA, Kind, UnitSystem

THIN_MM = 20.0
"""Below it a length is a thickness, whose hundredths count."""
FINEST, BARELY_IN = 64, 0.0005
"""Of an inch: a thickness within half a thousandth of a sixty-fourth is written as a fraction, any other as a
decimal.
"""


def fraction_text(value_in: float, denominator: int = 16) -> str:
    """Inches as a mixed number in lowest terms: 12.46875 -> "12 1/2" in sixteenths. Half rounds away from zero."""
    sign = "-" if value_in < 0 else ""
    parts = math.floor(abs(value_in) * denominator + 0.5 + 1e-9)
    whole, top = divmod(parts, denominator)
    if top == 0:
        return f"{sign if whole else ''}{whole}"
    shared = math.gcd(top, denominator)
    fraction = f"{top // shared}/{denominator // shared}"
    return f"{sign}{whole} {fraction}" if whole else f"{sign}{fraction}"


def fraction_error_in(value_in: float, denominator: int = 16) -> float:
    """What the written fraction is more than the value, inches."""
    sign = -1 if value_in < 0 else 1
    return sign * math.floor(abs(value_in) * denominator + 0.5 + 1e-9) / denominator - value_in


def plain_number(value: float, digits: int = 2) -> str:
    """A decimal without trailing zeros."""
    text = f"{value:.{digits}f}"
    return (text.rstrip("0").rstrip(".") if "." in text else text) or "0"


def length_text(value_mm: float, unit: UnitSystem, *, denominator: int = 16, with_unit: bool = True) -> str:
    """A length in the user's unit: 1993.9 mm -> "1993.9 mm" or 6' 6 1/2". What is thin keeps its figures: 6.35 mm,
    0.075".
    """
    if unit == "mm":
        number = plain_number(value_mm, 2 if abs(value_mm) < THIN_MM else 1)
        return f"{number} mm" if with_unit else number
    inches = value_mm / INCH_MM
    if abs(value_mm) < THIN_MM and abs(fraction_error_in(inches, FINEST)) > BARELY_IN:
        return plain_number(inches, 3) + ('"' if with_unit else "")
    if abs(value_mm) < THIN_MM:
        denominator = max(denominator, FINEST)
    if abs(value_mm) < 2 * FOOT_MM:
        return fraction_text(inches, denominator) + ('"' if with_unit else "")
    parts = math.floor(abs(inches) * denominator + 0.5 + 1e-9) / denominator
    feet, rest = divmod(parts, 12)
    sign = "-" if inches < 0 else ""
    return f"{sign}{feet:.0f}' {fraction_text(rest, denominator)}\""


CUT_DENOMINATOR, CUT_OFF_MM = 32, 0.05


def cut_text(value_mm: float, unit: UnitSystem) -> str:
    """A length to be cut: mm to a tenth; inches to 1/32, with the exact figure beside it where that differs."""
    text = length_text(value_mm, unit, denominator=CUT_DENOMINATOR)
    inches = value_mm / INCH_MM
    if (
        unit == "mm"
        or abs(value_mm) < THIN_MM
        or abs(fraction_error_in(inches, CUT_DENOMINATOR)) * INCH_MM <= CUT_OFF_MM
    ):
        return text
    return f"{text} ({plain_number(inches, 3)})"


SMALLEST_FIGURES = 4


def quantity_text(value: float, kind: Kind, unit: UnitSystem) -> str:
    """A quantity of a kind, core units, in the unit that a bare number of that kind takes: what was understood."""
    if kind in ("length", "thickness"):
        return length_text(value, unit)
    name, core = BARE[unit].get(kind, ("", 1.0))
    digits = max(2, SMALLEST_FIGURES - 1 - math.floor(math.log10(abs(value / core)))) if value else 0
    return f"{plain_number(value / core, digits)} {name}".strip()


def mass_text(value_kg: float, unit: UnitSystem) -> str:
    """A mass to a tenth: kg or lb."""
    return f"{value_kg / POUND_KG:.1f} lb" if unit == "in" else f"{value_kg:.1f} kg"


_CORE: dict[str, tuple[float, str, int, float, str, int]] = {
    # core unit: divisor, unit, decimals in metric; divisor, unit, decimals in inch
    "N": (1e3, "kN", 2, LBF_N, "lb", 0),
    "Nmm": (1e6, "kNm", 2, LBF_N * FOOT_MM, "lb ft", 0),
    "MPa": (1.0, "MPa", 1, 1000 * PSI_MPA, "ksi", 2),
    "mm": (1.0, "mm", 2, INCH_MM, "in", 3),
    "mm2": (1e2, "cm2", 2, INCH_MM**2, "in2", 3),
    "mm3": (1e3, "cm3", 2, INCH_MM**3, "in3", 3),
    "mm4": (1e4, "cm4", 2, INCH_MM**4, "in4", 3),
    "N/mm": (1.0, "N/mm", 1, LBF_N / INCH_MM, "lb/in", 0),
}


def value_text(value: float, core_unit: str, unit: UnitSystem) -> str:
    """A value of a check in the unit that a report or a screen shows it in; unknown units stay as they are."""
    if core_unit not in _CORE:
        return f"{plain_number(value, 3)} {core_unit}".strip()
    metric, name, digits, inch, inch_name, inch_digits = _CORE[core_unit]
    if unit == "in":
        return f"{value / inch:.{inch_digits}f} {inch_name}"
    return f"{plain_number(value / metric, digits)} {name}"
