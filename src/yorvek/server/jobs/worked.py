"""What took long to work out, kept by what was asked: another process of the application need not do it again, and all
of them say the same.
"""

from __future__ import annotations

import hashlib
import time
from collections.abc import Callable
from typing import TypeVar

from django.db import connection
from pydantic import ValidationError

from yorvek.core.model import Model
from yorvek.server.jobs.headlines import core_mark
from yorvek.server.jobs.models import Worked

LONG_S = 0.02
"""Time from which it is worth a row."""
LARGEST = 2_000_000
MOST, AT_ONCE = 1000, 100
"""Rows that are kept, and how many of the oldest go where there are more."""
M = TypeVar("M", bound=Model)


def recalled(asked: str, work: Callable[[str], M], shape: type[M], *, long_s: float | None = None) -> M:
    """What comes of a question: as it is remembered, or worked out and remembered.

    Args:
        asked: the question as JSON.
        work: works it out.
        shape: what comes of it.
        long_s: how long it takes until it is worth a row; what a clock may end otherwise each time is worth one soon.
    """
    key = hashlib.sha256(f"{core_mark()} {shape.__name__} {asked}".encode()).hexdigest()
    known = Worked.objects.filter(pk=key).values_list("text", flat=True).first()
    if known is not None:
        return shape.model_validate_json(known)
    began = time.perf_counter()
    found = work(asked)
    # within an edit nothing else is written: what waits for it would wait under the job's lock
    long = LONG_S if long_s is None else min(long_s, LONG_S)
    if time.perf_counter() - began > long and not connection.in_atomic_block:
        return _remembered(key, found)
    return found


def _remembered(key: str, found: M) -> M:
    """Keep it, if it can be read back as it is. What another process kept meanwhile counts: a search that ends by the
    clock may end elsewhere each time.
    """
    text = found.model_dump_json()
    try:
        same = len(text) <= LARGEST and type(found).model_validate_json(text) == found
    except ValidationError:
        same = False
    if not same:
        return found
    Worked.objects.bulk_create([Worked(key=key, text=text)], ignore_conflicts=True)
    if Worked.objects.count() > MOST:
        oldest = list(Worked.objects.order_by("at").values_list("pk", flat=True)[:AT_ONCE])
        Worked.objects.filter(pk__in=oldest).delete()
    kept = Worked.objects.filter(pk=key).values_list("text", flat=True).first()
    return found if kept is None or kept == text else type(found).model_validate_json(kept)
