"""Edits: ripple, undo over every row, conflicts, history."""

import pytest

from tests.server.conftest import a_load, mm
from yorvek.server.jobs.models import Job
from yorvek.server.journal.models import Edit

pytestmark = pytest.mark.django_db


def test_a_load_ripples_down_to_the_reserve(owner, job):
    load = job["loads"][0]
    view = owner.good(
        "PUT", f"{job['base']}/loads/{load['id']}", {"version": load["version"], "spec": a_load(area=mm("10 kN/m2"))}
    )["view"]
    ripple = view["last_edit"]["ripple"]
    assert (
        ripple["after"]["moves"] < ripple["before"]["moves"] and ripple["after"]["breaks"] < ripple["before"]["breaks"]
    )
    assert ripple["after"]["mass_kg"] == ripple["before"]["mass_kg"]


def test_a_member_that_grows_takes_its_part_and_its_bars_with_it(owner, job):
    member = job["members"][0]
    spec = {**member["spec"], "length": mm("4000"), "supports": [{"at": mm("0")}, {"at": mm("4000")}]}
    view = owner.good("PUT", f"{job['base']}/members/{member['id']}", {"version": member["version"], "spec": spec})[
        "view"
    ]
    assert next(p for p in view["parts"] if p["spec"]["mark"] == "R1")["geometry"]["length_mm"] == 4000
    assert view["bars"][0]["group"]["problem"]["parts"][0]["length"] == 4000


def test_a_named_dimension_is_followed_and_undone_in_every_row(owner, job):
    base = job["base"]
    saved = owner.good("POST", f"{base}/dimensions", {"name": "reach", "size": mm("3000")})
    member = job["members"][0]
    spec = {**member["spec"], "length": mm("reach"), "supports": [{"at": mm("0")}, {"at": mm("reach")}]}
    owner.good("PUT", f"{base}/members/{member['id']}", {"version": member["version"], "spec": spec})
    view = owner.good(
        "PUT", f"{base}/dimensions/{saved['id']}", {"version": 1, "spec": {"name": "reach", "size": mm("3500")}}
    )["view"]
    assert view["members"][0]["spec"]["length"]["value"] == 3500
    assert view["last_edit"]["rows"] >= 2
    view = owner.good("POST", f"{base}/undo")
    assert view["members"][0]["spec"]["length"]["value"] == 3000
    assert view["dimensions"][0]["spec"]["size"]["value"] == 3000


def test_undo_brings_back_what_was_taken_away(owner, job):
    part = next(p for p in job["parts"] if p["spec"]["mark"] == "F1")
    view = owner.good("DELETE", f"{job['base']}/parts/{part['id']}?version={part['version']}")
    assert [p["spec"]["mark"] for p in view["parts"]] == ["R1"]
    view = owner.good("POST", f"{job['base']}/undo")
    assert {p["spec"]["mark"] for p in view["parts"]} == {"R1", "F1"}


def test_an_edit_under_a_later_one_is_not_undone_over_it(owner, job):
    load = job["loads"][0]
    for version, size in ((1, "6 kN/m2"), (2, "7 kN/m2")):
        owner.good("PUT", f"{job['base']}/loads/{load['id']}", {"version": version, "spec": a_load(area=mm(size))})
    first = Edit.objects.filter(title="load crowd").order_by("id").first()
    answer = owner("POST", f"{job['base']}/undo?edit_id={first.pk}")
    assert answer.status_code == 422 and "changed since" in answer.json()["sentence"]


def test_a_stale_save_gets_what_changed_and_changes_nothing(owner, job):
    load = job["loads"][0]
    path = f"{job['base']}/loads/{load['id']}"
    owner.good("PUT", path, {"version": 1, "spec": a_load(note="theirs")})
    answer = owner("PUT", path, {"version": 1, "spec": a_load(name="mine")})
    body = answer.json()
    assert answer.status_code == 409 and body["fields"] == ["note"] and body["by"] == "owner"
    assert body["current"]["spec"]["note"] == "theirs" and body["current"]["version"] == 2


def test_history_says_who_changed_what(owner, job):
    load = job["loads"][0]
    owner.good("PUT", f"{job['base']}/loads/{load['id']}", {"version": 1, "spec": a_load(note="by the reserve")})
    newest = owner.good("GET", f"{job['base']}/history")[0]
    rows = owner.good("GET", f"{job['base']}/history/{newest['id']}")
    assert newest["by"] == "owner" and rows[0]["fields"]["note"] == ["", "by the reserve"]


def test_choosing_with_a_reason_is_a_decision_in_the_log(owner, job):
    member = job["members"][0]
    body = {
        "version": member["version"],
        "section_id": "RHS 120×80×5 hot",
        "material_id": "S355",
        "reason": "lighter, and still holds",
    }
    view = owner.good("POST", f"{job['base']}/members/{member['id']}/choose", body)
    assert view["notes"][0]["spec"]["kind"] == "decision" and "lighter" in view["notes"][0]["spec"]["text"]
    view = owner.good("POST", f"{job['base']}/undo")
    assert view["notes"] == [] and view["members"][0]["spec"]["section_id"] == "RHS 120×80×6.3 hot"


def test_a_failed_edit_leaves_no_trace(owner, job):
    before = Edit.objects.count(), Job.objects.get().version
    answer = owner(
        "POST",
        f"{job['base']}/parts",
        {
            "mark": "F1",
            "material_id": "S355",
            "shape": {"family": "rectangle", "width": mm("10"), "height": mm("10"), "thickness": mm("5")},
        },
    )
    assert answer.status_code == 422 and "another part has this mark" in answer.json()["sentence"]
    assert (Edit.objects.count(), Job.objects.get().version) == before


def test_metals_that_the_shop_cannot_weld_follow_what_the_job_says_it_has(owner, stranger, job):
    assert owner.good("GET", f"{job['base']}/joining") == {}
    now = owner.good("GET", job["base"])["job"]
    spec = {**now["spec"], "machines": {**now["spec"]["machines"], "welders": ["stick"]}}
    owner.good("PUT", job["base"], {"version": now["version"], "spec": spec})
    found = owner.good("GET", f"{job['base']}/joining")
    assert "S355" not in found and found["6082-T6"].endswith("the shop has stick")
    spec["machines"]["welders"] = ["glue"]
    assert owner("PUT", job["base"], {"version": now["version"] + 1, "spec": spec}).status_code == 422
    assert stranger("GET", f"{job['base']}/joining").status_code == 404


def test_the_job_in_another_metal_is_worked_out_and_changes_nothing(owner, stranger, job):
    base, before = job["base"], owner.good("GET", job["base"])
    for equal in ("section", "strength", "stiffness"):
        found = owner.good("GET", f"{base}/swap?material_id=6082-T6&equal={equal}")
        assert [m["mark"] for m in found["members"]] == ["R1"] and found["mass_before_kg"] > 0
    assert owner("GET", f"{base}/swap?material_id=cheese").status_code == 422
    assert owner("GET", f"{base}/swap?material_id=S235&equal=weight").status_code == 422
    assert stranger("GET", f"{base}/swap?material_id=S235").status_code == 404
    after = owner.good("GET", base)
    assert after["members"] == before["members"] and after["last_edit"]["id"] == before["last_edit"]["id"]


def queries(django_assert_max_num_queries, owner, most):
    with django_assert_max_num_queries(most):
        return owner.good("GET", "/jobs")


def test_E15_the_list_of_jobs_reads_what_was_worked_out(owner, job, django_assert_max_num_queries):
    """At most six queries for any number of jobs, and nothing is worked out for it."""
    for k in range(5):
        made = owner.good("POST", "/jobs", {"name": f"Sluice {k}", "unit": "mm"})
        owner.good("GET", f"/jobs/{made['job']['id']}")
    lines = queries(django_assert_max_num_queries, owner, 6)
    view = owner.good("GET", job["base"])
    mine = next(x for x in lines if x["id"] == view["job"]["id"])
    assert len(lines) == 6 and all(x["headline"] for x in lines)
    assert mine["headline"]["breaks"] == pytest.approx(view["figures"]["strength"]["value"])
    assert mine["headline"]["mass_kg"] == pytest.approx(view["figures"]["mass_kg"], abs=1e-3)


def test_a_headline_of_another_stock_book_or_other_rules_is_not_shown(owner, job, monkeypatch):
    from yorvek.server.jobs import headlines

    def headline():
        return owner.good("GET", "/jobs")[0]["headline"]

    owner.good("GET", job["base"])
    assert headline()
    bar = {"form": "bar", "section_id": "RHS 120×80×6.3 hot", "material_id": "S355", "length": mm("6000")}
    owner.good("POST", "/stock", {"item": bar})
    assert headline() is None
    assert owner.good("GET", f"{job['base']}/line")["headline"] and headline()
    monkeypatch.setattr(headlines, "core_mark", lambda: "other rules")
    assert headline() is None


def test_a_headline_follows_each_edit(owner, job):
    before = owner.good("GET", f"{job['base']}/line")["headline"]["breaks"]
    owner.good(
        "PUT", f"{job['base']}/loads/{job['loads'][0]['id']}", {"version": 1, "spec": a_load(area=mm("9 kN/m2"))}
    )
    after = owner.good("GET", "/jobs")[0]["headline"]["breaks"]
    assert after < before
