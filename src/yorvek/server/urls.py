"""The API, and the one page that everything else is."""

from django.conf import settings
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseBase
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from yorvek.server.api import api


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponseBase:
    """The built front end's page, whatever the address within it."""
    file = settings.STATIC_ROOT / "index.html"
    if not file.exists():
        return HttpResponse(
            "The front end is not built: start with ./yorvek demo or ./yorvek start",
            status=503,
            content_type="text/plain",
        )
    response = FileResponse(file.open("rb"), content_type="text/html; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|static/).*$", page)]
