"""The thread worked out for a job: the records into the core, answers kept by content."""

from __future__ import annotations

from functools import lru_cache

from yorvek.core.checks import BeamMember, BeamVerdict
from yorvek.core.cutting.bars import BarPlan, BarProblem, solve_bars
from yorvek.core.frames import FrameRequest, check_member
from yorvek.core.jobs import Figures, JobState, figures
from yorvek.core.jobs.structures import StructureResult, work_out
from yorvek.server.jobs.models import (
    CutBar,
    Dimension,
    FreeJoint,
    Job,
    KeptPlan,
    Load,
    Member,
    Part,
    Plate,
    Profile,
    Structure,
)
from yorvek.server.stock.models import StockItem

BAR_SECONDS = 0.15
"""What an edit waits for a bar plan that cannot be proven at once."""


@lru_cache(maxsize=512)
def _bar_plan(text: str) -> BarPlan:
    return solve_bars(BarProblem.model_validate_json(text), seconds=BAR_SECONDS)


@lru_cache(maxsize=2048)
def _verdict(text: str) -> BeamVerdict:
    return check_member(BeamMember.model_validate_json(text))


@lru_cache(maxsize=512)
def _structure(text: str) -> StructureResult:
    return work_out(FrameRequest.model_validate_json(text))


@lru_cache(maxsize=64)
def _figures(text: str) -> Figures:
    return figures(
        JobState.model_validate_json(text),
        lambda problem: _bar_plan(problem.model_dump_json()),
        lambda member: _verdict(member.model_dump_json()),
        lambda request: _structure(request.model_dump_json()),
    )


def job_state(job: Job) -> JobState:
    """A job's records as the core takes them."""
    return JobState(
        number=job.pk,
        job=job.spec,
        dimensions={r.pk: r.spec for r in Dimension.objects.filter(job=job)},
        loads={r.pk: r.spec for r in Load.objects.filter(job=job)},
        members={r.pk: r.spec for r in Member.objects.filter(job=job)},
        structures={r.pk: r.spec for r in Structure.objects.filter(job=job)},
        plates={r.pk: r.spec for r in Plate.objects.filter(job=job)},
        joints={r.pk: r.spec for r in FreeJoint.objects.filter(job=job)},
        profiles={r.pk: r.spec for r in Profile.objects.filter(job=job)},
        parts={r.pk: r.spec for r in Part.objects.filter(job=job)},
        cuts={r.pk: r.spec for r in CutBar.objects.filter(job=job)},
        kept={r.pk: r.spec for r in KeptPlan.objects.filter(job=job)},
        stock={r.pk: r.spec for r in StockItem.objects.filter(shop_id=job.shop_id)},
    )


def job_figures(state: JobState) -> Figures:
    """The thread's figures, from memory where the same job was worked out before."""
    return _figures(state.model_dump_json())
