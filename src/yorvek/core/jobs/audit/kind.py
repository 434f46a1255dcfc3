"""What the audit finds: a rule looks at a job's parts as they would be cut, and says what would go wrong."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from yorvek.core.jobs.cutting import SheetGroup, WorkedPart
from yorvek.core.model import Model
from yorvek.core.parts import PartGeometry

if TYPE_CHECKING:
    from yorvek.core.jobs.figures import BarResult
    from yorvek.core.jobs.state import JobState


class AuditFinding(Model):
    """One thing that would go wrong.

    Args:
        key: names it as long as it stands: its rule, its part, its place.
        level: "stop" is solved or given a reason before it is cut, "care" is only said.
        part: the record that it is about; asked: the field of its form that states it.
        words, mend: what it is, and what would mend it.
        reason: why it is cut anyway, as somebody said.
    """

    key: str
    rule: str
    level: Literal["stop", "care"]
    mark: str
    part: int
    asked: str = ""
    words: str
    mend: str
    reason: str = ""

    @property
    def open(self) -> bool:
        """Whether somebody has still to decide."""
        return self.level == "stop" and not self.reason


@dataclass(frozen=True)
class Audited:
    """A job as it would be cut."""

    state: JobState
    parts: Mapping[int, WorkedPart]
    bars: Sequence[BarResult]
    sheets: Sequence[SheetGroup]

    def drawn(self) -> Iterator[tuple[int, WorkedPart, PartGeometry]]:
        """Parts that could be worked out."""
        for number, w in self.parts.items():
            if w.geometry is not None:
                yield number, w, w.geometry

    def numbered(self, mark: str) -> int:
        """The part of a mark."""
        return next(number for number, w in self.parts.items() if w.part.mark == mark)


@dataclass(frozen=True)
class AuditRule:
    """What is looked for, in words, and the look."""

    id: str
    words: str
    look: Callable[[Audited], Iterator[AuditFinding]]
