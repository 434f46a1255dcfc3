"""The filled examples, for a shop that is new here."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError

from yorvek.core.model import Model
from yorvek.server.api.access import user_of, writer
from yorvek.server.examples import load_example, missing

router = Router(tags=["jobs"])


class Loaded(Model):
    """The job that an example became."""

    id: int
    name: str


@router.get("/examples", response=list[str])
def list_examples(request: HttpRequest) -> list[str]:
    """Keys of the examples that the shop has not got yet."""
    return missing(user_of(request))


@router.post("/examples/{key}", response=Loaded)
def bring_example(request: HttpRequest, key: str) -> Loaded:
    """An example as a job of one's own, with its log and its stock; asked for again there is another of it."""
    job = load_example(writer(request), key)
    if job is None:
        raise HttpError(404, "There is no such example.")
    return Loaded(id=job.pk, name=job.spec.name)
