"""Bodies and addresses spoiled one place at a time, for every address of the description: whatever is sent, the answer
is one clear sentence and never a fault, and what was there before is still read.
"""

import copy
import json
import random

import pytest

from tests.server import test_forgery
from tests.server.test_forgery import REQUESTS, UNHEARD, made

pytestmark = pytest.mark.django_db
scene = test_forgery.scene
SPOILERS = [
    None, True, -1, 0, 10**400, 1e308, "", " ", "\u0000", "\u202e", "x" * 5000, "⌀" * 300, "=1+1", "1e308*1e308", "NaN",
    [], [[]], {}, {"text": {"text": "1"}}, {"$ref": "#"}, ["a"] * 500, "../../etc/passwd", "'; DROP TABLE jobs_job; --",
]  # fmt: skip
EACH = 5


def leaves(value, path=()):
    """Paths to everything in a body, itself included."""
    yield path
    if isinstance(value, dict):
        for name, inner in value.items():
            yield from leaves(inner, (*path, name))
    elif isinstance(value, list):
        for place, inner in enumerate(value):
            yield from leaves(inner, (*path, place))


def spoiled(body, lot):
    """The body with one place of it otherwise: another value, gone, or with something beside it."""
    body = copy.deepcopy(body)
    path = lot.choice(list(leaves(body)))
    if not path:
        return lot.choice(SPOILERS)
    at = body
    for step in path[:-1]:
        at = at[step]
    way = lot.random()
    if way < 0.15 and isinstance(at, dict):
        del at[path[-1]]
    elif way < 0.25 and isinstance(at, dict):
        at[f"{path[-1]}_"] = lot.choice(SPOILERS)
    else:
        at[path[-1]] = lot.choice(SPOILERS)
    return body


def asked(scene, lot):
    """Requests with something wrong in each."""
    for request_ in REQUESTS:
        if request_ in UNHEARD or request_.startswith(("DELETE /jobs/{job_id}", "GET /health")):
            continue
        method, path, body = made(request_, scene)
        for _ in range(EACH):
            if body is not None:
                yield method, path, spoiled(body, lot)
            elif "?" in path:
                yield (
                    method,
                    path.split("=")[0] + "=" + lot.choice(["%00", "-1", "9" * 400, "%F0%9F%94%A7", "a" * 3000]),
                    None,
                )


def test_whatever_is_sent_is_answered_in_one_sentence(scene, job, caplog):
    lot = random.Random(11)
    wrong, sent, refused = [], 0, 0
    for method, path, body in asked(scene, lot):
        text = json.dumps(body) if body is not None else ""
        answer = scene["owner"].client.generic(method, f"/api{path}", text, content_type="application/json")
        sent += 1
        refused += answer.status_code >= 400
        said = answer.json() if answer.status_code >= 400 else {"sentence": "."}
        if answer.status_code >= 500 or not str(said.get("sentence", "")).strip():
            wrong.append((method, path[:80], text[:200], answer.status_code))
    assert wrong == []
    assert sent > 200 and refused > sent / 3, "the spoiling spoils"
    view = scene["owner"].client.get(f"/api{job['base']}").json()
    assert view["members"][0]["verdict"] and view["loads"], "what was there is still read"
