"""A part that is another one over again, as it is entered: its other hand, or made from it with a change."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.model import Model
from yorvek.core.quantities.entry import Size, Thickness

OF = "of."
"""What states something of a twin, where the part that it follows states it."""
Side = Literal["", "left", "right"]
OTHER: dict[Side, Side] = {"left": "right", "right": "left", "": ""}


class Twin(Model):
    """Another part over again: it follows that part's shape, metal and features, and takes its own after them."""

    family: Literal["twin"] = "twin"
    of: int = Field(description="the part that it follows")
    mirrored: bool = Field(default=True, description="its mirror image: the other hand")
    bare: bool = Field(default=False, description="without the features of the part that it follows")
    grown: Size | None = Field(
        default=None, description="a flat plate all round, a straight bar in its length; negative: smaller"
    )
    thickness: Thickness | None = Field(default=None, description="of a plate; that of the other where not given")

    @property
    def by_mm(self) -> float:
        """How much larger or longer it is; 0 of what is as large."""
        return self.grown.value if self.grown is not None else 0.0
