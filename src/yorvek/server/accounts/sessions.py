"""How long somebody stays logged in: eight hours without doing anything, fourteen days at most."""

from __future__ import annotations

import time
from collections.abc import Callable

from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponseBase, JsonResponse

from yorvek.server.away import LOST, away_body

IDLE_S, LONGEST_S, NOTED_EVERY_S = 8 * 3600, 14 * 24 * 3600, 300
SINCE, SEEN = "since", "seen"
Answer = Callable[[HttpRequest], HttpResponseBase]


def begun(request: HttpRequest) -> None:
    """A session begins now."""
    now = int(time.time())
    request.session[SINCE], request.session[SEEN] = now, now


def ends(answer: Answer) -> Answer:
    """Middleware: log out who was away too long, and let nothing of the API be kept by the browser."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        of_api = request.path.startswith("/api/")
        try:
            if request.user.is_authenticated:
                _look(request)
        except LOST as error:
            if not of_api:
                raise
            # the API is not come to yet, and says nothing: without this a page in HTML would
            response: HttpResponseBase = JsonResponse(away_body(error, "nothing"), status=503)
        else:
            response = answer(request)
        if of_api:
            response.headers.setdefault("Cache-Control", "no-store")
        return response

    return answered


def _look(request: HttpRequest) -> None:
    now = int(time.time())
    since, seen = (int(request.session.get(name, now)) for name in (SINCE, SEEN))
    # a clock that was set back makes them later than now: then they start again
    if now - seen > IDLE_S or now - since > LONGEST_S:
        logout(request)
    elif SINCE not in request.session or since > now:
        begun(request)
    elif abs(now - seen) > NOTED_EVERY_S:
        request.session[SEEN] = now
