"""The side of a box of plates: its outline with slots for the tabs of the walls. It holds what the whole box is."""

from __future__ import annotations

from typing import ClassVar, Literal

from pydantic import Field

from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, area_mm2
from yorvek.core.parts.box import Fold, PlateBox, Wall
from yorvek.core.parts.drawn import DrawnDimension, PartView, Shown, Warned
from yorvek.core.parts.plates.brake import cracks, falls_in, refuse_unbent
from yorvek.core.parts.plates.kind import Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place, Thickness
from yorvek.core.workshop.bends import mould_setback_mm

APART_MM, CLEARANCE_MM = 150.0, 0.5
"""Where nothing is given: tabs from middle to middle (ours), and play about a tab on each side (common practice, no
source).
"""
THIN_EDGE = 0.5
"""Of the thickness: less beside a slot burns through before it is welded (ours)."""


class BoxCorner(Model):
    """A corner of the side."""

    x: Place = Field(description="from the left")
    y: Place = Field(description="from below")
    bend: Place | None = Field(
        default=None, description="inside radius of a wall that is bent there; welded if not given"
    )


class BoxSide(Plate):
    """Of every box there are two. Walls stand between them, set in from their edge by the weld."""

    across: ClassVar[str] = ""
    up: ClassVar[str] = ""

    family: Literal["box_side"] = "box_side"
    corners: list[BoxCorner] = Field(min_length=3, max_length=30)
    width: Length = Field(description="outside, over both sides")
    wall: Thickness | None = Field(default=None, description="of the walls; as the sides where not given")
    inset: Place | None = Field(
        default=None, description="of the walls, for their weld; the thinner plate if not given"
    )
    tab: Place = Field(description="how long; 0 without tabs")
    apart: Length | None = Field(default=None, description="tabs, from middle to middle at most; 150 mm if not given")
    clearance: Place | None = Field(default=None, description="about a tab on each side; 0.5 mm where not given")

    def wall_thickness(self) -> Thickness:
        """Of its walls."""
        return self.wall or self.thickness

    def box(self) -> PlateBox:
        """The whole box."""
        side, wall = self.thickness.value, self.wall_thickness().value
        return PlateBox(
            corners=tuple(complex(c.x.value, c.y.value) for c in self.corners),
            bent=tuple(None if c.bend is None else c.bend.value for c in self.corners),
            width=self.width.value,
            side=side,
            wall=wall,
            inset=min(side, wall) if self.inset is None else self.inset.value,
            tab=self.tab.value,
            apart=APART_MM if self.apart is None else self.apart.value,
            clearance=CLEARANCE_MM if self.clearance is None else self.clearance.value,
        )

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where there is no room for walls or slots, or a wall is not bent so."""
        box = self.box()
        refuse_unbent(metal, box.wall, [(f"corners.{f.corner}.bend", f.radius) for f in _folds(box)])
        return box.side_outline()

    def openings_asked(self) -> list[str]:
        return ["tab"] * len(self.box().slots)

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        box = self.box()
        return Shown([], _notes(box, blank, metal, say), [], [_closed(box)], _warned(box, metal, say))


def _folds(box: PlateBox) -> list[Fold]:
    return [fold for wall in box.walls for fold in wall.folds]


def _notes(box: PlateBox, side: Outline, metal: Material, say: Say) -> list[str]:
    """What the box is, what it weighs, what is welded."""
    lots = box.alike()
    corner, along = box.seams_mm()
    walls = sum(area_mm2(box.wall_outline(wall)) for wall in box.walls) * box.wall
    mass = (2 * area_mm2(side) * box.side + walls) * metal.density_kg_m3 * 1e-9
    said = [
        f"side of a box {say(box.width, whole=True)} wide: two of these, {_counted(len(box.walls), 'wall')} of "
        f"{_counted(len(lots), 'kind')}",
        f"closed it is {say.mass(mass)}",
        f"seams {say.run(corner + along)}: {say.run(corner)} where walls meet, {say.run(along)} along the sides",
    ]
    none = [str(k + 1) for k, w in enumerate(box.walls) if not w.tabs]
    if not box.tab:
        return [*said, "no tabs: set the walls by a square"]
    if none:
        said.append(f"too short for a tab: wall {', '.join(none)}")
    return [*said, f"a slot lets its wall move {say(box.clearance, whole=True)} either way"]


def _counted(count: int, word: str) -> str:
    return f"{count} {word}{'s' * (count != 1)}"


def _closed(box: PlateBox) -> PartView:
    """The box as it is put together, from the side, with how long its walls are."""
    x0, y0 = box.origin
    outer = Ring.polygon([(c.real - x0, c.imag - y0) for c in box.corners])
    walls, sized = [], []
    for number, wall in enumerate(box.walls, 1):
        plans = [leg.area(0.0, leg.long, 0.0, box.wall) for leg in wall.legs]
        outer_face = [p for plan in plans for p in plan[:2]]
        inner_face = [p for plan in reversed(plans) for p in plan[2:]]
        walls.append(Ring.polygon([(x - x0, y - y0) for x, y in [*outer_face, *inner_face]]))
        for leg, (_, _, (x2, y2), (x1, y1)) in zip(wall.legs, plans, strict=True):
            drawn = {"x1": x1 - x0, "y1": y1 - y0, "x2": x2 - x0, "y2": y2 - y0, "value_mm": leg.long}
            sized.append(DrawnDimension(offset_mm=0.0, label=f"{number}:", **drawn))
    return PartView.of("closed, from the side: its walls by number", Outline(outer=outer, openings=walls), sized)


def _warned(box: PlateBox, metal: Material, say: Say) -> list[Warned]:
    """What may go wrong at its slots, and at the brake."""
    said = []
    for fold in _folds(box):
        said += cracks(f"corner {fold.corner + 1}", f"corners.{fold.corner}.bend", fold.radius, box.wall, metal, say)
    for wall in box.walls:
        said += _held(wall, box, say)
    left, least = box.inset - box.clearance, THIN_EDGE * box.side
    if box.slots and left < least - 1e-9:
        words = f"only {say(left, rough=True)} of the side stays beyond its slots"
        mend = f"walls set in by {say(least + box.clearance, rough=True)}"
        said.append(Warned(words=words, mend=mend, asked="inset"))
    return said


def _held(wall: Wall, box: PlateBox, say: Say) -> list[Warned]:
    """Legs of a wall that the die does not hold: their measure outside reaches over the bends beside them."""
    said = []
    for k, leg in enumerate(wall.legs):
        beside = wall.folds[max(0, k - 1) : k + 1]
        if beside:
            backs = sum(mould_setback_mm(f.radius, box.wall, abs(f.turn_deg)) for f in beside)
            name, asked = f"the leg beside corner {beside[0].corner + 1}", f"corners.{beside[0].corner}.bend"
            said += falls_in(name, asked, leg.long + backs, [f.radius for f in beside], box.wall, say)
    return said


BOX_SIDE = PlateKind(
    BoxSide, "Box from plates: its side", "D",
    {
        "corners": ("Corners, in order", "", "4", "4"), "width": ("Width over both sides", "", "", ""),
        "thickness": ("Thickness of the sides", "", "6", "1/4"),
        "wall": ("Thickness of the walls", "as the sides", "", ""),
        "inset": ("Walls set in by", "the thinner plate", "", ""), "tab": ("Tabs, how long; 0 none", "", "30", "1 1/4"),
        "apart": ("Tabs apart at most", "150 mm", "", ""), "clearance": ("Play about a tab", "0.5 mm", "", ""),
    },
    {"corners": {
        "x": ("From the left", "", "", ""), "y": ("From below", "", "", ""),
        "bend": ("Wall bent there, inside R", "welded", "", ""),
    }},
    pieces=2,
)  # fmt: skip
