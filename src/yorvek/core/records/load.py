"""A load of the brief."""

from yorvek.core.jobs.spec import LoadSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import Kind, Solve


def _check(state: JobState, number: int, solve: Solve) -> None:
    """It has a size."""
    state.loads[number].entered()


LOAD = Kind(
    "load", "loads", LoadSpec, follows=True, unique=("name", "load"), check=_check,
    used="it stands on {users}: take it off there first",
)  # fmt: skip
