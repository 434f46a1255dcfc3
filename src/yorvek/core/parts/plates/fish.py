"""A fish plate: laid over a butt of two bars, its ends drawn in so that the weld runs out slowly."""

from __future__ import annotations

from typing import ClassVar, Literal

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import DrawnDimension, Shown
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class FishPlate(Plate):
    """A strip whose ends taper to a nose; a nose of nothing is a point."""

    across: ClassVar[str] = "length"

    family: Literal["fish"] = "fish"
    length: Length
    height: Length
    taper: Length
    nose: Place

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where the tapers meet, or the nose is wider than the plate."""
        a, h, t, n = self.length.value, self.height.value, self.taper.value, self.nose.value
        if 2 * t >= a:
            raise InputError(field="shape.taper", got=self.taper.text, needs=f"less than half the length, {a / 2:g} mm")
        if n >= h:
            raise InputError(field="shape.nose", got=self.nose.text, needs=f"less than the height of {h:g} mm")
        low, high = (h - n) / 2, (h + n) / 2
        points = [(0.0, low), (t, 0.0), (a - t, 0.0), (a, low), (a, high), (a - t, h), (t, h), (0.0, high)]
        return Outline(outer=Ring.polygon([p for i, p in enumerate(points) if p != points[i - 1]]))

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        t, h = self.taper.value, self.height.value
        drawn = [DrawnDimension(x1=0, y1=h, x2=t, y2=h, offset_mm=0.7 * reach, value_mm=t, asked="taper")]
        return Shown(drawn, [f"ends drawn in over {say(t)} to {say(self.nose.value, whole=True)}"])


FISH = PlateKind(
    FishPlate, "Fish plate", "J",
    {
        "length": ("Length", "", "", ""), "height": ("Height", "", "", ""), "thickness": THICKNESS,
        "taper": ("Each end tapers over", "", "60", "2 1/2"), "nose": ("Nose", "", "15", "1/2"),
    },
)  # fmt: skip
