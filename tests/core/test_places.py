"""Where an error is, in what was sent: a record that says its kind has no step of its own for it."""

import pytest
from pydantic import ValidationError

from yorvek.core.errors import place_of
from yorvek.core.files.jobfile import first_trouble
from yorvek.core.parts import PartSpec


def mm(value):
    return {"text": value}


BENT = {"family": "bent", "width": mm("9"), "thickness": mm("2"), "first_leg": mm("9"), "bends": []}
ROW = {"kind": "hole", "size": mm("3"), "x": mm("2"), "y": mm("2"), "pattern": {"pattern": "row", "count": 1}}


@pytest.mark.parametrize(
    ("shape", "features", "place"),
    [
        (BENT, [], "shape.bends"),
        ({**BENT, "bends": [{"turn": {"text": 3}, "leg": mm("2")}]}, [], "shape.bends.0.turn.text"),
        ({"family": "star"}, [], "shape"),
        ({"family": "rectangle", "width": mm("9"), "thickness": mm("2")}, [], "shape.height"),
        ({**BENT, "bends": [{"turn": mm("3"), "leg": mm("2")}]}, [ROW], "features.0.pattern.pitch"),
    ],
)
def test_the_place_is_the_fields(shape, features, place):
    sent = {"mark": "bent", "shape": shape, "features": features}
    with pytest.raises(ValidationError) as caught:
        PartSpec.model_validate(sent)
    errors = [".".join(place_of(e["loc"], sent)) for e in caught.value.errors()]
    assert place in errors
    assert first_trouble(caught.value, sent).field == errors[0]


def test_a_name_that_is_no_kind_stays():
    assert place_of(("body", "parts", 0, "shape"), {"parts": [{"shape": 3}]}) == ["body", "parts", "0", "shape"]
    assert place_of(("parts", 4, "shape"), {"parts": []}) == ["parts", "4", "shape"]
    assert place_of(("shape", "bent", "bends"), None) == ["shape", "bent", "bends"]
