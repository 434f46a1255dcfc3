"""Joints against tables and closed forms; sources beside each. The check values of tests/values hold the single
rules.
"""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.values import formulas as groups
from tests.values.formulas import instantaneous_centre_coefficient
from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import fasteners, fillets, plates
from yorvek.core.clauses.bth1 import lugs
from yorvek.core.errors import InputError

INCH = 25.4


@pytest.mark.parametrize(
    ("rows", "eccentricity_in", "C"),
    [
        (2, 2, 1.18),
        (2, 3, 0.88),
        (2, 4, 0.69),
        (3, 2, 2.23),
        (3, 3, 1.75),
        (3, 4, 1.40),
        (4, 2, 3.32),
        (4, 3, 2.81),
        (4, 4, 2.36),
    ],
)
def test_instantaneous_centre_of_one_column_of_bolts(rows, eccentricity_in, C):
    """AISC Manual table 7-6, one vertical column at 3 in (from memory)."""
    column = [(0.0, 3 * INCH * k) for k in range(rows)]
    assert instantaneous_centre_coefficient(column, eccentricity_in * INCH) == pytest.approx(C, rel=0.006)


places = st.lists(st.tuples(st.integers(0, 4), st.integers(0, 5)), min_size=2, max_size=9, unique=True)


@given(places, st.floats(20, 400))
def test_the_instantaneous_centre_never_gives_less_than_the_elastic_method(where, eccentricity):
    """The elastic method stops at the first bolt's limit; the other lets the rest catch up."""
    spots = [(60.0 * x, 60.0 * y) for x, y in where]
    centre_x = sum(x for x, _ in spots) / len(spots)
    elastic = groups.bolt_group(spots, (0.0, -1.0), (centre_x + eccentricity, 0.0))
    assert instantaneous_centre_coefficient(spots, eccentricity) >= 0.97 / elastic.max_bolt_N


def test_a_load_through_the_middle_is_shared_evenly():
    spots = [(0.0, 0.0), (80.0, 0.0), (0.0, 90.0), (80.0, 90.0)]
    found = groups.bolt_group(spots, (3000.0, -4000.0), (40.0, 45.0))
    assert found.resultants_N == pytest.approx([1250.0] * 4)
    assert instantaneous_centre_coefficient(spots, 0.0) == 4


@given(places, st.floats(-500, 500), st.floats(-500, 500), st.floats(0, 360))
def test_bolt_forces_balance_the_load(where, x, y, direction):
    spots = [(50.0 * a, 70.0 * b) for a, b in where]
    force = groups.force_vector(1000.0, direction)
    found = groups.bolt_group(spots, force, (x, y))
    cx, cy = found.centroid_mm
    turning = sum((px - cx) ** 2 + (py - cy) ** 2 for px, py in spots)
    assert found.Ip_mm2 == pytest.approx(turning)
    assert found.moment_Nmm == pytest.approx((x - cx) * force[1] - (y - cy) * force[0], abs=1e-6)
    assert found.max_bolt_N >= 1000 / len(spots) - 1e-6


def test_one_bolt_cannot_hold_a_moment():
    with pytest.raises(InputError, match="bolts apart"):
        groups.bolt_group([(0.0, 0.0)], (0.0, -100.0), (50.0, 0.0))
    with pytest.raises(InputError):
        groups.bolt_group([], (0.0, -100.0), (50.0, 0.0))


def test_two_welds_are_two_lines():
    """Two lines of length d at distance b: Ip = d (3 b2 + d2) / 6 (Blodgett, Design of Welded Structures; from
    memory).
    """
    b, d = 100.0, 150.0
    found = groups.weld_lines([(0, 0, 0, d), (b, 0, b, d)], (0.0, -20_000.0), (300.0, d / 2))
    assert found.Ip_mm3 == pytest.approx(d * (3 * b**2 + d**2) / 6)
    with pytest.raises(InputError):
        groups.weld_lines([(1, 1, 1, 1)], (0.0, -1.0), (0.0, 0.0))


def test_a_sixteenth_of_70_ksi_weld():
    """0.928 kip/in a sixteenth in ASD, 1.392 in LRFD."""
    inch = fillets.filler_N_per_mm(70 * 6.894757, INCH / 16) * INCH / 4448.2216
    assert inch / Method(kind="asd").divides.joint == pytest.approx(0.928, abs=5e-4)
    assert inch / Method(kind="lrfd").divides.joint == pytest.approx(1.392, abs=5e-4)


@pytest.mark.parametrize(("part", "leg"), [(3, 3), (6, 3), (6.1, 5), (13, 5), (13.5, 6), (19, 6), (25, 8)])
def test_least_fillet(part, leg):
    assert fillets.minimum_leg_mm(part) == leg


@pytest.mark.parametrize("pin", [15.0, 19.0, 24.0, 27.9])
def test_a_looser_pin_never_makes_a_lug_stronger(pin):
    given_lug = {
        "width_mm": 100, "thickness_mm": 16, "hole_mm": 30, "edge_radius_mm": 50, "edge_mm": 35,
        "Fy_MPa": 355, "Fu_MPa": 490, "design_factor": 3.0,
    }  # fmt: skip
    loose, snug = lugs.lifting_lug(pin_mm=pin, **given_lug), lugs.lifting_lug(pin_mm=29.0, **given_lug)
    assert loose.allowable_N <= snug.allowable_N
    assert loose.governs in ("tension", "single-plane fracture", "double-plane shear", "bearing")
    turning = lugs.lifting_lug(pin_mm=pin, turning=True, **given_lug)
    assert turning.bearing_N == pytest.approx(loose.bearing_N * 0.63 / 1.25)


def test_a_gusset_buckles_before_it_yields_when_it_is_long():
    short = {"connection_mm": 150, "row_mm": 75, "thickness_mm": 10, "Fy_MPa": 250}
    assert plates.gusset(unbraced_mm=[60], E_MPa=200e3, **short).Fcr_MPa == 250
    long = plates.gusset(unbraced_mm=[400, 500, 300], E_MPa=200e3, **short)
    assert long.Fcr_MPa < 250 and long.buckling.lrfd < long.yielding.lrfd
    assert long.width_mm == pytest.approx(75 + 2 * 150 * math.tan(math.radians(30)))


def test_a_bolt_that_is_sheared_hard_pulls_less():
    shares = [(0.0, 1.0), (0.3, 1.0), (0.5, 0.8), (1.0, 0.3)]
    for shear, pull in shares:
        assert fasteners.shear_with_pull(shear, pull) == pytest.approx(1.0), "AISC J3-3a: 1.3 less the share of shear"
    assert fasteners.shear_with_pull(1.2, 0.0) == pytest.approx(1.2)


@pytest.mark.parametrize(("grade", "size", "proof"), [("SAE 5", 0.5, 85), ("SAE 5", 1.25, 74), ("SAE 8", 0.75, 120)])
def test_sae_grades(grade, size, proof):
    found = fasteners.sae_MPa(grade, size * INCH)
    assert found is not None and found[0] == pytest.approx(proof * fasteners.KSI)
    assert fasteners.sae_MPa(grade, 3.0 * INCH) is None and fasteners.sae_MPa("8.8", 20.0) is None


def test_an_inch_bolt_goes_by_the_inch_tables_and_a_metric_one_by_its_own():
    """AISC tables J3.3, J3.4 (from memory): 3/4 in in 13/16, 1 in to the edge; M20 in 22, 26."""
    assert fasteners.standard_hole_mm(0.75 * INCH) == pytest.approx(13 / 16 * INCH)
    assert fasteners.minimum_edge_mm(0.75 * INCH) == pytest.approx(1.0 * INCH)
    assert (fasteners.standard_hole_mm(20), fasteners.minimum_edge_mm(20)) == (22, 26)
    assert fillets.leg_too_small(INCH / 8, INCH / 4, inch=True) is None
    assert "5 mm" in str(fillets.leg_too_small(INCH / 8, INCH / 4))
    assert fillets.leg_too_large(8, 8) and fillets.leg_too_large(6, 8) is None and fillets.leg_too_large(5, 5) is None
