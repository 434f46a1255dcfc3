"""What a signature is put under, as one number: the same for the same job, whatever its records are numbered, and
whatever fields a later version adds to them.
"""

from __future__ import annotations

import hashlib
import json
from typing import Any

from yorvek.core.jobs.state import JobState
from yorvek.core.records.kinds import IN_STATE
from yorvek.core.records.sawn import CUT_BAR, KEPT_PLAN

SIGNED = tuple(k for k in IN_STATE if k not in (CUT_BAR, KEPT_PLAN))
"""Everything that is checked; the shop's stock book and what was cut so far are not part of it."""


def digest_of(state: JobState) -> str:
    """Of everything that is checked, records by their order in it."""
    numbers: dict[str, dict[int, int]] = {}
    out: dict[str, Any] = {"job": state.job.model_dump(mode="json", exclude_defaults=True)}
    for kind in SIGNED:
        rows = getattr(state, kind.plural)
        numbers[kind.name] = {number: place for place, number in enumerate(sorted(rows), start=1)}
        told = (kind.renumbered(rows[number], _or_gone(numbers)) for number in sorted(rows))
        out[kind.plural] = [spec.model_dump(mode="json", exclude_defaults=True) for spec in told]
    return hashlib.sha256(json.dumps(out, sort_keys=True).encode()).hexdigest()


class _Gone(dict[int, int]):
    """What is referred to and not there any more has no place."""

    def __missing__(self, number: int) -> int:
        return 0


def _or_gone(numbers: dict[str, dict[int, int]]) -> dict[str, dict[int, int]]:
    return {name: _Gone(known) for name, known in numbers.items()}
