"""What an edit will ask, worked out before the job is locked."""

from __future__ import annotations

from contextlib import suppress

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.records import Kind
from yorvek.core.records.draft import drafted
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_state, structure_result


def solve_ahead(job: Job, kind: Kind, number: int, spec: Model) -> None:
    """Work out whether a record can be, so that under the lock it need only be looked up. What is wrong is said there;
    what somebody else changes meanwhile is worked out there.
    """
    if kind.solved:
        with suppress(InputError):
            kind.check(drafted(job_state(job), kind, number, spec), number, structure_result)
