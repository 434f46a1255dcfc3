"""A plate that is sized."""

from yorvek.core.checks.plate import check_plate
from yorvek.core.jobs.plates import PlateSpec, plate_request
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import MARK, Kind, Numbers, Ref, Solve
from yorvek.core.records.member import refs_to_loads


def _refers(spec: PlateSpec) -> list[Ref]:
    return refs_to_loads(spec.load_ids())


def _renumbered(spec: PlateSpec, numbers: Numbers) -> PlateSpec:
    known = numbers["load"]
    patches = [p.model_copy(update={"load_id": known[p.load_id]}) for p in spec.patches]
    return spec.model_copy(update={"loads": [known[i] for i in spec.loads], "patches": patches})


def _check(state: JobState, number: int, solve: Solve) -> None:
    """Its dimensions are possible, and its loads are of the sort that a plate takes."""
    check_plate(plate_request(state.job, state.loads, state.plates[number]))


PLATE = Kind(
    "plate", "plates", PlateSpec, follows=True, unique=MARK, refers=_refers, renumbered=_renumbered, check=_check
)
