"""The API: typed by the core's own models, every error one clear sentence."""

from __future__ import annotations

import logging
from typing import Any

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import django_auth

from yorvek.core.errors import InputError
from yorvek.server.accounts.slowing import TooFast
from yorvek.server.api import (
    accounts,
    checking,
    drawings,
    exports,
    jobs,
    plans,
    records,
    reference,
    saw,
    stock,
    structures,
    table,
)
from yorvek.server.api.parsing import CarefulParser
from yorvek.server.api.view import job_view
from yorvek.server.jobs.models import Job
from yorvek.server.journal.authorship import NotYours
from yorvek.server.journal.conflicts import Conflict
from yorvek.server.journal.edits import AlreadyDone, saved
from yorvek.server.journal.undoing import Ask

logger = logging.getLogger(__name__)
api = NinjaAPI(title="Yorvek", version="1", auth=django_auth, docs_url=None, openapi_url=None, parser=CarefulParser())
for prefix, module in (
    ("", accounts),
    ("", reference),
    ("", jobs),
    ("", records),
    ("", structures),
    ("", checking),
    ("", drawings),
    ("", stock),
    ("", saw),
    ("", plans),
    ("", exports),
    ("", table),
):
    api.add_router(prefix, module.router)


@api.exception_handler(InputError)
def bad_input(request: HttpRequest, error: InputError) -> HttpResponse:
    body = {"sentence": error.sentence, "field": error.field, "needs": error.needs, "at": error.at}
    return api.create_response(request, body, status=422)


@api.exception_handler(ValidationError)
def bad_shape(request: HttpRequest, error: ValidationError) -> HttpResponse:
    trouble: dict[str, Any] = error.errors[0]
    inner = (trouble.get("ctx") or {}).get("error")
    place = ".".join(str(p) for p in trouble["loc"] if p not in ("body", "spec", "data"))
    needs = inner.needs if isinstance(inner, InputError) else str(trouble["msg"]).lower()
    sentence = f"{place or 'request'}: {needs}."
    return api.create_response(request, {"sentence": sentence, "field": place, "needs": needs, "at": None}, status=422)


@api.exception_handler(Conflict)
def stale_save(request: HttpRequest, error: Conflict) -> HttpResponse:
    return api.create_response(request, error.answer(), status=409)


@api.exception_handler(AuthenticationError)
def not_logged_in(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return api.create_response(request, {"sentence": "Log in first; what you typed is still here."}, status=401)


@api.exception_handler(HttpError)
def refused(request: HttpRequest, error: HttpError) -> HttpResponse:
    hidden = getattr(request, "not_read", None)
    if isinstance(hidden, InputError):
        return bad_input(request, hidden)
    return api.create_response(request, {"sentence": str(error)}, status=error.status_code)


@api.exception_handler(TooFast)
def slowed(request: HttpRequest, error: TooFast) -> HttpResponse:
    answer = api.create_response(request, {"sentence": error.sentence, "seconds": error.seconds}, status=429)
    answer["Retry-After"] = str(error.seconds)
    return answer


@api.exception_handler(NotYours)
def somebody_elses(request: HttpRequest, error: NotYours) -> HttpResponse:
    return api.create_response(request, {"sentence": error.sentence}, status=403)


@api.exception_handler(Ask)
def asks(request: HttpRequest, error: Ask) -> HttpResponse:
    return api.create_response(request, {"sentence": error.sentence, "asks": "sure"}, status=409)


@api.exception_handler(AlreadyDone)
def asked_twice(request: HttpRequest, error: AlreadyDone) -> HttpResponse:
    """What was done at the first time of asking, and the job as it stands."""
    done = error.edit
    made = done.rows.order_by("id").first()
    job = Job.objects.filter(pk=done.job_id, shop=done.shop_id).first() if done.job_id else None
    view = job_view(job).model_dump(mode="json") if job is not None else {}
    # as a whole job answers and as a saved record answers, whichever was asked for
    body = {
        **view,
        "already": done.title,
        "id": made.row_id if made else None,
        "version": (made.after or {}).get("version") if made else None,
        "view": view,
    }
    return api.create_response(request, body, status=200)


SAID = {
    "nothing": "nothing was saved. What you typed is still here; try again in a moment.",
    "perhaps": "it is not known whether your change was saved. Look at the job again before you repeat it.",
    "all": "but your change was saved. Load the job again to see it.",
}


def away(request: HttpRequest, error: Exception) -> HttpResponse:
    """The database is away: what of the change is in it, and what to do."""
    body = {"sentence": f"The database does not answer just now: {SAID[saved.get()]}", "saved": saved.get()}
    return api.create_response(request, body, status=503)


def fault(request: HttpRequest, error: Exception) -> HttpResponse:
    """Something of ours is broken: what of the change is in the database."""
    logger.exception("fault in %s %s", request.method, request.path)
    body = {"sentence": f"Something went wrong on our side: {SAID[saved.get()]}", "saved": saved.get()}
    return api.create_response(request, body, status=500)


for lost in (OperationalError, InterfaceError):
    api.exception_handler(lost)(away)
api.exception_handler(Exception)(fault)
