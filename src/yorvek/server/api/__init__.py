"""The API: typed by the core's own models, every error one clear sentence."""

from __future__ import annotations

from typing import Any

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import django_auth

from yorvek.core.errors import InputError
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
from yorvek.server.journal.edits import Conflict

api = NinjaAPI(title="Yorvek", version="1", auth=django_auth, docs_url=None, openapi_url=None)
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
    return api.create_response(request, {"sentence": str(error)}, status=error.status_code)


def away(request: HttpRequest, error: Exception) -> HttpResponse:
    """The database is away: nothing was saved, and it is worth trying again."""
    sentence = (
        "The database does not answer just now: nothing was saved. What you typed is still here; try again in a moment."
    )
    return api.create_response(request, {"sentence": sentence}, status=503)


api.add_exception_handler(OperationalError, away)
api.add_exception_handler(InterfaceError, away)
