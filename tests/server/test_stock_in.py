"""Offers and photos brought into the stock book, today's simulated offers, processes and savings, hand-made nests."""

import base64
import importlib
import io
import json

import pytest
from django.apps import apps
from PIL import Image

from tests.server.conftest import mm
from yorvek.server.journal.models import Edit, RowChange
from yorvek.server.stock.models import Blob, Photo

pytestmark = pytest.mark.django_db
CSV = "section;material;length;price\nSHS 60×60×4 hot;S355;6000;52,40\nSHS 61;S355;6000;50\n"


def packed(data):
    return base64.b64encode(data if isinstance(data, bytes) else data.encode()).decode()


@pytest.fixture
def job(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    shape = {"family": "bar", "section_id": "SHS 60×60×4 hot", "length": mm("2000")}
    owner.good("POST", f"{base}/parts", {"mark": "A", "qty": 3, "material_id": "S355", "shape": shape})
    plate = {"family": "rectangle", "width": mm("300"), "height": mm("60"), "thickness": mm("8")}
    owner.good("POST", f"{base}/parts", {"mark": "P", "qty": 6, "material_id": "S355", "shape": plate})
    return base


def test_what_a_heading_means_may_be_said(owner, job):
    """A column that nobody knows is named; once somebody says what it is, it counts."""
    text = "section;material;length;Kosten\nSHS 60x60x4 hot;S355J2H;6.000;1.052,40\n"
    asked = {"name": "list.csv", "content": packed(text), "unit": "mm"}
    found = owner.good("POST", "/stock/import", asked)
    assert found["unknown"] == ["Kosten"] and found["offers"][0]["item"]["price"] is None
    said = owner.good("POST", "/stock/import", {**asked, "columns": {"Kosten": "price"}})
    assert said["unknown"] == [] and said["offers"][0]["item"]["price"]["value"] == 1052.4
    assert owner("POST", "/stock/import", {**asked, "columns": {"Kosten": "colour"}}).status_code == 422


def test_a_price_list_is_looked_at_taken_and_taken_back(owner, job):
    number = job.split("/")[2]
    body = {"name": "week.csv", "content": packed(CSV)}
    seen = owner.good("POST", f"/stock/import?job_id={number}", body)
    assert len(seen["offers"]) == 1 and seen["odd"][0]["row"] == 3 and owner.good("GET", "/stock") == []
    taken = owner.good("POST", f"/stock/import?job_id={number}", {**body, "take": True})
    assert taken["view"]["bars"][0]["group"]["lines"][0]["price"] == 52.4
    owner.good("POST", f"{job}/undo")
    assert owner.good("GET", "/stock") == []


@pytest.mark.parametrize(
    ("name", "content", "says"),
    [
        ("a.csv", packed("x"), "headings"),
        ("a.xlsx", packed("PK"), "cannot be opened"),
        ("a.csv", "§", "base64"),
        ("a.csv", packed("section;material\n"), "at least one line"),
    ],
)
def test_a_bad_price_list_changes_nothing(owner, name, content, says):
    answer = owner("POST", "/stock/import", {"name": name, "content": content, "take": True})
    assert answer.status_code == 422 and says in answer.json()["sentence"]
    assert owner.good("GET", "/stock") == []


def test_todays_offers_are_for_what_the_job_needs_and_replace_the_last(owner, job):
    view = owner.good("POST", f"{job}/offers")
    lines = view["bars"][0]["group"]["lines"]
    assert {x["supplier"] for x in lines} == {"Reedside Steel", "Saltmarsh Metals"} and not any(
        x["assumed"] for x in lines
    )
    count = len(owner.good("GET", "/stock"))
    owner.good("POST", f"{job}/offers")
    assert len(owner.good("GET", "/stock")) == count


def test_a_photo_of_a_line(owner, stranger):
    item = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 1}
    number = owner.good("POST", "/stock", {"item": item})["id"]
    out = io.BytesIO()
    Image.new("RGB", (1600, 900), "navy").save(out, "PNG")
    (row,) = owner.good("POST", f"/stock/{number}/photos", {"name": "mill mark", "content": packed(out.getvalue())})
    answer = owner("GET", f"/stock/{number}/photos/{row['id']}")
    assert answer["Content-Type"] == "image/jpeg" and Image.open(io.BytesIO(answer.content)).size == (1280, 720)
    assert stranger("GET", f"/stock/{number}/photos/{row['id']}").status_code == 404
    bad = owner("POST", f"/stock/{number}/photos", {"name": "x", "content": packed("no picture")})
    assert bad.status_code == 422 and "picture" in bad.json()["sentence"]


def test_G5_a_picture_is_kept_once_and_not_in_the_journal(owner):
    item = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 1}
    number = owner.good("POST", "/stock", {"item": item})["id"]
    out = io.BytesIO()
    Image.effect_noise((900, 600), 80).save(out, "PNG")
    for name in ("mill mark", "the same again"):
        rows = owner.good("POST", f"/stock/{number}/photos", {"name": name, "content": packed(out.getvalue())})
    assert len(rows) == 2 and Blob.objects.count() == 1
    written = RowChange.objects.filter(table="photo")
    assert written.count() == 2 and all(len(json.dumps(w.after)) < 500 for w in written)


def test_G5_pictures_of_earlier_versions_are_moved_out_of_rows_and_journal(owner, shop):
    item = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 1}
    line = owner.good("POST", "/stock", {"item": item})["id"]
    out = io.BytesIO()
    Image.new("RGB", (30, 20), "navy").save(out, "JPEG")
    old = {"name": "mill mark", "jpeg": packed(out.getvalue())}
    photo = Photo.objects.create(shop=shop, item_number=line, data=old)
    RowChange.objects.create(
        edit=Edit.objects.first(), table="photo", row_id=photo.pk, after={"data": old, "version": 1}
    )
    importlib.import_module("yorvek.server.stock.migrations.0004_blobs").moved(apps, None)
    answer = owner("GET", f"/stock/{line}/photos/{photo.pk}")
    assert answer.status_code == 200 and answer.content == out.getvalue()
    change = RowChange.objects.get(table="photo")
    assert change.after["data"] == Photo.objects.get().data and "jpeg" not in change.after["data"]
    assert owner.good("GET", f"/stock/{line}/photos") == [{"id": photo.pk, "name": "mill mark"}]


def test_processes_and_flat_bar_and_savings(owner, job):
    found = owner.good("GET", f"{job}/processes")
    (part,) = found["parts"]
    assert part["cheapest"] and found["budgets"][0]["minutes"] > 0
    (flat,) = owner.good("GET", f"{job}/flats").values()
    assert flat["flats"][0]["bar"] == "FL 60×8" and flat["flats"][0]["money"] > 0 and flat["sheet_money"] > 0
    saved = owner.good("GET", f"{job}/savings?most_mm=30")
    assert saved[0]["part"] == "A" and saved[0]["bars"] == 1
    assert owner("GET", f"{job}/savings?most_mm=0").status_code == 422
