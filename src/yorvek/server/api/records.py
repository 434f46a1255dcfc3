"""The records of a job: one set of endpoints a kind, all by the same rules."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router
from pydantic import Field, create_model

from yorvek.core.model import Model
from yorvek.core.records import KINDS, Kind, label_of
from yorvek.core.records.draft import NEW
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, user_of, writer
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import ROWS
from yorvek.server.journal.ahead import solve_ahead
from yorvek.server.journal.edits import edit

router = Router(tags=["records"])


def add_endpoints(kind: Kind) -> None:
    """POST, PUT and DELETE of one kind."""
    rows = ROWS[kind.name]
    change_type: Any = create_model(
        f"{rows.__name__}In", __base__=Model, version=(int, Field(ge=1)), spec=(kind.spec, ...)
    )

    def create(request: HttpRequest, job_id: int, body: Any) -> shapes.Saved:
        user = user_of(request) if kind.hand == "anyone" else writer(request)
        job = job_of(request, job_id)
        spec = kind.amended(None, body, user.username)
        solve_ahead(job, kind, NEW, spec)
        with edit(user, job, f"new {kind.name} {label_of(body)}") as scope:
            row = scope.create(rows, spec)
            scope.must_be(row)
        row.refresh_from_db()
        return shapes.Saved(id=row.pk, version=row.version, changes=job_changes(job))

    def change(request: HttpRequest, job_id: int, row_id: int, body: Any) -> shapes.Saved:
        user = user_of(request) if kind.hand == "anyone" else writer(request)
        job = job_of(request, job_id)
        row = row_of(rows, job, row_id)
        spec = kind.amended(row.spec, body.spec, user.username)
        solve_ahead(job, kind, row.pk, spec)
        with edit(user, job, f"{kind.name} {label_of(spec)}") as scope:
            saved = scope.update(row, spec, body.version)
            scope.must_be(saved)
        saved.refresh_from_db()
        return shapes.Saved(id=saved.pk, version=saved.version, changes=job_changes(job))

    def delete(request: HttpRequest, job_id: int, row_id: int, version: int) -> shapes.Changes:
        user = user_of(request) if kind.hand == "anyone" else writer(request)
        job = job_of(request, job_id)
        row = row_of(rows, job, row_id)
        with edit(user, job, f"{kind.name} {label_of(row.spec)} taken away") as scope:
            scope.delete(row, version)
        return job_changes(job)

    create.__annotations__["body"] = kind.spec
    change.__annotations__["body"] = change_type
    for function, verb in ((create, "make"), (change, "change"), (delete, "take_away")):
        function.__name__ = f"{verb}_{kind.name}"
        function.__doc__ = f"{verb.replace('_', ' ').capitalize()} a {kind.name}."
    base = f"/jobs/{{job_id}}/{kind.plural}"
    router.post(base, response=shapes.Saved)(create)
    router.put(base + "/{row_id}", response=shapes.Saved)(change)
    router.delete(base + "/{row_id}", response=shapes.Changes)(delete)


for one in KINDS:
    if one.hand != "door":
        add_endpoints(one)
