"""What a part says of itself: bends that may crack, legs that the die does not hold, threads without metal."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule


def _look(job: Audited) -> Iterator[AuditFinding]:
    for number, w, g in job.drawn():
        for told in g.warned:
            asked = told.asked if told.asked.startswith("features") else f"shape.{told.asked}"
            yield AuditFinding(
                key=f"made:{w.part.mark}:{told.asked}:{told.words}"[:200], rule="made", level="stop", mark=w.part.mark,
                part=number, asked=asked, words=told.words, mend=told.mend,
            )  # fmt: skip


MADE = AuditRule("made", "bends, threads and openings that come out wrong", _look)
