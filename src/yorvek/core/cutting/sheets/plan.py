"""The sheet plan: a first answer at once, then cheaper mixes of sheets and tighter layouts until time is up; verified."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from yorvek.core.cutting.sheets.apart import Apart, Kinds, State
from yorvek.core.cutting.sheets.guillotine import guillotine_layouts
from yorvek.core.cutting.sheets.local import Layout, LocalSearch
from yorvek.core.cutting.sheets.mixes import area_bound, cost_of, generous, mixes
from yorvek.core.cutting.sheets.prepare import Container, Prepared, prepare
from yorvek.core.cutting.sheets.problem import Placement, SheetPlan, SheetProblem, UnplacedPiece
from yorvek.core.cutting.sheets.tidy import MOST_PIECES, SECONDS_PER_SQUARE, pushed
from yorvek.core.cutting.sheets.turned_over import as_placed, best_of_shares, may_turn_over
from yorvek.core.cutting.sheets.verify import Measures, faults, measures
from yorvek.core.cutting.sheets.waste_free import waste_free

Progress = Callable[[float, "SheetPlan"], None]
HEAT = 0.006
DENSEST = 0.93
"""A mix must leave at least this much air to be worth trying."""


MOST_MISSING = 0.15
IDLE, TIMES = 100, 3
"""Rounds without improvement before a cheaper mix is given up, and how often it is disturbed first."""
OFFER_EVERY_S = 0.4
WASTE_FREE_SHARE = 0.5


class NotVerified(RuntimeError):
    """A plan that failed its own check: our fault, never shown as a plan."""


class _Run:
    """Clock, evaluations, best plan and trace of one run."""

    def __init__(
        self,
        problem: SheetProblem,
        seconds: float,
        seed: int,
        evaluations: int | None,
        cancelled: Callable[[], bool],
        progress: Progress | None,
    ) -> None:
        self.problem, self.seconds, self.seed = problem, seconds, seed
        self.limit, self.cancelled, self.progress = evaluations, cancelled, progress
        self.started = time.perf_counter()
        self.random = np.random.default_rng(seed)
        self.best: SheetPlan | None = None
        self.trace: list[tuple[float, float, float]] = []
        self.done = 0
        self.bound = 0.0
        self.asked = self.started

    def share(self) -> float:
        """How much of the allowance is used, 0 to 1."""
        if self.limit is not None:
            return self.done / max(self.limit, 1)
        return (time.perf_counter() - self.started) / max(self.seconds, 1e-9)

    def over(self) -> bool:
        now = time.perf_counter()
        if self.progress is not None and self.best is not None and now - self.asked > 0.4:
            self.asked = now
            self.progress(min(self.share(), 1.0), self.best)
        return self.share() >= 1.0 or self.cancelled()

    def tidy(self, placements: list[Placement]) -> None:
        """Take the best plan with its pieces pushed together, if it stands up to the check and leaves no less."""
        assert self.best is not None
        found = measures(self.problem, placements)
        if _no_worse(found, self.best) and not faults(self.problem, placements):
            self.best = self.best.model_copy(
                update={"placements": placements, "max_x": found.max_x, "strip_density": found.strip_density}
            )

    def offer(self, placements: list[Placement], *, sure: bool = True) -> bool:
        """Take a plan if it is better than the best; verified before it counts. One that fails the check is a fault of ours where
        the construction is `sure` of it, and is just not taken where a search drew it apart.
        """
        found = measures(self.problem, placements)
        missing = unplaced(self.problem, placements)
        rank = (sum(u.qty for u in missing), round(found.cost, 6), -round(found.strip_density, 6))
        if self.best is not None:
            now = (sum(u.qty for u in self.best.unplaced), round(self.best.cost, 6), -round(self.best.strip_density, 6))
            if rank >= now:
                return False
        wrong = faults(self.problem, placements)
        if wrong and not sure:
            return False
        if wrong:
            raise NotVerified("; ".join(wrong[:3]))
        self.trace.append((round(time.perf_counter() - self.started, 4), round(found.cost, 6), round(found.max_x, 4)))
        self.best = SheetPlan(
            placements=placements,
            cost=found.cost,
            max_x=found.max_x,
            utilisation=found.utilisation,
            strip_density=found.strip_density,
            lower_bound=min(self.bound, found.cost),
            unplaced=missing,
            trace=list(self.trace),
            seed=self.seed,
            evaluations=self.done,
        )
        return True


def _no_worse(found: Measures, best: SheetPlan) -> bool:
    return found.cost <= best.cost + 1e-6 and found.strip_density >= best.strip_density - 1e-6


def unplaced(problem: SheetProblem, placements: list[Placement]) -> list[UnplacedPiece]:
    """Pieces that no placement is of."""
    count: dict[str, int] = {}
    for p in placements:
        count[p.part] = count.get(p.part, 0) + 1
    return [
        UnplacedPiece(part=p.id, qty=p.qty - count.get(p.id, 0)) for p in problem.parts if count.get(p.id, 0) < p.qty
    ]


def placements_of(data: Prepared, sheets: list[Container], layout: Layout) -> list[Placement]:
    """A layout in the problem's own terms."""
    index: list[int] = []
    used: dict[str, int] = {}
    occupied = {int(s) for s in layout.out[:, 0] if s >= 0}
    for i, s in enumerate(sheets):
        index.append(used.get(s.stock.id, 0))
        if i in occupied:
            used[s.stock.id] = index[i] + 1
    out = []
    for kind, (sheet, shape, x, row) in zip(layout.order, layout.out, strict=True):
        if sheet < 0:
            continue
        s = sheets[int(sheet)]
        x0, y0, turn = data.shapes.origins[int(shape)]
        out.append(
            Placement(
                part=data.problem.parts[int(kind)].id,
                sheet=s.stock.id,
                sheet_index=index[int(sheet)],
                x=round(s.x0 + float(x) - x0, 5),
                y=round(s.y0 + float(row) * data.row_mm - y0, 5),
                rotation_deg=turn,
            )
        )
    return out


def warm_up() -> None:
    """Compile the kernels before the clock runs."""
    square = [(0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0)]
    problem = SheetProblem.model_validate(
        {"sheets": [{"id": "s", "width": 50, "height": 50}], "parts": [{"id": "p", "qty": 2, "outline": square}]}
    )
    data = prepare(problem)
    search = LocalSearch(data, data.containers, np.random.default_rng(1))
    apart = Apart(data, Kinds(data), data.containers, np.random.default_rng(1))
    apart.load(search.start())
    apart.X[:], apart.Y[:] = apart.X[0], apart.Y[0]
    apart.separate(1, lambda: False)


def solve_sheets(
    problem: SheetProblem,
    *,
    seconds: float = 10.0,
    seed: int = 1,
    evaluations: int | None = None,
    guillotine: bool | None = None,
    cancelled: Callable[[], bool] = lambda: False,
    progress: Progress | None = None,
) -> SheetPlan:
    """Plan sheets: everything placed, least cost, then the largest clean remnant.

    Args:
        problem: pieces, sheets, gaps; mm.
        seconds: time for the search.
        seed: of the search's random choices.
        evaluations: work to do instead of a time, a construction or a thousand places tried each; the same seed then gives the
            same plan.
        guillotine: only plans that straight-through cuts can make; as the problem says where not given.
        cancelled: asked now and then; True ends the search with the best so far.
        progress: told the share of the allowance used and the best plan so far.

    Returns:
        A verified plan; `unplaced` lists what found no sheet.

    Raises:
        NotVerified: the plan failed its own check.
    """
    if may_turn_over(problem):
        started = time.perf_counter()

        def part_of(one: SheetProblem, share: float) -> SheetPlan:
            # what one share leaves of its time the next may use
            left = max(seconds - (time.perf_counter() - started), 0.1)
            return solve_sheets(
                one, seconds=min(seconds * share, left), seed=seed, guillotine=guillotine, cancelled=cancelled,
                evaluations=None if evaluations is None else max(1, round(evaluations * share)), progress=None if progress is None else lambda done, early: progress(done, as_placed(early)),
            )  # fmt: skip

        found = best_of_shares(problem, seed, part_of)
        if wrong := faults(problem, found.placements):
            raise NotVerified("; ".join(wrong[:3]))
        return found
    straight = bool(problem.meta.get("guillotine")) if guillotine is None else guillotine
    pieces = sum(p.qty for p in problem.parts)
    tidied = not straight and not problem.strip and pieces <= MOST_PIECES
    if tidied:
        seconds -= min(0.1 * seconds, SECONDS_PER_SQUARE * pieces**2)
    run = _Run(problem, seconds, seed, evaluations, cancelled, progress)
    data = prepare(problem)
    need = float(data.areas[data.pieces].sum())
    run.bound = area_bound(data.containers, need)
    if straight:
        _straight(run)
    elif data.containers:
        _free(run, data, need)
    if run.best is None:
        run.offer([])
    if run.best is not None and tidied:
        run.tidy(pushed(problem, run.best.placements))
    assert run.best is not None
    return run.best.model_copy(update={"evaluations": run.done, "trace": run.trace})


def _straight(run: _Run) -> None:
    full = waste_free(run.problem, run.random, lambda: run.share() < WASTE_FREE_SHARE and not run.over())
    if full is not None:
        run.done += 1
        run.offer(full)
        return
    for placements in guillotine_layouts(run.problem, run.random):
        run.done += 1
        run.offer(placements)
        if run.over():
            return


def _free(run: _Run, data: Prepared, need: float) -> None:
    best: LocalSearch | None = None
    for mix in generous(data.containers, need, len(data.pieces)):
        search = LocalSearch(data, mix, run.random)
        layout = search.start()
        run.done += search.tried
        if run.offer(placements_of(data, mix, layout)):
            best = search
        if run.over():
            return
    assert best is not None and run.best is not None
    kinds = Kinds(data)
    apart: Apart | None = None
    if not run.problem.strip:
        best, started = _cheaper(run, data, need, best)
        apart = _cheaper_apart(run, data, kinds, need, started)
    if apart is None:
        _reorder(run, data, best, run.share() + _pace(len(data.pieces)).ordering)
        used = _used(best)
        apart = Apart(data, kinds, [best.sheets[k] for k in used], run.random)
        assert best.best is not None
        out = best.best.out.copy()
        for new, old in enumerate(used):
            out[best.best.out[:, 0] == old, 0] = new
        apart.load(replace(best.best, out=out))
    if not run.over():
        _Shortening(run, apart).search()


def _used(search: LocalSearch) -> list[int]:
    assert search.best is not None
    return sorted({int(s) for s in search.best.out[:, 0] if s >= 0})


def _cheaper(run: _Run, data: Prepared, need: float, best: LocalSearch) -> tuple[LocalSearch, list[LocalSearch]]:
    """Try mixes that cost less by construction, the most promising ones longest; and those that still lack something."""
    assert run.best is not None
    open_ = [LocalSearch(data, m, run.random) for m in mixes(data.containers, need / DENSEST, run.best.cost)][:60]
    started: list[LocalSearch] = []
    for search in reversed(open_):  # the dearest first: it is likeliest to hold everything
        if run.share() > 0.12 or run.over():
            break
        if cost_of(search.sheets) >= run.best.cost - 1e-9:
            continue
        layout = search.start()
        run.done += search.tried
        started.append(search)
        if layout.missing_area == 0 and run.offer(placements_of(data, search.sheets, layout)):
            best = search
    while not run.over():
        started = _promising(started, run.best.cost, need)
        if not started or run.share() > 0.25:
            break
        search = started[min(int(run.random.exponential(0.8)), len(started) - 1)]
        for _ in range(10):
            run.done += 1
            if (
                search.step(HEAT * (1 - run.share()))
                and search.best is not None
                and search.best.missing_area == 0
                and run.offer(placements_of(data, search.sheets, search.best))
            ):
                best = search
            if run.over():
                break
    return best, _promising(started, run.best.cost, need)


def _promising(started: list[LocalSearch], below: float, need: float) -> list[LocalSearch]:
    """Mixes that cost less and lack little, the one that lacks least first."""
    kept = [
        s
        for s in started
        if s.best is not None and cost_of(s.sheets) < below - 1e-9 and s.best.missing_area < MOST_MISSING * need
    ]
    return sorted(kept, key=lambda s: s.best.missing_area if s.best else 0.0)


def _cheaper_apart(run: _Run, data: Prepared, kinds: Kinds, need: float, started: list[LocalSearch]) -> Apart | None:
    """Put what a cheaper mix lacks anywhere onto it and draw it all apart; the layout of the cheapest mix that came off."""
    found: Apart | None = None
    assert run.best is not None
    while started and run.share() < 0.7 and not run.over():
        search = started.pop(0)
        assert search.best is not None
        if cost_of(search.sheets) >= run.best.cost - 1e-9:
            continue
        apart = Apart(data, kinds, search.sheets, run.random)
        apart.load(search.best)
        until = run.share() + (0.72 - run.share()) / (1 + min(len(started), 3))
        for _ in range(TIMES):
            came_off = apart.separate(IDLE, partial(_before, run, until))
            run.done += apart.worked()
            if came_off and run.offer(apart.placements(), sure=False):
                found, started = apart, _promising(started, run.best.cost, need)
                break
            if run.share() >= until or run.over():
                break
            apart.disturb()
    return found


def _before(run: _Run, share: float) -> bool:
    return run.share() < share and not run.over()


def _reorder(run: _Run, data: Prepared, search: LocalSearch, until: float) -> None:
    """The same sheets, used more tightly by other orders of construction."""
    if search.current is None:
        search.start()
    begun = run.share()
    while run.share() < until and not run.over():
        run.done += 1
        left = 1 - (run.share() - begun) / max(until - begun, 1e-9)
        if search.step(HEAT * max(left, 0.0)) and search.best is not None:
            run.offer(placements_of(data, search.sheets, search.best))


@dataclass(frozen=True)
class Pace:
    """How a layout of so many pieces is searched: share of the time for other orders first and for exploring after it, rounds
    without improvement before a layout is given up, the steps its length is taken away in, and how often exploring starts anew.
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


def _pace(pieces: int) -> Pace:
    return next(p for p in PACES if pieces <= p.pieces)


class _Shortening:
    """Use less and less of the sheet that has most left over, drawing the pieces apart each time."""

    def __init__(self, run: _Run, apart: Apart) -> None:
        self.run, self.apart, self.pace = run, apart, _pace(apart.movable)
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
        """Large steps first; a layout that does not come off is disturbed and tried again, the least overlapping rather."""
        run, apart = self.run, self.apart
        step, failed = self.pace.first, 0
        pool: list[tuple[float, int, State]] = []
        while not run.over() and run.share() < until and self.length > 0:
            if self._shorter(step, partial(_before, run, until)):
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
