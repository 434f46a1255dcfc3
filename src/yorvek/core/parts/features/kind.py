"""What a kind of feature is to the rest: an opening of a shape, its words, and the tool that follows the cut."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Protocol

from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Ring
from yorvek.core.parts.features.where import Placed
from yorvek.core.parts.saying import Say


class ToolWork(Model):
    """What is done to openings of a part after they are there: by which tool, to how many of a piece."""

    tool: str
    holes: int
    across_mm: float


class Made(Protocol):
    """A feature, seen by what needs it."""

    def ring(self) -> Ring:
        """The opening about the origin, as it is cut or drilled. mm.

        Raises:
            InputError: measures that contradict each other.
        """
        ...

    def said(self, say: Say) -> str:
        """One of it, in the words of a drawing."""
        ...

    def tool(self, say: Say) -> str:
        """The tool that follows, or nothing."""
        ...

    def warned(self, thickness_mm: float, metal: Material) -> str:
        """What is to be known of it in this plate, or nothing.

        Raises:
            InputError: it cannot be made in this plate.
        """
        ...


@dataclass(frozen=True)
class FeatureKind:
    """A kind, what it is called, and its questions: words, what stands where left out, usual in mm and in inches."""

    model: type[Placed]
    words: str
    asks: dict[str, tuple[str, str, str, str]] = field(default_factory=dict)
