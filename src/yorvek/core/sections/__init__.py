"""Sections: properties from dimensions or tables, and the catalogue of real sizes."""

from yorvek.core.sections.catalogue import catalogue, outline_of, price_per_kg, section, sold_in
from yorvek.core.sections.section import Section

__all__ = ["Section", "catalogue", "outline_of", "price_per_kg", "section", "sold_in"]
