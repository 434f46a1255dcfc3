"""An open box folded from one plate: a floor with four walls bent up, its corners cut out so that the walls meet."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import ClassVar, Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import BendLine, DrawnDimension, PartView, Shown
from yorvek.core.parts.plates.brake import USUAL_RADIUS, cracks, falls_in, pressed, radius_of, refuse_unbent
from yorvek.core.parts.plates.kind import Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place
from yorvek.core.workshop.bends import din_allowance_mm, mould_setback_mm

GAP_MM = 1.0
"""Between a wall's edge and the wall that it meets, where none is given: it is welded (ours)."""


@dataclass(frozen=True)
class _Way:
    """The flat across one pair of walls: where the first wall ends, the floor begins and ends, the second begins, and
    the whole.
    """

    wall: float
    floor: float
    floor_end: float
    second: float
    whole: float


class TrayPlate(Plate):
    """An open box, measured outside. The walls at its ends are as wide as the box, those along it stand between
    them.
    """

    across: ClassVar[str] = ""
    up: ClassVar[str] = ""

    family: Literal["tray"] = "tray"
    length: Length
    width: Length
    height: Length
    radius: Place | None = Field(default=None, description=USUAL_RADIUS)
    gap: Place | None = Field(default=None, description="between walls at the corners; 1 mm where not given")

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where the bends take more than there is."""
        r, s = self._inside(metal), self._setback(metal)
        refuse_unbent(metal, self.thickness.value, [("radius", r)])
        x, y, e = self._way("length", metal), self._way("width", metal), r - self._gap
        wide = (x.floor - e, x.floor_end + e)
        if wide[1] <= wide[0]:
            raise InputError(field="shape.gap", got=f"{self._gap:g} mm", needs="less: nothing stays of the walls")
        low, high = y.floor - s, y.floor_end + s
        points = [
            (wide[0], 0.0), (wide[1], 0.0), (wide[1], y.wall), (x.floor_end, y.wall), (x.floor_end, y.floor),
            (x.second, y.floor), (x.second, low), (x.whole, low), (x.whole, high), (x.second, high),
            (x.second, y.floor_end), (x.floor_end, y.floor_end), (x.floor_end, y.second), (wide[1], y.second),
            (wide[1], y.whole), (wide[0], y.whole), (wide[0], y.second), (x.floor, y.second), (x.floor, y.floor_end),
            (x.wall, y.floor_end), (x.wall, high), (0.0, high), (0.0, low), (x.wall, low), (x.wall, y.floor),
            (x.floor, y.floor), (x.floor, y.wall), (wide[0], y.wall),
        ]  # fmt: skip
        return Outline(outer=Ring.polygon([p for i, p in enumerate(points) if math.dist(p, points[i - 1]) > 1e-9]))

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        x, y = self._way("length", metal), self._way("width", metal)
        t, r, zone = self.thickness.value, self._inside(metal), x.floor - x.wall
        words = f"90° up, R{say(r, rough=True)}"
        ends = [(at, y.floor, at, y.floor_end) for at in ((x.wall + x.floor) / 2, (x.floor_end + x.second) / 2)]
        ends += [(x.floor, at, x.floor_end, at) for at in ((y.wall + y.floor) / 2, (y.floor_end + y.second) / 2)]
        lines = [BendLine(x1=a, y1=b, x2=c, y2=d, turn_deg=90.0, zone_mm=zone, words=words) for a, b, c, d in ends]
        a, h = self.length.value, self.height.value
        at = 0.12 * a
        sized = [
            DrawnDimension(x1=0, y1=0, x2=a, y2=0, offset_mm=-at, value_mm=a, asked="length"),
            DrawnDimension(x1=a, y1=0, x2=a, y2=h, offset_mm=-at, value_mm=h, asked="height"),
        ]
        side = Outline(outer=Ring.polygon([(0.0, 0.0), (a, 0.0), (a, h), (0.0, h)]))
        notes = [
            f"flat {say(x.whole, rough=True)} × {say(y.whole, whole=True, rough=True)}",
            f"bend lines {say((x.wall + x.floor) / 2, whole=True, rough=True)} from the edges",
            *pressed(t, [(r, math.dist((b.x1, b.y1), (b.x2, b.y2))) for b in lines], metal, say),
            "drill the inner corners before it is bent: they tear",
        ]
        warned = [*cracks("its bends", "radius", r, t, metal, say), *falls_in("its wall", "height", h, [r], t, say)]
        return Shown([], notes, lines, [PartView.of("folded, from the side", side, sized)], warned)

    def _inside(self, metal: Material) -> float:
        return radius_of(self.radius, self.thickness.value, metal)

    @property
    def _gap(self) -> float:
        return self.gap.value if self.gap is not None else GAP_MM

    def _setback(self, metal: Material) -> float:
        return mould_setback_mm(self._inside(metal), self.thickness.value, 90.0)

    def _way(self, side: Literal["length", "width"], metal: Material) -> _Way:
        outside: Length = getattr(self, side)
        r, t, s = self._inside(metal), self.thickness.value, self._setback(metal)
        wall, floor = self.height.value - s, outside.value - 2 * s
        for room, name, got, takes in ((wall, "height", self.height, s), (floor, side, outside, 2 * s)):
            if room <= 0:
                needs = f"more than its bends take, {takes:.1f} mm"
                raise InputError(field=f"shape.{name}", got=got.text, needs=needs)
        zone = din_allowance_mm(r, t, 90.0)
        return _Way(wall, wall + zone, wall + zone + floor, wall + 2 * zone + floor, 2 * wall + 2 * zone + floor)


TRAY = PlateKind(
    TrayPlate, "Open box, folded", "X",
    {
        "length": ("Length, outside", "", "", ""), "width": ("Width, outside", "", "", ""),
        "height": ("Height, outside", "", "80", "3"), "thickness": ("Thickness", "", "3", "1/8"),
        "radius": ("Inside radius", "as its die makes it", "", ""), "gap": ("Gap at the corners", "1 mm", "", ""),
    },
)  # fmt: skip
