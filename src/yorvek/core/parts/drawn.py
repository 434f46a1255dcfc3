"""What stands on the drawing of a part beside its outline: dimensions, lines to bend along, and other views of it."""

from __future__ import annotations

from dataclasses import dataclass, field

from yorvek.core.model import Model
from yorvek.core.outlines import Outline, bounds_mm
from yorvek.core.parts.twin import OF


class DrawnDimension(Model):
    """A dimension on the drawing, between two points, its line shifted aside by `offset_mm` (left of the direction).
    `asked`: the question of its family that states it, or nothing.
    """

    x1: float
    y1: float
    x2: float
    y2: float
    offset_mm: float
    value_mm: float
    label: str = ""
    asked: str = ""


class MarkLine(Model):
    """A line that is marked and not cut, and what stands along it."""

    x1: float
    y1: float
    x2: float
    y2: float
    words: str = ""


class BendLine(MarkLine):
    """A line of the flat along which it is bent, how far, and how wide the metal that turns lies about it, mm.
    `set_deg`: how far the brake or the bender is set so that it springs back to that; `set_by` says by what.
    """

    turn_deg: float
    zone_mm: float
    asked: str = ""
    radius_mm: float = 0.0
    set_deg: float | None = None
    set_by: str = ""


class PartView(Model):
    """A part as it is once made, seen from somewhere."""

    words: str
    outline: Outline
    dimensions: list[DrawnDimension] = []
    width_mm: float
    height_mm: float

    @classmethod
    def of(cls, words: str, outline: Outline, dimensions: list[DrawnDimension]) -> PartView:
        """An outline whose lower left corner is at the origin."""
        _, _, w, h = bounds_mm(outline)
        return cls(words=words, outline=outline, dimensions=dimensions, width_mm=w, height_mm=h)


class Warned(Model):
    """Something to be known of a part before it is cut: in words, how it is mended, and the question that states it."""

    words: str
    mend: str
    asked: str = ""


@dataclass
class Shown:
    """What a drawing shows beside how wide and how high a part is."""

    dimensions: list[DrawnDimension] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    bends: list[BendLine] = field(default_factory=list)
    views: list[PartView] = field(default_factory=list)
    warned: list[Warned] = field(default_factory=list)


def field_of(asked: str) -> str:
    """Where on a part's form stands what a drawing names: of its family, of one of its features, or of the part that it
    follows.
    """
    if asked.startswith(OF):
        return "shape.of"
    return asked if asked.startswith("features.") else f"shape.{asked}"
