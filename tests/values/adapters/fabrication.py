"""Fabrication."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import numpy as np

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.materials import Material, material
from yorvek.core.materials.other import OTHER_METALS, NominalMetal
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.quantities import INCH_MM, fraction_text
from yorvek.core.quantities.entry import resolve
from yorvek.core.quantities.format import fraction_error_in
from yorvek.core.quantities.gauge import gauge_thickness_in
from yorvek.core.workshop import bends, mitres, presses, threads, weights, weld_metal
from yorvek.core.workshop.holes import clearance_hole_mm
from yorvek.core.workshop.saddle import reach_mm

KSI_MPA, POUND_N = 6.894757293168361, 4.4482216152605


def gauge(i: Inputs) -> Outputs | None:
    words = i["product"].lower()
    metal = next(
        (
            m
            for key, m in (
                ("galvan", "galvanized steel"),
                ("stainless", "stainless"),
                ("alumin", "aluminium"),
                ("tub", "tube"),
                ("steel", "carbon steel"),
            )
            if key in words
        ),
        None,
    )
    if metal is None:
        return None
    inches = [gauge_thickness_in(g, metal) for g in i["gauge"]]
    return {"thickness_in": inches, "wall_in": inches, "thickness_mm": [x * INCH_MM for x in inches]}


def fraction(i: Inputs) -> Outputs:
    return {
        "text": [fraction_text(v, i["denominator"]) for v in i["values_in"]],
        "error_in": [fraction_error_in(v, i["denominator"]) for v in i["values_in"]],
    }


def weight(i: Inputs) -> Outputs | None:
    shape = i["shape"].split(",")[0]
    areas: dict[str, Callable[[], float]] = {
        "flat": lambda: weights.flat_area_mm2(i["width_mm"], i["thickness_mm"]),
        "square": lambda: weights.flat_area_mm2(i["side_mm"], i["side_mm"]),
        "hexagon": lambda: weights.hexagon_area_mm2(i["across_flats_mm"]),
        "square tube": lambda: weights.square_tube_area_mm2(i["side_mm"], i["wall_mm"]),
        "round": lambda: weights.round_area_mm2(i["diameter_mm"]),
        "round tube": lambda: weights.round_area_mm2(i["diameter_mm"], i["wall_mm"]),
        "tube": lambda: weights.round_area_mm2(i["diameter_mm"], i["wall_mm"]),
        "pipe": lambda: weights.round_area_mm2(i["diameter_mm"], i["wall_mm"]),
    }
    if shape not in areas:
        return None
    area = areas[shape]()
    return {"area_mm2": area, "mass_kg_per_m": weights.mass_kg_per_m(area)}


def plate_weight(i: Inputs) -> Outputs:
    given = i["thickness_in"]
    return {
        "weight_lb_per_ft2": [weights.plate_lb_per_ft2(t) for t in given]
        if isinstance(given, list)
        else weights.plate_lb_per_ft2(given)
    }


def nominal(name: str) -> Material | NominalMetal | None:
    sized = {"stainless": "304", "alumin": "6061-T6", "steel": "S235"}
    for words in (name.lower().split()[0], *name.lower().split()):
        if words in OTHER_METALS:
            return OTHER_METALS[words]
        for key, id in sized.items():
            if words.startswith(key):
                return material(id)
    return None


def constants(i: Inputs) -> Outputs | None:
    found = [nominal(m) for m in i["metals"]]
    known = [m for m in found if m is not None]
    if len(known) < len(found):
        return None
    return {
        "density_kg_m3": [m.density_kg_m3 for m in known],
        "E_GPa": [m.E_MPa / 1e3 for m in known],
        "G_GPa": [m.G_MPa / 1e3 for m in known],
    }


def clearance_holes(i: Inputs) -> Outputs:
    return {
        "fine_mm": [clearance_hole_mm(s, "fine") for s in i["sizes"]],
        "medium_mm": [clearance_hole_mm(s) for s in i["sizes"]],
        "coarse_mm": [clearance_hole_mm(s, "coarse") for s in i["sizes"]],
    }


def bend_allowance(i: Inputs) -> Outputs:
    """Through a bent plate. These cases count legs to the apex at any angle, the product to the outside beyond 90°."""
    r, t, angle = i["inside_radius_mm"], i["thickness_mm"], i["bend_angle_deg"]
    setback = (r + t) * math.tan(math.radians(angle) / 2)
    legs = [i.get("leg_a_outside_mm", 100.0 + setback), i.get("leg_b_outside_mm", 100.0 + setback)]
    first, second = (leg - (setback - bends.mould_setback_mm(r, t, angle)) for leg in legs)
    shape = {
        "family": "bent", "width": _mm(50), "thickness": _mm(t), "radius": _mm(r), "k_factor": i["K_factor"],
        "first_leg": _mm(first), "bends": [{"turn": _mm(angle), "leg": _mm(second)}],
    }  # fmt: skip
    g = part_geometry(PartSpec.model_validate({"mark": "B1", "material_id": "S235", "shape": shape}))
    return {
        "bend_allowance_mm": g.bends[0].zone_mm,
        "outside_setback_mm": setback,
        "bend_deduction_mm": sum(legs) - g.width_mm,
        "flat_length_mm": g.width_mm if "leg_a_outside_mm" in i else None,
    }


def _mm(value: float) -> dict[str, Any]:
    return {"text": f"{value:g}", "value": value}


def din_bend(i: Inputs) -> Outputs:
    r, t = i["inside_radius_mm"], i["thickness_mm"]
    k = bends.din_k(r, t)
    return {
        "k_din": k,
        "K_factor_equivalent": k / 2,
        "length_correction_mm": bends.din_correction_mm(r, t, i["bend_angle_deg"]),
    }


BENT_OF = {"steel": ("CHS 33.7×3.2", "S355"), "stainless": ("CHS 33.7×3.2", "304"), "alumin": ("AL ⌀30×3", "6082-T6")}


def overbend(i: Inputs) -> Outputs | None:
    metal = next((m for m in ("stainless", "alumin", "steel") if m in i["material"].lower()), None)
    if metal is None:
        return None
    tube, material_id = BENT_OF[metal]
    shape = {
        "family": "bar", "section_id": tube, "first_leg": _mm(900.0),
        "bends": [{"turn": _mm(i["target_angle_deg"]), "leg": _mm(900.0)}],
    }  # fmt: skip
    part = PartSpec.model_validate({"mark": "B1", "material_id": material_id, "shape": shape})
    return {"overbend_angle_deg": part_geometry(resolve(part, {})).bends[0].set_deg}


def overbend_by_rule(i: Inputs) -> Outputs:
    return {"overbend_angle_deg": bends.overbend_angle_deg(i["target_angle_deg"], i["rule_deg_per_deg"])}


def springback(i: Inputs) -> Outputs:
    ratio = bends.springback_ratio(i["inside_radius_mm"], i["thickness_mm"], i["yield_MPa"], i["E_MPa"])
    return {"ratio_Ri_over_Rf": ratio, "final_radius_mm": i["inside_radius_mm"] / ratio}


def metric_taps(i: Inputs) -> Outputs:
    found = [threads.metric_tap_drill(s) for s in i["sizes"]]
    return {"drill_mm": [f.drill_mm for f in found], "thread_percent": [f.thread_percent for f in found]}


def unified_taps(i: Inputs) -> Outputs:
    found = [threads.unified_tap_drill(s) for s in i["sizes"]]
    return {
        "drill_in": [f.drill_mm / INCH_MM for f in found],
        "drill_name": [f.name for f in found],
        "thread_percent": [f.thread_percent for f in found],
    }


def exact_drill(i: Inputs) -> Outputs:
    return {"drill_in": threads.drill_for_percent(i["d_in"], 1 / i["tpi"], i["thread_percent"])}


def thread_share(i: Inputs) -> Outputs:
    return {"thread_percent": threads.thread_percent(i["d_mm"], i["pitch_mm"], i["drill_mm"])}


def press_force(force: presses.Force) -> Outputs:
    return {
        "force_kN": force.force_N / 1e3,
        "force_metric_ton": force.metric_tons,
        "force_us_ton": force.us_tons,
        "force_kip": force.force_N / (1e3 * POUND_N),
    }


def punch_round(i: Inputs) -> Outputs:
    hole = i["hole_mm"] if "hole_mm" in i else i["hole_in"] * INCH_MM
    t = i["thickness_mm"] if "thickness_mm" in i else i["thickness_in"] * INCH_MM
    tau = i["shear_strength_MPa"] if "shear_strength_MPa" in i else i["shear_strength_ksi"] * KSI_MPA
    return press_force(presses.punching_force(presses.obround_perimeter_mm(hole, hole), t, tau))


def punch_slot(i: Inputs) -> Outputs:
    around = presses.obround_perimeter_mm(i["overall_length_mm"], i["width_mm"])
    force = presses.punching_force(around, i["thickness_mm"], i["shear_strength_MPa"])
    return {"perimeter_mm": around, **press_force(force)}


def brake_tons(i: Inputs) -> Outputs:
    per_foot = presses.air_bend_us_tons_per_foot(i["thickness_in"], i["die_opening_in"], i["tensile_ksi"])
    return {"tons_per_foot": per_foot, "total_us_tons": per_foot * i["bend_length_in"] / 12}


def brake_force(i: Inputs) -> Outputs:
    return press_force(
        presses.air_bend_force(
            i["thickness_mm"], i["bend_length_mm"], i["die_opening_mm"], i["tensile_MPa"], i["factor"]
        )
    )


def brake_rules(i: Inputs) -> Outputs:
    return presses.air_bend_rules(i["thickness_mm"], i["die_rule"], i["radius_rule"], i["flange_rule"]).model_dump()


def least_radius(i: Inputs) -> Outputs:
    return {"min_radius_mm": bends.minimum_radius_mm(i["thickness_mm"], i["reduction_of_area_percent"])}


def fillet_metal(i: Inputs) -> Outputs:
    return weld_metal.weld_work(
        weld_metal.fillet_area_mm2(i["leg_mm"]),
        i["length_mm"],
        reinforcement_percent=i["reinforcement_percent"],
        density_kg_m3=i["density_kg_m3"],
        deposition_kg_per_h=i["deposition_rate_kg_per_h"],
        operating_factor=i["operating_factor"],
        efficiency=i["efficiency"],
    ).model_dump()


def v_metal(i: Inputs) -> Outputs:
    area = weld_metal.single_v_area_mm2(i["thickness_mm"], i["root_gap_mm"], i["included_angle_deg"], i["root_face_mm"])
    return {"area_mm2": area, "mass_kg_per_m": weights.mass_kg_per_m(area)}


def cope(i: Inputs) -> Outputs:
    around = np.radians([*i["phi_deg"], *np.linspace(0.0, 360.0, 14401)])
    r = i["branch_radius_mm"]
    radius, angle, beside = i["header_outside_radius_mm"], i["angle_between_axes_deg"], i["offset_mm"]
    z = reach_mm(radius, r * np.cos(around), r * np.sin(around), angle, beside)
    # these cases count from where the header's axis is furthest, the shop from where the tube reaches furthest
    asked = z[: len(i["phi_deg"])]
    return {
        "z_mm": asked.tolist(),
        "profile_depth_mm": float(np.ptp(z)),
        "cut_back_from_longest_mm": (z.max() - asked).tolist(),
        "wrap_x_mm": (around[: len(asked)] * r).tolist(),
    }


def polygon(i: Inputs) -> Outputs:
    return mitres.polygon_frame(i["sides"], i["side_length_mm"]).model_dump()


def unequal(i: Inputs) -> Outputs:
    found = mitres.unequal_mitre(i["interior_angle_deg"], i["width_1_mm"], i["width_2_mm"])
    return {
        "cut_line_to_axis_bar1_deg": found.cut_line_to_axis_deg[0],
        "cut_line_to_axis_bar2_deg": found.cut_line_to_axis_deg[1],
        "saw_from_square_bar1_deg": found.from_square_deg[0],
        "saw_from_square_bar2_deg": found.from_square_deg[1],
    }


def elbow(i: Inputs) -> Outputs:
    return {
        "joints": i["pieces"] - 1,
        "cut_angle_each_face_deg": mitres.elbow_cut_deg(i["total_deg"], i["pieces"]),
    }


def compound(i: Inputs) -> Outputs:
    return mitres.compound_mitre(i["sides"], i["side_slope_from_horizontal_deg"]).model_dump()


def roof(i: Inputs) -> Outputs:
    found = mitres.rafters(i["rise_per_12"], i["run_in"])
    return {
        "pitch_deg": found.pitch_deg,
        "common_length_in": found.common_length,
        "hip_length_in": found.hip_length,
        "hip_pitch_deg": found.hip_pitch_deg,
        "jack_top_face_cut_from_square_deg": found.jack_cheek_from_square_deg,
    }


def triangle(i: Inputs) -> Outputs:
    return mitres.right_triangle(i["leg_a"], i["leg_b"]).model_dump()


def other_metal(i: Inputs) -> Outputs:
    swap = weights.metal_swap(
        i["steel_mass_kg"],
        (i["density_steel"], i["E_steel_GPa"]),
        (i["density_aluminium"], i["E_aluminium_GPa"]),
    )
    return {
        "aluminium_mass_kg": swap.mass_kg,
        "density_ratio": swap.density_ratio,
        "deflection_multiplier": swap.deflection_multiplier,
    }


def us_constants(i: Inputs) -> Outputs:
    steel, aluminium = material("A36"), material("6061-T6")
    per_in3 = 0.45359237 / (INCH_MM / 1000) ** 3
    return {
        "steel_E_ksi": steel.E_MPa / KSI_MPA,
        "steel_G_ksi": steel.G_MPa / KSI_MPA,
        "steel_lb_per_in3": steel.density_kg_m3 / per_in3,
        "steel_lb_per_ft3": weights.STEEL_LB_FT3,
        "aluminium_E_ksi": aluminium.E_MPa / KSI_MPA,
        "aluminium_lb_per_in3": aluminium.density_kg_m3 / per_in3,
    }


ADAPTERS: Adapters = {
    "bend/bend-allowance": bend_allowance,
    "bend/din-6935-style-correction-for-a": din_bend,
    "bend/minimum-bend-radius-from-reduction-of": least_radius,
    "springback/springback-overbend": overbend,
    "springback/springback-overbend-2": overbend_by_rule,
    "springback/sheet-springback-by-the-elastic-perfectly": springback,
    "tap/metric-tap-drill": metric_taps,
    "tap/unified-tap-drill": unified_taps,
    "tap/exact-drill-for-a-thread-percentage": exact_drill,
    "tap/thread-percentage-of-m12-drilled-10": thread_share,
    "punch/punching-force": punch_round,
    "punch/punching-force-2": punch_round,
    "punch/punching-force-3": punch_slot,
    "press_brake/air-bend-tonnage": brake_tons,
    "press_brake/air-bend-force": brake_force,
    "press_brake/air-bend-rules": brake_rules,
    "weld_metal/weld-metal-of-an-equal-leg": fillet_metal,
    "weld_metal/weld-metal-of-a-single-v": v_metal,
    "cope": cope,
    "mitre/flat-polygon-frame-mitre": polygon,
    "mitre/mitre-of-two-bars-of-different": unequal,
    "mitre/segmented-elbow": elbow,
    "mitre/compound-mitre-of-an-n-sided": compound,
    "mitre/roof-rafters": roof,
    "triangle": triangle,
    "material/steel-to-aluminium": other_metal,
    "material/us-constants": us_constants,
    "holes": clearance_holes,
    "gauge": gauge,
    "fraction": fraction,
    "weight/plate-weights": plate_weight,
    "material/nominal-density-and-elastic-constants": constants,
    **{f"weight/mass-per-metre{n}": weight for n in ("", "-2", "-3", "-4", "-5", "-6")},
}
