"""Webs and flanges under concentrated loads as checks of a member."""

import pytest

from yorvek.core.checks import BeamMember, check_beam
from yorvek.core.clauses.en1993.patch import patch_resistance_N
from yorvek.core.sections import section


def member(section_id: str, **more: object) -> BeamMember:
    ask = {
        "beam": {
            "length_mm": 3000,
            "supports": [{"x_mm": 0}, {"x_mm": 3000}],
            "loads": [{"name": "lift", "force_N": 20_000, "at_mm": [1500], "dynamic_factor": 1.25}],
        },
        "section_id": section_id,
        "material_id": "S275",
        "bearing_mm": 60,
        "method": {"kind": "asd"},
    }
    return BeamMember.model_validate({**ask, **more})


def test_webs_of_an_i_by_hand() -> None:
    """AISC 360-22 J10-2, J10-4 worked by hand for IPE 200 (5.6 / 8.5 / r 12): yielding 5 k + lb inside, 2.5 k at the
    ends.
    """
    found = {c.id: c for c in check_beam(member("IPE 200")).checks if c.id.startswith("web")}
    assert len(found) == 3
    inside = next(c for k, c in found.items() if "lift" in k)
    assert inside.demand == pytest.approx(25_000)
    yields = 275 * 5.6 * (5 * 20.5 + 60) / 1.5
    cripples = 0.8 * 5.6**2 * (1 + 3 * 60 / 200 * (5.6 / 8.5) ** 1.5) * (210e3 * 275 * 8.5 / 5.6) ** 0.5 / 2.0
    assert inside.capacity == pytest.approx(min(yields, cripples), rel=1e-6)
    end = next(c for k, c in found.items() if "at 0 mm" in k)
    assert (end.capacity or 0) < 0.75 * (inside.capacity or 0)


def test_a_wider_bearing_never_weakens_and_without_one_it_is_said() -> None:
    before = 0.0
    for bearing in (20, 40, 80, 160):
        checks = check_beam(member("IPE 200", bearing_mm=bearing)).checks
        least = min(c.capacity or 0 for c in checks if c.id.startswith("web"))
        assert least >= before
        before = least
    bare = check_beam(member("IPE 200", bearing_mm=None))
    assert any("say on what length" in x for x in bare.outside) and not any(c.id.startswith("web") for c in bare.checks)


def test_both_walls_of_a_box_and_no_rule_for_round() -> None:
    assert all(c.reserve for c in check_beam(member("RHS 120×80×6.3 hot")).checks if c.id.startswith("web"))
    assert check_beam(member("CHS 88.9×5")).strength.word == "not checked"


def test_european_patch_load_of_a_stocky_web_is_yield_over_its_length() -> None:
    """A stocky web (slenderness under 0.5) carries fy tw ly, ly = ss + 2 tf (1 + sqrt(bf / tw)): EN 1993-1-5 6.5 by
    hand.
    """
    s = section("HEB 200")
    found = patch_resistance_N(
        fy_MPa=235, E_MPa=210e3, depth_mm=s.depth_mm, width_mm=s.width_mm, web_mm=s.wall_mm, flange_mm=s.flange_mm,
        bearing_mm=50, at_end=False,
    )  # fmt: skip
    assert found == pytest.approx(235 * 9 * (50 + 2 * 15 * (1 + (200 / 9) ** 0.5)), rel=1e-6)
    assert check_beam(member("HEB 200", method={"kind": "en"})).strength.value


def test_wheels_on_the_bottom_flange() -> None:
    """Nearer to the web the flange takes more; a hollow section has none."""
    reserves = []
    for n in (5, 15, 25):
        verdict = check_beam(member("IPE 200", wheel_from_edge_mm=n, bearing_mm=None))
        reserves.append(next(c.reserve for c in verdict.checks if c.id == "flange-wheel"))
    assert reserves == sorted(reserves, key=lambda r: r or 0) and None not in reserves
    assert (
        check_beam(member("RHS 120×80×6.3 hot", wheel_from_edge_mm=5, bearing_mm=None)).strength.word == "not checked"
    )
