"""Print the API's description, from which the front end's types are made."""

from __future__ import annotations

import json
from typing import Any

from django.core.management.base import BaseCommand


class Command(BaseCommand):
    help = "Print the OpenAPI document."

    def handle(self, *args: Any, **options: Any) -> None:
        from yorvek.server.api import api

        self.stdout.write(json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, sort_keys=True))
