"""Fits and own bends through the API: with named dimensions, in and out of a file, with undo; what slides over what."""

import json

import pytest

from tests.server.conftest import mm


def change(owner, job, **more):
    now = owner.good("GET", job["base"])["job"]
    return owner.good("PUT", job["base"], {"version": now["version"], "spec": {**now["spec"], **more}})


def pin(inner, outer, name="hinge"):
    side = {"off": None, "section_id": "", "hole": "", "joint": ""}
    return {
        "kind": "pin", "name": name, "moves": "turns",
        "inner": {**side, "size": mm(inner)}, "outer": {**side, "size": mm(outer)},
    }  # fmt: skip


def fits(owner, job):
    return [(f["level"], f["words"]) for f in owner.good("GET", job["base"])["figures"]["fits"]]


def test_a_fit_follows_a_named_dimension_and_goes_back_with_undo(owner, job):
    base = job["base"]
    owner.good("POST", f"{base}/dimensions", {"name": "pin_d", "size": mm("20"), "origin": "measured"})
    change(owner, job, fits=[pin("pin_d", "20.5")])
    assert fits(owner, job) == [("fits", "goes in and moves")]
    row = next(d for d in owner.good("GET", base)["dimensions"] if d["spec"]["name"] == "pin_d")
    body = {"version": row["version"], "spec": {**row["spec"], "size": mm("22")}}
    view = owner.good("PUT", f"{base}/dimensions/{row['id']}", body)["view"]
    assert view["figures"]["fits"][0]["level"] == "stop"
    assert [f["mark"] for f in view["figures"]["audit"] if f["rule"] == "fits"] == ["hinge"]
    owner.good("POST", f"{base}/undo")
    assert fits(owner, job) == [("fits", "goes in and moves")]


def test_a_file_whose_brief_counts_on_named_dimensions_is_read(owner, job):
    base = job["base"]
    owner.good("POST", f"{base}/dimensions", {"name": "pin_d", "size": mm("20"), "origin": "measured"})
    change(owner, job, fits=[pin("pin_d", "20.5")])
    text = json.dumps(owner("GET", f"{base}/export/job.json").json())
    made = owner.good("POST", "/jobs/import", {"text": text, "stock": False})
    assert made["job"]["spec"]["fits"][0]["inner"]["size"]["text"] == "pin_d"
    assert [f["words"] for f in made["figures"]["fits"]] == ["goes in and moves"]


def test_a_fit_says_where_nonsense_stands(owner, job):
    now = owner.good("GET", job["base"])["job"]
    spec = {**now["spec"], "fits": [pin("20", "cheese")]}
    answer = owner("PUT", job["base"], {"version": now["version"], "spec": spec})
    assert answer.status_code == 422 and answer.json()["field"] == "fits.0.outer.size"
    spec = {**now["spec"], "fits": [{**pin("20", "21"), "kind": "glue"}]}
    answer = owner("PUT", job["base"], {"version": now["version"], "spec": spec})
    assert answer.status_code == 422 and answer.json()["field"].startswith("fits.0")


def test_what_slides_is_told_to_who_may_read(owner, stranger, job):
    path = f"{job['base']}/slides?of=CHS 33.7×2.6&how=over"
    found = owner.good("GET", path)
    assert found and {"least_mm", "words", "on_hand"} <= set(found[0])
    assert stranger("GET", path).status_code == 404
    assert owner("GET", f"{job['base']}/slides?of=RD 20&how=into").status_code == 422
    assert owner("GET", f"{job['base']}/slides?of=cheese").status_code == 422


def bent(**more):
    shape = {
        "family": "bar", "section_id": "CHS 33.7×2.6", "first_leg": mm("300"),
        "bends": [{"turn": mm("45"), "leg": mm("400")}],
    }  # fmt: skip
    return {"mark": "H9", "material_id": "S355", "shape": {**shape, **more}}


def test_a_bent_bar_is_cut_as_its_legs_say_and_own_bends_set_the_next(owner, job):
    base = job["base"]
    view = owner.good("POST", f"{base}/parts", bent())["view"]
    (row,) = [p for p in view["parts"] if p["spec"]["mark"] == "H9"]
    g = row["geometry"]
    assert g["bends"][0]["set_deg"] == 48
    pieces = [p for b in view["bars"] for p in b["group"]["problem"]["parts"] if p["id"] == "H9"]
    assert pieces[0]["length"] == pytest.approx(g["length_mm"], abs=1e-3)
    own = {"section_id": "CHS 33.7×2.6", "material_id": "S355", "radius": mm("101"), "set": mm("50"), "came": mm("45")}
    change(owner, job, bends_tried=[own])
    now = next(p for p in owner.good("GET", base)["parts"] if p["id"] == row["id"])["geometry"]["bends"][0]
    assert (now["set_deg"], now["set_by"]) == (50, "one bend of your own")
    owner.good("POST", f"{base}/undo")
    assert owner.good("GET", base)["parts"][-1]["geometry"]["bends"][0]["set_deg"] == 48


def test_a_bend_that_came_out_at_nothing_is_refused(owner, job):
    now = owner.good("GET", job["base"])["job"]
    own = {"section_id": "RD 20", "material_id": "S355", "radius": mm("60"), "set": mm("50"), "came": mm("0")}
    answer = owner("PUT", job["base"], {"version": now["version"], "spec": {**now["spec"], "bends_tried": [own]}})
    assert answer.status_code == 422 and answer.json()["field"] == "bends_tried.0.came"


def test_a_bent_bar_that_cannot_be_is_refused_at_its_field(owner, job):
    answer = owner("POST", f"{job['base']}/parts", bent(length=mm("900")))
    assert answer.status_code == 422 and answer.json()["field"] == "shape.length"
    answer = owner("POST", f"{job['base']}/parts", bent(first_leg=mm("20")))
    assert answer.status_code == 422 and answer.json()["field"] == "shape.first_leg"
