"""Features of plates: holes, threads, countersinks, slots and openings, one file a kind, once or in a pattern."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from yorvek.core.parts.features.countersunk import COUNTERSUNK, Countersunk
from yorvek.core.parts.features.hole import HOLE, Hole
from yorvek.core.parts.features.kind import FeatureKind, ToolWork
from yorvek.core.parts.features.slot import SLOT, Slot
from yorvek.core.parts.features.tapped import TAPPED, Tapped
from yorvek.core.parts.features.where import PATTERNS, CirclePattern, GridPattern, OncePattern, RowPattern
from yorvek.core.parts.features.window import WINDOW, Window

Feature = Annotated[Hole | Tapped | Countersunk | Slot | Window, Field(discriminator="kind")]
KINDS: tuple[FeatureKind, ...] = (HOLE, TAPPED, COUNTERSUNK, SLOT, WINDOW)

__all__ = [
    "KINDS",
    "PATTERNS",
    "CirclePattern",
    "Countersunk",
    "Feature",
    "FeatureKind",
    "GridPattern",
    "Hole",
    "OncePattern",
    "RowPattern",
    "Slot",
    "Tapped",
    "ToolWork",
    "Window",
]
