"""A named dimension."""

from yorvek.core.jobs.spec import DimensionSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import Kind


def _check(state: JobState, number: int) -> None:
    """All of them can be worked out."""
    state.names()


def _verified_anew(before: DimensionSpec | None, now: DimensionSpec, by: str) -> DimensionSpec:
    """Another figure was verified by nobody yet: the name under the old one goes, unless another is given with it."""
    if before is None or before.size.text == now.size.text or now.verified_by != before.verified_by:
        return now
    return now.model_copy(update={"verified_by": ""})


DIMENSION = Kind(
    "dimension", "dimensions", DimensionSpec, follows=True, unique=("name", "dimension"), check=_check,
    amended=_verified_anew,
)  # fmt: skip
