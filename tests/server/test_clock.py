"""A clock that is set back by a day: nothing is lost, nobody is shut out, and what hangs on it comes free."""

from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone

from tests.server.conftest import a_load
from yorvek.server.accounts import sessions
from yorvek.server.accounts.models import User
from yorvek.server.cutting import beats, plans
from yorvek.server.cutting.models import Beat, Plan
from yorvek.server.jobs.models import Job, Note
from yorvek.server.journal.models import Edit

pytestmark = pytest.mark.django_db
DAY = timedelta(days=1)


@pytest.fixture
def set_back(monkeypatch):
    """The clock, set back when it is called."""

    def back():
        now, seconds = timezone.now, sessions.time.time
        monkeypatch.setattr(timezone, "now", lambda: now() - DAY)
        monkeypatch.setattr(sessions.time, "time", lambda: seconds() - DAY.total_seconds())

    return back


def test_edits_keep_their_order(owner, job, set_back):
    base = job["base"]
    owner.good("POST", f"{base}/notes", {"kind": "note", "text": "before"})
    before = owner.held[job["job"]["id"]]["stand"]
    set_back()
    owner.good("POST", f"{base}/notes", {"kind": "note", "text": "after"})
    view = owner.good("PUT", f"{base}/loads/{job['loads'][0]['id']}", {"version": 1, "spec": a_load(note="later")})[
        "view"
    ]
    assert view["stand"] != before and owner.laid >= 3, "what changed was laid over what was held"
    titles = [e["title"] for e in owner.good("GET", f"{base}/history")]
    assert titles[:3] == ["load crowd", "new note after", "new note before"]
    assert [n["spec"]["text"] for n in view["notes"]] == ["after", "before"]
    undone = owner.good("POST", f"{base}/undo")
    assert undone["loads"][0]["spec"]["note"] == "" and Note.objects.count() == 2
    first, last = (Edit.objects.order_by(order).first() for order in ("id", "-id"))
    assert last.at < first.at, "the clock was set back in this test"


def test_nobody_is_shut_out_and_sessions_still_end(shop, set_back, monkeypatch):
    User.objects.create_user("Ines", password="seven bolts in a tin", shop=shop)
    visitor = Client()
    visitor.get("/api/door")

    def log_in(password):
        token = visitor.cookies["csrftoken"].value
        body = {"username": "Ines", "password": password}
        return visitor.post("/api/login", body, content_type="application/json", headers={"X-CSRFToken": token})

    assert [log_in("wrong").status_code for _ in range(5)] == [401] * 5
    set_back()
    assert log_in("seven bolts in a tin").status_code == 200, "wrong ones of tomorrow do not count"
    assert visitor.get("/api/jobs").status_code == 200
    seconds = sessions.time.time
    monkeypatch.setattr(sessions.time, "time", lambda: seconds() + sessions.IDLE_S + 1)
    assert visitor.get("/api/jobs").status_code == 401


def test_a_plan_whose_worker_died_before_comes_free(owner, job, set_back):
    row = Job.objects.get(pk=job["job"]["id"])
    plan = Plan.objects.create(job=row, key="k", state=Plan.State.RUNNING, token="t", beat=timezone.now(), problem={})
    Beat.objects.create(name="a worker", at=timezone.now())
    assert beats.state()["workers"] == 1 and plans.take_back_dead() == 0
    set_back()
    assert beats.state()["workers"] == 0, "nobody beats from tomorrow"
    assert plans.take_back_dead() == 1
    plan.refresh_from_db()
    assert plan.state == Plan.State.WAITING and not plans.finish(plan.pk, "t", state="done")
