"""At the table: a sheet ticked off, its remnant back on the rack, the other sheets as they were planned."""

import pytest

from tests.server.conftest import mm
from yorvek.server.cutting.models import Plan
from yorvek.server.cutting.plans import make_plan

pytestmark = pytest.mark.django_db(transaction=True)
KEY = "8|S355"


def plate(mark, width, height, qty, **more):
    shape = {"family": "rectangle", "width": mm(width), "height": mm(height), "thickness": mm("8")}
    return {"mark": mark, "qty": qty, "material_id": "S355", "shape": shape, **more}


def stock_of(owner):
    return [r["spec"]["item"] for r in owner.good("GET", "/stock")]


@pytest.fixture
def job(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    owner.good("POST", f"{base}/parts", plate("P", "1100", "700", 4))
    item = {
        "form": "sheet", "material_id": "S355", "thickness": mm("8"), "width": mm("2500"), "height": mm("1250"),
        "qty": 3, "heat": "Q-77", "price": {"text": "200"}, "location": "rack 1",
    }  # fmt: skip
    owner.good("POST", "/stock", {"item": item})
    return base


def nested(owner, job):
    """The job's nest, made here as the worker makes it."""
    asked = owner.good("POST", f"{job}/plans", {"key": KEY, "seconds": 0.5})
    if Plan.objects.get(pk=asked["id"]).state != "done":
        make_plan.func(asked["id"])
    view = owner.good("GET", f"{job}/plans/{asked['id']}")
    assert view["state"] == "done", view["message"]
    return view


def sheets_of(plan):
    return sorted({f"{p['sheet']}#{p['sheet_index']}" for p in plan["result"]["placements"]})


def group(view):
    return next((s for s in view["sheets"] if s["key"] == KEY), None)


def test_a_sheet_is_ticked_off_and_its_remnant_comes_back(owner, job):
    """Finding D15: nothing was ticked off, the stock did not fall, no remnant came back."""
    plan = nested(owner, job)
    first, second = sheets_of(plan)
    on_first = sum(f"{p['sheet']}#{p['sheet_index']}" == first for p in plan["result"]["placements"])
    offered = owner.good("GET", f"{job}/plans/{plan['id']}/remnant?sheet={first.replace('#', '%23')}")
    owner.good("POST", f"{job}/plans/{plan['id']}/cut", {"sheet": first, "location": "rack 7"})
    after = owner.good("GET", job)
    assert group(after)["pieces"] == 4 - on_first
    (cut,) = after["sheets_cut"]
    assert cut["author"] == "owner" and len(cut["spec"]["pieces"]) == on_first
    whole = next(s for s in stock_of(owner) if not s["drop"])
    assert whole["qty"] == 2
    remnants = [s for s in stock_of(owner) if s["drop"]]
    assert offered["worth"] == bool(remnants)
    for one in remnants:
        assert one["heat"] == "Q-77" and one["location"] == "rack 7" and "Reed Weir" in one["note"]
        assert 0 < one["price"]["value"] < 200 and one["qty"] == 1
    # the rest of the nest is as it was planned
    done = group(after)["done"]
    assert done["id"] != plan["id"] and not done["stale"]
    rest = owner.good("GET", f"{job}/plans/{done['id']}")
    assert len(rest["result"]["placements"]) == 4 - on_first and len(sheets_of(rest)) == 1
    undone = owner.good("POST", f"{job}/undo")
    undone = owner.good("GET", job)
    assert undone["sheets_cut"] == [] and group(undone)["pieces"] == 4
    assert group(undone)["done"]["id"] == plan["id"] and not group(undone)["done"]["stale"]
    assert [s["qty"] for s in stock_of(owner)] == [3]


def test_a_remnant_is_given_as_it_is(owner, job):
    plan = nested(owner, job)
    first = sheets_of(plan)[0]
    cut = f"{job}/plans/{plan['id']}/cut"
    over = owner("POST", cut, {"sheet": first, "outline": [[0, 0], [2500, 0], [2500, 1250], [0, 1250]]})
    assert over.status_code == 422 and "over P" in over.json()["sentence"]
    beyond = owner("POST", cut, {"sheet": first, "outline": [[2400, 0], [2600, 0], [2600, 1250]]})
    assert beyond.status_code == 422 and "within the sheet" in beyond.json()["sentence"]
    odd = owner("POST", cut, {"sheet": first, "outline": [[0, 0], [10, 10], [10, 0], [0, 10]]})
    assert odd.status_code == 422 and "does not cross" in odd.json()["sentence"]
    right = max(
        p["x"] + (1100 if p["rotation_deg"] % 180 == 0 else 700)
        for p in plan["result"]["placements"]
        if f"{p['sheet']}#{p['sheet_index']}" == first
    )
    x = min(round(right) + 5, 2460)
    owner.good("POST", cut, {"sheet": first, "outline": [[x, 100], [2500, 0], [2500, 1250], [x, 1250]]})
    one = next(s for s in stock_of(owner) if s["drop"])
    assert one["width"]["value"] == pytest.approx(2500 - x) and one["outline"][0] == [0, 100]
    # it is a sheet like any other now, with its own outline
    owner.good("POST", f"{job}/parts", plate("Q", "30", "30", 1))
    lines = owner.good("GET", job)
    assert any("remnant" in x["words"] for x in group(lines)["lines"])


def test_nothing_is_kept_where_it_is_scrap(owner, job):
    plan = nested(owner, job)
    owner.good("POST", f"{job}/plans/{plan['id']}/cut", {"sheet": sheets_of(plan)[0], "keep": False})
    assert not any(s["drop"] for s in stock_of(owner))


def test_what_is_not_here_or_stale_is_not_ticked_off(owner, job):
    plan = nested(owner, job)
    cut = f"{job}/plans/{plan['id']}/cut"
    answer = owner("POST", cut, {"sheet": "s1#77"})
    assert answer.status_code == 422 and "one of" in answer.json()["sentence"]
    owner.good("POST", f"{job}/parts", plate("Q", "300", "300", 1))
    answer = owner("POST", cut, {"sheet": sheets_of(plan)[0]})
    assert answer.status_code == 422 and "made before a change" in answer.json()["sentence"]
    owner.good("POST", cut, {"sheet": sheets_of(plan)[0], "why": "the torch was hot"})
    after = owner.good("GET", job)
    assert any("torch was hot" in n["spec"]["text"] for n in after["notes"])


def test_a_plate_that_came_out_wrong_is_wanted_again(owner, job):
    plan = nested(owner, job)
    owner.good("POST", f"{job}/plans/{plan['id']}/cut", {"sheet": sheets_of(plan)[0]})
    before = group(owner.good("GET", job))["pieces"]
    (cut,) = owner.good("GET", job)["sheets_cut"]
    where = f"{job}/sheets_cut/{cut['id']}/miscut"
    owner.good("POST", where, {"piece": 0, "why": "arc went out"})
    after = owner.good("GET", job)
    assert group(after)["pieces"] == before + 1
    assert any("arc went out" in n["spec"]["text"] for n in after["notes"])
    again = owner("POST", where, {"piece": 0})
    assert again.status_code == 422 and "good plate" in again.json()["sentence"]


def test_plates_changed_after_cutting_are_wanted_anew(owner, job):
    plan = nested(owner, job)
    for _ in sheets_of(plan):
        here = group(owner.good("GET", job))["done"]["id"]
        owner.good("POST", f"{job}/plans/{here}/cut", {"sheet": sheets_of(owner.good("GET", f"{job}/plans/{here}"))[0]})
    view = owner.good("GET", job)
    assert group(view) is None and len(view["sheets_cut"]) == 2
    row = next(p for p in view["parts"] if p["spec"]["mark"] == "P")
    spec = {**row["spec"], "shape": {**row["spec"]["shape"], "width": mm("1120")}}
    owner.good("PUT", f"{job}/parts/{row['id']}", {"version": row["version"], "spec": spec})
    after = owner.good("GET", job)
    assert group(after)["pieces"] == 4 and "wanted anew" in after["figures"]["cut_before"][0]
    text = owner("GET", f"{job}/export/job.json").content.decode()
    again = owner.good("POST", "/jobs/import", {"text": text})
    assert group(again)["pieces"] == 4 and len(again["sheets_cut"]) == 2


def test_no_program_for_what_is_sent_out(owner, job):
    """Finding D12."""
    row = owner.good("GET", job)["parts"][0]
    spec = {**row["spec"], "process": "laser, sent out"}
    owner.good("PUT", f"{job}/parts/{row['id']}", {"version": row["version"], "spec": spec})
    key = f"{KEY}|laser, sent out"
    asked = owner.good("POST", f"{job}/plans", {"key": key, "seconds": 0.5})
    if Plan.objects.get(pk=asked["id"]).state != "done":
        make_plan.func(asked["id"])
    plan = owner.good("GET", f"{job}/plans/{asked['id']}")
    sheet = sheets_of(plan)[0].replace("#", "%23")
    seen = owner.good("GET", f"{job}/plans/{plan['id']}/table?sheet={sheet}")
    assert seen["program"] == "" and "sent out" in seen["refused"] and seen["run"]["faults"] == []
    answer = owner("GET", f"{job}/export/plans/{plan['id']}/program.nc?sheet={sheet}")
    assert answer.status_code == 422 and "sent out" in answer.json()["sentence"]
