"""What is bought beside metal: bolts by their grip, lines by their path, consumables; on the same list."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Money, Place
from yorvek.core.quantities.format import fraction_text, length_text
from yorvek.core.quantities.units import FOOT_MM, INCH_MM, UnitSystem
from yorvek.core.workshop.threads import UNC_TAP_DRILL, metric_size, unified_size

CLOSE_MM = 1e-6
LENGTHS_MM = (
    10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200,
)  # fmt: skip
"""Usual lengths of hexagon bolts, ISO 4014 and 4017 (from memory)."""
LENGTHS_IN = (*(k / 8 for k in range(4, 13)), *(k / 4 for k in range(7, 25)), 6.5, 7.0, 7.5, 8.0)
"""Usual lengths of inch hexagon bolts, ASME B18.2.1: by eighths to 1 1/2, by quarters to 6, then by halves (from
memory).
"""
NUT, WASHER = 0.8, 0.21
"""Height of a nut and of a washer over the diameter, ISO 4032 and 7089, rounded up a little (from memory)."""
NUT_IN, WASHER_IN = 0.88, 0.25
"""The same of inch hexagon nuts, ASME B18.2.2, and plain washers, B18.22.1 (from memory)."""
THREADS_OUT = 2
"""Threads that stand out of the nut (common practice, no source)."""


class BoltItem(Model):
    """Bolts of one size through a grip."""

    kind: Literal["bolt"] = "bolt"
    size: str = Field(default="M12", max_length=12, description="such as M12 or M10x1; in inches 1/2-13 or 1/2-20")
    grip: Length = Field(description="what it holds together, without washers")
    washers: int = Field(default=2, ge=0, le=4)
    grade: str = Field(default="8.8", max_length=12)
    qty: int = Field(default=1, ge=1, le=5000)
    price: Money | None = None

    @property
    def unified(self) -> bool:
        """Whether it is an inch size."""
        return self.size in UNC_TAP_DRILL

    def length_mm(self) -> float:
        """The usual length that reaches: grip, washers, nut, and two threads that stand out.

        Raises:
            InputError: no such size, or a grip that no usual bolt reaches through.
        """
        if self.unified:
            d, pitch = (x * INCH_MM for x in (unified_size(self.size)[0], 1 / unified_size(self.size)[1]))
            nut, washer, lengths = NUT_IN, WASHER_IN, [x * INCH_MM for x in LENGTHS_IN]
        else:
            d, pitch = metric_size(self.size)
            nut, washer, lengths = NUT, WASHER, [float(x) for x in LENGTHS_MM]
        needs = self.grip.value + self.washers * washer * d + nut * d + THREADS_OUT * pitch
        found = next((x for x in lengths if x >= needs - CLOSE_MM), None)
        if found is None:
            raise InputError(
                field="grip", got=self.grip.text,
                needs=f"at most {length_text(lengths[-1], 'in' if self.unified else 'mm')} of bolt: use threaded rod",
            )  # fmt: skip
        return found

    def words(self) -> str:
        """Its size and length, as they are asked for at the counter.

        Raises:
            InputError: as for its length.
        """
        mm = self.length_mm()
        return f'{self.size}×{fraction_text(mm / INCH_MM)}"' if self.unified else f"{self.size}×{mm:g}"


class LineItem(Model):
    """A hose, rope or cable along a path at the position where it must reach furthest, with slack."""

    kind: Literal["line"] = "line"
    name: str = Field(default="rope", max_length=60)
    path: list[Length] = Field(min_length=1, max_length=40, description="stretch by stretch, at the worst position")
    slack_percent: float = Field(default=5.0, ge=0, le=100)
    ends: Place = Place(text="0", value=0.0)
    qty: int = Field(default=1, ge=1, le=1000)
    price: Money | None = Field(default=None, description="of a metre")

    def length_mm(self) -> float:
        """Path, slack, and what the ends take."""
        return sum(p.value for p in self.path) * (1 + self.slack_percent / 100) + self.ends.value


class ConsumableItem(Model):
    """Discs, wire, gas, paint: so much of it."""

    kind: Literal["consumable"] = "consumable"
    name: str = Field(max_length=60, min_length=1)
    unit: str = Field(default="piece", max_length=20)
    qty: float = Field(default=1, gt=0, le=1e6)
    price: Money | None = Field(default=None, description="of one")


HardwareItem = Annotated[BoltItem | LineItem | ConsumableItem, Field(discriminator="kind")]


class HardwareLine(Model):
    """A line of the buy list: how much in words, and as a number of units."""

    what: str
    amount: str
    number: float
    unit: str = "piece"
    each: float | None
    all: float | None
    trouble: str = ""


def hardware_line(item: BoltItem | LineItem | ConsumableItem, system: UnitSystem = "mm") -> HardwareLine:
    """How it stands on the buy list, lengths in a unit system."""
    price = item.price.value if item.price is not None else None
    number: float = item.qty
    unit, trouble = "piece", ""
    if isinstance(item, BoltItem):
        try:
            what = f"{item.words()} {item.grade}, nut, {item.washers} washers"
        except InputError as error:
            what, trouble = f"bolt {item.size}", error.sentence
        amount = str(item.qty)
    elif isinstance(item, LineItem):
        number, unit = math.ceil(item.length_mm() / 100 - CLOSE_MM) / 10 * item.qty, "m"
        if system == "in":
            number, unit = math.ceil(item.length_mm() / FOOT_MM * 2 - CLOSE_MM) / 2 * item.qty, "ft"
        what = f"{item.name}, {item.qty} × {length_text(round(item.length_mm()), system)}"
        amount = f"{number:g} {unit}"
    else:
        what, unit, amount = item.name, item.unit, f"{item.qty:g} {item.unit}"
    if price is not None and unit == "ft":  # a line's price is of a metre
        price *= FOOT_MM / 1000
    money = None if price is None or trouble else price * number
    return HardwareLine(what=what, amount=amount, number=number, unit=unit, each=price, all=money, trouble=trouble)
