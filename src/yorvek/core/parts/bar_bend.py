"""A bend of a bar or tube as it is entered, and how the shop's own last bends came out."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.quantities.entry import Bent, Length, Place, Turned


class BarBend(Model):
    """A bend and the leg after it."""

    turn: Turned = Field(description="how far the bar is turned there: up, or down where it is negative")
    leg: Length = Field(description="to the next bend's outside, or to the end; as the first leg is measured")
    radius: Place | None = Field(default=None, description="to the middle of the bar; the usual former where not given")
    roll: Turned | None = Field(
        default=None,
        description="of the plane it is bent in, about the bar: 0 as seen from the side, 90 towards you; a flat the "
        "easy way where not given",
    )


class BendTried(Model):
    """A bend that the shop made: of what, how far the bender was set, and what came out once it was let go."""

    section_id: str = Field(max_length=60)
    material_id: str = Field(max_length=40)
    radius: Length = Field(description="to the middle of the bar")
    set: Bent
    came: Bent


LEAST_NEUTRAL = 0.2
"""Of the depth, from the inside: no metal keeps its length further in (ours)."""
Measured = Literal["outside", "middle"]
BENDS_ASK = {
    "turn": ("Turned, up or −down", "", "90", "90"), "leg": ("Leg after it", "", "", ""),
    "radius": ("Radius to its middle", "the usual former", "", ""),
    "roll": ("Plane turned about the bar", "as seen from the side; flats the easy way", "", ""),
}  # fmt: skip
