"""Files and requests that mean harm (findings E3, E11, E12): each is refused in a sentence, in bounded time and memory,
and others are served meanwhile.
"""

import base64
import io
import json
import os
import random
import threading
import time
import zipfile

import pytest

from tests.core import spoilers
from tests.core.test_drawings import CIRCLE, LINE, raw
from tests.server.conftest import a_load, a_member, mm
from yorvek.core.errors import InputError
from yorvek.core.files import apart

pytestmark = pytest.mark.django_db
BOUND_S = 12
"""Generous for a busy machine; what these did before never ended."""


def svg(body, head='width="100mm" height="100mm" viewBox="0 0 100 100"'):
    return f'<svg xmlns="http://www.w3.org/2000/svg" {head}>{body}</svg>'.encode()


def block(name, *inside):
    return f"0\nBLOCK\n8\n0\n2\n{name}\n70\n0\n10\n0\n20\n0\n" + "".join(inside) + "0\nENDBLK\n8\n0\n"


def insert(name, rows=1, columns=1):
    return f"0\nINSERT\n8\n0\n2\n{name}\n10\n0\n20\n0\n70\n{columns}\n71\n{rows}\n44\n1\n45\n1\n"


def with_blocks(blocks, *entities):
    head = "0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1009\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n"
    middle = "0\nSECTION\n2\nBLOCKS\n" + "".join(blocks) + "0\nENDSEC\n"
    return (head + middle + "0\nSECTION\n2\nENTITIES\n" + "".join(entities) + "0\nENDSEC\n0\nEOF\n").encode()


def star(count):
    return [LINE(0, 0, k + 1, 1000 - k / 7) for k in range(count)]


def crossing(count):
    random.seed(5)
    return [LINE(*(random.uniform(0, 1000) for _ in range(4))) for _ in range(count)]


def nested(depth, wide):
    inner = [block("B0", LINE(0, 0, 1, 1))]
    return [*inner, *(block(f"B{k}", *[insert(f"B{k - 1}")] * wide) for k in range(1, depth + 1))]


ELLIPSE = "0\nELLIPSE\n8\n0\n10\n0\n20\n0\n30\n0\n11\n1e12\n21\n0\n31\n0\n40\n0.5\n41\n0\n42\n6.28\n"
BEZIERS = " ".join(f"M{k * 40} 0 C{k * 40} 50 {k * 40 + 30} 50 {k * 40 + 30} 0 Z" for k in range(2000))
HOLES = "".join(f'<circle cx="{3 + 3 * (k % 34)}" cy="{3 + 3 * (k // 34)}" r="1"/>' for k in range(1104))
DRAWINGS = {
    "rows of rows.dxf": with_blocks([block("B", LINE(0, 0, 1, 1))], insert("B", 30_000, 30_000)),
    "blocks in blocks.dxf": with_blocks(nested(7, 30), insert("B7")),
    "itself.dxf": with_blocks([block("B", insert("B"))], insert("B")),
    "empty blocks.dxf": with_blocks([block("B0"), *nested(7, 30)[1:]], insert("B7")),
    "huge ellipse.dxf": raw(ELLIPSE),
    "star.dxf": raw(*star(8_000)),
    "crossing.dxf": raw(*crossing(6_000)),
    "one on another.dxf": raw(LINE(0, 0, 100, 0), LINE(100, 0, 0, 1e-7)),
    "one point.dxf": raw(*[LINE(0, 0, 0.001 * (k % 9), 0.03) for k in range(9000)]),
    "not numbers.dxf": raw(CIRCLE("nan", "inf", "1e400")),
    "slow transform.svg": svg(f'<g transform="{"w" * 200_000}"><rect width="1" height="1"/></g>'),
    "long numbers.svg": svg(f'<path d="M0 0 L{"9" * 100_000} 1Z"/>'),
    "curves.svg": svg(f'<path d="{BEZIERS}"/>'),
    "holes.svg": svg(f'<rect width="110" height="110"/>{HOLES}'),
    "deep.svg": svg("<g>" * 5000 + "</g>" * 5000),
    "entities.svg": b'<!DOCTYPE s [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg width="1mm">&b;</svg>',
    "huge arc.svg": svg('<path d="M0 0 A1e12 1e12 0 1 1 1 1"/>'),
    "scaled.svg": svg('<g transform="scale(1e9)"><circle r="1"/></g>'),
    "many.svg": svg('<rect width="1" height="1"/>' * 60_000),
    "no box.svg": svg('<rect width="1" height="1"/>', 'width="1mm" viewBox="0 0 0 0"'),
}
FINE = {"curves.svg", "holes.svg"}
"""Large, but real: these are read."""


def packed(*members):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        for name, content in members:
            file.writestr(name, content)
    return out.getvalue()


def sheet(rows):
    from openpyxl import Workbook

    book = Workbook(write_only=True)
    page = book.create_sheet()
    for row in rows:
        page.append(row)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def far_row():
    """A workbook that says it has a million rows, with one cell at the end of them."""
    whole = zipfile.ZipFile(io.BytesIO(sheet([["section", "material", "length"]])))
    parts = {n: whole.read(n) for n in whole.namelist()}
    name = next(n for n in parts if n.startswith("xl/worksheets/sheet"))
    parts[name] = parts[name].replace(b"</sheetData>", b'<row r="1048576"><c r="A1048576"/></row></sheetData>')
    return packed(*parts.items())


LISTS = {
    "bomb.xlsx": packed(("xl/workbook.xml", b" " * 70_000_000)),
    "empty.xlsx": packed(),
    "no zip.xlsx": b"PK\x03\x04" + bytes(200),
    "far row.xlsx": far_row(),
    "many rows.csv": b"section,material,length\n" * 200_000,
    "wide.csv": b"section,material,length" + b"," * 300_000 + b"\n",
    "quotes.csv": b'section,material,length\n"' + b"a" * 400_000,
    "zeros.csv": bytes(100_000),
    "formula.csv": b'section,material,length\n=cmd|"/c x"!A1,S235,6000\n',
    "wrong.ods": b"anything",
}
PICTURES = {
    "bomb": b"\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR\x00\x00\xff\xff\x00\x00\xff\xff\x08\x02\x00\x00\x00",
    "text": b"GIF89a" + bytes(300),
    "cut": b"\xff\xd8\xff\xe0" + bytes(40),
}
JOBS = {
    "deep": "[" * 100_000,
    "digits": '{"format": "yorvek-job", "version": ' + "9" * 5000 + "}",
    "not a number": '{"format": "yorvek-job", "version": 1, "job": {"name": "x", "span_over": NaN}}',
    "twice": '{"format": "yorvek-job", "version": 1, "job": {"name": "x"}, "loads": [{"id": 1}, {"id": 1}]}',
    "itself": json.dumps(
        {
            "format": "yorvek-job",
            "version": 1,
            "job": {"name": "x"},
            "dimensions": [{"name": "aa", "size": mm("bb")}, {"name": "bb", "size": mm("aa")}],
        }
    ),
    "future": '{"format": "yorvek-job", "version": 99}',
}


def content(data):
    return base64.b64encode(data).decode()


def refused(answer):
    assert answer.status_code in (400, 404, 413, 422), (answer.status_code, answer.content[:300])
    assert answer.json()["sentence"], answer.content


def used():
    """Processor time of this process and of the children that read for it: a busy machine makes it no longer."""
    now = os.times()
    return now.user + now.system + now.children_user + now.children_system


def within(began):
    assert used() - began < BOUND_S


@pytest.mark.parametrize("name", DRAWINGS)
def test_E3_a_drawing_that_would_never_end_does(owner, job, name):
    began = used()
    body = {"name": name, "content": content(DRAWINGS[name])}
    answer = owner("POST", f"{job['base']}/drawings", body)
    if name in FINE or answer.status_code == 200:
        assert answer.json()["outlines"] if name in FINE else answer.json()["troubles"] is not None
    else:
        refused(answer)
    within(began)


@pytest.mark.parametrize("name", LISTS)
def test_E11_a_spreadsheet_that_unpacks_to_more_is_refused(owner, name):
    began = used()
    answer = owner("POST", "/stock/import", {"name": name, "content": content(LISTS[name])})
    if answer.status_code == 200:
        assert answer.json()["offers"] == []
    else:
        refused(answer)
    within(began)


@pytest.mark.parametrize("name", PICTURES)
def test_a_picture_that_is_none_is_refused(owner, name):
    line = owner.good("POST", "/stock", {"item": a_bar()})
    refused(owner("POST", f"/stock/{line['id']}/photos", {"content": content(PICTURES[name])}))


def a_bar(**more):
    return {"form": "bar", "section_id": "SHS 50×50×3 hot", "material_id": "S355", "length": mm("6000"), **more}


@pytest.mark.parametrize("name", JOBS)
def test_a_job_file_that_means_harm_is_refused(owner, name):
    answer = owner("POST", "/jobs/import", {"text": JOBS[name]})
    refused(answer)
    assert name != "not a number" or "must be finite" in answer.json()["sentence"]


TEXTS = [
    "1e308*1e308", "1e400", "-1e308*10", "9" * 5000, "1/0", "0/0", "((((((((((1", "1" + "+1" * 3000, "()" * 2000,
    "a" * 4000, "𝟙𝟚", "1\u0000", "٣ m", "1e-400", "2**9999", "__import__", "1;2", "'" * 900, "½" * 500, "\u202e6 m",
]  # fmt: skip


@pytest.mark.parametrize("text", TEXTS, ids=range(len(TEXTS)))
def test_E12_a_quantity_that_is_none_is_refused(owner, job, text):
    load = job["loads"][0]["id"]
    answers = [
        owner("POST", f"{job['base']}/members", a_member(load, mark="Z1", length=mm(text))),
        owner("POST", f"{job['base']}/loads", a_load(name="odd", area=mm(text))),
        owner("POST", f"{job['base']}/dimensions", {"name": "odd", "size": mm(text)}),
    ]
    for answer in answers:
        assert answer.status_code in (200, 422), (answer.status_code, answer.content[:300])
    assert owner("GET", job["base"]).status_code == 200


@pytest.mark.parametrize("section", ["", " ", "\u0000", "RHS", "RHS 120×80×0 hot", "x" * 3000, "⌀" * 50, "composed:"])
def test_E12_a_section_that_is_none_is_refused(owner, job, section):
    refused(owner("POST", f"{job['base']}/members", a_member(job["loads"][0]["id"], mark="Z2", section_id=section)))


BODIES = [
    b"", b"{", b"[]", b"null", b"\xff\xfe", b'{"name": ' + b"9" * 5000 + b"}", b"[" * 50_000, b'{"name": NaN}',
    b'{"name": "\\ud800"}', b'{"name": {"name": {}}}', b'{"span_over": 1e999, "name": "x"}', b'{"name": ""}',
    b'{"name": "a\\u0000b"}', b"{" + b'"a":1,' * 20_000 + b'"name":"x"}',
]  # fmt: skip


@pytest.mark.parametrize("body", BODIES, ids=range(len(BODIES)))
def test_E12_a_request_that_is_none_is_refused(owner, body):
    answer = owner.client.generic("POST", "/api/jobs", body, content_type="application/json")
    refused(answer)


def test_others_are_served_while_a_file_is_read(owner, job):
    """Two files that take their whole time, and between them a plain question."""
    done = []

    def slow():
        try:
            apart.read_apart(time.sleep, 3)
        finally:
            done.append(time.monotonic())

    threads = [threading.Thread(target=slow) for _ in range(2)]
    for t in threads:
        t.start()
    owner.good("GET", job["base"])
    answered = time.monotonic()
    for t in threads:
        t.join()
    assert len(done) == 2 and answered < max(done)


@pytest.mark.parametrize(
    ("work", "words", "seconds"), [(spoilers.spins, "longer than", 2), (spoilers.eats, "more than", 120)]
)
def test_limits_of_time_and_memory_hold(monkeypatch, work, words, seconds):
    """What eats memory has all the time that a slow machine needs to run into that limit."""
    monkeypatch.setattr(apart, "SECONDS", seconds)
    with pytest.raises(InputError, match=words):
        apart.read_apart(work)


def test_what_the_core_refuses_and_breaks_comes_back_as_it_is():
    from yorvek.core.files.drawing import read_drawing

    with pytest.raises(InputError, match="ends in"):
        apart.read_apart(read_drawing, "a.txt", b"")
    with pytest.raises(RuntimeError, match="ZeroDivisionError"):
        apart.read_apart(divmod, 1, 0)
    with pytest.raises(RuntimeError, match="ended with 9"):
        apart.read_apart(spoilers.dies)
