"""Sections: properties from dimensions or tables, the catalogue of real sizes, and sections put together from them."""

from yorvek.core.sections.catalogue import catalogue, outline_of
from yorvek.core.sections.lookup import outlines_of, price_per_kg, section, short_name, sold_in
from yorvek.core.sections.section import Section

__all__ = ["Section", "catalogue", "outline_of", "outlines_of", "price_per_kg", "section", "short_name", "sold_in"]
