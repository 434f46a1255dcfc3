"""Pins that do not go into their bores, stacks that do not go into their openings, and what rattles."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw, Level
from yorvek.core.parts.drawn import field_of


def _look(job: Audited) -> Iterator[Flaw]:
    for k, fit in enumerate(job.fits):
        if fit.level == "fits":
            continue
        asked = field_of(fit.asked) if fit.part else f"fits.{k}"
        level: Level = "stop" if fit.level == "stop" else "care"
        words = f"{fit.name}: {fit.words}" if fit.part else fit.words
        yield Flaw(fit.part, words, fit.mend or "say in the fit what it is of", asked, level, fit.name)


FITS = AuditRule("fits", "pins and stacks that do not fit", _look)
