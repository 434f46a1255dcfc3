"""An outline that was brought in."""

from __future__ import annotations

from typing import ClassVar, Literal

import shapely
from pydantic import Field
from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, bounds_mm, ring_points
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import Plate
from yorvek.core.parts.saying import Say


class FreeOutline(Plate):
    """An outline brought in from a drawing: lines and arcs in mm."""

    across: ClassVar[str] = ""
    up: ClassVar[str] = ""

    family: Literal["free"] = "free"
    outline: Outline
    source: str = Field(default="", max_length=200, description="the drawing it came from")

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where it crosses itself or its openings reach out of it."""
        found = Polygon(ring_points(self.outline.outer), [ring_points(r) for r in self.outline.openings])
        if not found.is_valid or found.area <= 0:
            raise InputError(
                field="shape.outline", got=shapely.is_valid_reason(found),
                needs="a closed run that does not cross itself, with its openings inside",
            )  # fmt: skip
        x0, y0, _, _ = bounds_mm(self.outline)
        return self.outline.moved(-x0, -y0)

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        return Shown(notes=[f"from {self.source}"] if self.source else [])
