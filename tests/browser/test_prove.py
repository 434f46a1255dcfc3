"""A load test by hand and by touch: set up, foretold, read step by step, decided, and void once something changes."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import choose, log_in, settled
from tests.browser.running import Application


@pytest.fixture(scope="module")
def inside(demo: Application, browser: Browser):
    """A tablet in the shop, and the address of the demo's hide."""
    context = browser.new_context(viewport={"width": 800, "height": 1280}, has_touch=True, reduced_motion="reduce")
    page = context.new_page()
    page.set_default_timeout(20_000)
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").first.click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


def save(page: Page) -> None:
    settled(page)
    page.get_by_role("button", name="Save the test").tap()
    page.get_by_role("button", name="Save the test").wait_for(state="detached")


def read_next(page: Page, weight: str, moved: float, minutes: int = 0) -> None:
    """Read the step that is due, as it is said in large letters."""
    page.get_by_text(f"{weight} on." if minutes or moved else f"Next: down to {weight}").first.wait_for()
    page.get_by_role("button", name="Read the next step").tap()
    page.get_by_label("gauge 1 reads").fill(f"{moved:.2f}")
    if minutes:
        page.get_by_label("Held, minutes").fill(str(minutes))
        page.get_by_label("gauge 1 after holding").fill(f"{moved:.2f}")
    save(page)


def expected(page: Page) -> float:
    """The middle of what is expected at the step that is due, mm."""
    words = page.locator(".next").inner_text()
    low, high = re.search(r"gauge 1: ([\d.]+) mm to ([\d.]+) mm", words).groups()
    return 2 * float(low) * float(high) / (float(low) + float(high))


def test_a_test_is_set_up_read_and_taken_into_the_model(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/prove")
    page.get_by_role("heading", name=re.compile("^LT1")).wait_for()
    page.get_by_role("button", name="+ load test").tap()
    page.get_by_label("Mark").fill("LT2")
    choose(page, "What is tested", "C1 cross member")
    page.locator("[data-at='weights.at'] input, #lt-mark").first.wait_for()
    page.get_by_label("At", exact=True).first.fill("590")
    page.get_by_label("Proof load").fill("2 kN")
    page.get_by_label("At", exact=True).nth(1).fill("590")
    page.get_by_label("Instrument").fill("dial gauge 2")
    page.get_by_label("It reads to").fill("0.01")
    page.get_by_label("Tested by").fill("Mara")
    page.get_by_label("Day").fill("2026-11-26")
    for words in ("dead weights", "a barrier", "nobody on it", "weights go on", "blocks close", "Set to nothing"):
        page.get_by_text(words).first.tap()
    save(page)
    page.get_by_text("2 kN in steps").first.wait_for()
    first = expected(page) * 1.5
    for share, weight in ((1, "0.5 kN"), (2, "1 kN"), (3, "1.5 kN")):
        read_next(page, weight, first * share)
    read_next(page, "2 kN", first * 4, minutes=10)
    page.get_by_text("Next: down to 1 kN").wait_for()
    page.get_by_role("button", name="Read the next step").tap()
    page.get_by_label("gauge 1 reads").fill(f"{first * 2:.2f}")
    save(page)
    read_next(page, "0 kN", 0)
    page.get_by_text("softer all over").first.wait_for()
    page.get_by_text(re.compile(r"The model would take 6\d % of the stiffness")).wait_for()
    page.get_by_label("Why").fill("the wall measures 2.9 mm and not 4")
    page.get_by_role("button", name="Take it into the model").tap()
    page.get_by_text(re.compile(r"The model took 6\d %.*the wall measures 2.9")).wait_for()
    page.goto(f"{job}/log")
    page.get_by_text(re.compile("LT2: 6.% of the stiffness computed")).first.wait_for()


def test_what_was_taken_is_void_once_what_was_tested_is_another(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/prove")
    page.get_by_text("LT2", exact=True).first.tap()
    page.get_by_text(re.compile("The model took")).wait_for()
    number = job.rsplit("/", 1)[1]
    answer = page.request.get(f"{job.split('/jobs')[0]}/api/jobs/{number}").json()
    member = next(m for m in answer["members"] if m["spec"]["mark"] == "C1")
    spec = {**member["spec"], "section_id": "SHS 60×60×4 hot"}
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    put = page.request.put(
        f"{job.split('/jobs')[0]}/api/jobs/{number}/members/{member['id']}",
        data={"version": member["version"], "spec": spec},
        headers={"X-CSRFToken": token, "Referer": job},
    )
    assert put.ok, put.text()
    page.reload()
    page.get_by_text("LT2", exact=True).first.tap()
    page.get_by_text("What was tested is no longer what stands here").wait_for()
    page.get_by_role("button", name="Take it back out").tap()
    page.get_by_text("The model took").wait_for(state="detached")


def test_buttons_are_as_high_as_a_finger_wants(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/prove")
    page.get_by_role("button", name="+ load test").wait_for()
    low = page.eval_on_selector_all(
        "main button", "all => all.filter(b => b.offsetParent && b.offsetHeight < 48).map(b => b.innerText)"
    )
    assert low == []
