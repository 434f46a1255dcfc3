"""The main job, from logging in to the exported bar plan: by mouse, by keyboard alone, and by touch at a tablet; what
it costs is counted.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Locator, Page

from tests.browser.running import Application

MOST_CLICKS, MOST_FIELDS, MOST_TABS = 15, 15, 120
PASSWORD = "heron by the weir"


class Mouse:
    """Points at what is wanted."""

    viewport, touch = {"width": 1280, "height": 800}, False

    def __init__(self, page: Page) -> None:
        self.page = page
        self.clicks = self.fields = self.tabs = 0

    def press(self, what: Locator) -> None:
        what.click()
        self.clicks += 1

    def fill(self, label: str, text: str) -> None:
        field = self.page.get_by_label(label, exact=True)
        field.click()
        field.press("Control+a")
        self.page.keyboard.type(text)
        self.fields += 1

    def stage(self, name: str) -> None:
        self.press(self.page.get_by_role("navigation", name="Stages").get_by_role("link", name=name))

    def button(self, name: str) -> None:
        self.press(self.page.get_by_role("button", name=name, exact=True))

    def enter(self) -> None:
        self.page.keyboard.press("Enter")

    def save(self, name: str) -> None:
        self.enter()


class Finger(Mouse):
    """Touches it; there is no Enter key that is sure to be there, so what saves is touched as well."""

    viewport, touch = {"width": 800, "height": 1280}, True

    def press(self, what: Locator) -> None:
        what.tap()
        self.clicks += 1

    def fill(self, label: str, text: str) -> None:
        field = self.page.get_by_label(label, exact=True)
        field.tap()
        field.fill(text)
        self.fields += 1

    def save(self, name: str) -> None:
        self.button(name)


class Keys(Mouse):
    """Never points: goes from field to field, forward or back, and to a stage by finding it."""

    def reach(self, what: Locator) -> None:
        what.wait_for()
        while not what.evaluate("e => e === document.activeElement"):
            assert self.tabs < 2 * MOST_TABS, f"it is not reached: {what}"
            back = what.evaluate(
                "e => !!(document.activeElement.compareDocumentPosition(e) & Node.DOCUMENT_POSITION_PRECEDING)"
            )
            self.page.keyboard.press("Shift+Tab" if back else "Tab")
            self.tabs += 1

    def press(self, what: Locator) -> None:
        self.reach(what)
        self.enter()

    def fill(self, label: str, text: str) -> None:
        self.reach(self.page.get_by_label(label, exact=True))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)
        self.fields += 1

    def stage(self, name: str) -> None:
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("/")
        self.page.get_by_role("dialog").wait_for()
        self.page.keyboard.type(name)
        self.page.get_by_role("dialog").get_by_role("button").filter(has_text=name).first.wait_for()
        self.enter()


@pytest.fixture
def hands(request: pytest.FixtureRequest, browser: Browser) -> Iterator[Mouse]:
    kind: type[Mouse] = request.param
    context = browser.new_context(viewport=kind.viewport, has_touch=kind.touch, accept_downloads=True)  # type: ignore[arg-type]
    page = context.new_page()
    page.set_default_timeout(20_000)
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    yield kind(page)
    context.close()
    assert not wrong, wrong


def come_in(hands: Mouse, application: Application) -> None:
    """By the first account where there is none, else by logging in."""
    page = hands.page
    page.goto(application.url)
    page.get_by_label("Your name").wait_for()
    if page.get_by_label("Name of the shop").count():
        hands.fill("Code, as the start command printed it", application.code())
        hands.fill("Name of the shop", "Brackwater Metalwork")
    hands.fill("Your name", "owner")
    hands.fill("Password", PASSWORD)
    hands.enter()
    page.get_by_role("heading", name="Jobs of").wait_for()


def sees(page: Page, heading: str) -> None:
    page.get_by_role("heading", name=heading, level=1, exact=True).wait_for()


@pytest.mark.parametrize("hands", [Mouse, Keys, Finger], indirect=True)
def test_the_main_job_to_the_exported_bar_plan(empty: Application, hands: Mouse) -> None:
    page = hands.page
    come_in(hands, empty)
    hands.fill("Name of the job", f"Hide by {type(hands).__name__}")
    hands.save("Start")
    sees(page, "Brief")
    hands.fill("Load", "crowd")
    hands.fill("Size", "5 kN/m2")
    hands.save("Save load")
    hands.press(page.get_by_role("link", name="size the members that carry this"))
    sees(page, "Size")
    hands.button("Add a member")
    hands.fill("Length", "3000")
    hands.fill("Width it carries", "600")
    hands.save("Save member")
    hands.button("Make it a part")
    sees(page, "Parts")
    if isinstance(hands, Keys):
        hands.stage("Stock")
    else:
        hands.press(page.get_by_role("link", name="Stock", exact=True))
    sees(page, "Stock")
    hands.button("Add a bar")
    hands.button("Save stock")
    page.get_by_role("cell", name="on offer").first.wait_for()
    hands.stage("Cut")
    page.get_by_text("no plan costs less").first.wait_for()
    cut_list = page.get_by_role("link", name="Cut list PDF")
    with page.expect_download() as coming:
        hands.press(cut_list)
    assert coming.value.suggested_filename.endswith(".pdf")
    print(f"{type(hands).__name__}: {hands.clicks} clicks, {hands.fields} fields, {hands.tabs} tabs")
    assert re.match(r".*/cut", page.url)
    assert hands.fields <= MOST_FIELDS
    assert hands.clicks <= MOST_CLICKS if hands.clicks else 0 < hands.tabs <= MOST_TABS
