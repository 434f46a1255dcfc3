"""Who may do what, and to which rows."""

from __future__ import annotations

from typing import TypeVar, cast

from django.http import HttpRequest
from ninja.errors import HttpError

from yorvek.server.accounts.models import User
from yorvek.server.jobs.models import Job, JobRecord

R = TypeVar("R", bound=JobRecord)


def user_of(request: HttpRequest) -> User:
    return cast(User, request.user)


def writer(request: HttpRequest) -> User:
    """The user, if they may change things."""
    user = user_of(request)
    if not user.may_write:
        raise HttpError(403, "A checker reads and comments; ask the owner or a fabricator to change this.")
    return user


def owner_of(request: HttpRequest) -> User:
    """The user, if they are the owner."""
    user = user_of(request)
    if user.role != User.Role.OWNER:
        raise HttpError(403, "Only the owner of the shop does this: ask for it.")
    return user


def job_of(request: HttpRequest, job_id: int, *, away: bool = False) -> Job:
    """A job of the user's own shop, or one of those that were put away; another shop's is as if it were not there."""
    job = Job.objects.filter(pk=job_id, shop=user_of(request).shop, archived=away).first()
    if job is None:
        raise HttpError(404, "There is no such job in this shop.")
    return job


def row_of(kind: type[R], job: Job, row_id: int) -> R:
    """A row of the job."""
    row = cast(R | None, kind._default_manager.filter(pk=row_id, job=job).first())
    if row is None:
        raise HttpError(404, f"There is no such {kind.table} in this job; it may have been taken away.")
    return row
