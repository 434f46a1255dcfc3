"""Load tests through the API: entered, foretold before they are stored, taken into the model, kept, undone, refused."""

import json

from tests.server.conftest import mm

ALL = ["weights", "barrier", "nobody", "lines", "stops"]


def newton(n):
    return {"text": f"{n:g} N"}


def member(job):
    return job["members"][0]["id"]


def a_test(job, **more):
    return {
        "mark": "T1", "member_id": member(job), "weights": {"stand": "place", "at": mm("500")}, "proof": newton(1000),
        "gauges": [{"name": "middle", "at": mm("500")}], "instrument": "dial 1", "zeroed": True, "by": "Mara",
        "on": "2026-11-20", "before": ALL, **more,
    }  # fmt: skip


def shown(owner, job):
    return next(t for t in owner.good("GET", job["base"])["load_tests"] if t["spec"]["mark"] == "T1")


def read(result, share, factor, going="on", minutes=0):
    moved = mm(f"{factor * result['mm_per_kN'][0] * share:.4f}")
    held = [moved] if minutes else []
    return {"load": newton(share * 1000), "going": going, "moved": [moved], "held": held, "minutes": minutes}


def made_and_read(owner, job):
    """Made, read to the proof load and off again, and what came of it."""
    owner.good("POST", f"{job['base']}/load_tests", a_test(job, resolution=mm("0.01")))
    one = shown(owner, job)
    factor = 1.5
    steps = [read(one["result"], s, factor) for s in (0.25, 0.5, 0.75)]
    steps += [read(one["result"], 1, factor, minutes=10), read(one["result"], 0, factor, "off")]
    put(owner, job, one, {**one["spec"], "steps": steps})
    return shown(owner, job)


def put(owner, job, one, spec):
    return owner.good("PUT", f"{job['base']}/load_tests/{one['id']}", {"version": one["version"], "spec": spec})


def taking(owner, job, one, reason="the wall is thin"):
    path = f"{job['base']}/load-tests/{one['id']}/take"
    return owner("POST", path, {"version": one["version"], "reason": reason})


def take(owner, job, one):
    answer = taking(owner, job, one)
    assert answer.status_code == 200, answer.content[:300]
    return answer.json()


def movement(owner, job):
    row = next(m for m in owner.good("GET", job["base"])["members"] if m["id"] == member(job))
    return next(c for c in row["verdict"]["checks"] if c["kind"] == "stiffness")["demand"]


def test_what_was_found_is_taken_moves_every_check_and_goes_back(owner, job):
    before = movement(owner, job)
    one = made_and_read(owner, job)
    assert one["result"]["state"] == "carried" and one["result"]["causes"][0]["kind"] == "section"
    assert movement(owner, job) == before
    answer = take(owner, job, one)
    assert [t["spec"]["taken"]["by"] for t in answer["load_tests"]["rows"]] == ["owner"]
    assert abs(movement(owner, job) / before - 1.5) < 0.02
    assert shown(owner, job)["result"]["taken_holds"] is True
    note = owner.good("GET", job["base"])["notes"][0]["spec"]
    assert note["kind"] == "decision" and "because the wall is thin" in note["text"]
    owner.good("POST", f"{job['base']}/undo")
    assert movement(owner, job) == before and shown(owner, job)["spec"]["taken"] is None


def test_it_is_taken_back_by_whoever_works_and_not_written_by_hand(owner, job):
    one = made_and_read(owner, job)
    forged = {"reason": "so", "by": "checker", "stiffness": 0.3, "play_mm": 0, "seal": "0"}
    put(owner, job, one, {**one["spec"], "taken": forged})
    assert shown(owner, job)["spec"]["taken"] is None
    take(owner, job, shown(owner, job))
    one = shown(owner, job)
    put(owner, job, one, {**one["spec"], "taken": forged})
    assert shown(owner, job)["spec"]["taken"]["stiffness"] > 0.6
    one = shown(owner, job)
    put(owner, job, one, {**one["spec"], "taken": None})
    assert shown(owner, job)["spec"]["taken"] is None


def test_a_change_of_what_was_tested_leaves_nothing_of_it(owner, job):
    take(owner, job, made_and_read(owner, job))
    row = next(m for m in owner.good("GET", job["base"])["members"] if m["id"] == member(job))
    longer = {**row["spec"], "qty": row["spec"]["qty"] + 1}
    path = f"{job['base']}/members/{row['id']}"
    version = owner.good("PUT", path, {"version": row["version"], "spec": longer})["version"]
    assert shown(owner, job)["result"]["taken_holds"] is True
    other = {**longer, "section_id": "SHS 80×80×5 hot"}
    answer = owner.good("PUT", path, {"version": version, "spec": other})
    assert [t["result"]["taken_holds"] for t in answer["changes"]["load_tests"]["rows"]] == [False]


def test_what_is_tested_is_not_taken_away(owner, job):
    made_and_read(owner, job)
    row = next(m for m in owner.good("GET", job["base"])["members"] if m["id"] == member(job))
    path = f"{job['base']}/members/{row['id']}?version={row['version']}"
    answer = owner("DELETE", path)
    assert answer.status_code == 422 and "T1" in answer.content.decode()


def test_nothing_is_taken_without_a_reason_or_from_what_is_not_done(owner, job):
    one = made_and_read(owner, job)
    assert "why the model" in taking(owner, job, one, reason=" ").content.decode()
    spec = {**one["spec"], "steps": one["spec"]["steps"][:2]}
    put(owner, job, one, spec)
    assert "all weights off again" in taking(owner, job, shown(owner, job)).content.decode()


def test_a_draft_foretells_and_stores_nothing(owner, job):
    draft = owner.good("POST", f"{job['base']}/preview", {"kind": "load_tests", "spec": a_test(job)})
    result = draft["changes"]["load_tests"]["rows"][0]["result"]
    assert result["state"] == "not begun" and len(result["todo"]) == 6 and result["mm_per_kN"][0] > 0
    assert owner.good("GET", job["base"])["load_tests"] == []


def test_what_cannot_be_tested_is_told_with_its_place(owner, job):
    far = a_test(job, gauges=[{"name": "beyond", "at": mm("90 m")}])
    answer = owner("POST", f"{job['base']}/load_tests", far)
    assert answer.status_code == 422 and "on the member" in answer.content.decode()


def test_it_travels_in_the_job_file(owner, job):
    take(owner, job, made_and_read(owner, job))
    file = owner("GET", f"{job['base']}/export/job.json").json()
    back = owner.good("POST", "/jobs/import", {"text": json.dumps(file), "stock": False})
    again = back["load_tests"]
    assert [(t["spec"]["mark"], t["result"]["taken_holds"]) for t in again] == [("T1", True)]
