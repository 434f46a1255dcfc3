"""A structure that is judged as a whole."""

from yorvek.core.jobs.state import JobState, structure_request
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.records.kind import MARK, Kind, Numbers, Ref, Solve
from yorvek.core.records.member import refs_to_loads, with_loads


def _refers(spec: StructureSpec) -> list[Ref]:
    """Loads that stand on it; a situation may still list one that was taken off."""
    return refs_to_loads(on.load_id for on in spec.loads)


def _renumbered(spec: StructureSpec, numbers: Numbers) -> StructureSpec:
    """What its loads and its situations refer to; a load that a situation had and nobody has any more is left out."""
    known = numbers["load"]
    situations = [
        s if s.loads is None else s.model_copy(update={"loads": [known[i] for i in s.loads if i in known]})
        for s in spec.situations
    ]
    return with_loads(spec, numbers).model_copy(update={"situations": situations})


def _check(state: JobState, number: int, solve: Solve) -> None:
    """It is a structure, and its loads have a place on it; one that falls is kept with its trouble."""
    solve(structure_request(state, state.structures[number])).entered()


STRUCTURE = Kind(
    "structure", "structures", StructureSpec, follows=True, unique=MARK, refers=_refers, renumbered=_renumbered,
    check=_check, solved=True,
)  # fmt: skip
