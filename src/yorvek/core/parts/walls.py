"""Walls of a box worked out: each an outline that follows the box's side."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.parts.box import PlateBox
from yorvek.core.parts.box_wall import BoxWall
from yorvek.core.parts.plates import BoxSide, FreeOutline
from yorvek.core.parts.spec import PartSpec


def wall_made(part: PartSpec, wall: BoxWall, side: PartSpec) -> PartSpec:
    """A wall with its outline, and what it takes from the side of its box.

    Raises:
        InputError: a part that is no side of a box, or one that cannot be worked out; a wall that it has not.
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
    lot = lot_of(box, wall.number)
    made = FreeOutline(
        outline=box.wall_outline(wall.number - 1),
        thickness=_side(side).wall_thickness(),
        source=f"wall {', '.join(map(str, lot))} of {side.mark}",
    )
    taken = {
        "shape": made, "material_id": part.material_id or side.material_id, "module": part.module or side.module,
    }  # fmt: skip
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
