"""Each starter in the browser: made, loaded, its governing check read, Why opened, an offer taken, chain and ripple changed."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page

from tests.browser.conftest import Person
from tests.browser.running import Application

STARTERS = {
    "Arm on a tie": (["2400", "1800", "800"], ["Height of the hinge", "Reach of the arm", "Tie above the arm"]),
    "Arm on a knee brace": (
        ["2400", "1500", "600", "700"],
        ["Height of the arm", "Reach of the arm", "Knee below the arm", "Knee out from the post"],
    ),
    "Portal on legs": (["3600", "2400"], ["Span", "Height"]),
    "Arm with a side arm": (["900", "500"], ["Reach from the wall", "Length of the side arm"]),
    "Deck on rails": (["3600", "1200"], ["Length", "Width"]),
    "Flat truss": (["6000", "800"], ["Span", "Height"]),
}


@pytest.fixture(scope="module")
def inside(empty: Application, browser):
    """A shop with one job and one load, as somebody new has it."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    person = Person(page)
    page.goto(empty.url)
    person.fill("Name of the shop", "Brackwater Metalwork")
    person.fill("Your name", "owner")
    person.fill("Password", "heron by the weir")
    person.enter()
    person.fill("Name of the job", "Scope Pier")
    person.enter()
    person.sees("Brief")
    person.fill("Load", "telescope")
    page.get_by_label("Given").select_option("force")
    person.fill("Size", "9 kN")
    person.enter()
    page.get_by_role("cell", name="9 kN").wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


@pytest.mark.parametrize("starter", STARTERS)
def test_a_starter_from_nothing_to_a_mended_chain(inside: tuple[Page, str], starter: str) -> None:
    page, job = inside
    person = Person(page)
    page.goto(f"{job}/size")
    page.get_by_label("Add a structure").select_option(label=starter)
    form = page.locator("form.panel")
    sizes, labels = STARTERS[starter]
    for label, size in zip(labels, sizes, strict=True):
        person.fill(label, size, form)
    person.fill("Called", starter.lower(), form)
    person.button("+ telescope", form)
    person.button("Save structure", form)
    page.get_by_role("row", name=re.compile(starter.lower())).get_by_role("button").first.click()
    chain = page.locator("table.chain")
    chain.wait_for()

    # The governing check, read from the chain sorted by reserve, and why.
    person.click(page.get_by_label("in the order the load meets it"))
    worst = chain.locator("tr").first
    governs = worst.locator("td").nth(1).inner_text()
    was = worst.inner_text()
    person.click(worst.get_by_role("button"))
    why = page.get_by_role("complementary", name="Why")
    why.get_by_text(governs.split(": ")[-1]).first.wait_for()
    assert "Source:" in why.inner_text() and "≤" in why.inner_text()
    person.button("Close", why)

    # The offer that lifts it, taken with a reason: the chain, the ripple and the log know.
    person.button("Work out offers")
    take = page.get_by_role("button", name=re.compile("^Take (?!away)"))
    take.first.wait_for()
    words = (take.first.get_attribute("aria-label") or "").removeprefix("Take ")
    page.get_by_label("Why? With a reason it goes to the log.").fill(f"as offered for the {starter.lower()}")
    take.first.click()
    page.locator("footer").get_by_text(words).wait_for()
    page.wait_for_function("was => !document.querySelector('table.chain').innerText.includes(was)", arg=was)
    person.stage("Log")
    page.get_by_text(f"as offered for the {starter.lower()}").first.wait_for()


def test_a_structure_that_cannot_stand_is_named_and_kept(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    page.goto(f"{job}/size")
    page.get_by_label("Add a structure").select_option(label="Arm on a knee brace")
    form = page.locator("form.panel")
    for label, size in zip(STARTERS["Arm on a knee brace"][1], ("2400", "900", "600", "1200"), strict=True):
        person.fill(label, size, form)
    person.button("Save structure", form)
    page.get_by_role("alert").wait_for()
    assert "end on the post and on the arm" in page.get_by_role("alert").inner_text()
    assert form.get_by_label("Knee out from the post").input_value() == "1200"


def test_bars_become_parts(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    page.goto(f"{job}/size")
    page.get_by_role("row", name=re.compile("portal on legs")).get_by_role("button").first.click()
    person.button("Make its bars parts")
    person.sees("Parts")
    page.get_by_role("cell", name="leg", exact=False).first.wait_for()
    page.get_by_role("cell", name="2400").first.wait_for()


def test_the_chosen_section_can_be_read_in_its_field(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/size")
    page.get_by_label("Add a structure").select_option(label="Portal on legs")
    shown = page.locator("form.panel .el-select__wrapper").first
    shown.get_by_text("SHS 80×80×5 hot").wait_for()
    hidden = page.evaluate(
        """() => { const w = document.querySelector('form.panel .el-select__wrapper'), i = w.querySelector('input'), s = getComputedStyle(i)
            return [s.borderTopWidth, s.backgroundColor] }"""
    )
    assert hidden == ["0px", "rgba(0, 0, 0, 0)"]
