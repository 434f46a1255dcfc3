"""What a field understands and how it is written back. The cases are the contract, shared with the front end."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yorvek.core.errors import InputError
from yorvek.core.quantities import INCH_MM, fraction_text, length_text, parse
from yorvek.core.quantities.format import fraction_error_in

SHARED = json.loads((Path(__file__).parents[1] / "shared" / "quantities.json").read_text())


def understand(case):
    return parse(
        case["text"],
        kind=case.get("kind", "length"),
        unit=case["unit"],
        names=SHARED["names"],
        metal=case.get("metal"),
        more_than=case.get("more_than"),
    )


@pytest.mark.parametrize(
    "case", [c for c in SHARED["cases"] if "refused" not in c], ids=lambda c: f"{c['text']} ({c['unit']})"
)
def test_understood(case):
    assert understand(case).value == pytest.approx(case.get("mm", case.get("value")), rel=1e-5)


@pytest.mark.parametrize("case", [c for c in SHARED["cases"] if "refused" in c], ids=lambda c: c["text"] or "empty")
def test_refused_with_what_would_be_right(case):
    with pytest.raises(InputError) as refusal:
        understand(case)
    assert case["refused"] in refusal.value.sentence


def test_refusal_names_the_place():
    with pytest.raises(InputError) as refusal:
        parse("41 3/8 - 2*nothing", names={"width": 3.0})
    assert refusal.value.at == 11 and "width" in refusal.value.sentence


@pytest.mark.parametrize("case", SHARED["fractions"], ids=lambda c: f"{c['inches']}/{c['denominator']}")
def test_fraction(case):
    assert fraction_text(case["inches"], case["denominator"]) == case["text"]


@pytest.mark.parametrize("case", SHARED["lengths"], ids=lambda c: f"{c['mm']} {c['unit']}")
def test_c12_what_is_thin_keeps_its_figures(case):
    assert length_text(case["mm"], case["unit"], with_unit=case["unit"] == "in") == case["text"]


@given(st.floats(0.0, 5000.0), st.sampled_from([16, 32]))
def test_a_written_inch_length_reads_back_within_half_a_step(mm, denominator):
    text = length_text(mm, "in", denominator=denominator)
    assert abs(parse(text, unit="mm").value - mm) <= INCH_MM / denominator / 2 + 1e-6


@given(st.floats(-200, 200))
def test_fraction_error_is_what_was_added(inches):
    assert abs(fraction_error_in(inches, 32)) <= 1 / 64 + 1e-8


@given(st.text(max_size=30))
def test_any_text_is_understood_or_refused_in_words(text):
    try:
        parse(text, unit="in")
    except InputError as refusal:
        assert refusal.needs
