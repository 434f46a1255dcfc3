"""A lug."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring, Vertex
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class LugPlate(Plate):
    """A lug: a foot of a width, straight sides up to the hole, a round end about it."""

    family: Literal["lug"] = "lug"
    width: Length
    height: Length = Field(description="from the foot to the middle of the hole")
    hole: Length
    root_clip: Place | None = Field(default=None, description="corners cut off at the foot, to clear a weld")

    def blank(self, metal: Material) -> Outline:
        """Foot at the bottom, round end at the top. Raises InputError where the hole leaves nothing, or the foot's
        corners meet.
        """
        w, h, d = self.width.value, self.height.value, self.hole.value
        clip = self.root_clip.value if self.root_clip else 0.0
        if d >= w:
            raise InputError(field="shape.hole", got=f"{d:g} mm", needs=f"less than the width of {w:g} mm")
        if h <= d / 2:
            raise InputError(field="shape.height", got=f"{h:g} mm", needs=f"more than half the hole, {d / 2:g} mm")
        if 2 * clip >= w or clip >= h:
            raise InputError(
                field="shape.root_clip", got=f"{clip:g} mm", needs="less than half the width, and than the height"
            )
        foot = [(clip, 0.0), (w - clip, 0.0), (w, clip)] if clip else [(0.0, 0.0), (w, 0.0)]
        vertices = [Vertex(x=x, y=y) for x, y in foot]
        vertices += [Vertex(x=w, y=h, bulge=1.0), Vertex(x=0.0, y=h)]
        if clip:
            vertices.append(Vertex(x=0.0, y=clip))
        return Outline(outer=Ring(vertices=vertices), openings=[Ring.circle(w / 2, h, d)])

    def openings_asked(self) -> list[str]:
        return ["hole"]

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        return Shown(notes=[f"hole ⌀{say(self.hole.value)}, {say(self.height.value, whole=True)} above the foot"])


LUG = PlateKind(
    LugPlate, "Lug", "L",
    {
        "width": ("Width", "", "60", "2 1/2"), "height": ("Foot to the hole's middle", "", "", ""),
        "hole": ("Hole", "", "21", "13/16"), "thickness": THICKNESS,
        "root_clip": ("Corners cut at the foot", "none", "", ""),
    },
)  # fmt: skip
