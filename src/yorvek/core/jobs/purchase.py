"""One purchase: all that a job has to buy, on one list with one total, for every screen and paper.

Metal of the plans in whole bars, sticks that the yard halves and whole sheets; parts that are bought ready; hardware,
lines and consumables; work that is sent out. A group of plates that is not nested counts by an estimate, in whole
sheets, and says so.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping
from typing import Literal

from shapely import Polygon

from yorvek.core.cutting.bars import BarPlan
from yorvek.core.cutting.sheets import SheetStock
from yorvek.core.cutting.sheets.problem import sheet_polygon
from yorvek.core.jobs.cutting import BarGroup, SheetGroup, StockLine
from yorvek.core.jobs.hardware import hardware_line
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.model import Model

USUAL_YIELD = 0.7
"""Of a sheet, until it is nested (common practice, no source)."""
Kind = Literal["bars", "plates", "hardware", "ready", "sent out"]
Plans = Iterable[tuple[BarGroup, BarPlan]]


class PurchaseLine(Model):
    """A line of the list. `money` is of all of it; none where no price is known. An `estimate` is no plan yet."""

    kind: Kind
    key: str = ""
    line: str = ""
    what: str
    material: str = ""
    length_mm: float | None = None
    width_mm: float | None = None
    words: str = ""
    amount: float
    unit: str = "piece"
    price: float | None
    money: float | None
    supplier: str = ""
    assumed: bool = False
    estimate: bool = False
    note: str = ""


class Purchase(Model):
    """All lines and what they come to; what of it is an estimate, and how many lines have no price."""

    lines: list[PurchaseLine] = []
    money: float = 0.0
    money_estimate: float = 0.0
    unpriced: int = 0

    def of_kind(self, kind: Kind) -> float:
        """What the lines of one kind come to."""
        return sum(x.money or 0.0 for x in self.of(kind))

    def of(self, kind: Kind) -> list[PurchaseLine]:
        """Lines of one kind."""
        return [x for x in self.lines if x.kind == kind]


def summed(lines: list[PurchaseLine]) -> Purchase:
    """A purchase of these lines."""
    return Purchase(
        lines=lines,
        money=round(sum(x.money or 0.0 for x in lines), 2),
        money_estimate=round(sum(x.money or 0.0 for x in lines if x.estimate), 2),
        unpriced=sum(1 for x in lines if x.money is None),
    )


def purchase(
    job: JobSpec, bars: Plans, sheets: Iterable[SheetGroup], sent_out: Iterable[tuple[str, float, int]] = ()
) -> Purchase:
    """What a job buys as long as no sheet is nested.

    Args:
        job: its hardware, and what is bought ready.
        bars: profiles with their plans.
        sheets: groups of plates.
        sent_out: ways that are sent out, with their money and how many parts.
    """
    lines = [x for group, plan in bars for x in _bar_lines(group, plan)]
    lines += [x for group in sheets for x in _sheet_lines(group, estimated(group), estimate=True)]
    lines += _hardware_lines(job)
    lines += [
        PurchaseLine(
            kind="sent out", what=name, amount=parts, unit="part", price=None, money=round(money, 2), assumed=True,
            note="by the shop's list, until it is offered",
        )
        for name, money, parts in sent_out
    ]  # fmt: skip
    return summed(lines)


def with_nests(found: Purchase, sheets: Iterable[SheetGroup], nests: Mapping[str, Mapping[str, int]]) -> Purchase:
    """The same with the sheets of nests that stand in the place of estimates: by group, how many of each size."""
    facts = {g.key: _sheet_lines(g, nests[g.key], estimate=False) for g in sheets if g.key in nests}
    out, done = [], set()
    for line in found.lines:
        if line.kind != "plates" or line.key not in facts:
            out.append(line)
        elif line.key not in done:
            done.add(line.key)
            out += facts[line.key]
    return summed([*out, *(x for key, lines in facts.items() if key not in done for x in lines)])


def _bar_lines(group: BarGroup, plan: BarPlan) -> list[PurchaseLine]:
    count: Counter[str] = Counter()
    for bar in plan.bars:
        count[bar.stock] += bar.count
    lengths = {s.id: s.length for s in group.problem.stock}
    out = []
    for line in group.lines:
        if line.on_hand or not count[line.id]:
            continue
        n, price = count[line.id], line.price
        if line.half:  # two halves are one stick, bought whole
            n, price = math.ceil(n / 2), 2 * price
        out.append(
            _line(
                "bars", group.key, line, n, price, what=group.section_id, material=group.material_id,
                length_mm=None if line.half else lengths[line.id],
            )
        )  # fmt: skip
    return out


def _sheet_lines(group: SheetGroup, used: Mapping[str, int], *, estimate: bool) -> list[PurchaseLine]:
    size = {s.id: (s.width, s.height) for s in group.problem.sheets}
    return [
        _line(
            "plates", group.key, line, used[line.id], line.price, what=f"plate {group.thickness_mm:g} mm",
            material=group.material_id, length_mm=size[line.id][0], width_mm=size[line.id][1], estimate=estimate,
            note="not nested yet: whole sheets at a usual yield" if estimate else "",
        )
        for line in group.lines
        if not line.on_hand and used.get(line.id)
    ]  # fmt: skip


def _line(kind: Kind, key: str, line: StockLine, n: int, price: float, **more: object) -> PurchaseLine:
    return PurchaseLine.model_validate(
        {
            "kind": kind, "key": key, "line": line.id, "words": line.words, "amount": n, "price": round(price, 2),
            "money": round(round(price, 2) * n, 2), "supplier": line.supplier, "assumed": line.assumed, **more,
        }
    )  # fmt: skip


def estimated(group: SheetGroup) -> dict[str, int]:
    """Whole sheets at a usual yield: what is on hand first, then the cheapest size that takes the largest piece."""
    area = sum(float(Polygon(p.outline).area) * p.qty for p in group.problem.parts)
    long, wide = (max(v) for v in zip(*(_box(p.outline) for p in group.problem.parts), strict=True))
    price = {x.id: x.price for x in group.lines}
    out: dict[str, int] = {}
    for sheet in (s for s in group.problem.sheets if s.qty is not None):
        out[sheet.id] = min(sheet.qty or 0, _many(area, sheet))
        area -= out[sheet.id] * _of_one(sheet)
    offers = [
        s
        for s in group.problem.sheets
        if s.qty is None and max(s.width, s.height) >= long and min(s.width, s.height) >= wide
    ]
    if area > 0 and offers:
        best = min(offers, key=lambda s: _many(area, s) * price[s.id])
        out[best.id] = _many(area, best)
    return out


def _of_one(sheet: SheetStock) -> float:
    """Of plates that usually come out of a sheet, mm2."""
    return float(sheet_polygon(sheet).area) * USUAL_YIELD


def _many(area: float, sheet: SheetStock) -> int:
    return max(0, math.ceil(area / _of_one(sheet)))


def _box(points: list[tuple[float, float]]) -> tuple[float, float]:
    """Longer and shorter side of the box around."""
    x0, y0, x1, y1 = Polygon(points).bounds
    return max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)


def _hardware_lines(job: JobSpec) -> list[PurchaseLine]:
    out = []
    for item in job.hardware:
        h = hardware_line(item, job.unit)
        out.append(
            PurchaseLine(
                kind="hardware", what=h.what, amount=h.number, unit=h.unit, price=h.each,
                money=None if h.all is None else round(h.all, 2), note=h.trouble,
            )
        )  # fmt: skip
    for c in job.carried:
        if c.kind == "bought part":
            money = c.price.value if c.price is not None else None
            out.append(PurchaseLine(kind="ready", what=c.name, amount=1, price=money, money=money, note=c.module))
    return out
