"""Common workshop structures from a handful of dimensions: each expands into nodes, bars, supports and places for
loads.
"""

from yorvek.core.structures.starters.layout import Bar, Layout, Point, Spot, length_mm, runs_on
from yorvek.core.structures.starters.own import OwnBar, OwnModel, as_own, own_layout
from yorvek.core.structures.starters.table import STARTERS, Ask, Count, Starter, expand

__all__ = [
    "STARTERS", "Ask", "Bar", "Count", "Layout", "OwnBar", "OwnModel", "Point", "Spot", "Starter", "as_own", "expand",
    "length_mm", "own_layout", "runs_on",
]  # fmt: skip
