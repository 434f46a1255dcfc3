"""Typed entries in records: resolved with named dimensions, kept as typed, refused at their path."""

import pytest

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Place, Size, Thickness, evaluate_dimensions, resolve


class Plate(Model):
    material_id: str = ""
    width: Length
    edge: Place | None = None
    thickness: Thickness | None = None


class Stack(Model):
    plates: list[Plate]


def size(text, unit="mm"):
    return Size(text=text, unit=unit)


def test_formulas_of_each_other_in_any_order():
    """deck 1300 less two rails of 60 leaves 1180, halved by two bays."""
    found = evaluate_dimensions(
        {"bay": size("cross / 2"), "cross": size("deck - 2*rail"), "deck": size("1300"), "rail": size("60")}
    )
    assert found == {"bay": 590, "cross": 1180, "deck": 1300, "rail": 60}


def test_both_unit_systems_in_one_formula():
    found = evaluate_dimensions({"gap": size("1/2", "in"), "run": size("10 in + gap", "in")})
    assert found["run"] == pytest.approx(10.5 * 25.4)


@pytest.mark.parametrize(
    ("texts", "words"),
    [
        ({"a": "b", "b": "a"}, "need each other"),
        ({"a": "a + 1"}, "a"),
        ({"a": "b + 1"}, "b"),
        ({"a": "1 +"}, "a"),
        ({"a": "1e9 m"}, "a"),
    ],
)
def test_formulas_that_lead_nowhere(texts, words):
    with pytest.raises(InputError) as refused:
        evaluate_dimensions({k: size(v) for k, v in texts.items()})
    assert words in refused.value.sentence and refused.value.field in texts


def test_an_entry_keeps_what_was_typed():
    plate = resolve(Plate(width=Length(text="deck - 2*60", value=7.0)), {"deck": 1300.0})
    assert plate.width.value == 1180 and plate.width.text == "deck - 2*60"


def test_a_gauge_needs_its_metal():
    """14 gauge of carbon steel sheet is 0.0747 in (manufacturers' standard gauge)."""
    ga = Thickness(text="14 ga")
    assert resolve(
        Plate(material_id="A36", width=Length(text="10"), thickness=ga), {}
    ).thickness.value == pytest.approx(0.0747 * 25.4)
    with pytest.raises(InputError) as refused:
        resolve(Plate(width=Length(text="10"), thickness=ga), {})
    assert "metal" in refused.value.sentence


def test_the_path_of_a_wrong_entry_in_a_list():
    good, bad = Plate(width=Length(text="10")), Plate(width=Length(text="10"), edge=Place(text="-1"))
    with pytest.raises(InputError) as refused:
        resolve(Stack(plates=[good, bad]), {})
    assert refused.value.field == "plates.1.edge"


def test_what_is_resolved_already_stays_the_same_object():
    plate = resolve(Plate(width=Length(text="10")), {})
    assert resolve(plate, {}) is plate
