"""A box of plates through the API: its walls are made with one edit, follow the side, travel, and go back."""

import json

from tests.server.conftest import mm


def side(width="240", corners=((0, 0), (400, 0), (400, 300), (0, 300)), **more):
    shape = {"family": "box_side", "corners": [{"x": mm(str(x)), "y": mm(str(y))} for x, y in corners],
             "width": mm(width), "thickness": mm("6"), "tab": mm("30")}  # fmt: skip
    return {"mark": "D1", "qty": 2, "material_id": "S355", "shape": shape, **more}


def made(owner, job):
    first = owner.good("POST", f"{job['base']}/parts", side())["id"]
    owner.good("POST", f"{job['base']}/parts/{first}/walls", {"version": 1})
    return first


def parts(owner, job):
    found = {p["spec"]["mark"]: p for p in owner.good("GET", job["base"])["parts"]}
    return {mark: row for mark, row in found.items() if mark.startswith("D")}


def wanting(owner, job):
    return [f["words"] for f in owner.good("GET", job["base"])["figures"]["audit"] if f["rule"] == "boxes"]


def test_its_walls_are_one_edit_and_follow_the_side(owner, job):
    first = made(owner, job)
    found = parts(owner, job)
    assert {m: p["spec"]["qty"] for m, p in found.items()} == {"D1": 2, "D1-1": 2, "D1-2": 2}
    assert found["D1-2"]["spec"]["name"] == "walls 2, 4" and found["D1-2"]["geometry"]["height_mm"] == 240
    owner.good("PUT", f"{job['base']}/parts/{first}", {"version": 1, "spec": side("300", qty=4)})
    assert parts(owner, job)["D1-2"]["geometry"]["height_mm"] == 300
    assert wanting(owner, job) == ["the box wants walls 1, 3: 2 of 4; walls 2, 4: 2 of 4"]
    owner.good("POST", f"{job['base']}/parts/{first}/walls", {"version": 2})
    assert {p["spec"]["qty"] for p in parts(owner, job).values()} == {4} and wanting(owner, job) == []
    for _ in range(2):
        owner.good("POST", f"{job['base']}/undo")
    assert {m: p["spec"]["qty"] for m, p in parts(owner, job).items()} == {"D1": 2, "D1-1": 2, "D1-2": 2}
    owner.good("POST", f"{job['base']}/undo")
    assert set(parts(owner, job)) == {"D1"}


def test_what_cannot_be_made_is_refused_and_nothing_is_stored(owner, job, stranger):
    first = made(owner, job)
    address = f"{job['base']}/parts/{first}/walls"
    for body, words in [({"version": 1}, "all of them are there"), ({"version": 7}, "look at it again first")]:
        answer = owner("POST", address, body)
        assert answer.status_code == 422 and words in answer.json()["sentence"]
    other = parts(owner, job)["D1-1"]["id"]
    answer = owner("POST", f"{job['base']}/parts/{other}/walls", {"version": 1})
    assert answer.status_code == 422 and "the side of a box of plates" in answer.json()["sentence"]
    assert stranger("POST", address, {"version": 1}).status_code == 404
    refused = owner("DELETE", f"{job['base']}/parts/{first}?version=1")
    assert refused.status_code == 422 and "use it" in refused.json()["sentence"]
    wrong = side("11", mark="D2")
    answer = owner("POST", f"{job['base']}/parts", wrong)
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"] == "shape.width"
    assert set(parts(owner, job)) == {"D1", "D1-1", "D1-2"}


def test_a_file_and_a_copy_keep_whose_walls_they_are(owner, job):
    made(owner, job)
    file = owner("GET", f"{job['base']}/export/job.json").json()
    read = owner.good("POST", "/jobs/import", {"text": json.dumps(file), "stock": False})
    found = {p["spec"]["mark"]: p for p in owner.good("GET", f"/jobs/{read['job']['id']}")["parts"]}
    assert found["D1-1"]["spec"]["shape"]["of"] == found["D1"]["id"] and found["D1-1"]["geometry"]
