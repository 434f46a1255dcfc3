"""A job put together for its views, whole or as far as an edit changed it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from yorvek.core.cutting.bars.problem import proof_words
from yorvek.core.jobs import Figures, JobState
from yorvek.core.jobs.checking import needs_checker
from yorvek.core.jobs.figures import BarResult
from yorvek.core.jobs.hardware import hardware_line
from yorvek.core.jobs.order_of_work import laid
from yorvek.core.jobs.stops import stops_of
from yorvek.core.records import KINDS
from yorvek.core.records.digest import digest_of
from yorvek.server.api import shapes
from yorvek.server.api.rows import SAID_ROWS, WORKED_ROWS, Place, by, result_of
from yorvek.server.cutting.bought import bought
from yorvek.server.cutting.models import Plan
from yorvek.server.cutting.plans import latest_plans, problem_hash, sheets_of
from yorvek.server.jobs.headlines import keep, kept
from yorvek.server.jobs.models import Job, JobRecord
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.models import Edit, Way
from yorvek.server.journal.stand import Step, stand_of

SAID = [kind.name for kind in KINDS if kind.said]
KIND_OF = {kind.plural: kind.name for kind in KINDS}
Told = dict[str, list[JobRecord]]
"""What people said, by kind, oldest first."""


def plan_state(plan: Plan, now: dict[str, str]) -> shapes.PlanState:
    """A plan in short; stale if what was asked is no longer what the job asks."""
    result = plan.result or {}
    return shapes.PlanState(
        id=plan.pk,
        key=plan.key,
        state=plan.state,
        progress=plan.progress,
        early=plan.early,
        message=plan.message,
        asked=plan.asked.isoformat(),
        finished=plan.finished.isoformat() if plan.finished else None,
        stale=now.get(plan.key) != plan.problem_hash,
        title=plan.title,
        sheets=sheets_of(plan).total(),
        cost=result.get("cost"),
        utilisation=result.get("utilisation"),
    )


def edit_view(edit: Edit) -> shapes.EditView:
    """A line of the history."""
    return shapes.EditView(
        id=edit.pk,
        title=edit.title,
        by=edit.user.username if edit.user else "",
        at=edit.at.isoformat(),
        ripple=edit.ripple,
        undone=hasattr(edit, "undone_by"),
        is_undo=edit.way == Way.UNDONE,
        rows=edit.rows.count(),
    )


def last_edit(job: Job) -> shapes.EditView | None:
    """The newest edit of the job."""
    edit = Edit.objects.filter(job_id=job.pk).select_related("user", "undone_by").order_by("-id").first()
    return edit_view(edit) if edit else None


def sheet_views(job: Job, found: Figures) -> list[shapes.SheetView]:
    """Groups of plates with their newest plans."""
    now = {g.key: problem_hash(g.problem) for g in found.sheets}
    plans = [plan_state(p, now) for p in latest_plans(job.pk, now)]
    sheets = []
    for g in found.sheets:
        mine = sorted((p for p in plans if p.key == g.key), key=lambda p: p.id)
        sheets.append(
            shapes.SheetView(
                key=g.key,
                thickness_mm=g.thickness_mm,
                material_id=g.material_id,
                process=g.process,
                pieces=sum(p.qty for p in g.problem.parts),
                mass_kg=g.mass_kg,
                lines=g.lines,
                left_out=g.left_out,
                latest=mine[-1] if mine else None,
                done=next((p for p in reversed(mine) if p.state == "done"), None),
            )
        )
    return sheets


def thread_figures(found: Figures, sheets: list[shapes.SheetView]) -> shapes.ThreadFigures:
    """The numbers of the thread."""
    same = {name: getattr(found, name) for name in shapes.ThreadFigures.model_fields if hasattr(found, name)}
    return shapes.ThreadFigures(
        **same,
        stale_plans=sum(1 for s in sheets if s.done and s.done.stale),
        sheets_planned=sum(1 for s in sheets if s.done),
    )


def bar_views(bars: list[BarResult]) -> list[shapes.BarView]:
    """Plans of the profiles with the order of work; without the search's times, which every process has its own of."""
    return [
        shapes.BarView(
            group=b.group,
            plan=b.plan.model_copy(update={"trace": []}),
            laid=[laid(b.group, x) for x in b.plan.bars],
            stops=stops_of(b),
            proof=proof_words(b.plan),
        )
        for b in bars
    ]


def job_view(job: Job) -> shapes.JobView:
    """Everything the views show, from one state."""
    stand = stand_of(job)
    job.refresh_from_db()
    stock = job.shop.stock_version
    state = job_state(job)
    found = job_figures(state)
    if kept(job, stock) is None:
        keep(job, found, stock, bought(job.pk, found).money)
    told = _told(job)
    versions = dict(JobRecord.objects.filter(job=job).values_list("pk", "version"))
    sheets = sheet_views(job, found)
    return shapes.JobView(
        stand=stand,
        job=shapes.JobRow(id=job.pk, version=job.version, spec=state.job),
        **_worked(state, found, versions),
        **{name: [said.row(x) for x in _in_order(name, told[said.kind])] for name, said in SAID_ROWS.items()},
        bars=bar_views(found.bars),
        hardware=[hardware_line(item, state.job.unit) for item in state.job.hardware],
        purchase=bought(job.pk, found),
        sheets=sheets,
        figures=thread_figures(found, sheets),
        last_edit=last_edit(job),
        signatures=_signatures(told["signature"], state),
        needs_checker=needs_checker(state),
    )


def _worked(state: JobState, found: Figures, versions: dict[int, int]) -> dict[str, Any]:
    """The rows that figures are worked out from."""
    return {
        name: [row(Place(state, found, k, versions.get(k, 0))) for k in getattr(state, name)]
        for name, row in WORKED_ROWS.items()
    }


def state_view(job: Job, state: JobState, stand: str) -> shapes.JobView:
    """A state of a job that is read and not worked on: what is sized and made in it, and the comments on the job."""
    found, told = job_figures(state), _told(job)
    return shapes.JobView(
        stand=stand,
        job=shapes.JobRow(id=job.pk, version=0, spec=state.job),
        **_worked(state, found, {}),
        notes=[],
        cuts=[],
        sheets_cut=[],
        releases=[],
        comments=[SAID_ROWS["comments"].row(x) for x in told["comment"]],
        bars=bar_views(found.bars),
        hardware=[hardware_line(item, state.job.unit) for item in state.job.hardware],
        purchase=found.purchase,
        sheets=[],
        figures=thread_figures(found, []),
        last_edit=None,
        signatures=_signatures(told["signature"], state),
        needs_checker=needs_checker(state),
    )


def job_changes(job: Job) -> shapes.Changes:
    """What the edit just made changed of what the views show."""
    step: Step | None = job.worked
    if step is None:
        stand = stand_of(job)
        return shapes.Changes(since=stand, stand=stand)
    return step_changes(job, step).model_copy(update={"last_edit": last_edit(job)})


def changes_at(job: Job, since: str) -> shapes.Changes:
    """What changes though nobody edits the job: how far its sheet plans are."""
    now = stand_of(job)
    if now != since:
        return shapes.Changes(since="", stand=now)
    found = job_figures(job_state(job))
    sheets = sheet_views(job, found)
    return shapes.Changes(since=since, stand=now, sheets=sheets, figures=thread_figures(found, sheets))


def step_changes(job: Job, step: Step) -> shapes.Changes:
    """What a step changes of what the views show; laid over what stood at `since` it is the whole."""
    sheets = sheet_views(job, step.now)
    told = _told(job)
    changed: dict[str, Any] = {name: _worked_rows(name, step, job) for name in WORKED_ROWS}
    changed |= {name: _said_rows(name, step, told) for name in SAID_ROWS}
    if step.touched(job.table):
        changed["job"] = shapes.JobRow(id=job.pk, version=job.version, spec=step.after.job)
        changed["hardware"] = [hardware_line(item, step.after.job.unit) for item in step.after.job.hardware]
    if step.was.bars != step.now.bars:
        changed["bars"] = bar_views(step.now.bars)
    return shapes.Changes(
        since=step.since,
        stand=step.stand,
        **changed,
        sheets=sheets,
        purchase=bought(job.pk, step.now),
        figures=thread_figures(step.now, sheets),
        signatures=_signatures(told["signature"], step.after),
        needs_checker=needs_checker(step.after),
    )


def _worked_rows(name: str, step: Step, job: Job) -> dict[str, Any] | None:
    """Rows of a section that were touched or came out otherwise, and all numbers that it now has."""
    now, was = getattr(step.after, name), getattr(step.before, name)
    touched = step.touched(KIND_OF[name])
    changed = [
        k
        for k in now
        if k in touched
        or k not in was
        or result_of(name, step.after, step.now, k) != result_of(name, step.before, step.was, k)
    ]
    if not changed and not touched:
        return None
    versions = dict(JobRecord.objects.filter(job=job, pk__in=changed).values_list("pk", "version"))
    rows = [WORKED_ROWS[name](Place(step.after, step.now, k, versions.get(k, 0))) for k in changed]
    return {"order": list(now), "rows": rows}


def _said_rows(name: str, step: Step, told: Told) -> dict[str, Any] | None:
    said = SAID_ROWS[name]
    touched = step.touched(said.kind)
    if not touched:
        return None
    rows = list(_in_order(name, told[said.kind]))
    return {"order": [x.pk for x in rows], "rows": [said.row(x) for x in rows if x.pk in touched]}


def _told(job: Job) -> Told:
    rows: Told = {name: [] for name in SAID}
    for row in JobRecord.objects.filter(job=job, kind_name__in=SAID).select_related("author"):
        rows[row.kind_name].append(row)
    return rows


def _in_order(name: str, rows: list[JobRecord]) -> Iterable[JobRecord]:
    return reversed(rows) if SAID_ROWS[name].newest_first else rows


def _signatures(rows: list[JobRecord], state: JobState) -> list[shapes.SignatureRow]:
    now = digest_of(state) if rows else ""
    return [
        shapes.SignatureRow(
            by=by(s),
            at=s.at.isoformat(),
            statement=s.spec.statement,
            revision=s.spec.revision,
            stands=s.spec.digest == now,
        )
        for s in reversed(rows)
    ]
