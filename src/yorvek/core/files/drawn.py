"""What a drawing holds before its lines are joined, and the limits of every reader."""

from __future__ import annotations

from dataclasses import dataclass, field

from yorvek.core.errors import InputError
from yorvek.core.outlines.joining import whole_contours
from yorvek.core.outlines.segments import Segment
from yorvek.core.quantities import INCH_MM

LENGTH_UNITS = {
    "mm": 1.0, "cm": 10.0, "m": 1000.0, "in": INCH_MM, "ft": 12 * INCH_MM, "pt": INCH_MM / 72, "px": INCH_MM / 96,
}  # fmt: skip
"""Units that a drawing may be said to be in, mm."""
MOST_SEGMENTS = 60_000
FAR_MM = 1e6
CURVE_MM = 0.02
"""Curves become arcs that stay this close to them."""
HIDDEN = "hidden"


@dataclass
class Budget:
    """How many elements of a drawing may still be looked at, what is put in again counted each time."""

    most: int
    spent: int = 0

    def spend(self, count: int = 1) -> None:
        """Take some of it.

        Raises:
            InputError: it is used up.
        """
        self.spent += count
        if self.spent > self.most:
            raise InputError(field="drawing", got=f"over {self.most} elements", needs="a simpler drawing")


@dataclass
class Drawn:
    """Segments in mm, the unit they were in, and what was left out, counted by what it is."""

    unit: str
    segments: list[Segment] = field(default_factory=list)
    left_out: dict[str, int] = field(default_factory=dict)
    contours: int = 0

    def add(self, segments: list[Segment]) -> None:
        """Segments of one thing, in the order in which they run; what runs back to where it began is one contour."""
        found = whole_contours(segments, self.contours)
        self.contours = max((s.ring for s in found), default=0) or self.contours
        self.segments += found

    def leave(self, what: str) -> None:
        """Count one more of what is not cut."""
        self.left_out[what] = self.left_out.get(what, 0) + 1

    @property
    def words(self) -> list[str]:
        """What was left out, as it is said."""
        return [f"{n} of {what}" for what, n in sorted(self.left_out.items())]


def refuse_many(segments: list[Segment]) -> None:
    """Raises InputError where there are more than a drawing of parts has."""
    if len(segments) > MOST_SEGMENTS:
        raise InputError(field="drawing", got=f"{len(segments)} lines", needs=f"at most {MOST_SEGMENTS}")
