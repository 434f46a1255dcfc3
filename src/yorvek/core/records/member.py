"""A member that is sized."""

from collections.abc import Iterable
from typing import TypeVar

from yorvek.core.errors import InputError
from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.jobs.state import JobState, beam_member
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.records.kind import MARK, Kind, Numbers, Ref, Solve
from yorvek.core.sections import section, sold_in
from yorvek.core.structures import member_cases

Carrier = TypeVar("Carrier", MemberSpec, StructureSpec)


def refs_to_loads(numbers: Iterable[int]) -> list[Ref]:
    return [Ref("load", n) for n in numbers]


def with_loads(spec: Carrier, numbers: Numbers) -> Carrier:
    """Its loads under other numbers."""
    loads = [on.model_copy(update={"load_id": numbers["load"][on.load_id]}) for on in spec.loads]
    return spec.model_copy(update={"loads": loads})


def _refers(spec: MemberSpec) -> list[Ref]:
    return refs_to_loads(on.load_id for on in spec.loads)


def sold(state: JobState, section_id: str, material_id: str) -> None:
    """A section is sold in that material.

    Raises:
        InputError: it is not; in what it is.
    """
    found = section(state.section_id(section_id), field="section_id")
    if material_id not in sold_in(found):
        raise InputError(
            field="material_id", got=material_id, needs=f"{section_id} is sold in " + ", ".join(sold_in(found))
        )


def _check(state: JobState, number: int, solve: Solve) -> None:
    """It stands, and its section is sold in its material."""
    spec = state.members[number]
    sold(state, spec.section_id, spec.material_id)
    member_cases(beam_member(state, spec).beam)


MEMBER = Kind(
    "member", "members", MemberSpec, follows=True, unique=MARK, refers=_refers, renumbered=with_loads, check=_check,
    used="{users} follow it: take them away or free them first",
)  # fmt: skip
