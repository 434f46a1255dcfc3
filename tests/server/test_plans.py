"""Sheet plans in the worker: one result each, whoever dies; exports read back."""

import io
import json
from datetime import timedelta

import ezdxf
import pytest
from django.core.management import call_command
from django.utils import timezone
from django_tasks_db.models import DBTaskResult

from tests.server.conftest import DEMO, a_plate, mm, person
from yorvek.core.files.jobfile import read_job_file
from yorvek.server.accounts.models import Shop
from yorvek.server.cutting import plans
from yorvek.server.cutting.models import Plan
from yorvek.server.files import job_file
from yorvek.server.jobs.models import Job

pytestmark = pytest.mark.django_db(transaction=True)


def work():
    call_command("work", once=True)


def asked(owner, job, seconds=0.6):
    return owner.good("POST", f"{job['base']}/plans", {"key": "10|S355", "seconds": seconds})["id"]


def test_a_plan_is_made_and_turns_stale_when_its_parts_change(owner, job):
    plan = asked(owner, job)
    work()
    view = owner.good("GET", f"{job['base']}/plans/{plan}")
    assert view["state"] == "done", view["message"]
    assert not view["stale"] and len(view["result"]["placements"]) == 4
    part = next(p for p in job["parts"] if p["spec"]["mark"] == "F1")
    view = owner.good("PUT", f"{job['base']}/parts/{part['id']}", {"version": 1, "spec": {**part["spec"], "qty": 6}})[
        "view"
    ]
    assert view["sheets"][0]["done"]["stale"] and view["last_edit"]["ripple"]["stale"] == 1
    assert "STALE" in owner("GET", f"{job['base']}/export/plans/{plan}.dxf")["Content-Disposition"]


def test_a_plan_whose_worker_died_is_taken_again_and_stored_once(owner, job):
    plan = asked(owner, job)
    _, dead_token = plans.take(plan)
    Plan.objects.filter(pk=plan).update(beat=timezone.now() - timedelta(minutes=5))
    work()
    row = Plan.objects.get(pk=plan)
    assert row.state == "done" and row.results_stored == 1, row.message
    assert not plans.finish(plan, dead_token, state="done", message="from the dead")
    row.refresh_from_db()
    assert row.results_stored == 1 and row.message == ""


def test_E11_shops_take_turns_at_the_queue(owner, job, shop, settings):
    """One shop asks for four plans, then another for one: it is next, and not the last; who asks often waits longer."""
    elsewhere = person(Shop.objects.create(name="Tern Iron"), "smith")
    theirs = elsewhere.good("POST", "/jobs", {"name": "Weir", "unit": "mm"})["job"]["id"]
    elsewhere.good("POST", f"/jobs/{theirs}/parts", a_plate())
    there = {"base": f"/jobs/{theirs}"}
    key = elsewhere.good("GET", there["base"])["sheets"][0]["key"]

    def ask_there():
        return elsewhere.good("POST", f"{there['base']}/plans", {"key": key, "seconds": 0.6})["id"]

    mine = [asked(owner, job) for _ in range(4)]
    first, second = ask_there(), ask_there()
    queue = [task.args_kwargs["args"][0] for task in DBTaskResult.objects.ready()]
    assert queue == [mine[0], first, mine[1], second, mine[2], mine[3]]
    plans.take(mine[0])
    Plan.objects.filter(pk=mine[0]).update(beat=timezone.now() - timedelta(minutes=5))
    assert plans.take_back_dead() == 1
    again = [task.args_kwargs["args"][0] for task in DBTaskResult.objects.ready()]
    assert again.count(mine[0]) == 2 and again.index(mine[1]) > max(k for k, n in enumerate(again) if n == mine[0])


def test_two_workers_never_take_the_same_plan(owner, job):
    plan = asked(owner, job)
    assert plans.take(plan) is not None
    assert plans.take(plan) is None
    assert plans.make_plan.func(plan) == "not ours"


def test_a_waiting_plan_is_cancelled_at_once(owner, job):
    plan = asked(owner, job)
    assert owner.good("POST", f"{job['base']}/plans/{plan}/cancel")["state"] == "cancelled"
    work()
    assert Plan.objects.get(pk=plan).result is None


def test_a_plan_that_fails_says_so(owner, job):
    plan = asked(owner, job)
    Plan.objects.filter(pk=plan).update(problem={"sheets": [], "parts": []})
    work()
    row = Plan.objects.get(pk=plan)
    assert row.state == "failed" and row.message and row.result is None


def test_exports_open_and_say_what_the_job_says(owner, job):
    plan = asked(owner, job)
    work()
    base = f"{job['base']}/export"
    drawing = ezdxf.read(io.StringIO(owner("GET", f"{base}/plans/{plan}.dxf").content.decode()))
    rings = [e for e in drawing.modelspace().query("LWPOLYLINE") if e.dxf.layer == "CUT_OUTSIDE"]
    assert len(rings) == 4 and drawing.dxfversion == "AC1024"
    for name in (f"plans/{plan}.pdf", "cut-list.pdf"):
        assert owner("GET", f"{base}/{name}").content.startswith(b"%PDF")
    assert owner("GET", f"{base}/lists.xlsx").content.startswith(b"PK")
    text = owner("GET", f"{base}/lists.csv").content.decode()
    assert "RHS 120×80×6.3 hot" in text and "F1" in text
    part = next(p for p in job["parts"] if p["spec"]["mark"] == "F1")
    one = ezdxf.read(io.StringIO(owner("GET", f"{base}/parts/{part['id']}.dxf").content.decode()))
    # the job's own table makes none so small: they stand where the nest has them, to be drilled
    layers = [e.dxf.layer for e in one.modelspace().query("LWPOLYLINE")]
    assert sorted(layers) == ["CUT_OUTSIDE", *["DRILL"] * 4]


@pytest.mark.parametrize("name", ["heron-hide", "osprey-perches"])
def test_demo_job_comes_in_whole_and_goes_out_the_same(owner, name):
    text = (DEMO / f"{name}.job.json").read_text()
    view = owner.good("POST", "/jobs/import", {"text": text})
    assert all(m["verdict"] for m in view["members"]) and not any(p["trouble"] for p in view["parts"])
    out = job_file(Job.objects.get(pk=view["job"]["id"]))
    came = read_job_file(text)
    assert out.job == came.job and out.dimensions == came.dimensions and len(out.parts) == len(came.parts)
    assert json.loads(owner("GET", f"/jobs/{view['job']['id']}/export/job.json").content)["format"] == "yorvek-job"


def test_C11_F1_bringing_a_job_in_leaves_the_stock_book_alone_and_taking_it_out_leaves_prices_here(owner, job):
    item = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 2}
    owner.good("POST", "/stock", {"item": {**item, "price": {"text": "91.5"}, "supplier": "Tern Yard"}})
    before = owner.good("GET", "/stock")
    plain, full = (
        owner("GET", f"{job['base']}/export/job.json{asked}").content.decode() for asked in ("", "?stock=true")
    )
    assert json.loads(plain)["stock"] == [] and len(json.loads(full)["stock"]) == len(before)
    assert "91.5" not in full and "Tern Yard" not in full
    demo = (DEMO / "heron-hide.job.json").read_text()
    owner.good("POST", "/jobs/import", {"text": demo})
    assert owner.good("GET", "/stock") == before, "what is not asked for is not taken"
    owner.good("POST", "/jobs/import", {"text": demo, "stock": True})
    once = len(owner.good("GET", "/stock"))
    assert once == len(before) + len(json.loads(demo)["stock"])
    owner.good("POST", "/jobs/import", {"text": demo, "stock": True})
    assert len(owner.good("GET", "/stock")) == once, "a line that is there is not taken twice"


def test_stock_on_hand_changes_the_bar_plan_and_shows_in_the_jobs_ripple(owner, job):
    item = {
        "item": {
            "form": "bar",
            "section_id": "RHS 120×80×6.3 hot",
            "material_id": "S355",
            "length": mm("3100"),
            "qty": 2,
            "location": "rack 1",
        }
    }
    view = owner.good("POST", f"/stock?job_id={job['job']['id']}", item)["view"]
    assert (
        view["figures"]["bars_to_buy"] == 0
        and view["last_edit"]["ripple"]["after"]["money"] < view["last_edit"]["ripple"]["before"]["money"]
    )


@pytest.fixture
def plates(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    plate = {"family": "rectangle", "width": mm("300"), "height": mm("60"), "thickness": mm("8")}
    owner.good("POST", f"{base}/parts", {"mark": "P", "qty": 6, "material_id": "S355", "shape": plate})
    return base


def nested(owner, job):
    key = owner.good("GET", job)["sheets"][0]["key"]
    number = owner.good("POST", f"{job}/plans", {"key": key, "seconds": 0.5})["id"]
    work()
    return owner.good("GET", f"{job}/plans/{number}")


def test_a_nest_is_changed_by_hand_locked_and_planned_anew(owner, plates):
    job = plates
    plan = nested(owner, job)
    base, placed = f"{job}/plans/{plan['id']}", plan["result"]["placements"]
    clash = [{**placed[0], "x": placed[1]["x"], "y": placed[1]["y"]}, *placed[1:]]
    looked = owner.good("POST", f"{base}/look", {"placements": clash})
    assert 0 in looked["wrong"][0]["pieces"]
    refused = owner("POST", f"{base}/move", {"placements": clash})
    assert refused.status_code == 422 and "move it clear" in refused.json()["sentence"]
    short = owner("POST", f"{base}/move", {"placements": placed[1:]})
    assert short.status_code == 422 and "every piece" in short.json()["sentence"]
    far = [{**p, "x": p["x"] + 300} for p in placed]
    moved = owner.good("POST", f"{base}/move", {"placements": far})
    view = owner.good("GET", job)["sheets"][0]
    assert view["done"]["id"] == moved["id"] and view["done"]["title"] == "moved by hand"
    rest = owner.good("POST", f"{job}/plans/{moved['id']}/rest", {"locked": [0, 1], "seconds": 0.5})
    work()
    again = owner.good("GET", f"{job}/plans/{rest['id']}")["result"]["placements"]
    assert [(p["x"], p["y"]) for p in again[:2]] == [(p["x"], p["y"]) for p in far[:2]]
    rows = owner.good("GET", f"{job}/variants?key={view['key']}")
    assert [r["counts"] for r in rows] == [True, False, False] and all(r["cut_minutes"] > 0 for r in rows)
    owner.good("POST", f"{base}/pick")
    assert owner.good("GET", job)["sheets"][0]["done"]["id"] == plan["id"]
    assert owner("POST", f"{base}/rest", {"locked": [99]}).status_code == 422


def test_E11_a_shop_has_a_fair_number_of_plans_under_way(owner, job, settings):
    group = owner.good("GET", job["base"])["sheets"][0]
    ask = {"key": group["key"], "seconds": 1}
    for _ in range(settings.MOST_PLANS):
        owner.good("POST", f"{job['base']}/plans", ask)
    refused = owner("POST", f"{job['base']}/plans", ask)
    assert refused.status_code == 422 and "cancelled, first" in refused.json()["sentence"]


def test_E14_health_knows_the_workers_and_the_queue(owner, job, client):
    import threading
    import time

    from yorvek.server.cutting.beats import beats

    assert client.get("/api/health").json() == {"ok": True, "workers": 0, "waiting": 0, "running": 0}
    group = owner.good("GET", job["base"])["sheets"][0]
    owner.good("POST", f"{job['base']}/plans", {"key": group["key"], "seconds": 1})
    assert client.get("/api/health").json()["waiting"] == 1
    from datetime import timedelta

    from django.utils import timezone

    from yorvek.server.cutting.models import Beat

    Beat.objects.create(name="a worker", at=timezone.now())
    Beat.objects.create(name="a dead one", at=timezone.now() - timedelta(minutes=1))
    assert client.get("/api/health").json()["workers"] == 1
    stopped = threading.Event()
    beating = beats(stopped)
    counted = 0
    for _ in range(400):
        counted = client.get("/api/health").json()["workers"]
        if counted == 2:
            break
        time.sleep(0.05)
    assert counted == 2, "it beats"
    stopped.set()
    beating.join(5)
    assert client.get("/api/health").json()["workers"] == 1, "it takes its word back"


def test_E15_answers_are_packed_for_whoever_takes_that(owner, job):
    import gzip

    plain = owner("GET", job["base"])
    packed = owner("GET", job["base"], HTTP_ACCEPT_ENCODING="gzip, br")
    assert packed["Content-Encoding"] == "gzip" and "Content-Encoding" not in plain
    assert gzip.decompress(packed.content) == plain.content and len(packed.content) < len(plain.content) / 3
    assert "Accept-Encoding" in plain["Vary"]
