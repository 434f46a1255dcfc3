"""A second pair of eyes in the browser: findings, a comment on a number, its answer, the signature, the release that
needs it, and a link for somebody outside.
"""

from __future__ import annotations

import pytest

from tests.browser.conftest import Person, log_in
from tests.browser.running import Application, wait_until


@pytest.fixture
def people(demo: Application, browser):
    """An owner and a checker, each with a page of their own."""
    out = {}
    contexts = []
    for name in ("estimator", "checker"):
        context = browser.new_context(viewport={"width": 1280, "height": 800})
        contexts.append(context)
        page = context.new_page()
        log_in(page, demo, name)
        out[name] = page
    yield out
    for context in contexts:
        context.close()


def test_a_job_with_people_on_it_is_released_only_with_a_signature(people, browser, demo: Application) -> None:
    owner, checker = people["estimator"], people["checker"]
    owner.get_by_role("link", name="Heron Hide").click()
    owner.get_by_role("link", name="Compare").click()
    findings = owner.get_by_role("region", name="What sizing by feel would miss")
    findings.get_by_text("live load").first.wait_for()
    findings.get_by_role("button", name="why").first.click()
    owner.get_by_role("complementary", name="Why").get_by_text("Source:").wait_for()
    owner.get_by_role("link", name="Size").click()
    owner.get_by_role("link", name="Check and release").click()
    owner.wait_for_url("**/check")
    desk = owner.url

    checker.goto(desk)
    first = checker.locator("tbody tr").first
    title = first.get_by_role("button").inner_text()
    first.click()
    why = checker.get_by_role("complementary", name="Why")
    why.get_by_label("Comment on this number").fill("from where is the span?")
    why.get_by_role("button", name="Say it").click()
    why.get_by_text("from where is the span?").wait_for()
    assert title.split(": ")[-1] in why.inner_text()

    owner.goto(desk)
    Person(owner).fill("What for, and on what grounds where something is not checked", "for cutting")
    owner.get_by_role("button", name="Release revision B").click()
    owner.get_by_role("alert").wait_for()
    said = owner.get_by_role("alert").inner_text()
    assert "verify these dimensions" in said or "answer the checker" in said
    owner.get_by_label("Answer to checker").fill("measured on the slip")
    owner.get_by_role("button", name="Answer", exact=True).click()
    owner.get_by_text("estimator: measured on the slip").wait_for()
    for d in demo_dimensions(owner, desk):
        verify(owner, desk, d)
    owner.goto(desk)
    owner.get_by_role("button", name="Release revision B").click()
    owner.get_by_role("alert").get_by_text("signature").wait_for()

    checker.goto(desk)
    checker.get_by_role("button", name="Sign revision B").click()
    checker.get_by_text("stands", exact=True).wait_for()

    owner.goto(desk)
    owner.get_by_role("button", name="Release revision B").click()
    owner.get_by_text("checked by checker").wait_for()
    owner.get_by_text("revision C").first.wait_for()
    owner.get_by_text("the job was changed since").wait_for()

    outsider = read_by_link(owner, browser)
    owner.goto(desk)
    owner.get_by_text("Odd (by a link)").wait_for()
    owner.get_by_role("link", name="Read revision B").click()
    owner.get_by_role("heading", name="What it must carry").wait_for()
    assert "revision B, as it was released" in owner.locator("header").inner_text()
    assert owner.get_by_role("button", name="Undo").count() == 0
    owner.goto(desk)
    owner.get_by_role("button", name="End the link for Odd Tveit").click()
    owner.get_by_text("ended").wait_for()
    outsider.reload()
    outsider.get_by_role("alert").get_by_text("This link has ended").wait_for()
    outsider.context.close()


def test_a_link_asks_nobody_to_log_in(people, browser) -> None:
    """What is read by a link may take its time; the door stands for nobody who has one."""
    page = browser.new_context().new_page()
    held = []
    page.route("**/assets/Look-*.js", lambda route: held.append(route))
    with page.expect_response("**/api/door"):
        page.goto(people["estimator"].url.split("/jobs")[0].rstrip("/") + "/look#no-such-link")
    wait_until("the view is asked for", lambda: page.wait_for_timeout(200) or held)
    assert page.get_by_label("Password").count() == 0
    held[0].continue_()
    page.get_by_role("alert").get_by_text("This link has ended").wait_for()
    assert page.get_by_label("Password").count() == 0
    page.context.close()


def read_by_link(owner, browser):
    """Somebody outside the shop reads the job by a link and asks something of a number; their page."""
    owner.get_by_label("For whom").fill("Odd Tveit")
    owner.get_by_role("button", name="Make a link").click()
    address = owner.get_by_label("Address of the link").input_value()
    page = browser.new_context(viewport={"width": 900, "height": 1100}).new_page()
    page.goto(address)
    page.get_by_label("Your name").fill("Odd")
    page.locator("tr.pick").first.click()
    why = page.get_by_role("complementary", name="Why")
    why.get_by_label("Comment on this number").fill("with what play in the hinge?")
    why.get_by_role("button", name="Say it").click()
    why.get_by_text("with what play in the hinge?").wait_for()
    assert "€" not in page.locator("main").inner_text()
    return page


def demo_dimensions(page, desk: str) -> list[dict]:
    """The job's dimensions that nobody has verified."""
    number = desk.split("/jobs/")[1].split("/")[0]
    view = page.evaluate("n => fetch(`/api/jobs/${n}`).then((r) => r.json())", number)
    return [d for d in view["dimensions"] if not d["spec"]["verified_by"]]


def verify(page, desk: str, row: dict) -> None:
    """Write down who verified a dimension, as the brief does."""
    number = desk.split("/jobs/")[1].split("/")[0]
    body = {"version": row["version"], "spec": {**row["spec"], "verified_by": "fabricator"}}
    status = page.evaluate(
        """([n, id, body]) => fetch(`/api/jobs/${n}/dimensions/${id}`, { method: 'PUT', body: JSON.stringify(body),
            headers: { 'Content-Type': 'application/json',
                'X-CSRFToken': document.cookie.match(/csrftoken=([^;]+)/)?.[1] ?? '' } }).then((r) => r.status)""",
        [number, row["id"], body],
    )
    assert status == 200
