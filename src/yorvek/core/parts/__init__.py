"""Parts: plates and pieces of bar from their dimensions."""

from yorvek.core.parts.families import PartFamily, part_families
from yorvek.core.parts.geometry import DrawnDimension, PartGeometry, part_geometry
from yorvek.core.parts.spec import BarPiece, BasePlate, Gusset, PartSpec, Rectangle

__all__ = [
    "BarPiece",
    "BasePlate",
    "DrawnDimension",
    "Gusset",
    "PartFamily",
    "PartGeometry",
    "PartSpec",
    "Rectangle",
    "part_families",
    "part_geometry",
]
