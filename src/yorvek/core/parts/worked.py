"""A part worked out, as screens, papers, nests and the audit take it."""

from __future__ import annotations

from typing import Literal

from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.parts.drawn import BendLine, DrawnDimension, PartView, Warned
from yorvek.core.parts.features import ToolWork
from yorvek.core.parts.features.on_bar import BarFace


class PartGeometry(Model):
    """What follows from a part's dimensions.

    Args:
        openings_asked: the question that states each opening, in order, of its family or of its features.
        tools: what is done to openings once they are there; `tapped`: which of them get a thread.
        faces: of a bar, those that are drilled.
        bends, views: of what is bent, where, and what it is once it is made.
        prints: what of it is printed in true size.
        warned: what is to be known before it is cut.
    """

    kind: Literal["plate", "bar"]
    outline: Outline
    dimensions: list[DrawnDimension]
    openings_asked: list[str] = []
    tools: list[ToolWork] = []
    tapped: list[int] = []
    faces: list[BarFace] = []
    bends: list[BendLine] = []
    views: list[PartView] = []
    prints: list[str] = []
    warned: list[Warned] = []
    notes: list[str]
    mass_kg: float
    area_mm2: float
    cut_length_mm: float
    width_mm: float
    height_mm: float
    thickness_mm: float | None = None
    length_mm: float | None = None
    section_id: str | None = None
    material_id: str
