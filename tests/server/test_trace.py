"""A template traced through the API: as the core does it, refused at the field that is wrong, by whoever may read."""

import base64

import pytest

from tests.core import strap_picture
from tests.core.jobs import DEMO


@pytest.fixture(scope="module")
def body():
    data = (DEMO / strap_picture.NAME).read_bytes()
    return {**strap_picture.asked().model_dump(), "content": base64.b64encode(data).decode()}


def test_a_picture_gives_an_outline_that_becomes_a_part(owner, job, body):
    found = owner.good("POST", f"{job['base']}/trace", body)
    assert len(found["outline"]["openings"]) == 4 and found["off_mm"] < 2
    shape = {"family": "free", "outline": found["outline"], "thickness": {"text": "12"}, "source": "strap"}
    part = {"mark": "T1", "material_id": "S355", "shape": shape}
    view = owner.good("POST", f"{job['base']}/parts", part)["view"]
    (row,) = [p for p in view["parts"] if p["spec"]["mark"] == "T1"]
    assert row["geometry"]["width_mm"] == pytest.approx(510, abs=1.5)


def test_lengths_of_a_trace_may_be_named_dimensions(owner, job, body):
    name = {"name": "sheet", "size": {"text": "600"}, "origin": "measured"}
    owner.good("POST", f"{job['base']}/dimensions", name)
    scale = {**body["scale"], "across": {"text": "sheet"}, "up": {"text": "sheet / 3"}}
    assert owner.good("POST", f"{job['base']}/trace", {**body, "scale": scale})["check_off"] < 0.01


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"check": {"ends": [[1, 1], [2, 2]], "length": {"text": "200"}}}, "check.ends"),
        ({"inside": [5.0, 5.0]}, "inside"),
        ({"content": "bm8gcGljdHVyZQ=="}, "photo"),
        ({"content": "?"}, "content"),
    ],
)
def test_what_is_wrong_is_said_at_its_field(owner, job, body, change, field):
    answer = owner("POST", f"{job['base']}/trace", {**body, **change})
    assert answer.status_code == 422 and answer.json()["field"] == field


def test_a_second_length_that_disagrees_is_refused(owner, job, body):
    check = {**body["check"], "length": {"text": "220"}}
    answer = owner("POST", f"{job['base']}/trace", {**body, "check": check})
    assert answer.status_code == 422 and answer.json()["field"] == "check.length"


def test_a_stranger_traces_nothing_here(stranger, job, body):
    assert stranger("POST", f"{job['base']}/trace", body).status_code == 404
