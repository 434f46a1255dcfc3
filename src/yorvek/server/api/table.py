"""The cutting table: a sheet of a nest planned, run on the simulated table, and given out as G-code."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem
from yorvek.core.cutting.table import TableJob, TableRun, TableSettings, sheet_on_table, simulate
from yorvek.core.errors import InputError
from yorvek.core.jobs.checking import refuse_unmeasured
from yorvek.core.jobs.cutting import SheetGroup
from yorvek.core.jobs.ways import refuse_program, way_of
from yorvek.core.model import Model
from yorvek.server.api.access import job_of
from yorvek.server.api.exports import file_response
from yorvek.server.api.plans import plan_of, plan_view
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_figures, job_state

router = Router(tags=["table"])
FEED_MM_MIN = 2400.0
"""Of a path that is shown though no table of the shop's own cuts it."""


def _on_table(job: Job, plan_id: int, sheet: str) -> tuple[TableJob, bool]:
    plan = plan_of(job, plan_id)
    if plan.result is None:
        raise HttpError(404, "This nest has no layout yet.")
    view = plan_view(job, plan)
    machines = job.spec.machines
    problem, result = SheetProblem.model_validate(plan.problem), SheetPlan.model_validate(plan.result)
    group = view.group
    way = way_of(job.spec, group.process)
    settings = TableSettings(
        kerf_mm=problem.kerf,
        feed_mm_min=way.speed(group.thickness_mm) if way else FEED_MM_MIN,
        pierce_s=way.pierce(group.thickness_mm) if way else 0.0,
        mark_s=machines.mark_s,
        lead_mm=machines.lead.value,
        bridges=machines.bridges,
        common_line=machines.common_line and problem.part_gap <= problem.kerf,
    )
    stale = " STALE" if view.stale else ""
    table_job = sheet_on_table(
        problem, result, view.outlines, sheet, settings, f"{job.spec.name} {problem.name} {sheet}{stale}",
        later=view.later, refused=_refused(job, group),
    )  # fmt: skip
    return table_job, view.stale


def _refused(job: Job, group: SheetGroup) -> str:
    """Why no program is made of a nest, in words."""
    try:
        refuse_program(job.spec, group.process, group.thickness_mm, group.material_id)
    except InputError as error:
        return error.sentence
    return ""


@router.get("/jobs/{job_id}/plans/{plan_id}/table", response=TableJob)
def see_table(request: HttpRequest, job_id: int, plan_id: int, sheet: str) -> TableJob:
    """A sheet's path, program and simulated run."""
    return _on_table(job_of(request, job_id), plan_id, sheet)[0]


@router.get("/jobs/{job_id}/export/plans/{plan_id}/program.nc")
def export_program(request: HttpRequest, job_id: int, plan_id: int, sheet: str) -> HttpResponse:
    """The G-code of a sheet; a program with a fault is not given out."""
    job = job_of(request, job_id)
    refuse_unmeasured(job_figures(job_state(job)))
    found, stale = _on_table(job, plan_id, sheet)
    if found.refused:
        group = plan_view(job, plan_of(job, plan_id)).group
        refuse_program(job.spec, group.process, group.thickness_mm, group.material_id)
    if found.run.faults or found.plan.troubles:
        wrong = (found.run.faults + found.plan.troubles)[0]
        raise InputError(field="program", got=wrong, needs="a nest that can be cut: widen the gap or shorten the lead")
    return file_response(
        found.program,
        f"{job.spec.name} {plan_of(job, plan_id).problem['name']} {sheet}{' STALE' if stale else ''}.nc",
        "text/plain; charset=utf-8",
    )


class ProgramIn(Model):
    """A program brought in, and the sheet it runs on, mm."""

    program: str = Field(max_length=5_000_000)
    width: float = Field(gt=0, le=100_000)
    height: float = Field(gt=0, le=100_000)


@router.post("/table/run", response=TableRun)
def run_program(request: HttpRequest, body: ProgramIn) -> TableRun:
    """Run any program on the simulated table."""
    return simulate(body.program, width=body.width, height=body.height)
