"""The other hand of a part through the API: it follows, it is refused where it cannot, it travels, and goes back."""

import json

from tests.server.conftest import mm


def bracket(x="20", **more):
    shape = {"family": "bent", "width": mm("100"), "thickness": mm("5"), "first_leg": mm("70"),
             "bends": [{"turn": mm("90"), "leg": mm("80")}]}  # fmt: skip
    hole = {"kind": "hole", "size": mm("14"), "x": mm(x), "y": mm("30"), "leg": 1}
    return {"mark": "K1", "qty": 2, "hand": "left", "material_id": "S355", "shape": shape, "features": [hole], **more}


def twin(of, mark="K2", **more):
    return {"mark": mark, "qty": 2, "shape": {"family": "twin", "of": of, **more}}


def pair(owner, job):
    first = owner.good("POST", f"{job['base']}/parts", bracket())["id"]
    return first, owner.good("POST", f"{job['base']}/parts", twin(first))["id"]


def row(view, number):
    return next(p for p in view["parts"] if p["id"] == number)


def test_it_is_the_other_hand_and_follows_with_the_edit_of_the_first(owner, job):
    first, second = pair(owner, job)
    view = owner.good("GET", job["base"])
    one, other = row(view, first), row(view, second)
    assert (one["followed"]["hand"], other["followed"]["hand"], other["spec"]["hand"]) == ("left", "right", "")
    assert other["geometry"]["notes"][0] == "as K1, mirrored" and other["followed"]["material_id"] == "S355"
    assert [f for f in view["figures"]["audit"] if f["rule"] == "pairs"] == []
    body = {"version": one["version"], "spec": bracket(x="35", qty=3)}
    changes = owner.good("PUT", f"{job['base']}/parts/{first}", body)["view"]
    (vertex, *_) = row(changes, second)["geometry"]["outline"]["openings"][0]["vertices"]
    assert vertex["x"] == 35 - 7 and vertex["y"] == 70
    (uneven,) = [f for f in owner.good("GET", job["base"])["figures"]["audit"] if f["rule"] == "pairs"]
    assert (uneven["mark"], uneven["asked"], uneven["open"]) == ("K2", "qty", True)
    owner.good("POST", f"{job['base']}/undo")
    assert row(owner.good("GET", job["base"]), second)["geometry"] == other["geometry"]


def test_what_is_followed_stays_and_what_follows_is_not_followed(owner, job):
    first, second = pair(owner, job)
    refused = owner("DELETE", f"{job['base']}/parts/{first}?version=1")
    assert refused.status_code == 422 and "K2 use it" in refused.json()["sentence"]
    for spec, words in [
        (twin(second, "K3"), "no twin itself"),
        (twin(987654321, "K3"), "the part it follows is gone"),
        (twin(first, "K3", grown=mm("5")), "its legs say its size"),
    ]:
        answer = owner("POST", f"{job['base']}/parts", spec)
        assert answer.status_code == 422 and words in answer.json()["sentence"], answer.json()
    other = owner.good("POST", f"{job['base']}/parts", bracket(mark="K4"))["id"]
    answer = owner("PUT", f"{job['base']}/parts/{first}", {"version": 1, "spec": twin(other, "K1")})
    assert answer.status_code == 422 and "K2 follows it" in answer.json()["sentence"]
    assert answer.json()["field"] == "shape.of"
    owner.good("DELETE", f"{job['base']}/parts/{second}?version=1")
    owner.good("DELETE", f"{job['base']}/parts/{first}?version=1")


def test_a_copy_and_a_file_keep_who_follows_whom_in_whatever_order(owner, job):
    first, second = pair(owner, job)
    spec = twin(owner.good("POST", f"{job['base']}/parts", bracket(mark="K9"))["id"], "K2")
    owner.good("PUT", f"{job['base']}/parts/{second}", {"version": 1, "spec": spec})  # it stands before what it follows
    text = owner("GET", f"{job['base']}/export/job.json").json()
    copied = owner.good("POST", f"{job['base']}/copy", {"name": "The other bank"})
    read = owner.good("POST", "/jobs/import", {"text": json.dumps(text), "stock": False})
    for made in (copied, owner.good("GET", f"/jobs/{read['job']['id']}")):
        marks = {p["spec"]["mark"]: p for p in made["parts"]}
        assert marks["K2"]["spec"]["shape"]["of"] == marks["K9"]["id"] != first
        assert marks["K2"]["geometry"]["notes"][0] == "as K9, mirrored"
    for p in text["parts"]:
        if p["spec"]["mark"] == "K9":
            p["spec"]["shape"] = {
                "family": "twin",
                "of": next(q["id"] for q in text["parts"] if q["spec"]["mark"] == "K2"),
            }
            p["spec"]["features"] = []
    refused = owner("POST", "/jobs/import", {"text": json.dumps(text), "stock": False})
    assert refused.status_code == 422 and "does not stand on it" in refused.json()["sentence"]


def test_a_part_that_is_drafted_as_a_twin_shows_what_it_would_be(owner, job):
    first = owner.good("POST", f"{job['base']}/parts", bracket())["id"]
    seen = owner.good("POST", f"{job['base']}/preview", {"kind": "parts", "spec": twin(first)})
    assert "as K1, mirrored" in json.dumps(seen)
    assert [p["spec"]["mark"] for p in owner.good("GET", job["base"])["parts"] if p["spec"]["mark"] == "K2"] == []
