"""What a part is: its family and the dimensions that describe it, as typed."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.parts.bar_bend import LEAST_NEUTRAL, BarBend, Measured
from yorvek.core.parts.box_wall import BoxWall
from yorvek.core.parts.features import Feature
from yorvek.core.parts.jig import Jig
from yorvek.core.parts.plates import PlateShape
from yorvek.core.parts.twin import Side, Twin
from yorvek.core.quantities.entry import Angle, Length, Size


class EndShape(Model):
    """An end of a bar: straight, saddled onto a round tube, or notched around another bar."""

    kind: Literal["straight", "saddle", "notch"] = "straight"
    size: Length | None = Field(default=None, description="diameter it sits on; depth of a notch")
    width: Length | None = Field(default=None, description="of a notch; half the bar where not given")
    offset: Size | None = Field(
        default=None, description="of a saddle: how far the bar stands in front of the tube's middle; negative: behind"
    )


class BarPiece(Model):
    """A piece of bar or tube: length point to point, ends square or mitred (angle away from square, seen from the
    side).
    """

    family: Literal["bar"] = "bar"
    section_id: str = ""
    length: Length | None = None
    member_id: int | None = Field(
        default=None, description="follows this member's section, material and length where those are empty"
    )
    left_end: Angle = Angle(text="0")
    right_end: Angle = Angle(text="0")
    left_shape: EndShape = EndShape()
    right_shape: EndShape = EndShape()
    ripped: bool = Field(default=False, description="half of its section, split lengthwise: two come from one length")
    held_to: Length | None = Field(
        default=None, description="measured at the assembly first: at most so long, and not cut before it is known"
    )
    first_leg: Length | None = Field(default=None, description="of a bar that is bent: up to its first bend")
    bends: list[BarBend] = Field(default=[], max_length=20, description="bends; its length follows from its legs")
    measured: Measured = Field(default="outside", description="where on its bends its legs end")
    neutral: float | None = Field(
        default=None,
        ge=LEAST_NEUTRAL,
        le=0.6,
        description="where of its depth the metal keeps its length, from the inside",
    )

    def ends(self) -> list[tuple[str, EndShape, float]]:
        """Left and right: which it is, its shape, how far it is turned from square, degrees."""
        return [
            ("left", self.left_shape, self.left_end.value),
            ("right", self.right_shape, self.right_end.value),
        ]

    def sawn(self) -> tuple[float, float]:
        """How both ends leave the saw, degrees from square: what is saddled is sawn square."""
        left, right = (0.0 if shape.kind == "saddle" else deg for _, shape, deg in self.ends())
        return left, right


Follower = Twin | BoxWall
"""What takes its shape from another part."""
Shape = Annotated[PlateShape | BarPiece | Follower, Field(discriminator="family")]


class PartSpec(Model):
    """A numbered part."""

    mark: str = Field(min_length=1, max_length=20)
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=5000)
    material_id: str = ""
    shape: Shape
    process: str = Field(default="", max_length=40, description="how a plate is cut; empty: on the job's table")
    edge: Literal["rough", "cut", "clean"] = Field(default="rough", description="the edge it needs at least")
    mirror: bool = Field(default=False, description="a plate that may be cut from its other side")
    first: bool = Field(default=False, description="goes first where the metal does not reach for all")
    hand: Side = Field(default="", description="whether it is the left one of a pair, or the right one")
    jig: Jig | None = Field(default=None, description="cut for the work and no part of it: it weighs nothing there")
    grain: bool = Field(default=False, description="keep its direction on the sheet")
    features: list[Feature] = Field(
        default=[], max_length=60, description="holes, threads, slots and openings of a plate, beside its family's own"
    )

    def named(self) -> str:
        """Its name, whether it is the left one or the right one, and what jig it is, as papers say it."""
        own = f"{self.name} {self.hand}".strip()
        return own if self.jig is None else f"{self.jig.kind}: {own}".removesuffix(": ")


class TwinMade(PartSpec):
    """A twin as it is made: shape and metal of the part that it follows, and that part's features before its own."""

    like: Twin
    of_mark: str
    of_features: int
