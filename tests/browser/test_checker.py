"""A second pair of eyes in the browser: findings, a comment on a number, its answer, the signature, and the release
that needs it.
"""

from __future__ import annotations

import pytest

from tests.browser.conftest import Person, log_in
from tests.browser.running import Application


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


def test_a_job_with_people_on_it_is_released_only_with_a_signature(people, demo: Application) -> None:
    owner, checker = people["estimator"], people["checker"]
    owner.get_by_role("link", name="Heron Hide").click()
    owner.get_by_role("link", name="Compare").click()
    findings = owner.get_by_role("region", name="What sizing by feel would miss")
    findings.get_by_text("live load").first.wait_for()
    findings.get_by_role("button", name="why").first.click()
    owner.get_by_role("complementary", name="Why").get_by_text("Source:").wait_for()
    owner.get_by_role("link", name="Size").click()
    owner.get_by_role("link", name="Check and release").click()
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
