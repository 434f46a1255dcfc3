"""End plates by the Eurocode's tee stubs, by hand and against the American sums of prying."""

import math

import pytest

from tests.core.test_true_joints import EN, check, judged, mm
from yorvek.core.clauses.en1993.tee_stub import bolt_N, end_row, inner_row

TUBE = "SHS 100×100×5 hot"


def plate(t, rows=2, **more):
    return {
        "kind": "end plate", "bolt": mm(16), "rows": rows, "pitch": mm(100), "gauge": mm(160), "width": mm(220),
        "plate": mm(t), "height": mm((rows - 1) * 100 + 60), "grade": "8.8", "leg": mm(5), **more,
    }  # fmt: skip


def test_lengths_and_modes_by_hand():
    """m 26, e 30, p 100, e1 30: other patterns 2 x 26 + 18.75 + 30 = 100.75 and 30 + 50 = 80; circular 141.7 at the
    least; M20 of 8.8 takes 141.1 kN.
    """
    rows = end_row(26.0, 30.0, 100.0, 30.0)
    assert rows == pytest.approx((80.0, 80.0))
    assert inner_row(26.0, 30.0, 100.0) == pytest.approx((100.0, 100.0))
    assert inner_row(10.0, 30.0, 200.0).mode_1 == pytest.approx(min(20 * math.pi, 77.5))
    # t 10 in S235: Mpl = 0.25 x 80 x 100 x 235 = 470 kNmm; 2 Mpl / m; t 20: four times that
    mode_1 = bolt_N(Ft_N=141.1e3, lengths=rows, t_mm=10, fy_MPa=235, m_mm=26, e_mm=30)
    assert mode_1 == pytest.approx(2 * 470e3 / 26)
    mode_2 = bolt_N(Ft_N=141.1e3, lengths=rows, t_mm=20, fy_MPa=235, m_mm=26, e_mm=30)
    assert mode_2 == pytest.approx((1880e3 + 30 * 141.1e3) / 56)
    assert bolt_N(Ft_N=141.1e3, lengths=rows, t_mm=40, fy_MPa=235, m_mm=26, e_mm=30) == 141.1e3


@pytest.mark.parametrize("t", [8, 12, 15, 20, 30])
def test_within_the_spread_of_both_standards(t):
    """Bolt for bolt of its own strength, the two ways differ by how far a plate yields along: within a half."""
    by_en = check(judged(TUBE, plate(t), {"pull": 100e3}, EN), "end plate")
    by_aisc = check(judged(TUBE, plate(t), {"pull": 100e3}, {"method": {"kind": "lrfd"}}), "end plate")
    alone = [next(v.value for v in c.inputs if v.symbol == "B") for c in (by_en, by_aisc)]
    shares = [c.capacity / a for c, a in zip((by_en, by_aisc), alone, strict=True)]
    assert 0.6 < shares[0] / shares[1] < 1.6
    assert by_en.clause.startswith("EN 1993-1-8 6.2.4")


def test_a_thicker_plate_and_a_nearer_bolt_never_hold_less_and_inner_rows_count():
    found = [check(judged(TUBE, plate(t), {"pull": 100e3}, EN), "end plate").capacity for t in (8, 10, 12, 16, 25)]
    assert found == sorted(found)
    near = check(judged(TUBE, plate(12, gauge=mm(140)), {"pull": 100e3}, EN), "end plate").capacity
    assert near > found[2]
    close = plate(12, rows=4, pitch=mm(50), height=mm(250))
    assert check(judged(TUBE, close, {"pull": 100e3}, EN), "end plate").capacity < found[2]
