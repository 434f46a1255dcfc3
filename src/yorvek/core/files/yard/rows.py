"""A line of a list while it is read, and what comes of it."""

from __future__ import annotations

import re
from dataclasses import dataclass, field

from yorvek.core.errors import InputError
from yorvek.core.files.yard.cells import Cell
from yorvek.core.files.yard.figures import Habit, readings, tidy
from yorvek.core.files.yard.headings import Column
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem


class Odd(Model):
    """A line that was left out, and why."""

    row: int
    words: str
    table: str = ""


class Line(Model):
    """A line that was read: a bar of a section, or a sheet. `price` is of one; `remarks` what was understood beyond
    what stands there.
    """

    row: int
    table: str = ""
    section: str = ""
    material: str
    length_mm: float | None = None
    width_mm: float | None = None
    height_mm: float | None = None
    thickness_mm: float | None = None
    price: float | None = None
    currency: str = ""
    per: str = ""
    price_said: float | None = None
    qty: int | None = None
    supplier: str = ""
    delivery: float | None = None
    duty_percent: float = 0.0
    yard_cut: float | None = None
    location: str = ""
    heat: str = ""
    note: str = ""
    galvanised: bool = False
    remarks: list[str] = []


class Read(Model):
    """What a list holds: lines, those that were left out, headings that nobody knows and what they would be of."""

    lines: list[Line]
    odd: list[Odd]
    unknown: list[str]


@dataclass
class Row:
    """The cells of a line by field, with what is said above it."""

    number: int
    table: str
    cells: dict[str, list[tuple[Column, Cell]]]
    context: str
    habit: Habit
    unit: UnitSystem
    remarks: list[str] = field(default_factory=list)

    def text(self, *names: str) -> str:
        return " ".join(c.text for n in names for _, c in self.cells.get(n, []))

    def first(self, name: str) -> tuple[Column, Cell] | None:
        return next(iter(self.cells.get(name, [])), None)

    @property
    def words(self) -> str:
        """All that says what it is."""
        return f"{self.text('section', 'format', 'finish', 'material', 'note')} {self.context}"


def number(row: Row, cell: Cell, name: str) -> float:
    """A number in a cell, in the list's own way of writing them.

    Raises:
        InputError: it is none, or may be two.
    """
    if cell.number is not None:
        value = cell.number
    else:
        bare = re.sub(r"(?:/|\bper\b|\bje\b)\s*[a-z%²0-9 ]+$", "", cell.text.lower())
        found = re.sub(r"[^\d.,'’\s+-]", "", tidy(bare)).strip(" +")
        if not re.search(r"\d", found):
            raise InputError(field=name, got=cell.text[:40], needs="a number")
        fits = readings(found, row.habit)
        if len(set(fits)) != 1:
            needs = "to say which: it may be " + " or ".join(f"{v:g}" for v in fits) if fits else "a number"
            raise InputError(field=name, got=cell.text[:40], needs=needs)
        value = fits[0]
    if not 0 <= value < 1e9:
        raise InputError(field=name, got=cell.text[:40], needs="a number from 0 on")
    return value


def whole(row: Row, cell: Cell) -> int:
    """A number of pieces.

    Raises:
        InputError: it is none.
    """
    needs = "a whole number, or nothing for what is on offer"
    try:
        value = number(row, cell, "qty")
    except InputError:
        raise InputError(field="qty", got=cell.text[:40], needs=needs) from None
    if value != int(value) or value > 10_000:
        raise InputError(field="qty", got=cell.text[:40], needs=needs)
    return int(value)
