"""A link for a second pair of eyes: whoever has it reads one job, or one release of it, and comments under a name."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta
from typing import Any, cast

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from ninja.security import APIKeyHeader
from pydantic import Field

from yorvek.core.files.report import report_pdf
from yorvek.core.jobs import JobState
from yorvek.core.jobs.checking import CommentSpec
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.server.accounts.models import Guest, User
from yorvek.server.accounts.people import taken_name
from yorvek.server.accounts.slowing import address_of, count
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, owner_of, row_of
from yorvek.server.api.checking import released_state
from yorvek.server.api.exports import file_response
from yorvek.server.api.view import state_view
from yorvek.server.jobs.models import Comment, Job, ReadingLink, Release
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.edits import edit
from yorvek.server.journal.models import Edit

router = Router(tags=["links"])
HEADER = "X-Link"
READS, COMMENTS, WRONG = (120, timedelta(minutes=5)), (20, timedelta(hours=1)), (30, timedelta(minutes=15))
"""How often within what time."""
GONE = "This link has ended, or never was: ask whoever gave it to you for another."
PRICED = ("price", "prices", "cost", "money", "currency", "money_estimate", "hour_rate", "rate")
"""What a reader without prices is not sent, by the names of fields; a test looks at all of them."""


class LinkIn(Model):
    """Who is to read it, for how many days, whether prices are shown, and which release; none: the job as it is."""

    for_whom: str
    days: int = Field(default=14, ge=1, le=90)
    prices: bool = False
    release_id: int | None = None


class LinkRow(Model):
    """A link in the list; `release`: the revision that it opens."""

    id: int
    for_whom: str
    release: str | None
    prices: bool
    made: str
    by: str
    until: str
    ended: bool
    seen: str | None


class LinkMade(Model):
    """A link that was made. Its token is said this once and kept nowhere."""

    link: LinkRow
    token: str


class Look(Model):
    """What the holder of a link reads."""

    for_whom: str
    until: str
    release: str | None
    view: dict[str, Any] = Field(description="as a job's view; fields that tell prices are left out")


class Remark(Model):
    """A comment of whoever holds a link, on a mark or on one of its checks."""

    name: str
    text: str = Field(min_length=1, max_length=2000)
    about: str = Field(default="", max_length=80)
    check_id: str = Field(default="", max_length=200)


class ByLink(APIKeyHeader):
    """Whoever holds a link that has not ended."""

    param_name = HEADER

    def authenticate(self, request: HttpRequest, key: str | None) -> ReadingLink:
        """The link.

        Raises:
            TooFast: it is used too often, or too many wrong ones were tried from one address.
        """
        now = timezone.now()
        digest = _hash(key or "")
        link = ReadingLink.objects.filter(token_hash=digest, ended__isnull=True, until__gt=now).first()
        if link is None or link.job.archived:
            count(f"wrong links {address_of(request)}", *WRONG, "links that are none")
            raise HttpError(403, GONE)
        count(f"link {link.pk} reads", *READS, "requests by this link")
        ReadingLink.objects.filter(pk=link.pk).update(seen=now)
        return link


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def _revision(link: ReadingLink) -> str | None:
    if link.release_id is None:
        return None
    return str(row_of(Release, link.job, link.release_id).spec.revision)


def _row(link: ReadingLink) -> LinkRow:
    return LinkRow(
        id=link.pk,
        for_whom=link.for_whom,
        release=_revision(link),
        prices=link.prices,
        made=link.made.isoformat(),
        by=link.made_by.username if link.made_by else "",
        until=link.until.isoformat(),
        ended=link.ended is not None or link.until <= timezone.now(),
        seen=link.seen.isoformat() if link.seen else None,
    )


@router.get("/jobs/{job_id}/links", response=list[LinkRow])
def list_links(request: HttpRequest, job_id: int) -> list[LinkRow]:
    """The links into a job, newest first."""
    owner_of(request)
    links = ReadingLink.objects.filter(job=job_of(request, job_id)).select_related("made_by", "job").order_by("-id")
    return [_row(link) for link in links[:100]]


@router.post("/jobs/{job_id}/links", response=LinkMade)
def make_link(request: HttpRequest, job_id: int, body: LinkIn) -> LinkMade:
    """A new link; only the owner opens a door to the outside."""
    user, job = owner_of(request), job_of(request, job_id)
    for_whom = taken_name(body.for_whom, field="for_whom")
    if body.release_id is not None:
        row_of(Release, job, body.release_id)
    token = secrets.token_urlsafe(24)
    until = timezone.now() + timedelta(days=body.days)
    link = ReadingLink.objects.create(
        job=job, release_id=body.release_id, token_hash=_hash(token), for_whom=for_whom, prices=body.prices,
        made_by=user, until=until,
    )  # fmt: skip
    _write_down(user, job, f"link for {for_whom}, until {until:%d %B %Y}")
    return LinkMade(link=_row(link), token=token)


@router.delete("/jobs/{job_id}/links/{link_id}", response=LinkRow)
def end_link(request: HttpRequest, job_id: int, link_id: int) -> LinkRow:
    """End a link, for good."""
    user, job = owner_of(request), job_of(request, job_id)
    link = ReadingLink.objects.filter(pk=link_id, job=job).first()
    if link is None:
        raise HttpError(404, "There is no such link into this job.")
    if link.ended is None:
        link.ended = timezone.now()
        link.save(update_fields=["ended"])
        _write_down(user, job, f"link for {link.for_whom} ended")
    return _row(link)


def _write_down(user: User, job: Job, title: str) -> None:
    """A line of the history that changes no record."""
    Edit.objects.create(shop=job.shop, job_id=job.pk, user=user, title=title[:200])


def _link(request: HttpRequest) -> ReadingLink:
    return cast(ReadingLink, request.auth)  # type: ignore[attr-defined]


def _state(link: ReadingLink) -> JobState:
    return job_state(link.job) if link.release_id is None else released_state(link.job, link.release_id)


def without_prices(value: Any) -> Any:
    """What stands in an answer, without what tells a price."""
    if isinstance(value, dict):
        return {k: without_prices(v) for k, v in value.items() if k not in PRICED}
    return [without_prices(v) for v in value] if isinstance(value, list) else value


@router.get("/look", auth=ByLink(), response=Look)
def look(request: HttpRequest) -> Look:
    """What a link opens."""
    link = _link(request)
    view = state_view(link.job, _state(link), f"link {link.pk}").model_dump(mode="json")
    # what the shop has, buys and carries beside is nobody else's
    view |= {"bars": [], "hardware": []}
    shown = view if link.prices else without_prices(view)
    return Look(for_whom=link.for_whom, until=link.until.isoformat(), release=_revision(link), view=shown)


@router.post("/look/comments", auth=ByLink(), response=shapes.CommentRow)
def remark(request: HttpRequest, body: Remark) -> shapes.CommentRow:
    """Say something of the job, of a mark, or of one of its checks."""
    link = _link(request)
    name = taken_name(body.name, field="name")
    count(f"link {link.pk} comments", *COMMENTS, "comments by this link")
    spec = CommentSpec(text=body.text, about=body.about, check_id=body.check_id, guest=name)
    title = f"comment by {name}, by the link for {link.for_whom}"
    with edit(Guest(link.job.shop, name), link.job, title) as scope:
        row = scope.create(Comment, spec)
    return shapes.CommentRow(
        id=row.pk, version=row.version, spec=row.spec, author=f"{name} (by a link)", at=row.at.isoformat()
    )


@router.get("/look/report.pdf", auth=ByLink())
def report(request: HttpRequest, unit: UnitSystem = "mm") -> HttpResponse:
    """The calculation report of what a link opens."""
    state = _state(_link(request))
    name = f"{state.job.name} {state.job.revision} calculation report.pdf"
    return file_response(report_pdf(state, job_figures(state), unit), name, "application/pdf")
