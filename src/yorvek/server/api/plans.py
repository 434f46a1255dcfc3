"""Sheet plans: ask, watch, cancel, see."""

from __future__ import annotations

from collections import Counter

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.cutting.sheets import Placement, SheetPlan, SheetProblem
from yorvek.core.cutting.sheets.by_hand import plan_by_hand
from yorvek.core.cutting.sheets.verify import faults_of, measures
from yorvek.core.errors import InputError
from yorvek.core.jobs.cutting import SheetGroup
from yorvek.core.jobs.processes import minutes_of
from yorvek.core.jobs.sheets_cut import PlateKey
from yorvek.core.jobs.ways import made_later, way_of
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, writer
from yorvek.server.api.view import plan_state
from yorvek.server.cutting import plans
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_figures, job_state

router = Router(tags=["plans"])
MOST_VARIANTS = 12


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
    found = job_figures(job_state(job))
    now = {g.key: plans.problem_hash(g.problem) for g in found.sheets}
    state = plan_state(plan, now)
    problem = SheetProblem.model_validate(plan.problem)
    group = next((g for g in found.sheets if g.key == plan.key), None)
    plates = {w.part.mark: w.geometry for w in found.parts.values() if w.geometry and w.geometry.kind == "plate"}
    plates = {} if state.stale else plates
    outlines = {mark: g.outline for mark, g in plates.items()}
    for piece in problem.parts:
        outlines.setdefault(
            piece.id, Outline(outer=Ring.polygon(piece.outline), openings=[Ring.polygon(h) for h in piece.holes])
        )
    of = PlateKey.read(plan.key)
    shown = SheetGroup(
        key=plan.key,
        thickness_mm=of.thickness_mm,
        material_id=of.material_id,
        process=of.process,
        way=group.way if group else of.process,
        refs=group.refs if group else {},
        drilled=group.drilled if group else [],
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
        later=later_openings(job, shown, outlines, {mark: g.tapped for mark, g in plates.items()}),
    )


def later_openings(
    job: Job, group: SheetGroup, outlines: dict[str, Outline], tapped: dict[str, list[int]]
) -> dict[str, list[int]]:
    """Openings of a group's pieces that its way cannot make, by piece."""
    way, mine = way_of(job.spec, group.process), {p.id for p in group.problem.parts}
    found = {id: made_later(way, o, group.thickness_mm, tapped.get(id, ())) for id, o in outlines.items() if id in mine}
    return {id: numbers for id, numbers in found.items() if numbers}


class Variant(shapes.PlanState):
    """A finished plan beside others of its plates: what it costs, how full it is, how long the table cuts."""

    counts: bool
    by: str
    cut_minutes: float


@router.get("/jobs/{job_id}/variants", response=list[Variant])
def variants(request: HttpRequest, job_id: int, key: str) -> list[Variant]:
    """The finished plans of one thickness and material, newest first."""
    job = job_of(request, job_id)
    found = job_figures(job_state(job))
    now = {g.key: plans.problem_hash(g.problem) for g in found.sheets}
    counting = {p.pk for p in plans.latest_plans(job.pk, now)}
    by_mark = {w.part.mark: w for w in found.parts.values() if w.geometry}
    way = way_of(job.spec, PlateKey.read(key).process)
    out = []
    for plan in Plan.objects.filter(job=job, key=key, state=Plan.State.DONE).select_related("asked_by")[:MOST_VARIANTS]:
        result = SheetPlan.model_validate(plan.result)
        cut = Counter(p.part for p in result.placements if p.part in by_mark)
        minutes = sum(n * minutes_of(by_mark[part], way) for part, n in cut.items()) if way else 0.0
        out.append(
            Variant(
                **plan_state(plan, now).model_dump(),
                counts=plan.pk in counting,
                by=plan.asked_by.username if plan.asked_by else "",
                cut_minutes=minutes,
            )
        )
    return out


@router.post("/jobs/{job_id}/plans/{plan_id}/pick", response=shapes.PlanState)
def pick_plan(request: HttpRequest, job_id: int, plan_id: int) -> shapes.PlanState:
    """Let this variant count from now on."""
    writer(request)
    job = job_of(request, job_id)
    plan = _done(job, plan_id)
    plans.pick(plan)
    return plan_state(plan, {plan.key: plan.problem_hash})


class MovedIn(Model):
    """Where the pieces of a plan are now; as many as it has."""

    placements: list[Placement] = Field(max_length=5000)
    title: str = Field(default="moved by hand", max_length=80)


class Wrong(Model):
    """A fault and the placements it is about."""

    words: str
    pieces: list[int]


class Looked(Model):
    """What would be wrong with a nest, and which of its pieces that is about."""

    wrong: list[Wrong]
    cost: float
    utilisation: float


def _done(job: Job, plan_id: int) -> Plan:
    plan = plan_of(job, plan_id)
    if plan.state != Plan.State.DONE:
        raise InputError(field="plan", got=plan.state, needs="a finished plan")
    return plan


def _placements(plan: Plan, body: MovedIn) -> list[Placement]:
    """The placements sent, if they are of the plan's own pieces and sheets."""
    problem = SheetProblem.model_validate(plan.problem)
    before = SheetPlan.model_validate(plan.result).placements
    if sorted(p.part for p in body.placements) != sorted(p.part for p in before):
        raise InputError(
            field="placements", got=f"{len(body.placements)} pieces", needs="every piece of the plan, once"
        )
    odd = next((p.sheet for p in body.placements if p.sheet not in {s.id for s in problem.sheets}), None)
    if odd is not None:
        raise InputError(field="sheet", got=odd, needs="a sheet of the plan")
    return body.placements


@router.post("/jobs/{job_id}/plans/{plan_id}/look", response=Looked)
def look_at_move(request: HttpRequest, job_id: int, plan_id: int, body: MovedIn) -> Looked:
    """Whether the pieces are clear of each other and of the edges where they are now. Nothing is stored."""
    plan = _done(job_of(request, job_id), plan_id)
    problem, placements = SheetProblem.model_validate(plan.problem), _placements(plan, body)
    found = measures(problem, placements)
    return Looked(
        wrong=[Wrong(words=f.words, pieces=list(f.pieces)) for f in faults_of(problem, placements)],
        cost=found.cost,
        utilisation=found.utilisation,
    )


@router.post("/jobs/{job_id}/plans/{plan_id}/move", response=shapes.PlanState)
def move_pieces(request: HttpRequest, job_id: int, plan_id: int, body: MovedIn) -> shapes.PlanState:
    """Keep a nest as it was changed by hand, as a variant that counts from now on."""
    user, job = writer(request), job_of(request, job_id)
    plan = _done(job, plan_id)
    problem, before = SheetProblem.model_validate(plan.problem), SheetPlan.model_validate(plan.result)
    if problem.meta.get("guillotine"):
        raise InputError(
            field="nest", got="straight cuts", needs="a nest for free cutting: a moved piece may stand across a cut"
        )
    moved = plans.keep_moved(plan, plan_by_hand(problem, _placements(plan, body), before=before), user, body.title)
    return plan_state(moved, {moved.key: moved.problem_hash})


class RestIn(Model):
    """Which pieces stay, and how long the rest is searched."""

    locked: list[int] = Field(max_length=5000)
    seconds: float = Field(default=8.0, ge=0.5, le=3600)
    seed: int = Field(default=1, ge=0, le=10**6)


@router.post("/jobs/{job_id}/plans/{plan_id}/rest", response=shapes.PlanState)
def plan_rest(request: HttpRequest, job_id: int, plan_id: int, body: RestIn) -> shapes.PlanState:
    """Ask for the pieces that are not locked to be placed anew; it is made in the worker."""
    user, job = writer(request), job_of(request, job_id)
    plan = _done(job, plan_id)
    last = len(SheetPlan.model_validate(plan.result).placements) - 1
    odd = next((k for k in body.locked if not 0 <= k <= last), None)
    if odd is not None:
        raise InputError(field="locked", got=str(odd), needs=f"0 to {last}")
    asked = plans.ask_rest(plan, body.locked, user, body.seconds, body.seed)
    return plan_state(asked, {asked.key: asked.problem_hash})


@router.post("/jobs/{job_id}/plans/{plan_id}/cancel", response=shapes.PlanState)
def stop_plan(request: HttpRequest, job_id: int, plan_id: int) -> shapes.PlanState:
    """Stop a plan: the best layout so far is kept."""
    writer(request)
    job = job_of(request, job_id)
    plan = plan_of(job, plan_id)
    plans.cancel(plan)
    plan.refresh_from_db()
    return plan_state(plan, {plan.key: plan.problem_hash})
