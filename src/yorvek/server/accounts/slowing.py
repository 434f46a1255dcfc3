"""Wrong passwords slow down whoever tries: the account, and the address they come from. A browser that somebody logged
in with before has a count of its own, so that strangers cannot keep its owner out.
"""

from __future__ import annotations

import math
import secrets
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.core import signing
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from yorvek.server.accounts.models import Failure

FREE = {"name": 5, "address": 25}
"""Wrong ones that cost nothing; each after them doubles the wait."""
MOST_S, WITHIN = 300, timedelta(minutes=15)
COOKIE, COOKIE_AGE_S, MOST_NAMES = "yorvek_known", 90 * 24 * 3600, 8


class TooFast(Exception):
    """Somebody has to wait: how long, and why."""

    def __init__(self, seconds: int, because: str) -> None:
        self.seconds = seconds
        self.sentence = f"Too many {because}: try again in {seconds} s."
        super().__init__(self.sentence)


def address_of(request: HttpRequest) -> str:
    """Where a request comes from; behind a proxy of one's own, what that proxy says."""
    if settings.BEHIND_PROXY:
        said = str(request.META.get("HTTP_X_FORWARDED_FOR", "")).split(",")[-1].strip()
        if said:
            return said[:45]
    return str(request.META.get("REMOTE_ADDR", ""))[:45]


def _known(request: HttpRequest) -> dict[str, str]:
    """Names that logged in with this browser, each with the mark it got then."""
    try:
        found: Any = signing.loads(request.COOKIES.get(COOKIE, ""), salt=COOKIE, max_age=COOKIE_AGE_S)
    except signing.BadSignature:
        return {}
    return dict(found) if isinstance(found, dict) else {}


def _buckets(request: HttpRequest, name: str) -> dict[str, str]:
    mark = _known(request).get(name.casefold(), "")
    return {"name": f"name {name.casefold()} {mark}".strip(), "address": f"address {address_of(request)}"}


def refuse_fast(request: HttpRequest, name: str) -> None:
    """Whether a try may be made now.

    Raises:
        TooFast: not yet.
    """
    now = timezone.now()
    for kind, bucket in _buckets(request, name).items():
        # a clock that was set back leaves failures in the future: they do not count
        times = Failure.objects.filter(bucket=bucket, at__gt=now - WITHIN, at__lte=now).order_by("-at")
        over = times.count() - FREE[kind]
        if over < 0:
            continue
        wait = min(2**over, MOST_S)
        left = wait - (now - times[0].at).total_seconds()
        if left > 0:
            whose = "for this name" if kind == "name" else "from this address"
            raise TooFast(math.ceil(left), f"wrong passwords {whose}")


def count(bucket: str, most: int, within: timedelta, what: str) -> None:
    """Count one more of what may be done so often and no oftener.

    Raises:
        TooFast: it was done `most` times `within` that time.
    """
    now = timezone.now()
    times = list(Failure.objects.filter(bucket=bucket, at__gt=now - within, at__lte=now).order_by("-at")[:most])
    if len(times) >= most:
        raise TooFast(math.ceil((times[-1].at + within - now).total_seconds()), what)
    Failure.objects.create(bucket=bucket, at=now)


def failed(request: HttpRequest, name: str) -> None:
    """Write a wrong password down; old ones go."""
    now = timezone.now()
    Failure.objects.bulk_create(Failure(bucket=b[:200], at=now) for b in _buckets(request, name).values())
    Failure.objects.filter(at__lt=now - 4 * WITHIN).delete()


def went_in(request: HttpRequest, response: HttpResponse, name: str) -> None:
    """The count of this name ends, and the browser is known from now on."""
    Failure.objects.filter(bucket=_buckets(request, name)["name"]).delete()
    known = _known(request)
    known.setdefault(name.casefold(), secrets.token_hex(8))
    newest = dict(list(known.items())[-MOST_NAMES:])
    response.set_cookie(
        COOKIE, signing.dumps(newest, salt=COOKIE), max_age=COOKIE_AGE_S, httponly=True, samesite="Lax",
        secure=settings.SESSION_COOKIE_SECURE,
    )  # fmt: skip
