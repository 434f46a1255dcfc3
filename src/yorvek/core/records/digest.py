"""What a signature is put under, as one number: the same for the same job, whatever its records are numbered, and
whatever fields a later version adds to them.
"""

from __future__ import annotations

import hashlib
import json
from itertools import count
from typing import Any

from yorvek.core.jobs.state import JobState
from yorvek.core.model import Model
from yorvek.core.records.assembly import ASSEMBLY
from yorvek.core.records.kind import Kind
from yorvek.core.records.kinds import IN_STATE
from yorvek.core.records.load_test import LOAD_TEST
from yorvek.core.records.sawn import CUT_BAR, CUT_SHEET, KEPT_PLAN

SINCE = (ASSEMBLY, LOAD_TEST)
"""Kinds that came later: a job without any is signed as it was before there were any."""
SIGNED = tuple(k for k in IN_STATE if k not in (CUT_BAR, CUT_SHEET, KEPT_PLAN))
"""Everything that is checked; the shop's stock book and what was cut so far are not part of it."""


def digest_of(state: JobState) -> str:
    """Of everything that is checked, records by their order in it."""
    rows = {kind: _signed(kind, state) for kind in SIGNED}
    places = {kind.name: Places(zip(found, count(1), strict=False)) for kind, found in rows.items()}
    out: dict[str, Any] = {"job": said(state.job.model_copy(update={"going_on": [], "bends_tried": []}))}
    for kind, found in rows.items():
        if kind in SINCE and not found:
            continue
        out[kind.plural] = [said(kind.renumbered(spec, places)) for spec in found.values()]
    return hashlib.sha256(json.dumps(out, sort_keys=True).encode()).hexdigest()


def _signed(kind: Kind, state: JobState) -> dict[int, Any]:
    """Its rows by their numbers; of load tests what the model takes from them, and no reading."""
    rows = dict(sorted(getattr(state, kind.plural).items()))
    if kind is not LOAD_TEST:
        return rows
    return {n: x.model_copy(update={"steps": []}) for n, x in rows.items() if x.taken is not None}


def said(spec: Model) -> dict[str, Any]:
    """What a spec says beyond what is usual."""
    return spec.model_dump(mode="json", exclude_defaults=True)


class Places(dict[int, int]):
    """A place for each number; what is referred to and not there any more has none."""

    def __missing__(self, number: int) -> int:
        return 0
