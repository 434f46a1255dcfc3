"""A job put together for its views."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.jobs import JobState, LoadSpec, ProfileSpec
from yorvek.core.jobs.checking import needs_checker
from yorvek.core.jobs.hardware import hardware_line
from yorvek.core.jobs.order_of_work import laid
from yorvek.core.jobs.state import followed
from yorvek.core.records import KINDS
from yorvek.core.records.digest import digest_of
from yorvek.core.sections import section, sold_in
from yorvek.server.api import shapes
from yorvek.server.cutting.models import Plan
from yorvek.server.cutting.plans import latest_plans, problem_hash
from yorvek.server.jobs.headlines import keep, kept
from yorvek.server.jobs.models import Job, JobRecord
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.models import Edit, Way


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
        sheets=len({(p["sheet"], p["sheet_index"]) for p in result.get("placements", [])}),
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
    edit = Edit.objects.filter(job_id=job.pk).select_related("user").order_by("-id").first()
    return edit_view(edit) if edit else None


def _size_of(load: LoadSpec) -> float | None:
    try:
        return load.entered().value
    except InputError:
        return None


def _profile(number: int, version: int, spec: ProfileSpec) -> shapes.ProfileRow:
    """A profile with what it is sold in; a dimension it follows may have pulled its parts apart, and then that is
    said.
    """
    try:
        line = spec.line()
        return shapes.ProfileRow(
            id=number, version=version, spec=spec, line=line, materials=list(sold_in(section(line))), trouble=None
        )
    except InputError as error:
        return shapes.ProfileRow(id=number, version=version, spec=spec, line="", materials=[], trouble=error.sentence)


def _followed(state: JobState, number: int) -> object:
    try:
        return followed(state, state.parts[number])
    except ValueError:
        return state.parts[number]


def job_view(job: Job) -> shapes.JobView:
    """Everything the views show, from one state."""
    if job.worked is None:
        job.refresh_from_db()
        stock = job.shop.stock_version
        state = job_state(job)
        found = job_figures(state)
        if kept(job, stock) is None:
            keep(job, found, stock)
    else:
        state, found = job.worked
    now = {g.key: problem_hash(g.problem) for g in found.sheets}
    plans = [plan_state(p, now) for p in latest_plans(job.pk)]
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
    figures = shapes.ThreadFigures(
        strength=found.strength,
        stiffness=found.stiffness,
        weakest=found.weakest,
        softest=found.softest,
        mass_kg=found.mass_kg,
        modules=found.modules,
        buy_price=found.buy_price,
        sheet_estimate=found.sheet_estimate,
        bars_to_cut=found.bars_to_cut,
        bars_to_buy=found.bars_to_buy,
        pieces=found.pieces,
        unverified=found.unverified,
        held_up=found.held_up,
        cautions=found.cautions,
        stale_plans=sum(1 for s in sheets if s.done and s.done.stale),
        sheets_planned=sum(1 for s in sheets if s.done),
    )
    rows = _told(job)
    versions = dict(JobRecord.objects.filter(job=job).values_list("pk", "version"))
    return shapes.JobView(
        job=shapes.JobRow(id=job.pk, version=job.version, spec=state.job),
        dimensions=[shapes.DimensionRow(id=k, version=versions[k], spec=d) for k, d in state.dimensions.items()],
        loads=[shapes.LoadRow(id=k, version=versions[k], spec=x, value=_size_of(x)) for k, x in state.loads.items()],
        members=[
            shapes.MemberRow(
                id=k,
                version=versions[k],
                spec=m,
                verdict=found.members[k].verdict,
                trouble=found.members[k].trouble,
            )
            for k, m in state.members.items()
        ],
        structures=[
            shapes.StructureRow(
                id=k,
                version=versions[k],
                spec=x,
                verdict=found.structures[k].verdict,
                chain=found.structures[k].chain,
                trouble=found.structures[k].trouble,
            )
            for k, x in state.structures.items()
        ],
        plates=[
            shapes.PlateRow(
                id=k,
                version=versions[k],
                spec=x,
                verdict=found.plates[k].verdict,
                trouble=found.plates[k].trouble,
            )
            for k, x in state.plates.items()
        ],
        joints=[
            shapes.JointRow(
                id=k,
                version=versions[k],
                spec=x,
                verdict=found.joints[k].verdict,
                trouble=found.joints[k].trouble,
            )
            for k, x in state.joints.items()
        ],
        profiles=[_profile(k, versions[k], x) for k, x in state.profiles.items()],
        parts=[
            shapes.PartRow(
                id=k,
                version=versions[k],
                spec=p,
                followed=_followed(state, k),
                geometry=found.parts[k].geometry,
                trouble=found.parts[k].trouble,
            )
            for k, p in state.parts.items()
        ],
        notes=[
            shapes.NoteRow(
                id=n.pk,
                version=n.version,
                spec=n.spec,
                author=_by(n),
                at=n.at.isoformat(),
            )
            for n in reversed(rows["note"])
        ],
        bars=[
            shapes.BarView(group=b.group, plan=b.plan, laid=[laid(b.group, x) for x in b.plan.bars]) for b in found.bars
        ],
        cuts=[
            shapes.CutRow(id=c.pk, version=c.version, spec=c.spec, author=_by(c), at=c.at.isoformat())
            for c in reversed(rows["cut bar"])
        ],
        hardware=[hardware_line(item) for item in state.job.hardware],
        sheets=sheets,
        figures=figures,
        last_edit=last_edit(job),
        comments=[
            shapes.CommentRow(id=c.pk, version=c.version, spec=c.spec, author=_by(c), at=c.at.isoformat())
            for c in rows["comment"]
        ],
        signatures=_signatures(rows["signature"], state),
        releases=[
            shapes.ReleaseRow(
                id=r.pk,
                revision=r.spec.revision,
                by=_by(r),
                at=r.at.isoformat(),
                note=r.spec.note,
                checked_by=r.spec.checked_by,
            )
            for r in reversed(rows["release"])
        ],
        needs_checker=needs_checker(state),
    )


SAID = [kind.name for kind in KINDS if kind.said]


def _told(job: Job) -> dict[str, list[JobRecord]]:
    """What people said, by kind, oldest first."""
    rows: dict[str, list[JobRecord]] = {name: [] for name in SAID}
    for row in JobRecord.objects.filter(job=job, kind_name__in=SAID).select_related("author"):
        rows[row.kind_name].append(row)
    return rows


def _by(row: JobRecord) -> str:
    return row.author.username if row.author else ""


def _signatures(rows: list[JobRecord], state: JobState) -> list[shapes.SignatureRow]:
    now = digest_of(state) if rows else ""
    return [
        shapes.SignatureRow(
            by=_by(s),
            at=s.at.isoformat(),
            statement=s.spec.statement,
            revision=s.spec.revision,
            stands=s.spec.digest == now,
        )
        for s in reversed(rows)
    ]
