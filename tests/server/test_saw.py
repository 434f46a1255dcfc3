"""At the saw: receiving measured bars, ticking off, drops, miscuts; the rest of the plan changes as little as it
can.
"""

import pytest

from tests.server.conftest import mm

pytestmark = pytest.mark.django_db
KEY = "SHS 60×60×4 hot|S355"


def bar_part(mark, length, qty):
    shape = {"family": "bar", "section_id": "SHS 60×60×4 hot", "length": mm(length)}
    return {"mark": mark, "qty": qty, "material_id": "S355", "shape": shape}


@pytest.fixture
def job(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    for mark, length, qty in (("A", "1450", 5), ("B", "900", 4), ("C", "2300", 2)):
        owner.good("POST", f"{base}/parts", bar_part(mark, length, qty))
    return base


def of(view):
    return next((b for b in view["bars"] if b["group"]["key"] == KEY), None)


def wanted(view):
    found = of(view)
    return {p["id"]: p["qty"] for p in found["group"]["problem"]["parts"]} if found else {}


def received(owner, job, lengths=None):
    view = owner.good("GET", job)
    line = next(x for x in of(view)["group"]["lines"] if not x["on_hand"])
    count = sum(b["count"] for b in of(view)["plan"]["bars"] if b["stock"] == line["id"])
    body = {
        "key": KEY,
        "line": line["id"],
        "lengths": [mm(x) for x in lengths or ["6000"] * count],
        "location": "rack 2",
        "heat": "H77",
    }
    return count, owner.good("POST", f"{job}/receive", body)


def test_bars_are_received_as_long_as_they_are_and_replanned(owner, job):
    before = owner.good("GET", job)
    count = sum(b["count"] for b in of(before)["plan"]["bars"])
    _, view = received(owner, job, ["6004", "5990", "6012"][:count])
    lines = [x for x in of(view)["group"]["lines"] if x["on_hand"]]
    assert sorted(x["words"] for x in lines) == sorted(f"{x} mm" for x in ("6004", "5990", "6012")[:count])
    assert view["figures"]["bars_to_buy"] == 0 and not of(view)["plan"]["unplaced"]
    stock = [r["spec"]["item"] for r in owner.good("GET", "/stock")]
    assert {s["heat"] for s in stock} == {"H77"} and {s["location"] for s in stock} == {"rack 2"}
    assert owner.good("POST", f"{job}/undo")["figures"]["bars_to_buy"] == count
    assert owner.good("GET", "/stock") == []


def test_a_short_bar_is_planned_around(owner, job):
    """One of them is half a metre short: everything still comes out, from one more bar if need be."""
    _, view = received(owner, job, ["5500", "6000", "6000"])
    plan = of(view)["plan"]
    assert not plan["unplaced"]
    lengths = {s["id"]: s["length"] for s in of(view)["group"]["problem"]["stock"]}
    pieces = {p["id"]: p["length"] for p in of(view)["group"]["problem"]["parts"]}
    for bar in plan["bars"]:
        used = sum(pieces[c["part"]] * c["qty"] for c in bar["cuts"]) + 2.5 * (sum(c["qty"] for c in bar["cuts"]) - 1)
        assert used <= lengths[bar["stock"]] - 10 + 1e-6


def tick(view, k=0, **more):
    bar = of(view)["plan"]["bars"][k]
    body = {"key": KEY, "stock": bar["stock"], "cuts": {c["part"]: c["qty"] for c in bar["cuts"]}, **more}
    return bar, body


def ticked(owner, job, view, k=0, **more):
    """The bar, and the job once it is ticked off."""
    bar, body = tick(view, k, **more)
    return bar, owner.good("POST", f"{job}/cuts", body)


def test_a_bar_is_ticked_off_and_the_rest_stays_as_it_was(owner, job):
    _, view = received(owner, job)
    others = [b["cuts"] for b in of(view)["plan"]["bars"][1:]]
    bar, after = ticked(owner, job, view, drop=mm("640"), location="rack 5")
    left = {m: n - sum(c["qty"] for c in bar["cuts"] if c["part"] == m) for m, n in wanted(view).items()}
    assert wanted(after) == {m: n for m, n in left.items() if n}
    still = [b["cuts"] for b in of(after)["plan"]["bars"]]
    assert all(cuts in still for cuts in others)
    (cut,) = after["cuts"]
    assert cut["author"] == "owner" and cut["spec"]["drop_kept"] and cut["spec"]["drop_mm"] == 640
    drop = next(r["spec"]["item"] for r in owner.good("GET", "/stock") if r["spec"]["item"]["drop"])
    assert drop["length"]["value"] == 640 and drop["location"] == "rack 5" and "Reed Weir" in drop["note"]
    undone = owner.good("POST", f"{job}/undo")
    assert wanted(undone) == wanted(view) and undone["cuts"] == []


def test_a_bar_that_is_not_here_or_not_of_the_plan_is_not_ticked_off(owner, job):
    view = owner.good("GET", job)
    answer = owner("POST", f"{job}/cuts", tick(view)[1])
    assert answer.status_code == 422 and "receive it first" in answer.json()["sentence"]
    _, view = received(owner, job)
    body = {"key": KEY, "stock": of(view)["plan"]["bars"][0]["stock"], "cuts": {"A": 77}}
    answer = owner("POST", f"{job}/cuts", body)
    assert answer.status_code == 422 and "as it is now" in answer.json()["sentence"]


def test_a_miscut_is_wanted_again_and_what_it_became_is_stock(owner, job):
    _, view = received(owner, job)
    _, after = ticked(owner, job, view, drop=mm("0"))
    (cut,) = after["cuts"]
    part = cut["spec"]["pieces"][0]["part"]
    body = {"piece": 0, "came_out": mm("880"), "why": "stop slipped"}
    wrong = owner.good("POST", f"{job}/cuts/{cut['id']}/miscut", body)
    assert wanted(wrong)[part] == wanted(after).get(part, 0) + 1
    assert not of(wrong)["plan"]["unplaced"]
    note = next(n for n in wrong["notes"] if n["spec"]["kind"] == "mistake")
    assert "stop slipped" in note["spec"]["text"] and note["spec"]["about"] == part
    assert any(
        r["spec"]["item"]["drop"] and r["spec"]["item"]["length"]["value"] == 880 for r in owner.good("GET", "/stock")
    )
    again = owner("POST", f"{job}/cuts/{cut['id']}/miscut", body)
    assert again.status_code == 422 and "good piece" in again.json()["sentence"]


def test_everything_cut_leaves_no_plan_and_the_job_file_remembers(owner, job):
    _, view = received(owner, job)
    while of(view):
        _, view = ticked(owner, job, view)
    assert len(view["cuts"]) >= 2 and view["figures"]["bars_to_cut"] == 0
    text = owner("GET", f"{job}/export/job.json").content.decode()
    again = owner.good("POST", "/jobs/import", {"text": text})
    assert of(again) is None and len(again["cuts"]) == len(view["cuts"])


def test_stock_that_is_reserved_for_another_job_is_left_alone(owner, job):
    other = owner.good("POST", "/jobs", {"name": "Otter Holt", "unit": "mm"})["job"]["id"]
    item = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 9}
    owner.good("POST", "/stock", {"item": {**item, "reserved_for": other}})
    assert not any(x["on_hand"] for x in of(owner.good("GET", job))["group"]["lines"])
    mine = int(job.split("/")[2])
    owner.good("POST", "/stock", {"item": {**item, "reserved_for": mine}})
    assert any(x["on_hand"] for x in of(owner.good("GET", job))["group"]["lines"])


def test_sheets_are_received_too(owner, job):
    plate = {"family": "rectangle", "width": mm("300"), "height": mm("200"), "thickness": mm("8")}
    view = owner.good("POST", f"{job}/parts", {"mark": "P", "qty": 4, "material_id": "S355", "shape": plate})["view"]
    line = view["sheets"][0]["lines"][0]
    body = {
        "key": view["sheets"][0]["key"],
        "line": line["id"],
        "sheets": [{"width": mm("2498"), "height": mm("1251")}],
    }
    after = owner.good("POST", f"{job}/receive", body)
    assert any(x["on_hand"] and x["words"] == "2498 × 1251 mm" for x in after["sheets"][0]["lines"])


def test_a_line_of_the_stock_book_tells_what_happened_to_it(owner, stranger, job):
    _, view = received(owner, job)
    ticked(owner, job, view)
    number = next(r["id"] for r in owner.good("GET", "/stock") if not r["spec"]["item"]["drop"])
    told = owner.good("GET", f"/stock/{number}/history")
    assert told[0]["title"].startswith("cut ") and told[-1]["title"].startswith("received ")
    assert told[0]["qty"] == told[-1]["qty"] - 1 and told[0]["by"] == "owner"
    assert stranger("GET", f"/stock/{number}/history").status_code == 404
