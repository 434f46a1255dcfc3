"""The demo shop, its people and the jobs in `demo/`, once."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from yorvek.core.files.jobfile import read_job_file
from yorvek.server.accounts.models import Shop, User
from yorvek.server.files import load_job
from yorvek.server.jobs.models import Job

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
        there = {j.spec.name for j in Job.objects.filter(shop=shop)}
        for file in sorted((settings.HOME / "demo").glob("*.job.json")):
            job = read_job_file(file.read_text())
            if job.job.name not in there:
                load_job(people["estimator"], job, stock=True)
                self.stdout.write(f"loaded {job.job.name}")
