"""Plates checked: against Timoshenko's tables and closed forms, and what a hole saves and costs."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.checks.perforated import perforated_web
from yorvek.core.checks.plate import Plate, check_plate
from yorvek.core.errors import InputError
from yorvek.core.quantities import GRAVITY


def panel(**more: object) -> Plate:
    ask = {"a_mm": 800, "b_mm": 800, "thickness_mm": 8, "material_id": "S235", "lies": "upright"}
    return Plate.model_validate({"loads": [{"name": "push", "area_MPa": 0.005}], **ask, **more})


def of(plate: Plate, id: str) -> float:
    return next(c.demand or 0.0 for c in check_plate(plate).checks if c.id == id)


def test_square_panel_by_the_table() -> None:
    """Timoshenko and Woinowsky-Krieger table 8 (simply supported, nu 0.3): w = 0.00406 q a4 / D, M = 0.0479 q a2."""
    D = 210e3 * 8**3 / (12 * 0.91)
    assert of(panel(), "plate-movement") == pytest.approx(0.00406 * 0.005 * 800**4 / D, rel=0.003)
    assert of(panel(), "plate-stress") == pytest.approx(6 * 0.0479 * 0.005 * 800**2 / 64, rel=0.003)


def test_clamped_panel_is_stressed_most_at_its_edges() -> None:
    """Table 35: M = 0.0513 q a2 at the middle of an edge."""
    found = panel(edges=["clamped"] * 4)
    assert of(found, "plate-stress") == pytest.approx(6 * 0.0513 * 0.005 * 800**2 / 64, rel=0.01)


def test_water_to_the_brim_is_half_of_even_water_in_the_middle() -> None:
    """Table 9: the middle of a plate under triangular load moves half as much as under the same load all over."""
    wet = check_plate(panel(loads=[], water_mm=800))
    bottom = 1000 * GRAVITY * 800e-9
    even = check_plate(panel(loads=[{"name": "q", "area_MPa": bottom}]))
    assert wet.moved_mm[5][5] == pytest.approx(even.moved_mm[5][5] / 2, rel=1e-3)
    assert wet.total_N == pytest.approx(bottom / 2 * 800 * 800)


def test_water_half_way_up_presses_less_than_to_the_brim_and_deeper_more() -> None:
    found = [of(panel(loads=[], water_mm=h), "plate-stress") for h in (200, 400, 800, 1600)]
    assert found == sorted(found)


def test_disc_and_strip_by_closed_forms() -> None:
    """Roark: clamped disc 3 q r2 / 4 t2; strip q L2 / 8 and q L2 / 2."""
    disc = panel(form="disc", edges=["clamped"] * 4)
    assert of(disc, "plate-stress") == pytest.approx(0.75 * 0.005 * 400**2 / 64)
    assert of(panel(form="strip"), "plate-stress") == pytest.approx(6 * 0.005 * 800**2 / 8 / 64)
    held = panel(form="strip", edges=["clamped", "simple", "simple", "simple"])
    assert of(held, "plate-stress") == pytest.approx(6 * 0.005 * 800**2 / 2 / 64)
    both = panel(form="strip", edges=["clamped", "clamped", "simple", "simple"])
    assert of(both, "plate-stress") == pytest.approx(6 * 0.005 * 800**2 / 12 / 64)


def test_lying_flat_it_carries_itself_and_plastics_are_judged_by_the_shop_factor_only() -> None:
    assert of(panel(lies="flat", loads=[]), "plate-stress") > 0
    acrylic = panel(material_id="acrylic", thickness_mm=12)
    assert check_plate(acrylic).strength.value
    assert (
        check_plate(acrylic.model_copy(update={"method": panel(method={"kind": "asd"}).method})).strength.word
        == "not checked"
    )


@settings(max_examples=8, deadline=None)
@given(st.floats(200, 1500), st.floats(200, 1500), st.floats(3, 25), st.floats(1.1, 3.0))
def test_reserve_falls_with_load_and_rises_with_thickness(a: float, b: float, t: float, times: float) -> None:
    plain = check_plate(panel(a_mm=a, b_mm=b, thickness_mm=t))
    loaded = check_plate(panel(a_mm=a, b_mm=b, thickness_mm=t, loads=[{"name": "push", "area_MPa": 0.005 * times}]))
    thicker = check_plate(panel(a_mm=a, b_mm=b, thickness_mm=t * times))
    for less, more in ((loaded, plain), (plain, thicker)):
        assert (less.strength.value or 0) <= (more.strength.value or 0)
        assert (less.stiffness.value or 0) <= (more.stiffness.value or 0)


def test_holes_save_mass_faster_than_stiffness() -> None:
    """By hand: a hole of half the depth takes an eighth of I at its middle, and pi d2 / 4 of every pitch times
    depth.
    """
    found = perforated_web(length_mm=1500, depth_mm=200, thickness_mm=6, hole_mm=100, pitch_mm=150)
    assert found.holes == 10
    assert found.mass_saved == pytest.approx(10 * 3.14159 * 50**2 / (1500 * 200), rel=1e-5)
    assert found.net_S_mm3 == pytest.approx(6 * (200**3 - 100**3) / 12 / 100)
    assert 1 - 0.125 < found.bending_kept < 1.0
    assert 1 - found.bending_kept < 0.5 * found.mass_saved
    rimmed = perforated_web(length_mm=1500, depth_mm=200, thickness_mm=6, hole_mm=100, pitch_mm=150, rim_mm=10)
    assert rimmed.bending_kept > found.bending_kept and rimmed.mass_saved < found.mass_saved


def test_a_web_is_checked_at_a_hole() -> None:
    web = panel(
        form="web", a_mm=1500, b_mm=200, thickness_mm=6, hole_mm=100, pitch_mm=150, moment_Nmm=2e6, shear_N=5000
    )
    verdict = check_plate(web)
    net = 6 * (200**3 - 100**3) / 12 / 100
    assert verdict.checks[0].demand == pytest.approx(2e6 / net + 2500 * 45 / (6 * 50**2 / 6))
    assert verdict.checks[1].demand == pytest.approx(1.5 * 5000 / 600)


@pytest.mark.parametrize(
    ("hole", "pitch", "says"), [(0, 100, "diameter"), (190, 300, "depth"), (100, 100, "hole to hole")]
)
def test_holes_that_cannot_be(hole: float, pitch: float, says: str) -> None:
    with pytest.raises(InputError, match=says):
        perforated_web(length_mm=1000, depth_mm=200, thickness_mm=6, hole_mm=hole, pitch_mm=pitch)


def test_water_on_a_disc_is_refused_in_words() -> None:
    with pytest.raises(InputError, match="panel on four edges"):
        check_plate(panel(form="disc", water_mm=300))
