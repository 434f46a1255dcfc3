"""Fits as they are entered."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Place


class FitSide(Model):
    """One side of a fit: as measured or drawn, with how far it may be off; or the outside or bore of a profile; or a
    hole of a part; or pin and bore of a joint as it is sized.
    """

    size: Length | None = None
    off: Place | None = Field(default=None, description="either way; a profile's by its standard where not given")
    section_id: str = Field(default="", max_length=60)
    hole: str = Field(default="", max_length=80, description="a part's mark, a bar, and the question that states it")
    joint: str = Field(default="", max_length=120, description="mark of a pinned joint; of a structure also where")


class PinFit(Model):
    """Something round or square in something hollow."""

    kind: Literal["pin"] = "pin"
    name: str = Field(min_length=1, max_length=60)
    inner: FitSide
    outer: FitSide
    moves: Literal["turns", "fixed", "welded"] = Field(
        default="turns", description="it turns or slides; it is bolted or pinned; it is welded on"
    )


class StackRow(Model):
    """So many of something in a stack of widths."""

    name: str = Field(default="", max_length=40)
    size: Length
    off: Place | None = Field(default=None, description="of each, either way")
    count: int = Field(default=1, ge=1, le=200)


class StackFit(Model):
    """Bushes, washers, plates and shims side by side in an opening, or on a bolt."""

    kind: Literal["stack"] = "stack"
    name: str = Field(min_length=1, max_length=60)
    opening: FitSide | None = Field(default=None, description="between what it stands; none: only how thick it is")
    rows: list[StackRow] = Field(min_length=1, max_length=30)
    turns: bool = Field(default=True, description="it must turn: no play at all is none")
    bolt: str = Field(default="", max_length=12, description="a bolt through all of it, such as M12")


Fit = Annotated[PinFit | StackFit, Field(discriminator="kind")]
