"""Connections."""

from __future__ import annotations

from scipy.optimize import brentq

from tests.values import formulas
from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from tests.values.adapters.units import INCH, KIP, KIP_IN, KSI
from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import bolted, fasteners, fillets, plates
from yorvek.core.clauses.aisc360.pins import pin_connected
from yorvek.core.clauses.bth1 import lugs
from yorvek.core.clauses.en1993 import bolted as en_bolted
from yorvek.core.clauses.en1993 import fasteners as en_fasteners
from yorvek.core.clauses.en1993 import fillets as en_fillets
from yorvek.core.workshop import threads

POUND = KIP / 1000
JOINT = tuple(Method(kind=k).divides.joint for k in ("asd", "lrfd"))
"""What the product divides the strength of a joint by."""


def each(value: float | list[float], rule: object) -> float | list[float]:
    return [rule(v) for v in value] if isinstance(value, list) else rule(value)  # type: ignore[operator]


def fillet(i: Inputs) -> Outputs:
    factor = formulas.directional_factor(i["load_angle_deg"])
    each = fillets.filler_N_per_mm(i["FEXX_ksi"] * KSI, i["leg_in"] * INCH) * factor
    asd, lrfd = (each / by for by in JOINT)
    per_in, length = INCH / KIP, i["length_in"] * INCH
    return {
        "throat_in": i["leg_in"] * fillets.THROAT_OF_LEG,
        "directional_factor": factor,
        "phi_rn_LRFD_kip_per_in": lrfd * per_in,
        "rn_over_omega_ASD_kip_per_in": asd * per_in,
        "phiRn_LRFD_kip": lrfd * length / KIP,
        "Rn_over_omega_ASD_kip": asd * length / KIP,
    }


def mixed(i: Inputs) -> Outputs:
    found = formulas.mixed_group(
        leg_mm=i["leg_in"] * INCH,
        longitudinal_mm=i["total_longitudinal_length_in"] * INCH,
        transverse_mm=i["transverse_length_in"] * INCH,
        FEXX_MPa=i["FEXX_ksi"] * KSI,
    )
    return {
        "option_a_Rn_kip": found.option_a_N / KIP,
        "option_b_Rn_kip": found.option_b_N / KIP,
        "Rn_kip": found.strength.nominal / KIP,
        "phiRn_LRFD_kip": found.strength.lrfd / KIP,
    }


def en_fillet(i: Inputs) -> Outputs:
    strength = en_fillets.design_MPa(i["fu_MPa"], i["beta_w"], i["gamma_M2"])
    each = strength * i["throat_mm"]
    return {
        "leg_mm": i["throat_mm"] / fillets.THROAT_OF_LEG,
        "fvw_d_MPa": strength,
        "Fw_Rd_N_per_mm": each,
        "Fw_Rd_N": each * i["length_mm"],
        "Fw_Rd_kN": each * i["length_mm"] / 1e3,
    }


def en_fillet_across(i: Inputs) -> Outputs | None:
    if "normal" not in i["load"]:
        return None
    given = {k: i[k] for k in ("throat_mm", "length_mm", "fu_MPa", "beta_w", "gamma_M2")}
    across = formulas.en_transverse_fillet_N(**given)
    return {"Fw_Rd_kN": across / 1e3, "ratio_to_simplified": across / en_fillet(i)["Fw_Rd_N"]}


def weld_lines(i: Inputs) -> Outputs:
    found = formulas.weld_lines(
        [(w["x1"], w["y1"], w["x2"], w["y2"]) for w in i["lines_mm"]],
        formulas.force_vector(i["force_N"], i["force_direction_deg_from_x"]),
        (i["force_point_mm"][0], i["force_point_mm"][1]),
    )
    return {
        "total_length_mm": found.length_mm,
        "centroid_x_mm": found.centroid_mm[0],
        "centroid_y_mm": found.centroid_mm[1],
        "Jp_line_mm3": found.Ip_mm3,
        "moment_about_centroid_Nmm": found.moment_Nmm,
        "q_max_N_per_mm": found.q_max_N_per_mm,
        "q_max_at_mm": list(found.q_max_at_mm),
    }


def weld_rectangle(i: Inputs) -> Outputs:
    return formulas.weld_round_rectangle(i["b_mm"], i["d_mm"], i["V_N"], i["e_mm"]).model_dump()


def aisc_bolt(i: Inputs) -> Outputs:
    d = i["diameter_in"] * INCH
    asd, lrfd = JOINT
    single, double = (fasteners.bolt_N(i["Fnv_ksi"] * KSI, d, planes) / KIP for planes in (1, 2))
    pull = fasteners.bolt_N(i["Fnt_ksi"] * KSI, d) / KIP
    return {
        "A_nominal_in2": fasteners.nominal_area_mm2(d) / INCH**2,
        "phi_rn_shear_single_kip": single / lrfd,
        "phi_rn_shear_double_kip": double / lrfd,
        "phi_rn_tension_kip": pull / lrfd,
        "rn_over_omega_shear_kip": single / asd,
        "rn_over_omega_tension_kip": pull / asd,
    }


def sheared_bolt(i: Inputs) -> Outputs:
    """The pull at which the product's rule for both is full."""
    d, lrfd = i["diameter_in"] * INCH, JOINT[1]
    shear = i["shear_required_kip"] * KIP
    alone = fasteners.bolt_N(i["Fnt_ksi"] * KSI, d) / lrfd
    used = shear / (fasteners.bolt_N(i["Fnv_ksi"] * KSI, d) / lrfd)
    share = brentq(lambda t: float(fasteners.shear_with_pull(used, t)) - 1.0, 0.0, 2.0)
    return {
        "frv_ksi": shear / fasteners.nominal_area_mm2(d) / KSI,
        "Fnt_reduced_ksi": share * i["Fnt_ksi"],
        "phi_rn_tension_available_kip": share * alone / KIP,
    }


def bearing(i: Inputs) -> Outputs:
    """The lower of the two that the product's rule takes, and which of them it is."""
    Fu, d, t = i["Fu_ksi"] * KSI, i["bolt_in"] * INCH, i["plate_in"] * INCH
    clear = i["clear_distance_lc_in"] * INCH
    bears, both = bolted.bearing_N(Fu, d, t, 1e6), bolted.bearing_N(Fu, d, t, clear)
    tears = bolted.bearing_N(Fu, 1e6, t, clear)
    asd, lrfd = JOINT
    return {
        "bearing_Rn_kip": bears / KIP,
        "tearout_Rn_kip": tears / KIP,
        "phiRn_LRFD_kip": both / lrfd / KIP,
        "Rn_over_omega_ASD_kip": both / asd / KIP,
        "governs": "bearing" if bears <= tears else "tearout",
    }


def iso_area(i: Inputs) -> Outputs:
    pairs = zip(i["d_mm"], i["pitch_mm"], strict=True)
    return {"As_mm2": [threads.metric_stress_area_mm2(d, p) for d, p in pairs]}


def unified_area(i: Inputs) -> Outputs:
    pairs = zip(i["d_in"], i["tpi"], strict=True)
    return {"As_in2": [threads.unified_stress_area_in2(d, n) for d, n in pairs]}


def sae(i: Inputs) -> Outputs:
    areas = [threads.unified_stress_area_in2(*threads.unified_size(s)) for s in i["sizes"]]
    proof = [formulas.sae_loads(a * INCH**2, i["proof_stress_ksi"] * KSI, i["tensile_ksi"] * KSI) for a in areas]
    return {
        "proof_load_lb": [p.proof_N / POUND for p in proof],
        "proof_load_table_lb": [p.proof_N / POUND for p in proof],
        "tensile_load_lb": [p.tensile_N / POUND for p in proof],
    }


def en_bolt(i: Inputs) -> Outputs:
    d, hole, by = threads.metric_size(i["size"])[0], i["d0_mm"], i["gamma_M2"]
    wide = (i["k1"] + 1.7) / 2.8 * hole
    bears = en_bolted.bearing_N(
        fu_MPa=i["fu_plate_MPa"], fub_MPa=i["fub_MPa"], d_mm=d, t_mm=i["plate_mm"], hole_mm=hole, e1_mm=i["e1_mm"],
        p1_mm=i["p1_mm"], e2_mm=wide, p2_mm=1e6,
    )  # fmt: skip
    return {
        "Fv_Rd_kN": en_fasteners.shear_N(i["fub_MPa"], i["As_mm2"], i["alpha_v"]) / by / 1e3,
        "Ft_Rd_kN": en_fasteners.tension_N(i["fub_MPa"], i["As_mm2"]) / by / 1e3,
        "alpha_b": bears / (i["k1"] * i["fu_plate_MPa"] * d * i["plate_mm"]),
        "Fb_Rd_kN": bears / by / 1e3,
    }


def en_both(i: Inputs) -> Outputs:
    shear, pull = i["Fv_Ed_kN"] / i["Fv_Rd_kN"], i["Ft_Ed_kN"] / i["Ft_Rd_kN"]
    ratio = float(en_fasteners.shear_with_pull(shear, pull))
    return {"ratio": ratio, "passes": ratio <= 1}


def bolt_group(i: Inputs) -> Outputs:
    found = formulas.bolt_group(
        [(x, y) for x, y in i["bolts_mm"]],
        formulas.force_vector(i["force_N"], i["force_direction_deg_from_x"]),
        (i["force_point_mm"][0], i["force_point_mm"][1]),
    )
    return {**found.model_dump(), "centroid_mm": list(found.centroid_mm)}


def lifting_lug(i: Inputs) -> Outputs:
    found = lugs.lifting_lug(
        width_mm=i["plate_width_in"] * INCH,
        thickness_mm=i["thickness_in"] * INCH,
        hole_mm=i["hole_Dh_in"] * INCH,
        pin_mm=i["pin_Dp_in"] * INCH,
        edge_radius_mm=i["edge_radius_R_in"] * INCH,
        edge_mm=i["a_hole_edge_to_plate_edge_in"] * INCH,
        Fy_MPa=i["Fy_ksi"] * KSI,
        Fu_MPa=i["Fu_ksi"] * KSI,
        design_factor=i["design_factor_Nd"],
    )
    return {
        "Cr": found.Cr,
        "be_in": found.be_mm / INCH,
        "beff_in": found.beff_mm / INCH,
        "P_tension_kip": found.tension_N / KIP,
        "P_single_plane_fracture_kip": found.fracture_N / KIP,
        "shear_angle_deg": found.shear_angle_deg,
        "Av_in2": found.Av_mm2 / INCH**2,
        "P_double_plane_shear_kip": found.shear_N / KIP,
        "P_bearing_kip": found.bearing_N / KIP,
        "P_allowable_kip": found.allowable_N / KIP,
        "governs": found.governs,
    }


def pin_plate(i: Inputs) -> Outputs:
    found = pin_connected(
        width_mm=i["plate_width_in"] * INCH,
        thickness_mm=i["thickness_in"] * INCH,
        hole_mm=i["hole_in"] * INCH,
        pin_mm=i["pin_in"] * INCH,
        edge_mm=i["a_in"] * INCH,
        Fy_MPa=i["Fy_ksi"] * KSI,
        Fu_MPa=i["Fu_ksi"] * KSI,
    )
    return {
        "be_in": found.be_mm / INCH,
        "phi_tensile_rupture_kip": found.rupture.lrfd / KIP,
        "Asf_in2": found.Asf_mm2 / INCH**2,
        "phi_shear_rupture_kip": found.shear.lrfd / KIP,
        "phi_bearing_kip": found.bearing.lrfd / KIP,
        "phi_gross_yield_kip": found.yielding.lrfd / KIP,
        "phiPn_kip": found.strength.lrfd / KIP,
    }


def pin_bending(i: Inputs) -> Outputs:
    found = formulas.pin_bending(i["P_kip"] * KIP, i["pin_in"] * INCH, i["lever_e_in"] * INCH)
    return {
        "M_kipin": found.M_Nmm / KIP_IN,
        "sigma_b_ksi": found.sigma_MPa / KSI,
        "shear_double_ksi": found.shear_MPa / KSI,
    }


def gusset(i: Inputs) -> Outputs:
    found = plates.gusset(
        connection_mm=i["connection_length_in"] * INCH,
        row_mm=i["row_spacing_or_width_in"] * INCH,
        thickness_mm=i["gusset_in"] * INCH,
        unbraced_mm=[x * INCH for x in i["unbraced_lengths_in"]],
        Fy_MPa=i["Fy_ksi"] * KSI,
        E_MPa=i["E_ksi"] * KSI,
        K=i["K"],
    )
    return {
        "whitmore_width_in": found.width_mm / INCH,
        "Aw_in2": found.A_mm2 / INCH**2,
        "phiRn_yield_kip": found.yielding.lrfd / KIP,
        "L_average_in": found.length_mm / INCH,
        "slenderness": found.slenderness,
        "Fcr_ksi": found.Fcr_MPa / KSI,
        "phiPn_buckling_kip": found.buckling.lrfd / KIP,
    }


def base_plate(i: Inputs) -> Outputs:
    found = formulas.base_plate(
        length_mm=i["N_in"] * INCH,
        width_mm=i["B_in"] * INCH,
        column_depth_mm=i["column_depth_in"] * INCH,
        column_flange_mm=i["column_flange_in"] * INCH,
        load_N=i["Pu_kip"] * KIP,
        Fy_MPa=i["Fy_plate_ksi"] * KSI,
        lam=i["lam"],
    )
    return {
        "m_in": found.m_mm / INCH,
        "n_in": found.n_mm / INCH,
        "n_prime_in": found.n_prime_mm / INCH,
        "l_in": found.l_mm / INCH,
        "bearing_ksi": found.bearing_MPa / KSI,
        "t_req_in": found.thickness_mm / INCH,
    }


def square_plate(i: Inputs) -> Outputs:
    found = formulas.square_plate(i["plate_mm"], i["tube_mm"], i["P_N"], i["fy_MPa"])
    return {**found.model_dump(), "t_req_mm": found.thickness_mm}


def edges_in(i: Inputs) -> Outputs:
    return {
        "hole_in": each(i["bolt_in"], lambda d: fasteners.standard_hole_mm(d * INCH) / INCH),
        "min_edge_in": each(i["bolt_in"], lambda d: fasteners.minimum_edge_mm(d * INCH) / INCH),
    }


def holes_mm(i: Inputs) -> Outputs:
    return {
        "hole_mm": each(i["bolt_mm"], fasteners.standard_hole_mm),
        "min_edge_mm": each(i["bolt_mm"], fasteners.minimum_edge_mm),
    }


def en_spacing(i: Inputs) -> Outputs:
    least = {"e1": en_bolted.EDGE, "e2": en_bolted.EDGE, "p1": en_bolted.PITCH, "p2": en_bolted.GAUGE}
    return {f"{n}_min_mm": each(i["d0_mm"], lambda d, k=k: k * d) for n, k in least.items()}


ADAPTERS: Adapters = {
    "fillet/fillet-weld-strength": fillet,
    "fillet/longitudinal-transverse-fillet-group": mixed,
    "fillet/minimum-fillet-size-by-the-thinner": lambda i: {
        "min_leg_mm": each(i["thinner_part_mm"], fillets.minimum_leg_mm)
    },
    "fillet/minimum-fillet-size-by-the-thinner-2": lambda i: {
        "min_leg_in": each(i["thinner_part_in"], fillets.minimum_leg_in)
    },
    "fillet/maximum-fillet-size-along-the-edge": lambda i: {
        "max_leg_in": each(i["part_in"], lambda t: fillets.maximum_leg_mm(t * INCH) / INCH)
    },
    "fillet/en-1993-1-8-fillet-weld": en_fillet,
    "fillet/en-1993-1-8-fillet-weld-2": en_fillet_across,
    "weld_group/eccentric-in-plane-weld-group": weld_lines,
    "weld_group/weld-all-round-a-rectangle-b": weld_rectangle,
    "bolt/aisc-j3-bolt-shear-and-tension": aisc_bolt,
    "bolt/aisc-j3-3a-bolt-in-shear": sheared_bolt,
    "bolt/aisc-j3-11-bearing-and-tear": bearing,
    "bolt/iso-coarse-thread-tensile-stress-area": iso_area,
    "bolt/unified-thread-tensile-stress-area": unified_area,
    "bolt/sae-j429-proof-and-tensile-load": sae,
    "bolt/en-1993-1-8-bolt-shear": en_bolt,
    "bolt/en-1993-1-8-shear-tension": en_both,
    "bolt_group": bolt_group,
    "lug/asme-bth-1-style-pin-connected": lifting_lug,
    "lug/aisc-d5-pin-connected-member": pin_plate,
    "lug/pin-in-bending": pin_bending,
    "gusset": gusset,
    "base_plate/base-plate-cantilever-thickness": base_plate,
    "base_plate/square-base-plate-as-an-elastic": square_plate,
    "holes/minimum-edge-distance": edges_in,
    "holes/standard-hole": holes_mm,
    "holes/en-1993-1-8-minimum-spacings": en_spacing,
}
