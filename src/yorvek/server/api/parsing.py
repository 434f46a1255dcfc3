"""Bodies of requests: JSON whose texts can be shown, printed and stored."""

from __future__ import annotations

import json
import re
import unicodedata
from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser

from yorvek.core.errors import InputError

SUSPECT = re.compile(rb"\\u(00[01]|007f|00[89]|d[89a-f])", re.IGNORECASE)
"""What a control character or half a character looks like in JSON; anything else need not be looked at twice."""
PLAIN = "\n\r\t"


class CarefulParser(Parser):
    """Refuses what no paper and no database can hold."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body. The library hides what is raised here, so that it is left on the request as well.

        Raises:
            InputError: it is no JSON, or a text in it holds what cannot be seen.
        """
        try:
            return _read(request.body)
        except InputError as error:
            request.not_read = error  # type: ignore[attr-defined]
            raise


def _read(body: bytes) -> Any:
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        raise InputError(field="request", got="", needs="a JSON document") from None
    if SUSPECT.search(body):
        _refuse_hidden(data, "request")
    return data


def _refuse_hidden(value: Any, place: str) -> None:
    if isinstance(value, dict):
        for key, inner in value.items():
            _refuse_hidden(key, place)
            _refuse_hidden(inner, str(key))
    elif isinstance(value, list):
        for inner in value:
            _refuse_hidden(inner, place)
    elif isinstance(value, str) and any(unicodedata.category(c) in ("Cc", "Cs") and c not in PLAIN for c in value):
        raise InputError(field=place[:60], got="a hidden character", needs="text that can be read and printed")
