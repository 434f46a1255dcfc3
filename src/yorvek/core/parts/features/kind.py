"""What a kind of feature is called and asks, and the work of the tool that follows its cut."""

from __future__ import annotations

from dataclasses import dataclass, field

from yorvek.core.model import Model
from yorvek.core.parts.features.where import Placed


class ToolWork(Model):
    """What a tool does to so many openings of a piece: it makes them, or works on those that are there."""

    tool: str
    holes: int
    across_mm: float
    opens: bool = False


@dataclass(frozen=True)
class FeatureKind:
    """A kind, what it is called, and its questions: words, what stands where left out, usual in mm and in inches."""

    model: type[Placed]
    words: str
    asks: dict[str, tuple[str, str, str, str]] = field(default_factory=dict)
