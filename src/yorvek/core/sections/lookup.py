"""A section by its name: a size of the catalogue, or the line of one that the shop put together."""

from __future__ import annotations

from yorvek.core.outlines import Outline
from yorvek.core.sections import composed, line
from yorvek.core.sections.catalogue import outline_of, size, size_price_per_kg, size_sold_in
from yorvek.core.sections.section import Section


def section(id: str, *, field: str = "section") -> Section:
    """The section of that name.

    Raises:
        InputError: no such section, or a line that cannot be read.
    """
    return composed.composed(id) if line.is_composed(id) else size(id, field=field)


def sold_in(found: Section) -> tuple[str, ...]:
    """Materials the section is sold in."""
    return composed.metals(found.id) if line.is_composed(found.id) else size_sold_in(found)


def price_per_kg(found: Section, material_price: float) -> float:
    """What a kilogram of this section costs."""
    if line.is_composed(found.id):
        return material_price * composed.price_factor(found.id)
    return size_price_per_kg(found, material_price)


def outlines_of(found: Section) -> list[Outline]:
    """Its outline, or those of its parts, from the lower left corner of the box around all."""
    return composed.outlines_of(found.id) if line.is_composed(found.id) else [outline_of(found)]


def short_name(id: str) -> str:
    """A section's name for a heading."""
    return id.partition(line.NAMED)[0] if line.is_composed(id) else id
