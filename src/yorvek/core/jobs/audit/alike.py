"""Parts that are one and the same under two marks: each is set up, and labelled, twice."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.parts import BarPiece


def _look(job: Audited) -> Iterator[Flaw]:
    same: dict[str, list[tuple[int, str]]] = defaultdict(list)
    for number, w, g in job.drawn():
        ends = w.part.shape.ends() if isinstance(w.part.shape, BarPiece) else []
        said = [g.outline.model_dump_json(), str(g.thickness_mm), str(g.section_id), g.material_id, w.part.process]
        said += [str([f.model_dump_json() for f in g.faces]), str(g.tools), str(g.bends), str(ends)]
        same["|".join(said)].append((number, w.part.mark))
    for found in same.values():
        for number, mark in found[1:]:
            first = found[0][1]
            mend = f"one mark and one number of pieces, or say in their names what tells {first} and {mark} apart"
            yield Flaw(number, f"it is the same piece as {first}", mend, "qty", "care")


ALIKE = AuditRule("alike", "one piece under two marks", _look)
