"""The same problem searched in two processes from two seeds; the better plan counts."""

from __future__ import annotations

import os
from collections.abc import Callable
from concurrent.futures import BrokenExecutor, ProcessPoolExecutor, TimeoutError
from multiprocessing import get_context

from yorvek.core.cutting.sheets.plan import solve_sheets
from yorvek.core.cutting.sheets.problem import SheetPlan, SheetProblem
from yorvek.core.cutting.sheets.run import Progress

LEAST_SECONDS = 4.0
"""Below it starting a process costs more than it brings."""
OTHER_SEED = 104_729
PATIENCE_S = 5.0


def free_cores() -> int:
    """Cores that nobody works on just now, at least one."""
    try:
        busy = os.getloadavg()[0]
    except OSError:
        return 1
    return max(1, int((os.cpu_count() or 1) - busy + 0.25))


def _other(problem: str, seconds: float, seed: int) -> str:
    return solve_sheets(SheetProblem.model_validate_json(problem), seconds=seconds, seed=seed).model_dump_json()


def better(a: SheetPlan, b: SheetPlan) -> SheetPlan:
    """The one that lacks less, costs less, is denser."""

    def rank(p: SheetPlan) -> tuple[int, float, float]:
        return sum(u.qty for u in p.unplaced), round(p.cost, 6), -p.strip_density

    return b if rank(b) < rank(a) else a


def solve_on_cores(
    problem: SheetProblem,
    cores: int,
    *,
    seconds: float,
    seed: int = 1,
    cancelled: Callable[[], bool] = lambda: False,
    progress: Progress | None = None,
) -> SheetPlan:
    """`solve_sheets`, on two cores where so many are given and the time is worth it.

    If the other process fails or is late, the plan of this one stands.
    """
    if cores < 2 or seconds < LEAST_SECONDS:
        return solve_sheets(problem, seconds=seconds, seed=seed, cancelled=cancelled, progress=progress)
    pool = ProcessPoolExecutor(1, mp_context=get_context("spawn"))
    try:
        other = pool.submit(_other, problem.model_dump_json(), seconds * 0.9, seed + OTHER_SEED)
        mine = solve_sheets(problem, seconds=seconds, seed=seed, cancelled=cancelled, progress=progress)
        if cancelled():
            return mine
        try:
            return better(mine, SheetPlan.model_validate_json(other.result(timeout=PATIENCE_S)))
        except (BrokenExecutor, TimeoutError):
            return mine
    finally:
        for process in list((pool._processes or {}).values()):
            process.terminate()
        pool.shutdown(wait=False, cancel_futures=True)
