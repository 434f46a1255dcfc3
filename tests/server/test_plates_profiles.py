"""Plates and sections of a job's own through the API: checked, followed, refused, undone, carried in the job file."""

import json

import pytest

from tests.server.conftest import a_load, a_member, mm

pytestmark = pytest.mark.django_db


@pytest.fixture
def job(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    load = owner.good("POST", f"{base}/loads", a_load())["id"]
    return base, load


def a_plate(load, **more):
    sizes = {"a": mm("900"), "b": mm("600"), "thickness": mm("6")}
    return {"mark": "PL1", "form": "panel", **sizes, "material_id": "S355", "loads": [load], **more}


def a_profile(**more):
    plate = {"kind": "plate", "width": mm("80"), "thickness": mm("6"), "x": mm("-10"), "y": mm("60")}
    return {"name": "Rail cap", "parts": [{"kind": "size", "section_id": "SHS 60×60×4 hot"}, plate], **more}


def test_a_plate_is_checked_and_joins_the_thread(owner, job):
    base, load = job
    view = owner.good("POST", f"{base}/plates", a_plate(load))["view"]
    (row,) = view["plates"]
    assert row["verdict"]["strength"]["value"] > 0 and row["trouble"] is None
    assert view["figures"]["weakest"] == "PL1"
    thicker = {**row["spec"], "thickness": mm("12")}
    after = owner.good("PUT", f"{base}/plates/{row['id']}", {"version": row["version"], "spec": thicker})["view"]
    ratio = after["plates"][0]["verdict"]["strength"]["value"] / row["verdict"]["strength"]["value"]
    assert 3.5 < ratio <= 4.0
    assert after["last_edit"]["ripple"]["before"]["breaks_at"] == "PL1"
    undone = owner.good("POST", f"{base}/undo")
    assert undone["plates"][0]["spec"]["thickness"]["text"] == "6"


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"form": "disc", "water": mm("300")}, "panel on four edges"),
        ({"form": "web", "hole": mm("590"), "pitch": mm("700")}, "depth"),
        ({"material_id": "cheese"}, "choose one of"),
        ({"loads": [987654]}, "load per area"),
        ({"a": mm("wide")}, "a"),
    ],
)
def test_a_plate_that_cannot_be_is_refused_in_words(owner, job, more, says):
    base, load = job
    answer = owner("POST", f"{base}/plates", a_plate(load, **more))
    assert answer.status_code == 422 and says in answer.json()["sentence"]
    assert owner.good("GET", base)["plates"] == []


def test_a_load_on_a_plate_stays(owner, job):
    base, load = job
    owner.good("POST", f"{base}/plates", a_plate(load))
    answer = owner("DELETE", f"{base}/loads/{load}?version=1")
    assert answer.status_code == 422 and "PL1" in answer.json()["sentence"]


def test_members_follow_a_profile_that_is_changed(owner, job):
    base, load = job
    profile = owner.good("POST", f"{base}/profiles", a_profile())["view"]["profiles"][0]
    assert "S355" in profile["materials"] and profile["line"].startswith("Rail cap = ")
    member = a_member(load, section_id="Rail cap", material_id="S355")
    before = owner.good("POST", f"{base}/members", member)["view"]["members"][0]["verdict"]
    wide = a_profile()
    wide["parts"][1] |= {"width": mm("120"), "x": mm("-30")}
    changed = {"version": profile["version"], "spec": wide}
    after = owner.good("PUT", f"{base}/profiles/{profile['id']}", changed)["view"]["members"][0]["verdict"]
    assert after["mass_kg"] > before["mass_kg"]
    assert after["stiffness"]["value"] > before["stiffness"]["value"]


def test_a_profile_in_use_keeps_its_name_and_stays(owner, job):
    base, load = job
    profile = owner.good("POST", f"{base}/profiles", a_profile())["view"]["profiles"][0]
    owner.good("POST", f"{base}/members", a_member(load, section_id="Rail cap", material_id="S355"))
    renamed = owner("PUT", f"{base}/profiles/{profile['id']}", {"version": 1, "spec": a_profile(name="Other")})
    assert renamed.status_code == 422 and "keep the name" in renamed.json()["sentence"]
    gone = owner("DELETE", f"{base}/profiles/{profile['id']}?version=1")
    assert gone.status_code == 422 and "R1" in gone.json()["sentence"]


def test_a_profile_is_looked_at_before_it_is_kept(owner, job):
    base, _ = job
    seen = owner.good("POST", f"{base}/section", a_profile())
    assert len(seen["drawing"]["outlines"]) == 2 and len(seen["seams"]) == 2
    apart = a_profile()
    apart["parts"][1]["y"] = mm("90")
    answer = owner("POST", f"{base}/section", apart)
    assert answer.status_code == 422 and "touch" in answer.json()["sentence"]
    assert owner.good("GET", base)["profiles"] == []


def test_bars_of_a_profile_are_cut_from_its_sizes_and_its_plates(owner, job):
    base, load = job
    owner.good("POST", f"{base}/profiles", a_profile())
    member = owner.good("POST", f"{base}/members", a_member(load, section_id="Rail cap", material_id="S355"))["id"]
    part = {"mark": "R1", "qty": 2, "shape": {"family": "bar", "member_id": member}}
    view = owner.good("POST", f"{base}/parts", part)["view"]
    assert [b["group"]["section_id"] for b in view["bars"]] == ["SHS 60×60×4 hot"]
    assert [s["thickness_mm"] for s in view["sheets"]] == [6.0]


def test_the_job_file_carries_plates_and_profiles(owner, job):
    base, load = job
    owner.good("POST", f"{base}/profiles", a_profile())
    owner.good("POST", f"{base}/members", a_member(load, section_id="Rail cap", material_id="S355"))
    owner.good("POST", f"{base}/plates", a_plate(load, water=mm("400"), lies="upright"))
    text = owner("GET", f"{base}/export/job.json").content.decode()
    again = owner.good("POST", "/jobs/import", {"text": text})
    assert again["plates"][0]["verdict"] == owner.good("GET", base)["plates"][0]["verdict"]
    assert again["profiles"][0]["spec"]["name"] == "Rail cap" and again["members"][0]["verdict"]
    broken = json.loads(text)
    broken["plates"][0]["spec"]["loads"] = [99]
    answer = owner("POST", "/jobs/import", {"text": json.dumps(broken)})
    assert answer.status_code == 422 and "plate PL1" in answer.json()["sentence"]


def test_the_whole_job_in_another_metal_counts_structures(owner, job):
    base, load = job
    roles = {r: {"section_id": "SHS 60×60×4 hot", "material_id": "S355"} for r in ("arm", "strut")}
    sizes = {"reach": mm("900"), "drop": mm("600"), "seat": mm("300")}
    force = owner.good("POST", f"{base}/loads", {"name": "net", "form": "force", "force": mm("1 kN")})["id"]
    loads = [{"load_id": force, "spot": "tip"}]
    weld = {"kind": "weld", "leg": mm("4")}
    joints = [{"bar": "strut", "node": "every hinge", "joint": weld}]
    starter = {"kind": "bracket", "sizes": sizes}
    body = {"mark": "K1", "starter": starter, "roles": roles, "loads": loads, "joints": joints}
    owner.good("POST", f"{base}/structures", body)
    found = owner.good("GET", f"{base}/swap?material_id=6082-T6&equal=strength")
    assert found["members"][0]["mark"] == "K1" and found["members"][0]["strength"]
    assert found["mass_kg"] < found["mass_before_kg"]


def test_a_dimension_may_pull_a_profile_apart_and_the_job_still_opens(owner, job):
    base, load = job
    size = {"name": "seat", "size": mm("60"), "origin": "measured"}
    row = owner.good("POST", f"{base}/dimensions", size)
    profile = a_profile()
    profile["parts"][1]["y"] = mm("seat")
    owner.good("POST", f"{base}/profiles", profile)
    owner.good("POST", f"{base}/members", a_member(load, section_id="Rail cap", material_id="S355"))
    wide = {"version": 1, "spec": {**size, "size": mm("90")}}
    view = owner.good("PUT", f"{base}/dimensions/{row['id']}", wide)["view"]
    assert "touch" in view["profiles"][0]["trouble"] and "touch" in view["members"][0]["trouble"]
    assert view["figures"]["strength"]["word"] == "not checked"
    assert owner.good("GET", base)["profiles"][0]["materials"] == []
    assert owner.good("POST", f"{base}/undo")["profiles"][0]["trouble"] is None
