"""A named dimension."""

from yorvek.core.jobs.spec import DimensionSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import Kind, Solve


def _check(state: JobState, number: int, solve: Solve) -> None:
    """All of them can be worked out."""
    state.names()


def _verified_anew(before: DimensionSpec | None, now: DimensionSpec, by: str) -> DimensionSpec:
    """Another figure was verified by nobody yet, and nobody said why it may be cut: both go with the old one, unless
    others are given with the new.
    """
    if before is None or before.size.text == now.size.text:
        return now
    old = {name: getattr(before, name) for name in ("verified_by", "cut_anyway")}
    return now.model_copy(update={name: "" for name, words in old.items() if getattr(now, name) == words})


DIMENSION = Kind(
    "dimension", "dimensions", DimensionSpec, follows=True, unique=("name", "dimension"), check=_check,
    amended=_verified_anew,
)  # fmt: skip
