"""Suppliers' offers from a list: what was read of it as lines of the stock book.

A line without a number of pieces is on offer; with one it is there. A line that cannot be read is named and left out,
never guessed at.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from yorvek.core.errors import InputError, needs_of
from yorvek.core.files.yard import Line, Odd, read_list
from yorvek.core.jobs.spec import StockSpec
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.entry import resolve
from yorvek.core.quantities.units import INCH_MM

SAME = ("material_id", "qty", "supplier", "duty_percent", "location", "heat", "galvanised")


class OffersRead(Model):
    """What a list holds."""

    offers: list[StockSpec]
    odd: list[Odd]
    unknown: list[str]
    remarks: list[Odd] = []


def read_offers(
    name: str, data: bytes, *, unit: UnitSystem = "mm", columns: Mapping[str, str] | None = None
) -> OffersRead:
    """Read a list by the ending of its name.

    Args:
        name: of the file.
        data: its bytes.
        unit: that bare numbers are in.
        columns: fields by the words of headings that are not known, or known as something else.

    Raises:
        InputError: no list, damaged, too large, or without a heading that names the section or the thickness.
    """
    found = read_list(name, data, unit=unit, columns=columns)
    offers, odd = [], list(found.odd)
    for line in found.lines:
        try:
            offers.append(in_stock(line, unit))
        except InputError as error:
            odd.append(Odd(row=line.row, table=line.table, words=error.sentence))
        except ValidationError as error:
            first = error.errors()[0]
            words = f"{'.'.join(str(p) for p in first['loc'][-1:])}: {needs_of(first)}"
            odd.append(Odd(row=line.row, table=line.table, words=words))
    remarks = [Odd(row=x.row, table=x.table, words=r) for x in found.lines for r in x.remarks]
    return OffersRead(offers=offers, odd=odd, unknown=found.unknown, remarks=remarks)


def in_stock(line: Line, unit: UnitSystem) -> StockSpec:
    """A line of a list as one of the stock book, its figures in the unit of whoever brought it."""
    item: dict[str, Any] = {
        "form": "bar" if line.section else "sheet",
        "material_id": line.material,
        "note": "; ".join(x for x in (line.note, *line.remarks) if x)[:200],
        **{k: getattr(line, k) for k in SAME[1:]},
        **{k: {"text": f"{v:g}"} for k, v in _money(line).items()},
    }
    if line.section:
        item |= {"section_id": line.section, "length": _length(line.length_mm, unit)}
    else:
        item.pop("yard_cut", None)
        item |= {k: _length(getattr(line, f"{k}_mm"), unit) for k in ("thickness", "width", "height")}
    return resolve(StockSpec.model_validate({"item": item}), {})


def _money(line: Line) -> dict[str, float]:
    figures = {"price": line.price, "delivery": line.delivery, "yard_cut": line.yard_cut}
    return {k: round(v, 2) for k, v in figures.items() if v is not None}


def _length(mm: float | None, unit: UnitSystem) -> dict[str, str]:
    value = mm or 0.0
    inches = value / INCH_MM
    neat = abs(inches * 64 - round(inches * 64)) < 1e-6
    return {"text": f"{inches:.10g}" if unit == "in" and neat else f"{value:.10g} mm", "unit": unit}
