"""Plates under pressure; Timoshenko and Woinowsky-Krieger's tables (from memory) and convergence."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.values.formulas import plate_strip
from yorvek.core.errors import InputError
from yorvek.core.structures.plates import circular_plate, rectangular_plate, too_thin, water_pressure

SIMPLE, CLAMPED = ("simple", "simple"), ("clamped", "clamped")


def solved(ratio, edges, pressure=(0.01, 0.01), **more):
    return rectangular_plate(a_mm=500, b_mm=500 * ratio, thickness_mm=6, pressure_MPa=pressure, edges=edges, **more)


@pytest.mark.parametrize(
    ("ratio", "alpha", "beta", "beta1"),
    [
        (1.0, 0.00406, 0.0479, 0.0479),
        (1.5, 0.00772, 0.0812, 0.0498),
        (2.0, 0.01013, 0.1017, 0.0464),
        (3.0, 0.01223, 0.1189, 0.0406),
    ],
)
def test_simply_supported(ratio, alpha, beta, beta1):
    """Their table 8: w = alpha q a4 / D, M = beta q a2."""
    p = solved(ratio, (SIMPLE, SIMPLE))
    w, (mx, my) = p.deflection_mm(250, 250 * ratio), p.moments_N(250, 250 * ratio)
    assert w * p.D_Nmm / (0.01 * 500**4) == pytest.approx(alpha, rel=2e-3)
    assert mx / (0.01 * 500**2) == pytest.approx(beta, rel=2e-3)
    assert my / (0.01 * 500**2) == pytest.approx(beta1, rel=5e-3)


@pytest.mark.parametrize(
    ("ratio", "alpha", "edge"), [(1.0, 0.00126, -0.0513), (1.5, 0.00220, -0.0757), (2.0, 0.00254, -0.0829)]
)
def test_clamped(ratio, alpha, edge):
    """Their table 35: greatest moment in the middle of the long edges."""
    p = solved(ratio, (CLAMPED, CLAMPED))
    assert p.deflection_mm(250, 250 * ratio) * p.D_Nmm / (0.01 * 500**4) == pytest.approx(alpha, rel=6e-3)
    assert p.moments_N(0, 250 * ratio)[0] / (0.01 * 500**2) == pytest.approx(edge, rel=3e-3)


@given(st.floats(0.5, 3), st.floats(0, 0.02), st.floats(0, 0.02))
@settings(max_examples=5)
def test_loads_add_up(ratio, first, second):
    """A trapezoid of pressure is the sum of its two triangles."""
    edges = (("clamped", "simple"), SIMPLE)
    whole = solved(ratio, edges, (first, second)).deflection_mm(200, 200 * ratio)
    parts = [solved(ratio, edges, p).deflection_mm(200, 200 * ratio) for p in ((first, 0.0), (0.0, second))]
    assert whole == pytest.approx(sum(parts), abs=1e-9)


def test_a_long_plate_is_a_strip():
    p = solved(8.0, (SIMPLE, SIMPLE))
    strip = plate_strip(500, 6, 0.01, "both ends")
    assert p.deflection_mm(250, 2000) == pytest.approx(strip.w_plate_mm, rel=5e-3)
    assert p.moments_N(250, 2000)[0] == pytest.approx(strip.M_N, rel=5e-3)


def test_edges_hold_still_and_clamped_ones_level():
    p = solved(1.3, (("clamped", "simple"), CLAMPED))
    for x, y in ((0, 300), (500, 300), (250, 0), (250, 650)):
        assert p.deflection_mm(x, y) == pytest.approx(0, abs=1e-12)
    assert p.moments_N(500, 325)[0] == pytest.approx(0, abs=0.01 * abs(p.moments_N(0, 325)[0]))


def test_round_plates_by_closed_form():
    simple, clamped = circular_plate(300, 6, 0.02, "simple"), circular_plate(300, 6, 0.02, "clamped")
    assert simple.w_centre_mm / clamped.w_centre_mm == pytest.approx(5.3 / 1.3)
    assert clamped.M_edge_N == pytest.approx(-0.02 * 300**2 / 8) and simple.M_edge_N == 0


def test_water_and_limits():
    p = water_pressure(1200)
    assert p.p_bottom_MPa == pytest.approx(0.011768, rel=1e-4) and p.resultant_height_mm == 400
    assert too_thin(3.1, 6) and not too_thin(2.9, 6) and too_thin(math.nan, 6)
    with pytest.raises(InputError):
        rectangular_plate(a_mm=0, b_mm=1, thickness_mm=1, pressure_MPa=(1, 1))
