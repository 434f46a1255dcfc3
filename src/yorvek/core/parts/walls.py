"""Walls of a box worked out: each an outline that follows the box's side, with the lines that it is bent along."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, bounds_mm
from yorvek.core.parts.box import Fold, PlateBox
from yorvek.core.parts.box_wall import BoxWall
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates import BoxSide, FreeOutline
from yorvek.core.parts.plates.brake import line_across, listed, pressed
from yorvek.core.parts.saying import Say
from yorvek.core.parts.spec import PartSpec


class WallPlate(FreeOutline):
    """A wall as it is cut; `folds`: what it is bent by, and where on its flat, from the left."""

    folds: list[tuple[float, Fold]] = []

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        _, y0, _, y1 = bounds_mm(blank)
        t = self.thickness.value
        lines = [
            line_across((at, y0, y1), _turned(fold, say), (fold.turn_deg, fold.radius, fold.zone), t, metal)
            for at, fold in self.folds
        ]
        brake = pressed(t, [(x.radius_mm, y1 - y0) for x in lines], metal, say)
        return Shown(notes=[f"from {self.source}", *listed(lines, say), *brake], bends=lines)


def _turned(fold: Fold, say: Say) -> str:
    way = "inward" if fold.turn_deg > 0 else "outward"
    return f"{abs(fold.turn_deg):.4g}° {way}, R{say(fold.radius, rough=True)}"


def wall_made(part: PartSpec, wall: BoxWall, side: PartSpec) -> PartSpec:
    """A wall with its outline, and what it takes from the side of its box.

    Raises:
        InputError: a part that is no side of a box, or one that cannot be worked out; a wall that it has not, or of
            another metal: mass, bends and welds of the box are worked out in one.
    """
    box = box_of(side)
    try:
        count = len(box.walls)
    except InputError as error:
        raise InputError(field="shape.of", got=side.mark, needs=f"a box that closes ({error.sentence})") from None
    if wall.number > count:
        raise InputError(
            field="shape.number", got=str(wall.number), needs=f"1 to {count}: {side.mark} has as many walls"
        )
    if part.material_id not in ("", side.material_id):
        needs = f"that of the side {side.mark}, {side.material_id}: a box is worked out in one metal"
        raise InputError(field="material_id", got=part.material_id, needs=needs)
    cut = box.walls[wall.number - 1]
    lot = lot_of(box, wall.number)
    folded = [(at - fold.zone / 2, fold) for at, fold in zip(cut.starts[1:], cut.folds, strict=True)]
    made = WallPlate(
        outline=box.wall_outline(cut),
        folds=folded,
        thickness=_side(side).wall_thickness(),
        source=f"wall {', '.join(map(str, lot))} of {side.mark}",
    )
    taken = {"shape": made, "material_id": side.material_id, "module": part.module or side.module}
    return part.model_copy(update=taken)


def lot_of(box: PlateBox, number: int) -> list[int]:
    """Walls that are cut as that one is, from 1."""
    return next([k + 1 for k in lot] for lot in box.alike() if number - 1 in lot)


def box_of(side: PartSpec) -> PlateBox:
    """Raises InputError for a part that is no side of a box."""
    return _side(side).box()


def _side(part: PartSpec) -> BoxSide:
    if not isinstance(part.shape, BoxSide):
        raise InputError(field="shape.of", got=part.mark, needs="the side of a box of plates")
    return part.shape
