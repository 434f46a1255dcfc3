"""A triangular plate between two members."""

from __future__ import annotations

from typing import ClassVar, Literal

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import DrawnDimension, Shown
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class Gusset(Plate):
    """A triangular plate between two members: legs along x and y, the two points cut off, the root cut to clear the
    weld.
    """

    across: ClassVar[str] = "leg_x"
    up: ClassVar[str] = "leg_y"

    family: Literal["gusset"] = "gusset"
    leg_x: Length
    leg_y: Length
    nose: Place
    root_clip: Place

    def blank(self, metal: Material) -> Outline:
        """Counter-clockwise from the root. Raises InputError where the cuts leave nothing of a leg."""
        a, b, nose, clip = self.leg_x.value, self.leg_y.value, self.nose.value, self.root_clip.value
        for name, leg, other in (("leg_x", a, b), ("leg_y", b, a)):
            if leg <= clip or other <= nose:
                raise InputError(
                    field=f"shape.{name}", got=f"{leg:g} mm",
                    needs="the clip and the nose leave nothing of it: make the leg longer or the cuts smaller",
                )  # fmt: skip
        points = [(clip, 0.0), (a, 0.0), (a, nose), (nose, b), (0.0, b), (0.0, clip)]
        kept = [p for i, p in enumerate(points) if i == 0 or p != points[i - 1]]
        if kept[0] == kept[-1]:
            kept.pop()
        return Outline(outer=Ring.polygon(kept))

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        nose, clip, h = self.nose.value, self.root_clip.value, self.leg_y.value
        top = DrawnDimension(
            x1=0, y1=h, x2=nose, y2=h, offset_mm=0.6 * reach, value_mm=nose, label="nose", asked="nose"
        )
        notes = [f"root cut {say(clip)} × {say(clip)} to clear the weld"] if clip else []
        return Shown([top] if nose else [], notes)


GUSSET = PlateKind(
    Gusset, "Gusset", "G",
    {
        "leg_x": ("Leg along", "", "", ""), "leg_y": ("Leg up", "", "", ""), "thickness": THICKNESS,
        "nose": ("Points cut off", "", "15", "1/2"), "root_clip": ("Root cut, for the weld", "", "12", "1/2"),
    },
)  # fmt: skip
