"""Files out are read back by other libraries and hold what the job says; files in are refused in words."""

import copy
import csv
import io
import json
import math

import ezdxf
import openpyxl
import pypdf
import pytest

from tests.core.jobs import DEMO, ROOT, demo, worked
from yorvek.core.checks.record import reserve_text
from yorvek.core.cutting.sheets import solve_sheets
from yorvek.core.errors import InputError
from yorvek.core.files.dxf import nest_dxf, part_dxf
from yorvek.core.files.jobfile import job_file_schema, read_job_file, write_job_file
from yorvek.core.files.lists import bars_table, buy_table, csv_text, pieces_table, safe, xlsx_bytes
from yorvek.core.files.pdf import cut_list_pdf
from yorvek.core.files.report import report_pdf
from yorvek.core.files.sheet_paper import nest_pdf
from yorvek.core.frames import all_checks
from yorvek.core.outlines import area_mm2
from yorvek.core.quantities.format import value_text

NAMES = ("heron-hide", "osprey-perches", "scope-pier")


@pytest.fixture(scope="module", params=NAMES)
def job(request):
    state = demo(request.param)
    return state, worked(state)


def polyline_area(line):
    """Shoelace with the segments of circles that its bulges cut off."""
    points = list(line.get_points("xyb"))
    total = 0.0
    for (x0, y0, bulge), (x1, y1, _) in zip(points, points[1:] + points[:1], strict=True):
        total += (x0 * y1 - x1 * y0) / 2
        if bulge:
            angle = 4 * math.atan(bulge)
            radius = math.hypot(x1 - x0, y1 - y0) / 2 / math.sin(angle / 2)
            total += radius**2 * (angle - math.sin(angle)) / 2
    return abs(total)


def net_area(text):
    """Net area of all parts in a DXF, and how many outer rings there are."""
    document = ezdxf.read(io.StringIO(text))
    assert not document.audit().errors
    rings = list(document.modelspace().query("LWPOLYLINE"))
    outer = [polyline_area(r) for r in rings if r.dxf.layer == "CUT_OUTSIDE"]
    inner = [polyline_area(r) for r in rings if r.dxf.layer == "CUT_INSIDE"]
    return sum(outer) - sum(inner), len(outer)


def test_every_part_as_dxf_keeps_its_area(job):
    _, found = job
    for w in found.parts.values():
        area, count = net_area(part_dxf(w.part.mark, w.geometry.outline))
        assert count == 1
        assert area == pytest.approx(area_mm2(w.geometry.outline), rel=1e-9)


def test_a_nest_as_dxf_holds_every_piece_once(job):
    _, found = job
    outlines = {w.part.mark: w.geometry.outline for w in found.parts.values()}
    for group in found.sheets:
        plan = solve_sheets(group.problem, seconds=2.0, evaluations=20)
        assert not plan.unplaced
        area, count = net_area(nest_dxf(group.problem, plan, outlines))
        assert count == sum(p.qty for p in group.problem.parts)
        assert area == pytest.approx(sum(area_mm2(outlines[p.id]) * p.qty for p in group.problem.parts), rel=1e-9)
        assert "STALE" in nest_dxf(group.problem, plan, outlines, stale=True)
        assert "STALE" not in nest_dxf(group.problem, plan, outlines)


def test_the_nest_pdf_has_a_page_a_sheet_and_its_words(job):
    state, found = job
    outlines = {w.part.mark: w.geometry.outline for w in found.parts.values()}
    group = found.sheets[0]
    plan = solve_sheets(group.problem, seconds=2.0, evaluations=5)
    sheets = {(p.sheet, p.sheet_index) for p in plan.placements}
    for stale in (False, True):
        data = nest_pdf(
            state.job, group.problem, plan, outlines, found.cautions, state.job.unit, stale=stale, group=group, later={}
        )
        pages = pypdf.PdfReader(io.BytesIO(data)).pages
        text = "\n".join(p.extract_text() for p in pages)
        assert len(pages) >= len(sheets)
        assert state.job.name in text and group.problem.parts[0].id in text
        assert ("STALE" in text.upper()) == stale


def test_the_cut_list_names_every_part_and_every_caution(job):
    state, found = job
    reader = pypdf.PdfReader(io.BytesIO(cut_list_pdf(state.job, found, state.job.unit)))
    text = " ".join("\n".join(p.extract_text() for p in reader.pages).split())
    for w in found.parts.values():
        assert f"{w.part.qty} × {w.part.mark}" in text
    for caution in found.cautions:
        assert caution.title in text
    for name in found.unverified:
        assert name in text


def test_the_lists_add_up(job):
    state, found = job
    pieces = pieces_table(found, "mm")
    assert sum(row[3] for row in pieces.rows) == found.pieces
    assert sum(row[-1] for row in pieces.rows) == pytest.approx(found.mass_kg, abs=0.01 * len(pieces.rows))
    tables = [pieces, bars_table(found, "mm"), buy_table(found.purchase, state.job.currency, "mm")]
    book = openpyxl.load_workbook(io.BytesIO(xlsx_bytes(tables)))
    assert book.sheetnames == [t.title for t in tables]
    for sheet, table in zip(book.worksheets, tables, strict=True):
        values = [list(r) for r in sheet.iter_rows(values_only=True)]
        assert table.head in values
        assert len(values) >= len(table.rows) + 1
    rows = list(csv.reader(io.StringIO(csv_text(tables).lstrip("\ufeff"))))
    marks = {w.part.mark for w in found.parts.values()}
    assert marks <= {row[0] for row in rows if row}


@pytest.mark.parametrize("text", ["=2+3", "+1", "-1", "@name", "\tx"])
def test_no_cell_becomes_a_formula(text):
    assert safe(text) == "'" + text
    assert safe("R1") == "R1" and safe(-3.5) == -3.5


def test_E13_a_currency_that_is_a_formula_heads_no_column(job):
    table = buy_table(job[1].purchase, "=1+1", "mm")
    heads = [c for c in openpyxl.load_workbook(io.BytesIO(xlsx_bytes([table]))).active[1] if c.value]
    assert not any(c.data_type == "f" for c in heads) and any(c.value == "'=1+1 each" for c in heads)
    assert "'=1+1 each" in csv_text([table])


def holds(new, old):
    """Whether a document has everything an older one has; later versions may have written more."""
    if isinstance(old, dict):
        return all(k in new and holds(new[k], v) for k, v in old.items())
    if isinstance(old, list):
        return len(new) == len(old) and all(holds(a, b) for a, b in zip(new, old, strict=True))
    return new == old


@pytest.mark.parametrize("name", NAMES)
def test_a_job_file_goes_out_as_it_came_in(name):
    text = (DEMO / f"{name}.job.json").read_text()
    once = write_job_file(read_job_file(text))
    assert write_job_file(read_job_file(once)) == once
    assert holds(json.loads(once), json.loads(text))


def test_what_a_file_claims_a_text_comes_to_is_not_believed():
    document = json.loads((DEMO / "heron-hide.job.json").read_text())
    document["members"][0]["spec"]["length"]["value"] = 1.0
    honest = read_job_file((DEMO / "heron-hide.job.json").read_text())
    assert read_job_file(json.dumps(document)) == honest


def changed(change):
    document = json.loads((DEMO / "heron-hide.job.json").read_text())
    change(document)
    return json.dumps(document)


def put(*path):
    *way, last, value = path

    def change(document):
        for step in way:
            document = document[step]
        document[last] = value

    return change


def twice(list_name):
    return lambda d: d[list_name].append(copy.deepcopy(d[list_name][0]))


@pytest.mark.parametrize(
    ("change", "where", "words"),
    [
        (put("version", 2), "version", ""),
        (put("format", "something"), "format", ""),
        (put("job", "name", ""), "name", ""),
        (put("job", "span_over", 5), "span_over", ""),
        (put("loads", 0, "id", 0), "id", ""),
        (put("members", 0, "spec", "loads", 0, "load_id", 999), "member", "no load of that id"),
        (put("members", 0, "spec", "length", "text", "a mile"), "length", ""),
        (put("members", 0, "spec", "qty", -1), "qty", ""),
        (put("parts", 0, "spec", "shape", "family", "spiral"), "shape", ""),
        (put("parts", 0, "spec", "shape", "member_id", 999), "part", "no member of that id"),
        (put("dimensions", 0, "size", "text", "deck_length + 1"), "deck_length", ""),
        (put("stock", 0, "item", "qty", -2), "qty", ""),
        (put("surprise", 1), "surprise", ""),
        (twice("loads"), "loads", "may stand once"),
        (twice("members"), "members", "may stand once"),
        (twice("parts"), "parts", "may stand once"),
    ],
)
def test_a_wrong_file_is_refused_at_its_place(change, where, words):
    with pytest.raises(InputError) as refused:
        read_job_file(changed(change))
    assert where in refused.value.sentence and words in refused.value.sentence


@pytest.mark.parametrize("text", ["", "{", "[]", "null", '{"job": NaN}', "[" * 100_000, '"' * 3, "\ud800"])
def test_what_is_no_job_file_at_all_is_refused(text):
    with pytest.raises(InputError):
        read_job_file(text)


def test_the_schema_names_every_part_of_the_document():
    schema = job_file_schema()
    assert set(schema["properties"]) == {
        "format",
        "version",
        "job",
        "dimensions",
        "loads",
        "members",
        "structures",
        "plates",
        "joints",
        "profiles",
        "parts",
        "assemblies",
        "load_tests",
        "stock",
        "notes",
        "cuts",
        "kept",
        "sheets_cut",
        "schemas",
    }
    assert {"JobSpec", "MemberSpec", "LoadSpec", "PartSpec", "StockSpec"} <= set(schema["$defs"])


def test_the_published_schema_is_current():
    written = json.loads((ROOT / "docs" / "job-file.schema.json").read_text())
    assert written == job_file_schema()


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_the_report_holds_every_check_and_a_place_to_sign(job, unit):
    state, found = job
    reader = pypdf.PdfReader(io.BytesIO(report_pdf(state, found, unit)))
    text = " ".join("\n".join(p.extract_text() for p in reader.pages).split())
    checks = [c for r in found.members.values() for c in r.verdict.checks]
    checks += [c for r in found.structures.values() for c in all_checks(r.verdict)]
    assert checks
    for check in checks:
        assert f"{check.title}: reserve {reserve_text(check.reserve)}" in text
    assert text.count("Source:") >= len(checks) and "Checked by" in text
    assert ("kN " in text or "kN)" in text or "kNm" in text) == (unit == "mm")
    for load in state.loads.values():
        assert f"Load {load.name}" in text


def test_what_was_not_checked_is_said_in_the_report():
    state = demo("scope-pier")
    spec = state.structures[1]
    roles = {**spec.roles, "arm": spec.roles["arm"].model_copy(update={"section_id": "L 80×60×7"})}
    changed = state.model_copy(update={"structures": {1: spec.model_copy(update={"roles": roles})}})
    data = report_pdf(changed, worked(changed), "mm")
    text = " ".join("\n".join(p.extract_text() for p in pypdf.PdfReader(io.BytesIO(data)).pages).split())
    assert "Not checked: the rule for this shape" in text and "Breaks not checked" in text


@pytest.mark.parametrize(
    ("value", "core", "metric", "inch"),
    [
        (4448.22, "N", "4.45 kN", "1000 lb"),
        (1.3558e6, "Nmm", "1.36 kNm", "1000 lb ft"),
        (344.74, "MPa", "344.7 MPa", "50.00 ksi"),
        (25.4, "mm", "25.4 mm", "1.000 in"),
        (0.5, "", "0.5", "0.5"),
    ],
)
def test_values_in_both_systems(value, core, metric, inch):
    assert value_text(value, core, "mm") == metric and value_text(value, core, "in") == inch


def test_a_structure_of_the_first_version_is_still_read():
    """Dimensions stood beside the kind; they are found again under sizes and counts."""
    data = json.loads((DEMO / "scope-pier.job.json").read_text())
    starter = data["structures"][0]["spec"]["starter"]
    sizes = starter.pop("sizes")
    starter.pop("counts", None)
    starter.pop("own", None)
    data["structures"][0]["spec"]["starter"] = {"kind": starter["kind"], **sizes}
    assert read_job_file(json.dumps(data)).structures[0].spec.starter.sizes.keys() == sizes.keys()
