"""Quantities: parse and format what a shop writes."""

from yorvek.core.quantities.format import fraction_text, length_text, mass_text, plain_number, quantity_text
from yorvek.core.quantities.parse import Parsed, parse
from yorvek.core.quantities.units import BARE, GRAVITY, INCH_MM, Kind, UnitSystem

__all__ = [
    "BARE",
    "GRAVITY",
    "INCH_MM",
    "Kind",
    "Parsed",
    "UnitSystem",
    "fraction_text",
    "length_text",
    "mass_text",
    "parse",
    "plain_number",
    "quantity_text",
]
