"""Suppliers' offers from a spreadsheet: CSV or XLSX, one line each, columns by their headings in any order.

Headings: section (or what), material, length, width, height, thickness, price, qty, supplier, delivery, duty, yard cut,
where.
A line without qty is on offer; with one it is there. A line that cannot be read is named and left out, never guessed
at.
"""

from __future__ import annotations

import csv
import io
import zipfile
from typing import Any

from openpyxl import load_workbook
from pydantic import ValidationError

from yorvek.core.errors import InputError, needs_of
from yorvek.core.jobs.spec import StockSpec
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import section, sold_in

LARGEST_BYTES = 5_000_000
LARGEST_UNPACKED = 60_000_000
MOST_ROWS = 5000
MOST_COLUMNS = 60
NAMES = {
    "section": "section_id", "what": "section_id", "size": "section_id", "material": "material_id",
    "grade": "material_id",
    "length": "length", "width": "width", "height": "height", "thickness": "thickness", "price": "price", "qty": "qty",
    "quantity": "qty", "supplier": "supplier", "delivery": "delivery", "duty": "duty_percent", "duty %": "duty_percent",
    "yard cut": "yard_cut", "where": "location", "location": "location", "heat": "heat", "note": "note",
}  # fmt: skip
ENTRIES = ("length", "width", "height", "thickness", "price", "delivery", "yard_cut")


class Odd(Model):
    """A line that was left out, and why."""

    row: int
    words: str


class OffersRead(Model):
    """What a spreadsheet holds."""

    offers: list[StockSpec]
    odd: list[Odd]
    unknown: list[str]


def read_offers(name: str, data: bytes, *, unit: UnitSystem = "mm") -> OffersRead:
    """Read a spreadsheet by the ending of its name.

    Args:
        name: of the file.
        data: its bytes.
        unit: that bare numbers are in.

    Raises:
        InputError: no spreadsheet, damaged, too large, or without a heading that names the section or the thickness.
    """
    if len(data) > LARGEST_BYTES:
        raise InputError(field="file", got=f"{len(data)} bytes", needs=f"at most {LARGEST_BYTES // 10**6} MB")
    ending = name.lower().rsplit(".", 1)[-1]
    if ending not in ("csv", "txt", "xlsx"):
        raise InputError(field="file", got=name[-60:], needs="a spreadsheet as .csv or .xlsx")
    rows = _xlsx(data) if ending == "xlsx" else _csv(data)
    head = next((k for k, row in enumerate(rows[:20]) if _is_head(row)), None)
    if head is None:
        raise InputError(
            field="headings",
            got="",
            needs='a line of headings with "section" or "thickness", and "material", such as: section, material, '
            "length, price",
        )
    names = [NAMES.get(c.strip().lower()) for c in rows[head]]
    unknown = [c.strip()[:40] for c, n in zip(rows[head], names, strict=True) if n is None and c.strip()]
    offers, odd = [], []
    for k, row in enumerate(rows[head + 1 :], head + 2):
        if not any(c.strip() for c in row):
            continue
        cells = {n: c.strip() for n, c in zip(names, row, strict=False) if n and c.strip()}
        try:
            offers.append(_offer(cells, unit))
        except InputError as error:
            odd.append(Odd(row=k, words=error.sentence))
        except ValidationError as error:
            first = error.errors()[0]
            odd.append(Odd(row=k, words=f"{'.'.join(str(p) for p in first['loc'][-1:])}: {needs_of(first)}"))
    return OffersRead(offers=offers, odd=odd, unknown=unknown)


def _is_head(row: list[str]) -> bool:
    found = {NAMES.get(c.strip().lower()) for c in row}
    return bool(found & {"section_id", "thickness"}) and "material_id" in found


def _offer(cells: dict[str, str], unit: UnitSystem) -> StockSpec:
    item: dict[str, Any] = {k: {"text": v, "unit": unit} if k in ENTRIES else v for k, v in cells.items()}
    if "qty" in item:
        item["qty"] = _whole(item["qty"])
    if "duty_percent" in item:
        item["duty_percent"] = item["duty_percent"].rstrip("% ").replace(",", ".")
    bar = "section_id" in item
    kept = {"form": "bar" if bar else "sheet", **item}
    for name in ("width", "height", "thickness") if bar else ("length", "section_id", "yard_cut"):
        kept.pop(name, None)
    needed = ("material_id", "length") if bar else ("material_id", "thickness", "width", "height")
    missing = next((n for n in needed if n not in kept), None)
    if missing:
        raise InputError(field=missing.removesuffix("_id"), got="", needs="this line has none")
    found = material(kept["material_id"])
    if bar:
        s = section(kept["section_id"], field="section")
        if found.id not in sold_in(s):
            raise InputError(field="material", got=found.id, needs=f"{s.id} is sold in " + ", ".join(sold_in(s)))
    return resolve(StockSpec.model_validate({"item": kept}), {})


def _whole(text: str) -> int:
    try:
        number = float(text.replace(",", "."))
    except ValueError:
        raise InputError(field="qty", got=text[:40], needs="a whole number, or nothing for what is on offer") from None
    if number != number or abs(number) > 1e6 or number != int(number):
        raise InputError(field="qty", got=text[:40], needs="a whole number, or nothing for what is on offer")
    return int(number)


def _csv(data: bytes) -> list[list[str]]:
    for encoding in ("utf-8-sig", "cp1252"):
        try:
            text = data.decode(encoding)
            break
        except UnicodeDecodeError:
            continue
    else:
        raise InputError(field="file", got="", needs="text: save it as CSV with UTF-8")
    if "\0" in text:
        raise InputError(field="file", got="", needs="text: this is something else")
    first = next((line for line in text.splitlines() if line.strip()), "")
    mark = max((";", "\t", ","), key=first.count)
    try:
        rows = [
            row[:MOST_COLUMNS]
            for _, row in zip(range(MOST_ROWS + 1), csv.reader(io.StringIO(text), delimiter=mark), strict=False)
        ]
    except csv.Error as error:
        raise InputError(field="file", got=str(error)[:60], needs="a CSV whose quotes are closed") from None
    return _not_too_many(rows)


def _xlsx(data: bytes) -> list[list[str]]:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(i.file_size for i in packed.infolist()) > LARGEST_UNPACKED:
                raise InputError(field="file", got="", needs="a spreadsheet that is smaller once unpacked")
        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        sheet = book.worksheets[0]
        rows = [
            ["" if c is None else f"{c:g}" if isinstance(c, float) else str(c) for c in row]
            for row in sheet.iter_rows(max_row=MOST_ROWS + 1, max_col=MOST_COLUMNS, values_only=True)
        ]
        book.close()
    except InputError:
        raise
    except Exception as error:  # a damaged workbook raises whatever its parts do; all of it means one thing
        raise InputError(
            field="file", got=type(error).__name__, needs="a whole .xlsx: this one cannot be opened"
        ) from None
    return _not_too_many(rows)


def _not_too_many(rows: list[list[str]]) -> list[list[str]]:
    if len(rows) > MOST_ROWS:
        raise InputError(field="file", got=f"more than {MOST_ROWS} lines", needs=f"at most {MOST_ROWS} lines at a time")
    return rows
