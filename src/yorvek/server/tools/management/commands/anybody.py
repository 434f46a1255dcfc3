"""Say whether anybody has an account."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from yorvek.server.accounts.models import User


class Command(BaseCommand):
    help = "Print yes if there is an account, no if there is none."

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write("yes" if User.objects.exists() else "no")
