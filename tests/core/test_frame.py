"""Frames against closed forms, the exact beam solver, equilibrium and each other; sources beside each."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.framed import Frame, FrameMember, FrameSection, solve_frame
from yorvek.core.errors import InputError
from yorvek.core.structures import DistributedLoad, LoadSet, Support, solve_beam

STEEL = {"E_MPa": 210_000.0, "G_MPa": 81_000.0}
TUBE = FrameSection(**STEEL, A_mm2=1836, Iy_mm4=2.71e6, Iz_mm4=2.71e6, J_mm4=4.41e6)
DEEP = FrameSection(**STEEL, A_mm2=2848, Iy_mm4=1.424e6, Iz_mm4=19.43e6, J_mm4=69_800)
FIXED = dict.fromkeys(("DX", "DY", "DZ", "RX", "RY", "RZ"), True)
PINNED = {"DX": True, "DY": True, "DZ": True, "RX": True}
ROLLER = {"DY": True, "DZ": True, "RX": True}


def beam(length=3000.0, pieces=1, section=DEEP, **more):
    """A simple beam along X, in so many members."""
    nodes = {f"N{k}": (length * k / pieces, 0.0, 0.0) for k in range(pieces + 1)}
    members = {f"m{k}": FrameMember(f"N{k}", f"N{k + 1}", section) for k in range(pieces)}
    return Frame(nodes, members, {"N0": PINNED, f"N{pieces}": ROLLER}, **more)


@given(st.floats(-8, 8))
@settings(max_examples=10)
def test_a_member_carries_its_load_as_the_exact_beam_does(even):
    frame = beam()
    frame.line_loads = {"m0": (0.0, -even, 0.0)}
    line = solve_frame(frame).line("m0")[:, 5]
    exact = solve_beam(
        3000,
        [Support(x_mm=0), Support(x_mm=3000)],
        [LoadSet(distributed=[DistributedLoad(from_mm=0, to_mm=3000, start_N_per_mm=even, end_N_per_mm=even)])],
        EI_Nmm2=210_000 * 19.43e6,
    )
    middle = float(np.abs(exact.at_stations(exact.moment)).max())
    assert float(np.abs(line).max()) == pytest.approx(middle, rel=1e-6, abs=1e-6)
    x = np.concatenate([np.linspace(k * 750, (k + 1) * 750, 5) for k in range(4)])
    assert line == pytest.approx(even * x * (3000 - x) / 2, rel=1e-6, abs=1e-3)


def test_cantilever_tip():
    """P L3 / 3 E I and P L2 / 2 E I."""
    f = Frame({"A": (0, 0, 0), "B": (1000, 0, 0)}, {"m": FrameMember("A", "B", TUBE)}, {"A": FIXED})
    f.node_loads = {"B": {"FY": -500.0}}
    u = solve_frame(f).displacements["B"]
    EI = 210_000 * 2.71e6
    assert u[1] == pytest.approx(-500 * 1000**3 / (3 * EI)) and u[5] == pytest.approx(-500 * 1000**2 / (2 * EI))


def test_roll_turns_the_strong_axis():
    f = Frame(
        {"A": (0, 0, 0), "B": (1000, 0, 0)}, {"m": FrameMember("A", "B", DEEP, depth=(0.0, 0.0, 1.0))}, {"A": FIXED}
    )
    f.node_loads = {"B": {"FY": -100.0}}
    assert -solve_frame(f).displacements["B"][1] == pytest.approx(100 * 1000**3 / (3 * 210_000 * 1.424e6))


def test_a_spring_shares_the_load():
    """A simple beam on a spring in its middle: k d / (P - k d) by compatibility."""
    k, P, L = 400.0, 5000.0, 3000.0
    f = beam(pieces=2, node_loads={"N1": {"FY": -P}}, springs={"N1": {"DY": k}})
    own = 48 * 210_000 * 19.43e6 / L**3
    assert -solve_frame(f).displacements["N1"][1] == pytest.approx(P / (k + own))


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda f: f.supports.update(N0={"DY": True, "DZ": True, "RX": True}), "along X"),
        (lambda f: f.supports.pop("N2"), "without resistance"),
        (lambda f: f.nodes.update(lost=(0, 500, 0)), "connect or support it"),
        (lambda f: f.nodes.update(N1=(0, 0, 0)), "lie apart"),
    ],
)
def test_what_cannot_stand_is_named(change, words):
    f = beam(pieces=2)
    f.node_loads = {"N1": {"FY": -1.0}}
    change(f)
    with pytest.raises(InputError) as refused:
        solve_frame(f)
    assert words in refused.value.sentence


def test_an_arm_on_a_hinge_is_said_to_spin():
    f = Frame(
        {"A": (0, 0, 0), "B": (0, 2000, 0), "C": (1500, 2000, 0)},
        {"post": FrameMember("A", "B", TUBE), "arm": FrameMember("B", "C", TUBE, frozenset({"iry", "irz"}))},
        {"A": FIXED},
    )
    f.node_loads = {"C": {"FY": -100.0}}
    with pytest.raises(InputError) as refused:
        solve_frame(f)
    assert refused.value.field == "node C" and "without resistance" in refused.value.sentence


point = st.tuples(*[st.floats(-2000, 2000)] * 3)


@given(point, point, st.tuples(*[st.floats(-5000, 5000)] * 6))
@settings(max_examples=25)
def test_reactions_balance_whatever_hangs_on_it(b, c, load):
    """Sum of forces and of moments about the origin, for a bent arm fixed at one end."""
    a = (0.0, 0.0, 0.0)
    if min(math.dist(a, b), math.dist(b, c)) < 50:
        return
    f = Frame(
        {"A": a, "B": b, "C": c}, {"1": FrameMember("A", "B", TUBE), "2": FrameMember("B", "C", DEEP)}, {"A": FIXED}
    )
    f.node_loads = {"C": dict(zip(("FX", "FY", "FZ", "MX", "MY", "MZ"), load, strict=True))}
    f.line_loads = {"2": (0.0, -2.0, 0.0)}
    r = solve_frame(f).reactions["A"]
    length = math.dist(b, c)
    middle = (np.array(b) + np.array(c)) / 2
    force = np.add(load[:3], (0, -2 * length, 0))
    moment = np.array(load[3:]) + np.cross(c, load[:3]) + np.cross(middle, [0, -2 * length, 0])
    assert r[:3] == pytest.approx(-force, abs=1e-4 * (1 + abs(force).max()))
    assert r[3:] == pytest.approx(-moment, abs=1e-5 * (1e4 + abs(moment).max()))
