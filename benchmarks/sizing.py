"""Sizing: what one check and one sweep of the whole catalogue take, as multiples of a closed-form check in plain
numpy.
"""

from __future__ import annotations

import time
from collections.abc import Callable

import numpy as np

from benchmarks.table import show
from tests.core.jobs import DEMO, state_of
from yorvek.core.checks import check_beam
from yorvek.core.comparison import SweepRequest, sweep
from yorvek.core.cutting.bars import solve_bars
from yorvek.core.files.jobfile import read_job_file
from yorvek.core.jobs import figures
from yorvek.core.jobs.state import beam_member

WAIT_S = 0.2
"""What a person waits for without noticing; the project's own limit for interactive answers."""


def best_of(work: Callable[[], object], times: int = 5) -> float:
    """Shortest of several runs, s."""
    took = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        took.append(time.perf_counter() - began)
    return min(took)


def closed_form() -> object:
    """The yardstick: a uniform load on a simple beam for 2,000 sections at once, by the handbook's formulas."""
    inertia, modulus = np.linspace(1e5, 1e8, 2000), np.linspace(1e3, 1e6, 2000)
    moment, moved = 5.0 * 3000**2 / 8, 5 * 5.0 * 3000**4 / (384 * 210e3 * inertia)
    return moment / modulus, moved


def run(seconds: float | None) -> None:
    """Time each and print the table; the length of a search is not asked here."""
    yardstick = best_of(closed_form, 50)
    rows = []
    for path in sorted(DEMO.glob("*.job.json")):
        state = state_of(read_job_file(path.read_text()))
        for member in state.members.values():
            beam = beam_member(state, member)
            name = f"{path.stem.split('.')[0]} {member.mark}"
            for what, work in (
                ("check", lambda beam=beam: check_beam(beam)),
                ("sweep", lambda beam=beam: sweep(SweepRequest(member=beam))),
            ):
                took = best_of(work)
                rows.append(
                    [f"{name}, {what}", f"{1000 * took:.1f} ms", f"{took / WAIT_S:.3f}", f"{took / yardstick:.0f}"]
                )
        took = best_of(lambda state=state: figures(state, lambda problem: solve_bars(problem, seconds=0.15)), 2)
        rows.append(
            [f"{path.stem}, whole thread", f"{1000 * took:.1f} ms", f"{took / WAIT_S:.3f}", f"{took / yardstick:.0f}"]
        )
    show("Sizing", ["what", "takes", "of 0.2 s", "times the closed form"], rows)
