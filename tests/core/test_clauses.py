"""Clauses by hand: each figure worked out from the printed expression with a pocket calculator's steps, in the comment.

Expressions from memory of AISC 360-22 and EN 1993-1-8; SHS 80x80x5 in S355 as the chord, a branch 40 wide, unless said.
"""

import math
from dataclasses import fields

import numpy as np
import pytest

from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import bending, shear
from yorvek.core.clauses.aisc360 import hollow_joints as k
from yorvek.core.clauses.en1993 import bolted as en
from yorvek.core.clauses.en1993 import hollow_joints as he
from yorvek.core.frames.slender import effective_share
from yorvek.core.joints.at import End
from yorvek.core.joints.base_plate import OnBase, plate_rule
from yorvek.core.joints.end_plate import EndPlated, geometry
from yorvek.core.materials import material
from yorvek.core.sections import section
from yorvek.core.sections.table import SectionTable
from yorvek.core.theory.grip import NUT_FACTOR

FY, E, T, B = 355.0, 200_000.0, 5.0, 80.0


def near(value):
    return pytest.approx(value, rel=2e-4)


def test_the_flat_face_and_its_side_walls():
    # 355 x 25 = 8875; 2 x 0.5 / 0.5 = 2; 4 / sqrt 0.5 = 5.65685
    assert k.face_yielding_N(FY, T, 0.5, 0.5, 1.0).value == near(8875 * 7.65685)
    # 5 x 0.9 / 8 = 0.5625; 0.6 x 355 x 5 x 80 x (1.8 + 1.125)
    assert k.punching_N(FY, T, B, 0.9, 0.9).value == near(85_200 * 2.925)
    yields, cripples = k.side_walls_N(FY, E, T, 80, 70, cross=False, Qf=1.0)
    assert yields.value == near(3550 * 107.5)  # 2 x 355 x 5; 37.5 + 70
    # 1.6 x 25 = 40; 3 x 70 / 65 = 3.23077; sqrt(200000 x 355) = 8426.15
    assert cripples.value == near(40 * 4.23077 * 8426.15)
    _, buckles = k.side_walls_N(FY, E, T, 80, 70, cross=True, Qf=0.8)
    assert buckles.value == near(48 * 125 / 65 * 8426.15 * 0.8)
    # 10 / 16 x 355 x 5 / (355 x 4) x 70 = 54.6875; 355 x 4 x (140 + 109.375 - 16)
    assert k.uneven_branch_N(FY, 4.0, 70, 70, FY, T, B).value == near(1420 * 233.375)


def test_moments_on_a_flat_face():
    into, out = k.flat_moments_Nmm(FY, T, B, 0.5, 40, 40, 1.0)
    # 1 / (2 x 0.5) + 2 / sqrt 0.5 + 0.5 / 0.5 = 1 + 2.828427 + 1
    assert into.value == near(8875 * 40 * 4.828427)
    # 0.5 x 40 x 1.5 / 0.5 = 60; sqrt(2 x 80 x 40 x 3) = 138.5641
    assert out.value == near(8875 * 198.5641)
    into, out = k.flat_moments_Nmm(FY, T, B, 0.9, 72, 72, 1.0)
    assert into.value == near(0.5 * 355 * 5 * 97**2) and out.value == near(355 * 5 * 75 * 97)


def test_plates_on_a_flat_face():
    # 8875 / 0.85 x (2 x 60 / 80 + 4 x sqrt 0.85), sqrt 0.85 = 0.921954
    assert k.plate_along_flat_N(FY, T, B, across=12, along=60, Qf=1.0).value == near(8875 / 0.85 * 5.187818)
    assert k.plate_uneven_N(FY, T, B, 60).value == near(0.625 * 355 * 5 * 60)  # 10 / 16
    assert k.flat_stress_factor(0.6, 0.5) == near(0.82) and k.flat_stress_factor(-0.2, 0.5) == 1.0
    assert k.along_stress_factor(0.6) == near(0.8) and k.along_stress_factor(-0.2) == 1.0


def test_the_round_wall():
    # CHS 88.9 x 5 under 48.3: beta 0.543307; 0.81 beta = 0.440079; beta2 = 0.295183; (8.89)^0.2 = 1.548053
    cross = k.round_axial_N(FY, T, 88.9, 48.3, cross=True, Qf=1.0)
    tee = k.round_axial_N(FY, T, 88.9, 48.3, cross=False, Qf=1.0)
    assert cross.value == near(8875 * 5.7 / 0.559921)
    assert tee.value == near(8875 * (3.1 + 15.6 * 0.295183) * 1.548053)
    assert k.round_punching_N(FY, T, 48.3, 0.707107).value == near(0.6 * 355 * 5 * 151.7389 * 1.707107)
    into, out = k.round_moments_Nmm(FY, T, 88.9, 48.3, 1.0)
    assert into.value == near(8875 * 5.39 * 2.981610 * 0.543307 * 48.3)  # sqrt 8.89
    assert out.value == near(8875 * 48.3 * 3.0 / 0.559921)
    across = k.plate_on_round_N(FY, T, 88.9, across=60, along=8, Qf=1.0)
    along = k.plate_on_round_N(FY, T, 88.9, across=8, along=60, Qf=1.0)
    assert across.value == near(8875 * 5.5 / (1 - 0.81 * 0.674916))
    assert along.value == near(5.5 * 8875 * 1.168729)
    assert k.round_stress_factor(0.5) == near(0.775)


def test_long_joints_blocks_and_slip_by_the_eurocode():
    assert en.long_joint(240, 16) == 1.0 and en.long_joint(560, 16) == near(0.9)  # 1 - (560 - 240) / 3200
    assert en.long_joint(5000, 16) == 0.75
    # 490 x 300 / 1.25 + 355 x 1000 / 1.732051
    even = en.block_N(fu_MPa=490, fy_MPa=355, net_pull_mm2=300, net_shear_mm2=1000, even=True)
    half = en.block_N(fu_MPa=490, fy_MPa=355, net_pull_mm2=300, net_shear_mm2=1000, even=False)
    assert even == near(117_600 + 204_959) and half == near(58_800 + 204_959)
    assert NUT_FACTOR == 0.2


def test_hollow_walls_by_the_eurocode():
    assert he.round_axial_N(FY, T, 88.9, 48.3, cross=True, kp=1.0) == near(8875 * 5.2 / 0.559921)
    assert he.round_axial_N(FY, T, 88.9, 48.3, cross=False, kp=1.0) == near(1.548053 * 8875 * (2.8 + 14.2 * 0.295183))
    into, out = he.round_moments_Nmm(FY, T, 88.9, 48.3, 1.0)
    assert into == near(4.85 * 8875 * 48.3 * 2.981610 * 0.543307) and out == near(8875 * 48.3 * 2.7 / 0.559921)
    # (60 / 88.9)^2 = 0.455511
    assert he.plate_on_round_N(FY, T, 88.9, across=60, along=8, kp=1.0) == near(8875 * 13.110220)
    assert he.plate_on_round_N(FY, T, 88.9, across=8, along=60, kp=0.9) == near(0.9 * 5 * 8875 * 1.168729)
    assert he.round_stress_factor(0.5) == near(0.775)
    assert he.along_stress_factor(0.6) == near(0.52) and he.along_stress_factor(0.1) == 1.0
    # 3.46 x 14 / (3.141593 x sqrt(210000 / 355)) = 0.633971; phi = 0.5 (1 + 0.21 x 0.433971 + 0.401919) = 0.746527
    # chi = 1 / (0.746527 + sqrt(0.557302 - 0.401919)) = 0.876733
    side = he.side_wall_N(FY, 210_000.0, T, 80, 70, 1.0, cross=False)
    assert side == near(0.876733 * 355 * 5 * 190)
    assert he.side_wall_N(FY, 210_000.0, T, 80, 70, 1.0, cross=True) == near(0.8 * side)
    # 3 x 1 / 16^0.8 = 3 / 9.189587; 1 / 3
    assert he.knee_share(80, 80, 5) == near(0.326456 + 1 / 3)


def columns_of(shape, **given):
    """A section by a few figures, for rules that take tables of them."""
    blank = {f.name: np.zeros(1) for f in fields(SectionTable)}
    return SectionTable(
        **{
            **blank,
            "shape": np.array([shape]),
            "lateral": np.array([True]),
            **{k: np.array([v]) for k, v in given.items()},
        }
    )


@pytest.mark.parametrize(("h_t", "Mn"), [(50.0, 300.0), (80.0, None), (150.0, math.nan)])
def test_the_web_of_a_tube_between_compact_and_slender(h_t, Mn):
    """AISC F7-6: Mp - (Mp - My)(0.305 h/t sqrt(Fy/E) - 0.738), from 2.42 to 5.70 sqrt(E/Fy), by hand (from memory)."""
    Fy, E = 350.0, 200_000.0
    t = columns_of(
        "rhs", Z=300 / Fy, S=200 / Fy, wall=1.0, flat_width=5.0, flat_depth=h_t, inertia=1.0, depth=2.0, A=1.0, J=1.0,
        r_lateral=1.0,
    )  # fmt: skip
    wanted = 300 - 100 * (0.305 * h_t * math.sqrt(Fy / E) - 0.738) if Mn is None else Mn
    found = bending.rectangular_hollow(t, np.array([Fy]), np.array([E]), np.zeros(1))
    assert float(found[0]) == pytest.approx(wanted, nan_ok=True)


@pytest.mark.parametrize(
    ("d_t", "Mn"),
    [(30.0, 355 * 1.35), (100.0, 0.021 * 210e3 / 100 + 355), (220.0, 0.33 * 210e3 / 220), (290.0, math.nan)],
)
def test_round_tubes_compact_noncompact_and_slender(d_t, Mn):
    """AISC F8-1 to F8-3, limits 0.07, 0.31 and 0.45 E / Fy: 41, 183 and 266 for 355 MPa (from memory)."""
    t = columns_of("chs", Z=1.35, S=1.0, wall=1.0, depth=d_t)
    found = bending.round_hollow(t, np.array([355.0]), np.array([210e3]))
    assert float(found[0]) == pytest.approx(Mn, nan_ok=True)


@pytest.mark.parametrize(
    ("length", "d_t", "stress"),
    [(2000.0, 40.0, 0.6 * 355), (1000.0, 200.0, 1.60 * 210e3 / (10**0.5 * 200**1.25)),
        (800_000.0, 200.0, 0.78 * 210e3 / 200**1.5)],
)  # fmt: skip
def test_round_tubes_in_shear(length, d_t, stress):
    """AISC G5-1, G5-2a and b: the greater of both, at most 0.6 Fy, on half of the area (from memory)."""
    t = columns_of("chs", A=1000.0, wall=0.5 * 200 / d_t, depth=100.0)
    found = shear.nominal_shear(t, np.array([355.0]), np.array([210e3]), length)
    assert float(found[0]) == pytest.approx(stress * 500)


def test_the_base_plate_of_an_i_reaches_out_as_far_as_its_web_lets_it():
    """AISC Design Guide 1: the greatest of m, n and n' = sqrt(d bf) / 4, here of a plate little larger than its
    post.
    """
    i = section("IPE 200")
    plate = OnBase(length_mm=220, width_mm=120, plate_mm=15, anchor_mm=12, edge_mm=25, concrete_MPa=25)
    end = End("post", "foot", i, material("S355"), Method(kind="asd"))
    found = plate_rule(end, plate).record(np.array([-50e3, 0.0, 0.0, 0.0, 0.0, 0.0]), "")
    assert next(v.value for v in found.inputs if v.symbol == "l") == pytest.approx(math.sqrt(200 * 100) / 4)
    assert found.demand == pytest.approx(50e3 / 220 / 120 * 200 * 100 / 16 / 2)


def test_a_slender_flange_of_an_i_buckles_before_it_yields():
    """AISC F3-2: 0.9 kc E S / lambda2, kc = 4 / sqrt(h / tw) up to 0.76 (from memory)."""
    Fy, E, tf, tw = 350.0, 200_000.0, 10.0, 8.0
    width, depth = 2 * 30.0 * tf, 400.0
    t = columns_of(
        "i", Z=2.2e6, S=2.0e6, width=width, flange=tf, depth=depth, wall=tw, r_lateral=150.0, rts=160.0, J=1e9, ho=390.0
    )
    kc = min(4 / math.sqrt((depth - 2 * tf) / tw), 0.76)
    found = bending.i_section(t, np.array([Fy]), np.array([E]), np.zeros(1))
    assert float(found[0]) == pytest.approx(0.9 * kc * E * 2.0e6 / 30.0**2)


@pytest.mark.parametrize(("kind", "least"), [("en", 2.2 * 18), ("asd", 8 / 3 * 16)])
def test_rows_of_an_end_plate_stand_no_closer_than_the_standard_lets_them(kind, least):
    """EN 1993-1-8 table 3.3, 2.2 d0; AISC J3.3, 8/3 d (from memory)."""
    end = End(bar="b", node="n", section=section("SHS 60×60×4 hot"), metal=material("S355"), method=Method(kind=kind))

    def trouble(pitch):
        joint = EndPlated(bolt_mm=16, rows=2, pitch_mm=pitch, gauge_mm=100, width_mm=160, plate_mm=12)
        return geometry(end, joint)

    assert trouble(least + 0.2) is None
    assert "below the least" in trouble(least - 0.2)


def walled(kind, b, t):
    """A section with one wall of that sort so wide, and nothing else that could buckle."""
    sizes = {
        "flange": ("i", {"width_mm": 2 * b, "depth_mm": 10 + 2 * t}),
        "web": ("i", {"width_mm": 10.0, "depth_mm": b + 2 * t}),
        "hollow": ("rhs", {"width_mm": 10 + 3 * t, "depth_mm": b + 3 * t}),
        "leg": ("angle", {"width_mm": 10.0, "depth_mm": b}),
    }
    shape, more = sizes[kind]
    plain = {"shape": shape, "wall_mm": t, "flange_mm": t, "root_radius_mm": 0.0, "A_mm2": 40_000.0}
    return section("IPE 100").model_copy(update={**plain, **more})


@pytest.mark.parametrize(("kind", "limit"), [("flange", 0.56), ("web", 1.49), ("hollow", 1.40), ("leg", 0.45)])
def test_a_wall_counts_whole_up_to_its_limit_in_push_and_less_beyond(kind, limit):
    """AISC 360-22 table B4.1a, from memory: lambda_r of each sort of wall over sqrt(E / Fy); beyond it E7 takes some of
    it away at yield.
    """
    E, Fy, t = 200_000.0, 345.0, 4.0
    edge = limit * math.sqrt(E / Fy) * t

    def share(b):
        return effective_share(walled(kind, b, t), Fy, Fy, E, Method(kind="lrfd"))

    assert share(0.99 * edge) == 1.0 and share(1.01 * edge) < 1.0


def test_outer_rows_keep_their_distance_from_the_edge_of_an_end_plate():
    """Three rows of M16 at 60 mm need 120 mm between the outer ones and 22 mm to each edge (table J3.4M, from
    memory).
    """
    end = End("beam", "post", section("SHS 60×60×4 hot"), material("S355"), Method(kind="asd"))
    plate = EndPlated(bolt_mm=16, rows=3, pitch_mm=60, gauge_mm=110, width_mm=160, plate_mm=12)
    assert "outer rows" in (geometry(end, plate.model_copy(update={"height_mm": 160.0})) or "")
    assert geometry(end, plate.model_copy(update={"height_mm": 166.0})) is None
