"""Sections as columns of numbers, so that one section and a whole catalogue are checked by the same code."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.sections import Section, catalogue

Array = NDArray[np.float64]
Axis = Literal["strong", "weak"]
MANY = 50


@dataclass(frozen=True)
class SectionTable:
    """Columns for bending about one axis. `flat_depth` over the web, `flat_width` over the flange, mm."""

    shape: NDArray[np.str_]
    A: Array
    inertia: Array
    S: Array
    Z: Array
    r_lateral: Array
    J: Array
    Cw: Array
    wall: Array
    flange: Array
    depth: Array
    width: Array
    flat_depth: Array
    flat_width: Array
    shear_area: Array
    rts: Array
    ho: Array
    mass_area: Array
    slender: Array
    """sqrt(E / Fy) above which no wall buckles before it yields; only of composed sections."""
    beta: Array
    """Monosymmetry, mm; nan where it is not known."""
    lateral: NDArray[np.bool_]
    """Whether bending about this axis can buckle sideways."""


@lru_cache(maxsize=2)
def _whole(axis: Axis) -> tuple[SectionTable, dict[str, int]]:
    """The whole catalogue's columns, made once, and where each section stands in them."""
    return _columns(catalogue(), axis), {s.id: k for k, s in enumerate(catalogue())}


def section_table(sections: Sequence[Section], axis: Axis) -> SectionTable:
    """Columns for bending about the strong axis (depth vertical) or the weak one (turned a quarter)."""
    if len(sections) < MANY:
        return _columns(sections, axis)
    table, place = _whole(axis)
    rows = [place.get(s.id, -1) for s in sections]
    if any(k < 0 or catalogue()[k] is not s for k, s in zip(rows, sections, strict=True)):
        return _columns(sections, axis)
    return SectionTable(**{f.name: getattr(table, f.name)[rows] for f in fields(SectionTable)})


def _columns(sections: Sequence[Section], axis: Axis) -> SectionTable:
    strong = axis == "strong"

    def column(upright: str, turned: str | None = None) -> Array:
        name = upright if strong or turned is None else turned
        return np.array([getattr(s, name) for s in sections], dtype=float)

    depth, width = column("depth_mm", "width_mm"), column("width_mm", "depth_mm")
    wall = column("wall_mm")
    inertia, other = column("Ix_mm4", "Iy_mm4"), column("Iy_mm4", "Ix_mm4")
    shape = np.array([s.shape for s in sections])
    closed_or_flat = np.isin(shape, ["rhs", "flat", "composed"]) | (np.isin(shape, ["channel", "i"]) & strong)
    return SectionTable(
        shape=shape,
        A=column("A_mm2"),
        inertia=inertia,
        S=column("Sx_mm3", "Sy_mm3"),
        Z=column("Zx_mm3", "Zy_mm3"),
        r_lateral=column("ry_mm", "rx_mm"),
        J=column("J_mm4"),
        Cw=column("Cw_mm6"),
        wall=wall,
        flange=column("flange_mm"),
        depth=depth,
        width=width,
        flat_depth=np.maximum(depth - 3 * wall, 0.1),
        flat_width=np.maximum(width - 3 * wall, 0.1),
        shear_area=column("shear_area_y_mm2", "shear_area_x_mm2"),
        rts=column("rts_mm"),
        ho=column("ho_mm"),
        mass_area=column("mass_area_mm2"),
        slender=column("slender"),
        beta=np.array([_beta_mm(s, strong=strong) for s in sections]),
        lateral=closed_or_flat & (inertia > other * 1.0001),
    )


def _beta_mm(s: Section, *, strong: bool) -> float:
    """Nothing where the section is alike on both sides of the axis it bends about."""
    if s.shape != "composed" or (s.level if strong else s.upright):
        return 0.0
    return np.nan if s.beta_mm is None or not strong else s.beta_mm
