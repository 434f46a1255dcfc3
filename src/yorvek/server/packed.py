"""Answers are sent packed to whoever takes that: quickly rather than tightly, as they are made anew for each request.
Nothing secret stands in an answer beside what somebody typed.
"""

from __future__ import annotations

import zlib
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.utils.cache import patch_vary_headers

LEAST_BYTES, LEVEL = 2000, 1
GZIP = 31
"""Window bits that make zlib write a gzip header."""
Answer = Callable[[HttpRequest], HttpResponseBase]


def packed(answer: Answer) -> Answer:
    """Middleware: JSON and text packed."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        response = answer(request)
        kind = response.headers.get("Content-Type", "")
        if (
            not isinstance(response, HttpResponse)
            or "Content-Encoding" in response.headers
            or len(response.content) < LEAST_BYTES
            or not kind.startswith(("application/json", "text/", "image/svg"))
        ):
            return response
        patch_vary_headers(response, ("Accept-Encoding",))
        if "gzip" in request.headers.get("Accept-Encoding", ""):
            squeeze = zlib.compressobj(LEVEL, zlib.DEFLATED, GZIP)
            response.content = squeeze.compress(response.content) + squeeze.flush()
            response.headers["Content-Encoding"] = "gzip"
            response.headers["Content-Length"] = str(len(response.content))
        return response

    return answered
