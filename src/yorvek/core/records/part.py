"""A part that is cut."""

from yorvek.core.errors import InputError
from yorvek.core.jobs.state import JobState, followed
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.core.parts.geometry import part_geometry
from yorvek.core.parts.spec import Follower
from yorvek.core.parts.twin import Twin
from yorvek.core.records.kind import Kind, Numbers, Ref, Solve


def _refers(spec: PartSpec) -> list[Ref]:
    shape = spec.shape
    if isinstance(shape, Follower):
        return [Ref("part", shape.of)]
    return [Ref("member", shape.member_id)] if isinstance(shape, BarPiece) and shape.member_id is not None else []


def _renumbered(spec: PartSpec, numbers: Numbers) -> PartSpec:
    shape = spec.shape
    if isinstance(shape, Follower):
        return spec.model_copy(update={"shape": shape.model_copy(update={"of": numbers["part"][shape.of]})})
    if not isinstance(shape, BarPiece) or shape.member_id is None:
        return spec
    changed = shape.model_copy(update={"member_id": numbers["member"][shape.member_id]})
    return spec.model_copy(update={"shape": changed})


def _check(state: JobState, number: int, solve: Solve) -> None:
    """Its dimensions do not contradict each other, and nothing follows what follows another."""
    if isinstance(state.parts[number].shape, Twin):
        users = [p.mark for p in state.parts.values() if isinstance(p.shape, Twin) and p.shape.of == number]
        if users:
            needs = f"nothing to follow: {', '.join(users)} follows it itself"
            raise InputError(field="shape.of", got=str(state.parts[number].mark), needs=needs)
    part_geometry(followed(state, state.parts[number]))


PART = Kind(
    "part", "parts", PartSpec, follows=True, unique=("mark", "part"), refers=_refers, renumbered=_renumbered,
    check=_check,
)  # fmt: skip
