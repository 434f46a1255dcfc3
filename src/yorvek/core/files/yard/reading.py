"""A yard's list, line by line: each is read whole, or named with what is wrong with it."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from yorvek.core.errors import InputError
from yorvek.core.files.yard import profiles
from yorvek.core.files.yard.cells import Cell, Table, tables_of
from yorvek.core.files.yard.figures import Habit, habit_of
from yorvek.core.files.yard.grades import grade_in
from yorvek.core.files.yard.headings import Column, Head, head_in, money_in, per_word, plain
from yorvek.core.files.yard.prices import each
from yorvek.core.files.yard.rows import Line, Odd, Read, Row, number, whole
from yorvek.core.files.yard.shapes import bar_of, is_sheet, sheet_of
from yorvek.core.materials import Material, material
from yorvek.core.quantities import UnitSystem
from yorvek.core.sections import section

HIDDEN = "hidden in the file: show it there to have it read"
PRICES = ("net", "price", "list")
SIZES = ("section", "format")
FIGURES = (*PRICES, "length", "width", "height", "thickness", "delivery", "yard_cut")


@dataclass
class Gathered:
    """What was read so far."""

    lines: list[Line] = field(default_factory=list)
    odd: list[Odd] = field(default_factory=list)
    unknown: list[str] = field(default_factory=list)


def read_list(name: str, data: bytes, *, unit: UnitSystem = "mm", columns: Mapping[str, str] | None = None) -> Read:
    """Read a list by the ending of its name.

    Args:
        name: of the file.
        data: its bytes.
        unit: that bare numbers are in where no heading says it.
        columns: what headings mean that are not known, or known as something else: a field by the heading's words.

    Raises:
        InputError: no list, damaged, too large, or without headings that name the section or the thickness.
    """
    out = Gathered()
    heads = 0
    for table in tables_of(name, data):
        head = head_in(_assigned(table.rows, columns or {}))
        if head is None:
            continue
        heads += 1
        _read_table(table, head, unit, columns or {}, out)
    if not heads:
        raise InputError(
            field="headings",
            got="",
            needs='a line of headings with "section" or "thickness", and "material", such as: section, material, '
            "length, price",
        )
    return Read(lines=out.lines, odd=out.odd, unknown=out.unknown)


def _assigned(rows: Sequence[Sequence[Cell]], columns: Mapping[str, str]) -> list[list[Cell]]:
    """Rows with headings as somebody said that they are meant."""
    if not columns:
        return [list(r) for r in rows]
    return [[Cell(columns[c.text]) if c.text in columns else c for c in row] for row in rows]


def _read_table(table: Table, head: Head, unit: UnitSystem, columns: Mapping[str, str], out: Gathered) -> None:
    out.unknown += [u for u in head.unknown if u not in out.unknown]
    body = list(enumerate(table.rows))[head.row + 1 :]
    habit = _habit(table, head)
    context = " ".join(c.text for row in table.rows[: head.row] for c in row if c.text)
    context = context if grade_in(context) or profiles.families_in(context) else ""
    for k, cells in body:
        if not any(c.text for c in cells):
            continue
        if k + 1 in table.hidden:
            out.odd.append(Odd(row=k + 1, table=table.name, words=HIDDEN))
            continue
        again = _again(cells, columns)
        if again:
            head = Head(k, again, [])
            continue
        filled = [c for c in cells if c.text]
        if len(filled) == 1 and filled[0].number is None:
            text = filled[0].text
            if _is_heading_of_group(text):
                context = text
            else:
                out.odd.append(Odd(row=k + 1, table=table.name, words=f"only words, no line: “{text[:60]}”"))
            continue
        row = Row(k + 1, table.name, _by_field(cells, head), context, habit, unit)
        try:
            out.lines.append(_line(row))
        except InputError as error:
            out.odd.append(Odd(row=k + 1, table=table.name, words=error.sentence))


def _again(cells: Sequence[Cell], columns: Mapping[str, str]) -> dict[int, Column] | None:
    """Headings that are said once more further down."""
    if sum(1 for c in cells if c.text) < 3 or any(re.search(r"\d{2}", c.text) for c in cells):
        return None
    found = head_in(_assigned([list(cells)], columns), most=1)
    return found.columns if found else None


def _is_heading_of_group(text: str) -> bool:
    return bool(grade_in(text) or profiles.families_in(text) or profiles.PLATE.search(profiles.tidied(text))) and not (
        re.search(r"\b(?:price|preis|prix|precio|valid|gultig|gültig|ex works|ab werk|excl|zzgl)\b", text.lower())
    )


def _by_field(cells: Sequence[Cell], head: Head) -> dict[str, list[tuple[Column, Cell]]]:
    out: dict[str, list[tuple[Column, Cell]]] = {}
    for i, cell in enumerate(cells):
        column = head.columns.get(i)
        if column and cell.text:
            out.setdefault(column.field, []).append((column, cell))
    return out


def _habit(table: Table, head: Head) -> Habit:
    """How it writes its numbers, by prices and lengths first, and by its sizes where these do not tell."""

    def texts(names: Sequence[str]) -> list[str]:
        at = [i for i, c in head.columns.items() if c.field in names]
        return [r[i].text for r in table.rows[head.row + 1 :] for i in at if i < len(r) and r[i].number is None]

    found = habit_of(texts(PRICES))
    if found.decimal is None:
        found = habit_of(texts(FIGURES))
    return found if found.decimal else habit_of(texts(SIZES))


def _line(row: Row) -> Line:
    if profiles.PATTERNED.search(plain(row.words)):
        raise InputError(
            field="section", got=row.words.strip()[:60], needs="plain metal: patterned or pierced is not kept here"
        )
    metal = _metal(row)
    shape = sheet_of(row, metal) if is_sheet(row) else bar_of(row, metal)
    bare = Line.model_validate({"row": row.number, "table": row.table, "material": metal.id, **shape})
    return bare.model_copy(update={**_priced(row, bare, metal), **_beside(row), "remarks": row.remarks})


def _metal(row: Row) -> Material:
    said = row.text("material")
    found = grade_in(said)
    if not found and said and not re.fullmatch(r"[\s\-–—.]*", said):
        found = grade_in(row.text("section")) if not re.search(r"\d", said) else ""
        if not found:
            raise InputError(field="material", got=said[:40], needs="a metal that is kept here")
    found = found or grade_in(row.text("section", "finish", "note")) or grade_in(row.context)
    if not found:
        raise InputError(field="material", got="", needs="this line has none")
    if re.search(r"\ba ?992\b", plain(f"{said} {row.text('section')} {row.context}")):
        row.remarks.append("A992 is read as A572-50, which has the same yield and ultimate")
    return material(found)


def _priced(row: Row, line: Line, metal: Material) -> dict[str, object]:
    at = next((row.cells[n][0] for n in PRICES if row.cells.get(n)), None)
    if at is None:
        return {}
    column, cell = at
    value = number(row, cell, "price")
    by = row.text("per")
    per = column.per or per_word(by) or _per_in(cell.text)
    if by and not column.per and not per:
        raise InputError(field="price", got=f"{cell.text} {by}"[:40], needs="a price by piece, kg, t, m, ft or lb")
    per = per or "piece"
    price = each(value, per, mass_kg=_mass(line, metal), length_mm=line.length_mm or 0.0, area_mm2=_area(line))
    if price is None:
        raise InputError(field="price", got=cell.text[:40], needs=f"a price that fits what it is of, not by {per}")
    money = money_in(cell.text) or column.currency or money_in(row.text("currency"))
    return {"currency": money, "per": per, "price_said": value, "price": round(price, 4)}


def _per_in(text: str) -> str:
    """What a price is of, where it stands beside the figure: 1.85 €/kg."""
    found = re.search(r"(?:/|\bper\b|\bje\b)\s*([a-z%²0-9 ]+)$", text.lower())
    return per_word(found[1]) if found else ""


def _mass(line: Line, metal: Material) -> float:
    if line.section:
        return section(line.section).mass_kg_per_m(metal.density_kg_m3) * (line.length_mm or 0.0) / 1000
    return _area(line) * (line.thickness_mm or 0) * metal.density_kg_m3 * 1e-9


def _area(line: Line) -> float:
    return (line.width_mm or 0.0) * (line.height_mm or 0.0)


def _beside(row: Row) -> dict[str, object]:
    """What else the line says."""
    out: dict[str, object] = {n: row.text(n)[:60] for n in ("supplier", "location", "heat")}
    for name in ("delivery", "yard_cut"):
        at = row.first(name)
        if at:
            out[name] = number(row, at[1], name.replace("_", " "))
    duty = row.first("duty")
    if duty:
        out["duty_percent"] = number(row, Cell(duty[1].text.rstrip("% "), duty[1].number), "duty")
    qty = row.first("qty")
    if qty:
        out["qty"] = whole(row, qty[1])
    galvanised = bool(profiles.GALVANISED.search(plain(row.words)))
    return out | {"note": row.text("note")[:200], "galvanised": galvanised}
