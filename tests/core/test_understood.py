"""What a bare number means in each kind of field, and how it is said back in both unit systems."""

import pytest

from yorvek.core.jobs.sources import CylinderForce
from yorvek.core.quantities import BARE, parse, quantity_text
from yorvek.core.quantities.entry import resolve


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("kind", BARE["mm"])
def test_what_was_understood_is_understood_again(kind, unit):
    """Said back in its unit it is the same quantity, to the digits that are shown."""
    for number in ("5", "0.4", "1234"):
        value = parse(number, kind=kind, unit=unit).value
        again = parse(quantity_text(value, kind, unit), kind=kind, unit=unit).value
        assert again == pytest.approx(value, rel=0.02 if unit == "in" else 1e-9)
        assert quantity_text(value, kind, "mm") and quantity_text(value, kind, "in")


def test_C2_a_bare_pressure_is_in_bar_or_psi():
    """150 on a bore of 50 mm pushes with 29.5 kN; it was read as kN/m2, a hundredth of it."""
    ram = resolve(CylinderForce.model_validate({"bore": {"text": "50"}, "pressure": {"text": "150"}}), {})
    assert ram.newtons() == pytest.approx(15 * 3.14159265 / 4 * 50**2)
    inch = {"bore": {"text": "2", "unit": "in"}, "pressure": {"text": "2200", "unit": "in"}}
    assert resolve(CylinderForce.model_validate(inch), {}).newtons() == pytest.approx(
        2200 * 3.14159265 * 4.4482216, rel=1e-6
    )


def test_small_and_nothing_keep_their_figures():
    assert quantity_text(0.0, "force", "mm") == "0 N"
    assert quantity_text(1.5, "force", "mm") == "1.5 N" and quantity_text(0.0005, "area_load", "mm") == "0.5 kN/m²"
    assert (
        quantity_text(0.0005, "area_load", "in") == "10.44 psf" and quantity_text(15.0, "pressure", "mm") == "150 bar"
    )
