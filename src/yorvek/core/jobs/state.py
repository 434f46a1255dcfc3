"""A job as a whole: its records with their numbers, and what a member is when its loads are put on it."""

from __future__ import annotations

from yorvek.core.checks import BeamMember, Limits
from yorvek.core.errors import InputError
from yorvek.core.jobs.spec import DimensionSpec, JobSpec, LoadSpec, MemberLoad, MemberSpec, StockSpec
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.model import Model
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.core.quantities.entry import evaluate_dimensions
from yorvek.core.structures import BeamLoad, BeamRequest, Support


class JobState(Model):
    """Everything the thread is worked out from, keyed by record number."""

    job: JobSpec
    dimensions: dict[int, DimensionSpec] = {}
    loads: dict[int, LoadSpec] = {}
    members: dict[int, MemberSpec] = {}
    structures: dict[int, StructureSpec] = {}
    parts: dict[int, PartSpec] = {}
    stock: dict[int, StockSpec] = {}

    def names(self) -> dict[str, float]:
        """Values of the named dimensions, mm.

        Raises:
            InputError: a formula is wrong.
        """
        return evaluate_dimensions({d.name: d.size for d in self.dimensions.values()})


def beam_load(on: MemberLoad, load: LoadSpec, mark: str) -> BeamLoad:
    """A load of the brief on a member: force at places, load per length, or load per area times the width carried.

    Raises:
        InputError: a place or the width is missing.
    """
    value = load.entered().value
    common = {"name": load.name, "case": load.case, "dynamic_factor": load.dynamic_factor}
    start, end = (None if e is None else e.value for e in (on.start, on.end))
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
    job = state.job
    return BeamMember(
        beam=BeamRequest(
            length_mm=member.length.value,
            supports=[Support(x_mm=s.at.value, kind=s.kind) for s in member.supports],
            loads=loads,
        ),
        section_id=member.section_id,
        material_id=member.material_id,
        axis=member.axis,
        welded=member.welded,
        unbraced_mm=None if member.unbraced is None else member.unbraced.value,
        limits=Limits(
            span_over=member.span_over or job.span_over,
            cantilever_over=job.cantilever_over,
            absolute_mm=None if job.move_at_most is None else job.move_at_most.value,
        ),
        method=job.method.plain(),
    )


def followed(state: JobState, part: PartSpec) -> PartSpec:
    """A bar piece with what it takes from its member filled in.

    Raises:
        InputError: the member is gone.
    """
    shape = part.shape
    if not isinstance(shape, BarPiece) or shape.member_id is None:
        return part
    member = state.members.get(shape.member_id)
    if member is None:
        raise InputError(
            field=f"{part.mark}: member",
            got=str(shape.member_id),
            needs="the member it follows is gone: choose another, or give section and length",
        )
    filled = shape.model_copy(
        update={"section_id": shape.section_id or member.section_id, "length": shape.length or member.length}
    )
    return part.model_copy(
        update={
            "shape": filled,
            "material_id": part.material_id or member.material_id,
            "module": part.module or member.module,
        }
    )
