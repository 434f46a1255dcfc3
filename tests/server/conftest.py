"""A shop with its people, another shop beside it, and a job made through the API."""

import json
import re
from pathlib import Path

import pytest
from django.test import Client

from yorvek.server.accounts.models import Shop, User
from yorvek.server.api import opened

DEMO = Path(__file__).parents[2] / "demo"


@pytest.fixture(autouse=True)
def _quick_passwords(settings):
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


def laid_over(view, changes):
    """A job's view with what an edit changed laid over it, as a page does it."""
    whole = {**view, "stand": changes["stand"]}
    for name, part in changes.items():
        if name in ("since", "stand") or part is None:
            continue
        if isinstance(part, dict) and part.keys() == {"order", "rows"}:
            rows = {row["id"]: row for row in (*view[name], *part["rows"])}
            whole[name] = [rows[number] for number in part["order"]]
        else:
            whole[name] = part
    return whole


@pytest.fixture(autouse=True)
def _nothing_kept():
    """Numbers of jobs and edits come again where a test empties the tables."""
    opened._kept.clear()


class Caller:
    """A logged-in person at the API, who holds jobs as a page does: what an edit changed is laid over what is held, and
    must then be what anybody else would read.
    """

    def __init__(self, user):
        self.client = Client()
        self.client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
        self.held = {}
        self.laid = 0

    def __call__(self, method, path, body=None, **headers):
        content = json.dumps(body) if body is not None else ""
        return self.client.generic(method, f"/api{path}", content, content_type="application/json", **headers)

    def good(self, method, path, body=None):
        """The answer; where it is what an edit changed, the whole job after it (of a saved record, as its `view`)."""
        answer = self(method, path, body)
        assert answer.status_code == 200, answer.content[:500]
        found = answer.json()
        if not isinstance(found, dict) or path.endswith("/preview"):
            return found
        if "job" in found and "stand" in found and "since" not in found:
            self.held[found["job"]["id"]] = dict(found)
        changes = found.get("changes", found)
        if not isinstance(changes, dict) or "since" not in changes:
            return found
        view = self._after(int(re.search(r"(?:/jobs/|job_id=)(\d+)", path)[1]), changes)
        return {**found, "view": view} if "changes" in found else view

    def _after(self, job, changes):
        held = self.held.get(job)
        fresh = self.good("GET", f"/jobs/{job}")
        if held is not None and held["stand"] == changes["since"]:
            assert laid_over(held, changes) == fresh
            self.laid += 1
        return fresh


def person(shop, name, role="owner"):
    return Caller(User.objects.create_user(name, password="long enough", shop=shop, role=role))


@pytest.fixture
def shop(db):
    return Shop.objects.create(name="Brackwater Metalwork")


@pytest.fixture
def owner(shop):
    return person(shop, "owner")


@pytest.fixture
def stranger(db):
    return person(Shop.objects.create(name="Another shop"), "stranger")


def mm(text):
    return {"text": text, "unit": "mm"}


def a_load(**more):
    return {"name": "crowd", "case": "live", "form": "area", "area": mm("5 kN/m2"), **more}


def a_member(load_id, **more):
    return {
        "mark": "R1",
        "name": "rail",
        "qty": 2,
        "length": mm("3000"),
        "supports": [{"at": mm("0")}, {"at": mm("3000")}],
        "loads": [{"load_id": load_id, "width": mm("1200")}],
        "section_id": "RHS 120×80×6.3 hot",
        "material_id": "S355",
        **more,
    }


def a_plate(**more):
    return {
        "mark": "F1",
        "qty": 4,
        "material_id": "S355",
        "shape": {
            "family": "base_plate",
            "width": mm("200"),
            "height": mm("150"),
            "thickness": mm("10"),
            "hole": mm("14"),
            "edge": mm("30"),
        },
        **more,
    }


@pytest.fixture
def job(owner):
    """A job with one load, one member, one bar part and one plate."""
    made = owner.good("POST", "/jobs", {"name": "Heron Hide"})
    base = f"/jobs/{made['job']['id']}"
    load = owner.good("POST", f"{base}/loads", a_load())["id"]
    member = owner.good("POST", f"{base}/members", a_member(load))["id"]
    owner.good("POST", f"{base}/parts", {"mark": "R1", "qty": 2, "shape": {"family": "bar", "member_id": member}})
    view = owner.good("POST", f"{base}/parts", a_plate())["view"]
    view["base"] = base
    return view
