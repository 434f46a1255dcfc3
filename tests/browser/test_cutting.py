"""At the saw and at the table, in the browser: received, ticked off, miscut, moved, locked, planned anew, taken out and
in.
"""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import log_in, room
from tests.browser.running import Application, Caller, wait_until


@pytest.fixture
def at_cut(demo: Application, page: Page) -> Page:
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").click()
    page.locator("nav, .thread").get_by_role("link", name=re.compile("^Cut")).click()
    page.get_by_role("heading", name="Cut", level=1).wait_for()
    return page


def test_bars_are_received_cut_and_one_piece_miscut(at_cut: Page) -> None:
    page = at_cut
    room(page, "Buy").click()
    page.get_by_role("button", name="Receive SHS 50×50×4 hot").click()
    page.get_by_label("Measured lengths").fill("5990, 6004, 6000")
    page.get_by_label("Heat number").fill("H4471")
    page.get_by_role("button", name="Put into stock").click()
    expect(page.get_by_role("button", name="Receive SHS 50×50×4 hot")).to_have_count(0)
    room(page, "Bars").click()
    page.get_by_role("button", name=re.compile("SHS 50×50×4")).click()
    expect(page.get_by_text("1 × 5990 mm")).to_be_visible()
    before = page.get_by_role("button", name="Tick off C1").count()
    page.get_by_role("button", name="Tick off C1").first.click()
    page.get_by_label("Drop, measured").fill("62")
    page.get_by_role("button", name="It is cut").click()
    expect(page.get_by_role("button", name="Tick off C1")).to_have_count(before - 1)
    room(page, "After the cut").click()
    expect(page.get_by_role("heading", name=re.compile("1 bar ticked off"))).to_be_visible()
    page.get_by_role("button", name="C1 1180 came out wrong").first.click()
    page.get_by_label("It is now long").fill("1150")
    page.get_by_label("What happened").fill("stop slipped")
    page.get_by_role("button", name="Plan it again").click()
    expect(page.get_by_text("miscut, 1150")).to_be_visible()
    page.get_by_role("link", name="Stock").click()
    expect(page.get_by_text("miscut C1 of Heron Hide")).to_be_visible()
    expect(page.get_by_text("heat H4471").first).to_be_visible()


def test_a_part_is_moved_by_hand_locked_and_the_rest_planned_anew(at_cut: Page, demo: Application) -> None:
    page = at_cut
    caller = Caller(demo)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    job = f"/jobs/{next(x['id'] for x in caller('GET', '/jobs') if x['name'] == 'Heron Hide')}"
    key = caller("GET", job)["sheets"][0]["key"]
    caller("POST", f"{job}/plans", {"key": key, "seconds": 1})
    wait_until("it is nested", lambda: caller("GET", job)["sheets"][0]["done"], 60)
    page.reload()
    room(page, "Sheets").click()
    page.get_by_role("button", name="Move pieces by hand").first.click()
    sheet = page.get_by_role("application", name="The sheet, its pieces can be moved")
    piece = sheet.locator(".grip").first
    box = piece.bounding_box()
    assert box is not None
    middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.move(*middle)
    page.mouse.down()
    page.mouse.move(middle[0] + 300, middle[1] + 4, steps=6)
    page.mouse.up()
    expect(page.get_by_role("status")).to_contain_text(re.compile("too close|over the edge"))
    expect(page.get_by_role("button", name="Keep it so")).to_be_disabled()
    page.get_by_role("button", name="Back where it was").click()
    expect(page.get_by_role("status")).to_have_count(0)
    for key in ("ArrowRight", "ArrowUp", "ArrowLeft", "ArrowDown"):
        sheet.press(key)
    expect(page.get_by_text("too close")).to_have_count(0)
    sheet.press("l")
    expect(page.get_by_text("1 locked")).to_be_visible()
    page.get_by_label("Seconds for the rest").fill("1")
    page.get_by_role("button", name="Plan the rest around the locked").click()
    wait_until(
        "the rest is planned", lambda: caller("GET", job)["sheets"][0]["done"]["title"] == "1 pieces kept in place", 60
    )
    variants = page.locator("table", has_text="Variants")
    expect(variants.get_by_text("1 pieces kept in place")).to_be_visible(timeout=20_000)
    variants.get_by_role("button", name="Let it count").last.click()
    expect(variants.locator("tr.chosen")).not_to_contain_text("kept in place")


def test_a_job_is_taken_out_and_comes_in_again_as_it_was(at_cut: Page, demo: Application) -> None:
    page = at_cut
    with page.expect_download() as saved:
        page.get_by_role("link", name="Job file").click()
    path = saved.value.path()
    page.get_by_role("link", name="Yorvek").click()
    page.locator("input[type=file]").set_input_files(path)
    expect(page.get_by_role("heading", name="Heron Hide")).to_be_visible()
    caller = Caller(demo)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    twins = [x["id"] for x in caller("GET", "/jobs") if x["name"] == "Heron Hide"]
    assert len(twins) == 2
    one, two = (caller("GET", f"/jobs/{k}") for k in twins)
    for what in ("strength", "stiffness", "mass_kg", "pieces"):
        assert one["figures"][what] == two["figures"][what]
    assert [m["spec"]["mark"] for m in one["members"]] == [m["spec"]["mark"] for m in two["members"]]
