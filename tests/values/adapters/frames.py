"""Frames."""

from __future__ import annotations

import numpy as np

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.structures.element import FrameSection
from yorvek.core.structures.frame import Frame, FrameMember, MemberForce, solve_frame

DIRECTIONS = {"global X": "X", "global Y": "Y", "global Z": "Z", "local x": "x", "local y": "y", "local z": "z"}


def frame(i: Inputs) -> Outputs:
    sections = {name: FrameSection(**s) for name, s in i["sections"].items()}
    loads: dict[str, dict[str, float]] = {}
    for load in i["nodal_loads"]:
        at = loads.setdefault(load["node"], {})
        at[load["dof"]] = at.get(load["dof"], 0.0) + load["value"]
    built = Frame(
        nodes={n: tuple(p) for n, p in i["nodes_mm"].items()},
        members={
            n: FrameMember(m["i"], m["j"], sections[m["section"]], frozenset(m.get("released", ())))
            for n, m in i["members"].items()
        },
        supports=i["supports"],
        node_loads=loads,
        member_loads=[
            MemberForce(w["member"], DIRECTIONS[w["direction"]], start=w["w"], end=w["w"])
            for w in i.get("member_loads_N_per_mm", [])
        ],
    )
    found = solve_frame(built)
    ends = {name: (line.forces(0.0), line.forces(line.length_mm)) for name, line in found.lines.items()}
    return {
        "reactions": {
            n: dict(zip(("FX_N", "FY_N", "FZ_N", "MX_Nmm", "MY_Nmm", "MZ_Nmm"), map(float, r), strict=True))
            for n, r in found.reactions.items()
        },
        "displacements_mm": {
            n: dict(zip(("DX", "DY", "DZ"), map(float, d[:3]), strict=True)) for n, d in found.displacements.items()
        },
        "max_displacement_resultant_mm": found.greatest_displacement_mm(),
        "member_forces": {
            name: {
                "N_i_tension_positive_N": float(a[0]),
                "N_j_tension_positive_N": float(b[0]),
                "T_abs_Nmm": abs(float(a[3])),
                "M_resultant_i_Nmm": float(np.hypot(a[4], a[5])),
                "M_resultant_j_Nmm": float(np.hypot(b[4], b[5])),
                "V_resultant_i_N": float(np.hypot(a[1], a[2])),
                "V_resultant_j_N": float(np.hypot(b[1], b[2])),
            }
            for name, (a, b) in ends.items()
        },
    }


ADAPTERS: Adapters = dict.fromkeys(("tied_arm", "knee", "portal", "grid", "larm", "inclined", "truss"), frame)
