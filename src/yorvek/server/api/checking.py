"""The checker's desk: findings, the signature on a job as it stands, and its release."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.files.compared import Difference, Turn, differences, state_of, turns
from yorvek.core.files.jobfile import JobFile, as_written
from yorvek.core.files.report import report_pdf
from yorvek.core.jobs import JobState
from yorvek.core.jobs.checking import ReleaseSpec, SignatureSpec, may_release, next_revision
from yorvek.core.jobs.findings import Finding, findings
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.core.records.digest import digest_of
from yorvek.server.accounts.models import User
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, user_of, writer
from yorvek.server.api.exports import file_response
from yorvek.server.api.view import job_changes, state_view
from yorvek.server.files import job_file
from yorvek.server.jobs.models import Comment, Job, Release, Signature
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.edits import edit

router = Router(tags=["checking"])


@router.get("/jobs/{job_id}/findings", response=list[Finding])
def list_findings(request: HttpRequest, job_id: int) -> list[Finding]:
    """What sizing by feel would miss in this job, each with its number."""
    state = job_state(job_of(request, job_id))
    return findings(state, job_figures(state))


class SignIn(Model):
    statement: str = Field(min_length=1, max_length=2000)


@router.post("/jobs/{job_id}/sign", response=shapes.Changes)
def sign(request: HttpRequest, job_id: int, body: SignIn) -> shapes.Changes:
    """Sign the job as it stands; only a checker may."""
    user, job = user_of(request), job_of(request, job_id)
    if user.role != User.Role.CHECKER:
        raise HttpError(403, "Only a checker signs: ask the owner to add one who did not do this work.")
    state = job_state(job)
    spec = SignatureSpec(statement=body.statement, revision=state.job.revision, digest=digest_of(state))
    with edit(user, job, f"signed revision {state.job.revision}", ripple=False) as scope:
        scope.create(Signature, spec)
    return job_changes(job)


class ReleaseIn(Model):
    version: int = Field(ge=1)
    note: str = Field(default="", max_length=2000)


@router.post("/jobs/{job_id}/release", response=shapes.Changes)
def release(request: HttpRequest, job_id: int, body: ReleaseIn) -> shapes.Changes:
    """Release the revision: a snapshot is kept, and work goes on under the next letter."""
    user, job = writer(request), job_of(request, job_id)
    with edit(user, job, "released", ripple=False, chooses=True) as scope:
        state, found = scope.found()
        scope.call(f"released revision {state.job.revision}")
        digest = digest_of(state)
        signed = next((s for s in Signature.objects.filter(job=job).order_by("-id") if s.spec.digest == digest), None)
        unanswered = sum(1 for c in Comment.objects.filter(job=job) if not c.spec.answer)
        may_release(state, found, signed=signed is not None, note=body.note, unanswered=unanswered)
        spec = ReleaseSpec(
            revision=state.job.revision,
            note=body.note,
            checked_by=signed.author.username if signed and signed.author else "",
            digest=digest,
            snapshot=job_file(job, stock=True).model_dump_json(),
        )
        scope.create(Release, spec)
        scope.update(job, state.job.model_copy(update={"revision": next_revision(state.job.revision)}), body.version)
    return job_changes(job)


@router.get("/jobs/{job_id}/releases/{release_id}/view", response=shapes.JobView)
def view_release(request: HttpRequest, job_id: int, release_id: int) -> shapes.JobView:
    """A release as it stood, worked out by the rules of today, to be read."""
    job = job_of(request, job_id)
    return state_view(job, released_state(job, release_id), f"release {release_id}")


@router.get("/jobs/{job_id}/releases/{release_id}/report.pdf")
def report_of_release(request: HttpRequest, job_id: int, release_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """The calculation report of a release."""
    state = released_state(job_of(request, job_id), release_id)
    content = report_pdf(state, job_figures(state), unit)
    name = f"{state.job.name} {state.job.revision} calculation report.pdf"
    return file_response(content, name, "application/pdf")


@router.get("/jobs/{job_id}/releases/{release_id}", response=str)
def released(request: HttpRequest, job_id: int, release_id: int) -> str:
    """The job file of a release."""
    return str(row_of(Release, job_of(request, job_id), release_id).spec.snapshot)


class Compared(Model):
    """What is otherwise in a later state of the job."""

    differences: list[Difference]
    turns: list[Turn]


@router.get("/jobs/{job_id}/releases/{release_id}/against", response=Compared)
def compare_release(request: HttpRequest, job_id: int, release_id: int, other: int | None = None) -> Compared:
    """A release against another one, or against the job as it is now: field by field, and verdict by verdict."""
    job = job_of(request, job_id)
    before = _snapshot(job, release_id)
    after = _snapshot(job, other) if other is not None else job_file(job)
    was, now = state_of(before), state_of(after)
    return Compared(
        differences=differences(before, after), turns=turns((was, job_figures(was)), (now, job_figures(now)))
    )


def released_state(job: Job, release_id: int) -> JobState:
    """The job as it stood when it was released."""
    return state_of(_snapshot(job, release_id))


def _snapshot(job: Job, release_id: int) -> JobFile:
    return as_written(json.loads(row_of(Release, job, release_id).spec.snapshot))
