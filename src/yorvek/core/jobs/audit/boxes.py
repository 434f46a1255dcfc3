"""Boxes of plates whose walls are not all among the parts, or whose sides are no pairs."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.jobs.boxes import boxes_wanting


def _look(job: Audited) -> Iterator[Flaw]:
    for number, wants in boxes_wanting(job.state).items():
        yield Flaw(number, f"the box wants {wants}", "add its walls, or change how many sides there are", "qty")


BOXES = AuditRule("boxes", "boxes that do not close", _look)
