"""A load test."""

from typing import Any

from yorvek.core.jobs.proving import prediction
from yorvek.core.jobs.state import JobState
from yorvek.core.proving.spec import LoadTestSpec
from yorvek.core.records.kind import Kind, Numbers, Ref, Solve


def _refers(spec: LoadTestSpec) -> list[Ref]:
    """What is tested, and the load that the weights stand for."""
    asked = (("member", spec.member_id), ("structure", spec.structure_id), ("load", spec.weights.load_id))
    return [Ref(kind, number) for kind, number in asked if number is not None]


def _renumbered(spec: LoadTestSpec, numbers: Numbers) -> LoadTestSpec:
    def now(kind: str, number: int | None) -> int | None:
        return None if number is None else numbers[kind][number]

    weights = spec.weights.model_copy(update={"load_id": now("load", spec.weights.load_id)})
    ids = {"member_id": now("member", spec.member_id), "structure_id": now("structure", spec.structure_id)}
    return spec.model_copy(update={**ids, "weights": weights})


def _check(state: JobState, number: int, solve: Solve) -> None:
    """Weights and gauges stand on what is tested."""
    prediction(state, state.load_tests[number])


def _amended(before: LoadTestSpec | None, now: LoadTestSpec, by: str) -> Any:
    """What the model takes is written by its own door; whoever edits may only take it back."""
    kept = before.taken if before is not None and now.taken is not None else None
    return now.model_copy(update={"taken": kept})


LOAD_TEST = Kind(
    "load test", "load_tests", LoadTestSpec, follows=True, unique=("mark", "load test"), refers=_refers,
    renumbered=_renumbered, check=_check, amended=_amended,
)  # fmt: skip
