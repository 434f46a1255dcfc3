"""What a part says of itself: bends that may crack, legs that the die does not hold, threads without metal."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.parts.drawn import field_of


def _look(job: Audited) -> Iterator[Flaw]:
    for number, _, g in job.drawn():
        yield from (Flaw(number, told.words, told.mend, field_of(told.asked)) for told in g.warned)


MADE = AuditRule("made", "bends, threads and openings that come out wrong", _look)
