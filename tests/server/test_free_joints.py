"""A joint by itself: made, judged, changed, undone, refused, and carried by the job's file."""

import pytest

from tests.server.conftest import mm
from yorvek.core.joints import KINDS


def lug(**changes):
    """A lug of the Quillmere gate on its pin."""
    joint = {
        "kind": "pin", "pin": mm("16"), "lug": mm("12"), "cheek": mm("12"), "width": mm("60"), "edge": mm("30"),
        "gap": mm("2"), "foot_height": mm("40"),
    }  # fmt: skip
    spec = {
        "mark": "J1", "name": "gate lug", "section_id": "FL 60×12", "material_id": "S355", "joint": joint,
        "forces": [{"name": "gate", "case": "live", "pull": mm("8 kN")}],
    }  # fmt: skip
    return {**spec, **changes}


@pytest.fixture
def base(owner):
    return f"/jobs/{owner.good('POST', '/jobs', {'name': 'Gate lug'})['job']['id']}"


def test_a_joint_is_made_changed_and_undone(owner, base):
    saved = owner.good("POST", f"{base}/joints", lug())
    row = saved["view"]["joints"][0]
    first = row["verdict"]["strength"]["value"]
    assert row["trouble"] is None and first > 0
    assert saved["view"]["figures"]["strength"]["value"] == pytest.approx(first)
    doubled = lug(forces=[{"name": "gate", "case": "live", "pull": mm("16 kN")}])
    view = owner.good("PUT", f"{base}/joints/{saved['id']}", {"version": 1, "spec": doubled})["view"]
    assert view["joints"][0]["verdict"]["strength"]["value"] == pytest.approx(first / 2, rel=1e-6)
    assert owner("PUT", f"{base}/joints/{saved['id']}", {"version": 1, "spec": doubled}).status_code == 409
    view = owner.good("POST", f"{base}/undo")
    assert view["joints"][0]["verdict"]["strength"]["value"] == pytest.approx(first)


def test_without_forces_it_is_not_checked(owner, base):
    view = owner.good("POST", f"{base}/joints", lug(forces=[]))["view"]
    assert view["joints"][0]["verdict"]["strength"]["value"] is None
    assert view["figures"]["strength"]["word"] == "not checked"


def test_what_makes_no_sense_is_refused_in_words(owner, base):
    answer = owner("POST", f"{base}/joints", lug(section_id="FL 61×13"))
    assert answer.status_code == 422 and "FL 61×13" in answer.json()["sentence"]
    both = [{"name": "a", "case": "live", "pull": mm("1 kN")}, {"name": "b", "case": "design", "pull": mm("1 kN")}]
    answer = owner("POST", f"{base}/joints", lug(forces=both))
    assert answer.status_code == 422 and "one or the other" in answer.json()["sentence"]
    assert owner.good("GET", base)["joints"] == []


def test_the_file_carries_it(owner, base):
    owner.good("POST", f"{base}/joints", lug())
    content = owner("GET", f"{base}/export/job.json").content.decode()
    assert "gate lug" in content
    again = owner.good("POST", "/jobs/import", {"text": content})
    assert again["joints"][0]["verdict"] == owner.good("GET", base)["joints"][0]["verdict"]


def test_every_kind_says_what_it_asks(owner):
    kinds = {k["kind"]: k for k in owner.good("GET", "/joint-kinds")}
    assert set(kinds) == set(KINDS)
    asks = {a["name"]: a for a in kinds["pin"]["asks"]}
    assert not asks["pin"]["optional"] and asks["pin"]["typed"] == "length"
    assert asks["lug_metal"]["typed"] == "text" and asks["threads_in"]["typed"] == "yes or no"


def test_c8_names_of_loads_and_marks_stand_once(owner, base):
    crowd = {"name": "crowd", "case": "live", "form": "force", "force": mm("1 kN")}
    owner.good("POST", f"{base}/loads", crowd)
    answer = owner("POST", f"{base}/loads", crowd)
    assert answer.status_code == 422 and "another load has this name" in answer.json()["sentence"]
    owner.good("POST", f"{base}/joints", lug())
    answer = owner("POST", f"{base}/joints", lug())
    assert answer.status_code == 422 and "has this mark" in answer.json()["sentence"]
    assert len(owner.good("GET", base)["joints"]) == 1


def test_c9_another_figure_was_verified_by_nobody_yet(owner, base):
    size = {"name": "reach", "size": mm("600"), "origin": "measured", "verified_by": "fabricator"}
    made = owner.good("POST", f"{base}/dimensions", size)
    view = owner.good("PUT", f"{base}/dimensions/{made['id']}", {"version": 1, "spec": {**size, "size": mm("650")}})[
        "view"
    ]
    assert view["dimensions"][0]["spec"]["verified_by"] == ""
    again = {"version": 2, "spec": {**size, "size": mm("700"), "verified_by": "estimator"}}
    view = owner.good("PUT", f"{base}/dimensions/{made['id']}", again)["view"]
    assert view["dimensions"][0]["spec"]["verified_by"] == "estimator"
