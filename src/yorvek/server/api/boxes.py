"""Boxes of plates: the walls that a side asks for."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.jobs.boxes import walls_wanted
from yorvek.core.model import Model
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import Part
from yorvek.server.jobs.thread import job_state
from yorvek.server.journal.edits import edit

router = Router(tags=["boxes"])


class BoxWallsIn(Model):
    """The version of the side that was looked at."""

    version: int = Field(ge=1)


@router.post("/jobs/{job_id}/parts/{part_id}/walls", response=shapes.Changes)
def make_walls(request: HttpRequest, job_id: int, part_id: int, body: BoxWallsIn) -> shapes.Changes:
    """Make the walls that a box still wants, one part for those that are cut alike, and set right how many there are of
    the others, as one edit.
    """
    user, job = writer(request), job_of(request, job_id)
    row = row_of(Part, job, part_id)
    if row.version != body.version:
        needs = "somebody changed it meanwhile: look at it again first"
        raise InputError(field="part", got=row.spec.mark, needs=needs)
    found = walls_wanted(job_state(job), part_id)
    if not (found.new or found.changed):
        raise InputError(field="walls", got=row.spec.mark, needs="a box that wants some: all of them are there")
    with edit(user, job, f"walls of {row.spec.mark}") as scope:
        for spec in found.new:
            scope.must_be(scope.create(Part, spec))
        for wall in Part.objects.filter(job=job, pk__in=found.changed):
            scope.update(wall, found.changed[wall.pk], wall.version)
    return job_changes(job)
