"""What the audit finds: a rule looks at a job's parts as they would be cut, and says what would go wrong."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Literal

from yorvek.core.assemblies.worked import AssemblyResult
from yorvek.core.fits import FitResult
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.model import Model
from yorvek.core.parts import PartGeometry

if TYPE_CHECKING:
    from yorvek.core.jobs.figures import BarResult
    from yorvek.core.jobs.state import JobState

Level = Literal["stop", "care"]
NUMBERED = re.compile(r" \(\d+\)$")


@dataclass(frozen=True)
class Flaw:
    """What a rule says of a part: what is wrong, what would mend it, the field that states it, and how much it weighs:
    "stop" is solved or given a reason before it is cut, "care" is only said. `of`: what it is of, where that is no part
    and `part` is nothing.
    """

    part: int
    words: str
    mend: str
    asked: str = ""
    level: Level = "stop"
    of: str = ""


class AuditFinding(Model):
    """A flaw as it stands in its job.

    Args:
        mark, part: of which part; the name of what else it is of, and nothing.
        key: names it as long as it stands as it is: its rule, its part, its field, its words.
        reason: why it is cut anyway, as somebody said; open: whether somebody has still to decide.
    """

    key: str
    rule: str
    level: Level
    mark: str
    part: int
    asked: str
    words: str
    mend: str
    reason: str
    open: bool


@dataclass(frozen=True)
class Audited:
    """A job as it would be cut."""

    state: JobState
    parts: Mapping[int, WorkedPart]
    bars: Sequence[BarResult]
    fits: Sequence[FitResult]
    assemblies: Mapping[int, AssemblyResult] = field(default_factory=dict)

    def drawn(self) -> Iterator[tuple[int, WorkedPart, PartGeometry]]:
        """Parts that could be worked out."""
        for number, w in self.parts.items():
            if w.geometry is not None:
                yield number, w, w.geometry

    def numbered(self, mark: str) -> int:
        """The part of a piece's mark; nothing where there is none. Of a bar that is taken apart a piece has its part's
        mark and a number, and of a mark that stands twice the second is numbered.
        """
        own = NUMBERED.sub("", mark)
        by_mark = {w.part.mark: number for number, w in reversed(list(self.parts.items()))}
        return next((by_mark[m] for m in (mark, own, own.rpartition(".")[0]) if m in by_mark), 0)


@dataclass(frozen=True)
class AuditRule:
    """What is looked for, in words, and the look."""

    id: str
    words: str
    look: Callable[[Audited], Iterator[Flaw]]
