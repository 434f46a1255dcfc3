"""Sections."""

from __future__ import annotations

from collections.abc import Callable

from tests.values import formulas
from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.quantities import INCH_MM
from yorvek.core.sections import catalogue, doubly, rolled, solid
from yorvek.core.sections.built_up import Placed, built_up, outline_of_points
from yorvek.core.sections.hollow import chs, cold_radii_mm, hot_radii_mm, rhs
from yorvek.core.sections.section import Section

LB_PER_FT = 0.45359237 / 0.3048


def in_mm(s: Section) -> Outputs:
    return {
        "A_mm2": s.A_mm2,
        "mass_kg_per_m": s.mass_kg_per_m(),
        "Ix_mm4": s.Ix_mm4,
        "Iy_mm4": s.Iy_mm4,
        "I_mm4": s.Ix_mm4,
        "Sx_mm3": s.Sx_mm3,
        "Sy_mm3": s.Sy_mm3,
        "S_mm3": s.Sx_mm3,
        "Zx_mm3": s.Zx_mm3,
        "Zy_mm3": s.Zy_mm3,
        "Z_mm3": s.Zx_mm3,
        "J_mm4": s.J_mm4,
        "Ct_mm3": s.Ct_mm3,
        "radius_of_gyration_mm": s.rx_mm,
        "cx_from_vertical_leg_back_mm": s.cx_mm,
        "cy_from_horizontal_leg_back_mm": s.cy_mm,
        "cx_mm": s.cx_mm,
        "cy_mm": s.cy_mm,
        "Ixy_mm4": s.Ixy_mm4,
        "Ixy_abs_mm4": abs(s.Ixy_mm4),
        "I_major_mm4": s.I_major_mm4,
        "I_minor_mm4": s.I_minor_mm4,
        "r_min_mm": s.r_min_mm,
        "major_axis_angle_from_x_deg": s.major_axis_deg,
        "tan_alpha": s.tan_alpha,
        "shear_centre_x_mm": s.shear_centre_x_mm,
        "shear_centre_y_mm": s.shear_centre_y_mm,
    }


def in_cm(s: Section) -> Outputs:
    return {
        "A_cm2": s.A_mm2 / 1e2,
        "Ix_cm4": s.Ix_mm4 / 1e4,
        "Iy_cm4": s.Iy_mm4 / 1e4,
        "J_cm4": s.J_mm4 / 1e4,
        "Sx_cm3": s.Sx_mm3 / 1e3,
        "Sy_min_cm3": s.Sy_mm3 / 1e3,
        "Zx_cm3": s.Zx_mm3 / 1e3,
        "Zy_cm3": s.Zy_mm3 / 1e3,
        "Sy_cm3": s.Sy_mm3 / 1e3,
        "Cw_cm6": s.Cw_mm6 / 1e6,
        "Ct_cm3": (s.Ct_mm3 or 0) / 1e3,
        "mass_kg_per_m": s.mass_kg_per_m(),
        "cx_from_web_back_mm": s.cx_mm,
        "cx_from_web_back_cm": s.cx_mm / 10,
        "shear_centre_outside_web_back_mm": -s.shear_centre_x_mm,
    }


def in_inches(s: Section) -> Outputs:
    i2, i3, i4 = INCH_MM**2, INCH_MM**3, INCH_MM**4
    flat = {
        "flat_h_over_t": (s.depth_mm - 3 * s.wall_mm) / s.wall_mm,
        "flat_b_over_t": (s.width_mm - 3 * s.wall_mm) / s.wall_mm,
    }
    return {
        "A_in2": s.A_mm2 / i2,
        "weight_lb_per_ft": s.mass_kg_per_m() / LB_PER_FT,
        "Ix_in4": s.Ix_mm4 / i4,
        "Iy_in4": s.Iy_mm4 / i4,
        "I_in4": s.Ix_mm4 / i4,
        "Sx_in3": s.Sx_mm3 / i3,
        "Sy_in3": s.Sy_mm3 / i3,
        "S_in3": s.Sx_mm3 / i3,
        "Zx_in3": s.Zx_mm3 / i3,
        "Zy_in3": s.Zy_mm3 / i3,
        "Z_in3": s.Zx_mm3 / i3,
        "J_in4": s.J_mm4 / i4,
        "C_in3": (s.Ct_mm3 or 0) / i3,
        "Cw_in6": s.Cw_mm6 / INCH_MM**6,
        "x_bar_in": s.cx_mm / INCH_MM,
        "y_bar_in": s.cy_mm / INCH_MM,
        "e_o_in": -s.shear_centre_x_mm / INCH_MM,
        "rz_in": s.r_min_mm / INCH_MM,
        "Iz_minor_in4": s.I_minor_mm4 / i4,
        "tan_alpha": s.tan_alpha,
        "rts_in": s.rts_mm / INCH_MM,
        "ho_in": s.ho_mm / INCH_MM,
        **flat,
    }


def metric_hollow(i: Inputs) -> Section:
    t = i["thickness_mm"]
    r_out, r_in = hot_radii_mm(t) if i["process"].startswith("hot") else cold_radii_mm(t)
    return rhs(
        "case",
        series="EN 10210",
        system="metric",
        depth=i["depth_mm"],
        width=i["width_mm"],
        t=t,
        r_out=i.get("outer_radius_mm", r_out),
        r_in=i.get("inner_radius_mm", r_in),
        source="case",
    )


def metric_round(i: Inputs) -> Section:
    return chs(
        "case", series="EN 10210", system="metric", diameter=i["diameter_mm"], t=i["thickness_mm"], source="case"
    )


def flat(i: Inputs) -> Section:
    return solid.bar(
        "case", series="EN 10058", system="metric", width=i["width_mm"], depth=i["depth_mm"], source="case"
    )


def round_solid(i: Inputs) -> Section:
    return solid.round_bar("case", series="EN 10060", system="metric", diameter=i["diameter_mm"], source="case")


def metric_angle(i: Inputs) -> Section:
    return rolled.angle(
        "case",
        series="EN 10056",
        system="metric",
        vertical=i["vertical_leg_mm"],
        horizontal=i["horizontal_leg_mm"],
        t=i["thickness_mm"],
        root=i["root_radius_mm"],
        toe=i["toe_radius_mm"],
        source="case",
    )


def metric_channel(i: Inputs) -> Section:
    return rolled.channel(
        "case",
        series="UPE",
        system="metric",
        depth=i["depth_mm"],
        width=i["width_mm"],
        web=i["web_mm"],
        flange=i.get("flange_mm") or i["mean_flange_mm"],
        root=i["root_radius_mm"],
        toe=i.get("toe_radius_mm", 0),
        slope=i.get("flange_slope", 0),
        source="case",
    )


def metric_i(i: Inputs) -> Section:
    return doubly.i_section(
        "case",
        series="IPE",
        system="metric",
        depth=i["depth_mm"],
        width=i["width_mm"],
        web=i["web_mm"],
        flange=i["flange_mm"],
        root=i["root_radius_mm"],
        source="case",
    )


def inch_hollow(i: Inputs) -> Section:
    t = i["design_wall_in"] * INCH_MM
    return rhs(
        "case",
        series="HSS",
        system="inch",
        depth=i["depth_in"] * INCH_MM,
        width=i["width_in"] * INCH_MM,
        t=t,
        r_out=2 * t,
        r_in=t,
        source="case",
        weighed_wall=i["nominal_wall_in"] * INCH_MM,
    )


def inch_round(i: Inputs) -> Section:
    return chs(
        "case",
        series="round HSS",
        system="inch",
        diameter=i["diameter_in"] * INCH_MM,
        t=i["design_wall_in"] * INCH_MM,
        source="case",
        weighed_wall=i["nominal_wall_in"] * INCH_MM,
    )


def inch_shape(i: Inputs) -> Section | None:
    """Rolled inch shapes are table values: the catalogue's section with these dimensions."""
    depth, width = i.get("long_leg_vertical_in") or i["depth_in"], i.get("short_leg_in") or i["flange_width_in"]
    wall, flange = i.get("thickness_in") or i["web_in"], i.get("flange_in") or i.get("mean_flange_in")
    return next(
        (
            s
            for s in catalogue()
            if s.series in ("L", "C", "MC", "W", "S", "M", "HP")
            and abs(s.depth_mm / INCH_MM - depth) < 0.006
            and abs(s.width_mm / INCH_MM - width) < 0.006
            and abs(s.wall_mm / INCH_MM - wall) < 0.006
            and (flange is None or abs(s.flange_mm / INCH_MM - flange) < 0.006)
        ),
        None,
    )


def section_kind(
    make: Callable[[Inputs], Section | None], read: Callable[[Section], Outputs]
) -> Callable[[Inputs], Outputs | None]:
    def adapter(i: Inputs) -> Outputs | None:
        made = make(i)
        return None if made is None else read(made)

    return adapter


def slit_round(i: Inputs) -> Outputs:
    tube = formulas.slit_tube(i["diameter_mm"], i["thickness_mm"], i["slit_width_mm"])
    return {
        "J_closed_mm4": tube.J_closed_mm4,
        "J_open_mm4": tube.J_open_mm4,
        "ratio_closed_to_open": tube.times_softer,
        "shear_centre_from_tube_centre_mm": tube.shear_centre_from_centre_mm,
        "Ix_mm4": tube.I_mm4,
    }


def slit_box(i: Inputs) -> Outputs:
    cell = formulas.thin_box(i["width_mm"], i["depth_mm"], i["thickness_mm"])
    return {
        "J_closed_bredt_mm4": cell.J_mm4,
        "J_open_sum_bt3_mm4": cell.J_slit_mm4,
        "ratio": cell.J_mm4 / cell.J_slit_mm4,
    }


def put_together(i: Inputs) -> Outputs:
    parts = [Placed(outline=outline_of_points(p["outline"], p.get("holes", []))) for p in i["parts"]]
    return built_up(parts, i["joined"]).model_dump()


ADAPTERS: Adapters = {
    "en_rhs_hot": section_kind(metric_hollow, in_mm),
    "en_rhs_cold": section_kind(metric_hollow, in_mm),
    "en_table_hollow": section_kind(metric_hollow, in_cm),
    "chs": section_kind(metric_round, in_mm),
    "bar/flat-bar": section_kind(flat, in_mm),
    "bar/round-bar": section_kind(round_solid, in_mm),
    "angle": section_kind(metric_angle, in_mm),
    "angle_sharp": section_kind(metric_angle, in_mm),
    "en_channel/en-parallel-flange-channel": section_kind(metric_channel, in_cm),
    "en_channel/en-tapered-flange-channel": section_kind(metric_channel, in_cm),
    "aisc_hss": section_kind(inch_hollow, in_inches),
    "aisc_hss_round": section_kind(inch_round, in_inches),
    "aisc_pipe": section_kind(inch_round, in_inches),
    "en_I": section_kind(metric_i, in_cm),
    "aisc_w": section_kind(inch_shape, in_inches),
    "aisc_s": section_kind(inch_shape, in_inches),
    "open_closed/slit-tube-against-closed-tube": slit_round,
    "open_closed/box-slit-along-one-wall-against": slit_box,
    "built_up": put_together,
    "aisc_l": section_kind(inch_shape, in_inches),
    "aisc_c": section_kind(inch_shape, in_inches),
}
