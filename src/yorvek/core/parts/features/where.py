"""Where a feature stands, and how it is repeated. Places count from the lower left corner of the plate, or of the face
of a bar.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Ring
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place, Turned

MOST = 2000
"""Of one feature, so that a slip of the pen does not hang the screen (ours)."""
FaceName = Literal["front", "back", "top", "bottom"]
Point = tuple[float, float]


def placed(mm: float) -> Place:
    """A place that was worked out, as it would be typed, to a thousandth."""
    at = round(mm, 3) + 0.0
    return Place(text=f"{at:.3f}".rstrip("0").rstrip("."), value=at)


class OncePattern(Model):
    """One of it."""

    pattern: Literal["once"] = "once"

    def places(self) -> list[Point]:
        return [(0.0, 0.0)]


class RowPattern(Model):
    """So many in a line, the first where it stands; `turn`: the line's direction, counter-clockwise from along the
    plate.
    """

    pattern: Literal["row"] = "row"
    count: int = Field(default=3, ge=2, le=MOST)
    pitch: Length
    turn: Turned = Turned(text="0")

    def places(self) -> list[Point]:
        c, s = _along(self.turn.value)
        return [(k * self.pitch.value * c, k * self.pitch.value * s) for k in range(self.count)]


class GridPattern(Model):
    """Rows and columns, the lower left one where it stands."""

    pattern: Literal["grid"] = "grid"
    across: int = Field(default=2, ge=1, le=MOST)
    up: int = Field(default=2, ge=1, le=MOST)
    pitch_across: Length
    pitch_up: Length

    def places(self) -> list[Point]:
        return [
            (i * self.pitch_across.value, k * self.pitch_up.value) for k in range(self.up) for i in range(self.across)
        ]


class CirclePattern(Model):
    """So many on a circle about where it stands, evenly; `first`: where the first is, counter-clockwise from along the
    plate. What has a direction turns with its place.
    """

    pattern: Literal["circle"] = "circle"
    count: int = Field(default=6, ge=2, le=MOST)
    diameter: Length
    first: Turned = Turned(text="0")

    def angles(self) -> list[float]:
        return [self.first.value + 360.0 * k / self.count for k in range(self.count)]

    def places(self) -> list[Point]:
        r = self.diameter.value / 2
        return [(r * c, r * s) for c, s in map(_along, self.angles())]


Pattern = Annotated[OncePattern | RowPattern | GridPattern | CirclePattern, Field(discriminator="pattern")]
PATTERNS: dict[type[Model], str] = {
    OncePattern: "once",
    RowPattern: "in a row",
    GridPattern: "in a grid",
    CirclePattern: "on a circle",
}


@dataclass(frozen=True)
class Host:
    """What features stand in: a plate, or a wall of a bar under one of its faces."""

    thickness_mm: float
    metal: Material
    whole: str = "plate"
    piece: str = "plate"


class Placed(Model):
    """Where a feature stands: its middle, or the first one's of its pattern, or the circle's."""

    x: Place
    y: Place
    pattern: Pattern = OncePattern()
    face: FaceName = Field(default="front", description="of a bar; a plate has but one")
    through: bool = Field(default=True, description="of a hollow bar: through both walls")
    leg: int = Field(
        default=0, ge=0, le=13, description="of a bent plate: from where this leg's outside begins; 0: on the flat"
    )

    def ring(self) -> Ring:
        """The opening about the origin, as it is cut or drilled, mm; each kind has its own.

        Raises:
            InputError: measures that contradict each other.
        """
        raise NotImplementedError

    def claims(self) -> Ring:
        """What of the metal it takes, about the origin: no other may reach into it, and it must lie in the plate."""
        return self.ring()

    def said(self, say: Say) -> str:
        """One of it, in the words of a drawing; each kind has its own."""
        raise NotImplementedError

    def tool(self, say: Say) -> str:
        """The tool that follows the cut; nothing for most."""
        return ""

    def warned(self, host: Host) -> Warned | None:
        """What is to be known of it in this metal; nothing of most.

        Raises:
            InputError: it cannot be made in it.
        """
        return None

    def at(self) -> list[tuple[float, float, float]]:
        """Each one's place, and how far it is turned with it, degrees.

        Raises:
            InputError: more than a plate may have.
        """
        p = self.pattern
        if isinstance(p, GridPattern) and p.across * p.up > MOST:
            raise InputError(field="pattern.across", got=f"{p.across} × {p.up}", needs=f"at most {MOST} of it")
        turns = p.angles() if isinstance(p, CirclePattern) else [0.0] * len(p.places())
        places = zip(p.places(), turns, strict=True)
        return [(self.x.value + dx, self.y.value + dy, turn) for (dx, dy), turn in places]


def _along(turn_deg: float) -> Point:
    """Cosine and sine, exact at quarter turns."""
    quarter = round(turn_deg / 90)
    if abs(turn_deg - 90 * quarter) < 1e-9:
        return ((1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0))[quarter % 4]
    return math.cos(math.radians(turn_deg)), math.sin(math.radians(turn_deg))
