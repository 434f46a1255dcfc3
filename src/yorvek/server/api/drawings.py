"""Drawings brought in: read, shown, and made parts of as one edit."""

from __future__ import annotations

import base64
import binascii

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.files.apart import read_apart
from yorvek.core.files.drawing import DrawingRead, read_drawing
from yorvek.core.files.tracing.trace import TraceAsk, Traced, trace
from yorvek.core.model import Model
from yorvek.core.parts import PartSpec
from yorvek.core.parts.geometry import part_geometry
from yorvek.core.quantities.entry import Thickness, resolve
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, writer
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import Part
from yorvek.server.jobs.thread import job_state
from yorvek.server.journal.edits import edit

router = Router(tags=["drawings"])


class DrawingIn(Model):
    """A drawing as it was picked; content in base64."""

    name: str = Field(min_length=1, max_length=200)
    content: str = Field(max_length=28_000_000)
    unit: str | None = None
    mend: bool = False


def content_of(text: str) -> bytes:
    """A file's bytes.

    Raises:
        InputError: it is not base64.
    """
    try:
        return base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        raise InputError(field="content", got="", needs="the file's content in base64") from None


def _read(body: DrawingIn) -> DrawingRead:
    return read_apart(read_drawing, body.name, content_of(body.content), unit=body.unit, mend=body.mend)


@router.post("/jobs/{job_id}/drawings", response=DrawingRead)
def look_at_drawing(request: HttpRequest, job_id: int, body: DrawingIn) -> DrawingRead:
    """What a drawing holds: outlines, what is wrong with it and where, what was mended. Nothing is stored."""
    job_of(request, job_id)
    return _read(body)


class TraceIn(TraceAsk):
    """A picture of a template as it was picked, content in base64, and how it is to be read."""

    content: str = Field(max_length=28_000_000)


@router.post("/jobs/{job_id}/trace", response=Traced)
def trace_template(request: HttpRequest, job_id: int, body: TraceIn) -> Traced:
    """The outline of a piece in a picture, in true size, and how far off it may be. Nothing is stored."""
    asked = resolve(body, job_state(job_of(request, job_id)).names())
    plain = TraceAsk(scale=asked.scale, check=asked.check, inside=asked.inside)
    return read_apart(trace, content_of(body.content), plain)


class Taken(Model):
    """An outline of a drawing that becomes a part: its number in the list, and what the part is called."""

    number: int = Field(ge=0)
    mark: str = Field(min_length=1, max_length=20)
    name: str = Field(default="", max_length=80)
    qty: int = Field(default=1, ge=1, le=5000)


class OutlinesIn(Model):
    """Which outlines of a drawing become parts, all of one metal and thickness."""

    drawing: DrawingIn
    material_id: str
    thickness: Thickness
    module: str = Field(default="", max_length=60)
    parts: list[Taken] = Field(min_length=1, max_length=200)


@router.post("/jobs/{job_id}/drawings/parts", response=shapes.Changes)
def make_parts_of_drawing(request: HttpRequest, job_id: int, body: OutlinesIn) -> shapes.Changes:
    """Make parts of outlines of a drawing, as one edit; the drawing is read again here, so that nothing is made up
    between.
    """
    user, job = writer(request), job_of(request, job_id)
    found = _read(body.drawing)
    taken = {p.spec.mark for p in Part.objects.filter(job=job)}
    names = job_state(job).names()
    with edit(user, job, f"parts from {body.drawing.name}"[:200]) as scope:
        for one in body.parts:
            if one.number >= len(found.outlines):
                raise InputError(field="number", got=str(one.number + 1), needs=f"1 to {len(found.outlines)}")
            if one.mark in taken:
                raise InputError(field="mark", got=one.mark, needs="another part has this mark: choose another")
            taken.add(one.mark)
            shape = {
                "family": "free",
                "outline": found.outlines[one.number].outline.model_dump(),
                "thickness": body.thickness.model_dump(),
                "source": body.drawing.name,
            }
            spec = PartSpec.model_validate(
                {
                    "mark": one.mark,
                    "name": one.name,
                    "qty": one.qty,
                    "module": body.module,
                    "material_id": body.material_id,
                    "shape": shape,
                }
            )
            part_geometry(resolve(spec, names))
            scope.create(Part, spec)
    return job_changes(job)
