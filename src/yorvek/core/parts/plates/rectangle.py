"""A rectangular plate."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, rounded
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import CORNERS, HEIGHT, THICKNESS, WIDTH, Plate, PlateKind, corners
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class Rectangle(Plate):
    """A rectangular plate."""

    family: Literal["rectangle"] = "rectangle"
    width: Length
    height: Length
    corner_radius: Place | None = None
    off_bar: bool = Field(default=False, description="cut from flat bar of its smaller side, not from sheet")
    flat: str = Field(default="", max_length=60, description="a wider flat that is split to it; empty: of its width")

    def blank(self, metal: Material) -> Outline:
        return rectangle_outline(self.width.value, self.height.value, self.corner_radius)

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        return Shown(notes=corners(self.corner_radius, say))


def rectangle_outline(width: float, height: float, corner: Place | None) -> Outline:
    """A rectangle from the origin, corners rounded.

    Raises:
        InputError: corners larger than the plate.
    """
    radius = corner.value if corner is not None else 0.0
    if 2 * radius > min(width, height) + 1e-9:
        raise InputError(
            field="shape.corner_radius",
            got=f"{radius:g} mm",
            needs=f"at most half the shorter side, {min(width, height) / 2:g} mm",
        )
    return Outline(
        outer=rounded([(0, 0), (width, 0), (width, height), (0, height)], [radius * 0.999999 if radius else 0.0] * 4)
    )


RECTANGLE = PlateKind(
    Rectangle, "Rectangle", "S",
    {"width": WIDTH, "height": HEIGHT, "thickness": THICKNESS, "corner_radius": CORNERS,
     "off_bar": ("off flat bar", "", "", "")},
)  # fmt: skip
