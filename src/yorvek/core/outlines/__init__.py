"""Outlines of lines and arcs: area, length, moments, polygons."""

from yorvek.core.outlines.moments import AreaMoments, area_moments
from yorvek.core.outlines.outline import (
    Outline,
    Ring,
    Vertex,
    area_mm2,
    bounds_mm,
    cut_length_mm,
    ring_points,
    rounded,
)

__all__ = [
    "AreaMoments",
    "Outline",
    "Ring",
    "Vertex",
    "area_mm2",
    "area_moments",
    "bounds_mm",
    "cut_length_mm",
    "ring_points",
    "rounded",
]
