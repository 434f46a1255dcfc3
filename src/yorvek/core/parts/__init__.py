"""Parts: plates and pieces of bar from their dimensions."""

from yorvek.core.parts.drawn import DrawnDimension
from yorvek.core.parts.families import Offered, PartFamily, bend_asks, feature_kinds, feature_patterns, part_families
from yorvek.core.parts.geometry import part_geometry
from yorvek.core.parts.plates import BasePlate, Gusset, Rectangle
from yorvek.core.parts.spec import BarPiece, PartSpec
from yorvek.core.parts.worked import PartGeometry

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
    "bend_asks",
    "feature_kinds",
    "feature_patterns",
    "part_families",
    "part_geometry",
]
