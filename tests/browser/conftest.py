"""A browser and a running application; somebody who counts their own clicks."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Locator, Page

from tests.browser.running import Application, Caller, Stand

DEMO = Path(__file__).parents[2] / "demo"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS, "headless": True}


@pytest.fixture(scope="session")
def stand() -> Iterator[Stand]:
    stand = Stand()
    yield stand
    stand.away()


@pytest.fixture(scope="module")
def empty(stand: Stand) -> Application:
    """An installation without an account. In a module that asks for both this comes first: they are one application."""
    return stand.stands("start")


@pytest.fixture(scope="module")
def demo(stand: Stand) -> Application:
    """An installation with the demo jobs."""
    return stand.stands("demo")


@pytest.fixture(scope="module")
def frail() -> Iterator[Application]:
    """An installation with the demo jobs that a module has for itself: to be stopped, killed and put back."""
    application = Application()
    try:
        yield application.start("demo")
    finally:
        application.away()


@pytest.fixture
def estimator(demo: Application) -> Caller:
    return at_the_api(demo)


def at_the_api(application: Application) -> Caller:
    """The estimator of the demo, logged in at the API."""
    caller = Caller(application)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    return caller


def settled(page: Page) -> None:
    """Wait until what is typed has been worked out: till then a form pales, and what lies below its picture moves."""
    page.locator(".alive.stale").first.wait_for(state="detached")


class Person:
    """Uses a page and counts what it costs."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.clicks = 0
        self.fields = 0
        page.set_default_timeout(20_000)

    def click(self, what: Locator) -> None:
        what.click()
        self.clicks += 1

    def fill(self, label: str, text: str, inside: Locator | None = None) -> None:
        """Type into a field as a person does: the whole field is marked, then written over."""
        field = (inside or self.page).get_by_label(label, exact=True)
        field.focus()
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)
        self.fields += 1

    def enter(self) -> None:
        self.page.keyboard.press("Enter")

    def button(self, name: str, inside: Locator | None = None) -> None:
        self.click((inside or self.page).get_by_role("button", name=name, exact=True))

    def link(self, name: str, *, exact: bool = True) -> None:
        self.click(self.page.get_by_role("link", name=name, exact=exact))

    def stage(self, name: str) -> None:
        """Go to a stage through the thread."""
        self.click(self.page.get_by_role("navigation", name="Stages").get_by_role("link", name=name))

    def room(self, name: str) -> None:
        """Go to a room of Cut."""
        self.click(room(self.page, name))

    def sees(self, heading: str) -> None:
        self.page.get_by_role("heading", name=heading, level=1, exact=True).wait_for()


@pytest.fixture
def desk(browser: Browser) -> Iterator[Page]:
    """A page at desk size; what goes wrong in it fails the test."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, accept_downloads=True)
    page = context.new_page()
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    yield page
    context.close()
    assert not wrong, wrong


def room(page: Page, name: str) -> Locator:
    """The way to a room of Cut."""
    return page.get_by_role("navigation", name="Rooms of Cut").get_by_role("link", name=re.compile(f"^{name}"))


def choose(inside: Page | Locator, label: str, words: str) -> None:
    """Pick one of a list by its words; where it has many, they are typed to find it."""
    chooses_by(inside.get_by_role("combobox", name=label, exact=True), words)


def chooses_by(field: Locator, words: str) -> None:
    page = field.page
    field.click()
    if field.get_attribute("readonly") is None:
        field.fill(words)
    page.get_by_role("option", name=words, exact=True).filter(visible=True).first.click()


def log_in(page: Page, application: Application, name: str = "estimator") -> None:
    page.goto(application.url)
    page.get_by_label("Your name").fill(name)
    page.get_by_label("Password").fill("quillmere")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="Jobs of").wait_for()
