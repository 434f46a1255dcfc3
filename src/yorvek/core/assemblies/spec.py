"""An assembly as it is entered: which parts stand in it, where each stands, and how they are welded to each other."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Size, Turned

SideName = Literal["left", "right", "bottom", "top", "back", "front"]
"""Sides of a part as it is drawn: its ends left and right, its edges or faces below and above, its back and its
front."""
From = Literal["middle", "low", "high"]
Standard = Literal["ISO 2553", "AWS A2.4"]
MOST_PLACED = 300
MOST_COPIES = 200
Name = Annotated[str, Field(min_length=1, max_length=40)]


class AtPlace(Model):
    """By where its lower left back corner stands, and how far it is turned about x, then y (up), then z."""

    by: Literal["place"] = "place"
    x: Size = Size(text="0")
    y: Size = Size(text="0")
    z: Size = Size(text="0")
    turn_x: Turned = Turned(text="0")
    turn_y: Turned = Turned(text="0")
    turn_z: Turned = Turned(text="0")


class AlongBar(Model):
    """A bar where a bar of the structure stands, its middle line on that bar's."""

    by: Literal["bar"] = "bar"
    bar: Name
    start: Size | None = Field(
        default=None, description="its left end, behind the start of that bar; none: in the middle of it"
    )
    rolled: Turned = Field(default=Turned(text="0"), description="turned about its length")


class OnSide(Model):
    """With one of its sides against a side of another that stands already."""

    by: Literal["side"] = "side"
    onto: Name = Field(description="the name of what it stands against")
    onto_side: SideName = "top"
    side: SideName = "bottom"
    turn: Turned = Field(default=Turned(text="0"), description="about the way out of that side")
    along_from: From = "middle"
    along: Size = Size(text="0")
    across_from: From = "middle"
    across: Size = Size(text="0")
    gap: Size = Field(default=Size(text="0"), description="left between the two sides")
    each: bool = Field(default=False, description="one against every one of a row, not only against the first")


Stands = Annotated[AtPlace | AlongBar | OnSide, Field(discriminator="by")]


class Placed(Model):
    """A part in the assembly; several in a row where it has a count."""

    name: Name
    part_id: int
    stands: Stands | None = Field(default=None, description="none: it is counted, and not drawn")
    count: int = Field(default=1, ge=1, le=MOST_COPIES)
    every: Size | None = Field(default=None, description="from one of a row to the next")
    way: Literal["along", "across"] = "along"
    step: int = Field(default=1, ge=1, le=99, description="when it is put there")
    theirs: str = Field(default="", max_length=40, description="its mark on somebody else's drawing")


WeldKind = Literal["fillet", "square", "V", "bevel", "flare bevel", "plug"]


class Weld(Model):
    """How every one of a part is welded to what it touches of another."""

    part_id: int
    onto_id: int
    kind: WeldKind = "fillet"
    leg: Length | None = Field(default=None, description="of a fillet; of others the depth; none: all of it")
    joint_id: int | None = Field(default=None, description="a joint of the sizing that says how large it is")
    sides: Literal["arrow", "other", "both"] = "arrow"
    all_round: bool = False
    at_site: bool = False
    run: Length | None = Field(default=None, description="of each piece of a weld that is not continuous")
    pitch: Length | None = Field(default=None, description="from the middle of one piece to that of the next")
    tail: str = Field(default="", max_length=40, description="process, or what else is to be known")


class AssemblySpec(Model):
    """Parts as they are put together."""

    mark: str = Field(min_length=1, max_length=20)
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=500)
    structure_id: int | None = Field(default=None, description="the structure whose bars parts may stand along")
    drawing: str = Field(default="", max_length=80, description="somebody else's drawing that it is entered from")
    callouts: Standard | None = Field(default=None, description="none: by the job's method")
    placed: list[Placed] = Field(default=[], max_length=MOST_PLACED)
    welds: list[Weld] = Field(default=[], max_length=100)
