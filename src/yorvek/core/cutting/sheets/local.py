"""Local search over the order, turns and rule of the constructive step, for one choice of sheets."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yorvek.core.cutting.sheets.place import construct
from yorvek.core.cutting.sheets.prepare import Container, Prepared
from yorvek.core.cutting.sheets.rows import Floats, Ints


@dataclass
class Layout:
    """What one construction gave."""

    out: Floats
    order: Ints
    missing_area: float
    cost: float
    used_area: float
    """Area of the used sheets, one of them counted only up to its rightmost piece."""
    soft: float
    max_x: float

    @property
    def rank(self) -> tuple[float, float, float]:
        return round(self.missing_area, 3), round(self.cost, 6), round(self.used_area, 3)


class LocalSearch:
    """Keeps an order of pieces and changes it a little at a time."""

    def __init__(self, data: Prepared, sheets: list[Container], random: np.random.Generator) -> None:
        self.data, self.sheets, self.random = data, sheets, random
        self.order = data.pieces.copy()
        self.forced = np.full(len(self.order), -1, np.int64)
        self.rule = 0
        rows = max(s.rows for s in sheets)
        most = max((len(b) for s in sheets for b in s.blocked), default=0)
        self.blocked = np.zeros((len(sheets), rows, max(most, 1), 2))
        self.blocked_counts = np.zeros((len(sheets), rows), np.int64)
        for i, s in enumerate(sheets):
            for r, b in enumerate(s.blocked):
                self.blocked[i, r, : len(b)] = b
                self.blocked_counts[i, r] = len(b)
        self.sheet_rows = np.array([s.rows for s in sheets], np.int64)
        self.lengths = np.array([s.length for s in sheets])
        self.room = int(min(len(self.order) * 2 + most + 8, 640))
        self.current: Layout | None = None
        self.best: Layout | None = None
        self.tried = 0

    def build(self, order: Ints, forced: Ints, rule: int) -> Layout:
        """Construct and judge."""
        self.tried += 1
        out = np.zeros((len(order), 4))
        row_start, row_count, interval_start, intervals, widths = self.data.arrays
        construct(
            order,
            self.data.turn_start,
            forced,
            self.sheet_rows,
            self.lengths,
            self.blocked,
            self.blocked_counts,
            row_start,
            row_count,
            interval_start,
            intervals,
            widths,
            self.room,
            rule,
            out,
        )
        placed = out[:, 0] >= 0
        missing = float(self.data.areas[order[~placed]].sum())
        right = out[:, 2] + widths[out[:, 1].astype(np.int64)]
        cost, area, saved, max_x = 0.0, 0.0, 0.0, 0.0
        for i, s in enumerate(self.sheets):
            here = placed & (out[:, 0] == i)
            if not here.any():
                continue
            reach = float(right[here].max())
            cost += s.stock.cost
            area += s.area
            clear = self.data.problem.clearance / 2
            end = s.x0 + reach - clear
            left = (
                max(0.0, s.stock.width - end) * s.stock.height
                if s.stock.outline is None
                else max(0.0, s.length - reach) * s.height * 0.5
            )
            if left >= saved:
                saved, max_x = left, end
        soft = float(np.sum(right[placed] * self.data.areas[order[placed]])) if placed.any() else 0.0
        return Layout(out, order, missing, cost, area - saved, soft, max_x)

    def start(self) -> Layout:
        """The best of the rules on the weighted order."""
        for rule in (0, 2, 1):
            found = self.build(self.order, self.forced, rule)
            if self.best is None or found.rank < self.best.rank:
                self.best = self.current = found
                self.rule = rule
            if len(self.order) > 250:
                break
        assert self.best is not None
        return self.best

    def step(self, heat: float) -> bool:
        """Try one change; True if the best got better. `heat` is how much worse is still followed, as a fraction."""
        assert self.current is not None and self.best is not None
        order, forced, rule = self._changed()
        found = self.build(order, forced, rule)
        if self._follows(found, heat):
            self.current, self.order, self.forced, self.rule = found, order, forced, rule
        if found.rank < self.best.rank:
            self.best = found
            return True
        return False

    def _follows(self, found: Layout, heat: float) -> bool:
        now = self.current
        assert now is not None
        if found.missing_area > 0 or now.missing_area > 0:
            return found.missing_area <= now.missing_area * (1 + 5 * heat) + 1e-6
        if found.cost != now.cost:
            return found.cost < now.cost
        if abs(found.used_area - now.used_area) < 1e-6:
            return found.soft <= now.soft * (1 + heat)
        return found.used_area <= now.used_area * (1 + heat)

    def _changed(self) -> tuple[Ints, Ints, int]:
        random, count = self.random, len(self.order)
        order, forced, rule = self.order.copy(), self.forced.copy(), self.rule
        for _ in range(1 + int(random.integers(0, 3))):
            kind = random.random()
            if kind < 0.45 and count > 1:  # swap two unlike pieces, near each other rather
                i = int(random.integers(count))
                reach = max(2, int(count * random.random() ** 2))
                j = (i + int(random.integers(-reach, reach + 1))) % count
                order[[i, j]], forced[[i, j]] = order[[j, i]], forced[[j, i]]
            elif kind < 0.75 and count > 1:  # take one out and put it in elsewhere
                i, j = int(random.integers(count)), int(random.integers(count))
                piece, turn = order[i], forced[i]
                order, forced = np.delete(order, i), np.delete(forced, i)
                order, forced = np.insert(order, j, piece), np.insert(forced, j, turn)
            elif kind < 0.95:  # force a turn, or let it free
                i = int(random.integers(count))
                a, b = self.data.turn_start[order[i]], self.data.turn_start[order[i] + 1]
                forced[i] = -1 if random.random() < 0.4 else int(random.integers(a, b))
            else:
                rule = int(random.integers(3))
        return order, forced, rule
