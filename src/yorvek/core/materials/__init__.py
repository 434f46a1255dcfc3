"""Materials and their constants."""

from functools import lru_cache

from yorvek.core.errors import InputError
from yorvek.core.materials.metal import MATERIALS, Family, Material
from yorvek.core.materials.panels import PANELS

__all__ = ["MATERIALS", "PANELS", "Family", "Material", "material"]


@lru_cache
def _by_id() -> dict[str, Material]:
    return {m.id: m for m in (*MATERIALS, *PANELS)}


def material(id: str, *, field: str = "material") -> Material:
    """The material of that name.

    Raises:
        InputError: no such material.
    """
    found = _by_id().get(id)
    if found is None:
        raise InputError(field=field, got=id, needs="choose one of " + ", ".join(_by_id()))
    return found
