"""The API: typed by the core's own models, every error one clear sentence."""

from __future__ import annotations

import json
import logging
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.http.request import RawPostDataException
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import django_auth

from yorvek.core.errors import InputError, needs_of, place_of
from yorvek.server.accounts.slowing import TooFast
from yorvek.server.api import (
    accounts,
    assemblies,
    boxes,
    checking,
    drafts,
    drawings,
    examples,
    exports,
    fits,
    jobs,
    links,
    plans,
    proving,
    records,
    reference,
    saw,
    sheets,
    stock,
    structures,
    table,
)
from yorvek.server.api.parsing import CarefulParser
from yorvek.server.api.rendering import QuickRenderer
from yorvek.server.api.view import job_view
from yorvek.server.away import LOST, SAID, away_body
from yorvek.server.jobs.models import Job
from yorvek.server.journal.authorship import NotYours
from yorvek.server.journal.conflicts import Conflict
from yorvek.server.journal.edits import AlreadyDone, saved
from yorvek.server.journal.stand import stand_of
from yorvek.server.journal.undoing import Ask
from yorvek.server.logs import number

MOST_ERRORS = 50
logger = logging.getLogger(__name__)
api = NinjaAPI(
    title="Yorvek", version="1", auth=django_auth, docs_url=None, openapi_url=None, parser=CarefulParser(),
    renderer=QuickRenderer(),
)  # fmt: skip
for prefix, module in (
    ("", accounts),
    ("", reference),
    ("", jobs),
    ("", examples),
    ("", records),
    ("", structures),
    ("", drafts),
    ("", assemblies),
    ("", proving),
    ("", boxes),
    ("", checking),
    ("", fits),
    ("", links),
    ("", drawings),
    ("", stock),
    ("", saw),
    ("", plans),
    ("", exports),
    ("", table),
    ("", sheets),
):
    api.add_router(prefix, module.router)


@api.exception_handler(InputError)
def bad_input(request: HttpRequest, error: InputError) -> HttpResponse:
    body = {"sentence": error.sentence, "field": error.field, "needs": error.needs, "at": error.at}
    errors = [{"path": error.field, "sentence": error.sentence}]
    return api.create_response(request, {**body, "errors": errors}, status=422)


@api.exception_handler(ValidationError)
def bad_shape(request: HttpRequest, error: ValidationError) -> HttpResponse:
    """Everything that does not fit: the first of it as the sentence, all of it with its places."""
    sent = _sent(request)
    troubles = [_trouble(one, sent) for one in error.errors[:MOST_ERRORS]]
    place, right, sentence = troubles[0]
    errors = [{"path": path, "sentence": words} for path, _, words in troubles]
    body = {"sentence": sentence, "field": place, "needs": right, "at": None, "errors": errors}
    return api.create_response(request, body, status=422)


def _sent(request: HttpRequest) -> Any:
    """What was sent, read; nothing where it cannot be."""
    try:
        return json.loads(request.body)
    except (ValueError, RecursionError, RawPostDataException):
        return None


def _trouble(found: dict[str, Any], sent: Any) -> tuple[str, str, str]:
    """Place, what is needed, and the sentence."""
    place = ".".join(p for p in place_of(found["loc"], sent) if p not in ("body", "spec", "data"))
    right = needs_of(found)
    return place, right, f"{place or 'request'}: {right}."


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
    """What was done at the first time of asking. What it changed is not known any more: `since` fits nothing, so that
    whoever asked reads the job anew; a job that was made is given whole.
    """
    done = error.edit
    made = done.rows.order_by("id").first()
    job = Job.objects.filter(pk=done.job_id, shop=done.shop_id).first() if done.job_id else None
    whole = job is not None and made is not None and made.table == Job.table and made.before is None
    changes = {"since": "", "stand": stand_of(job) if job is not None else ""}
    # as a whole job answers, as a saved record answers and as changes answer, whichever was asked for
    body = {
        **changes,
        **(job_view(job).model_dump(mode="json") if whole and job is not None else {}),
        "already": done.title,
        "id": made.row_id if made else None,
        "version": (made.after or {}).get("version") if made else None,
        "changes": changes,
    }
    return api.create_response(request, body, status=200)


def away(request: HttpRequest, error: Exception) -> HttpResponse:
    """The database is away: what of the change is in it, and what to do."""
    body = away_body(error, saved.get())
    return api.create_response(request, body, status=503)


def fault(request: HttpRequest, error: Exception) -> HttpResponse:
    """Something of ours is broken: what of the change is in the database."""
    logger.exception("fault in %s %s", request.method, request.path)
    sentence = f"Something went wrong on our side (number {number.get()} in the log): {SAID[saved.get()]}"
    return api.create_response(request, {"sentence": sentence, "saved": saved.get()}, status=500)


for lost in LOST:
    api.exception_handler(lost)(away)
api.exception_handler(Exception)(fault)
