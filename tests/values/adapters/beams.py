"""Beams."""

from __future__ import annotations

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.structures import DistributedLoad, LoadSet, PointLoad, Support, TurningMoment, solve_beam


def beam(i: Inputs) -> Outputs:
    loads = LoadSet(
        points=[PointLoad(x_mm=p["x_mm"], force_N=p["P_down_N"]) for p in i.get("point_loads", [])],
        distributed=[
            DistributedLoad(
                from_mm=d["from_mm"],
                to_mm=d["to_mm"],
                start_N_per_mm=d["w_start_down_N_per_mm"],
                end_N_per_mm=d["w_end_down_N_per_mm"],
            )
            for d in i.get("distributed_loads", [])
        ],
        moments=[TurningMoment(x_mm=m["x_mm"], moment_Nmm=m["M_counterclockwise_Nmm"]) for m in i.get("moments", [])],
    )
    supports = [Support(x_mm=s["x_mm"], kind=s["type"]) for s in i["supports"]]
    s = solve_beam(i["span_total_mm"], supports, [loads], EI_Nmm2=i["E_MPa"] * i["I_mm4"])
    sag, hog = s.extreme(s.moment, sign=1), s.extreme(s.moment, sign=-1)
    down, up = s.extreme(s.deflection, sign=-1), s.extreme(s.deflection, sign=1)
    force = max((s.extreme(s.shear, sign=sign) for sign in (1, -1)), key=lambda e: abs(e.value))
    return {
        "M_max_sagging_Nmm": max(sag.value, 0.0),
        "M_max_hogging_Nmm": max(-hog.value, 0.0),
        "M_max_abs_Nmm": max(abs(sag.value), abs(hog.value)),
        "V_max_abs_N": abs(force.value),
        "deflection_max_down_mm": max(-down.value, 0.0),
        "deflection_max_up_mm": max(up.value, 0.0),
        "x_M_sagging_mm": sag.x_mm,
        "x_M_hogging_mm": hog.x_mm,
        "x_deflection_mm": down.x_mm,
        "x_deflection_up_mm": up.x_mm,
        "reactions_up_N": [{"x_mm": p.x_mm, "R_N": float(r)} for p, r in zip(supports, s.reactions_N[0], strict=True)],
        "fixing_moments_counterclockwise_Nmm": [
            {"x_mm": p.x_mm, "M_Nmm": float(m)}
            for p, m in zip(supports, s.fixing_moments_Nmm[0], strict=True)
            if p.kind == "fixed"
        ],
    }


ADAPTERS: Adapters = dict.fromkeys(("ss", "cant", "fix", "propped", "overhang", "cont"), beam)
