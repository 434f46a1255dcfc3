"""The filled examples that come with the program: the jobs of the demo."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings

from yorvek.core.files.jobfile import read_job_file
from yorvek.server.accounts.models import User
from yorvek.server.files import load_job
from yorvek.server.jobs.models import Job

ENDING = ".job.json"


def _files() -> dict[str, Path]:
    return {file.name.removesuffix(ENDING): file for file in sorted((settings.HOME / "demo").glob(f"*{ENDING}"))}


def missing(user: User) -> list[str]:
    """Keys of the examples that the user's shop has not got, by the names of its jobs."""
    there = {job.spec.name for job in Job.objects.filter(shop=user.shop)}
    return [key for key, file in _files().items() if read_job_file(file.read_text()).job.name not in there]


def load_example(user: User, key: str) -> Job | None:
    """An example, its log and its stock lines, as a job of the user's shop; None where there is none of that key."""
    file = _files().get(key)
    return load_job(user, read_job_file(file.read_text()), stock=True) if file else None
