"""Saint-Venant torsion and built-up sections against closed forms and tables; sources beside each."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity

from tests.values.formulas import slit_tube, thin_box
from yorvek.core.errors import InputError
from yorvek.core.outlines import area_moments
from yorvek.core.sections import section
from yorvek.core.sections.built_up import Placed, built_up, outline_of_points, plastic_modulus, polygon_with_openings
from yorvek.core.sections.catalogue import outline_of
from yorvek.core.sections.saint_venant import torsion
from yorvek.core.sections.solid import rectangle_J_mm4


def ring(radius, count=240):
    return [
        (radius * math.cos(2 * math.pi * k / count), radius * math.sin(2 * math.pi * k / count)) for k in range(count)
    ]


def rectangle(x, y, width, height):
    return outline_of_points([(x, y), (x + width, y), (x + width, y + height), (x, y + height)])


def test_ellipse():
    """J = pi a^3 b^3 / (a^2 + b^2): Saint-Venant's own solution."""
    a, b = 30.0, 12.0
    shape = affinity.scale(Polygon(ring(1.0, 400)), a, b, origin=(0, 0))
    assert torsion(shape).J_mm4 == pytest.approx(math.pi * a**3 * b**3 / (a**2 + b**2), rel=2e-3)


def test_equilateral_triangle():
    """J = sqrt(3) s^4 / 80."""
    s = 50.0
    shape = Polygon([(0, 0), (s, 0), (s / 2, s * math.sqrt(3) / 2)])
    found = torsion(shape)
    assert found.J_mm4 == pytest.approx(math.sqrt(3) * s**4 / 80, rel=1e-3)
    assert (found.shear_centre_x_mm, found.shear_centre_y_mm) == pytest.approx(
        (s / 2, s / (2 * math.sqrt(3))), abs=0.05
    )


@pytest.mark.parametrize(
    ("ratio", "beta"), [(1.0, 0.1406), (1.5, 0.1958), (2.0, 0.2287), (4.0, 0.2808), (10.0, 0.3123)]
)
def test_rectangle(ratio, beta):
    """J = beta a b^3; table in Timoshenko and Goodier, Theory of Elasticity (from memory)."""
    b = 10.0
    shape = Polygon([(0, 0), (ratio * b, 0), (ratio * b, b), (0, b)])
    assert torsion(shape).J_mm4 == pytest.approx(beta * ratio * b**4, rel=2e-3)
    assert rectangle_J_mm4(ratio * b, b) == pytest.approx(beta * ratio * b**4, rel=5e-3)


def test_round_tube_whole_and_slit():
    """Whole: the polar moment. Slit: hundreds of times softer, shear centre 2 r from the middle, away from the slit."""
    outer, inner, width = 30.0, 27.0, 0.4
    whole = Polygon(ring(outer, 300), [ring(inner, 300)])
    thin = slit_tube(2 * outer, outer - inner, width)
    assert torsion(whole).J_mm4 == pytest.approx(thin.J_closed_mm4, rel=3e-3)
    slit = whole.difference(Polygon([(0, -width / 2), (40, -width / 2), (40, width / 2), (0, width / 2)]))
    found = torsion(slit)
    assert found.J_mm4 == pytest.approx(thin.J_open_mm4, rel=0.02)
    assert found.shear_centre_x_mm == pytest.approx(-thin.shear_centre_from_centre_mm, rel=0.02)
    assert torsion(whole).J_mm4 / found.J_mm4 > 200


def test_bredt_is_a_little_low_for_a_thick_box():
    """A box of 100 with 8 mm walls: Bredt leaves out the walls' own stiffness."""
    shape = Polygon([(0, 0), (100, 0), (100, 100), (0, 100)], [[(8, 8), (92, 8), (92, 92), (8, 92)]])
    assert 1.0 < torsion(shape).J_mm4 / thin_box(100, 100, 8).J_mm4 < 1.12


@pytest.mark.parametrize("name", ["IPE 200", "HEB 120", "UPE 140", "W8X31", "C6X10.5"])
def test_rolled_sections_by_finite_elements(name):
    """J of tables and standard formulas against the outline's own; shear centres of channels too."""
    s = section(name)
    found = torsion(polygon_with_openings(outline_of(s)))
    assert found.J_mm4 == pytest.approx(s.J_mm4, rel=0.08)
    assert found.shear_centre_x_mm == pytest.approx(s.shear_centre_x_mm, abs=0.12 * s.width_mm)
    if s.shape == "i":
        assert found.Cw_mm6 == pytest.approx(s.Cw_mm6, rel=0.04)  # thin flanges in the formula


@given(st.floats(-80, 80), st.floats(-80, 80), st.floats(0, 360))
@settings(max_examples=8)
def test_place_and_turn_change_nothing(dx, dy, turn):
    angle = [(0, 0), (60, 0), (60, 6), (6, 6), (6, 60), (0, 60)]
    plain = torsion(Polygon(angle))
    moved = torsion(affinity.translate(affinity.rotate(Polygon(angle), turn, origin=(0, 0)), dx, dy))
    assert moved.J_mm4 == pytest.approx(plain.J_mm4, rel=2e-3)
    x, y = plain.shear_centre_x_mm, plain.shear_centre_y_mm
    c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    assert moved.shear_centre_x_mm == pytest.approx(x * c - y * s + dx, abs=0.1)
    assert moved.shear_centre_y_mm == pytest.approx(x * s + y * c + dy, abs=0.1)


def two_flats(gap, joined):
    """Two flats 100 x 10 one over the other."""
    return built_up([Placed(outline=rectangle(0, 0, 100, 10)), Placed(outline=rectangle(0, 10 + gap, 100, 10))], joined)


def test_welded_is_four_times_as_stiff_as_lying_loose():
    """b h^3 / 12 with twice the height, against twice the single one."""
    welded, loose = two_flats(0, "continuous"), two_flats(0, "not joined")
    assert welded.Ix_mm4 == pytest.approx(100 * 20**3 / 12)
    assert loose.Ix_mm4 == pytest.approx(2 * 100 * 10**3 / 12)
    assert welded.Zx_mm3 == pytest.approx(100 * 20**2 / 4) and loose.Zx_mm3 == pytest.approx(2 * 100 * 10**2 / 4)
    assert loose.J_mm4 < welded.J_mm4 and "side by side" in loose.assumed


def test_the_seam_carries_VQ_over_I():
    """Q = 1000 x 5 of the upper flat about the seam's axis; I = 66,667: 0.075 N/mm for each newton."""
    share = two_flats(0, "stitched").parts[1]
    assert share.shear_flow_per_N_vertical == pytest.approx(100 * 10 * 5 / (100 * 20**3 / 12))


def test_stitched_seams_stay_open_in_torsion():
    halves = [
        Placed(outline=outline_of_points([(0, 0), (40, 0), (40, 4), (4, 4), (4, 56), (40, 56), (40, 60), (0, 60)])),
        Placed(
            outline=outline_of_points([(0, 0), (40, 0), (40, 4), (4, 4), (4, 56), (40, 56), (40, 60), (0, 60)]),
            mirrored=True,
            x_mm=80,
        ),
    ]
    closed, stitched = built_up(halves, "continuous"), built_up(halves, "stitched")
    assert stitched.Ix_mm4 == pytest.approx(closed.Ix_mm4)
    assert closed.J_mm4 > 50 * stitched.J_mm4
    assert closed.shear_centre_x_mm == pytest.approx(40, abs=0.05)


def test_parts_that_cannot_be():
    with pytest.raises(InputError, match="not in each other"):
        built_up([Placed(outline=rectangle(0, 0, 50, 10)), Placed(outline=rectangle(40, 0, 50, 10))])
    with pytest.raises(InputError, match="must touch"):
        two_flats(3, "continuous")


@given(st.floats(5, 200), st.floats(5, 200), st.floats(0, 90))
def test_plastic_modulus_of_a_rectangle_and_its_moments(width, height, turn):
    outline = rectangle(3, -7, width, height)
    assert plastic_modulus(polygon_with_openings(outline), "x") == pytest.approx(width * height**2 / 4, rel=1e-6)
    m = area_moments(outline.moved(turn_deg=turn))
    assert m.Ix_mm4 + m.Iy_mm4 == pytest.approx(width * height * (width**2 + height**2) / 12, rel=1e-9)
