"""Checks and the sweep: known answers, agreement of one section with the sweep, and monotony."""

import pytest

from yorvek.core.checks import BeamMember, Limits, Method, check_beam, reserve_word, sensitivity
from yorvek.core.comparison import SweepRequest, sweep
from yorvek.core.structures import BeamLoad, BeamRequest, Support


def rail(load=6.0, section="RHS 120×80×6.3 hot", material="S355", **more):
    beam = BeamRequest(
        length_mm=3700,
        supports=[Support(x_mm=0), Support(x_mm=3000)],
        loads=[BeamLoad(name="crowd", line_N_per_mm=load)],
    )
    return BeamMember(beam=beam, section_id=section, material_id=material, limits=Limits(span_over=360), **more)


def by_id(verdict, id):
    return next(c for c in verdict.checks if c.id == id)


def test_shop_factor_by_hand():
    """Source: simple beam, M = w L^2 / 8 and fy S / n, worked by hand; IPE not needed."""
    beam = BeamRequest(
        length_mm=2000, supports=[Support(x_mm=0), Support(x_mm=2000)], loads=[BeamLoad(name="q", line_N_per_mm=10)]
    )
    verdict = check_beam(BeamMember(beam=beam, section_id="SHS 60×60×4 hot", material_id="S235"))
    check = by_id(verdict, "bending")
    own = 878.8319 * 7850e-9 * 9.80665
    assert check.demand == pytest.approx((10 + own) * 2000**2 / 8, rel=1e-6)
    assert check.capacity == pytest.approx(235 * 15131.39 / 1.67, rel=1e-5)


def test_compact_tube_by_asd():
    """Source: AISC 360-22 F7.1 (from memory): Mp over 1.67 for a compact square tube, no lateral-torsional buckling."""
    verdict = check_beam(rail(section="HSS4X4X1/4", material="A500 Gr C", method=Method(kind="asd")))
    check = by_id(verdict, "bending")
    assert check.capacity == pytest.approx(50 * 4.69 / 1.67 * 112984.8, rel=0.005)
    assert check.clause == "AISC 360-22 F7"


def test_movement_of_the_rail_by_closed_form():
    """Source: 5 w L^4 / (384 E I), span loaded alone, weight of the overhang counted: closed form for the span's own
    part.
    """
    verdict = check_beam(rail())
    check = by_id(verdict, "deflection-0")
    simple = 5 * (6 + 0.1785) * 3000**4 / (384 * 210000 * 4.3967e6)
    assert check.demand == pytest.approx(simple, rel=0.02)
    assert "live load on the span only" in check.combination


def test_welded_aluminium_loses_strength_and_moves_no_more():
    plain, welded = (check_beam(rail(section="AL 120×80×5", material="6082-T6", welded=w)) for w in (False, True))
    assert welded.strength.value == pytest.approx(plain.strength.value * 125 / 250, rel=0.15)
    assert welded.stiffness.value == pytest.approx(plain.stiffness.value, rel=1e-9)


@pytest.mark.parametrize(
    ("section", "material", "method", "words"),
    [("L 100×50×8", "S355", Method(), "twists"), ("AL 120×80×5", "6082-T6", Method(kind="asd"), "shop factor")],
)
def test_what_is_not_checked_is_said_and_has_no_reserve(section, material, method, words):
    verdict = check_beam(rail(section=section, material=material, method=method))
    assert (
        verdict.strength.value is None and verdict.strength.word == "not checked" and words in verdict.strength.governs
    )


def test_dynamic_factor_counts_for_strength_only():
    beam = BeamRequest(
        length_mm=2000,
        supports=[Support(x_mm=0), Support(x_mm=2000)],
        loads=[BeamLoad(name="step", force_N=2000, at_mm=[1000])],
    )
    hit = beam.model_copy(update={"loads": [beam.loads[0].model_copy(update={"dynamic_factor": 2.0})]})
    calm, hard = (check_beam(BeamMember(beam=b, section_id="SHS 60×60×4 hot", material_id="S235")) for b in (beam, hit))
    assert hard.moment.greatest == pytest.approx(2 * calm.moment.greatest, rel=0.02)
    assert hard.stiffness.value == pytest.approx(calm.stiffness.value, rel=1e-12)


def test_more_load_never_gives_more_reserve():
    reserves = [check_beam(rail(load)).strength.value for load in (1, 2, 4, 8, 16, 32)]
    assert reserves == sorted(reserves, reverse=True)


def test_the_sweep_agrees_with_the_exact_check():
    result = sweep(SweepRequest(member=rail(), materials=["S355", "6082-T6"], shapes=["rhs", "flat", "channel"]))
    for candidate in result.candidates[::25]:
        exact = check_beam(rail(section=candidate.section_id, material=candidate.material_id))
        assert candidate.stiffness == pytest.approx(exact.stiffness.value, rel=2e-3)
        assert (
            candidate.strength == pytest.approx(exact.strength.value, rel=2e-3)
            if candidate.strength
            else exact.strength.value is None
        )


def test_lightest_that_holds_is_lightest_and_holds():
    result = sweep(SweepRequest(member=rail(), materials=["S355"], system="metric"))
    holding = [c for c in result.candidates if c.strength and c.strength >= 1 and c.stiffness >= 1]
    assert result.lightest.mass_kg == min(c.mass_kg for c in holding)
    assert all(
        any(
            o.mass_kg <= c.mass_kg and o.price <= c.price and o.deflection_mm <= c.deflection_mm
            for o in holding
            if o.on_frontier
        )
        for c in holding
    )


def test_reserve_reaches_one_where_the_sensitivity_says():
    found = sensitivity(rail())
    assert check_beam(rail(6 * found.stiffness_load_factor)).stiffness.value == pytest.approx(1.0, abs=1e-3)


@pytest.mark.parametrize(
    ("reserve", "word"),
    [
        (None, "not checked"),
        (0.999, "gives"),
        (1.0, "tight"),
        (1.149, "tight"),
        (1.15, "holds"),
        (2.0, "holds"),
        (2.01, "heavy"),
    ],
)
def test_bands(reserve, word):
    assert reserve_word(reserve) == word
