"""Parts: plates and pieces of bar from their dimensions."""

from yorvek.core.parts.families import Offered, PartFamily, feature_kinds, feature_patterns, part_families
from yorvek.core.parts.geometry import DrawnDimension, PartGeometry, part_geometry
from yorvek.core.parts.spec import BarPiece, BasePlate, Gusset, PartSpec, Rectangle

__all__ = [
    "BarPiece",
    "BasePlate",
    "DrawnDimension",
    "Gusset",
    "Offered",
    "PartFamily",
    "PartGeometry",
    "PartSpec",
    "Rectangle",
    "feature_kinds",
    "feature_patterns",
    "part_families",
    "part_geometry",
]
