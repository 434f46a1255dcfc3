"""Notches and slots of members: the net section by hand, and that they never help."""

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from yorvek.core.checks import BeamMember, check_beam
from yorvek.core.checks.notches import net_section
from yorvek.core.errors import InputError
from yorvek.core.sections import section


def member(section_id: str = "FL 100×10", **notch: object) -> BeamMember:
    ask = {
        "beam": {
            "length_mm": 2000,
            "supports": [{"x_mm": 0}, {"x_mm": 2000}],
            "loads": [{"name": "net", "force_N": 1000, "at_mm": [1000]}],
        },
        "section_id": section_id,
        "material_id": "S235",
        "unbraced_mm": 100,
        "notches": [{"at_mm": 900, "length_mm": 200, "depth_mm": 40, **notch}] if notch is not None else [],
    }
    return BeamMember.model_validate(ask)


def test_what_is_left_of_a_flat_by_hand() -> None:
    """100 × 10 standing, 40 off its lower edge: a 60 × 10; a 40 slot in its middle: two 30 × 10 at 35 from the
    middle.
    """
    net = net_section("FL 100×10", 40.0, "bottom")
    assert net.A_mm2 == pytest.approx(600) and net.S_mm3 == pytest.approx(10 * 60**2 / 6)
    assert net.shear_mm2 == pytest.approx(400, rel=0.01)
    slot = net_section("FL 100×10", 40.0, "middle")
    assert slot.pieces == 2
    assert slot.S_mm3 == pytest.approx(10 * (100**3 - 40**3) / 12 / 50)
    assert slot.tee_S_mm3 == pytest.approx(2 * 10 * 30**2 / 6)


def test_the_check_at_a_notch_by_hand() -> None:
    """At midspan M = P L / 4 with its own weight beside it; V = P / 2 at the notch."""
    found = next(c for c in check_beam(member()).checks if c.id == "notch-900")
    own = section("FL 100×10").mass_kg_per_m() * 9.80665e-3
    moment = 1000 * 2000 / 4 + own * 2000**2 / 8
    bent, sheared = moment / 6000, (500 + own * 100) / 400
    assert found.demand == pytest.approx((bent**2 + 3 * sheared**2) ** 0.5, rel=0.01)
    assert found.capacity == pytest.approx(min(235 / 1.67, 360 / 2))


def test_a_slot_beside_a_support_is_sheared_and_bends_its_halves_by_hand() -> None:
    """Beside a support the moment is small: V = P / 2, each half of the slot bends by its share over half its
    length.
    """
    found = next(c for c in check_beam(member(at_mm=20, length_mm=60, side="middle")).checks if c.id == "notch-20")
    own = section("FL 100×10").mass_kg_per_m() * 9.80665e-3
    shear, moment = 500 + own * (1000 - 20), (500 + own * 1000) * 80 - own * 80**2 / 2
    halves = 2 * 10 * 30**2 / 6
    whole = 10 * (100**3 - 40**3) / 12 / 50
    bent, sheared = moment / whole + shear * 60 / 2 / halves, shear / (2 * 10 * 30 / 1.5)
    assert found.demand == pytest.approx((bent**2 + 3 * sheared**2) ** 0.5, rel=1e-3)
    assert (bent**2 + sheared**2) ** 0.5 < 0.99 * found.demand
    narrow = next(c for c in check_beam(member(at_mm=5, length_mm=10)).checks if c.id == "notch-5")
    assert narrow.demand is not None
    deep = next(c for c in check_beam(member("FL 100×10", at_mm=0.0, length_mm=5)).checks if c.id == "notch-0")
    bent, sheared = (500 + own * 1000) * 5 / 6000, (500 + own * 1000) / 400
    assert deep.demand == pytest.approx((bent**2 + 3 * sheared**2) ** 0.5, rel=2e-2)


def test_a_tube_with_its_bottom_cut_open_loses_its_twist() -> None:
    found = next(c for c in check_beam(member("SHS 60×60×4 hot", depth_mm=20)).checks if c.id == "notch-900")
    assert any("in twist is lost" in a for a in found.assumptions)
    assert net_section("SHS 60×60×4 hot", 20.0, "bottom").J_share < 0.02


@example(4.0, 1.5, "top")
@settings(max_examples=20, deadline=None)
@given(st.floats(2, 50), st.floats(1.05, 1.6), st.sampled_from(["top", "bottom", "middle"]))
def test_a_deeper_notch_never_holds_more(depth: float, times: float, side: str) -> None:
    less, more = (net_section("RHS 120×80×6.3 hot", d, side) for d in (depth * times, depth))  # type: ignore[arg-type]
    assert less.A_mm2 <= more.A_mm2 * (1 + 1e-9) and less.S_mm3 <= more.S_mm3 * (1 + 1e-9)


@pytest.mark.parametrize(("notch", "says"), [({"at_mm": 1900}, "within"), ({"depth_mm": 95}, "0.9 of the depth")])
def test_a_notch_that_cannot_be(notch: dict[str, float], says: str) -> None:
    with pytest.raises(InputError, match=says):
        check_beam(member(**notch))
