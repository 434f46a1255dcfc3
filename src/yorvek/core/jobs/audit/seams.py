"""Holes in a tube with a seam: nobody knows yet on which face the seam lies."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.sections import section

FACE = "features.0.face"


def _look(job: Audited) -> Iterator[Flaw]:
    for number, _, g in job.drawn():
        if g.kind != "bar" or not g.faces or not section(str(g.section_id)).closed:
            continue
        drilled = {f.face for f in g.faces}
        free = [name for name in ("front", "top", "back", "bottom") if name not in drilled]
        mend = f"lay the seam to the {free[0]}" if free else "look for the seam first, and keep off it"
        yield Flaw(number, "a hole or a thread in the seam of a tube is hard to drill and weak", mend, FACE, "care")


SEAMS = AuditRule("seams", "holes in the seam of a tube", _look)
