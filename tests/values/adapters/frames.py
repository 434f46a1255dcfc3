"""Frames."""

from __future__ import annotations

import numpy as np

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.theory.frames import DOF, END, Piece, Skeleton, System, columns_of, local_axes, mesh_of
from yorvek.core.theory.frames.lines import Stations

GLOBAL = {"global X": 0, "global Y": 1, "global Z": 2}
LOCAL = {"local x": 0, "local y": 1, "local z": 2}


def skeleton(i: Inputs) -> Skeleton:
    nodes = list(i["nodes_mm"])
    points = np.array([i["nodes_mm"][n] for n in nodes], float)
    members = list(i["members"].values())
    ends = np.array([[nodes.index(m["i"]), nodes.index(m["j"])] for m in members])
    sections = [i["sections"][m["section"]] for m in members]
    released = np.zeros((len(members), 12), bool)
    for k, m in enumerate(members):
        for word in m.get("released", ()):
            released[k, (0 if word[0] == "i" else 6) + END.index(word[1:])] = True
    held = np.zeros((len(nodes), 6), bool)
    for n, fixed in i["supports"].items():
        held[nodes.index(n)] = [bool(fixed.get(d)) for d in DOF]

    def column(name: str) -> np.ndarray:
        return np.array([s[name] for s in sections], float)

    return Skeleton(
        nodes=tuple(nodes), points=points, bars=tuple(i["members"]), ends=ends,
        axes=np.array([local_axes(points[a], points[b]) for a, b in ends]),
        length=np.linalg.norm(points[ends[:, 1]] - points[ends[:, 0]], axis=1),
        E=column("E_MPa"), G=column("G_MPa"), A=column("A_mm2"), Iy=column("Iy_mm4"), Iz=column("Iz_mm4"),
        J=column("J_mm4"), own_mass=np.zeros(len(members)), released=released,
        only=np.zeros(len(members), np.int64), held=held,
    )  # fmt: skip


def load(i: Inputs, s: Skeleton) -> Piece:
    piece = Piece()
    for n in i["nodal_loads"]:
        f = np.zeros(6)
        f[("FX", "FY", "FZ", "MX", "MY", "MZ").index(n["dof"])] = n["value"]
        piece.at_nodes.append((s.nodes.index(n["node"]), f))
    for w in i.get("member_loads_N_per_mm", []):
        bar = s.bars.index(w["member"])
        way = np.eye(3)[GLOBAL[w["direction"]]] if w["direction"] in GLOBAL else s.axes[bar][LOCAL[w["direction"]]]
        piece.on_bars.append((bar, np.array([*(way * w["w"]), 0.0])))
    return piece


def frame(i: Inputs) -> Outputs:
    s = skeleton(i)
    mesh = mesh_of(s)
    system, columns = System.of(mesh), columns_of(mesh, [load(i, s)])
    u = system.solved(columns.forces)
    reactions = system.reactions(u, columns)[:, :, 0]
    at_nodes = u[: 6 * len(s.nodes), 0].reshape(-1, 6)
    stations = Stations(system.mesh)
    along = stations.forces(system.ends(u, columns), columns)[:, :, 0]
    lines = {name: along[stations.of_bar(k)] for k, name in enumerate(s.bars)}
    held = [n for n, fixed in i["supports"].items() if any(fixed.values())]
    return {
        "reactions": {
            n: dict(zip(("FX_N", "FY_N", "FZ_N", "MX_Nmm", "MY_Nmm", "MZ_Nmm"),
                        map(float, reactions[s.nodes.index(n)]), strict=True))
            for n in held
        },
        "displacements_mm": {
            n: dict(zip(DOF[:3], map(float, at_nodes[k, :3]), strict=True)) for k, n in enumerate(s.nodes)
        },
        "max_displacement_resultant_mm": float(np.linalg.norm(at_nodes[:, :3], axis=1).max()),
        "member_forces": {
            name: {
                "N_i_tension_positive_N": float(f[0, 0]),
                "N_j_tension_positive_N": float(f[-1, 0]),
                "T_abs_Nmm": abs(float(f[0, 3])),
                "M_resultant_i_Nmm": float(np.hypot(f[0, 4], f[0, 5])),
                "M_resultant_j_Nmm": float(np.hypot(f[-1, 4], f[-1, 5])),
                "V_resultant_i_N": float(np.hypot(f[0, 1], f[0, 2])),
                "V_resultant_j_N": float(np.hypot(f[-1, 1], f[-1, 2])),
            }
            for name, f in lines.items()
        },
    }  # fmt: skip


ADAPTERS: Adapters = dict.fromkeys(("tied_arm", "knee", "portal", "grid", "larm", "inclined", "truss"), frame)
