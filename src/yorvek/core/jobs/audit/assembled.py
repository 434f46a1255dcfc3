"""Assemblies: what stands nowhere, runs into another or is welded to what it does not touch; too few parts."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw, Level


def _look(job: Audited) -> Iterator[Flaw]:
    wanted: dict[int, list[tuple[str, int]]] = defaultdict(list)
    for number, result in job.assemblies.items():
        spec = job.state.assemblies[number]
        for flaw in result.flaws:
            level: Level = "stop" if flaw.stop else "care"
            yield Flaw(0, flaw.words, flaw.mend, f"assemblies.{number}.{flaw.asked}", level, of=spec.mark)
        for row in result.rows:
            wanted[row.part_id].append((spec.mark, row.count * spec.qty))
    for part_id, of in wanted.items():
        yield from _counted(job, part_id, of)


def _counted(job: Audited, part_id: int, of: list[tuple[str, int]]) -> Iterator[Flaw]:
    """As many as stand in all assemblies against as many as are cut."""
    w = job.parts.get(part_id)
    if w is None:
        return
    need, cut = sum(n for _, n in of), w.part.qty
    where = ", ".join(mark for mark, _ in of)
    if need > cut:
        yield Flaw(part_id, f"{need} stand in {where}, and {cut} are cut", f"{need} of it, or fewer there", "qty")
    elif need < cut:
        words = f"{cut} are cut, and {need} stand in {where}"
        yield Flaw(part_id, words, "place the others, or say what they are for", "qty", "care")


ASSEMBLED = AuditRule("assemblies", "assemblies that do not go together", _look)
