"""What took long to work out, kept by what was asked: another process of the application need not do it again, and all
of them say the same.
"""

from __future__ import annotations

import hashlib
import time
from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Generic, TypeVar

from django.db import connection
from pydantic import ValidationError

from yorvek.core.model import Model
from yorvek.server.jobs.headlines import core_mark
from yorvek.server.jobs.models import Worked

LONG_S = 0.02
"""Time from which it is worth a row."""
LARGEST = 2_000_000
MOST, AT_ONCE = 4000, 400
"""Rows that are kept, and how many of the oldest go where there are more."""
M = TypeVar("M", bound=Model)


class Kept(Generic[M]):
    """Answers of one sort in this process's memory, the newest of them.

    An edit writes nothing but its own, so that what it works out is not written down at once, and another process may
    work out and write down something else. What is known from within an edit is settled when it is asked for next:
    written down, or what another process wrote; or worked out anew where it is made of such answers (`shape` none).

    Args:
        work: works an answer out of a question, which is JSON.
        shape: what comes of it.
        most: answers that are kept.
        long_s: how long it takes until it is worth a row; what a clock may end otherwise each time is worth one soon.
    """

    def __init__(
        self, work: Callable[[str], M], shape: type[M] | None = None, *, most: int, long_s: float | None = None
    ) -> None:
        self._work, self._shape, self._most, self._long_s = work, shape, most, long_s
        self._known: OrderedDict[str, tuple[M, bool]] = OrderedDict()
        self._lock = Lock()

    def __call__(self, asked: str) -> M:
        within = connection.in_atomic_block
        with self._lock:
            known = self._known.get(asked)
            if known is not None:
                self._known.move_to_end(asked)
        if known is not None and (known[1] or within):
            return known[0]
        if self._shape is None:
            found, settled = self._work(asked), not within
        elif known is not None:
            found, settled = _remembered(_key(asked, self._shape), known[0]), True
        else:
            found, settled = _answered(asked, self._work, self._shape, self._long_s)
        with self._lock:
            self._known[asked] = found, settled
            while len(self._known) > self._most:
                self._known.popitem(last=False)
        return found

    def cache_clear(self) -> None:
        """Forget everything, as a process that begins."""
        with self._lock:
            self._known.clear()


def _key(asked: str, shape: type[Model]) -> str:
    return hashlib.sha256(f"{core_mark()} {shape.__name__} {asked}".encode()).hexdigest()


def _answered(asked: str, work: Callable[[str], M], shape: type[M], long_s: float | None) -> tuple[M, bool]:
    """The answer, and whether it is settled: not where it is worth a row that could not be written now."""
    key = _key(asked, shape)
    known = Worked.objects.filter(pk=key).values_list("text", flat=True).first()
    if known is not None:
        return shape.model_validate_json(known), True
    began = time.perf_counter()
    found = work(asked)
    if time.perf_counter() - began <= (LONG_S if long_s is None else min(long_s, LONG_S)):
        return found, True
    # within an edit nothing else is written: what waits for it would wait under the job's lock
    return (found, False) if connection.in_atomic_block else (_remembered(key, found), True)


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
