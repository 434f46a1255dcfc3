"""Holes in a tube with a seam: nobody knows yet on which face the seam lies."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule
from yorvek.core.sections import section


def _look(job: Audited) -> Iterator[AuditFinding]:
    for number, w, g in job.drawn():
        if g.kind != "bar" or not g.faces or section(str(g.section_id)).shape not in ("chs", "rhs"):
            continue
        drilled = {f.face for f in g.faces}
        free = [name for name in ("front", "top", "back", "bottom") if name not in drilled]
        yield AuditFinding(
            key=f"seam:{w.part.mark}", rule="seams", level="care", mark=w.part.mark, part=number,
            asked="features.0.face",
            words="a hole or a thread in the seam of a tube is hard to drill and weak",
            mend=f"lay the seam to the {free[0]}" if free else "look for the seam first, and keep off it",
        )  # fmt: skip


SEAMS = AuditRule("seams", "holes in the seam of a tube", _look)
