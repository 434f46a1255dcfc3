"""What a part is: its family and the dimensions that describe it, as typed."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.parts.features import Feature
from yorvek.core.quantities.entry import Angle, Length, Place, Thickness


class Rectangle(Model):
    """A rectangular plate."""

    family: Literal["rectangle"] = "rectangle"
    width: Length
    height: Length
    thickness: Thickness
    corner_radius: Place | None = None
    off_bar: bool = Field(default=False, description="cut from flat bar of its smaller side, not from sheet")
    flat: str = Field(default="", max_length=60, description="a wider flat that is split to it; empty: of its width")


class BasePlate(Model):
    """A plate with a grid of holes, the outer ones at an edge distance, and an optional opening in the middle (vent,
    drain).
    """

    family: Literal["base_plate"] = "base_plate"
    width: Length
    height: Length
    thickness: Thickness
    hole: Length
    columns: int = Field(default=2, ge=1, le=20)
    rows: int = Field(default=2, ge=1, le=20)
    edge: Length
    corner_radius: Place | None = None
    middle_hole: Place | None = None


class Gusset(Model):
    """A triangular plate between two members: legs along x and y, the two points cut off, the root cut to clear the
    weld.
    """

    family: Literal["gusset"] = "gusset"
    leg_x: Length
    leg_y: Length
    thickness: Thickness
    nose: Place
    root_clip: Place


class RingPlate(Model):
    """A disc, or a ring where an opening is given."""

    family: Literal["ring"] = "ring"
    outer: Length
    inner: Place | None = None
    thickness: Thickness


class LugPlate(Model):
    """A lug: a foot of a width, straight sides up to the hole, a round end about it."""

    family: Literal["lug"] = "lug"
    width: Length
    height: Length = Field(description="from the foot to the middle of the hole")
    hole: Length
    thickness: Thickness
    root_clip: Place | None = Field(default=None, description="corners cut off at the foot, to clear a weld")


class SlottedPlate(Model):
    """A rectangle with a row of slots with round ends, lying along its width, evenly spaced up its height."""

    family: Literal["slotted"] = "slotted"
    width: Length
    height: Length
    thickness: Thickness
    slot_length: Length
    slot_width: Length
    slots: int = Field(default=2, ge=1, le=20)
    corner_radius: Place | None = None


class FreeOutline(Model):
    """An outline brought in from a drawing: lines and arcs in mm."""

    family: Literal["free"] = "free"
    outline: Outline
    thickness: Thickness
    source: str = Field(default="", max_length=200, description="the drawing it came from")


class EndShape(Model):
    """An end of a bar: straight, saddled onto a round tube, or notched around another bar."""

    kind: Literal["straight", "saddle", "notch"] = "straight"
    size: Length | None = Field(default=None, description="diameter it sits on; depth of a notch")
    width: Length | None = Field(default=None, description="of a notch; half the bar where not given")


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


PlateShape = Rectangle | BasePlate | Gusset | RingPlate | LugPlate | SlottedPlate | FreeOutline
Shape = Annotated[PlateShape | BarPiece, Field(discriminator="family")]


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
    grain: bool = Field(default=False, description="keep its direction on the sheet")
    features: list[Feature] = Field(
        default=[], max_length=60, description="holes, threads, slots and openings of a plate, beside its family's own"
    )
