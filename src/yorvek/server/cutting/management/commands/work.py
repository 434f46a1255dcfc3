"""The task worker: takes plans as they come, takes back dead ones, waits out a database that is away."""

from __future__ import annotations

import signal
import time
from typing import Any

from django.core.management.base import BaseCommand
from django.db import InterfaceError, OperationalError, close_old_connections, connection
from django.utils.crypto import get_random_string
from django_tasks_db.management.commands.db_worker import Worker

from yorvek.core.cutting.sheets import warm_up
from yorvek.server.cutting.beats import beats
from yorvek.server.cutting.plans import SHUTTING_DOWN, take_back_dead


def queue_worker() -> Worker:
    """The library's worker for one emptying of the queue. Its own signal handlers are not used: they end only its
    loop.
    """
    return Worker(
        queue_names=["*"],
        interval=0,
        batch=True,
        backend_name="default",
        startup_delay=False,
        max_tasks=None,
        worker_id=get_random_string(32),
        excluded_queue_names=[],
    )


class Command(BaseCommand):
    help = "Work on queued plans until told to stop."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--once", action="store_true", help="empty the queue and end")

    def handle(self, *args: Any, once: bool = False, **options: Any) -> None:
        if once:
            take_back_dead()
            queue_worker().run()
            return
        current: list[Worker] = []

        def stop(*_: Any) -> None:
            SHUTTING_DOWN.set()
            for worker in current:
                worker.running = False

        for number in (signal.SIGTERM, signal.SIGINT):
            signal.signal(number, stop)
        beating = beats(SHUTTING_DOWN)
        warm_up()
        while not SHUTTING_DOWN.is_set():
            try:
                close_old_connections()
                take_back_dead()
                current[:] = [queue_worker()]
                current[0].run()
            except (OperationalError, InterfaceError) as error:
                self.stderr.write(f"the database is away ({error}); waiting")
                connection.close()
                time.sleep(1)
            SHUTTING_DOWN.wait(0.3)
        beating.join(2)
