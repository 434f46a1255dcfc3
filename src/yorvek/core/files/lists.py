"""Lists as CSV and XLSX: pieces to cut, bars, and what to buy. One table, two writers."""

from __future__ import annotations

import csv
import io
from collections import Counter
from collections.abc import Sequence

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter

from yorvek.core.jobs.figures import Figures
from yorvek.core.jobs.order_of_work import laid
from yorvek.core.jobs.purchase import Purchase, PurchaseLine
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem, length_text

Cell = str | int | float | None


class Table(Model):
    """A titled list."""

    title: str
    head: list[str]
    rows: list[list[Cell]]


def safe(cell: Cell) -> Cell:
    """A text that a spreadsheet would take for a formula is kept a text."""
    return "'" + cell if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell


def pieces_table(figures: Figures, unit: UnitSystem) -> Table:
    """Every part with what it takes."""
    rows: list[list[Cell]] = []
    for w in figures.parts.values():
        g = w.geometry
        size = (
            ""
            if g is None
            else length_text(g.length_mm or 0, unit)
            if g.kind == "bar"
            else f"{length_text(g.width_mm, unit)} × {length_text(g.height_mm, unit)}"
        )
        what = w.trouble or (
            g.section_id if g and g.kind == "bar" else f"plate {length_text(g.thickness_mm or 0, unit)}" if g else ""
        )
        rows.append(
            [
                w.part.mark,
                w.part.name,
                w.part.module,
                w.part.qty,
                what,
                w.part.material_id,
                size,
                round(g.mass_kg, 3) if g else None,
                round(g.mass_kg * w.part.qty, 3) if g else None,
            ]
        )
    return Table(
        title="Pieces",
        head=["Mark", "Name", "Module", "Pieces", "From", "Material", "Size", "kg each", "kg all"],
        rows=rows,
    )


def bars_table(figures: Figures, unit: UnitSystem) -> Table:
    """Every cutting pattern in the order of work: longest first."""
    rows: list[list[Cell]] = []
    for b in figures.bars:
        words = {line.id: line.words for line in b.group.lines}
        for bar in b.plan.bars:
            pieces = Counter((p.part, p.length_mm, p.held) for p in laid(b.group, bar))
            text = ", ".join(
                f"{n} × {part} {'at most ' if held else ''}{length_text(mm, unit)}{', measure first' if held else ''}"
                for (part, mm, held), n in pieces.items()
            )
            rows.append(
                [
                    b.group.section_id,
                    b.group.material_id,
                    words[bar.stock],
                    bar.count,
                    text,
                    length_text(bar.drop, unit),
                ]
            )
    return Table(title="Bars", head=["Section", "Material", "Bar", "Bars", "Cuts", "Drop"], rows=rows)


def size_text(line: PurchaseLine, unit: UnitSystem) -> str:
    """How large one is, in the unit of the paper."""
    if line.length_mm is None:
        return line.words
    sides = [line.length_mm] if line.width_mm is None else [line.length_mm, line.width_mm]
    return " × ".join(length_text(mm, unit) for mm in sides)


def note_of(line: PurchaseLine) -> str:
    """What is said of a line beside its figures."""
    return "; ".join(x for x in (line.note, "price from the catalogue" if line.assumed and not line.note else "") if x)


def buy_table(purchase: Purchase, currency: str, unit: UnitSystem) -> Table:
    """The one purchase: each line, whether its price is assumed or its amount an estimate, and the total."""
    rows: list[list[Cell]] = [
        [
            x.what, x.material, size_text(x, unit), x.amount, x.unit, x.price, x.money, x.supplier, note_of(x),
        ]
        for x in purchase.lines
    ]  # fmt: skip
    if purchase.lines:
        said = f"{purchase.unpriced} without a price" if purchase.unpriced else ""
        rows.append(["Together", "", "", None, "", None, purchase.money, "", said])
    return Table(
        title="Buy",
        head=["What", "Material", "Size", "Amount", "Unit", f"{currency} each", f"{currency} all", "Supplier", "Note"],
        rows=rows,
    )


def csv_text(tables: Sequence[Table]) -> str:
    """The tables one after the other."""
    stream = io.StringIO()
    writer = csv.writer(stream, lineterminator="\r\n")
    for i, table in enumerate(tables):
        if i:
            writer.writerow([])
        if len(tables) > 1:
            writer.writerow([safe(table.title)])
        writer.writerow([safe(c) for c in table.head])
        writer.writerows([[safe(c) for c in row] for row in table.rows])
    return stream.getvalue()


def xlsx_bytes(tables: Sequence[Table]) -> bytes:
    """A workbook with a sheet a table."""
    book = Workbook()
    book.remove(book.active)
    for table in tables:
        page = book.create_sheet(table.title)
        page.append([safe(c) for c in table.head])
        for cell in page[1]:
            cell.font = Font(bold=True)
        for row in table.rows:
            page.append([safe(c) for c in row])
        for k, head in enumerate(table.head, start=1):
            longest = max([len(str(head)), *(len(str(row[k - 1] or "")) for row in table.rows)])
            page.column_dimensions[get_column_letter(k)].width = min(60, longest + 2)
        page.freeze_panes = "A2"
    stream = io.BytesIO()
    book.save(stream)
    return stream.getvalue()
