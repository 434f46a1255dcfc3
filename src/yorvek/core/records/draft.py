"""A job as it would be with one record made, changed or taken away, and nothing of it stored."""

from __future__ import annotations

from typing import Any

from yorvek.core.jobs.state import JobState
from yorvek.core.quantities.entry import resolve
from yorvek.core.records.dimension import DIMENSION
from yorvek.core.records.kind import Kind
from yorvek.core.records.kinds import IN_STATE

NEW = 0
"""The number of a record that has none yet."""


def drafted(state: JobState, kind: Kind, number: int, spec: Any) -> JobState:
    """The job with `spec` under `number` (`NEW` where it would be made; none where it is taken away), worked out as an
    edit would work it out: another dimension moves all that follows it.

    Raises:
        InputError: a quantity in it cannot be worked out.
    """
    rows = dict(getattr(state, kind.plural))
    if spec is None:
        rows.pop(number, None)
    else:
        rows[number] = spec
    draft = state.model_copy(update={kind.plural: rows})
    names = draft.names()
    if kind is DIMENSION:
        return _following(draft, names)
    if spec is not None:
        rows[number] = resolve(spec, names)
    return draft


def _following(state: JobState, names: dict[str, float]) -> JobState:
    """Every quantity that names a dimension worked out again."""
    lists = {
        kind.plural: {n: resolve(spec, names) for n, spec in getattr(state, kind.plural).items()}
        for kind in IN_STATE
        if kind.follows
    }
    return state.model_copy(update={**lists, "job": resolve(state.job, names)})
