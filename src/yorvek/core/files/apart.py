"""Somebody's file is read in a process of its own, with limits on time and memory: one that never ends, or unpacks to
more than there is, costs its sender an error and nobody else anything.
"""

from __future__ import annotations

import importlib
import math
import multiprocessing
import resource
import signal
import threading
from collections.abc import Callable
from multiprocessing.connection import Connection
from pathlib import Path
from typing import Any, ParamSpec, TypeVar

from yorvek.core.errors import InputError
from yorvek.core.model import Model

SECONDS = 10.0
MEMORY_BYTES = 512 * 2**20
AT_ONCE, PATIENCE_S = 2, 30.0

P = ParamSpec("P")
T = TypeVar("T")
_gate = threading.BoundedSemaphore(AT_ONCE)
_context = multiprocessing.get_context("fork")
"""A child is a copy of this process: what reads files is loaded already. It takes no lock of ours and touches no
connection; should it inherit one that another thread holds, its time ends it.
"""


def read_apart(function: Callable[P, T], *args: P.args, **more: P.kwargs) -> T:
    """What a function of the core makes of a file, worked out in a child process.

    Raises:
        InputError: the function's own, or that the file takes too long or too much.
    """
    importlib.import_module("yorvek.core.files.warm")  # once, so that children need not
    if not _gate.acquire(timeout=PATIENCE_S):
        raise InputError(field="file", got="one more than are read at once", needs="another try in a moment")
    try:
        kind, found = _asked(function, args, more)
    finally:
        _gate.release()
    if kind == "model":
        shape, text = found
        return shape.model_validate_json(text)  # type: ignore[no-any-return]
    if kind == "refused":
        raise InputError(**found)
    if kind in ("slow", "large"):
        most = f"longer than {SECONDS:g} s" if kind == "slow" else f"more than {MEMORY_BYTES // 2**20} MB"
        raise InputError(field="file", got=f"one that takes {most} to read", needs="a simpler one")
    if kind == "fault":
        raise RuntimeError(found)
    return found  # type: ignore[no-any-return]


def _asked(function: Callable[..., Any], args: Any, more: Any) -> tuple[str, Any]:
    ours, theirs = _context.Pipe(duplex=False)
    child = _context.Process(target=_work, args=(theirs, SECONDS, function, args, more), daemon=True)
    child.start()
    theirs.close()
    try:
        # the child starts a clock of its own; this one also covers its being started
        return ours.recv() if ours.poll(SECONDS + 5) else ("slow", None)
    except EOFError:
        child.join(1)
        return _ended(child.exitcode)
    finally:
        child.kill()
        child.join()
        ours.close()


def _ended(code: int | None) -> tuple[str, Any]:
    """What the end of a child without an answer means: the processor's clock has a signal of its own, and what runs
    out of memory within a library ends by another.
    """
    if code == -signal.SIGXCPU:
        return "slow", None
    return ("large", None) if code is not None and code < 0 else ("fault", f"the reader ended with {code}")


def _work(to: Connection, seconds: float, function: Callable[..., Any], args: Any, more: Any) -> None:
    pages = int(Path("/proc/self/statm").read_text().split()[0])
    most = pages * resource.getpagesize() + MEMORY_BYTES
    resource.setrlimit(resource.RLIMIT_AS, (most, most))
    resource.setrlimit(resource.RLIMIT_CPU, (math.ceil(seconds), math.ceil(seconds) + 2))
    try:
        found = function(*args, **more)
        if isinstance(found, Model):
            # models that are derived from others cannot be pickled; as JSON all of them travel
            to.send(("model", (type(found), found.model_dump_json())))
        else:
            to.send(("found", found))
    except InputError as error:
        to.send(("refused", {"field": error.field, "got": error.got, "needs": error.needs, "at": error.at}))
    except MemoryError:
        to.send(("large", None))
    except Exception as error:
        to.send(("fault", f"{type(error).__name__}: {error}"))
