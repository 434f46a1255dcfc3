"""The main job from an empty account, by keyboard and mouse, with the cost of the way counted, and its files read
back.
"""

from __future__ import annotations

import json
import math
from pathlib import Path

import ezdxf
import pytest
from playwright.sync_api import Page

from tests.browser.conftest import Person, log_in, room
from tests.browser.running import Application

MOST_CLICKS, MOST_FIELDS = 40, 25
PLATES, GUSSETS = 8, 12


def ring_area(polyline) -> float:
    """Area of a closed polyline with bulges, by the shoelace formula and the segments of circles on its chords."""
    points = list(polyline.get_points("xyb"))
    area = 0.0
    for (x0, y0, bulge), (x1, y1, _) in zip(points, points[1:] + points[:1], strict=True):
        area += (x0 * y1 - x1 * y0) / 2
        if bulge:
            angle = 4 * math.atan(bulge)
            radius = math.hypot(x1 - x0, y1 - y0) / (2 * math.sin(angle / 2))
            area += radius**2 * (angle - math.sin(angle)) / 2
    return abs(area)


def net_areas(path: Path) -> tuple[list[float], float]:
    """Areas of the outer rings, rounded, and the net area of all of a DXF's parts, in mm2."""
    space = ezdxf.readfile(path).modelspace()
    outer = [ring_area(e) for e in space.query("LWPOLYLINE") if e.dxf.layer == "CUT_OUTSIDE"]
    inner = [ring_area(e) for e in space.query("LWPOLYLINE") if e.dxf.layer == "CUT_INSIDE"]
    return sorted(outer), sum(outer) - sum(inner)


def download(person: Person, name: str, to: Path) -> Path:
    with person.page.expect_download() as coming:
        person.link(name)
    path = to / coming.value.suggested_filename
    coming.value.save_as(path)
    return path


def test_from_an_empty_account_to_cut_sheets(empty: Application, desk: Page, tmp_path: Path) -> None:
    person = Person(desk)
    desk.goto(empty.url)

    # The account and the job.
    person.fill("Code, as the start command printed it", empty.code())
    person.fill("Name of the shop", "Brackwater Metalwork")
    person.fill("Your name", "owner")
    person.fill("Password", "heron by the weir")
    person.enter()
    person.fill("Name of the job", "Heron Hide")
    person.enter()
    person.sees("Brief")

    # What it must carry.
    person.fill("Load", "crowd")
    person.fill("Size", "5 kN/m2")
    person.enter()
    person.link("size the members that carry this")

    # A member, and the lightest section that holds.
    person.button("Add a member")
    person.fill("Name", "joist")
    person.fill("Pieces", "6")
    person.fill("Length", "3000")
    person.fill("Width it carries", "600")
    person.enter()
    person.button("Take it")
    desk.get_by_text("This is the lightest section").wait_for()

    # Another candidate is chosen, with a reason.
    person.link("Compare", exact=True)
    person.sees("Compare")
    rows = desk.locator("table.list tbody tr")
    rows.first.wait_for()
    second = rows.nth(1).get_by_role("button").first
    chosen = second.inner_text()
    person.click(second)
    person.fill("Why this one? It goes to the log.", "stiffer underfoot, and the yard has it")
    person.enter()
    desk.get_by_text("because stiffer underfoot").wait_for()
    assert chosen in desk.get_by_text("Now:").inner_text()

    # Two kinds of part: the member's bars and a plate.
    person.stage("Size")
    person.button("Make it a part")
    person.sees("Parts")
    person.button("Plate with holes")
    person.fill("Name", "foot")
    person.fill("Pieces", str(PLATES))
    person.fill("Width", "200")
    person.fill("Height", "150")
    person.enter()
    desk.get_by_role("img", name="Drawing of the part").wait_for()

    # Bars in stock, and the plan of every bar.
    person.link("Stock")
    person.button("Add a bar")  # it comes filled with the job's section and 6 m
    person.button("Save stock")
    desk.get_by_role("cell", name="on offer").wait_for()
    person.stage("Cut")
    desk.get_by_text("no plan costs less").first.wait_for()
    cut_list = download(person, "Cut list PDF", tmp_path)
    assert cut_list.read_bytes().startswith(b"%PDF")
    print(f"newcomer: {person.clicks} clicks, {person.fields} typed fields")
    assert person.clicks <= MOST_CLICKS
    assert person.fields <= MOST_FIELDS

    # Another plate part, a sheet, and its nest made in the worker.
    person.stage("Parts")
    person.button("Gusset")
    person.fill("Pieces", str(GUSSETS))
    person.fill("Leg along", "120")
    person.fill("Leg up", "160")
    person.enter()
    desk.get_by_role("img", name="Drawing of the part").wait_for()
    person.link("Stock")
    person.button("Add a sheet")
    person.button("Save stock")
    desk.get_by_role("cell", name="2500 × 1250").wait_for()
    person.stage("Cut")
    person.room("Sheets")
    person.fill("Seconds to search", "2")
    person.button("Nest these")
    desk.get_by_role("button", name="Nest again").wait_for(timeout=60_000)

    # The files, read back by another library: counts and areas agree with the sizes that were typed.
    plate = 200 * 150 - 4 * math.pi / 4 * 13.5**2
    nose, clip = 15, 12
    corners = [(clip, 0), (120, 0), (120, nose), (nose, 160), (0, 160), (0, clip)]
    gusset = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(corners, corners[1:] + corners[:1], strict=True)) / 2
    nest = download(person, "DXF", tmp_path)
    outer, net = net_areas(nest)
    assert len(outer) == PLATES + GUSSETS
    assert outer == pytest.approx(sorted([gusset] * GUSSETS + [200 * 150] * PLATES), rel=1e-6)
    assert net == pytest.approx(PLATES * plate + GUSSETS * gusset, rel=1e-6)
    assert download(person, "PDF", tmp_path).read_bytes().startswith(b"%PDF")

    # The job file holds the whole job, the reason in it.
    job = json.loads(download(person, "Job file", tmp_path).read_text())
    assert "stiffer underfoot" in json.dumps(job)

    # Everything can be undone: the last edit was the sheet in stock.
    person.button("Undo")
    person.link("Stock")
    desk.get_by_role("cell", name="2500 × 1250").wait_for(state="detached")


def test_a_drawing_comes_in_is_nested_and_run_on_the_table(demo: Application, browser, tmp_path) -> None:
    """A DXF of a bracket and a stray line: named, mended with consent, made a part, nested, cut on the simulated
    table.
    """
    document = ezdxf.new("R2010", units=4)
    space = document.modelspace()
    space.add_lwpolyline([(0, 0), (120, 0), (120, 30), (30, 30), (30, 120), (0, 120)], close=True)
    space.add_circle((15, 100), 6)
    space.add_line((200, 0), (230, 40))
    file = tmp_path / "bracket.dxf"
    document.saveas(file)
    context = browser.new_context(viewport={"width": 1280, "height": 800}, accept_downloads=True)
    page = context.new_page()
    log_in(page, demo)
    page.get_by_role("link", name="Sluice Seven").click()
    page.get_by_role("navigation", name="Stages").get_by_role("link", name="Parts").click()
    page.get_by_role("button", name="From a drawing").click()
    page.get_by_label("DXF or SVG").set_input_files(file)
    page.get_by_text("an open end: the contour does not close, at 200.0, 0.0").wait_for()
    page.get_by_label("close gaps up to a millimetre").check()
    page.get_by_text("1 stray lines were left out").wait_for()
    page.get_by_label("Mark of outline 1").fill("Q1")
    page.get_by_label("Pieces of outline 1").fill("4")
    page.get_by_label("Thickness").fill("12")
    page.get_by_role("button", name="Make parts").click()
    page.get_by_role("row", name="Q1").wait_for()
    page.get_by_role("navigation", name="Stages").get_by_role("link", name="Cut").click()
    room(page, "Sheets").click()
    page.get_by_label("Seconds to search").first.fill("2")
    page.get_by_role("button", name="Nest these").first.click()
    page.get_by_role("button", name="Put it on the table").first.click(timeout=60_000)
    page.get_by_role("heading", name="On the table").wait_for()
    assert "pierces" in page.get_by_text("pierces,").first.inner_text()
    with page.expect_download() as download:
        page.get_by_role("link", name="G-code").click()
    program = Path(download.value.path()).read_text()
    assert program.count("M3\n") == program.count("M5\n") - 1 and "G21" in program
    context.close()
