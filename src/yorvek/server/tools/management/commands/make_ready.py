"""Everything that a start asks of the database, in one process: a start is waited for."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from yorvek.server.accounts.models import User


class Command(BaseCommand):
    help = "Bring the tables up to date; the last line says if anybody has an account."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--demo", action="store_true", help="with the demo jobs")

    def handle(self, *args: Any, demo: bool = False, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0, stdout=self.stdout, stderr=self.stderr)
        if demo:
            call_command("load_demo", stdout=self.stdout, stderr=self.stderr)
        self.stdout.write("yes" if User.objects.exists() else "no")
