"""What is left of a sheet: never more than is there, clear of every piece, wide enough, one run of few corners."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box, union_all

from yorvek.core.cutting.sheets.remnant import MOST_CORNERS, remnant

SHEET = box(0, 0, 2500, 1250)


def test_the_strip_beside_what_was_cut():
    """One piece of 800 x 1240 in the corner: 2500 - 802 wide and the whole height (by hand)."""
    left = remnant(SHEET, [box(5, 5, 805, 1245)], kerf_mm=2, least_mm=80)
    assert left.bounds == pytest.approx((807, 0, 2500, 1250), abs=1.1)
    assert left.area == pytest.approx(1693 * 1250, rel=0.002)


def test_an_L_around_what_was_cut():
    """One piece of 800 x 600 in the corner leaves an L, its corner taken out (by hand)."""
    left = remnant(SHEET, [box(0, 0, 800, 600)], kerf_mm=2, least_mm=80)
    assert left.area == pytest.approx(2500 * 1250 - 802 * 602, rel=0.003)
    assert len(left.exterior.coords) - 1 == 6


def test_nothing_is_left_of_a_full_sheet():
    assert remnant(SHEET, [box(5, 5, 2460, 1245)], kerf_mm=2, least_mm=80) is None


def test_a_sheet_of_another_outline_keeps_it():
    ell = Polygon([(0, 0), (2000, 0), (2000, 500), (1000, 500), (1000, 1000), (0, 1000)])
    left = remnant(ell, [box(5, 5, 300, 300)], kerf_mm=2, least_mm=80)
    assert ell.covers(left) and left.area > 0.9 * ell.area


pieces = st.lists(
    st.tuples(st.integers(0, 2200), st.integers(0, 1000), st.integers(60, 900), st.integers(60, 700)), max_size=8
).map(lambda found: [box(x, y, min(x + w, 2500), min(y + h, 1250)) for x, y, w, h in found])


@settings(max_examples=60, deadline=None)
@given(pieces)
def test_what_comes_back_is_there_and_clear(cut):
    left = remnant(SHEET, cut, kerf_mm=2, least_mm=80)
    if left is None:
        return
    assert left.is_valid and SHEET.covers(left) and len(left.exterior.coords) - 1 <= MOST_CORNERS
    if cut:
        assert left.distance(union_all(cut)) >= 2 - 0.02
        # a disc of nearly the least width goes everywhere along it
        assert left.buffer(-35, join_style="mitre").buffer(36, join_style="mitre").covers(left.buffer(-3))
