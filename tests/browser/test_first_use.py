"""Somebody who is new here: a small job in six steps, help at a field; and, in a filled shop, lists that sort and
filter, and drawings that lead to their fields.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import Person, log_in
from tests.browser.running import Application


def come_in(page: Page, application: Application) -> None:
    person = Person(page)
    page.goto(application.url)
    person.fill("Code, as the start command printed it", application.code())
    person.fill("Name of the shop", "Brackwater Metalwork")
    person.fill("Your name", "owner")
    person.fill("Password", "heron by the weir")
    person.enter()


def test_an_empty_shop_is_led_through_one_small_job_and_throws_it_away(empty: Application, desk: Page) -> None:
    desk.set_default_timeout(20_000)
    come_in(desk, empty)
    desk.get_by_role("button", name="Bring the examples").wait_for()
    desk.get_by_role("button", name="Walk through it").click()
    led = desk.get_by_role("region", name="Your first job")
    led.get_by_text("1 of 6: Say what it must carry").wait_for()
    for step, (place, title) in enumerate(
        (
            ("brief", "Say what it must carry"),
            ("size", "Put a member under it"),
            ("compare", "Find a lighter one"),
            ("parts", "Make it a part"),
            ("cut/bars", "See how it comes out of a bar"),
            ("log", "Write down what you learned"),
        ),
        start=1,
    ):
        led.get_by_text(f"{step} of 6: {title}").wait_for()
        there = led.get_by_role("link", name="Go there")
        if there.count():
            there.click()
        desk.wait_for_url(f"**/{place}")
        if place != "cut/bars":  # to have been there is all
            led.get_by_role("button", name="Do it for me").click()
    led.get_by_text("That is the whole way").wait_for()
    assert desk.get_by_text("all four come out of one bar").first.is_visible()
    led.get_by_role("button", name="Throw this job away").click()
    desk.get_by_role("button", name="Walk through it").wait_for()
    desk.get_by_text("No job yet: start one above.").wait_for()


@pytest.fixture(scope="module")
def inside(demo: Application, browser: Browser) -> Iterator[tuple[Page, str]]:
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    page.set_default_timeout(20_000)
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


def test_help_stands_at_a_field_by_its_sign_and_by_f1(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/brief")
    page.locator("[data-at=span_over] button.ask").click()
    told = page.get_by_role("note").filter(has_text="how far a beam may sag")
    assert "240 for floors and decks" in told.inner_text()
    page.get_by_label("Moves at most: span over", exact=True).press("F1")
    told.wait_for(state="detached")


def test_stock_is_filtered_and_sorted_and_stays_so(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/stock")
    book = page.get_by_role("table", name="Stock")
    book.locator("tbody tr").nth(10).wait_for()
    page.get_by_label("Filter Stock").fill("shs s355 rack")
    lines = book.locator("tr.line")
    lines.first.wait_for()
    assert all("SHS" in text and "rack" in text for text in lines.all_inner_texts())
    page.get_by_label("Filter Stock").fill("")
    page.get_by_role("button", name="Price", exact=True).click()
    prices = [float(t.split()[0]) for t in book.locator("tr.line td:nth-child(5)").all_inner_texts() if t.strip()]
    assert prices == sorted(prices) and len(prices) > 5
    page.reload()
    assert book.locator("th[aria-sort=ascending]").inner_text().startswith("Price")
    page.get_by_text("Columns", exact=True).click()
    page.get_by_label("Heat", exact=True).check(force=True)
    assert book.get_by_role("columnheader", name="Heat").is_visible()


def test_a_part_is_changed_where_it_is_drawn(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="F1", exact=True).click()
    page.locator("path.opening[data-pick=hole]").first.click()
    hole = page.get_by_label("Hole", exact=True)
    assert hole.evaluate("field => field === document.activeElement")
    page.keyboard.type("20")
    assert hole.input_value() == "20"
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Save part").wait_for(state="detached")


def test_a_thread_is_added_to_a_plate_seen_saved_and_taken_back(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="F1", exact=True).click()
    page.get_by_role("button", name="Change", exact=True).click()
    drawn = page.get_by_role("img", name="Drawing of the part").locator("path.opening")
    drawn.first.wait_for()
    before = drawn.count()
    page.get_by_role("button", name="Add tapped hole").click()
    row = page.get_by_role("group", name="Tapped hole 1")
    row.get_by_label("Thread").fill("M8")
    row.get_by_label("From the left").fill("1")
    row.get_by_label("From below").fill("65")
    page.get_by_text("breaks the edge").first.wait_for()
    row.get_by_label("From the left").fill("40")
    page.locator("[data-pick='features.0.x']").first.wait_for()
    assert drawn.count() == before + 1
    page.get_by_role("button", name="Save part").click()
    page.get_by_text("M8, drill 6.8 at 40, 65").wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_text("M8, drill 6.8 at 40, 65").wait_for(state="detached")


def test_a_bent_plate_is_made_audited_decided_and_taken_back(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    stage = page.get_by_role("navigation", name="Stages").get_by_role("link", name="Parts")
    page.get_by_role("button", name="Bent plate", exact=True).click()
    page.get_by_label("Width, along the bends").fill("120")
    page.get_by_label("First leg, outside").fill("9")
    page.get_by_text("its bends take of it").first.wait_for()
    page.get_by_label("First leg, outside").fill("24")
    page.get_by_role("button", name="Add to Bends").click()
    bend = page.get_by_role("group", name="Bends 2")
    bend.get_by_label("Turned, up or −down").fill("-90")
    bend.get_by_label("Leg after it, outside").fill("80")
    page.locator("[data-pick='bends.1.turn']").first.wait_for()
    page.get_by_text("bent, from its end").first.wait_for()
    page.get_by_role("button", name="Save part").click()
    found = page.get_by_role("region", name="Before it is cut")
    found.get_by_text("1 to decide").wait_for()
    assert "1 to decide" in stage.inner_text()
    found.get_by_role("button", name=re.compile("^B1 leg 1 is under")).click()
    assert page.get_by_label("First leg, outside").evaluate("field => field === document.activeElement")
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    found.get_by_role("button", name="Go on as it is: B1").click()
    found.get_by_label("Why it is cut anyway").fill("bent long and trimmed")
    found.get_by_role("button", name="Keep the reason").click()
    found.get_by_text("cut anyway: bent long and trimmed").wait_for()
    with page.expect_download() as given:
        page.get_by_role("group", name="In true size").get_by_role("link", name="the plate").click()
    assert given.value.suggested_filename.endswith("B1 part true size A4.pdf")
    page.get_by_role("button", name="Undo").click()
    found.get_by_text("1 to decide").wait_for()
    page.get_by_role("button", name="Undo").click()
    found.wait_for(state="detached")


def test_keys_lead_from_row_to_row(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="R1", exact=True).focus()
    page.keyboard.press("ArrowDown")
    page.get_by_role("heading", name=re.compile("^C1 ")).wait_for()
    page.keyboard.press("End")
    page.get_by_role("heading", name=re.compile("^S1 ")).wait_for()
    assert page.evaluate("document.activeElement.textContent.trim()") == "S1"


def test_a_structures_form_is_come_to_from_its_drawing(inside: tuple[Page, str], demo: Application) -> None:
    page, _ = inside
    page.goto(demo.url)
    page.get_by_role("link", name="Scope Pier").click()
    page.get_by_role("navigation", name="Stages").get_by_role("link", name="Size").click()
    page.get_by_role("heading", name="Structures").wait_for()
    page.get_by_role("button", name="Change", exact=True).last.click()
    form = page.locator("form", has=page.get_by_role("button", name="Save structure"))
    form.get_by_role("button", name="its size, as side arm").click()
    focused = "document.activeElement.closest('[data-at]')?.dataset.at ?? ''"
    assert page.evaluate(focused) == "roles.side arm.section_id"
    form.locator("text.load", has_text="telescope").click()
    assert page.evaluate("document.activeElement.closest('[data-load]')?.dataset.load") == "0"
    form.get_by_role("button", name="joint at tip").click()
    assert page.evaluate("document.activeElement.closest('[data-kind-of-joint]') !== null")
