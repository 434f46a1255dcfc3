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


def squeezed(content: bytes) -> bytes:
    """Bytes packed as gzip."""
    squeeze = zlib.compressobj(LEVEL, zlib.DEFLATED, GZIP)
    return squeeze.compress(content) + squeeze.flush()


def takes_packed(request: HttpRequest) -> bool:
    """Whether whoever asks unpacks what they get."""
    return "gzip" in request.headers.get("Accept-Encoding", "")


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
        if takes_packed(request):
            response.content = squeezed(response.content)
            response.headers["Content-Encoding"] = "gzip"
            response.headers["Content-Length"] = str(len(response.content))
        return response

    return answered
