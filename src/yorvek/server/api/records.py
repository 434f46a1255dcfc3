"""The records of a job: one set of endpoints a kind, all by the same rules."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router
from pydantic import Field, create_model

from yorvek.core.checks.plate import check_plate
from yorvek.core.errors import InputError
from yorvek.core.frames import check_frame
from yorvek.core.jobs import (
    DimensionSpec,
    FreeJointSpec,
    LoadSpec,
    MemberSpec,
    NoteSpec,
    PlateSpec,
    ProfileSpec,
    StructureSpec,
)
from yorvek.core.jobs.checking import CommentSpec
from yorvek.core.jobs.free_joints import check_free_joint
from yorvek.core.jobs.plates import plate_request
from yorvek.core.jobs.state import beam_member, followed
from yorvek.core.jobs.structures import frame_request
from yorvek.core.model import Model
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.core.parts.geometry import part_geometry
from yorvek.core.sections import section, sold_in
from yorvek.core.structures import member_cases
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, user_of, writer
from yorvek.server.api.view import job_view
from yorvek.server.jobs.models import (
    Comment,
    Dimension,
    FreeJoint,
    Job,
    JobRecord,
    Load,
    Member,
    Note,
    Part,
    Plate,
    Profile,
    Structure,
)
from yorvek.server.jobs.thread import job_state
from yorvek.server.journal.edits import EditScope, edit

router = Router(tags=["records"])


def _title(spec: Any) -> str:
    return str(getattr(spec, "mark", "") or getattr(spec, "name", "") or getattr(spec, "kind", ""))


CARRIERS: tuple[type[JobRecord], ...] = (Member, Structure, Plate, FreeJoint)


def _own_mark(job: Job, row: Any, mark: str) -> None:
    """A mark stands once among everything that is sized."""
    for kind in CARRIERS:
        others = kind.objects.filter(job=job)
        if isinstance(row, kind):
            others = others.exclude(pk=row.pk)
        if any(x.spec.mark == mark for x in others):
            raise InputError(field="mark", got=mark, needs=f"a {kind.table} has this mark: choose another")


def _check_member(scope: EditScope, job: Job, row: Any, spec: MemberSpec) -> None:
    """A member must stand, its loads must be in the brief, and its section must be sold in its material."""
    _own_mark(job, row, spec.mark)
    state = job_state(job)
    found = section(state.section_id(spec.section_id), field="section_id")
    if spec.material_id not in sold_in(found):
        raise InputError(
            field="material_id",
            got=spec.material_id,
            needs=f"{spec.section_id} is sold in " + ", ".join(sold_in(found)),
        )
    member_cases(beam_member(state, spec).beam)


def _check_structure(scope: EditScope, job: Job, row: Any, spec: StructureSpec) -> None:
    """A structure must stand and carry its loads where it has spots for them."""
    _own_mark(job, row, spec.mark)
    state = job_state(job)
    check_frame(frame_request(state.job, state.loads, spec, state.section_id))


def _check_plate(scope: EditScope, job: Job, row: Any, spec: PlateSpec) -> None:
    """A plate's dimensions must be possible, and its loads per area and in the brief."""
    _own_mark(job, row, spec.mark)
    state = job_state(job)
    check_plate(plate_request(state.job, state.loads, spec))


def _check_joint(scope: EditScope, job: Job, row: Any, spec: FreeJointSpec) -> None:
    """A joint must be one: its bar, what it stands on, and forces of one sort."""
    _own_mark(job, row, spec.mark)
    state = job_state(job)
    check_free_joint(state.job, spec, state.section_id)


def _check_profile(scope: EditScope, job: Job, row: Any, spec: ProfileSpec) -> None:
    """A profile's parts must lie beside each other and be sold in one material; its name stands once."""
    if any(p.spec.name == spec.name for p in Profile.objects.filter(job=job).exclude(pk=row.pk)):
        raise InputError(field="name", got=spec.name, needs="this job has a profile of that name already")
    section(spec.line())
    state = job_state(job)
    lost = next(((mark, id) for mark, id in state.sections_used() if not state.has_section(id)), None)
    if lost:
        raise InputError(
            field="name", got=spec.name, needs=f"{lost[0]} is made of {lost[1]}: keep that name, or change it there"
        )


def _check_part(scope: EditScope, job: Job, row: Any, spec: PartSpec) -> None:
    """A part's dimensions must not contradict each other, and its mark must be its own."""
    part_geometry(followed(job_state(job), spec))
    same = [p for p in Part.objects.filter(job=job).exclude(pk=row.pk) if p.spec.mark == spec.mark]
    if same:
        raise InputError(field="mark", got=spec.mark, needs="another part has this mark: choose another")


def _check_dimension(scope: EditScope, job: Job, row: Any, spec: DimensionSpec) -> None:
    """A name stands once."""
    if any(d.spec.name == spec.name for d in Dimension.objects.filter(job=job).exclude(pk=row.pk)):
        raise InputError(field="name", got=spec.name, needs="this job has a dimension of that name already")
    scope.names()


def _verified_anew(before: DimensionSpec, now: DimensionSpec) -> DimensionSpec:
    """Another figure was verified by nobody yet: the name under the old one goes, unless another is given with it."""
    if before.size.text == now.size.text or now.verified_by != before.verified_by:
        return now
    return now.model_copy(update={"verified_by": ""})


def _check_load(scope: EditScope, job: Job, row: Any, spec: LoadSpec) -> None:
    """A load has a size, and a name of its own: positions speak of loads by name."""
    if any(x.spec.name == spec.name for x in Load.objects.filter(job=job).exclude(pk=row.pk)):
        raise InputError(field="name", got=spec.name, needs="another load has this name: choose another")
    spec.entered()


def _nothing(scope: EditScope, job: Job, row: Any, spec: Any) -> None:
    pass


def _before_delete(job: Job, row: JobRecord) -> None:
    """What others stand on cannot be taken away."""
    if isinstance(row, Load):
        users = [
            carrier.spec.mark
            for kind in (Member, Structure)
            for carrier in kind.objects.filter(job=job)
            if any(on.load_id == row.pk for on in carrier.spec.loads)
        ] + [p.spec.mark for p in Plate.objects.filter(job=job) if row.pk in p.spec.load_ids()]
        if users:
            raise InputError(
                field="load", got=row.spec.name, needs="it stands on " + ", ".join(users) + ": take it off there first"
            )
    if isinstance(row, Profile):
        users = [mark for mark, id in job_state(job).sections_used() if id == row.spec.name]
        if users:
            raise InputError(
                field="profile", got=row.spec.name, needs=", ".join(users) + " is made of it: change that first"
            )
    if isinstance(row, Member):
        users = [
            p.spec.mark
            for p in Part.objects.filter(job=job)
            if isinstance(p.spec.shape, BarPiece) and p.spec.shape.member_id == row.pk
        ]
        if users:
            raise InputError(
                field="member",
                got=row.spec.mark,
                needs="parts " + ", ".join(users) + " follow it: take them away or free them first",
            )


def add_endpoints(name: str, kind: type[JobRecord], spec_type: Any, check: Any, *, comment: bool = False) -> None:
    """POST, PUT and DELETE of one kind. `comment`: a checker may add one too."""
    change_type: Any = create_model(
        f"{kind.__name__}In", __base__=Model, version=(int, Field(ge=1)), spec=(spec_type, ...)
    )

    def create(request: HttpRequest, job_id: int, body: Any) -> shapes.Saved:
        user = user_of(request) if comment else writer(request)
        job = job_of(request, job_id)
        with edit(user, job, f"new {kind.table} {_title(body)}") as scope:
            row = scope.create(kind, body, **({"author": user} if hasattr(kind, "author") else {}))
            check(scope, job, row, row.spec)
        row.refresh_from_db()
        return shapes.Saved(id=row.pk, version=row.version, view=job_view(job))

    def change(request: HttpRequest, job_id: int, row_id: int, body: Any) -> shapes.Saved:
        user, job = writer(request), job_of(request, job_id)
        row = row_of(kind, job, row_id)
        spec = _verified_anew(row.spec, body.spec) if kind is Dimension else body.spec
        with edit(user, job, f"{kind.table} {_title(spec)}") as scope:
            saved = scope.update(row, spec, body.version)
            check(scope, job, saved, saved.spec)
        saved.refresh_from_db()
        return shapes.Saved(id=saved.pk, version=saved.version, view=job_view(job))

    def delete(request: HttpRequest, job_id: int, row_id: int, version: int) -> shapes.JobView:
        user, job = writer(request), job_of(request, job_id)
        row = row_of(kind, job, row_id)
        _before_delete(job, row)
        with edit(user, job, f"{kind.table} {_title(row.spec)} taken away") as scope:
            scope.delete(row, version)
        return job_view(job)

    create.__annotations__["body"] = spec_type
    change.__annotations__["body"] = change_type
    for function, verb in ((create, "make"), (change, "change"), (delete, "take_away")):
        function.__name__ = f"{verb}_{kind.table}"
        function.__doc__ = f"{verb.replace('_', ' ').capitalize()} a {kind.table}."
    base = f"/jobs/{{job_id}}/{name}"
    router.post(base, response=shapes.Saved)(create)
    router.put(base + "/{row_id}", response=shapes.Saved)(change)
    router.delete(base + "/{row_id}", response=shapes.JobView)(delete)


add_endpoints("dimensions", Dimension, DimensionSpec, _check_dimension)
add_endpoints("loads", Load, LoadSpec, _check_load)
add_endpoints("members", Member, MemberSpec, _check_member)
add_endpoints("structures", Structure, StructureSpec, _check_structure)
add_endpoints("plates", Plate, PlateSpec, _check_plate)
add_endpoints("joints", FreeJoint, FreeJointSpec, _check_joint)
add_endpoints("profiles", Profile, ProfileSpec, _check_profile)
add_endpoints("parts", Part, PartSpec, _check_part)
add_endpoints("notes", Note, NoteSpec, _nothing, comment=True)
add_endpoints("comments", Comment, CommentSpec, _nothing, comment=True)
