"""A job as it is opened, kept as it was sent: whoever opens it next while nothing was done is sent the same bytes."""

from __future__ import annotations

import hashlib
from collections import OrderedDict
from datetime import timedelta
from threading import Lock
from typing import NamedTuple

from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from yorvek.server.api.rendering import as_json
from yorvek.server.api.view import job_view
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import Job
from yorvek.server.journal.stand import stand_of
from yorvek.server.packed import squeezed, takes_packed

MOST = 64
SETTLES = timedelta(minutes=1)
"""An edit's ripple is written down after the edit itself: until then an answer without it is not kept."""


class Sent(NamedTuple):
    """An answer, and packed."""

    plain: bytes
    packed: bytes


_kept: OrderedDict[str, Sent] = OrderedDict()
_lock = Lock()


def mark_of(job: Job) -> str:
    """Of everything that a job's view shows: records, stock, rules and words by where the job stands, and its plans."""
    plans = Plan.objects.filter(job_id=job.pk).order_by("pk")
    now = list(plans.values_list("pk", "state", "progress", "beat", "picked", "finished", "message"))
    return hashlib.sha256(f"{job.pk} {stand_of(job)} {now}".encode()).hexdigest()[:32]


def opened(request: HttpRequest, job: Job) -> HttpResponse:
    """The answer to whoever opens a job; nothing but a nod where they hold it already."""
    mark = mark_of(job)
    etag = f'"{mark}"'
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304, headers={"ETag": etag})
    sent = _recalled(mark) or _made(mark, job)
    gzip = takes_packed(request)
    response = HttpResponse(sent.packed if gzip else sent.plain, content_type="application/json; charset=utf-8")
    response["ETag"], response["Vary"] = etag, "Accept-Encoding"
    if gzip:
        response["Content-Encoding"] = "gzip"
    return response


def _recalled(mark: str) -> Sent | None:
    with _lock:
        found = _kept.get(mark)
        if found is not None:
            _kept.move_to_end(mark)
        return found


def _made(mark: str, job: Job) -> Sent:
    view = job_view(job)
    plain = as_json(view.model_dump(mode="json"))
    sent = Sent(plain, squeezed(plain))
    last = view.last_edit
    settled = last is None or last.ripple is not None or last.at < (timezone.now() - SETTLES).isoformat()
    if settled:
        with _lock:
            _kept[mark] = sent
            while len(_kept) > MOST:
                _kept.popitem(last=False)
    return sent
