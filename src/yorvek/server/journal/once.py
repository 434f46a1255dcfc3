"""What each request carries for the edit it may make: the key under which it is known if it is asked again."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase, JsonResponse

from yorvek.server.journal.edits import asked_as, saved
from yorvek.server.journal.models import KEY_LENGTH

HEADER = "Idempotency-Key"
Answer = Callable[[HttpRequest], HttpResponseBase]


def known_again(answer: Answer) -> Answer:
    """Middleware: hand the key of a request to the edit made in it; threads serve one request after another."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        key = request.headers.get(HEADER, "")
        if len(key) > KEY_LENGTH:
            sentence = f"{HEADER}: a key of at most {KEY_LENGTH} characters."
            return JsonResponse({"sentence": sentence, "field": HEADER}, status=422)
        asked_as.set(key)
        saved.set("nothing")
        return answer(request)

    return answered
