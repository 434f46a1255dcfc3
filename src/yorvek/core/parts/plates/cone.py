"""A cone or a round tube rolled from plate: its developed sector, whole or in equal pieces."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import ClassVar, Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring, Vertex, bounds_mm
from yorvek.core.parts.drawn import DrawnDimension, PartView, Shown
from yorvek.core.parts.plates.kind import Plate, PlateKind
from yorvek.core.parts.plates.rectangle import rectangle_outline
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length

ARC_DEG = 90.0
"""Arcs of an outline are no longer than this, so that each is one bulge."""


class ConePlate(Plate):
    """A cone with its point cut off, measured outside at both rims, its edges square to the plate. Where both rims are
    alike it is a tube. Developed along the middle of the plate.
    """

    across: ClassVar[str] = ""
    up: ClassVar[str] = ""

    family: Literal["cone"] = "cone"
    large: Length
    small: Length
    height: Length
    pieces: int = Field(default=1, ge=1, le=12, description="rolled from so many alike, with as many seams")

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where the plate is too thick for its small rim, or the rims are the wrong way round."""
        if self.small.value > self.large.value:
            raise InputError(
                field="shape.small", got=self.small.text, needs=f"at most the large rim, {self.large.value:g} mm"
            )
        if self.small.value <= 2 * self.thickness.value:
            raise InputError(
                field="shape.small", got=self.small.text,
                needs=f"more than twice the thickness, {2 * self.thickness.value:g} mm",
            )  # fmt: skip
        if self._sine < 1e-9:
            around = math.pi * (self.large.value - self.thickness.value) / self.pieces
            return rectangle_outline(around, self.height.value, None)
        outline = Outline(outer=Ring(vertices=list(self._sector())))
        x0, y0, _, _ = bounds_mm(outline)
        return outline.moved(-x0, -y0)

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        a, b, h = self.large.value, self.small.value, self.height.value
        corners = [(0.0, 0.0), (a, 0.0), ((a + b) / 2, h), ((a - b) / 2, h)]
        at = 0.12 * max(a, h)
        sized = [
            DrawnDimension(x1=0, y1=0, x2=a, y2=0, offset_mm=-at, value_mm=a, asked="large"),
            DrawnDimension(x1=(a - b) / 2, y1=h, x2=(a + b) / 2, y2=h, offset_mm=at, value_mm=b, asked="small"),
            DrawnDimension(x1=a, y1=0, x2=a, y2=h, offset_mm=-at, value_mm=h, asked="height"),
        ]
        view = PartView.of("rolled, from the side", Outline(outer=Ring.polygon(corners)), sized)
        pieces = (
            f"one of {self.pieces} alike that make it, {self.pieces} seams"
            if self.pieces > 1
            else "one piece, one seam"
        )
        return Shown(notes=[*self._radii(say), pieces], views=[view])

    def _radii(self, say: Say) -> list[str]:
        if self._sine < 1e-9:
            return [f"rolled to ⌀{say(self.large.value)} outside"]
        large, small = (r / self._sine for r in self._rims)
        return [f"sector R{say(large, rough=True)} to R{say(small, rough=True)}, {self._sector_deg:.2f}°"]

    @property
    def _sine(self) -> float:
        """Of half the cone's angle."""
        half = (self.large.value - self.small.value) / 2
        return half / math.hypot(half, self.height.value)

    @property
    def _rims(self) -> tuple[float, float]:
        """Radii of both rims in the middle of the plate: its edges are square to it."""
        inward = self.thickness.value / 2 * math.sqrt(1 - self._sine**2)
        return self.large.value / 2 - inward, self.small.value / 2 - inward

    @property
    def _sector_deg(self) -> float:
        return 360.0 * self._sine / self.pieces

    def _sector(self) -> Iterator[Vertex]:
        """About its point below, opening upwards: the far arc one way, the near one back."""
        steps = math.ceil(self._sector_deg / ARC_DEG)
        each = math.radians(self._sector_deg) / steps
        first = math.pi / 2 - steps * each / 2
        far, near = (r / self._sine for r in self._rims)
        for k in range(steps + 1):
            a = first + k * each
            yield Vertex(x=far * math.cos(a), y=far * math.sin(a), bulge=math.tan(each / 4) if k < steps else 0.0)
        for k in range(steps, -1, -1):
            a = first + k * each
            yield Vertex(x=near * math.cos(a), y=near * math.sin(a), bulge=-math.tan(each / 4) if k else 0.0)


CONE = PlateKind(
    ConePlate, "Cone or tube, rolled", "C",
    {
        "large": ("Large rim, outside", "", "", ""), "small": ("Small rim, outside", "", "", ""),
        "height": ("Height", "", "", ""), "thickness": ("Thickness", "", "4", "3/16"),
        "pieces": ("Made of", "", "1", "1"),
    },
)  # fmt: skip
