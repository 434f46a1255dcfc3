"""The catalogue: every real size, and in which materials it is sold."""

from __future__ import annotations

from functools import lru_cache

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline
from yorvek.core.sections import bar_sizes, doubly, inch_sizes, metric_sizes, rolled, series, solid, tees
from yorvek.core.sections.hollow import chs_outline, rhs_outline
from yorvek.core.sections.section import Section

SALVAGED = (
    "EN 10210",
    "EN 10056",
    "IPE",
    "HEA",
    "HEB",
    "UPE",
    "UPN",
    "EN 10058",
    "EN 10059",
    "EN 10060",
    "EN 10055",
    "HSS",
    "pipe",
    "L",
    "C",
    "W",
    "S",
)
"""Series that may be metal from the scrap pile, of a grade nobody knows."""
SALVAGE = "unknown steel"
SOLD_IN: dict[str, tuple[str, ...]] = {
    "EN 10210": ("S235", "S275", "S355"),
    "EN 10219": ("S235", "S275", "S355"),
    "EN 10219 stainless": series.STAINLESS,
    "EN 10056": series.EN_STEEL,
    "IPE": series.EN_STEEL,
    "HEA": series.EN_STEEL,
    "HEB": series.EN_STEEL,
    "HEM": series.EN_STEEL,
    "UPE": series.EN_STEEL,
    "UPN": series.EN_STEEL,
    "EN 10058": (*series.EN_STEEL, *series.STAINLESS),
    "EN 10059": (*series.EN_STEEL, *series.STAINLESS),
    "EN 10060": (*series.EN_STEEL, *series.STAINLESS),
    "HSS": ("A500 Gr C",),
    "round HSS": ("A500 Gr C",),
    "pipe": ("A53 Gr B",),
    "L": series.US_BAR,
    "C": series.US_BAR,
    "MC": series.US_BAR,
    "W": ("A572-50",),
    "M": ("A36", "A572-50"),
    "S": ("A36", "A572-50"),
    "HP": ("A572-50",),
    "inch flat": (*series.US_BAR, *series.STAINLESS),
    "inch bar": ("A36", *series.STAINLESS),
    "DOM": ("DOM",),
    "inch tube": ("A513",),
    "EN 10055": series.EN_STEEL,
    "reinforcing bar": ("B500B",),
    "aluminium": ("6061-T6", "6082-T6"),
    "inch aluminium": ("6061-T6",),
}
PRICE_FACTOR = {"EN 10210": 1.25, "EN 10219": 1.1, "HSS": 1.0, "round HSS": 1.0, "pipe": 1.0}
"""Price of a series over the material's price per kg; 1 where not listed. Round starting figures, no source."""


@lru_cache
def catalogue() -> tuple[Section, ...]:
    """Every section, in the order of the series."""
    out: list[Section] = []
    for part in (
        metric_sizes.hollow, metric_sizes.angles_and_channels, metric_sizes.tees, metric_sizes.i_sections,
        bar_sizes.solid_bars, bar_sizes.reinforcing, bar_sizes.aluminium, bar_sizes.aluminium_open, inch_sizes.hollow,
        inch_sizes.thin_tube, inch_sizes.rolled_shapes,
    ):  # fmt: skip
        out.extend(part())
    return tuple(out)


@lru_cache
def _by_id() -> dict[str, Section]:
    return {s.id: s for s in catalogue()}


def size(id: str, *, field: str = "section") -> Section:
    """The section of that name.

    Raises:
        InputError: no such section.
    """
    found = _by_id().get(id)
    if found is None:
        raise InputError(field=field, got=id, needs="choose a size from the catalogue, such as RHS 120×80×6.3 hot")
    return found


def is_size(id: str) -> bool:
    """Whether the catalogue has a size of that name."""
    return id in _by_id()


def size_sold_in(found: Section) -> tuple[str, ...]:
    """Materials the section is sold in."""
    return (*SOLD_IN[found.series], *((SALVAGE,) if found.series in SALVAGED else ()))


def size_price_per_kg(found: Section, material_price: float) -> float:
    """What a kilogram of this section costs."""
    return material_price * PRICE_FACTOR.get(found.series, 1.0)


def outline_of(found: Section) -> Outline:
    """The section's outline, from the lower left corner of its box."""
    if found.shape == "rhs":
        return rhs_outline(found.depth_mm, found.width_mm, found.wall_mm, found.outer_radius_mm, found.inner_radius_mm)
    if found.shape == "chs":
        return chs_outline(found.depth_mm, found.wall_mm)
    if found.shape == "angle":
        return rolled.angle_outline(
            found.depth_mm, found.width_mm, found.wall_mm, found.root_radius_mm, found.toe_radius_mm
        )
    if found.shape == "channel":
        return rolled.channel_outline(
            found.depth_mm,
            found.width_mm,
            found.wall_mm,
            found.flange_mm,
            found.root_radius_mm,
            found.toe_radius_mm,
            found.flange_slope,
        )
    if found.shape == "i":
        return doubly.i_outline(
            found.depth_mm,
            found.width_mm,
            found.wall_mm,
            found.flange_mm,
            found.root_radius_mm,
            found.toe_radius_mm,
            found.flange_slope,
        )
    if found.series == tees.SERIES:
        return tees.tee_outline(found.depth_mm, found.wall_mm, found.root_radius_mm)
    return solid.bar_outline(found)
