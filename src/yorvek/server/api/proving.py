"""Load tests: what the model takes from one."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from yorvek.core.jobs.proving import taken_from
from yorvek.core.jobs.spec import NoteSpec
from yorvek.core.model import Model
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import LoadTest, Note
from yorvek.server.jobs.thread import job_state
from yorvek.server.journal.edits import edit

router = Router(tags=["proving"])


class TakeTestIn(Model):
    """That the model takes what a load test found, and why."""

    version: int = Field(ge=1)
    reason: str = Field(max_length=400)


@router.post("/jobs/{job_id}/load-tests/{test_id}/take", response=shapes.Changes)
def take_test(request: HttpRequest, job_id: int, test_id: int, body: TakeTestIn) -> shapes.Changes:
    """The model takes the stiffness and the play that a load test found: every check of movement is made again with
    them, and the decision stands in the log.
    """
    user, job = writer(request), job_of(request, job_id)
    row = row_of(LoadTest, job, test_id)
    taken = taken_from(job_state(job), row.spec, body.reason, user.username)
    mark = row.spec.mark
    with edit(user, job, f"{mark}: taken into the model") as scope:
        scope.update(row, row.spec.model_copy(update={"taken": taken}), body.version)
        words = f"{mark}: {taken.stiffness:.0%} of the stiffness computed and play of {taken.play_mm:.2g} mm taken into"
        about = NoteSpec(kind="decision", text=f"{words} the model, because {taken.reason}", about=mark)
        scope.create(Note, about)
    return job_changes(job)
