"""A wall of a box of plates, as it is entered: of which box, and which wall."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.model import Model


class BoxWall(Model):
    """It follows the side of its box: its outline comes from there."""

    family: Literal["box_wall"] = "box_wall"
    of: int = Field(description="the part that is the box's side")
    number: int = Field(ge=1, le=30, description="which wall, counted from the first corner that is welded")
