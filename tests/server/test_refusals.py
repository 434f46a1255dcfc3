"""Malformed lengths, loads, job files, stale saves and forbidden requests: a clear sentence each, and nothing
changed.
"""

import json

import pytest

from tests.server.conftest import DEMO, a_load, a_member, a_plate, mm, person
from yorvek.server.jobs.models import Job, Load, Member, Part
from yorvek.server.journal.models import Edit, RowChange
from yorvek.server.stock.models import StockItem

pytestmark = pytest.mark.django_db

LENGTHS = [
    "",
    "abc",
    "-5",
    "0",
    "6 1/0",
    "6''3'",
    "1e400",
    "1,200",
    "1.2.3",
    "12 13",
    "(12",
    "12 kN",
    "nowhere/2",
    "12 m * 2 m",
    "99999999",
    "5/0",
    "NaN",
    "14 ga",
]
LOADS = [
    {"area": mm("5 kN")},
    {"area": mm("")},
    {"area": None},
    {"area": mm("1,200")},
    {"name": ""},
    {"case": "snow"},
    {"form": "volume"},
    {"dynamic_factor": 0.5},
    {"dynamic_factor": "two"},
    {"area": mm("1e300 kN/m2")},
    {"name": "x" * 200},
    {"colour": "red"},
]
MEMBERS = [
    {"supports": []},
    {"supports": [{"at": mm("0")}]},
    {"supports": [{"at": mm("0")}, {"at": mm("9 m")}]},
    {"section_id": "RHS 1×1×1"},
    {"material_id": "A36"},
    {"loads": [{"load_id": 999999}]},
    {"qty": 0},
    {"mark": ""},
    {"supports": [{"at": mm("100")}, {"at": mm("100")}]},
]
PLATES = [
    {"edge": mm("5")},
    {"columns": 20},
    {"hole": mm("0")},
    {"thickness": mm("14 gauge of what")},
    {"corner_radius": mm("200")},
    {"middle_hole": mm("155")},
    {"width": {"text": "200", "unit": "cubit"}},
]


def counted():
    kinds = (Job, Load, Member, Part, StockItem, Edit, RowChange)
    return [k.objects.count() for k in kinds] + [
        list(k.objects.values_list("pk", "version", "data")) for k in kinds[:5]
    ]


def refused(answer, before, status=422):
    assert answer.status_code == status, answer.content[:300]
    sentence = answer.json()["sentence"]
    assert len(sentence) > 12 and "Traceback" not in sentence
    assert counted() == before
    return sentence


@pytest.mark.parametrize("text", LENGTHS)
def test_malformed_length(owner, job, text):
    before = counted()
    load = job["loads"][0]["id"]
    refused(owner("POST", f"{job['base']}/members", a_member(load, mark="R9", length=mm(text))), before)


@pytest.mark.parametrize("change", LOADS, ids=str)
def test_malformed_load(owner, job, change):
    before = counted()
    refused(owner("POST", f"{job['base']}/loads", a_load(**change)), before)


@pytest.mark.parametrize("change", MEMBERS, ids=str)
def test_member_that_cannot_be(owner, job, change):
    before = counted()
    refused(
        owner("POST", f"{job['base']}/members", a_member(job["loads"][0]["id"], **{"mark": "R9", **change})), before
    )


@pytest.mark.parametrize("change", PLATES, ids=str)
def test_plate_that_cannot_be(owner, job, change):
    before = counted()
    plate = a_plate(mark="F9")
    plate["shape"] |= change
    refused(owner("POST", f"{job['base']}/parts", plate), before)


def broken_files():
    good = json.loads((DEMO / "heron-hide.job.json").read_text())
    yield "nothing", ""
    yield "not JSON", "{"
    yield "a list", "[]"
    yield "another format", json.dumps({**good, "format": "other"})
    yield "a later version", json.dumps({**good, "version": 99})
    yield "no job", json.dumps({k: v for k, v in good.items() if k != "job"})
    yield "unknown key", json.dumps({**good, "extra": 1})
    yield "not a number", json.dumps(good).replace('"n": 1.67', '"n": NaN')
    yield "load that is not there", json.dumps({**good, "loads": []})
    yield "twice the same id", json.dumps({**good, "parts": good["parts"] + good["parts"][:1]})
    yield "wrong length", json.dumps({**good, "dimensions": [{"name": "a", "size": {"text": "x y"}}]})
    yield (
        "dimensions in a circle",
        json.dumps(
            {**good, "dimensions": [{"name": "a", "size": {"text": "b"}}, {"name": "b", "size": {"text": "a"}}]}
        ),
    )


@pytest.mark.parametrize(("what", "text"), broken_files(), ids=lambda x: x if len(str(x)) < 40 else "file")
def test_malformed_job_file(owner, what, text):
    before = counted()
    refused(owner("POST", "/jobs/import", {"text": text}), before)


@pytest.mark.parametrize(
    ("method", "path"),
    [
        ("GET", ""),
        ("PUT", ""),
        ("GET", "/history"),
        ("POST", "/undo"),
        ("POST", "/loads"),
        ("POST", "/members"),
        ("POST", "/plans"),
        ("GET", "/export/job.json"),
        ("GET", "/export/cut-list.pdf"),
        ("GET", "/export/lists.xlsx"),
    ],
)
def test_another_shops_job_is_not_there(owner, stranger, job, method, path):
    before = counted()
    body = (
        {"version": 1, "spec": job["job"]["spec"]}
        if method == "PUT"
        else a_load()
        if path == "/loads"
        else a_member(1)
        if path == "/members"
        else {"key": "10|S355"}
    )
    refused(stranger(method, job["base"] + path, body if method != "GET" else None), before, 404)


def test_another_shops_stock_is_not_there(owner, stranger, shop):
    item = {
        "item": {"form": "sheet", "material_id": "S355", "thickness": mm("8"), "width": mm("1000"), "height": mm("500")}
    }
    made = owner.good("POST", "/stock", item)
    before = counted()
    refused(stranger("PUT", f"/stock/{made['id']}", {"version": 1, "spec": item}), before, 404)
    assert stranger.good("GET", "/stock") == []


@pytest.mark.parametrize(("method", "path"), [("POST", "/loads"), ("PUT", ""), ("POST", "/undo"), ("POST", "/plans")])
def test_a_checker_reads_and_comments_but_changes_nothing(owner, shop, job, method, path):
    checker = person(shop, "checker", "checker")
    before = counted()
    body = (
        {"version": 1, "spec": job["job"]["spec"]}
        if method == "PUT"
        else {"key": "10|S355"}
        if path == "/plans"
        else a_load()
    )
    assert "checker" in refused(checker(method, job["base"] + path, body), before, 403)
    checker.good("GET", job["base"])
    assert (
        checker.good("POST", f"{job['base']}/notes", {"text": "Is the crowd load agreed?"})["view"]["notes"][0][
            "author"
        ]
        == "checker"
    )


def test_nobody_gets_in_without_logging_in(job, client):
    for path in (job["base"], "/jobs", "/stock", "/catalogue"):
        assert client.get(f"/api{path}").status_code == 401


def test_a_load_that_stands_on_a_member_stays(owner, job):
    before = counted()
    load = job["loads"][0]
    assert "R1" in refused(owner("DELETE", f"{job['base']}/loads/{load['id']}?version={load['version']}"), before)
