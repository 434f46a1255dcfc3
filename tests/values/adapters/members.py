"""Members."""

from __future__ import annotations

from dataclasses import fields

import numpy as np

from tests.values import formulas
from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from tests.values.adapters.units import FOOT, INCH, KIP, KIP_FT, KIP_IN, KSI
from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import bending, flexure, members
from yorvek.core.clauses.aisc360.strength import least_of
from yorvek.core.clauses.en1993 import members as en
from yorvek.core.materials import material
from yorvek.core.sections.table import Array, SectionTable


def table(**given: float) -> SectionTable:
    """A section by the figures a case gives; what it does not give is nothing."""
    blank = {f.name: np.zeros(1) for f in fields(SectionTable)}
    flags = {"shape": np.array(["i"]), "lateral": np.array([True])}
    return SectionTable(**{**blank, **flags, **{k: np.array([v]) for k, v in given.items()}})


def columns(i: Inputs) -> tuple[Array, Array]:
    return np.array([i["Fy_ksi"] * KSI]), np.array([i["E_ksi"] * KSI])


def allowed(Mn: Array) -> dict[str, float]:
    asd, lrfd = (Method(kind=k).divides.member for k in ("asd", "lrfd"))
    moment = float(Mn[0])
    return {
        "Mn_kipft": moment / KIP_FT,
        "phiMn_LRFD_kipft": moment / lrfd / KIP_FT,
        "Mn_over_omega_ASD_kipft": moment / asd / KIP_FT,
    }


def f2(i: Inputs) -> Outputs:
    Fy, E = columns(i)
    t = table(
        Z=i["Zx_in3"] * INCH**3, S=i["Sx_in3"] * INCH**3, r_lateral=i["ry_in"] * INCH, rts=i["rts_in"] * INCH,
        J=i["J_in4"] * INCH**4, ho=i["ho_in"] * INCH,
    )  # fmt: skip
    Mp, Lb, c = bending.plastic_moment(t, Fy), np.array([i["Lb_ft"] * FOOT]), np.array([i["c"]])
    Lp, Lr = flexure.sideways_lengths(E, Fy, t.r_lateral, t.rts, t.J, c, t.S, t.ho)
    Mn = flexure.sideways_moment(E, Fy, Mp, t.S, t.rts, t.J, c, t.ho, Lb, (Lp, Lr), Cb=i["Cb"])
    if i["Cb"] == 1.0:
        assert Mn == bending.open_sideways(t, Fy, E, Lb, c)
    region = "inelastic LTB" if Lb <= Lr else "elastic LTB"
    return {
        "Mp_kipft": float(Mp[0]) / KIP_FT,
        "Lp_ft": float(Lp[0]) / FOOT,
        "Lr_ft": float(Lr[0]) / FOOT,
        **allowed(Mn),
        "governs": "yielding" if Mn >= Mp else region,
    }


def f3(i: Inputs) -> Outputs:
    Fy, E = columns(i)
    b, tf = i["flange_width_in"] * INCH, i["flange_in"] * INCH
    t = table(
        Z=i["Zx_in3"] * INCH**3, S=i["Sx_in3"] * INCH**3, width=b, flange=tf, depth=20 * b, wall=b, r_lateral=b, rts=b,
        J=b**4, ho=20 * b,
    )  # fmt: skip
    compact, not_slender = bending.open_flange_limits(Fy, E)
    moments = allowed(bending.i_section(t, Fy, E, np.zeros(1)))
    return {**moments, "lam": b / 2 / tf, "lambda_p": float(compact[0]), "lambda_r": float(not_slender[0])}


def f7(i: Inputs) -> Outputs:
    Fy, E = columns(i)
    t = table(
        Z=i["Zx_in3"] * INCH**3, S=i["Sx_in3"] * INCH**3, wall=1.0, flat_width=i["flange_flat_over_t"],
        flat_depth=i["web_flat_over_t"], inertia=i["Sx_in3"] * INCH**3, depth=2.0, A=1.0, J=1.0, r_lateral=1.0,
        lateral=False,
    )  # fmt: skip
    compact, not_slender = (float(v[0]) for v in bending.hollow_flange_limits(Fy, E))
    b = i["flange_flat_over_t"]
    name = "compact" if b <= compact else "noncompact" if b <= not_slender else "slender"
    moments = allowed(bending.rectangular_hollow(t, Fy, E, np.zeros(1)))
    return {**moments, "lambda_p": compact, "lambda_r": not_slender, "flange_class": name}


def b4(i: Inputs) -> Outputs:
    return dict(formulas.slenderness_limits(i["E_ksi"] * KSI, i["Fy_ksi"] * KSI))


def en_class(i: Inputs) -> Outputs | None:
    words = i["element"].lower()
    tube = "tube" in words or "chs" in words or "round" in words
    element = (
        "tube"
        if tube
        else "outstand"
        if "outstand" in words
        else "internal bending"
        if "bend" in words
        else "internal compression"
        if "internal" in words or "compress" in words
        else None
    )
    if element is None:
        return None
    found = formulas.section_class(element, i["c_or_D_mm"], i["t_mm"], i["fy_MPa"])
    return {
        "epsilon": found.epsilon,
        "ratio": found.ratio,
        "limit_class1": found.limits[0],
        "limit_class2": found.limits[1],
        "limit_class3": found.limits[2],
        "section_class": found.section_class,
    }


def e3(i: Inputs) -> Outputs:
    found = members.compression(
        E_MPa=i["E_ksi"] * KSI,
        Fy_MPa=i["Fy_ksi"] * KSI,
        A_mm2=i["area_in2"] * INCH**2,
        r_mm=i["r_min_in"] * INCH,
        length_mm=i["length_ft"] * FOOT,
        K=i["K"],
    )
    return {
        "slenderness": found.slenderness,
        "Fe_ksi": found.Fe_MPa / KSI,
        "Fcr_ksi": found.Fcr_MPa / KSI,
        "Pn_kip": found.strength.nominal / KIP,
        "phiPn_LRFD_kip": found.strength.lrfd / KIP,
        "Pn_over_omega_ASD_kip": found.strength.asd / KIP,
    }


def chi(i: Inputs) -> Outputs:
    return {f"chi_{c}": en.reduction(i["lambda_bar"], c) for c in en.IMPERFECTION}


def en_buckling(i: Inputs) -> Outputs:
    found = en.flexural_buckling(
        A_mm2=i["A_mm2"],
        I_mm4=i["I_mm4"],
        length_mm=i["buckling_length_mm"],
        fy_MPa=i["fy_MPa"],
        curve=i["curve"],
        E_MPa=i["E_MPa"],
        gamma_M1=i["gamma_M1"],
    )
    return {
        "Ncr_kN": found.Ncr_N / 1e3,
        "lambda_bar": found.slenderness,
        "chi": found.chi,
        "Nb_Rd_kN": found.Nb_Rd_N / 1e3,
    }


def en_sideways(i: Inputs) -> Outputs:
    found = formulas.sideways_buckling(
        length_mm=i["L_mm"],
        Iz_mm4=i["Iz_mm4"],
        It_mm4=i["It_mm4"],
        Iw_mm6=i["Iw_mm6"],
        W_mm3=i["Wpl_y_mm3"],
        fy_MPa=i["fy_MPa"],
        curve=i["curve"].split()[0],
        C1=i["C1"],
        E_MPa=i["E_MPa"],
        G_MPa=i["G_MPa"],
        gamma_M1=i["gamma_M1"],
    )
    return {
        "Mcr_kNm": found.Mcr_Nmm / 1e6,
        "lambda_LT": found.slenderness,
        "chi_LT": found.chi,
        "Mb_Rd_kNm": found.Mb_Rd_Nmm / 1e6,
    }


def g2(i: Inputs) -> Outputs:
    found = formulas.web_shear(
        Fy_MPa=i["Fy_ksi"] * KSI,
        depth_mm=i["depth_in"] * INCH,
        web_mm=i["web_in"] * INCH,
        Cv1=i["Cv1"],
        phi=i["phi"],
    )
    return {
        "Vn_kip": found.nominal / KIP,
        "phiVn_LRFD_kip": found.lrfd / KIP,
        "Vn_over_omega_ASD_kip": found.asd / KIP,
    }


def en_shear_rolled(i: Inputs) -> Outputs:
    area = formulas.shear_area_of_rolled_I_mm2(i["A_mm2"], i["b_mm"], i["tf_mm"], i["tw_mm"], i["r_mm"], eta=i["eta"])
    return {"Av_mm2": area, "Vpl_Rd_kN": formulas.plastic_shear_N(area, i["fy_MPa"], i["gamma_M0"]) / 1e3}


def en_shear_hollow(i: Inputs) -> Outputs:
    area = formulas.shear_area_of_hollow_mm2(i["A_mm2"], i["b_mm"], i["h_mm"])
    return {"Av_mm2": area, "Vpl_Rd_kN": formulas.plastic_shear_N(area, i["fy_MPa"], i["gamma_M0"]) / 1e3}


def h3(i: Inputs) -> Outputs:
    found = members.hollow_torsion(
        E_MPa=i["E_ksi"] * KSI, Fy_MPa=i["Fy_ksi"] * KSI, C_mm3=i["C_in3"] * INCH**3, h_over_t=i["h_over_t"]
    )
    return {
        "limit_2p45": found.limit_h_over_t,
        "Fcr_ksi": found.Fcr_MPa / KSI,
        "Tn_kipin": found.strength.nominal / KIP_IN,
        "phiTn_LRFD_kipin": found.strength.lrfd / KIP_IN,
    }


def box(i: Inputs) -> Outputs:
    cell = formulas.thin_box(i["width_mm"], i["depth_mm"], i["t_mm"])
    twist = formulas.cell_twist(i["torque_Nmm"], cell, i["t_mm"], i["G_MPa"], i["length_mm"])
    return {
        "enclosed_area_mm2": cell.enclosed_area_mm2,
        "J_mm4": cell.J_mm4,
        "shear_flow_N_per_mm": twist.shear_flow_N_per_mm,
        "tau_MPa": twist.tau_MPa,
        "twist_rad": twist.twist_rad,
        "twist_deg": twist.twist_deg,
    }


def tube(i: Inputs) -> Outputs:
    twist = formulas.round_twist(i["torque_Nmm"], i["diameter_mm"], i["t_mm"], i["G_MPa"], i["length_mm"])
    return {
        "J_mm4": formulas.slit_tube(i["diameter_mm"], i["t_mm"]).J_closed_mm4,
        "tau_max_MPa": twist.tau_MPa,
        "twist_deg": twist.twist_deg,
    }


def h1(i: Inputs) -> Outputs:
    axial, bending = i["Pr_kip"] / i["Pc_kip"], i["Mrx_kipft"] / i["Mcx_kipft"] + i["Mry_kipft"] / i["Mcy_kipft"]
    rule = members.h1_1a if axial >= 0.2 else members.h1_1b
    ratio = rule(axial, bending)
    share = float(members.interaction(np.array(axial), np.array(bending)))
    # what the product shows is the greater of both: the same from where it is full
    assert (share <= 1) == (ratio <= 1)
    return {"ratio": ratio, "equation": rule.__name__.upper().replace("_", "-"), "passes": share <= 1}


def d2(i: Inputs, Ag: float, An: float, U: float) -> Outputs:
    yielding = members.gross_yielding_N(i["Fy_ksi"] * KSI, Ag)
    rupture = members.net_rupture_N(i["Fu_ksi"] * KSI, An, U)
    least = least_of({"yield": yielding, "rupture": rupture})
    return {
        "Ag_in2": Ag / INCH**2,
        "An_in2": An / INCH**2,
        "U": U,
        "Ae_in2": An * U / INCH**2,
        "phiPn_yield_kip": yielding.lrfd / KIP,
        "phiPn_rupture_kip": rupture.lrfd / KIP,
        "phiPn_LRFD_kip": least.lrfd / KIP,
        "Pn_over_omega_ASD_kip": least.asd / KIP,
        "governs": least.governs,
    }


def bolted_plate(i: Inputs) -> Outputs:
    width, t = i["plate_width_in"] * INCH, i["plate_thickness_in"] * INCH
    deduction = i["net_deduction_per_hole_in"] * INCH
    if "gauge_g_in" in i:
        steps = ((i["stagger_pitch_s_in"] * INCH, i["gauge_g_in"] * INCH),)
        net = formulas.net_area_mm2(width, t, i["hole_in"] * INCH, 2, deduction_mm=deduction, staggers_mm=steps)
        straight = formulas.net_area_mm2(width, t, i["hole_in"] * INCH, 1, deduction_mm=deduction)
        return d2(i, width * t, min(net, straight), 1.0)
    net = formulas.net_area_mm2(width, t, i["hole_in"] * INCH, i["holes_across"], deduction_mm=deduction)
    return d2(i, width * t, net, 1.0)


def welded_angle(i: Inputs) -> Outputs:
    Ag = i["Ag_in2"] * INCH**2
    return d2(i, Ag, Ag, members.lag_of_one_leg(i["x_bar_in"], i["weld_length_in"]))


def slotted(i: Inputs) -> Outputs:
    Ag, slot = i["Ag_in2"] * INCH**2, 2 * i["slot_width_in"] * i["t_des_in"] * INCH**2
    lag = (
        members.lag_of_slotted_round(i["D_in"], i["weld_length_in"])
        if "D_in" in i
        else members.lag_of_slotted_rectangular(i["B_in"], i["H_in"], i["weld_length_in"])
    )
    return d2(i, Ag, Ag - slot, lag)


def en_tension(i: Inputs) -> Outputs:
    by = Method(kind="en").divides
    assert (i["gamma_M0"], i["gamma_M2"]) == (1.0, 1.25)
    A = i["width_mm"] * i["thickness_mm"]
    net = (i["width_mm"] - i["holes_across"] * i["hole_d0_mm"]) * i["thickness_mm"]
    gross_N = members.gross_yielding_N(i["fy_MPa"], A).nominal / by.member
    net_N = members.net_rupture_N(i["fu_MPa"], net).nominal / by.rupture
    return {
        "A_mm2": A,
        "Anet_mm2": net,
        "Npl_Rd_kN": gross_N / 1e3,
        "Nu_Rd_kN": net_N / 1e3,
        "Nt_Rd_kN": min(gross_N, net_N) / 1e3,
    }


def alloy(i: Inputs) -> Outputs | None:
    name = i["alloy"].split()[0]
    if name != "6061-T6":
        return None
    m = material(name)
    return {
        "Ftu_ksi": m.ultimate_MPa / KSI,
        "Fty_ksi": m.yield_MPa / KSI,
        "Fty_MPa": m.yield_MPa,
        "Ftu_welded_ksi": m.ultimate_at_weld_MPa / KSI,
        "Fty_welded_ksi": m.yield_at_weld_MPa / KSI,
        "Fty_welded_MPa": m.yield_at_weld_MPa,
        "E_ksi": m.E_MPa / KSI,
        "haz_each_side_in": formulas.HEAT_AFFECTED_MM / INCH,
    }


def welded_member(i: Inputs) -> Outputs:
    found = formulas.welded_tension(
        Ftu_MPa=i["Ftu_ksi"] * KSI,
        Ftu_welded_MPa=i["Ftu_welded_ksi"] * KSI,
        gross_mm2=i["gross_area_in2"] * INCH**2,
        affected_mm2=i["weld_affected_area_in2"] * INCH**2,
        kt=i["kt"],
        omega=i["omega_rupture"],
    )
    return {
        "Pn_rupture_kip": found.Pn_N / KIP,
        "allowable_rupture_ASD_kip": found.allowable_N / KIP,
        "reduction_vs_unwelded_rupture": found.of_unwelded,
    }


def welded_beam(i: Inputs) -> Outputs:
    found = formulas.welded_bending(
        Fty_MPa=i["Fty_ksi"] * KSI,
        Fty_welded_MPa=i["Fty_welded_ksi"] * KSI,
        S_mm3=i["S_in3"] * INCH**3,
        omega=i["omega"],
    )
    return {
        "M_allow_unwelded_kipin": found.unwelded_Nmm / KIP_IN,
        "M_allow_welded_kipin": found.welded_Nmm / KIP_IN,
        "ratio": found.ratio,
    }


ADAPTERS: Adapters = {
    "aisc_flexure/aisc-360-f2-flexure-of-a": f2,
    "aisc_flexure/aisc-f3-flange-local-buckling": f3,
    "aisc_flexure/aisc-f7-flexure-of-rectangular-hss": f7,
    "slenderness/aisc-table-b4-1-limits": b4,
    "slenderness/en-1993-1-1-section-class": en_class,
    "aisc_compression": e3,
    "ec3_compression/en-1993-1-1-buckling-reduction": chi,
    "ec3_compression/en-1993-1-1-flexural-buckling": en_buckling,
    "ec3_ltb": en_sideways,
    "shear/aisc-g2-1-shear-of-a": g2,
    "shear/en-1993-1-1-plastic-shear": en_shear_rolled,
    "shear/en-1993-1-1-shear-of": en_shear_hollow,
    "torsion/aisc-h3-torsion-of-rectangular-hss": h3,
    "torsion/thin-wall-closed-box-in-torsion": box,
    "torsion/circular-tube-in-torsion": tube,
    "interaction": h1,
    "tension/aisc-d2-tension-yield-and-net": bolted_plate,
    "tension/aisc-d2-tension-yield-and-net-2": welded_angle,
    "tension/aisc-d2-tension-yield-and-net-3": slotted,
    "tension/aisc-d2-tension-yield-and-net-4": bolted_plate,
    "tension/aisc-d2-tension-yield-and-net-5": slotted,
    "tension/en-1993-1-1-tension": en_tension,
    "aluminium/6061-t6-base-and-welded-strengths": alloy,
    "aluminium/aluminium-tension-member-with-weld-affected": welded_member,
    "aluminium/aluminium-beam-with-a-transverse-weld": welded_beam,
}
