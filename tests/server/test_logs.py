"""Every request has a number; what is written down is a line of JSON and gives nothing away."""

import io
import json
import logging

import pytest
from django.contrib.auth import middleware
from django.db import OperationalError

from tests.server.conftest import a_load
from yorvek.server import logs
from yorvek.server.api import records

pytestmark = pytest.mark.django_db


@pytest.fixture
def written():
    """The lines that are written while every request is."""
    out = io.StringIO()
    handler = logging.StreamHandler(out)
    handler.setFormatter(logs.Lines())
    mine = logging.getLogger("yorvek")
    level = mine.level
    mine.addHandler(handler)
    mine.setLevel(logging.INFO)
    yield lambda: [json.loads(line) for line in out.getvalue().splitlines()]
    mine.removeHandler(handler)
    mine.setLevel(level)


def test_a_request_has_a_number_that_its_lines_and_its_answer_carry(owner, job, written):
    answer = owner("GET", f"{job['base']}?secret=in-the-query", HTTP_X_REQUEST_ID="proxy-000017")
    (line,) = written()
    assert answer["X-Request-Id"] == line["request"] == "proxy-000017"
    assert (line["path"], line["status"], line["method"]) == (f"/api{job['base']}", 200, "GET")
    assert line["person"] and line["ms"] >= 0 and "secret" not in json.dumps(line)


@pytest.mark.parametrize("forged", ['1"} {"level": "error', "a\tb", "x" * 65, "short"])
def test_a_number_that_could_pass_for_something_else_is_not_taken(owner, forged):
    number = owner("GET", "/jobs", HTTP_X_REQUEST_ID=forged)["X-Request-Id"]
    assert number != forged and logs.GIVEN.fullmatch(number)


def test_whoever_meets_a_fault_is_told_its_number(owner, job, written, monkeypatch):
    monkeypatch.setattr(records, "job_changes", lambda job: 1 / 0)
    answer = owner("POST", f"{job['base']}/loads", a_load(name="c"))
    number = answer["X-Request-Id"]
    assert answer.status_code == 500 and number in answer.json()["sentence"]
    fault, request = written()
    assert fault["request"] == request["request"] == number
    assert "ZeroDivisionError" in fault["trace"] and request["level"] == "warning"
    assert a_load()["name"] not in fault["what"], "what was typed is nobody's to read"


def test_only_faults_and_slow_ones_are_written_down_as_a_rule(owner, written, monkeypatch):
    logging.getLogger("yorvek").setLevel(logging.WARNING)
    owner("GET", "/jobs")
    assert written() == []
    monkeypatch.setattr(logs, "SLOW_S", -1.0)
    owner("GET", "/jobs")
    assert [line["path"] for line in written()] == ["/api/jobs"]


@pytest.mark.parametrize(
    ("why", "said"),
    [((2002, "Can't connect"), "does not answer just now"), ((1021, "Disk full"), "disk of the database is full")],
)
def test_where_nobody_can_be_looked_up_it_is_said_as_the_api_says_it(owner, job, written, monkeypatch, why, said):
    """The database goes away before the API is come to: who asks is not known then, and nothing was saved."""

    def away(request):
        raise OperationalError(*why)

    monkeypatch.setattr(middleware, "get_user", away)
    answer = owner("POST", f"{job['base']}/loads", a_load(name="c"))
    assert answer.status_code == 503 and said in answer.json()["sentence"] and answer.json()["saved"] == "nothing"
    assert answer["Cache-Control"] == "no-store"
    (line,) = written()
    assert (line["status"], line["person"]) == (503, None)
