"""A file as tables of cells: CSV and its kin in any encoding and with any mark between, XLSX with all its sheets."""

from __future__ import annotations

import csv
import io
import re
import zipfile
from collections import Counter
from dataclasses import dataclass, field
from typing import Any

from openpyxl import load_workbook

from yorvek.core.errors import InputError

LARGEST_BYTES = 5_000_000
LARGEST_UNPACKED = 60_000_000
MOST_ROWS, MOST_COLUMNS, MOST_SHEETS = 5000, 60, 20
MARKS = (";", "\t", ",", "|")
LOOKED_AT = 60
ENDINGS = ("csv", "txt", "tsv", "xlsx")
HIDDEN_ROW = re.compile(rb'<row\b[^>]*?\br="(\d+)"[^>]*?\bhidden="(?:1|true)"')
HIDDEN_ROW_2 = re.compile(rb'<row\b[^>]*?\bhidden="(?:1|true)"[^>]*?\br="(\d+)"')


@dataclass(frozen=True)
class Cell:
    """What stands in a cell; `number` where the file itself holds a number."""

    text: str
    number: float | None = None

    @property
    def empty(self) -> bool:
        return not self.text


@dataclass
class Table:
    """Rows of a sheet, from the first; numbers of those that are hidden, counted from 1."""

    name: str
    rows: list[list[Cell]]
    hidden: frozenset[int] = field(default_factory=frozenset)


def tables_of(name: str, data: bytes) -> list[Table]:
    """The tables of a file, by the ending of its name.

    Raises:
        InputError: no table, damaged, or too large.
    """
    if len(data) > LARGEST_BYTES:
        raise InputError(field="file", got=f"{len(data)} bytes", needs=f"at most {LARGEST_BYTES // 10**6} MB")
    ending = name.lower().rsplit(".", 1)[-1]
    if ending not in ENDINGS:
        raise InputError(field="file", got=name[-60:], needs="a spreadsheet as .csv or .xlsx")
    return _workbook(data) if ending == "xlsx" else [_text_table(data)]


def clean(text: str) -> str:
    """Words with plain spaces and no ends."""
    return " ".join(text.replace("\u00ad", "").split())


def _text_table(data: bytes) -> Table:
    text = _decoded(data)
    if "\0" in text:
        raise InputError(field="file", got="", needs="text: this is something else")
    said = re.match(r"\s*sep=(.)\r?\n", text)
    first = 0
    if said:
        text, first = text[said.end() :], 1
    mark = said[1] if said else _mark_of(text)
    try:
        lines = csv.reader(io.StringIO(text), delimiter=mark)
        rows = [
            [Cell(clean(c)) for c in row[:MOST_COLUMNS]] for _, row in zip(range(MOST_ROWS + 1), lines, strict=False)
        ]
    except csv.Error as error:
        raise InputError(field="file", got=str(error)[:60], needs="a CSV whose quotes are closed") from None
    return Table("", [[]] * first + _not_too_many(rows))


def _decoded(data: bytes) -> str:
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        codes: tuple[str, ...] = ("utf-16",)
    elif len(data) >= 8 and data[1:200:2].count(0) * 3 > len(data[1:200:2]):
        codes = ("utf-16-le",)
    elif len(data) >= 8 and data[0:200:2].count(0) * 3 > len(data[0:200:2]):
        codes = ("utf-16-be",)
    else:
        codes = ("utf-8-sig", "cp1252")
    for code in codes:
        try:
            return data.decode(code)
        except UnicodeDecodeError:
            continue
    raise InputError(field="file", got="", needs="text: save it as CSV with UTF-8")


def _mark_of(text: str) -> str:
    """The mark that cuts most lines into the same number of cells; of equals the one that makes most."""

    def cuts(mark: str) -> tuple[int, int]:
        lines = [line for line in text.splitlines()[: 4 * LOOKED_AT] if line.strip()][:LOOKED_AT]
        try:
            counts = Counter(len(row) - 1 for row in csv.reader(lines, delimiter=mark))
        except csv.Error:
            return 0, 0
        counts.pop(0, None)
        most = max(counts.items(), key=lambda x: (x[1], x[0]), default=(0, 0))
        return most[1], most[0]

    return max(MARKS, key=cuts)


def _workbook(data: bytes) -> list[Table]:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(i.file_size for i in packed.infolist()) > LARGEST_UNPACKED:
                raise InputError(field="file", got="", needs="a spreadsheet that is smaller once unpacked")
            book = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
            tables = [_sheet(x, packed) for x in book.worksheets[:MOST_SHEETS] if x.sheet_state == "visible"]
            book.close()
    except InputError:
        raise
    except Exception as error:  # a damaged workbook raises whatever its parts do; all of it means one thing
        raise InputError(
            field="file", got=type(error).__name__, needs="a whole .xlsx: this one cannot be opened"
        ) from None
    return tables


def _sheet(sheet: Any, packed: zipfile.ZipFile) -> Table:
    rows = [
        [_cell(c) for c in row]
        for row in sheet.iter_rows(max_row=MOST_ROWS + 1, max_col=MOST_COLUMNS, values_only=True)
    ]
    raw = packed.read(sheet._worksheet_path)
    hidden = {int(n) for pattern in (HIDDEN_ROW, HIDDEN_ROW_2) for n in pattern.findall(raw)}
    return Table(sheet.title, _not_too_many(rows), frozenset(hidden))


def _cell(value: Any) -> Cell:
    if value is None:
        return Cell("")
    if isinstance(value, bool):
        return Cell(str(value))
    if isinstance(value, int | float):
        return Cell(f"{value:.15g}", float(value))
    return Cell(clean(str(value)))


def _not_too_many(rows: list[list[Cell]]) -> list[list[Cell]]:
    if len(rows) > MOST_ROWS:
        raise InputError(field="file", got=f"more than {MOST_ROWS} lines", needs=f"at most {MOST_ROWS} lines at a time")
    return rows
