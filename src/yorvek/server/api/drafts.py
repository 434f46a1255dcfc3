"""What a change would do, before anybody makes it."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field, ValidationError

from yorvek.core.errors import InputError
from yorvek.core.files.jobfile import first_trouble
from yorvek.core.jobs import JobState
from yorvek.core.model import Model
from yorvek.core.records import IN_STATE, Kind, refuse_broken
from yorvek.core.records.draft import NEW, drafted
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, user_of
from yorvek.server.api.view import step_changes
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_figures, job_state, structure_result
from yorvek.server.journal.ripple import ripple_of
from yorvek.server.journal.stand import Step, stand_of

router = Router(tags=["drafts"])
BY_PLURAL = {kind.plural: kind for kind in IN_STATE if kind.hand != "door"}


class DraftIn(Model):
    """A record as it would be: `kind` as in its address; no number where it would be made, no spec where it would be
    taken away.
    """

    kind: str
    id: int = Field(default=NEW, ge=0)
    spec: dict[str, Any] | None = None


class Draft(Model):
    """What would change of the job, under the number 0 where a record would be made, and what would go down the
    thread.
    """

    changes: shapes.Changes
    ripple: shapes.Ripple


@router.post("/jobs/{job_id}/preview", response=Draft)
def preview(request: HttpRequest, job_id: int, body: DraftIn) -> Draft:
    """Work a change out without making it: the rows it would touch with their verdicts, the figures, the ripple."""
    job = job_of(request, job_id)
    since = stand_of(job)
    before = job_state(job)
    kind = BY_PLURAL.get(body.kind)
    if kind is None:
        raise InputError(field="kind", got=body.kind, needs="one of " + ", ".join(BY_PLURAL))
    if body.id != NEW and body.id not in getattr(before, kind.plural):
        raise HttpError(404, f"There is no such {kind.name} in this job; it may have been taken away.")
    spec = _spec(kind, body)
    if spec is not None:
        spec = kind.amended(getattr(before, kind.plural).get(body.id), spec, user_of(request).username)
    return _worked_out(job, since, before, drafted(before, kind, body.id, spec), (kind, body.id))


def _spec(kind: Kind, body: DraftIn) -> Any:
    try:
        return None if body.spec is None else kind.spec.model_validate(body.spec)
    except ValidationError as error:
        raise first_trouble(error, body.spec) from None


def _worked_out(job: Job, since: str, before: JobState, after: JobState, touched: tuple[Kind, int]) -> Draft:
    kind, number = touched
    if number in getattr(after, kind.plural):
        kind.check(after, number, structure_result)
    refuse_broken(before, after)
    was, now = job_figures(before), job_figures(after)
    step = Step(before, was, after, now, frozenset({(kind.name, number)}), since, since)
    return Draft(changes=step_changes(job, step), ripple=shapes.Ripple(**ripple_of(job, was, now)))
