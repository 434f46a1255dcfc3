"""Work of large structures side by side: factors, sums and products leave other threads room."""

from __future__ import annotations

import gc
import os
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from typing import TypeVar

T = TypeVar("T")
LARGE, MOST_THREADS = 4000, 4
"""Freedoms from which it is worth threads, and how many at most."""


def side_by_side(asked: Sequence[Callable[[], T]], freedoms: int) -> list[T]:
    """What is asked, in order; where several fail, the first of them."""
    if freedoms < LARGE or len(asked) < 2:
        return [one() for one in asked]
    with ThreadPoolExecutor(min(os.cpu_count() or 1, MOST_THREADS)) as threads:
        return [found.result() for found in [threads.submit(one) for one in asked]]


@contextmanager
def without_sweeps() -> Iterator[None]:
    """Without the collector's sweeps: hundreds of thousands of records are made here, and none of them in a ring."""
    was = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was:
            gc.enable()
