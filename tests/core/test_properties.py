"""What must hold for any structure: balance, symmetry, turning it in space, units, superposition, and reserves that
follow load and thickness (mechanics; no figures of anybody's)."""

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.framed import Frame, FrameMember, FrameSection, solve_frame
from tests.core.test_structures import asked, bar, force, shape
from yorvek.core.frames import FrameLoad, RoleChoice, check_frame

ALL = ("DX", "DY", "DZ", "RX", "RY", "RZ")
SECTION = FrameSection(210_000, 81_000, 1400, 1.1e6, 1.1e6, 1.8e6)
place = st.floats(-2000, 2000)
push = st.floats(-5000, 5000)


def rotation(yaw, pitch, roll):
    """About z, then y, then x."""
    cy, sy, cp, sp, cr, sr = (f(v) for v in (yaw, pitch, roll) for f in (math.cos, math.sin))
    return (
        np.array([[1, 0, 0], [0, cr, -sr], [0, sr, cr]])
        @ np.array([[cp, 0, sp], [0, 1, 0], [-sp, 0, cp]])
        @ np.array([[cy, -sy, 0], [sy, cy, 0], [0, 0, 1]])
    )


def bent(points, load, scale=1.0, section=SECTION):
    """A bent cantilever of three bars through four points, with a force at its end."""
    nodes = {str(k): tuple(float(v) for v in p * scale) for k, p in enumerate(points)}
    members = {f"m{k}": FrameMember(str(k), str(k + 1), section) for k in range(3)}
    return Frame(
        nodes, members, {"0": dict.fromkeys(ALL, True)}, {"3": dict(zip(("FX", "FY", "FZ"), load, strict=True))}
    )


POINTS = np.array([[0, 0, 0], [1000, 0, 0], [1000, 800, 0], [1500, 900, 600]], float)
angle = st.floats(-3, 3)


@settings(deadline=None, max_examples=40)
@given(yaw=angle, pitch=angle, roll=angle, fx=push, fy=push, fz=push)
def test_turned_in_space_it_moves_the_same_way_turned(yaw, pitch, roll, fx, fy, fz):
    R, f = rotation(yaw, pitch, roll), np.array([fx, fy, fz])
    here = np.array(solve_frame(bent(POINTS, f)).displacements["3"][:3])
    there = np.array(solve_frame(bent(POINTS @ R.T, R @ f)).displacements["3"][:3])
    assert there == pytest.approx(R @ here, rel=1e-6, abs=1e-6)


@settings(deadline=None, max_examples=25)
@given(fx=push, fy=push, fz=push)
def test_in_inches_and_pounds_it_is_the_same_structure(fx, fy, fz):
    inch, pound = 25.4, 4.4482216152605
    ksi = pound / inch**2
    other = FrameSection(
        SECTION.E_MPa / ksi, SECTION.G_MPa / ksi, SECTION.A_mm2 / inch**2, SECTION.Iy_mm4 / inch**4,
        SECTION.Iz_mm4 / inch**4, SECTION.J_mm4 / inch**4,
    )  # fmt: skip
    f = np.array([fx, fy, fz])
    metric = solve_frame(bent(POINTS, f)).displacements["3"][:3]
    imperial = solve_frame(bent(POINTS, f / pound, 1 / inch, other)).displacements["3"][:3]
    assert np.array(imperial) * inch == pytest.approx(np.array(metric), rel=1e-7, abs=1e-9)


@settings(deadline=None, max_examples=25)
@given(a=push, b=push, w=st.floats(-5, 5))
def test_loads_together_do_what_they_do_alone(a, b, w):
    def moved(force_a, force_b, line):
        frame = bent(POINTS, (force_a, force_b, 0.0))
        frame.line_loads["m0"] = (0.0, line, line / 2)
        return np.array(solve_frame(frame).displacements["3"])

    alone = moved(a, 0, 0) + moved(0, b, 0) + moved(0, 0, w)
    assert moved(a, b, w) == pytest.approx(alone, rel=1e-7, abs=1e-9)


@settings(deadline=None, max_examples=25)
@given(fx=push, fy=push, fz=push)
def test_every_solved_model_is_in_balance(fx, fy, fz):
    f = np.array([fx, fy, fz])
    R = np.array(solve_frame(bent(POINTS, f)).reactions["0"])
    assert R[:3] == pytest.approx(-f, abs=1e-6)
    assert R[3:] == pytest.approx(-np.cross(POINTS[3], f), rel=1e-9, abs=1e-3)


@settings(deadline=None, max_examples=10)
@given(load=st.floats(500, 20_000), span=st.floats(2000, 6000))
def test_what_is_symmetric_stays_so(load, span):
    v = check_frame(asked(shape("portal", span=span, height=2500.0), [force("middle", load)]), swings=False)
    left, right = bar(v, "left leg"), bar(v, "right leg")
    assert pytest.approx(right.N_N, rel=1e-3) == left.N_N  # each leans its own worst way
    assert [c.demand for c in left.checks] == pytest.approx([c.demand for c in right.checks], rel=1e-4)
    assert v.moved["middle"][0] == pytest.approx(0.0, abs=1e-9)


@pytest.mark.parametrize("kind", ["side arm", "deck", "hand-cart"])
def test_a_thicker_wall_never_has_less_reserve(kind):
    """The same square tube with 3, 4, 5 and 6.3 mm: heavier, but each bar holds more and moves less (welds do not grow
    with it).
    """
    sizes = {
        "side arm": {"reach": 800.0, "side": 400.0},
        "deck": {"length": 3000.0, "width": 1200.0},
        "hand-cart": {"length": 2000.0, "width": 700.0, "axle_from_front": 600.0, "axle_drop": 200.0},
    }[kind]
    starter = shape(kind, **sizes)
    spot = next(iter(starter.layout().spots))
    seen = []
    for t in ("3", "4", "5", "6.3"):
        made = RoleChoice(section_id=f"SHS 60×60×{t} hot", material_id="S355")
        roles = dict.fromkeys(starter.layout().roles, made)
        v = check_frame(
            asked(starter, [FrameLoad(name="x", case="live", spot=spot, force_N=3000)], roles, weld_leg_mm=8.0)
        )
        seen.append((min(c.reserve for b in v.bars for c in b.checks), v.stiffness.value))
    assert all(b[0] >= a[0] * 0.999 and b[1] > a[1] for a, b in itertools.pairwise(seen))
