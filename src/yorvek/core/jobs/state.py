"""A job as a whole: its records with their numbers, and what a member is when its loads are put on it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.checks import BeamMember
from yorvek.core.checks.notches import Notch
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest
from yorvek.core.jobs.as_tested import Found, Tested, found_of
from yorvek.core.jobs.cuts import CutBarSpec, KeptPlanSpec
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.plates import PlateSpec
from yorvek.core.jobs.profiles import ProfileSpec
from yorvek.core.jobs.sheets_cut import CutSheetSpec
from yorvek.core.jobs.spec import DimensionSpec, JobSpec, LoadSpec, MemberLoad, MemberSpec, StockSpec
from yorvek.core.jobs.structures import StructureSpec, frame_request
from yorvek.core.model import Model
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.core.parts.box_wall import BoxWall
from yorvek.core.parts.spec import Follower
from yorvek.core.parts.twin import Twin
from yorvek.core.parts.twins import made_like
from yorvek.core.parts.walls import wall_made
from yorvek.core.proving.spec import LoadTestSpec
from yorvek.core.quantities.entry import evaluate_dimensions
from yorvek.core.sections.catalogue import is_size
from yorvek.core.sections.line import is_composed
from yorvek.core.structures import BeamLoad, BeamRequest, Support


class JobState(Model):
    """Everything the thread is worked out from, keyed by record number."""

    number: int = 0
    job: JobSpec
    dimensions: dict[int, DimensionSpec] = {}
    loads: dict[int, LoadSpec] = {}
    members: dict[int, MemberSpec] = {}
    structures: dict[int, StructureSpec] = {}
    plates: dict[int, PlateSpec] = {}
    joints: dict[int, FreeJointSpec] = {}
    profiles: dict[int, ProfileSpec] = {}
    parts: dict[int, PartSpec] = {}
    assemblies: dict[int, AssemblySpec] = {}
    load_tests: dict[int, LoadTestSpec] = {}
    stock: dict[int, StockSpec] = {}
    cuts: dict[int, CutBarSpec] = {}
    kept: dict[int, KeptPlanSpec] = {}
    sheets_cut: dict[int, CutSheetSpec] = {}

    def names(self) -> dict[str, float]:
        """Values of the named dimensions, mm.

        Raises:
            InputError: a formula is wrong.
        """
        return evaluate_dimensions({d.name: d.size for d in self.dimensions.values()})

    def section_id(self, id: str) -> str:
        """A section's name as everything below the job takes it: one of the job's own is written out."""
        own = next((p for p in self.profiles.values() if p.name == id), None)
        return id if own is None else own.line()

    def sections_used(self) -> list[tuple[str, str]]:
        """Mark and section of everything that has one."""
        out = [(m.mark, m.section_id) for m in self.members.values()]
        out += [(s.mark, c.section_id) for s in self.structures.values() for c in s.roles.values()]
        for joint in self.joints.values():
            out += [(joint.mark, id) for id in (joint.section_id, *(o.section_id for o in joint.onto)) if id]
        out += [
            (p.mark, p.shape.section_id)
            for p in self.parts.values()
            if isinstance(p.shape, BarPiece) and p.shape.section_id
        ]
        return out

    def meant(self, key: str) -> list[Counter[str]]:
        """Bars of a profile as they were meant when work began."""
        return next((k.counters() for k in self.kept.values() if k.key == key), [])

    def has_section(self, id: str) -> bool:
        """Whether it is a size, or one of the job's own."""
        return is_size(id) or is_composed(id) or any(p.name == id for p in self.profiles.values())


def beam_load(on: MemberLoad, load: LoadSpec, mark: str) -> BeamLoad:
    """A load of the brief on a member: force at places, load per length, or load per area times the width carried.

    Raises:
        InputError: a place or the width is missing.
    """
    value = load.entered().value
    common = {
        **{k: getattr(load, k) for k in ("name", "case", "dynamic_factor", "cycles", "group", "one_of", "both_ways")},
        "sideways": on.sideways, "aside_mm": on.aside.value if on.aside else 0.0,
    }  # fmt: skip
    start, end = (None if e is None else e.value for e in (on.start, on.end))
    if on.runs and load.form != "force":
        raise InputError(field=f"{mark}: {load.name}", got="it runs", needs="a force, to run along the member")
    if on.runs:
        return BeamLoad(**common, force_N=value, runs=True, from_mm=start, to_mm=end)
    if load.form == "force":
        if not on.at:
            raise InputError(field=f"{mark}: {load.name}", got="", needs="say where on the member the force acts")
        return BeamLoad(**common, force_N=value, at_mm=[p.value for p in on.at])
    if load.form == "line":
        return BeamLoad(**common, line_N_per_mm=value, from_mm=start, to_mm=end)
    if on.width is None:
        raise InputError(field=f"{mark}: {load.name}", got="", needs="say which width of the area this member carries")
    return BeamLoad(**common, line_N_per_mm=value * on.width.value, from_mm=start, to_mm=end)


def beam_member(state: JobState, member: MemberSpec) -> BeamMember:
    """The member ready to be checked, with the job's method and limits.

    Raises:
        InputError: a load that is no more there, a place missing.
    """
    loads = []
    for on in member.loads:
        if on.load_id not in state.loads:
            raise InputError(
                field=f"{member.mark}: load",
                got=str(on.load_id),
                needs="this load is no longer in the brief: take it off the member",
            )
        loads.append(beam_load(on, state.loads[on.load_id], member.mark))
    job, tested = state.job, _as_tested(state, "member", member)
    return BeamMember(
        beam=BeamRequest(
            length_mm=member.length.value,
            supports=[Support(x_mm=s.at.value, kind=s.kind) for s in member.supports],
            loads=loads,
        ),
        section_id=state.section_id(member.section_id),
        material_id=member.material_id,
        axis=member.axis,
        welded=member.welded,
        unbraced_mm=None if member.unbraced is None else member.unbraced.value,
        bearing_mm=member.bearing.value if member.bearing else None,
        wheel_from_edge_mm=member.wheel_from_edge.value if member.wheel_from_edge else None,
        notches=[
            Notch(at_mm=n.at.value, length_mm=n.length.value, depth_mm=n.depth.value, side=n.side)
            for n in member.notches
        ],
        stiffness_found=tested.stiffness,
        play_mm=tested.play_mm,
        limits=job.limits(member.span_over),
        method=job.method.plain(),
    )


def _as_tested(state: JobState, kind: Tested, spec: MemberSpec | StructureSpec) -> Found:
    of = state.members if kind == "member" else state.structures
    return found_of(state.load_tests, kind, of, spec, state.section_id)


def structure_request(state: JobState, spec: StructureSpec) -> FrameRequest:
    """The structure ready to be checked, as a load test found it where one was taken.

    Raises:
        InputError: a load that is no more there.
    """
    plain = frame_request(state.job, state.loads, spec, state.section_id)
    tested = _as_tested(state, "structure", spec)
    # what was measured is all the play there is
    play = max(plain.play_mm, tested.play_mm)
    return plain.model_copy(update={"stiffness_found": tested.stiffness, "play_mm": play})


def followed(state: JobState, part: PartSpec) -> PartSpec:
    """A part with what it takes from elsewhere filled in: a bar piece from its member, a twin or a wall of
    a box from another part.

    Raises:
        InputError: the member or the part is gone, or is a twin itself.
    """
    shape = part.shape
    if isinstance(shape, Twin):
        return made_like(part, shape, followed(state, _first(state, shape)))
    if isinstance(shape, BoxWall):
        return wall_made(part, shape, _first(state, shape))
    if not isinstance(shape, BarPiece):
        return part
    if shape.member_id is None:
        own = state.section_id(shape.section_id)
        return (
            part
            if own == shape.section_id
            else part.model_copy(update={"shape": shape.model_copy(update={"section_id": own})})
        )
    member = state.members.get(shape.member_id)
    if member is None:
        raise InputError(
            field=f"{part.mark}: member",
            got=str(shape.member_id),
            needs="the member it follows is gone: choose another, or give section and length",
        )
    filled = shape.model_copy(
        update={
            "section_id": state.section_id(shape.section_id or member.section_id),
            "length": shape.length or member.length,
        }
    )
    return part.model_copy(
        update={
            "shape": filled,
            "material_id": part.material_id or member.material_id,
            "module": part.module or member.module,
        }
    )


def _first(state: JobState, shape: Follower) -> PartSpec:
    """The part that one follows."""
    first = state.parts.get(shape.of)
    if first is None:
        raise InputError(field="shape.of", got=str(shape.of), needs="the part it follows is gone: choose another")
    if isinstance(first.shape, Twin):
        raise InputError(field="shape.of", got=first.mark, needs="a part that is no twin itself: what that one follows")
    return first


def with_twins(state: JobState) -> Iterator[PartSpec]:
    """Every part as it is entered, twins and walls as what they follow makes them; as they are entered too where it
    cannot.
    """
    for part in state.parts.values():
        try:
            yield followed(state, part) if isinstance(part.shape, Follower) else part
        except InputError:
            yield part
