"""The built front end's files, and none that are hidden."""

from __future__ import annotations

from pathlib import PurePath
from typing import Any

from whitenoise.middleware import WhiteNoiseMiddleware


class Served(WhiteNoiseMiddleware):
    """What begins with a dot stays where it is."""

    def add_file_to_dictionary(self, url: str, path: str, stat_cache: Any = None) -> None:
        if not any(part.startswith(".") for part in PurePath(url).parts):
            super().add_file_to_dictionary(url, path, stat_cache)
