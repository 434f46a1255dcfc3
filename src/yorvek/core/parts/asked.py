"""Which question of a part's family states what is seen on its drawing: so that it can be picked there."""

from __future__ import annotations

from yorvek.core.parts.spec import BasePlate, LugPlate, PlateShape, RingPlate, SlottedPlate

SIDES = {
    "base_plate": ("width", "height"),
    "rectangle": ("width", "height"),
    "slotted": ("width", "height"),
    "lug": ("width", "height"),
    "gusset": ("leg_x", "leg_y"),
    "ring": ("outer", "outer"),
}
"""By family: what states how far it reaches across and up; an outline from a drawing states nothing."""


def sides(family: str) -> tuple[str, str]:
    """What states its whole width and height."""
    return SIDES.get(family, ("", ""))


def steps(count: int, name: str) -> list[str]:
    """What states the way to each of a line of holes from the one before it, the first from the edge."""
    return [name] if count == 1 else ["edge", *[name] * (count - 1)]


def openings(shape: PlateShape) -> list[str]:
    """What states each opening's size, in the order of the outline."""
    if isinstance(shape, BasePlate):
        middle = shape.middle_hole is not None and shape.middle_hole.value > 0
        return ["hole"] * (shape.columns * shape.rows) + ["middle_hole"] * middle
    if isinstance(shape, LugPlate):
        return ["hole"]
    if isinstance(shape, RingPlate):
        return ["inner"] if shape.inner is not None and shape.inner.value > 0 else []
    return ["slot_width"] * shape.slots if isinstance(shape, SlottedPlate) else []
