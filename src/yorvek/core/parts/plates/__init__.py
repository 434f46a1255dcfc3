"""Families of plates, one file a family; what is made from dimensions is registered here."""

from __future__ import annotations

from yorvek.core.parts.plates.base_plate import BASE_PLATE, BasePlate
from yorvek.core.parts.plates.free import FreeOutline
from yorvek.core.parts.plates.gusset import GUSSET, Gusset
from yorvek.core.parts.plates.kind import Plate, PlateKind, Said, Shown
from yorvek.core.parts.plates.lug import LUG, LugPlate
from yorvek.core.parts.plates.rectangle import RECTANGLE, Rectangle
from yorvek.core.parts.plates.ring import RING, RingPlate
from yorvek.core.parts.plates.slotted import SLOTTED, SlottedPlate

PlateShape = Rectangle | BasePlate | Gusset | RingPlate | LugPlate | SlottedPlate | FreeOutline
FAMILIES: tuple[PlateKind, ...] = (BASE_PLATE, GUSSET, RECTANGLE, RING, LUG, SLOTTED)

__all__ = [
    "FAMILIES",
    "BasePlate",
    "FreeOutline",
    "Gusset",
    "LugPlate",
    "Plate",
    "PlateKind",
    "PlateShape",
    "Rectangle",
    "RingPlate",
    "Said",
    "Shown",
    "SlottedPlate",
]
