"""Undo and redo: every row of an edit back to what it was, never over what somebody said or changed since."""

from __future__ import annotations

from typing import Any

from django.db.models import Exists, OuterRef, QuerySet

from yorvek.core.errors import InputError
from yorvek.core.records.upgrades import upgraded
from yorvek.server.accounts.models import User
from yorvek.server.jobs.models import Job
from yorvek.server.journal.edits import TABLES, EditScope, edit
from yorvek.server.journal.models import Edit, RowChange, Way
from yorvek.server.records import Record


class Ask(Exception):
    """It is somebody else's edit: whoever undoes it says that they mean it."""

    def __init__(self, done: Edit) -> None:
        by = done.user.username if done.user else "somebody who is gone"
        self.sentence = f"“{done.title}” was done by {by}: undo it all the same?"
        super().__init__(self.sentence)


def to_undo(job: Job) -> QuerySet[Edit]:
    """Edits that can be undone: done, or done again, and not undone yet."""
    of_rows = Exists(RowChange.objects.filter(edit=OuterRef("pk")))
    return Edit.objects.filter(of_rows, job_id=job.pk, undone_by__isnull=True).exclude(way=Way.UNDONE)


def next_to_undo(user: User, job: Job) -> Edit | None:
    """The newest edit that a user can undo: what others said, and what stays for good, is passed over."""
    for done in to_undo(job).order_by("-id").prefetch_related("rows").iterator(chunk_size=20):
        kinds = [TABLES[row.table].kind for row in done.rows.all()]
        if not any(kind.lasting or (kind.said and done.user_id != user.pk) for kind in kinds):
            return done
    return None


def to_redo(job: Job) -> Edit | None:
    """The undoing that was the last thing done to the job, if it was one."""
    last = Edit.objects.filter(job_id=job.pk).order_by("-id").first()
    return last if last is not None and last.way == Way.UNDONE else None


def undo(user: User, job: Job, done: Edit, *, sure: bool = False) -> Edit:
    """Put every row of an edit of a job back to what it was before; where the edit undid another, that does it again.

    Raises:
        InputError: it was undone already, or a row was changed since.
        Ask: it is somebody else's, and the user did not say that they are sure.
        NotYours: it would take away or change what somebody else said.
    """
    if hasattr(done, "undone_by"):
        raise InputError(field="undo", got=done.title, needs="this was undone already")
    if done.user_id != user.pk and not sure:
        raise Ask(done)
    again = done.way == Way.UNDONE
    title = f"again: {done.title.removeprefix('undo: ')}" if again else f"undo: {done.title.removeprefix('again: ')}"
    with edit(user, job, title) as scope:
        for change in done.rows.order_by("-id"):
            _put_back(scope, change, done)
        scope.edit.undoes, scope.edit.way = done, Way.AGAIN if again else Way.UNDONE
        scope.edit.save(update_fields=["undoes", "way"])
    return scope.edit


def _put_back(scope: EditScope, change: RowChange, done: Edit) -> None:
    kind = TABLES[change.table]
    row = kind._default_manager.select_for_update().filter(pk=change.row_id).first()
    if change.after is None:
        if row is None and change.before is not None:
            scope.bring_back(kind, change.row_id, {**_first_said(kind, change), **change.before})
        return
    if row is None or upgraded(row.table, row.data, row.schema) != _now(change.table, change.after):
        raise InputError(
            field="undo", got=done.title, needs="a row of it was changed since: undo the later change first"
        )
    if change.before is None:
        scope.delete(row)
    else:
        scope.replace(row, _now(change.table, change.before))


def _now(table: str, snapshot: dict[str, Any]) -> dict[str, Any]:
    """What a snapshot says, in the present shape; the earliest ones do not say in which they are."""
    return upgraded(table, snapshot["data"], snapshot.get("schema", 1))


def _first_said(kind: type[Record], change: RowChange) -> dict[str, Any]:
    """Author and time of what was said, from the edit that made it: early snapshots lack them."""
    if not kind.kind.said:
        return {}
    made = RowChange.objects.filter(table=change.table, row_id=change.row_id, before__isnull=True).order_by("id")
    first = made.select_related("edit").first()
    return {"author_id": first.edit.user_id, "at": first.edit.at} if first is not None else {}
