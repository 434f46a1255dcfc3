"""Parts that are one and the same under two marks: each is set up, and labelled, twice."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.parts import BarPiece
from yorvek.core.parts.twin import OTHER


def same_pieces(job: Audited) -> list[list[int]]:
    """Parts that are one and the same piece, where there is more than one of them."""
    same: dict[str, list[int]] = defaultdict(list)
    for number, w, g in job.drawn():
        ends = w.part.shape.ends() if isinstance(w.part.shape, BarPiece) else []
        said = [g.outline.model_dump_json(), str(g.thickness_mm), str(g.section_id), g.material_id, w.part.process]
        said += [str([f.model_copy(update={"asked": []}) for f in g.faces]), str(g.tools)]
        said += [str([b.model_copy(update={"asked": ""}) for b in g.bends]), str(ends), str(w.part.jig is None)]
        same["|".join(said)].append(number)
    return [numbers for numbers in same.values() if len(numbers) > 1]


def after_others(numbers: list[int]) -> Iterator[tuple[int, list[int]]]:
    """Each of them but the first, and those before it."""
    for k in range(1, len(numbers)):
        yield numbers[k], numbers[:k]


def _look(job: Audited) -> Iterator[Flaw]:
    for numbers in same_pieces(job):
        for number, earlier in after_others(numbers):
            part = job.parts[number].part
            first = next((p for n in earlier if (p := job.parts[n].part).hand != OTHER[part.hand] or not p.hand), None)
            if first is None:
                continue
            apart = f"say in their names what tells {first.mark} and {part.mark} apart"
            mend = f"one mark and one number of pieces, or {apart}"
            yield Flaw(number, f"it is the same piece as {first.mark}", mend, "qty", "care")


ALIKE = AuditRule("alike", "one piece under two marks", _look)
