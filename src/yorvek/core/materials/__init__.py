"""Materials and their constants."""

from yorvek.core.materials.metal import MATERIALS, Family, Material, material

__all__ = ["MATERIALS", "Family", "Material", "material"]
