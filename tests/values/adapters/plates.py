"""Plates."""

from __future__ import annotations

from tests.values import formulas
from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.structures import plates
from yorvek.core.structures.plates import Edge


def edge_word(words: str) -> Edge | None:
    return "clamped" if "clamp" in words or "fixed" in words else "simple" if "simpl" in words else None


def rectangular(i: Inputs) -> Outputs | None:
    edge = edge_word(i["edges"])
    if edge is None or not i["edges"].startswith("all"):
        return None
    a, b, q = i["short_side_a_mm"], i["long_side_b_mm"], i["q_MPa"]
    p = plates.rectangular_plate(
        a_mm=a,
        b_mm=b,
        thickness_mm=i["thickness_mm"],
        pressure_MPa=(q, q),
        edges=((edge, edge), (edge, edge)),
        E_MPa=i["E_MPa"],
        nu=i["nu"],
    )
    w = p.deflection_mm(a / 2, b / 2)
    short, long = p.moments_N(a / 2, b / 2)
    long_edge, short_edge = p.moments_N(0, b / 2)[0], p.moments_N(a / 2, 0)[1]
    unit = q * a**2
    return {
        "D_Nmm": p.D_Nmm,
        "alpha": w * p.D_Nmm / (q * a**4),
        "beta_short": short / unit,
        "beta_long": long / unit,
        "beta_centre_short": short / unit,
        "beta_centre_long": long / unit,
        "beta_edge_long_side_middle": long_edge / unit,
        "beta_edge_short_side_middle": short_edge / unit,
        "w_centre_mm": w,
        "M_short_Nmm_per_mm": short,
        "M_long_Nmm_per_mm": long,
        "M_edge_Nmm_per_mm": long_edge,
        "sigma_max_MPa": p.stress_MPa(short),
        "sigma_edge_MPa": p.stress_MPa(long_edge),
    }


def hydrostatic(i: Inputs) -> Outputs | None:
    edge = edge_word(i["edges"])
    if edge is None or not i["edges"].startswith("all"):
        return None
    a, b, along = i["side_a_mm"], i["side_b_mm"], i["load_varies_along"]
    p = plates.rectangular_plate(
        a_mm=a,
        b_mm=b,
        thickness_mm=i["thickness_mm"],
        pressure_MPa=(0.0, i["q0_MPa"]),
        varies_along=along,
        edges=((edge, edge), (edge, edge)),
        E_MPa=i["E_MPa"],
        nu=i["nu"],
    )
    mx, my = p.moments_N(a / 2, b / 2)
    heavy = p.moments_N(a, b / 2)[0] if along == "a" else p.moments_N(a / 2, b)[1]
    light = p.moments_N(0, b / 2)[0] if along == "a" else p.moments_N(a / 2, 0)[1]
    return {
        "w_centre_mm": p.deflection_mm(a / 2, b / 2),
        "Mx_centre_Nmm_per_mm": mx,
        "My_centre_Nmm_per_mm": my,
        "M_edge_heavy_Nmm_per_mm": heavy,
        "M_edge_light_Nmm_per_mm": light,
    }


def water(i: Inputs) -> Outputs:
    found = plates.water_pressure(i["depth_mm"], i["density_kg_m3"], i["g"])
    return {**found.model_dump(), "base_moment_cantilever_Nmm_per_mm": found.base_moment_N}


def circular(i: Inputs) -> Outputs | None:
    edge = edge_word(i["edge"])
    if edge is None:
        return None
    found = plates.circular_plate(i["radius_mm"], i["thickness_mm"], i["q_MPa"], edge, i["E_MPa"], i["nu"])
    return {
        **found.model_dump(),
        "M_centre_Nmm_per_mm": found.M_centre_N,
        "M_edge_radial_Nmm_per_mm": found.M_edge_N,
    }


def overhang(i: Inputs) -> Outputs:
    found = formulas.plate_strip(i["overhang_mm"], i["thickness_mm"], i["q_MPa"], "one end", i["E_MPa"], i["nu"])
    return {
        "M_root_Nmm_per_mm": found.M_N,
        "sigma_MPa": found.sigma_MPa,
        "w_tip_plate_mm": found.w_plate_mm,
        "w_tip_beam_mm": found.w_beam_mm,
    }


def one_way(i: Inputs) -> Outputs:
    found = formulas.plate_strip(i["span_mm"], i["thickness_mm"], i["q_MPa"], "both ends", i["E_MPa"], i["nu"])
    return {"M_Nmm_per_mm": found.M_N, "sigma_MPa": found.sigma_MPa, "w_mm": found.w_plate_mm}


ADAPTERS: Adapters = {
    "rect_ss": rectangular,
    "rect_clamped": rectangular,
    "hydrostatic/simply-supported-plate": hydrostatic,
    "hydrostatic/water-pressure-and-resultant-on-a": water,
    "circular": circular,
    "strip/long-cantilever-plate-strip": overhang,
    "strip/one-way-plate-strip": one_way,
}
