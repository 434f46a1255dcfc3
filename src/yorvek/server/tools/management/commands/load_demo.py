"""The demo shop, its people and the jobs in `demo/`, once."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from yorvek.server.accounts.models import Shop, User
from yorvek.server.examples import load_example, missing

PEOPLE = {"estimator": User.Role.OWNER, "fabricator": User.Role.FABRICATOR, "checker": User.Role.CHECKER}
PASSWORD = "quillmere"


class Command(BaseCommand):
    help = "Load the demo scenario if it is not there."

    def handle(self, *args: Any, **options: Any) -> None:
        shop, _ = Shop.objects.get_or_create(name="Brackwater Metalwork")
        people = {}
        for name, role in PEOPLE.items():
            user = User.objects.filter(username=name).first()
            people[name] = user or User.objects.create_user(name, password=PASSWORD, shop=shop, role=role)
        for key in missing(people["estimator"]):
            job = load_example(people["estimator"], key)
            self.stdout.write(f"loaded {job.spec.name if job else key}")
