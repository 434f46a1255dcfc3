"""Jobs: list, make, change, history, undo, and what the members' views ask for."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.checks import Sensitivity, sensitivity
from yorvek.core.comparison import Candidate, Equal, Mine, MineFrame, SwapResult, SweepRequest, swap, sweep
from yorvek.core.errors import InputError
from yorvek.core.files.apart import read_apart
from yorvek.core.files.jobfile import read_job_file
from yorvek.core.frames import check_member
from yorvek.core.jobs import JobSpec, beam_member
from yorvek.core.jobs.state import structure_request
from yorvek.core.materials import MATERIALS, PANELS
from yorvek.core.materials.joining import cannot_join
from yorvek.core.model import Model
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, owner_of, row_of, user_of, writer
from yorvek.server.api.opened import opened
from yorvek.server.api.view import changes_at, edit_view, job_changes, job_view
from yorvek.server.cutting.bought import bought
from yorvek.server.files import job_file, load_job
from yorvek.server.jobs.headlines import keep, kept
from yorvek.server.jobs.models import Job, Member
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.edits import edit
from yorvek.server.journal.models import Edit
from yorvek.server.journal.undoing import next_to_undo, to_redo, to_undo, undo

router = Router(tags=["jobs"])
MOST_CANDIDATES = 300


class JobLine(Model):
    """A job in the list."""

    id: int
    name: str
    revision: str
    for_whom: str
    unit: str
    changed: str
    headline: shapes.Headline | None = Field(description="none: it has to be worked out anew, which opening it does")
    stops: int


class JobIn(Model):
    version: int = Field(ge=1)
    spec: JobSpec


class JobFileIn(Model):
    """A job file; `stock`: take its stock lines into the book as well, but for those that are there."""

    text: str
    stock: bool = False


def _line(job: Job, stock_version: int) -> JobLine:
    spec, found = job.spec, kept(job, stock_version)
    return JobLine(
        id=job.pk,
        name=spec.name,
        revision=spec.revision,
        for_whom=spec.for_whom,
        unit=spec.unit,
        changed=job.changed.isoformat(),
        headline=shapes.Headline(**{k: found[k] for k in shapes.Headline.model_fields}) if found else None,
        stops=found["stops"] if found else 0,
    )


@router.get("/jobs", response=list[JobLine])
def list_jobs(request: HttpRequest) -> list[JobLine]:
    """The shop's jobs, last changed first, with what was worked out of them last."""
    shop = user_of(request).shop
    assert shop is not None
    jobs = Job.objects.filter(shop=shop, archived=False).order_by("-changed")
    return [_line(job, shop.stock_version) for job in jobs]


@router.get("/jobs/{job_id}/line", response=JobLine)
def job_line(request: HttpRequest, job_id: int) -> JobLine:
    """A job's line of the list, worked out where it has to be."""
    job = job_of(request, job_id)
    stock = job.shop.stock_version
    if kept(job, stock) is None:
        found = job_figures(job_state(job))
        keep(job, found, stock, bought(job.pk, found).money)
    return _line(job, stock)


@router.post("/jobs", response=shapes.JobView)
def make_job(request: HttpRequest, body: JobSpec) -> shapes.JobView:
    """A new, empty job."""
    user = writer(request)
    with edit(user, None, f"new job {body.name}") as scope:
        job = scope.create(Job, body)
        scope.edit.job_id = job.pk
        scope.edit.save()
    return job_view(Job.objects.get(pk=job.pk))


@router.post("/jobs/import", response=shapes.JobView)
def import_job(request: HttpRequest, body: JobFileIn) -> shapes.JobView:
    """A job from a job file, its log included; its stock lines where they are asked for."""
    return job_view(load_job(writer(request), read_apart(read_job_file, body.text), stock=body.stock))


class AwayLine(Model):
    """A job that was put away."""

    id: int
    name: str
    revision: str
    changed: str


@router.get("/jobs/away", response=list[AwayLine])
def jobs_away(request: HttpRequest) -> list[AwayLine]:
    """Jobs that were put away, the last one first."""
    jobs = Job.objects.filter(shop=user_of(request).shop, archived=True).order_by("-changed")
    return [AwayLine(id=j.pk, name=j.spec.name, revision=j.spec.revision, changed=j.changed.isoformat()) for j in jobs]


class CopyIn(Model):
    """What a copy is called."""

    name: str = Field(min_length=1, max_length=80)


@router.post("/jobs/{job_id}/copy", response=shapes.JobView)
def copy_job(request: HttpRequest, job_id: int, body: CopyIn) -> shapes.JobView:
    """A new job with the records and the log of this one, as its file would bring it; none of it is signed or cut."""
    user, job = writer(request), job_of(request, job_id)
    file = job_file(job)
    named = JobSpec.model_validate({**file.job.model_dump(), "name": body.name})
    title = f"{named.name}, a copy of {job.spec.name}"
    return job_view(load_job(user, file.model_copy(update={"job": named}), title=title))


@router.post("/jobs/{job_id}/back", response=shapes.JobView)
def take_up_job(request: HttpRequest, job_id: int) -> shapes.JobView:
    """A job that was put away comes back."""
    user, job = owner_of(request), job_of(request, job_id, away=True)
    with edit(user, job, f"{job.spec.name} taken up again", ripple=False) as scope:
        scope.take_up(job)
    return job_view(Job.objects.get(pk=job.pk))


@router.get("/jobs/{job_id}", response=shapes.JobView)
def get_job(request: HttpRequest, job_id: int) -> HttpResponse:
    """Everything about a job; its `ETag` is what the view is of."""
    return opened(request, job_of(request, job_id))


@router.get("/jobs/{job_id}/changes", response=shapes.Changes)
def changes_since(request: HttpRequest, job_id: int, since: str) -> shapes.Changes:
    """What is otherwise than at `since`: how far sheet plans are. Where the job itself is otherwise, `since` comes back
    empty, and it is read anew.
    """
    return changes_at(job_of(request, job_id), since)


@router.put("/jobs/{job_id}", response=shapes.Changes)
def change_job(request: HttpRequest, job_id: int, body: JobIn) -> shapes.Changes:
    """Change the brief."""
    user, job = writer(request), job_of(request, job_id)
    with edit(user, job, f"brief of {body.spec.name}") as scope:
        scope.update(job, body.spec, body.version)
    return job_changes(job)


@router.delete("/jobs/{job_id}")
def archive_job(request: HttpRequest, job_id: int) -> dict[str, bool]:
    """Put a job away; nothing of it is lost."""
    user, job = owner_of(request), job_of(request, job_id)
    with edit(user, job, f"{job.spec.name} put away", ripple=False) as scope:
        scope.put_away(job)
    return {"ok": True}


@router.get("/jobs/{job_id}/history", response=list[shapes.EditView])
def history(request: HttpRequest, job_id: int) -> list[shapes.EditView]:
    """Who changed what, newest first."""
    job = job_of(request, job_id)
    return [
        edit_view(e)
        for e in Edit.objects.filter(job_id=job.pk).select_related("user", "undone_by").order_by("-id")[:200]
    ]


class RowHistory(Model):
    """One change of one record, field by field."""

    title: str
    by: str
    at: str
    table: str
    row_id: int
    fields: dict[str, tuple[object, object]]


@router.get("/jobs/{job_id}/history/{edit_id}", response=list[RowHistory])
def history_of_edit(request: HttpRequest, job_id: int, edit_id: int) -> list[RowHistory]:
    """What an edit changed, record by record."""
    job = job_of(request, job_id)
    found = Edit.objects.filter(pk=edit_id, job_id=job.pk).select_related("user").first()
    if found is None:
        raise HttpError(404, "There is no such change in this job.")
    out = []
    for row in found.rows.order_by("id"):
        before, after = (x["data"] if x else {} for x in (row.before, row.after))
        fields = {
            k: (before.get(k), after.get(k))
            for k in sorted(before.keys() | after.keys())
            if before.get(k) != after.get(k)
        }
        out.append(
            RowHistory(
                title=found.title,
                by=found.user.username if found.user else "",
                at=found.at.isoformat(),
                table=row.table,
                row_id=row.row_id,
                fields=fields,
            )
        )
    return out


@router.post("/jobs/{job_id}/undo", response=shapes.Changes)
def undo_last(request: HttpRequest, job_id: int, edit_id: int | None = None, sure: bool = False) -> shapes.Changes:
    """Undo an edit, or the newest that one can undo; `sure`: also where it is somebody else's."""
    user, job = writer(request), job_of(request, job_id)
    found = to_undo(job).filter(pk=edit_id).first() if edit_id else next_to_undo(user, job)
    if found is None or found.rows.filter(table="job", before__isnull=True).exists():
        raise InputError(field="undo", got="", needs="there is nothing left to undo in this job")
    undo(user, job, found, sure=sure)
    return job_changes(job)


@router.post("/jobs/{job_id}/redo", response=shapes.Changes)
def do_again(request: HttpRequest, job_id: int, sure: bool = False) -> shapes.Changes:
    """Do again what was undone last, as long as nothing was done since."""
    user, job = writer(request), job_of(request, job_id)
    found = to_redo(job)
    if found is None:
        raise InputError(field="redo", got="", needs="nothing was undone just now")
    undo(user, job, found, sure=sure)
    return job_changes(job)


class CompareIn(Model):
    materials: list[str] = Field(default=[], max_length=30)
    shapes: list[str] = Field(default=[], max_length=10)
    system: str | None = None
    pinned: list[tuple[str, str]] = Field(default=[], max_length=10)


class CompareOut(Model):
    """The best candidates, the frontier and the pinned ones, and how the present choice stands among them."""

    tried: int
    held: int
    worked_out: int | None = None
    candidates: list[Candidate]
    lightest: Candidate | None
    cheapest: Candidate | None
    present: Candidate | None
    pinned: list[Candidate]


@router.post("/jobs/{job_id}/members/{member_id}/compare", response=CompareOut)
def compare(request: HttpRequest, job_id: int, member_id: int, body: CompareIn) -> CompareOut:
    """Sweep the catalogue for a member."""
    job = job_of(request, job_id)
    row = row_of(Member, job, member_id)
    member = beam_member(job_state(job), row.spec)
    asked = SweepRequest(member=member, materials=body.materials, shapes=body.shapes, system=body.system)
    found = sweep(asked, most=None if body.pinned else MOST_CANDIDATES)
    wanted = {(p[0], p[1]) for p in body.pinned} | {(member.section_id, member.material_id)}
    known = {(c.section_id, c.material_id): c for c in found.candidates if (c.section_id, c.material_id) in wanted}
    if set(known) != wanted:
        everything = sweep(SweepRequest(member=member), also=sorted(wanted))
        known |= {
            (c.section_id, c.material_id): c for c in everything.candidates if (c.section_id, c.material_id) in wanted
        }
    shown = [c for i, c in enumerate(found.candidates) if i < MOST_CANDIDATES or c.on_frontier]
    return CompareOut(
        tried=found.tried,
        held=found.held,
        worked_out=found.worked_out,
        candidates=shown,
        lightest=found.lightest,
        cheapest=found.cheapest,
        present=known.get((member.section_id, member.material_id)),
        pinned=[known[(p[0], p[1])] for p in body.pinned if (p[0], p[1]) in known],
    )


@router.get("/jobs/{job_id}/joining", response=dict[str, str])
def joining(request: HttpRequest, job_id: int) -> dict[str, str]:
    """Metals that the shop cannot weld with what the job says it has, and why."""
    welders = job_of(request, job_id).spec.machines.welders
    found = {m.id: cannot_join(m, welders) for m in (*MATERIALS, *PANELS)}
    return {metal: why for metal, why in found.items() if why}


@router.get("/jobs/{job_id}/swap", response=SwapResult)
def swap_metal(request: HttpRequest, job_id: int, material_id: str, equal: Equal = "stiffness") -> SwapResult:
    """Every member and structure of the job in another metal, at equal section, strength or stiffness. Nothing is
    changed.
    """
    state = job_state(job_of(request, job_id))
    mine = [Mine(mark=m.mark, qty=m.qty, member=beam_member(state, m)) for m in state.members.values()]
    standing = {k: r.verdict for k, r in job_figures(state).structures.items() if r.verdict is not None}
    frames = [
        MineFrame(mark=x.mark, qty=x.qty, request=structure_request(state, x))
        for k, x in state.structures.items()
        if k in standing
    ]
    return swap(mine, material_id, equal, frames, list(standing.values()))


@router.get("/jobs/{job_id}/members/{member_id}/sensitivity", response=Sensitivity)
def what_would_move_it(request: HttpRequest, job_id: int, member_id: int) -> Sensitivity:
    """At which load and span the reserves reach one."""
    job = job_of(request, job_id)
    return sensitivity(beam_member(job_state(job), row_of(Member, job, member_id).spec), check_member)


class ChooseIn(Model):
    version: int
    section_id: str
    material_id: str
    reason: str = Field(default="", max_length=400)


@router.post("/jobs/{job_id}/members/{member_id}/choose", response=shapes.Changes)
def choose(request: HttpRequest, job_id: int, member_id: int, body: ChooseIn) -> shapes.Changes:
    """Take a section and material for a member; with a reason it is a decision in the log."""
    from yorvek.core.jobs import NoteSpec
    from yorvek.core.sections import section, sold_in
    from yorvek.server.jobs.models import Note

    user, job = writer(request), job_of(request, job_id)
    row = row_of(Member, job, member_id)
    before = row.spec
    found = section(job_state(job).section_id(body.section_id), field="section_id")
    if body.material_id not in sold_in(found):
        raise InputError(
            field="material_id",
            got=body.material_id,
            needs=f"{body.section_id} is sold in " + ", ".join(sold_in(found)),
        )
    with edit(user, job, f"{before.mark}: {before.section_id} → {body.section_id} {body.material_id}") as scope:
        scope.update(
            row,
            before.model_copy(
                update={"section_id": body.section_id, "material_id": body.material_id, "decided": body.reason}
            ),
            body.version,
        )
        if body.reason.strip():
            text = (
                f"{body.section_id} in {body.material_id} instead of {before.section_id} in {before.material_id}: "
                f"{body.reason.strip()}"
            )
            scope.create(Note, NoteSpec(kind="decision", text=text, about=before.mark))
    return job_changes(job)
