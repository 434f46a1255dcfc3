"""What a line is of: a bar of the catalogue with its length, or a sheet with its thickness and sides."""

from __future__ import annotations

import re

from yorvek.core.errors import InputError
from yorvek.core.files.yard import profiles
from yorvek.core.files.yard.cells import Cell
from yorvek.core.files.yard.figures import Habit
from yorvek.core.files.yard.headings import Column, plain
from yorvek.core.files.yard.lengths import BAR, SIDE, THICK, length_of
from yorvek.core.files.yard.rows import Row
from yorvek.core.materials import Material
from yorvek.core.quantities.gauge import gauge_thickness_in
from yorvek.core.quantities.units import INCH_MM
from yorvek.core.sections import Section, sold_in

WIDEST_MM = 3600.0
"""Of a sheet (common practice, no source)."""
SAID_LENGTH = "l|lg|length|lange|länge|longueur"
LENGTH_WORDS = re.compile(
    rf"(?:\b(?:{SAID_LENGTH}|long|x)\s*[=:.]?\s*)?(?<![\d.,x×])(\d+(?:[.,]\d+)?)\s*(m|mtr|ft|')(?![a-z0-9²\"'])"
    rf"|\b(?:{SAID_LENGTH})\s*[=:.]\s*(\d+)\s*(mm)?\b",
    re.IGNORECASE,
)
FIGURE = re.compile(rf"(?<![\w.,/])({profiles.NUMBER})\s*(mm|cm|m|in|ft|\"|')?(?![\w²]*[a-wyz²])")


def is_sheet(row: Row) -> bool:
    """Whether a line is of a sheet: by a word for one, or by a thickness or a format where no section is named."""
    if row.first("section") and profiles.exactly(row.text("section")):
        return False
    size = row.text("section")
    if profiles.PLATE.search(plain(f"{size} {row.context if not profiles.families_in(size) else ''}")):
        return True
    has = row.cells.keys()
    return not profiles.families_in(f"{size} {row.context}") and bool(
        {"thickness", "format"} & has and ({"format", "width"} & has or not size)
    )


def bar_of(row: Row, metal: Material) -> dict[str, object]:
    """Section and length of a bar.

    Raises:
        InputError: a size that is not kept, or not in the metal; no length, or several.
    """
    size = row.text("section")
    exact = profiles.exactly(size)
    if exact is None:
        exact = _found(row, size, metal)
    if metal.id not in sold_in(exact):
        raise InputError(field="material", got=metal.id, needs=f"{exact.id} is sold in " + ", ".join(sold_in(exact)))
    at = row.first("length") or _length_in(size)
    if at is None:
        raise InputError(field="length", got="", needs="this line has none")
    length, remark = length_of(at[1], said=at[0].unit, unit=row.unit, habit=row.habit, field="length", within=BAR)
    row.remarks += [remark] if remark else []
    return {"section": exact.id, "length_mm": length}


def _found(row: Row, size: str, metal: Material) -> Section:
    text = _without_length(size)
    dims = " x ".join(row.text(n) for n in ("width", "height", "thickness") if row.cells.get(n))
    asked = profiles.asked_in(text, row.unit) or profiles.asked_in(f"{text} {dims}", row.unit)
    if asked is None:
        raise InputError(field="section", got=size[:60], needs="a size of the catalogue")
    thick = row.text("thickness")
    if thick and len(asked.raw) < 3 and profiles.families_in(text) != ("flat",):
        asked = profiles.asked_in(f"{text} x {thick}", row.unit) or asked
    if not asked.families and profiles.families_in(row.context):
        asked = profiles.Asked(profiles.families_in(row.context), asked.dims_mm, asked.raw, asked.inch, asked.words)
    found = profiles.chosen(profiles.find(asked, metals=[metal.id], text=row.words), size)
    row.remarks += [found.remark] if found.remark else []
    return found.section


def _length_in(size: str) -> tuple[Column, Cell] | None:
    found = LENGTH_WORDS.search(size)
    if not found:
        return None
    text = f"{found[1]} {found[2]}" if found[1] else f"{found[3]} mm"
    return Column("length"), Cell(text)


def _without_length(size: str) -> str:
    return LENGTH_WORDS.sub(" ", size)


def sheet_of(row: Row, metal: Material) -> dict[str, object]:
    """Thickness and sides of a sheet, the longer first.

    Raises:
        InputError: one of them is not said, may be several, or cannot be.
    """
    if row.cells.get("thickness"):
        column, cell = row.cells["thickness"][0]
        cell = _gauged(row, cell, metal)
        thick, _ = length_of(cell, said=column.unit, unit=row.unit, habit=row.habit, field="thickness", within=THICK)
        sides = _sides(row, row.text("format") or row.text("section"))
    else:
        thick, sides = _all_three(row, metal)
    width, height = sorted(sides, reverse=True)
    if height > WIDEST_MM:
        needs = f"a sheet: none is wider than {WIDEST_MM:g} mm"
        raise InputError(field="format", got=f"{width:g} × {height:g} mm", needs=needs)
    return {"thickness_mm": round(thick, 4), "width_mm": round(width, 4), "height_mm": round(height, 4)}


def _gauge_mm(row: Row, gauge: int, metal: Material) -> float:
    """A sheet's gauge, which depends on its metal and on zinc."""
    zinc = metal.family == "carbon steel" and profiles.GALVANISED.search(plain(row.words))
    of = "galvanized steel" if zinc else metal.family
    mm = gauge_thickness_in(gauge, of) * INCH_MM
    row.remarks.append(f"{gauge} gauge of {of} read as {mm:.3f} mm")
    return mm


def _gauged(row: Row, cell: Cell, metal: Material) -> Cell:
    found = profiles.GAUGE.fullmatch(cell.text)
    return Cell(f"{_gauge_mm(row, int(found[1]), metal):.4f} mm") if found else cell


def _sides(row: Row, text: str) -> tuple[float, float]:
    """Both sides of a sheet, out of its format or its own columns."""
    figures = _figures(text)
    if len(figures) >= 2:
        return _side(row, figures[-2]), _side(row, figures[-1])
    found = [row.first(n) for n in ("length", "width", "height")]
    there = [x for x in found if x]
    if len(there) < 2:
        raise InputError(field="width", got=text[:40], needs="both sides of the sheet")
    a, b = (
        length_of(cell, said=column.unit, unit=row.unit, habit=row.habit, field=column.field, within=SIDE)[0]
        for column, cell in there[:2]
    )
    return a, b


def _all_three(row: Row, metal: Material) -> tuple[float, tuple[float, float]]:
    text = f"{row.text('section')} {row.text('format')}"
    gauge = profiles.GAUGE.search(text)
    if gauge:
        rest = profiles.GAUGE.sub(" ", text)
        return _gauge_mm(row, int(gauge[1]), metal), _sides(row, rest)
    figures = _figures(text)
    if not figures:
        raise InputError(field="thickness", got=text.strip()[:40], needs="this line has none")
    if len(figures) >= 3:
        thick, one, two = sorted(figures[-3:], key=lambda f: profiles.number_of(f[0]))
        sides = _side(row, one), _side(row, two)
    else:
        thick = figures[0]
        sides = _sides(row, row.text("format"))
    value = length_of(
        Cell(" ".join(thick).strip()), said="", unit=row.unit, habit=Habit(None), field="thickness", within=THICK
    )
    return value[0], sides


def _figures(text: str) -> list[tuple[str, str]]:
    small = profiles.tidied(text)
    small = re.sub(r"(?<=[\d\"'m])\s*[x*]\s*(?=[\d.])", " x ", small)
    return [(m[1], m[2] or "") for m in FIGURE.finditer(small) if not profiles.is_norm(small, m.start())]


def _side(row: Row, figure: tuple[str, str]) -> float:
    number, unit = figure
    cell = Cell(f"{number} {unit}".strip())
    mm, remark = length_of(cell, said="", unit=row.unit, habit=row.habit, field="format", within=SIDE)
    row.remarks += [remark] if remark and remark not in row.remarks else []
    return mm
