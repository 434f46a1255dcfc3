"""One edit: a transaction over all the rows it touches, written down so that it can be undone, with its ripple."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, cast

from django.db import transaction
from pydantic import ValidationError

from yorvek.core.errors import InputError
from yorvek.core.files.jobfile import first_trouble
from yorvek.core.jobs import DimensionSpec, Figures, JobState
from yorvek.core.model import Model
from yorvek.core.quantities.entry import evaluate_dimensions, resolve
from yorvek.server.accounts.models import Shop, User
from yorvek.server.jobs.models import (
    Comment,
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
    Release,
    Signature,
    Structure,
)
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.models import Edit, RowChange
from yorvek.server.journal.ripple import ripple_of
from yorvek.server.records import Record, dumped
from yorvek.server.stock.models import Photo, StockItem

TABLES: dict[str, type[Record]] = {
    m.table: m
    for m in (
        Job,
        Dimension,
        Load,
        Profile,
        Member,
        Structure,
        Plate,
        FreeJoint,
        Part,
        Note,
        Comment,
        Signature,
        Release,
        CutBar,
        KeptPlan,
        StockItem,
        Photo,
    )
}
FOLLOWS_DIMENSIONS: tuple[type[Record], ...] = (Dimension, Load, Profile, Member, Structure, Plate, FreeJoint, Part)


class Conflict(Exception):
    """Somebody changed the row since it was read."""

    def __init__(self, row: Record, since: int) -> None:
        self.row, self.since = row, since
        super().__init__(f"{row.table} {row.pk} was changed since version {since}")

    def answer(self) -> dict[str, Any]:
        """What changed, by whom and when."""
        changes = list(
            RowChange.objects.filter(table=self.row.table, row_id=self.row.pk)
            .select_related("edit__user")
            .order_by("id")
        )
        newer = [c for c in changes if c.after and c.after["version"] > self.since]
        seen = next((c.after for c in reversed(changes) if c.after and c.after["version"] <= self.since), None)
        fields = sorted(differing(seen["data"], self.row.data)) if seen else sorted(self.row.data)
        last = newer[-1].edit if newer else None
        by = last.user.username if last and last.user else "somebody"
        return {
            "sentence": f"{by} changed this while you had it open ({', '.join(fields) or 'nothing you see'}); yours "
            f"is kept here, not saved.",
            "fields": fields,
            "by": by,
            "at": last.at.isoformat() if last else "",
            "current": {"id": self.row.pk, "version": self.row.version, "spec": self.row.data},
        }


def differing(a: dict[str, Any], b: dict[str, Any]) -> set[str]:
    """Fields that are not the same."""
    return {k for k in a.keys() | b.keys() if a.get(k) != b.get(k)}


class EditScope:
    """What can be done within an edit. Every write goes through here."""

    def __init__(self, user: User, job: Job | None, title: str) -> None:
        shop = cast(Shop, user.shop)
        self.user, self.job, self.shop = user, job, shop
        self.edit = Edit.objects.create(shop=shop, job_id=job.pk if job else None, user=user, title=title[:200])
        self.touched: set[str] = set()
        self._names: dict[str, float] | None = None

    def names(self) -> dict[str, float]:
        """The job's named dimensions as they stand within this edit."""
        if self._names is None:
            rows = Dimension.objects.filter(job=self.job) if self.job else []
            self._names = evaluate_dimensions({r.spec.name: r.spec.size for r in rows})
        return self._names

    def resolved(self, spec: Model, row: Record | None = None) -> Model:
        """A spec with its quantities worked out; a dimension may be a formula of the others."""
        if not isinstance(spec, DimensionSpec):
            return resolve(spec, self.names())
        others = Dimension.objects.filter(job=self.job).exclude(pk=row.pk if row else None)
        texts = {r.spec.name: r.spec.size for r in others}
        return resolve(spec, evaluate_dimensions({**texts, spec.name: spec.size}))

    def _write_down(self, row: Record, before: dict[str, Any] | None, after: dict[str, Any] | None) -> None:
        RowChange.objects.create(edit=self.edit, table=row.table, row_id=row.pk, before=before, after=after)
        self.touched.add(row.table)
        if row.table == "dimension":
            self._names = None

    def create(self, kind: type[Record], spec: Model, **more: Any) -> Record:
        """A new row."""
        owner = {kind.owner_field: self.shop if kind.owner_field == "shop" else self.job}
        row = kind(data=dumped(self.resolved(spec)), **owner, **more)
        row.save(force_insert=True)
        self._write_down(row, None, row.snapshot())
        return row

    def update(self, row: Record, spec: Model, version: int) -> Record:
        """Change a row that is still at the version that was read.

        Raises:
            Conflict: it is not.
        """
        current = type(row).objects.select_for_update().get(pk=row.pk)
        if current.version != version:
            raise Conflict(current, version)
        self.replace(current, dumped(self.resolved(spec, current)))
        row.version, row.data = current.version, current.data
        return current

    def replace(self, row: Record, data: dict[str, Any]) -> None:
        """Put other content into a row, if it differs."""
        if row.data == data:
            return
        before = row.snapshot()
        row.data, row.version = data, row.version + 1
        row.save()
        self._write_down(row, before, row.snapshot())

    def delete(self, row: Record, version: int | None = None) -> None:
        """Take a row away."""
        current = type(row).objects.select_for_update().get(pk=row.pk)
        if version is not None and current.version != version:
            raise Conflict(current, version)
        before, number = current.snapshot(), current.pk
        current.delete()
        current.pk = number
        self._write_down(current, before, None)

    def follow_dimensions(self) -> None:
        """Work out again every quantity that names a dimension, in every row that has one."""
        if self.job is None or "dimension" not in self.touched:
            return
        self._names = None
        names = self.names()
        for kind in FOLLOWS_DIMENSIONS:
            for row in kind.objects.select_for_update().filter(job=self.job):
                self.replace(row, dumped(resolve(row.spec, names)))
        self.replace(self.job, dumped(resolve(self.job.spec, names)))


@contextmanager
def edit(user: User, job: Job | None, title: str, *, ripple: bool = True) -> Iterator[EditScope]:
    """An edit as one transaction; the ripple is worked out when it is done.

    Raises:
        InputError: something in it is wrong; nothing was changed.
        Conflict: a row was changed meanwhile; nothing was changed.
    """
    with transaction.atomic():
        if job is not None:
            Job.objects.select_for_update().get(pk=job.pk)
            job.refresh_from_db()
        before = _worked_out(job) if ripple else None
        scope = EditScope(user, job, title)
        try:
            yield scope
        except ValidationError as error:
            raise first_trouble(error) from None
        scope.follow_dimensions()
        if not scope.touched:
            scope.edit.delete()
            return
        if job is not None and ripple:
            job.refresh_from_db()
            after = _worked_out(job)
            job.worked = after
            if before is not None and after is not None:
                scope.edit.ripple = ripple_of(job, before[1], after[1])
                scope.edit.save(update_fields=["ripple"])
            if "job" not in scope.touched:
                Job.objects.filter(pk=job.pk).update(changed=scope.edit.at)


def _worked_out(job: Job | None) -> tuple[JobState, Figures] | None:
    if job is None:
        return None
    state = job_state(job)
    return state, job_figures(state)


def undo(user: User, done: Edit) -> Edit:
    """Put every row of an edit back to what it was before.

    Raises:
        InputError: it was undone already, or a row was changed since.
    """
    if hasattr(done, "undone_by"):
        raise InputError(field="undo", got=done.title, needs="this was undone already")
    job = Job.objects.filter(pk=done.job_id, shop=user.shop).first() if done.job_id else None
    with edit(user, job, f"undo: {done.title}") as scope:
        for change in done.rows.order_by("-id"):
            _put_back(scope, change, done)
        scope.edit.undoes = done
        scope.edit.save(update_fields=["undoes"])
    return scope.edit


def _put_back(scope: EditScope, change: RowChange, done: Edit) -> None:
    kind = TABLES[change.table]
    row = kind.objects.select_for_update().filter(pk=change.row_id).first()
    if change.after is None:
        if row is None and change.before is not None:
            made = kind(
                pk=change.row_id,
                version=change.before["version"] + 1,
                data=change.before["data"],
                **{f"{kind.owner_field}_id": change.before["owner"]},
            )
            made.save(force_insert=True)
            scope._write_down(made, None, made.snapshot())
        return
    if row is None or row.data != change.after["data"]:
        raise InputError(
            field="undo", got=done.title, needs="a row of it was changed since: undo the later change first"
        )
    if change.before is None:
        scope.delete(row)
    else:
        scope.replace(row, change.before["data"])
