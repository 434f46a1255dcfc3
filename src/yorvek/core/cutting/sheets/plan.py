"""The sheet plan: a first answer at once, then cheaper mixes of sheets and tighter layouts until time is up;
verified.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import replace
from functools import partial

import numpy as np

from yorvek.core.cutting.sheets.apart import Apart, Kinds
from yorvek.core.cutting.sheets.guillotine import guillotine_layouts
from yorvek.core.cutting.sheets.local import Layout, LocalSearch
from yorvek.core.cutting.sheets.mixes import area_bound, cost_of, generous, mixes
from yorvek.core.cutting.sheets.prepare import Container, Prepared, prepare
from yorvek.core.cutting.sheets.problem import Placement, SheetPlan, SheetProblem
from yorvek.core.cutting.sheets.run import NotVerified, Progress, Run, before
from yorvek.core.cutting.sheets.shorten import Shortening, pace_of
from yorvek.core.cutting.sheets.tidy import MOST_PIECES, SECONDS_PER_SQUARE, pushed
from yorvek.core.cutting.sheets.turned_over import as_placed, best_of_shares, may_turn_over
from yorvek.core.cutting.sheets.verify import faults
from yorvek.core.cutting.sheets.waste_free import waste_free

HEAT = 0.006
DENSEST = 0.93
"""A mix must leave at least this much air to be worth trying."""


MOST_MISSING = 0.15
IDLE, TIMES = 100, 3
"""Rounds without improvement before a cheaper mix is given up, and how often it is disturbed first."""
WASTE_FREE_SHARE = 0.5


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


def _turning_over(
    problem: SheetProblem,
    seconds: float,
    seed: int,
    evaluations: int | None,
    guillotine: bool | None,
    cancelled: Callable[[], bool],
    progress: Progress | None,
) -> SheetPlan:
    """Pieces that may be turned over: shares of the time for each way, the best of them."""
    started = time.perf_counter()

    def part_of(one: SheetProblem, share: float) -> SheetPlan:
        # what one share leaves of its time the next may use
        left = max(seconds - (time.perf_counter() - started), 0.1)
        return solve_sheets(
            one, seconds=min(seconds * share, left), seed=seed, guillotine=guillotine, cancelled=cancelled,
            evaluations=None if evaluations is None else max(1, round(evaluations * share)),
            progress=None if progress is None else lambda done, early: progress(done, as_placed(early)),
        )  # fmt: skip

    found = best_of_shares(problem, seed, part_of)
    if wrong := faults(problem, found.placements):
        raise NotVerified("; ".join(wrong[:3]))
    return found


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
        evaluations: work to do instead of a time, a construction or a thousand places tried each; the same seed then
        gives the
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
        return _turning_over(problem, seconds, seed, evaluations, guillotine, cancelled, progress)
    straight = bool(problem.meta.get("guillotine")) if guillotine is None else guillotine
    pieces = sum(p.qty for p in problem.parts)
    tidied = not straight and not problem.strip and pieces <= MOST_PIECES
    if tidied:
        seconds -= min(0.1 * seconds, SECONDS_PER_SQUARE * pieces**2)
    run = Run(problem, seconds, seed, evaluations, cancelled, progress)
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


def _straight(run: Run) -> None:
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


def _free(run: Run, data: Prepared, need: float) -> None:
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
        _reorder(run, data, best, run.share() + pace_of(len(data.pieces)).ordering)
        used = _used(best)
        apart = Apart(data, kinds, [best.sheets[k] for k in used], run.random)
        assert best.best is not None
        out = best.best.out.copy()
        for new, old in enumerate(used):
            out[best.best.out[:, 0] == old, 0] = new
        apart.load(replace(best.best, out=out))
    if not run.over():
        Shortening(run, apart).search()


def _used(search: LocalSearch) -> list[int]:
    assert search.best is not None
    return sorted({int(s) for s in search.best.out[:, 0] if s >= 0})


def _cheaper(run: Run, data: Prepared, need: float, best: LocalSearch) -> tuple[LocalSearch, list[LocalSearch]]:
    """Try mixes that cost less by construction, the most promising ones longest; and those that still lack
    something.
    """
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


def _cheaper_apart(run: Run, data: Prepared, kinds: Kinds, need: float, started: list[LocalSearch]) -> Apart | None:
    """Put what a cheaper mix lacks anywhere onto it and draw it all apart; the layout of the cheapest mix that came
    off.
    """
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
            came_off = apart.separate(IDLE, partial(before, run, until))
            run.done += apart.worked()
            if came_off and run.offer(apart.placements(), sure=False):
                found, started = apart, _promising(started, run.best.cost, need)
                break
            if run.share() >= until or run.over():
                break
            apart.disturb()
    return found


def _reorder(run: Run, data: Prepared, search: LocalSearch, until: float) -> None:
    """The same sheets, used more tightly by other orders of construction."""
    if search.current is None:
        search.start()
    begun = run.share()
    while run.share() < until and not run.over():
        run.done += 1
        left = 1 - (run.share() - begun) / max(until - begun, 1e-9)
        if search.step(HEAT * max(left, 0.0)) and search.best is not None:
            run.offer(placements_of(data, search.sheets, search.best))
