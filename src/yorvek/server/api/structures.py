"""Structures: what starters there are, what would mend the weakest link, taking an offer, and making parts of the
bars.
"""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from yorvek.core.comparison import RoleResult, sweep_role
from yorvek.core.errors import InputError
from yorvek.core.frames import (
    FrameRequest,
    Joint,
    Picture,
    Rating,
    Upgrade,
    check_frame,
    picture_of,
    rated_load,
    straight_pieces,
    upgrades,
)
from yorvek.core.jobs import NoteSpec
from yorvek.core.jobs.joints import EVERY_HINGE, JointAt, JointKind, joint_entered, joint_kinds, plain_joint
from yorvek.core.jobs.state import structure_request
from yorvek.core.jobs.structures import (
    NodeSpec,
    OwnSpec,
    StarterSpec,
    StructureLoad,
    StructureSpec,
    loads_by_hand,
)
from yorvek.core.model import Model
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.asked import Question
from yorvek.core.quantities.entry import Length, Size, resolve
from yorvek.core.records import STRUCTURE
from yorvek.core.structures.starters import STARTERS, as_own
from yorvek.core.structures.starters.layout import HINGE
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import Job, Note, Part, Structure
from yorvek.server.jobs.thread import job_state, structure_result
from yorvek.server.journal.ahead import solve_ahead
from yorvek.server.journal.edits import edit

router = Router(tags=["structures"])
LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"


class StarterView(Model):
    """A starter's roles and spots, as they are with the dimensions given."""

    roles: list[str]
    spots: dict[str, str]
    loads_per_area: list[str] = Field(description="spots that take a load per area")
    at_nodes: list[str] = Field(description="spots that take a force only")
    ends: list[tuple[str, str]] = Field(description="bar and node of every end a joint may be chosen for")
    nodes: list[str]
    bars: list[str]


def _request(job: Job, spec: StructureSpec) -> FrameRequest:
    state = job_state(job)
    return structure_request(state, spec)


class Sketch(Model):
    """A starter with stand-in dimensions, to be drawn small: nodes in mm, bars between them, nodes that are held."""

    nodes: dict[str, tuple[float, float, float]]
    bars: list[tuple[str, str]]
    held: list[str]


def _sketch(kind: str) -> Sketch:
    layout = StarterSpec(kind=kind).example().layout()
    return Sketch(nodes=layout.nodes, bars=[(b.i, b.j) for b in layout.bars], held=list(layout.supports))


class StarterKind(Model):
    """A starter one may choose: the dimensions and the counts that it asks for, its shape."""

    kind: str
    words: str
    sizes: list[Question]
    counts: list[Question]
    sketch: Sketch


@router.get("/starters", response=list[StarterKind])
def starters(request: HttpRequest) -> list[StarterKind]:
    """Every starter there is."""
    return [
        StarterKind(
            kind=s.kind,
            words=s.words,
            sizes=[a.question for a in s.asks],
            counts=[c.question for c in s.counts],
            sketch=_sketch(s.kind),
        )
        for s in STARTERS.values()
    ]


@router.get("/joint-kinds", response=list[JointKind])
def kinds_of_joints(request: HttpRequest) -> list[JointKind]:
    """Every kind of joint and what it asks for."""
    return joint_kinds()


class ByHand(Model):
    """A starter's model to be changed by hand, and its loads where they stand on that."""

    own: OwnSpec
    loads: list[StructureLoad]


@router.post("/jobs/{job_id}/starters/own", response=ByHand)
def starter_as_own(request: HttpRequest, job_id: int, body: StructureSpec) -> ByHand:
    """The model of a starter with its dimensions, to be changed by hand: nodes, bars, supports, loads."""
    layout = resolve(body.starter, job_state(job_of(request, job_id)).names()).plain().layout()
    model = as_own(layout)
    own = OwnSpec(
        nodes=[NodeSpec(name=n, x=_size(p[0]), y=_size(p[1]), z=_size(p[2])) for n, p in model.nodes.items()],
        bars=model.bars,
        held=model.held,
        springs=[] if body.starter.own is None else body.starter.own.springs,
    )
    return ByHand(own=own, loads=loads_by_hand(body.loads, layout))


def _size(value: float) -> Size:
    return Size(text=f"{value:.6g} mm", value=value)


@router.post("/jobs/{job_id}/starters", response=StarterView)
def starter(request: HttpRequest, job_id: int, body: StructureSpec) -> StarterView:
    """What a starter of these dimensions is made of and where loads may stand; dimensions need not be known yet."""
    names = job_state(job_of(request, job_id)).names()
    starter = resolve(body.starter, names) if body.starter.kind == "own" else body.starter
    layout = starter.example().layout()
    return StarterView(
        roles=list(layout.roles),
        spots={k: s.words for k, s in layout.spots.items()},
        loads_per_area=[k for k, s in layout.spots.items() if any(width for _, width in s.bars)],
        at_nodes=[k for k, s in layout.spots.items() if s.nodes],
        ends=[(b.name, n) for b in layout.bars for n in (b.i, b.j) if not b.bored],
        nodes=list(layout.nodes),
        bars=[b.name for b in layout.bars],
    )


@router.get("/jobs/{job_id}/structures/{structure_id}/picture", response=Picture)
def picture(request: HttpRequest, job_id: int, structure_id: int) -> Picture:
    """The structure in space in each of its positions, with the true outlines of its sections."""
    job = job_of(request, job_id)
    return picture_of(_request(job, row_of(Structure, job, structure_id).spec))


@router.get("/jobs/{job_id}/structures/{structure_id}/upgrades", response=list[Upgrade])
def offers(request: HttpRequest, job_id: int, structure_id: int) -> list[Upgrade]:
    """The cheapest changes that lift the weakest link, each worked out through the whole structure."""
    job = job_of(request, job_id)
    asked = _request(job, row_of(Structure, job, structure_id).spec)
    return upgrades(asked, structure_result(asked).proved())


class RoleIn(Model):
    """What of a structure is compared, and in which metals."""

    role: str = Field(max_length=40)
    materials: list[str] = Field(default=[], max_length=40)
    system: str | None = Field(default=None, pattern="^(metric|inch)$")


@router.post("/jobs/{job_id}/structures/{structure_id}/compare", response=RoleResult)
def compare_role(request: HttpRequest, job_id: int, structure_id: int, body: RoleIn) -> RoleResult:
    """A role in every section and metal: all looked at, the best worked out through the whole structure."""
    job = job_of(request, job_id)
    asked = _request(job, row_of(Structure, job, structure_id).spec)
    return sweep_role(asked, check_frame(asked, swings=False), body.role, materials=body.materials, system=body.system)


@router.get("/jobs/{job_id}/structures/{structure_id}/rating", response=Rating)
def rating(request: HttpRequest, job_id: int, structure_id: int, load_id: int, derating: float = 1.25) -> Rating:
    """The greatest of one load at which every reserve is still one, and over the shop's derating what is marked."""
    job = job_of(request, job_id)
    if not 1.0 <= derating <= 10.0:
        raise InputError(field="derating", got=f"{derating:g}", needs="between 1 and 10")
    load = job_state(job).loads.get(load_id)
    if load is None:
        raise InputError(field="load", got=str(load_id), needs="a load of the brief")
    return rated_load(_request(job, row_of(Structure, job, structure_id).spec), load.name, derating=derating)


class OfferIn(Model):
    """An offer that is taken."""

    version: int = Field(ge=1)
    words: str = Field(max_length=200)
    role: str = Field(default="", max_length=40)
    section_id: str | None = None
    material_id: str | None = None
    weld_leg_mm: float | None = Field(default=None, gt=0, le=40)
    joint_at: str | None = None
    joint: Joint | None = None
    reason: str = Field(default="", max_length=400)


@router.post("/jobs/{job_id}/structures/{structure_id}/take", response=shapes.Changes)
def take(request: HttpRequest, job_id: int, structure_id: int, body: OfferIn) -> shapes.Changes:
    """Take an offer; with a reason it is a decision in the log."""
    user, job = writer(request), job_of(request, job_id)
    row = row_of(Structure, job, structure_id)
    spec: StructureSpec = row.spec
    changes: dict[str, object] = {}
    if body.section_id is not None:
        if body.role not in spec.roles:
            raise InputError(field="role", got=body.role, needs="one of " + ", ".join(spec.roles))
        chosen = spec.roles[body.role].model_copy(
            update={"section_id": body.section_id, "material_id": body.material_id or spec.roles[body.role].material_id}
        )
        changes["roles"] = {**spec.roles, body.role: chosen}
    if body.weld_leg_mm is not None:
        changes["weld_leg"] = Length(text=f"{body.weld_leg_mm:g} mm")
    if body.joint is not None and body.joint_at == EVERY_HINGE:
        hinged = {b.role for b in spec.starter.plain().layout().bars if b.released & HINGE}
        mine = [JointAt(bar=role, node=EVERY_HINGE, joint=joint_entered(body.joint)) for role in sorted(hinged)]
        changes["joints"] = [*(j for j in spec.joints if j.node != EVERY_HINGE), *mine]
    elif body.joint is not None and body.joint_at is not None:
        present = _request(job, spec).joints.get(body.joint_at)
        if present is None:
            raise InputError(field="joint", got=body.joint_at, needs="an end that has a joint of its own")
        changes["joints"] = [
            j.model_copy(update={"joint": joint_entered(body.joint)}) if plain_joint(j.joint) == present else j
            for j in spec.joints
        ]
    if not changes:
        raise InputError(field="offer", got="nothing", needs="a section, a weld, a pin or a joint")
    if body.reason:
        changes["decided"] = body.reason
    after = spec.model_copy(update=changes)
    solve_ahead(job, STRUCTURE, row.pk, after)
    with edit(user, job, f"{spec.mark}: {body.words}") as scope:
        saved = scope.update(row, after, body.version)
        scope.must_be(saved)
        if body.reason:
            words = f"{spec.mark}: {body.words}, because {body.reason}"
            scope.create(Note, NoteSpec(kind="decision", text=words, about=spec.mark))
    return job_changes(job)


class PartsIn(Model):
    version: int = Field(ge=1)


@router.post("/jobs/{job_id}/structures/{structure_id}/parts", response=shapes.Changes)
def make_parts(request: HttpRequest, job_id: int, structure_id: int, body: PartsIn) -> shapes.Changes:
    """Make bar parts of a structure's bars, node to node, one for each length of each role, as one edit."""
    user, job = writer(request), job_of(request, job_id)
    row = row_of(Structure, job, structure_id)
    spec: StructureSpec = row.spec
    if row.version != body.version:
        raise InputError(
            field="structure", got=spec.mark, needs="somebody changed it meanwhile: look at it again first"
        )
    verdict = structure_result(_request(job, spec)).proved()
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
    return job_changes(job)
