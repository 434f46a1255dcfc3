"""Bolts of an end plate screwed into a tapped part."""

import pytest

from tests.core.test_true_joints import EN, check, judged, mm
from yorvek.core.clauses.iso965.stripping import bolt_area_mm2, tapped_area_mm2, tolerances_mm
from yorvek.core.errors import InputError

PLATE = {
    "kind": "end plate", "bolt": mm(16), "rows": 2, "pitch": mm(140), "gauge": mm(130), "width": mm(200),
    "plate": mm(25), "grade": "8.8",
}  # fmt: skip
TUBE = "SHS 100×100×5 hot"
PULL = {"pull": 120e3}


def tapped(depth, metal=None, **more):
    extra = {} if metal is None else {"thread_metal": metal}
    return {**PLATE, "thread": mm(depth), **extra, **more}


@pytest.mark.parametrize(
    ("d", "P", "away", "major", "middle", "minor"),
    [
        (10, 1.5, 0.032, 0.236, 0.132, 0.300),
        (16, 2.0, 0.038, 0.280, 0.160, 0.375),
        (6, 1.0, 0.026, 0.180, 0.112, 0.236),
        (3, 0.5, 0.020, 0.106, 0.075, 0.140),
    ],
)
def test_limits_of_size_of_6g_and_6h(d, P, away, major, middle, minor):
    """Rounded tables of ISO 965-1 (from memory)."""
    assert tolerances_mm(d, P) == pytest.approx((away, major, middle, minor), rel=0.05)


def test_areas_lie_between_those_of_the_widest_and_the_tightest_thread():
    """Basic sizes without tolerance: pi d (1/2 + 0.6495 / sqrt 3) = 7/8 pi d of the hole, 3/4 pi D1 of the bolt."""
    for d, P in ((6, 1.0), (10, 1.5), (16, 2.0), (24, 3.0)):
        assert 0.7 < tapped_area_mm2(d, P, 1.0) / (0.875 * 3.14159 * d) < 1.0
        assert 0.7 < bolt_area_mm2(d, P, 1.0) / (0.75 * 3.14159 * (d - 1.0825 * P)) < 1.0


def test_in_steel_as_deep_as_the_bolt_is_thick_the_bolt_breaks_first():
    """Common practice, no source: one diameter in steel, two in aluminium, hold the bolt."""
    v = judged(TUBE, tapped(18), PULL)
    assert check(v, "threads").reserve > check(v, "end plate").reserve
    assert check(judged(TUBE, tapped(8), PULL), "threads").reserve < check(v, "threads").reserve / 2
    soft = judged(TUBE, tapped(18, "6061-T6"), PULL)
    assert check(soft, "threads").reserve < check(soft, "end plate").reserve
    assert check(judged(TUBE, tapped(36, "6061-T6"), PULL), "threads").reserve > check(soft, "end plate").reserve


def test_by_hand_in_mild_steel():
    """120 kN on four bolts; 0.6 Fu on what shears, over 2.0; engaged one turn less than tapped."""
    one = check(judged(TUBE, tapped(14, "S235"), PULL), "threads")
    area = tapped_area_mm2(16, 2.0, 12.0)
    assert one.capacity == pytest.approx(0.6 * 360 * area / 2.0)
    assert one.demand >= 30e3
    by_en = check(judged(TUBE, tapped(14, "S235"), PULL, EN), "threads")
    assert by_en.capacity == pytest.approx(360 * area / 3**0.5 / 1.25)


def test_without_tapped_holes_there_is_nothing_to_strip_and_no_thread_of_an_odd_size_is_believed():
    assert not [c for c in judged(TUBE, PLATE, PULL).checks if "threads" in c.id]
    odd = judged(TUBE, tapped(18, bolt=mm(15.5)), PULL)
    assert "coarse thread" in check(odd, "threads").not_checked
    with pytest.raises(InputError):
        judged(TUBE, tapped(18, "cheese"), PULL)
