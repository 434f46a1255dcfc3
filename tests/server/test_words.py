"""What does not fit is said in plain words, whatever of it the library found."""

import re

import pytest
from pydantic import ValidationError

from yorvek.core.errors import needs_of
from yorvek.core.jobs import LoadSpec
from yorvek.core.parts import PartSpec

LOAD = {"name": "crowd", "case": "live", "form": "area", "area": {"text": "5 kN/m2"}, "dynamic_factor": 1, "cycles": 0}


def said(model, values):
    with pytest.raises(ValidationError) as refused:
        model.model_validate(values)
    return {".".join(str(p) for p in e["loc"]): needs_of(e) for e in refused.value.errors()}


@pytest.mark.parametrize(
    ("change", "field", "right"),
    [
        ({"name": ""}, "name", "something to read"),
        ({"name": "x" * 500}, "name", r"at most \d+ characters"),
        ({"dynamic_factor": 0.2}, "dynamic_factor", "at least 1"),
        ({"dynamic_factor": "much"}, "dynamic_factor", "a number"),
        ({"cycles": -3}, "cycles", "at least 0"),
        ({"cycles": "often"}, "cycles", "a number"),
        ({"case": "snowy"}, "case", "one of .*live.*"),
        ({"both_ways": "perhaps"}, "both_ways", "yes or no"),
        ({"name": 5}, "name", "a text"),
    ],
)
def test_a_load_that_does_not_fit_is_said_in_plain_words(change, field, right):
    found = said(LoadSpec, {**LOAD, **change})
    assert re.fullmatch(right, found[field]), found


def test_a_count_is_a_whole_number():
    shape = {"family": "rectangle", "width": {"text": "1"}, "height": {"text": "1"}, "thickness": {"text": "8"}}
    assert said(PartSpec, {"mark": "P1", "qty": 1.5, "shape": shape})["qty"] == "a whole number"


def test_what_is_left_out_has_to_be_given():
    assert said(PartSpec, {"mark": "P1"})["shape"] == "it has to be given"


def test_everything_is_said_at_once_and_never_in_the_words_of_the_library(owner, job):
    wrong = {"name": "", "dynamic_factor": 0.2, "cycles": -3, "case": "snowy"}
    answer = owner("POST", f"{job['base']}/loads", {**LOAD, **wrong})
    assert answer.status_code == 422
    errors = answer.json()["errors"]
    assert {e["path"] for e in errors} >= {"name", "dynamic_factor", "cycles", "case"}
    for one in errors:
        assert not re.search(r"string|input|should|instance", one["sentence"]), one


def test_a_draft_that_does_not_fit_is_said_in_the_same_words(owner, job):
    draft = {"kind": "loads", "spec": {**LOAD, "name": ""}}
    answer = owner("POST", f"{job['base']}/preview", draft)
    assert answer.status_code == 422
    assert answer.json()["sentence"] == "name: nothing was given; something to read."
