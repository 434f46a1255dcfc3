"""Use less and less of the sheet that has most left over: explore with large steps, then squeeze with small ones."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

import numpy as np

from yorvek.core.cutting.sheets.apart import Apart, State
from yorvek.core.cutting.sheets.run import Run, before

OFFER_EVERY_S = 0.4


@dataclass(frozen=True)
class Pace:
    """How a layout of so many pieces is searched: share of the time for other orders first and for exploring after it,
    rounds without improvement before a layout is given up, the steps its length is taken away in, and how often
    exploring starts anew.
    """

    pieces: int
    ordering: float
    exploring: float
    idle: int
    first: float
    floor: float
    starts: int = 1


PACES = (
    Pace(40, 0.04, 0.75, 100, 0.01, 0.001, 3),
    Pace(100, 0.06, 0.70, 100, 0.01, 0.001),
    Pace(250, 0.15, 0.35, 40, 0.001, 0.0005),
    Pace(5000, 0.18, 0.20, 30, 0.0008, 0.0005),
)
"""By measurement on strips: few pieces gain from being thrown about, many from being squeezed a little at a time."""
SQUEEZE, SQUEEZE_LEAST = 0.0008, 0.00004
STRIKES = 12
SCATTERED = 1.06
LOOSENED = (0.0, 0.001, 0.004, 0.01)


def pace_of(pieces: int) -> Pace:
    return next(p for p in PACES if pieces <= p.pieces)


class Shortening:
    """Use less and less of the sheet that has most left over, drawing the pieces apart each time."""

    def __init__(self, run: Run, apart: Apart) -> None:
        self.run, self.apart, self.pace = run, apart, pace_of(apart.movable)
        apart.settle()
        room = apart.sheets[:, 2] - apart.sheets[:, 0]
        left = [(room[s] - apart.reach(s)) * (apart.sheets[s, 3] - apart.sheets[s, 1]) for s in range(len(room))]
        self.sheet = int(np.argmax(left))
        self.length, self.best = apart.reach(self.sheet), apart.state()
        self.offered = time.perf_counter()
        begun = self.best
        for (
            longer
        ) in LOOSENED:  # outlines are a hair wider here than where it was built: it may need a little more room
            apart.restore(begun)
            apart.shorten(self.sheet, min(self.length * (1 + longer) + longer, float(room[self.sheet])))
            if self._apart(lambda: not run.over()):
                self.length, self.best = apart.reach(self.sheet), apart.state()
                break
        else:
            apart.restore(begun)

    def search(self) -> None:
        """Explore, then squeeze, until time is up."""
        begun = self.run.share()
        champion = (self.length, self.best)
        for k in range(self.pace.starts):
            if k:
                self._scatter()
            self._explore(begun + (1 - begun) * self.pace.exploring * (k + 1) / self.pace.starts)
            champion = min(champion, (self.length, self.best), key=lambda c: c[0])
        self.length, self.best = champion
        self._squeeze()
        self._offer()

    def _scatter(self) -> None:
        """Start again from the best with half of its pieces changed about and a little more room."""
        apart = self.apart
        apart.restore(self.best)
        room = float(apart.containers[self.sheet].length)
        apart.shorten(self.sheet, min(self.length * SCATTERED, room))
        for _ in range(max(2, apart.movable // 4)):
            apart.disturb()
        if self._apart(lambda: not self.run.over()):
            self.length, self.best = apart.reach(self.sheet), apart.state()
        else:
            apart.restore(self.best)

    def _apart(self, go_on: Callable[[], bool]) -> bool:
        came_off = self.apart.separate(self.pace.idle, go_on)
        self.run.done += self.apart.worked()
        return came_off

    def _shorter(self, step: float, go_on: Callable[[], bool]) -> bool:
        """Try with so much less of the sheet; a layout that comes off is the best from then on."""
        self.apart.shorten(self.sheet, self.length * (1 - step))
        if not self._apart(go_on):
            return False
        self.length, self.best = self.apart.reach(self.sheet), self.apart.state()
        if time.perf_counter() - self.offered > OFFER_EVERY_S:
            self._offer()
        return True

    def _offer(self) -> None:
        """Show the best so far, if it stands up to the check."""
        self.offered = time.perf_counter()
        now = self.apart.state()
        self.apart.restore(self.best)
        self.run.offer(self.apart.placements(), sure=False)
        self.apart.restore(now)

    def _explore(self, until: float) -> None:
        """Large steps first; a layout that does not come off is disturbed and tried again, the least overlapping
        rather.
        """
        run, apart = self.run, self.apart
        step, failed = self.pace.first, 0
        pool: list[tuple[float, int, State]] = []
        while not run.over() and run.share() < until and self.length > 0:
            if self._shorter(step, partial(before, run, until)):
                failed, pool = 0, []
                continue
            failed += 1
            pool.append((apart.settle(), len(pool), apart.state()))
            if step > self.pace.floor and failed >= 2:
                step, failed, pool = max(step * 0.5, self.pace.floor), 0, []
                apart.restore(self.best)
                continue
            if failed >= STRIKES:
                failed, pool = 0, []
                apart.restore(self.best)
            else:
                pool.sort(key=lambda p: p[0])
                k = min(int(abs(run.random.normal(0, 0.25)) * len(pool)), len(pool) - 1)
                apart.restore(pool[k][2])
            apart.disturb()

    def _squeeze(self) -> None:
        """Ever smaller steps from the best."""
        step = SQUEEZE
        self.apart.restore(self.best)
        while not self.run.over() and self.length > 0:
            if not self._shorter(step, lambda: not self.run.over()):
                step = max(step * 0.7, SQUEEZE_LEAST)
                self.apart.restore(self.best)
