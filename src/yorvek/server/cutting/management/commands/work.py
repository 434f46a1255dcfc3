"""The task worker: takes plans as they come, takes back dead ones, waits out a database that is away."""

from __future__ import annotations

import signal
import time
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import InterfaceError, OperationalError, close_old_connections, connection

from yorvek.core.cutting.sheets import warm_up
from yorvek.server.cutting.plans import take_back_dead


class Command(BaseCommand):
    help = "Work on queued plans until told to stop."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--once", action="store_true", help="empty the queue and end")

    def handle(self, *args: Any, once: bool = False, **options: Any) -> None:
        going = [True]
        if not once:
            warm_up()
        while going[0]:
            try:
                close_old_connections()
                take_back_dead()
                call_command("db_worker", batch=True, interval=0, startup_delay=False, reload=False, verbosity=0)
            except (OperationalError, InterfaceError) as error:
                self.stderr.write(f"the database is away ({error}); waiting")
                connection.close()
                time.sleep(1)
            if once:
                return
            signal.signal(signal.SIGTERM, lambda *_: going.clear() or going.append(False))
            time.sleep(0.3)
