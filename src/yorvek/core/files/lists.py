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
from yorvek.core.jobs.stops import stops_of
from yorvek.core.model import Model
from yorvek.core.quantities import INCH_MM, UnitSystem, length_text
from yorvek.core.quantities.format import THIN_MM, cut_text
from yorvek.core.quantities.units import POUND_KG

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
    """Every part with what it takes: sizes as numbers in the unit of the list, and as they are read off a tape."""
    rows: list[list[Cell]] = []
    for w in figures.parts.values():
        g = w.geometry
        sides: list[float | None] = [None, None, None]
        size, what, each = "", w.trouble or "", None
        if g is not None and g.kind == "bar":
            sides[0], size, what = g.length_mm, cut_text(g.length_mm or 0, unit), str(g.section_id)
        elif g is not None:
            sides, what = [g.width_mm, g.height_mm, g.thickness_mm], f"plate {length_text(g.thickness_mm or 0, unit)}"
            size = f"{cut_text(g.width_mm, unit)} × {cut_text(g.height_mm, unit)}"
        if g is not None:
            each = g.mass_kg if unit == "mm" else g.mass_kg / POUND_KG
        rows.append(
            [
                w.part.mark, w.part.named(), w.part.module, w.part.qty, what, w.part.material_id,
                *(_number(mm, unit) for mm in sides), size,
                None if each is None else round(each, 3), None if each is None else round(each * w.part.qty, 3),
            ]
        )  # fmt: skip
    mass = "kg" if unit == "mm" else "lb"
    return Table(
        title="Pieces",
        head=[
            "Mark", "Name", "Module", "Pieces", "From", "Material", f"Length {unit}", f"Width {unit}",
            f"Thickness {unit}", "Size", f"{mass} each", f"{mass} all",
        ],
        rows=rows,
    )  # fmt: skip


def _number(mm: float | None, unit: UnitSystem) -> float | None:
    """A length as a number: mm to a tenth of one, inches to a thousandth."""
    if mm is None:
        return None
    return round(mm, 1 if mm >= THIN_MM else 3) if unit == "mm" else round(mm / INCH_MM, 4)


def bars_table(figures: Figures, unit: UnitSystem) -> Table:
    """Every cutting pattern in the order of work: longest first."""
    rows: list[list[Cell]] = []
    for b in figures.bars:
        words = {line.id: line.words for line in b.group.lines}
        for bar in b.plan.bars:
            pieces = Counter((p.part, p.length_mm, p.held) for p in laid(b.group, bar))
            text = ", ".join(
                f"{n} × {part} {'at most ' if held else ''}{cut_text(mm, unit)}{', measure first' if held else ''}"
                for (part, mm, held), n in pieces.items()
            )
            rows.append(
                [
                    b.group.section_id,
                    b.group.material_id,
                    words[bar.stock],
                    bar.count,
                    text,
                    _number(bar.drop, unit),
                ]
            )
    return Table(title="Bars", head=["Section", "Material", "Bar", "Bars", "Cuts", f"Drop {unit}"], rows=rows)


def stops_table(figures: Figures, unit: UnitSystem) -> Table:
    """What the saw is set to, in its order."""
    rows: list[list[Cell]] = [
        [
            b.group.section_id, b.group.material_id, _number(s.length_mm, unit), cut_text(s.length_mm, unit),
            s.left, s.right, s.pieces, ", ".join(s.parts), ", ".join(map(str, s.bars)),
            "at most; measure first" if s.held else "",
        ]
        for b in figures.bars
        for s in stops_of(b)
    ]  # fmt: skip
    head = ["Section", "Material", f"Stop {unit}", "Stop", "Left, deg", "Right, deg", "Pieces", "Marks", "Bars", "Note"]
    return Table(title="Stops", head=head, rows=rows)


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
