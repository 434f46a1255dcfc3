"""One edit: a transaction over all the rows it touches, written down so that it can be undone, with its ripple."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any, Literal, TypeVar, cast

from django.db import transaction
from django.db.models import Manager, Q
from pydantic import ValidationError

from yorvek.core.files.jobfile import first_trouble
from yorvek.core.jobs import DimensionSpec, Figures, JobState
from yorvek.core.model import Model
from yorvek.core.quantities.entry import evaluate_dimensions, resolve
from yorvek.core.records import KINDS, refuse_broken
from yorvek.core.records.upgrades import schema_of
from yorvek.server.accounts.models import Guest, Shop, User
from yorvek.server.jobs.headlines import keep, stock_changed, stock_version
from yorvek.server.jobs.models import ROWS, Dimension, Job, JobRecord
from yorvek.server.jobs.thread import job_figures, job_state, structure_result
from yorvek.server.journal.authorship import NotYours, may_change, may_take_away
from yorvek.server.journal.conflicts import Conflict
from yorvek.server.journal.models import Edit, RowChange
from yorvek.server.journal.ripple import ripple_of
from yorvek.server.journal.stand import Step, stand, stand_of
from yorvek.server.records import Record, dumped
from yorvek.server.stock.models import Photo, StockItem

TABLES: dict[str, type[Record]] = {Job.table: Job, **ROWS, StockItem.table: StockItem, Photo.table: Photo}
FOLLOWS_DIMENSIONS = [kind.name for kind in KINDS if kind.follows]

asked_as: ContextVar[str] = ContextVar("asked_as", default="")
"""The key under which the present request is known again."""
Saved = Literal["nothing", "perhaps", "all"]
saved: ContextVar[Saved] = ContextVar("saved", default="nothing")
"""How much of the present request's edit is in the database: a fault during the commit leaves it open."""


R = TypeVar("R", bound=Record)
Hand = User | Guest


def _locked(row: R) -> R:
    """The row as it is now, nobody else's to change until the edit is over."""
    rows: Manager[R] = type(row)._default_manager
    return rows.select_for_update().get(pk=row.pk)


class AlreadyDone(Exception):
    """The same person asked the same before, and it was done."""

    def __init__(self, edit: Edit) -> None:
        self.edit = edit
        super().__init__(edit.title)


class EditScope:
    """What can be done within an edit. Every write goes through here."""

    def __init__(self, by: Hand, job: Job | None, title: str, before: JobState | None) -> None:
        shop = cast(Shop, by.shop)
        self.by, self.job, self.shop, self.before = by, job, shop, before
        self.person = by if isinstance(by, User) else None
        self.edit = Edit.objects.create(
            shop=shop, job_id=job.pk if job else None, user=self.person, title=title[:200], key=asked_as.get() or None
        )
        self.rows: set[tuple[str, int]] = set()
        self.unsure: list[Record] = []
        self.shelved = False
        self._names: dict[str, float] | None = None

    @property
    def touched(self) -> set[str]:
        """The tables in which it wrote."""
        return {table for table, _ in self.rows}

    @property
    def user(self) -> User:
        """Whoever makes the edit; a guest only says something new."""
        if self.person is None:
            raise NotYours("A link only adds a comment.")
        return self.person

    def found(self) -> tuple[JobState, Figures]:
        """The job as it stood when this edit got hold of it, and its figures."""
        assert self.before is not None
        return self.before, job_figures(self.before)

    def call(self, title: str) -> None:
        """What the edit is called, once it is known."""
        self.edit.title = title[:200]
        self.edit.save(update_fields=["title"])

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
        others = Dimension.objects.filter(job=self.job)
        if row is not None:
            others = others.exclude(pk=row.pk)
        texts = {r.spec.name: r.spec.size for r in others}
        return resolve(spec, evaluate_dimensions({**texts, spec.name: spec.size}))

    def _write_down(self, row: Record, before: dict[str, Any] | None, after: dict[str, Any] | None) -> None:
        RowChange.objects.create(edit=self.edit, table=row.table, row_id=row.pk, before=before, after=after)
        self.rows.add((row.table, row.pk))
        if row.table == "dimension":
            self._names = None

    def create(self, kind: type[R], spec: Model, *, resolved: bool = False, **more: Any) -> R:
        """A new row; what somebody says is said by who makes the edit. `resolved`: its quantities are worked out
        already.
        """
        owner = {kind.owner_field: self.shop if kind.owner_field == "shop" else self.job}
        author = {"author": self.person} if kind.kind.said else {}
        data = dumped(spec if resolved else self.resolved(spec))
        return self._insert(kind(data=data, schema=schema_of(kind.table), **owner, **author, **more))

    def _insert(self, row: R) -> R:
        row.save(force_insert=True)
        self._write_down(row, None, row.snapshot())
        return row

    def update(self, row: R, spec: Model, version: int) -> R:
        """Change a row that is still at the version that was read.

        Raises:
            Conflict: it is not.
            NotYours: it is somebody else's.
        """
        current = _locked(row)
        if current.version != version:
            raise Conflict(current, version)
        self.replace(current, dumped(self.resolved(spec, current)))
        row.version, row.data = current.version, current.data
        return current

    def replace(self, row: Record, data: dict[str, Any]) -> None:
        """Put other content into a row, if it differs.

        Raises:
            NotYours: it is somebody else's.
        """
        if row.data == data:
            return
        may_change(self.user, row, data)
        before = row.snapshot()
        row.data, row.schema, row.version = data, schema_of(row.table), row.version + 1
        row.save()
        self._write_down(row, before, row.snapshot())

    def must_be(self, row: Record) -> None:
        """What a row says is worked out as it stands once the edit is over; what cannot be ends the edit."""
        self.unsure.append(row)

    def put_away(self, job: Job) -> None:
        """Archive a job; nothing of it is lost."""
        before = job.snapshot()
        self.shelved, job.archived, job.version = True, True, job.version + 1
        job.save()
        self._write_down(job, before, job.snapshot())

    def take_up(self, job: Job) -> None:
        """A job that was put away is worked on again."""
        before = job.snapshot()
        job.archived, job.version = False, job.version + 1
        job.save()
        self._write_down(job, before, job.snapshot())

    def delete(self, row: Record, version: int | None = None) -> None:
        """Take a row away.

        Raises:
            Conflict: it is at another version.
            NotYours: it is somebody else's, or stays for good.
        """
        current = _locked(row)
        if version is not None and current.version != version:
            raise Conflict(current, version)
        may_take_away(self.user, current)
        before, number = current.snapshot(), current.pk
        current.delete()
        current.pk = number
        self._write_down(current, before, None)

    def bring_back(self, kind: type[Record], number: int, was: dict[str, Any]) -> None:
        """A row that was taken away, under its number, with its author and time."""
        more = {name: was[name] for name in kind.more_columns if name in was}
        columns: dict[str, Any] = {"pk": number, "version": was["version"] + 1, "schema": was.get("schema", 1)}
        owner = {f"{kind.owner_field}_id": was["owner"]}
        self._insert(kind(**columns, data=was["data"], **owner, **more))

    def follow_dimensions(self) -> None:
        """Work out again every quantity that names a dimension, in every row that has one."""
        if self.job is None or "dimension" not in self.touched:
            return
        self._names = None
        names = self.names()
        rows = JobRecord.objects.select_for_update().filter(job=self.job, kind_name__in=FOLLOWS_DIMENSIONS)
        for row in rows:
            self.replace(row, dumped(resolve(row.spec, names)))
        self.replace(self.job, dumped(resolve(self.job.spec, names)))


@contextmanager
def edit(by: Hand, job: Job | None, title: str, *, ripple: bool = True, chooses: bool = False) -> Iterator[EditScope]:
    """An edit as one transaction under the job's lock; what it leaves must be whole. The ripple is worked out when it
    is done and the lock is free again.

    Args:
        by: who makes it.
        job: what it is made in; none for what belongs to the shop.
        title: what it is called in the history.
        ripple: what it did down the thread is written down.
        chooses: it looks at the job's figures (`found`): they are worked out before the lock, so that they need not be
            under it.

    Raises:
        InputError: something in it is wrong; nothing was changed.
        Conflict: a row was changed meanwhile; nothing was changed.
        NotYours: it would change what somebody else said; nothing was changed.
        AlreadyDone: the same was asked and done before.
    """
    saved.set("nothing")
    if chooses and job is not None:
        job_figures(job_state(job))
    with transaction.atomic():
        if job is not None:
            Job.objects.select_for_update().get(pk=job.pk)
            job.refresh_from_db()
        _refuse_done(by, job)
        since = stand_of(job) if job is not None else ""
        before = job_state(job) if job is not None else None
        scope = EditScope(by, job, title, before)
        try:
            yield scope
        except ValidationError as error:
            raise first_trouble(error) from None
        scope.follow_dimensions()
        if not scope.touched:
            _sound(scope, before)
            scope.edit.delete()
            return
        if "stock" in scope.touched:
            stock_changed(scope.shop)
        stock = stock_version(scope.shop)
        try:
            after = _whole(scope)
        except ValidationError as error:  # what was written could not be read again
            raise first_trouble(error) from None
        saved.set("perhaps")
    saved.set("all")
    if before is not None and after is not None and not scope.shelved:
        _tell(scope, before, after, (since, stock), ripple)


def _refuse_done(by: Hand, job: Job | None) -> None:
    """What was asked under the same key, and done, is not done again.

    Raises:
        AlreadyDone: it was.
    """
    if key := asked_as.get():
        same = Q(user=by) if isinstance(by, User) else Q(user=None, job_id=job.pk if job else None)
        done = Edit.objects.filter(same, key=key).first()
        if done is not None:
            raise AlreadyDone(done)


def _whole(scope: EditScope) -> JobState | None:
    """The job as the edit leaves it, once it is whole.

    Raises:
        InputError: what the edit would break.
    """
    job = scope.job
    if job is None:
        return None
    job.refresh_from_db()
    after = job_state(job)
    _sound(scope, after)
    refuse_broken(scope.before, after)
    if "job" not in scope.touched:
        Job.objects.filter(pk=job.pk).update(changed=scope.edit.at)
    return after


def _sound(scope: EditScope, state: JobState | None) -> None:
    """What was to be worked out can be.

    Raises:
        InputError: it cannot.
    """
    if state is not None:
        for row in scope.unsure:
            row.kind.check(state, row.pk, structure_result)


def _tell(scope: EditScope, before: JobState, after: JobState, stood: tuple[str, int], ripple: bool) -> None:
    """Work out what the edit did, and write down what of it went down the thread; `stood`: where the job stood, and the
    stock book it was done with.
    """
    assert scope.job is not None
    since, stock = stood
    was, now = job_figures(before), job_figures(after)
    scope.job.worked = Step(before, was, after, now, frozenset(scope.rows), since, stand(scope.edit.pk, stock))
    told = ripple_of(scope.job, was, now)
    if ripple:
        scope.edit.ripple = told
        scope.edit.save(update_fields=["ripple"])
    keep(scope.job, now, stock, told["after"]["money"])
