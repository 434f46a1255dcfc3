"""Families of plates, one file a family; what is made from dimensions is registered here."""

from __future__ import annotations

from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.base_plate import BASE_PLATE, BasePlate
from yorvek.core.parts.plates.bent import BENT, BentPlate
from yorvek.core.parts.plates.box_side import BOX_SIDE, BoxSide
from yorvek.core.parts.plates.cone import CONE, ConePlate
from yorvek.core.parts.plates.fish import FISH, FishPlate
from yorvek.core.parts.plates.free import FreeOutline
from yorvek.core.parts.plates.gusset import GUSSET, Gusset
from yorvek.core.parts.plates.kind import Plate, PlateKind, Said
from yorvek.core.parts.plates.lug import LUG, LugPlate
from yorvek.core.parts.plates.rectangle import RECTANGLE, Rectangle
from yorvek.core.parts.plates.ring import RING, RingPlate
from yorvek.core.parts.plates.slotted import SLOTTED, SlottedPlate
from yorvek.core.parts.plates.tray import TRAY, TrayPlate
from yorvek.core.parts.plates.web import WEB, WebPlate

PlateShape = (
    Rectangle | BasePlate | Gusset | RingPlate | LugPlate | SlottedPlate | FishPlate | WebPlate
    | BentPlate | TrayPlate | BoxSide | ConePlate | FreeOutline
)  # fmt: skip
FAMILIES: tuple[PlateKind, ...] = (
    BASE_PLATE, GUSSET, RECTANGLE, RING, LUG, SLOTTED, FISH, WEB, BENT, TRAY, BOX_SIDE, CONE,
)  # fmt: skip

__all__ = [
    "FAMILIES",
    "BasePlate",
    "BentPlate",
    "BoxSide",
    "ConePlate",
    "FishPlate",
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
    "TrayPlate",
    "WebPlate",
]
