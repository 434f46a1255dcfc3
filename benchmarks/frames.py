"""Frames beside a general-purpose frame library on the same models: displacements agree, and who is faster."""

from __future__ import annotations

import importlib
import time

import numpy as np

from benchmarks.table import show
from tests.core.framed import Frame, FrameMember, FrameSection, solve_frame
from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.frames import FrameLoad, FrameRequest, RoleChoice, Shape, check_frame
from yorvek.core.structures.starters import OwnBar, OwnModel

SECTION = FrameSection(E_MPa=210_000, G_MPa=81_000, A_mm2=1836, Iy_mm4=2.71e6, Iz_mm4=2.71e6, J_mm4=4.41e6)
FIXED = dict.fromkeys(("DX", "DY", "DZ", "RX", "RY", "RZ"), True)


def deck(bays: int, rows: int) -> Frame:
    """A deck grid on posts: rails along X, joists along Z, a post at every other rail node; load on every inner
    node.
    """
    nodes, members, supports = {}, {}, {}
    for i in range(bays + 1):
        for k in range(rows + 1):
            nodes[f"{i},{k}"] = (1000.0 * i, 2500.0, 800.0 * k)
            if i:
                members[f"x{i},{k}"] = FrameMember(f"{i - 1},{k}", f"{i},{k}", SECTION)
            if k:
                members[f"z{i},{k}"] = FrameMember(f"{i},{k - 1}", f"{i},{k}", SECTION)
        if i % 2 == 0 or i == bays:
            for k in sorted({*range(0, rows, 4), rows}):
                nodes[f"p{i},{k}"] = (1000.0 * i, 0.0, 800.0 * k)
                members[f"p{i},{k}"] = FrameMember(f"p{i},{k}", f"{i},{k}", SECTION)
                supports[f"p{i},{k}"] = FIXED
    loads = {n: {"FY": -900.0, "FX": 35.0} for n in nodes if not n.startswith("p")}
    return Frame(nodes, members, supports, node_loads=loads)


def other(frame: Frame) -> tuple[float, dict[str, np.ndarray]]:
    """The same in the library (PyNiteFEA): time of its solution, and its displacements."""
    library = importlib.import_module("Pynite")
    model = library.FEModel3D()
    model.add_material("steel", SECTION.E_MPa, SECTION.G_MPa, 0.3, 7.85e-6)
    model.add_section("tube", SECTION.A_mm2, SECTION.Iy_mm4, SECTION.Iz_mm4, SECTION.J_mm4)
    for name, place in frame.nodes.items():
        model.add_node(name, *place)
    for name, m in frame.members.items():
        model.add_member(name, m.i, m.j, "steel", "tube")
    for name in frame.supports:
        model.def_support(name, *[True] * 6)
    for name, forces in frame.node_loads.items():
        for component, value in forces.items():
            model.add_node_load(name, component, value)
    began = time.perf_counter()
    model.analyze_linear()
    took = time.perf_counter() - began
    case = "Combo 1"
    return took, {
        n: np.array([getattr(node, d)[case] for d in ("DX", "DY", "DZ", "RX", "RY", "RZ")])
        for n, node in model.nodes.items()
    }


def whole(frame: Frame) -> FrameRequest:
    """The same deck as a structure of the product: crowd on every rail, wind along, everything judged."""
    bars = [OwnBar(name=n, i=m.i, j=m.j, role="bar", only="") for n, m in frame.members.items()]
    model = OwnModel(nodes=frame.nodes, bars=bars, held=dict.fromkeys(frame.supports, "fixed"))
    rails = [b.name for b in bars if b.name.startswith("x")]
    loads = [
        *(
            FrameLoad(name="crowd", case="live", spot=f"along {r}", line_N_per_mm=2.0, group="crowd")
            for r in rails[:36]
        ),
        FrameLoad(name="wind", case="wind", spot=f"at {bars[0].j}", direction="along", force_N=2000, both_ways=True),
    ]
    named = [x.model_copy(update={"name": f"{x.name} {k}"}) for k, x in enumerate(loads)]
    return FrameRequest(
        starter=Shape(kind="own", own=model),
        roles={"bar": RoleChoice(section_id="SHS 80×80×6.3 hot", material_id="S355")},
        loads=named, method=Method(kind="asd"), limits=Limits(span_over=240, cantilever_over=180, absolute_mm=None),
        second_order=True,
    )  # fmt: skip


def run(seconds: float | None) -> None:
    """Three sizes; the length of a search is not asked here."""
    rows = []
    for bays, count in ((2, 1), (24, 3), (180, 4)):
        frame = deck(bays, count)
        solve_frame(frame)
        began = time.perf_counter()
        ours = solve_frame(frame)
        took = time.perf_counter() - began
        theirs, displacements = other(frame)
        scale = max(float(np.abs(d).max()) for d in displacements.values())
        gap = max(float(np.abs(ours.displacements[n] - d).max()) for n, d in displacements.items()) / scale
        rows.append(
            [f"{len(frame.members)} members", f"{took:.3f} s", f"{theirs:.3f} s", f"{took / theirs:.3f}", f"{gap:.1e}"]
        )
    show("Frames", ["model", "ours", "library", "ratio", "greatest difference"], rows)
    rows = []
    for bays, count in ((24, 3), (100, 8), (100, 22)):
        request = whole(deck(bays, count))
        began = time.perf_counter()
        verdict = check_frame(request)
        took = time.perf_counter() - began
        linear = deck(bays, count)
        began = time.perf_counter()
        solve_frame(linear)
        once = time.perf_counter() - began
        rows.append(
            [f"{len(verdict.bars)} bars", f"{took:.2f} s", f"{once:.3f} s", f"{took / once:.0f}", verdict.strength.word]
        )
    show("Whole verdicts, second order", ["model", "verdict", "one linear solution", "ratio", "verdict"], rows)
