"""Features of a plate through the API: drawn, weighed, refused with their place, and taken back."""

import pytest

from tests.server.conftest import mm


def with_holes(*features, **more):
    shape = {"family": "rectangle", "width": mm("200"), "height": mm("120"), "thickness": mm("12")}
    return {"mark": "H1", "qty": 3, "material_id": "S355", "shape": shape, "features": list(features), **more}


TAPPED = {
    "kind": "tapped", "thread": "M12", "x": mm("100"), "y": mm("60"),
    "pattern": {"pattern": "circle", "count": 6, "diameter": mm("70")},
}  # fmt: skip
SMALL = {"kind": "hole", "size": mm("5"), "x": mm("15"), "y": mm("15")}


def made(owner, job, *features):
    view = owner.good("POST", f"{job['base']}/parts", with_holes(*features))["view"]
    return next(p for p in view["parts"] if p["spec"]["mark"] == "H1")


def test_a_feature_reaches_drawing_and_mass_and_goes_back_with_one_undo(owner, job):
    plain = made(owner, job)
    body = {"version": plain["version"], "spec": with_holes(TAPPED, SMALL)}
    after = owner.good("PUT", f"{job['base']}/parts/{plain['id']}", body)
    assert after
    part = next(p for p in owner.good("GET", job["base"])["parts"] if p["id"] == plain["id"])
    assert len(part["geometry"]["outline"]["openings"]) == 7
    assert part["geometry"]["mass_kg"] < plain["geometry"]["mass_kg"]
    owner.good("POST", f"{job['base']}/undo")
    back = next(p for p in owner.good("GET", job["base"])["parts"] if p["id"] == plain["id"])
    assert back["geometry"]["outline"]["openings"] == [] and back["spec"]["features"] == []


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"x": mm("2")}, "features.0.x", "breaks the edge"),
        ({"size": mm("0")}, "features.0.size", "more than"),
        ({"size": mm("abc")}, "features.0.size", "abc"),
        ({"kind": "star"}, "features.0", "star"),
        ({"pattern": {"pattern": "row", "count": 1, "pitch": mm("20")}}, "features.0.pattern.count", "at least 2"),
        ({"extra": 1}, "features.0.extra", "extra"),
    ],
)
def test_a_feature_that_cannot_be_is_refused_where_it_stands(owner, job, change, field, words):
    answer = owner("POST", f"{job['base']}/parts", with_holes({**SMALL, **change}))
    assert answer.status_code == 422
    said = answer.json()
    assert said["field"].startswith(field) and words in said["sentence"], said
    assert all(p["spec"]["mark"] != "H1" for p in owner.good("GET", job["base"])["parts"])


def test_what_can_be_added_is_told_with_its_questions(owner):
    known = owner.good("GET", "/catalogue")
    assert [k["kind"] for k in known["features"]] == ["hole", "tapped", "countersunk", "slot", "window"]
    assert [p["kind"] for p in known["patterns"]] == ["once", "row", "grid", "circle"]
    assert all(a["words"] for k in (*known["features"], *known["patterns"]) for a in k["asks"])


def test_a_hole_in_a_bar_leaves_its_member_not_checked_until_it_is_gone(owner, job):
    bar = next(p for p in job["parts"] if p["spec"]["mark"] == "R1")
    hole = {"kind": "hole", "size": mm("13"), "x": mm("300"), "y": mm("30"), "face": "top", "through": False}
    spec = {**bar["spec"], "features": [hole]}
    owner.good("PUT", f"{job['base']}/parts/{bar['id']}", {"version": bar["version"], "spec": spec})
    view = owner.good("GET", job["base"])
    drilled = next(p for p in view["parts"] if p["id"] == bar["id"])
    assert [f["face"] for f in drilled["geometry"]["faces"]] == ["top"]
    strength = view["members"][0]["verdict"]["strength"]
    assert strength["word"] == "not checked" and "R1 at 300 mm" in strength["governs"]
    owner.good("POST", f"{job['base']}/undo")
    assert owner.good("GET", job["base"])["members"][0]["verdict"]["strength"]["value"] is not None
