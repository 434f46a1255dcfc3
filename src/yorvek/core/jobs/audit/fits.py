"""Pins that do not go into their bores, stacks that do not go into their openings, and what rattles."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw, Level
from yorvek.core.jobs.fits import fit_results
from yorvek.core.parts.drawn import field_of


def _look(job: Audited) -> Iterator[Flaw]:
    for k, fit in enumerate(fit_results(job.state, job.parts)):
        if fit.level == "fits":
            continue
        asked = field_of(fit.asked) if fit.part else f"fits.{k}"
        level: Level = "stop" if fit.level == "stop" else "care"
        yield Flaw(fit.part, f"{fit.name}: {fit.words}", fit.mend or "mend the fit", asked, level, fit.name)


FITS = AuditRule("fits", "pins and stacks that do not fit", _look)
