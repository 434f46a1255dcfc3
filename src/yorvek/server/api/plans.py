"""Sheet plans: ask, watch, cancel, see."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.cutting.sheets import SheetPlan
from yorvek.core.model import Model
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, writer
from yorvek.server.api.view import plan_state
from yorvek.server.cutting import plans
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_figures, job_state

router = Router(tags=["plans"])


class PlanIn(Model):
    key: str = Field(max_length=120)
    seconds: float = Field(default=8.0, ge=0.5, le=3600)
    seed: int = Field(default=1, ge=0, le=10**6)


def plan_of(job: Job, plan_id: int) -> Plan:
    """A plan of the job."""
    plan = Plan.objects.filter(pk=plan_id, job=job).first()
    if plan is None:
        raise HttpError(404, "There is no such plan in this job.")
    return plan


@router.post("/jobs/{job_id}/plans", response=shapes.PlanState)
def ask_for_plan(request: HttpRequest, job_id: int, body: PlanIn) -> shapes.PlanState:
    """Ask for a sheet plan of one thickness and material; it is made in the worker."""
    user, job = writer(request), job_of(request, job_id)
    group = next((g for g in job_figures(job_state(job)).sheets if g.key == body.key), None)
    if group is None:
        raise HttpError(404, "No part of this job is of that thickness and material any more.")
    plan = plans.ask(job, group, user, body.seconds, body.seed)
    return plan_state(plan, {group.key: plan.problem_hash})


@router.get("/jobs/{job_id}/plans/{plan_id}", response=shapes.PlanView)
def see_plan(request: HttpRequest, job_id: int, plan_id: int) -> shapes.PlanView:
    """A plan with its layout."""
    job = job_of(request, job_id)
    return plan_view(job, plan_of(job, plan_id))


def plan_view(job: Job, plan: Plan) -> shapes.PlanView:
    """A plan with the true outlines of its pieces, as they were when it was asked for."""
    from yorvek.core.cutting.sheets import SheetProblem
    from yorvek.core.jobs.cutting import SheetGroup
    from yorvek.core.outlines import Outline, Ring

    found = job_figures(job_state(job))
    now = {g.key: plans.problem_hash(g.problem) for g in found.sheets}
    state = plan_state(plan, now)
    problem = SheetProblem.model_validate(plan.problem)
    group = next((g for g in found.sheets if g.key == plan.key), None)
    outlines: dict[str, Outline] = {}
    if not state.stale:
        outlines = {
            w.part.mark: w.geometry.outline for w in found.parts.values() if w.geometry and w.geometry.kind == "plate"
        }
    for piece in problem.parts:
        outlines.setdefault(
            piece.id, Outline(outer=Ring.polygon(piece.outline), openings=[Ring.polygon(h) for h in piece.holes])
        )
    thickness, _, material_id = plan.key.partition("|")
    shown = SheetGroup(
        key=plan.key,
        thickness_mm=float(thickness),
        material_id=material_id,
        problem=problem,
        lines=group.lines if group else [],
        mass_kg=group.mass_kg if group else 0.0,
        left_out=[],
    )
    return shapes.PlanView(
        **state.model_dump(),
        group=shown,
        result=SheetPlan.model_validate(plan.result) if plan.result else None,
        outlines=outlines,
    )


@router.post("/jobs/{job_id}/plans/{plan_id}/cancel", response=shapes.PlanState)
def stop_plan(request: HttpRequest, job_id: int, plan_id: int) -> shapes.PlanState:
    """Stop a plan: the best layout so far is kept."""
    writer(request)
    job = job_of(request, job_id)
    plan = plan_of(job, plan_id)
    plans.cancel(plan)
    plan.refresh_from_db()
    return plan_state(plan, {plan.key: plan.problem_hash})
