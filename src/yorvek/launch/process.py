"""Children that do not outlive their parent."""

from __future__ import annotations

import ctypes
import signal

PR_SET_PDEATHSIG = 1


def dies_with_us() -> None:
    """In the child before it runs: the kernel ends it when its parent ends, however that happens."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)
