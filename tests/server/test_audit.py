"""The audit through the API: found with an edit, decided with a reason that stays, gone with what it was about."""

import pytest

from tests.server.conftest import mm


def near_the_edge(x):
    shape = {"family": "rectangle", "width": mm("200"), "height": mm("120"), "thickness": mm("12")}
    hole = {"kind": "hole", "size": mm("14"), "x": mm(x), "y": mm("60")}
    return {"mark": "F9", "material_id": "S355", "shape": shape, "features": [hole]}


def found(owner, job):
    return owner.good("GET", job["base"])["figures"]["audit"]


def decided(owner, job, key, reason):
    now = owner.good("GET", job["base"])["job"]
    spec = {**now["spec"], "going_on": [{"finding": key, "reason": reason}]}
    return owner("PUT", job["base"], {"version": now["version"], "spec": spec})


def test_a_mistake_is_found_with_the_edit_that_makes_it_and_gone_with_the_one_that_mends_it(owner, job):
    assert found(owner, job) == []
    view = owner.good("POST", f"{job['base']}/parts", near_the_edge("12"))["view"]
    (one,) = view["figures"]["audit"]
    part = next(p for p in view["parts"] if p["spec"]["mark"] == "F9")
    assert (one["mark"], one["part"], one["asked"], one["level"]) == ("F9", part["id"], "features.0.x", "stop")
    body = {"version": part["version"], "spec": near_the_edge("60")}
    owner.good("PUT", f"{job['base']}/parts/{part['id']}", body)
    assert found(owner, job) == []
    owner.good("POST", f"{job['base']}/undo")
    assert [f["key"] for f in found(owner, job)] == [one["key"]]


def test_a_reason_stays_and_goes_back_with_undo(owner, job):
    owner.good("POST", f"{job['base']}/parts", near_the_edge("12"))
    (one,) = found(owner, job)
    assert decided(owner, job, one["key"], "a cable goes through").status_code == 200
    assert found(owner, job)[0]["reason"] == "a cable goes through"
    saved = owner("GET", f"{job['base']}/export/job.json").json()
    assert saved["job"]["going_on"] == [{"finding": one["key"], "reason": "a cable goes through"}]
    owner.good("POST", f"{job['base']}/undo")
    assert found(owner, job)[0]["reason"] == ""


@pytest.mark.parametrize("reason", ["", "no", "x" * 400])
def test_a_reason_says_something(owner, job, reason):
    owner.good("POST", f"{job['base']}/parts", near_the_edge("12"))
    answer = decided(owner, job, found(owner, job)[0]["key"], reason)
    assert answer.status_code == 422 and answer.json()["field"] == "going_on.0.reason"


def test_who_may_only_read_decides_nothing(owner, job, stranger):
    owner.good("POST", f"{job['base']}/parts", near_the_edge("12"))
    now = owner.good("GET", job["base"])["job"]
    spec = {**now["spec"], "going_on": [{"finding": "edge:F9:features.0.x", "reason": "because"}]}
    answer = stranger("PUT", job["base"], {"version": now["version"], "spec": spec})
    assert answer.status_code in (403, 404) and found(owner, job)[0]["reason"] == ""
