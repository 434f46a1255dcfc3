"""Bent bars, fits and traces as a person makes them: typed, seen, audited, taken back."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import DEMO, choose, log_in, settled
from tests.browser.running import Application
from tests.core import strap_picture
from yorvek.core.files.tracing.plane import FourCorners


@pytest.fixture(scope="module")
def inside(browser: Browser, demo: Application) -> Iterator[tuple[Page, str]]:
    """Sluice Seven, at the desk."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    log_in(page, demo)
    page.get_by_role("link", name="Sluice Seven").first.click()
    page.get_by_role("navigation", name="Stages").wait_for()
    yield page, re.sub(r"/[a-z]+$", "", page.url)
    context.close()


def test_a_tube_is_bent_and_set_by_how_the_last_one_came_out(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="Bar or tube", exact=True).click()
    choose(page, "Section", "CHS 33.7×2.6")
    page.get_by_label("Length, point to point").fill("300")
    page.get_by_role("button", name="Add to Bends").click()
    assert page.get_by_label("First leg").input_value() == "300"
    bend = page.get_by_role("group", name="Bends 1")
    bend.get_by_label("Turned, up or −down").fill("45")
    bend.get_by_label("Leg after it").fill("20")
    page.get_by_text("its bends take of it").first.wait_for()
    bend.get_by_label("Leg after it").fill("400")
    page.get_by_text("bent, from the side").first.wait_for()
    page.get_by_role("button", name="Save part").click()
    bends = page.get_by_role("region", name="Bends, in order from the left")
    bends.get_by_text("48°").wait_for()
    bends.get_by_text("by rule of thumb").wait_for()
    bends.get_by_role("button", name="Came out…: bend 1").click()
    told = bends.get_by_role("form", name="How bend 1 came out")
    told.get_by_label("It came out at").fill("44")
    told.get_by_role("button", name="Keep it").click()
    bends.get_by_text("49.1°").wait_for()
    bends.get_by_text("one bend of your own").wait_for()
    page.get_by_role("button", name="Undo").click()
    bends.get_by_text("by rule of thumb").wait_for()
    page.get_by_role("button", name="Undo").click()
    bends.wait_for(state="detached")


def test_a_pin_that_does_not_go_in_is_told_mended_and_taken_back(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    fits = page.get_by_role("region", name="Fits")
    fits.get_by_role("button", name="+ pin in a bore").click()
    form = fits.get_by_role("form", name="Fit")
    form.get_by_label("What is it").fill("pin of the new strap")
    form.get_by_label("Across").first.fill("cheese")
    form.get_by_role("button", name="Save the fit").click()
    form.get_by_role("alert").get_by_text("Across").wait_for()
    form.get_by_label("Across").first.fill("25")
    choose(page, "What is around it", "a hole of a part")
    form.get_by_role("button", name="Save the fit").click()
    found = page.get_by_role("region", name="Before it is cut")
    found.get_by_text("pin of the new strap: does not go in").wait_for()
    found.get_by_text("1 to decide").wait_for()
    found.get_by_role("button", name="pin of the new strap").click()
    page.locator("[data-at='features.0.x']").wait_for()
    page.keyboard.press("Escape")
    fits.get_by_role("button", name="Change pin of the new strap").click()
    form.get_by_label("Across").first.fill("24")
    form.get_by_role("button", name="Save the fit").click()
    found.get_by_text("pin of the new strap").wait_for(state="detached")
    found.get_by_text("nothing to decide").wait_for()
    fits.get_by_text("What slides over this, or into it?").click()
    choose(page, "Tube or bar", "CHS 33.7×2.6")
    fits.get_by_role("button", name="Find it").click()
    fits.get_by_role("cell", name=re.compile("^CHS ")).first.wait_for()
    page.get_by_role("button", name="Undo").click()
    found.get_by_text("1 to decide").wait_for()
    page.get_by_role("button", name="Undo").click()
    found.get_by_text("pin of the new strap").wait_for(state="detached")


PRESS = """(picture, [x, y, width]) => {
  const box = picture.getBoundingClientRect(), k = box.width / width
  picture.dispatchEvent(new MouseEvent("click", { clientX: box.x + x * k, clientY: box.y + y * k }))
}"""
"""Measured and pressed in one go: while the page still fills, what was measured lies elsewhere a moment later."""


def test_a_template_is_traced_from_its_picture(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="From a picture").click()
    page.get_by_label("Picture", exact=True).set_input_files(DEMO / strap_picture.NAME)
    page.get_by_label("From corner 1 to corner 2").fill("600")
    page.get_by_label("From corner 2 to corner 3").fill("200")
    page.get_by_label("A second length, measured aslant").fill("250")
    ask = strap_picture.asked()
    assert isinstance(ask.scale, FourCorners)
    picture = page.get_by_role("group", name="Places on the picture")
    page.get_by_role("img", name="The picture that is traced").wait_for()
    page.get_by_text("Press corner 1 of the rectangle.").wait_for()
    for place in [*ask.scale.corners, *ask.check.ends, ask.inside]:
        picture.evaluate(PRESS, [*place, strap_picture.CAMERA.width])
    page.get_by_text("All is pressed").wait_for()
    page.get_by_role("button", name="Find its outline").click()
    page.get_by_role("alert").get_by_text("A second length, measured aslant").wait_for()
    page.get_by_label("A second length, measured aslant").fill("212.1")
    page.get_by_role("button", name="Find its outline").click()
    page.get_by_text(re.compile("^Off by .* mm at most")).wait_for()
    corner = picture.get_by_role("button", name="Corner 1 of the outline")
    before = corner.get_attribute("cx")
    corner.focus()
    page.keyboard.press("ArrowRight")
    assert corner.get_attribute("cx") != before
    page.get_by_label("Mark", exact=True).fill("S9")
    page.get_by_role("button", name="Make it a part").click()
    page.get_by_role("row", name=re.compile("^S9")).wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("row", name=re.compile("^S9")).wait_for(state="detached")


def test_the_other_hand_follows_and_pairs_are_counted(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("row").filter(has_text="K1").click()
    page.get_by_role("button", name="Add its other hand").click()
    page.get_by_role("heading", name="As K1, mirrored").wait_for()
    assert page.get_by_label("Mark", exact=True).input_value() == "K3"
    settled(page)
    page.get_by_role("button", name="Save part").click()
    uneven = page.get_by_text("4 right and 2 left: a pair wants as many of each")
    uneven.first.wait_for()
    page.get_by_role("heading", name="K3 guide plate").wait_for()
    page.get_by_text("as K1, mirrored").first.wait_for()
    page.get_by_role("button", name="Undo").click()
    uneven.first.wait_for(state="detached")
    page.get_by_role("row").filter(has_text="K1").click()
    page.get_by_role("button", name="Change", exact=True).click()
    page.get_by_role("group", name="Countersunk hole 1").get_by_label("From the left").fill("25")
    settled(page)
    page.get_by_role("button", name="Save part").click()
    page.get_by_role("heading", name="K1 guide plate").wait_for()
    page.get_by_role("row").filter(has_text="K2").click()
    page.get_by_text("at 125, 20").first.wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_text("at 120, 20").first.wait_for()


def test_a_drill_template_is_cut_with_the_rest_and_weighs_nothing_there(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    stage = page.get_by_role("navigation", name="Stages")
    page.get_by_text("165.2 kg").first.wait_for()
    page.get_by_role("row").filter(has_text="K1").click()
    page.get_by_role("button", name="Add a drill template").click()
    page.get_by_label("Kept, after the job").fill("plate rack")
    settled(page)
    page.get_by_role("button", name="Save part").click()
    page.get_by_text("A drill template, used 2 times; no weight of what is built; kept: plate rack").wait_for()
    stage.get_by_text("18 pieces").wait_for()
    assert stage.get_by_text("165.2 kg").count() == 1
    page.get_by_role("button", name="Undo").click()
    stage.get_by_text("17 pieces").wait_for()


def test_a_box_is_made_of_plates_and_its_walls_follow(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("button", name="Box from plates: its side").click()
    for k, (x, y) in enumerate([("0", "0"), ("400", "0"), ("400", "250"), ("0", "250")]):
        page.locator(f"[data-at='shape.corners.{k}.x'] input").fill(x)
        page.locator(f"[data-at='shape.corners.{k}.y'] input").fill(y)
    page.get_by_label("Width over both sides").fill("9")
    settled(page)
    page.get_by_role("button", name="Save part").click()
    page.get_by_role("alert").get_by_text("more than both sides, 12 mm").wait_for()
    page.get_by_label("Width over both sides").fill("200")
    settled(page)
    page.get_by_role("button", name="Save part").click()
    wants = page.get_by_text("the box wants walls 1, 3: 0 of 2; walls 2, 4: 0 of 2")
    wants.wait_for()
    page.get_by_role("button", name="Add its walls").click()
    wants.wait_for(state="detached")
    page.get_by_role("row").filter(has_text="D1-2").click()
    page.get_by_text("from wall 2, 4 of D1").wait_for()
    page.get_by_role("row").filter(has_text="400 × 250").click()
    page.get_by_role("button", name="Change", exact=True).click()
    page.locator("[data-at='shape.corners.1.bend'] input").fill("10")
    settled(page)
    page.get_by_role("button", name="Save part").click()
    page.get_by_text("the box wants").wait_for()  # two of its walls are one now
    undo = page.get_by_role("button", name="Undo")
    undo.click()
    page.get_by_text("the box wants").wait_for(state="detached")
    undo.click()
    wants.wait_for()
    undo.click()
    page.get_by_role("row").filter(has_text="400 × 250").wait_for(state="detached")
