"""Structures: what starters there are, what would mend the weakest link, taking an offer, and making parts of the bars."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, Upgrade, check_frame, straight_pieces, upgrades
from yorvek.core.jobs import NoteSpec
from yorvek.core.jobs.structures import StructureSpec, frame_request
from yorvek.core.model import Model
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.entry import Length
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.view import job_view
from yorvek.server.jobs.models import Job, Note, Part, Structure
from yorvek.server.jobs.thread import job_state
from yorvek.server.journal.edits import edit

router = Router(tags=["structures"])
LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"


class StarterView(Model):
    """A starter's roles and spots, as they are with the dimensions given."""

    roles: list[str]
    spots: dict[str, str]
    loads_per_area: list[str] = Field(description="spots that take a load per area")
    at_nodes: list[str] = Field(description="spots that take a force only")


def _request(job: Job, spec: StructureSpec) -> FrameRequest:
    state = job_state(job)
    return frame_request(state.job, state.loads, spec)


@router.post("/starters", response=StarterView)
def starter(request: HttpRequest, body: StructureSpec) -> StarterView:
    """What a starter of these dimensions is made of and where loads may stand; dimensions need not be known yet."""
    layout = body.starter.example().layout()
    return StarterView(
        roles=list(layout.roles),
        spots={k: s.words for k, s in layout.spots.items()},
        loads_per_area=[k for k, s in layout.spots.items() if any(width for _, width in s.bars)],
        at_nodes=[k for k, s in layout.spots.items() if s.nodes],
    )


@router.get("/jobs/{job_id}/structures/{structure_id}/upgrades", response=list[Upgrade])
def offers(request: HttpRequest, job_id: int, structure_id: int) -> list[Upgrade]:
    """The cheapest changes that lift the weakest link, each worked out through the whole structure."""
    job = job_of(request, job_id)
    asked = _request(job, row_of(Structure, job, structure_id).spec)
    return upgrades(asked, check_frame(asked))


class TakeIn(Model):
    """An offer that is taken."""

    version: int = Field(ge=1)
    words: str = Field(max_length=200)
    role: str = Field(default="", max_length=40)
    section_id: str | None = None
    weld_leg_mm: float | None = Field(default=None, gt=0, le=40)
    pin_mm: float | None = Field(default=None, gt=0, le=200)
    reason: str = Field(default="", max_length=400)


@router.post("/jobs/{job_id}/structures/{structure_id}/take", response=shapes.JobView)
def take(request: HttpRequest, job_id: int, structure_id: int, body: TakeIn) -> shapes.JobView:
    """Take an offer; with a reason it is a decision in the log."""
    user, job = writer(request), job_of(request, job_id)
    row = row_of(Structure, job, structure_id)
    spec: StructureSpec = row.spec
    changes: dict[str, object] = {}
    if body.section_id is not None:
        if body.role not in spec.roles:
            raise InputError(field="role", got=body.role, needs="one of " + ", ".join(spec.roles))
        chosen = spec.roles[body.role].model_copy(update={"section_id": body.section_id})
        changes["roles"] = {**spec.roles, body.role: chosen}
    if body.weld_leg_mm is not None:
        changes["weld_leg"] = Length(text=f"{body.weld_leg_mm:g} mm")
    if body.pin_mm is not None:
        changes["pin"] = Length(text=f"{body.pin_mm:g} mm")
    if not changes:
        raise InputError(field="offer", got="nothing", needs="a section, a weld or a pin")
    if body.reason:
        changes["decided"] = body.reason
    with edit(user, job, f"{spec.mark}: {body.words}") as scope:
        saved = scope.update(row, spec.model_copy(update=changes), body.version)
        check_frame(_request(job, saved.spec))
        if body.reason:
            words = f"{spec.mark}: {body.words}, because {body.reason}"
            scope.create(Note, NoteSpec(kind="decision", text=words, about=spec.mark), author=user)
    return job_view(job)


class PartsIn(Model):
    version: int = Field(ge=1)


@router.post("/jobs/{job_id}/structures/{structure_id}/parts", response=shapes.JobView)
def make_parts(request: HttpRequest, job_id: int, structure_id: int, body: PartsIn) -> shapes.JobView:
    """Make bar parts of a structure's bars, node to node, one for each length of each role, as one edit."""
    user, job = writer(request), job_of(request, job_id)
    row = row_of(Structure, job, structure_id)
    spec: StructureSpec = row.spec
    if row.version != body.version:
        raise InputError(
            field="structure", got=spec.mark, needs="somebody changed it meanwhile: look at it again first"
        )
    verdict = check_frame(_request(job, spec))
    lengths: dict[tuple[str, str, str, float], int] = {}
    for run in straight_pieces(verdict):
        key = (run.role, run.section_id, run.material_id, round(run.length_mm, 1))
        lengths[key] = lengths.get(key, 0) + spec.qty
    taken = {p.spec.mark for p in Part.objects.filter(job=job)}
    with edit(user, job, f"parts of {spec.mark}") as scope:
        for k, ((role, section_id, material_id, length), qty) in enumerate(lengths.items()):
            mark = next(
                m for m in (f"{spec.mark}{LETTERS[k % len(LETTERS)]}{n}" for n in ("", *range(2, 99))) if m not in taken
            )
            taken.add(mark)
            shape = {"family": "bar", "section_id": section_id, "length": {"text": f"{length:g} mm"}}
            made = {
                "mark": mark,
                "name": role,
                "module": spec.module,
                "qty": qty,
                "material_id": material_id,
                "shape": shape,
            }
            scope.create(Part, PartSpec.model_validate(made))
    return job_view(job)
