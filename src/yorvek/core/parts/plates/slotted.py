"""A rectangle with a row of slots."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import CORNERS, HEIGHT, THICKNESS, WIDTH, Plate, PlateKind, corners
from yorvek.core.parts.plates.rectangle import rectangle_outline
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class SlottedPlate(Plate):
    """A rectangle with a row of slots with round ends, lying along its width, evenly spaced up its height."""

    family: Literal["slotted"] = "slotted"
    width: Length
    height: Length
    slot_length: Length
    slot_width: Length
    slots: int = Field(default=2, ge=1, le=20)
    corner_radius: Place | None = None

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where slots are longer than the plate, or one runs into the other."""
        w, h = self.width.value, self.height.value
        long, wide = self.slot_length.value, self.slot_width.value
        if not wide < long < w:
            raise InputError(
                field="shape.slot_length", got=f"{long:g} mm",
                needs=f"more than its width of {wide:g} mm and less than {w:g} mm",
            )  # fmt: skip
        pitch = h / self.slots
        if pitch <= wide:
            raise InputError(
                field="shape.slots", got=str(self.slots), needs="the slots run into each other: take fewer"
            )
        openings = [Ring.slot(long, wide).moved(w / 2, pitch * (k + 0.5)) for k in range(self.slots)]
        return Outline(outer=rectangle_outline(w, h, self.corner_radius).outer, openings=openings)

    def openings_asked(self) -> list[str]:
        return ["slot_width"] * self.slots

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        slots = f"{self.slots} slots {say(self.slot_width.value)} × {say(self.slot_length.value)}"
        return Shown(notes=[slots, *corners(self.corner_radius, say)])


SLOTTED = PlateKind(
    SlottedPlate, "Slotted plate", "T",
    {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS,
        "slot_length": ("Slot length", "", "40", "1 1/2"), "slot_width": ("Slot width", "", "13.5", "9/16"),
        "slots": ("Slots up its height", "", "2", "2"), "corner_radius": CORNERS,
    },
)  # fmt: skip
