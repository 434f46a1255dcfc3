"""What every family of plates has: its outline in the flat, what its drawing says, and its questions."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import ClassVar

from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.parts.drawn import DrawnDimension, Shown
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Place, Thickness

Said = dict[str, tuple[str, str, str, str]]
"""By field: words, what stands where it is left out, what it begins with in mm and in inches."""
WIDTH, HEIGHT = ("Width", "", "", ""), ("Height", "", "", "")
THICKNESS = ("Thickness", "", "8", "3/8")
CORNERS = ("Corner radius", "sharp", "", "")


class Plate(Model):
    """A plate of one thickness.

    Class variables:
        across, up: the question that states how far it reaches across and up; nothing where none does.
        turns_up: its mirror image is made top for bottom, so that its bends stay where they are; else left for right.
    """

    across: ClassVar[str] = "width"
    up: ClassVar[str] = "height"
    turns_up: ClassVar[bool] = False

    thickness: Thickness

    def blank(self, metal: Material) -> Outline:
        """Its outline as it is cut, lower left corner at the origin, mm. What is bent is flat.

        Raises:
            InputError: dimensions that contradict each other.
        """
        raise NotImplementedError

    def starts(self, metal: Material) -> list[float]:
        """Of what is bent: where on the flat each of its legs is measured from, mm."""
        return []

    def openings_asked(self) -> list[str]:
        """The question that states each opening's size, in the order of the outline; none where nothing states it."""
        return []

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        """What its drawing shows; `reach`: how far from the outline a dimension's line stands, mm."""
        return Shown()


@dataclass(frozen=True)
class PlateKind:
    """A family that is made from dimensions: its model, what it is called, the letter that its marks begin with, its
    questions, those of each row of a field that is a list, and how many there are of it to begin with.
    """

    model: type[Plate]
    words: str
    letter: str
    asks: Said
    rows: dict[str, Said] = field(default_factory=dict)
    pieces: int = 1


def corners(radius: Place | None, say: Say) -> list[str]:
    """What is said of rounded corners."""
    return [f"corners R{say(radius.value)}"] if radius is not None and radius.value else []


def stepped(stops: Sequence[float], asked: Sequence[str], at: float, reach: float, *, up: bool) -> list[DrawnDimension]:
    """A chain of dimensions from stop to stop, along the top or up the left."""
    ends = [((0.0, a), (0.0, b)) if up else ((a, at), (b, at)) for a, b in itertools.pairwise(stops)]
    return [
        DrawnDimension(
            x1=a[0], y1=a[1], x2=b[0], y2=b[1], offset_mm=reach, value_mm=(b[1] - a[1]) if up else b[0] - a[0],
            asked=name,
        )
        for (a, b), name in zip(ends, asked, strict=True)
    ]  # fmt: skip
