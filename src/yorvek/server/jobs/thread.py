"""The thread worked out for a job: the records into the core, answers kept by content."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

from yorvek.core.checks import BeamMember, BeamVerdict
from yorvek.core.cutting.bars import BarPlan, BarProblem, solve_bars
from yorvek.core.frames import FrameRequest, check_member
from yorvek.core.jobs import Figures, JobState, figures
from yorvek.core.jobs.structures import StructureResult, work_out
from yorvek.core.records import IN_STATE
from yorvek.server.jobs.models import Job, JobRecord
from yorvek.server.jobs.worked import Kept
from yorvek.server.stock.models import StockItem

BAR_SECONDS = 0.15
"""What an edit waits for a bar plan that cannot be proven at once."""


ALWAYS_S = 0.0
"""Every plan is worth a row: what one process finds at once, another that is slower may end elsewhere by the clock."""


def _plan(text: str) -> BarPlan:
    return solve_bars(BarProblem.model_validate_json(text), seconds=BAR_SECONDS)


_bar_plan = Kept(_plan, BarPlan, most=512, long_s=ALWAYS_S)


def plan_of_bars(problem: BarProblem) -> BarPlan:
    """A bar plan, from memory where the same was asked before."""
    return _bar_plan(problem.model_dump_json())


@lru_cache(maxsize=2048)
def _verdict(text: str) -> BeamVerdict:
    return check_member(BeamMember.model_validate_json(text))


def _work_out(text: str) -> StructureResult:
    return work_out(FrameRequest.model_validate_json(text))


_structure = Kept(_work_out, StructureResult, most=512)


def structure_result(request: FrameRequest) -> StructureResult:
    """A structure worked out, from memory where the same was asked before."""
    return _structure(request.model_dump_json())


def _worked_out(text: str) -> Figures:
    return figures(
        JobState.model_validate_json(text),
        plan_of_bars,
        lambda member: _verdict(member.model_dump_json()),
        structure_result,
    )


_figures = Kept(_worked_out, most=64)


PLURALS = {kind.name: kind.plural for kind in IN_STATE}


def job_state(job: Job) -> JobState:
    """A job's records as the core takes them."""
    lists: dict[str, dict[int, Any]] = {plural: {} for plural in PLURALS.values()}
    for row in JobRecord.objects.filter(job=job, kind_name__in=PLURALS):
        lists[PLURALS[row.kind_name]][row.pk] = row.spec
    stock = {r.pk: r.spec for r in StockItem.objects.filter(shop_id=job.shop_id)}
    return JobState(number=job.pk, job=job.spec, stock=stock, **lists)


def job_figures(state: JobState) -> Figures:
    """The thread's figures, from memory where the same job was worked out before."""
    return _figures(state.model_dump_json())
