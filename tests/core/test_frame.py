"""Frames against closed forms, the exact beam solver, equilibrium and each other; sources beside each."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.errors import InputError
from yorvek.core.structures import DistributedLoad, LoadSet, PointLoad, Support, solve_beam
from yorvek.core.structures.element import FrameSection
from yorvek.core.structures.frame import Frame, FrameMember, MemberForce, solve_frame

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


@given(st.floats(200, 2800), st.floats(100, 20_000), st.floats(-8, 8), st.floats(-8, 8))
@settings(max_examples=25)
def test_a_member_carries_its_loads_as_the_exact_beam_does(at, force, start, end):
    loads = [
        MemberForce("m0", "Y", at_mm=at, force_N=-force),
        MemberForce("m0", "Y", start=-start, end=-end, from_mm=300, to_mm=2500),
    ]
    line = solve_frame(beam(member_loads=loads)).lines["m0"]
    exact = solve_beam(
        3000,
        [Support(x_mm=0), Support(x_mm=3000)],
        [
            LoadSet(
                points=[PointLoad(x_mm=at, force_N=force)],
                distributed=[DistributedLoad(from_mm=300, to_mm=2500, start_N_per_mm=start, end_N_per_mm=end)],
                moments=[],
            )
        ],
        EI_Nmm2=210_000 * 19.43e6,
    )
    scale = force * 3000 + 8 * 3000**2
    for x, moment in zip(exact.stations_mm().ravel(), exact.at_stations(exact.moment)[0].ravel(), strict=True):
        assert line.forces(float(x))[5] == pytest.approx(float(moment), abs=1e-6 * scale)


def test_cantilever_tip():
    """P L3 / 3 E I and P L2 / 2 E I."""
    f = Frame({"A": (0, 0, 0), "B": (1000, 0, 0)}, {"m": FrameMember("A", "B", TUBE)}, {"A": FIXED})
    f.node_loads = {"B": {"FY": -500.0}}
    u = solve_frame(f).displacements["B"]
    EI = 210_000 * 2.71e6
    assert u[1] == pytest.approx(-500 * 1000**3 / (3 * EI)) and u[5] == pytest.approx(-500 * 1000**2 / (2 * EI))


def test_shear_deformation_of_a_short_deep_member():
    """Timoshenko: P L3 / 3 E I + P L / G As."""
    section = FrameSection(**STEEL, A_mm2=2848, Iy_mm4=1.4e6, Iz_mm4=19.43e6, J_mm4=7e4, shear_area_y_mm2=1120)
    f = Frame({"A": (0, 0, 0), "B": (400, 0, 0)}, {"m": FrameMember("A", "B", section)}, {"A": FIXED})
    f.node_loads = {"B": {"FY": -10_000.0}}
    expected = 1e4 * 400**3 / (3 * 210_000 * 19.43e6) + 1e4 * 400 / (81_000 * 1120)
    assert -solve_frame(f).displacements["B"][1] == pytest.approx(expected)


def test_roll_turns_the_strong_axis():
    f = Frame({"A": (0, 0, 0), "B": (1000, 0, 0)}, {"m": FrameMember("A", "B", DEEP, roll_deg=90)}, {"A": FIXED})
    f.node_loads = {"B": {"FY": -100.0}}
    assert -solve_frame(f).displacements["B"][1] == pytest.approx(100 * 1000**3 / (3 * 210_000 * 1.424e6))


def test_an_offset_load_twists():
    """A rigid arm of 120 mm at the end makes a torque of P e: twist T L / G J."""
    f = Frame(
        {"A": (0, 0, 0), "B": (1000, 0, 120)},
        {"m": FrameMember("A", "B", TUBE, offset_j=(0.0, 0.0, -120.0))},
        {"A": FIXED},
    )
    f.node_loads = {"B": {"FY": -600.0}}
    found = solve_frame(f)
    assert abs(found.lines["m"].forces(500)[3]) == pytest.approx(600 * 120)
    assert abs(found.displacements["B"][3]) == pytest.approx(600 * 120 * 1000 / (81_000 * 4.41e6))


def test_a_spring_shares_the_load():
    """A simple beam on a spring in its middle: k d / (P - k d) by compatibility."""
    k, P, L = 400.0, 5000.0, 3000.0
    f = beam(pieces=2, node_loads={"N1": {"FY": -P}}, springs={"N1": {"DY": k}})
    own = 48 * 210_000 * 19.43e6 / L**3
    assert -solve_frame(f).displacements["N1"][1] == pytest.approx(P / (k + own))


def test_an_imposed_settlement():
    """A propped cantilever whose prop sinks by d: reaction 3 E I d / L3."""
    f = Frame({"A": (0, 0, 0), "B": (2000, 0, 0)}, {"m": FrameMember("A", "B", TUBE)}, {"A": FIXED})
    f.imposed = {"B": {"DY": -6.0}}
    found = solve_frame(f)
    assert found.reactions["B"][1] == pytest.approx(-3 * 210_000 * 2.71e6 * 6 / 2000**3)
    assert found.displacements["B"][1] == -6.0


def braced(force):
    """A pinned square frame with crossed tension-only rods, pushed at its top."""
    rod = FrameSection(**STEEL, A_mm2=201, Iy_mm4=3217, Iz_mm4=3217, J_mm4=6434)
    nodes = {"A": (0, 0, 0), "B": (2000, 0, 0), "C": (2000, 2000, 0), "D": (0, 2000, 0)}
    ends = frozenset({"iry", "irz", "jry", "jrz"})
    members = {
        "left": FrameMember("A", "D", TUBE, ends),
        "right": FrameMember("B", "C", TUBE, ends),
        "top": FrameMember("D", "C", TUBE, ends),
        "rise": FrameMember("A", "C", rod, ends, only="tension"),
        "fall": FrameMember("B", "D", rod, ends, only="tension"),
    }
    flat = {"DZ": True, "RX": True, "RY": True, "RZ": True}
    supports = {"A": FIXED, "B": FIXED, "C": flat, "D": flat}
    return Frame(nodes, members, supports, node_loads={"D": {"FX": force}})


@pytest.mark.parametrize(("force", "taut", "loose"), [(3000.0, "rise", "fall"), (-3000.0, "fall", "rise")])
def test_the_rod_that_would_be_pushed_goes_slack(force, taut, loose):
    """Statics: the taut rod carries H sqrt 2 alone."""
    found = solve_frame(braced(force))
    assert found.slack == {loose}
    assert found.lines[taut].forces(0)[0] == pytest.approx(3000 * math.sqrt(2))


def test_second_order_sway_of_a_cantilever_column():
    """Exact: tip = H (tan u / u - 1) L / P with u = L sqrt(P / E I); Timoshenko and Gere, Theory of Elastic Stability."""
    L, H, EI = 3000.0, 400.0, 210_000 * 2.71e6
    P = 0.35 * math.pi**2 * EI / (4 * L**2)
    pieces = 6
    nodes = {f"N{k}": (0.0, L * k / pieces, 0.0) for k in range(pieces + 1)}
    members = {f"m{k}": FrameMember(f"N{k}", f"N{k + 1}", TUBE) for k in range(pieces)}
    f = Frame(nodes, members, {"N0": FIXED}, node_loads={f"N{pieces}": {"FX": H, "FY": -P}})
    u = L * math.sqrt(P / EI)
    exact = H * L / P * (math.tan(u) / u - 1)
    assert solve_frame(f, second_order=True).displacements[f"N{pieces}"][0] == pytest.approx(exact, rel=2e-3)
    assert solve_frame(f).displacements[f"N{pieces}"][0] == pytest.approx(H * L**3 / (3 * EI), rel=1e-6)


def test_above_its_buckling_load_it_is_refused():
    L, EI = 3000.0, 210_000 * 2.71e6
    nodes = {f"N{k}": (0.0, L * k / 4, 0.0) for k in range(5)}
    members = {f"m{k}": FrameMember(f"N{k}", f"N{k + 1}", TUBE) for k in range(4)}
    load = {"N4": {"FX": 10.0, "FY": -1.2 * math.pi**2 * EI / (4 * L**2)}}
    with pytest.raises(InputError) as refused:
        solve_frame(Frame(nodes, members, {"N0": FIXED}, node_loads=load), second_order=True)
    assert "buckl" in refused.value.sentence


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda f: f.supports.update(N0={"DY": True, "DZ": True, "RX": True}), "along X"),
        (lambda f: f.supports.pop("N2"), "without resistance"),
        (lambda f: f.nodes.update(lost=(0, 500, 0)), "connect or support it"),
        (lambda f: f.members.update(m9=FrameMember("N0", "nowhere", TUBE)), "no such node"),
        (lambda f: f.members.update(m9=FrameMember("N0", "N1", TUBE, frozenset({"kry"}))), "a release is"),
        (lambda f: f.nodes.update(N1=(0, 0, 0)), "lie apart"),
        (lambda f: f.node_loads.update(N1={"F": 1.0}), "one of FX"),
        (lambda f: f.member_loads.append(MemberForce("m0", "Y", at_mm=9e9, force_N=1)), "within 0"),
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
    f.member_loads = [MemberForce("2", "Y", start=-2.0, end=-2.0)]
    r = solve_frame(f).reactions["A"]
    length = math.dist(b, c)
    middle = (np.array(b) + np.array(c)) / 2
    force = np.add(load[:3], (0, -2 * length, 0))
    moment = np.array(load[3:]) + np.cross(c, load[:3]) + np.cross(middle, [0, -2 * length, 0])
    assert r[:3] == pytest.approx(-force, abs=1e-4 * (1 + abs(force).max()))
    assert r[3:] == pytest.approx(-moment, abs=1e-5 * (1e4 + abs(moment).max()))
