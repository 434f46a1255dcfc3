"""A link for a second pair of eyes: what it opens, what it keeps shut, and when it ends; and a release as it stood."""

import json
from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone

from tests.server.conftest import a_load, mm, person
from yorvek.core.model import Model
from yorvek.server.api import links, shapes
from yorvek.server.jobs.models import Comment, ReadingLink
from yorvek.server.journal.models import Edit

pytestmark = pytest.mark.django_db


class Guest:
    """Somebody who holds a link and nothing else."""

    def __init__(self, token):
        self.client, self.token = Client(enforce_csrf_checks=True), token

    def __call__(self, method, path, body=None):
        text = json.dumps(body) if body is not None else ""
        headers = {"HTTP_X_LINK": self.token} if self.token else {}
        return self.client.generic(method, f"/api{path}", text, content_type="application/json", **headers)


@pytest.fixture
def link(owner, job):
    def made(**more):
        found = owner.good("POST", f"{job['base']}/links", {"for_whom": "Odd Tveit", **more})
        return found["link"], Guest(found["token"])

    return made


def names_in(value, out):
    if isinstance(value, dict):
        out |= value.keys()
        for inner in value.values():
            names_in(inner, out)
    elif isinstance(value, list):
        for inner in value:
            names_in(inner, out)
    return out


def test_a_link_opens_one_job_and_nothing_else(owner, job, link):
    row, guest = link()
    seen = guest("GET", "/look")
    assert seen.status_code == 200 and seen.json()["for_whom"] == "Odd Tveit"
    view = seen.json()["view"]
    assert (
        view["members"][0]["verdict"]["strength"] == owner.good("GET", job["base"])["members"][0]["verdict"]["strength"]
    )
    for method, path in (("GET", job["base"]), ("GET", "/jobs"), ("GET", "/stock"), ("POST", f"{job['base']}/undo")):
        assert guest(method, path).status_code in (401, 403), path
    assert guest("GET", "/look/report.pdf").content.startswith(b"%PDF")
    assert owner.good("GET", f"{job['base']}/links")[0]["seen"] and row["seen"] is None


def test_a_link_tells_no_prices_unless_it_may(owner, job, link):
    """By the names of all fields that an answer can have: a new one that tells a price has to be named as well."""
    telling = {n for n in fields(shapes.JobView, set()) if any(w in n for w in ("price", "cost", "money", "rate"))}
    harmless = {"rated", "rated_load", "operate"}
    shown = {n for n in telling - harmless if n not in links.PRICED}
    _, guest = link()
    held = names_in(guest("GET", "/look").json(), set())
    assert not held & set(links.PRICED) and not held & shown, held & shown
    _, other = link(prices=True)
    view = other("GET", "/look").json()["view"]
    assert view["purchase"]["money"] == owner.good("GET", job["base"])["purchase"]["money"] > 0
    assert view["bars"] == [] and view["hardware"] == view["job"]["spec"]["hardware"]


def fields(model, seen):
    """Names of all fields that a model can hold, however deep."""
    if isinstance(model, type) and issubclass(model, Model):
        if model in seen:
            return set()
        seen.add(model)
        out = set(model.model_fields)
        for field in model.model_fields.values():
            out |= fields(field.annotation, seen)
        return out
    return set().union(*(fields(inner, seen) for inner in getattr(model, "__args__", ())), set())


def test_what_a_guest_says_carries_the_name_they_gave_and_is_answered_like_any_other(owner, job, link):
    _, guest = link()
    said = guest("POST", "/look/comments", {"name": "Odd", "text": "which bolts?", "about": "R1"})
    assert said.status_code == 200 and said.json()["author"] == "Odd (by a link)"
    view = owner.good("GET", job["base"])
    row = view["comments"][0]
    assert row["author"] == "Odd (by a link)" and row["spec"]["about"] == "R1"
    assert "by the link for Odd Tveit" in view["last_edit"]["title"] and view["last_edit"]["by"] == ""
    path = f"{job['base']}/comments/{row['id']}"
    assert owner("PUT", path, {"version": 1, "spec": {**row["spec"], "text": "fine"}}).status_code == 403
    assert owner("DELETE", f"{path}?version=1").status_code == 403
    answered = owner.good("PUT", path, {"version": 1, "spec": {**row["spec"], "answer": "M12 8.8"}})
    assert answered["view"]["comments"][0]["spec"]["answered_by"] == "owner"
    assert guest("GET", "/look").json()["view"]["comments"][0]["spec"]["answer"] == "M12 8.8"


def test_nobody_who_is_logged_in_passes_for_a_guest(owner, job):
    made = owner.good("POST", f"{job['base']}/comments", {"text": "all well", "guest": "Odd"})
    assert made["view"]["comments"][0]["spec"]["guest"] == "" and made["view"]["comments"][0]["author"] == "owner"
    spec = {**made["view"]["comments"][0]["spec"], "guest": "Odd"}
    assert owner.good("PUT", f"{job['base']}/comments/{made['id']}", {"version": 1, "spec": spec})
    assert Comment.objects.get().spec.guest == ""


def test_a_link_ends(owner, job, link, shop):
    row, guest = link()
    assert person(shop, "hand", "fabricator")("DELETE", f"{job['base']}/links/{row['id']}").status_code == 403
    assert owner.good("DELETE", f"{job['base']}/links/{row['id']}")["ended"]
    gone = guest("GET", "/look")
    assert gone.status_code == 403 and "ended" in gone.json()["sentence"]
    _, late = link(days=1)
    ReadingLink.objects.filter(ended__isnull=True).update(until=timezone.now() - timedelta(seconds=1))
    assert late("GET", "/look").status_code == 403
    assert late("POST", "/look/comments", {"name": "Odd", "text": "still here"}).status_code == 403
    titles = list(Edit.objects.order_by("id").values_list("title", flat=True))
    assert any(t.startswith("link for Odd Tveit, until") for t in titles) and "link for Odd Tveit ended" in titles
    _, third = link()
    owner.good("DELETE", job["base"])
    assert third("GET", "/look").status_code == 403, "a job that was put away"


def test_the_token_is_kept_nowhere(link):
    _, guest = link()
    row = ReadingLink.objects.get()
    assert guest.token not in json.dumps({f.name: str(getattr(row, f.name)) for f in row._meta.fields})
    assert Guest(row.token_hash)("GET", "/look").status_code == 403
    assert Guest("")("GET", "/look").status_code == 403


def test_a_link_is_not_asked_without_end(link, monkeypatch):
    monkeypatch.setattr(links, "READS", (3, timedelta(minutes=5)))
    monkeypatch.setattr(links, "COMMENTS", (1, timedelta(minutes=5)))
    monkeypatch.setattr(links, "WRONG", (2, timedelta(minutes=5)))
    _, guest = link()
    remark = {"name": "Odd", "text": "a line"}
    answers = [guest("POST", "/look/comments", remark) for _ in range(2)] + [guest("GET", "/look") for _ in range(2)]
    assert [a.status_code for a in answers] == [200, 429, 200, 429]
    assert "too many" in answers[-1].json()["sentence"].lower() and int(answers[-1]["Retry-After"]) <= 300
    assert [Guest(f"guess {k}")("GET", "/look").status_code for k in range(3)] == [403, 403, 429]
    _, other = link()
    assert other("GET", "/look").status_code == 200, "others are not kept waiting"


def test_wrong_words_are_refused(owner, stranger, job, link):
    for wrong in ({"days": 0}, {"days": 91}, {"for_whom": ""}, {"for_whom": "\u202eddO"}, {"for_whom": "x" * 61}):
        answer = owner("POST", f"{job['base']}/links", {"for_whom": "Odd", **wrong})
        assert answer.status_code == 422, wrong
    assert owner("POST", f"{job['base']}/links", {"for_whom": "Odd", "release_id": 1}).status_code == 404
    assert stranger("GET", f"{job['base']}/links").status_code == 404
    _, guest = link()
    for wrong in ({"name": " "}, {"text": ""}, {"text": "x" * 2001}, {"about": "x" * 81}):
        assert guest("POST", "/look/comments", {"name": "Odd", "text": "a", **wrong}).status_code == 422, wrong


@pytest.fixture
def released(owner, job):
    """Revision A released, and the load doubled since."""
    base = job["base"]
    view = owner.good("POST", f"{base}/release", {"version": job["job"]["version"], "note": "for cutting"})
    load = view["loads"][0]
    owner.good("PUT", f"{base}/loads/{load['id']}", {"version": load["version"], "spec": a_load(area=mm("10 kN/m2"))})
    return view["releases"][0]["id"]


def test_a_release_is_read_as_it_stood(owner, job, released, link):
    base = job["base"]
    now, then = owner.good("GET", base), owner.good("GET", f"{base}/releases/{released}/view")
    assert then["job"]["spec"]["revision"] == "A" and now["job"]["spec"]["revision"] == "B"
    assert then["members"] == [{**m, "version": 0} for m in job["members"]]
    strength = then["figures"]["strength"]["value"]
    assert (
        strength == pytest.approx(job["figures"]["strength"]["value"])
        and strength > now["figures"]["strength"]["value"]
    )
    assert then["parts"][0]["geometry"] == job["parts"][0]["geometry"]
    paper = owner("GET", f"{base}/releases/{released}/report.pdf")
    assert paper.content.startswith(b"%PDF") and " A calculation report.pdf" in paper["Content-Disposition"]
    _, guest = link(release_id=released)
    seen = guest("GET", "/look").json()
    assert seen["release"] == "A" and seen["view"]["members"] == json.loads(
        json.dumps(links.without_prices(then["members"]))
    )


def test_undo_passes_over_what_others_said_and_what_stays(owner, job, released, link):
    """A comment, a signature or a release is nobody's to undo: the work before it still is."""
    _, guest = link()
    assert guest("POST", "/look/comments", {"name": "Odd", "text": "which bolts?"}).status_code == 200
    before = owner.good("GET", job["base"])["stand"]
    undone = owner("POST", f"{job['base']}/undo").json()
    assert undone["since"] == before and undone["last_edit"]["title"] == "undo: load crowd"
    assert owner.good("GET", job["base"])["loads"][0]["spec"]["area"]["text"] == "5 kN/m2"
    owner.good("POST", f"{job['base']}/undo")  # what was done before the release
    assert [r["revision"] for r in owner.good("GET", job["base"])["releases"]] == ["A"]
