"""Where papers, screen, thread and the list of jobs state what is bought, they state one figure. Finding D8."""

import csv
import io

import openpyxl
import pypdf
import pytest

from tests.server.conftest import mm
from tests.server.test_sheets_cut import nested, plate
from yorvek.server.jobs.models import Job

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture(params=["mm", "in"])
def job(owner, request):
    made = owner.good("POST", "/jobs", {"name": "Reed Weir", "unit": request.param})["job"]
    base = f"/jobs/{made['id']}"
    owner.good("POST", f"{base}/parts", plate("P", "1100", "700", 4))
    shape = {"family": "bar", "section_id": "SHS 60×60×4 hot", "length": mm("2500")}
    owner.good("POST", f"{base}/parts", {"mark": "T", "qty": 3, "material_id": "S355", "shape": shape})
    spec = owner.good("GET", base)["job"]["spec"]
    spec["hardware"] = [
        {"kind": "bolt", "size": "M12", "grip": mm("20"), "qty": 10, "price": {"text": "0.8"}},
        {"kind": "consumable", "name": "paint", "unit": "l", "qty": 2},
    ]
    owner.good("PUT", f"{base}", {"version": owner.good("GET", base)["job"]["version"], "spec": spec})
    return base, request.param


def text_of(data):
    return "\n".join(page.extract_text() for page in pypdf.PdfReader(io.BytesIO(data)).pages)


def told(owner, base, unit):
    """The sum of the purchase wherever it is told."""
    view = owner.good("GET", base)
    lines = owner("GET", f"{base}/export/lists.csv?unit={unit}").content.decode()
    rows = [r for r in csv.reader(io.StringIO(lines.lstrip("\ufeff"))) if r]
    book = openpyxl.load_workbook(io.BytesIO(owner("GET", f"{base}/export/lists.xlsx?unit={unit}").content))
    sheet = [list(r) for r in book["Buy"].iter_rows(values_only=True)]
    paper = text_of(owner("GET", f"{base}/export/buy-list.pdf?unit={unit}").content)
    last = sheet[-1]
    return (
        {
            "screen": view["purchase"]["money"],
            "lines": round(sum(x["money"] or 0 for x in view["purchase"]["lines"]), 2),
            "jobs": owner.good("GET", f"{base}/line")["headline"]["money"],
            "csv": float(next(r for r in rows if r[0] == "Together")[6]),
            "xlsx": last[6],
            "xlsx lines": round(sum(r[6] or 0 for r in sheet[1:-1]), 2),
            "pdf": float(paper.split("Together")[1].split()[1].rstrip(",")),
        },
        paper,
        sheet,
    )


def test_one_figure_before_and_after_nesting(owner, job):
    base, unit = job
    before, paper, sheet = told(owner, base, unit)
    assert len(set(before.values())) == 1 and before["screen"] > 0, before
    assert "an estimate" in paper and "1 lines have no price" in paper and "paint" in paper and "M12" in paper
    assert {r[0] for r in sheet[1:]} >= {"plate 8 mm", "SHS 60×60×4 hot", "paint", "Together"}
    nested(owner, base)
    assert Job.objects.get(pk=int(base.split("/")[2])).headline is None
    after, paper, _ = told(owner, base, unit)
    assert len(set(after.values())) == 1 and "an estimate" not in paper, after


def test_an_inch_job_buys_in_inches(owner, job):
    """Finding D9: stock was said in mm."""
    base, unit = job
    view = owner.good("GET", base)
    words = [x["words"] for x in view["purchase"]["lines"] if x["kind"] in ("bars", "plates")]
    assert words and all((("mm" in w) == (unit == "mm")) for w in words), words
    _, paper, sheet = told(owner, base, unit)
    sizes = [r[2] for r in sheet[1:] if r[2]]
    assert all(("mm" in s) == (unit == "mm") for s in sizes), sizes
