"""What the server writes down, a line of JSON an event, each with the number of the request that it belongs to. Whoever
meets a fault is told that number.
"""

from __future__ import annotations

import json
import logging
import re
import secrets
import time
from collections.abc import Callable
from contextvars import ContextVar
from datetime import UTC, datetime

from django.http import HttpRequest, HttpResponseBase

from yorvek.server.away import LOST

HEADER = "X-Request-Id"
GIVEN = re.compile(r"[A-Za-z0-9._-]{6,64}")
"""What a proxy may number a request with: anything else might be made to look like a line of ours."""
SLOW_S = 2.0
number: ContextVar[str] = ContextVar("number", default="")
"""Of the request that is being answered."""
logger = logging.getLogger("yorvek.requests")
Answer = Callable[[HttpRequest], HttpResponseBase]


class Lines(logging.Formatter):
    """A record as one line of JSON."""

    def format(self, record: logging.LogRecord) -> str:
        """Time (UTC), level, logger, what, the request's number, what else is known of it, and the trace of a fault."""
        line: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "from": record.name,
            "what": record.getMessage(),
        }
        if number.get():
            line["request"] = number.get()
        line |= getattr(record, "known", {})
        if record.exc_info:
            line["trace"] = self.formatException(record.exc_info)
        return json.dumps(line, ensure_ascii=False)


def numbered(answer: Answer) -> Answer:
    """Middleware, the outermost: a number for each request, sent back with its answer; faults and slow ones are written
    down, and every request where the level is `info`. Neither queries nor bodies are.
    """

    def answered(request: HttpRequest) -> HttpResponseBase:
        given = request.headers.get(HEADER, "")
        number.set(given if GIVEN.fullmatch(given) else secrets.token_hex(6))
        began = time.monotonic()
        response = answer(request)
        took = time.monotonic() - began
        response.headers[HEADER] = number.get()
        _write_down(request, response.status_code, took)
        return response

    return answered


def _number_of(who: object) -> object:
    """Whose request it is; nothing where the database cannot say."""
    try:
        return getattr(who, "pk", None)
    except LOST:
        return None


def _write_down(request: HttpRequest, status: int, took: float) -> None:
    level = logging.INFO
    if status >= 500 or took > SLOW_S:
        level = logging.WARNING
    if not logger.isEnabledFor(level):
        return
    who = getattr(request, "user", None)
    known = {
        "method": request.method,
        "path": request.path,
        "status": status,
        "ms": round(1000 * took),
        "person": _number_of(who),
    }
    logger.log(level, "answered", extra={"known": known})
