"""Whether the workers live: each says so every few seconds, also while a plan takes it an hour; one that ends in order
takes its word back.
"""

from __future__ import annotations

import os
import socket
import threading
from contextlib import suppress
from datetime import timedelta

from django.db import InterfaceError, OperationalError, connection
from django.utils import timezone

from yorvek.server.cutting.models import Beat, Plan

EVERY_S, ALIVE = 5.0, timedelta(seconds=20)


def beats(stop: threading.Event) -> threading.Thread:
    """A thread that says that this worker lives, until it is told to stop."""

    def run() -> None:
        name = f"{socket.gethostname()} {os.getpid()}"[:80]
        while not stop.is_set():
            try:
                Beat.objects.update_or_create(name=name, defaults={"at": timezone.now()})
                Beat.objects.filter(at__lt=timezone.now() - 20 * ALIVE).delete()
            except (OperationalError, InterfaceError):
                connection.close()
            stop.wait(EVERY_S)
        with suppress(OperationalError, InterfaceError):
            Beat.objects.filter(name=name).delete()
        connection.close()

    thread = threading.Thread(target=run, daemon=True)
    thread.start()
    return thread


def state() -> dict[str, int]:
    """Workers that live, and plans that wait for one and are under way."""
    now = timezone.now()
    counted = Plan.objects.filter(state__in=(Plan.State.WAITING, Plan.State.RUNNING)).values_list("state", flat=True)
    found = list(counted)
    return {
        "workers": Beat.objects.filter(at__gt=now - ALIVE, at__lt=now + ALIVE).count(),
        "waiting": found.count(Plan.State.WAITING),
        "running": found.count(Plan.State.RUNNING),
    }
