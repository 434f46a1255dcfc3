"""Lengths in a cell: with a unit of their own, of their heading, or bare; what can be but one is that, and nothing is
guessed.
"""

from __future__ import annotations

import re

from yorvek.core.errors import InputError
from yorvek.core.files.yard.cells import Cell
from yorvek.core.files.yard.figures import Habit, readings
from yorvek.core.quantities import UnitSystem, parse
from yorvek.core.quantities.units import FOOT_MM, LENGTH

OWN = re.compile(r"([\d.,'’\s\u00a0\u202f]*\d)\s*(mm|cm|mtr|metres?|meters?|m|lfm)\.?", re.IGNORECASE)
RANGE = re.compile(r"\d\s*(?:-|–|to|bis|à|/)\s*\d+(?:[.,]\d+)?\s*(?:m|mm|ft)?$", re.IGNORECASE)
BAR, SIDE, THICK = (100.0, 26_000.0), (250.0, 16_000.0), (0.3, 300.0)
"""What a bar's length, a sheet's side and its thickness can be, mm (common practice, no source)."""
FEW_METRES, FEW_FEET = 30.0, 20.0
"""So small a bare figure that is no such length in its own unit is one in the larger (common practice, no source)."""
AS_FEET = "a sheet's bare figures read as feet: as inches it would be no sheet"
AS_METRES = "a bare number read as metres: as millimetres it would be no stock length"


def length_of(
    cell: Cell, *, said: str, unit: UnitSystem, habit: Habit, field: str, within: tuple[float, float]
) -> tuple[float, str]:
    """A length in mm, and what was understood beyond what stands there.

    Args:
        cell: what stands in the list.
        said: unit of its heading, if it has one.
        unit: that bare numbers are in where nothing says it.
        habit: how the list writes its numbers.
        field: what it is of, for the error.
        within: what such a length can be, mm.

    Raises:
        InputError: none, or it may mean several things.
    """
    text = cell.text
    if cell.number is None and RANGE.search(text) and "'" not in text and '"' not in text and "/" not in text[-4:]:
        raise InputError(field=field, got=text[:40], needs="one length: this is a range")
    values = _values(cell, said, unit, habit)
    low, high = within
    fits = sorted({round(v, 4) for v in values if low <= v <= high})
    if len(fits) == 1:
        return fits[0], ""
    if len(fits) > 1:
        raise InputError(
            field=field, got=text[:40], needs="to say which: it may be " + " or ".join(f"{v:g} mm" for v in fits)
        )
    feet = [v * FOOT_MM for v in _bare(cell, habit) if v <= FEW_FEET and low <= v * FOOT_MM <= high]
    if feet and within == SIDE and not said and unit == "in" and len(set(feet)) == 1 and _is_bare(text):
        return feet[0], AS_FEET
    metres = [v * 1000 for v in _bare(cell, habit) if v <= FEW_METRES and low <= v * 1000 <= high]
    if metres and not said and unit == "mm" and len(set(metres)) == 1 and _is_bare(text):
        return metres[0], AS_METRES
    raise InputError(
        field=field, got=text[:40], needs=f"a length from {low:g} to {high:g} mm" if values else "a length"
    )


def _is_bare(text: str) -> bool:
    return not re.search(r"[a-z'\"]", text.lower())


def _bare(cell: Cell, habit: Habit) -> list[float]:
    return [cell.number] if cell.number is not None else readings(cell.text, habit)


def _values(cell: Cell, said: str, unit: UnitSystem, habit: Habit) -> list[float]:
    if cell.number is not None:
        return [cell.number * LENGTH[said or unit]]
    own = OWN.fullmatch(cell.text)
    if own:
        word = own[2].lower()
        scale = LENGTH[word if word in ("mm", "cm") else "m"]
        return [v * scale for v in readings(own[1], habit)]
    found = readings(cell.text, habit)
    if found:
        return [v * LENGTH[said or unit] for v in found]
    try:
        system: UnitSystem = "in" if said in ("in", "ft") else unit
        return [parse(cell.text.replace(",", "."), kind="length", unit=system).value]
    except InputError:
        return []
