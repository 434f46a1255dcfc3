"""Job files in and out of the database."""

from __future__ import annotations

from typing import TypeVar

from yorvek.core.files.jobfile import FileJoint, FileLoad, FileMember, FilePart, FilePlate, FileStructure, JobFile
from yorvek.core.jobs.plates import PlateSpec
from yorvek.core.jobs.spec import MemberSpec, StockSpec
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.server.accounts.models import User
from yorvek.server.jobs.models import (
    CutBar,
    Dimension,
    FreeJoint,
    Job,
    KeptPlan,
    Load,
    Member,
    Note,
    Part,
    Plate,
    Profile,
    Structure,
)
from yorvek.server.journal.edits import edit
from yorvek.server.stock.models import StockItem

S = TypeVar("S", MemberSpec, StructureSpec)


def load_job(user: User, file: JobFile, *, stock: bool = False) -> Job:
    """Make a job, its records and its log from a file, as one edit; `stock`: its stock lines too, but for those that
    the book has already.
    """
    with edit(user, None, f"job file {file.job.name}") as scope:
        made = scope.create(Job, file.job)
        job = Job.objects.get(pk=made.pk)
        scope.job = job
        scope.edit.job_id = job.pk
        scope.edit.save()
        for d in file.dimensions:
            scope.create(Dimension, d)
        loads = {x.id: scope.create(Load, x.spec).pk for x in file.loads}
        for own in file.profiles:
            scope.create(Profile, own)
        members = {m.id: scope.create(Member, _member(m.spec, loads)).pk for m in file.members}
        for x in file.structures:
            scope.create(Structure, _member(x.spec, loads))
        for plate in file.plates:
            scope.create(Plate, _plate(plate.spec, loads))
        for joint in file.joints:
            scope.create(FreeJoint, joint.spec)
        for p in file.parts:
            scope.create(Part, _part(p.spec, members))
        for s in _new_lines(user, file) if stock else []:
            scope.create(StockItem, s)
        for cut in file.cuts:
            scope.create(CutBar, cut, author=user)
        for kept in file.kept:
            scope.create(KeptPlan, kept)
        for n in file.notes:
            scope.create(Note, n, author=user)
    return job


def _new_lines(user: User, file: JobFile) -> list[StockSpec]:
    """Stock lines of a file that the book has not got; the number of a job one was kept for means nothing here."""
    there = [s.spec for s in StockItem.objects.filter(shop_id=user.shop_id)]
    lines = [s.model_copy(update={"item": s.item.model_copy(update={"reserved_for": None})}) for s in file.stock]
    return [s for s in lines if s not in there]


OWN_PRICES = {
    "price": None,
    "delivery": None,
    "yard_cut": None,
    "duty_percent": 0.0,
    "supplier": "",
    "reserved_for": None,
}
"""What a stock line says of the shop's dealings; it does not travel."""


def _without_prices(line: StockSpec) -> StockSpec:
    known = type(line.item).model_fields
    return StockSpec(item=line.item.model_copy(update={k: v for k, v in OWN_PRICES.items() if k in known}))


def _member(spec: S, loads: dict[int, int]) -> S:
    """A member or a structure, its loads under the numbers they got here."""
    changes: dict[str, object] = {"loads": [on.model_copy(update={"load_id": loads[on.load_id]}) for on in spec.loads]}
    if isinstance(spec, StructureSpec):
        changes["situations"] = [
            s if s.loads is None else s.model_copy(update={"loads": [loads[i] for i in s.loads if i in loads]})
            for s in spec.situations
        ]
    return spec.model_copy(update=changes)


def _plate(spec: PlateSpec, loads: dict[int, int]) -> PlateSpec:
    """A plate, its loads and the forces on parts of it under the numbers they got here."""
    patches = [p.model_copy(update={"load_id": loads[p.load_id]}) for p in spec.patches]
    return spec.model_copy(update={"loads": [loads[i] for i in spec.loads], "patches": patches})


def _part(spec: PartSpec, members: dict[int, int]) -> PartSpec:
    if not isinstance(spec.shape, BarPiece) or spec.shape.member_id is None:
        return spec
    return spec.model_copy(update={"shape": spec.shape.model_copy(update={"member_id": members[spec.shape.member_id]})})


def job_file(job: Job, *, stock: bool = False) -> JobFile:
    """A job as a file; `stock`: with the lines of the shop's book, without what they cost and where they come from."""
    lines = StockItem.objects.filter(shop_id=job.shop_id) if stock else []
    return JobFile(
        job=job.spec,
        dimensions=[d.spec for d in Dimension.objects.filter(job=job)],
        loads=[FileLoad(id=x.pk, spec=x.spec) for x in Load.objects.filter(job=job)],
        members=[FileMember(id=m.pk, spec=m.spec) for m in Member.objects.filter(job=job)],
        structures=[FileStructure(id=x.pk, spec=x.spec) for x in Structure.objects.filter(job=job)],
        plates=[FilePlate(id=x.pk, spec=x.spec) for x in Plate.objects.filter(job=job)],
        joints=[FileJoint(id=x.pk, spec=x.spec) for x in FreeJoint.objects.filter(job=job)],
        profiles=[x.spec for x in Profile.objects.filter(job=job)],
        parts=[FilePart(id=p.pk, spec=p.spec) for p in Part.objects.filter(job=job)],
        stock=[_without_prices(s.spec) for s in lines],
        cuts=[c.spec for c in CutBar.objects.filter(job=job)],
        kept=[k.spec for k in KeptPlan.objects.filter(job=job)],
        notes=[n.spec for n in Note.objects.filter(job=job)],
    )
