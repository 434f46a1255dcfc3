"""What goes wrong while somebody types: another stage, a reload, two clicks, a slow save, an ended session, the server
away. Nothing typed is lost, and the sentence is true.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, Route

from tests.browser.conftest import choose, log_in
from tests.browser.running import Application, wait_until


@pytest.fixture
def bench(demo: Application, browser: Browser) -> Iterator[Page]:
    """A page of its own at the brief of a demo job; what goes wrong in it fails the test."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    page.set_default_timeout(20_000)
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    yield page
    context.close()
    assert not wrong, wrong


def stage(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=name).click()
    page.get_by_role("heading", name=name, level=1, exact=True).wait_for()


def begin_load(page: Page, name: str) -> None:
    page.get_by_role("button", name="Add a load").click()
    page.get_by_label("Load", exact=True).fill(name)


def loads(page: Page, name: str) -> int:
    return page.locator("tr", has=page.get_by_text(name, exact=True)).count()


def answered(page: Page) -> None:
    """What was typed is understood and tried: nothing is asked any more."""
    page.get_by_text("1 kN/m² = 20.89 psf").wait_for()
    page.get_by_text("Saved, it would be").wait_for()
    page.wait_for_timeout(600)


FORMS = {
    "a load": ("Brief", "Add a load", "Load", "crosswind"),
    "a member": ("Size", "Add a member", "Mark", "Q7"),
    "a plate": ("Size", "Add a plate", "Mark of the plate", "Q8"),
    "a joint": ("Size", "Add a joint by itself", "Mark of the joint", "Q9"),
    "a part": ("Parts", "Gusset", "Mark", "Q10"),
}


@pytest.mark.parametrize("form", FORMS)
def test_C4_what_is_typed_stays_over_a_stage_and_a_reload(bench: Page, form: str) -> None:
    where, button, label, text = FORMS[form]
    stage(bench, where)
    bench.get_by_role("button", name=button, exact=True).click()
    field = bench.get_by_label(label, exact=True).first
    field.fill(text)
    other = "Log" if where != "Log" else "Brief"
    stage(bench, other)
    bench.get_by_role("navigation", name="Stages").get_by_text("typed, not saved").wait_for()
    stage(bench, where)
    assert bench.get_by_label(label, exact=True).first.input_value() == text
    bench.reload()
    bench.get_by_role("heading", name=where, level=1, exact=True).wait_for()
    assert bench.get_by_label(label, exact=True).first.input_value() == text
    bench.get_by_role("button", name="Leave it", exact=True).first.click()
    assert not bench.get_by_text("typed, not saved").count()


def test_C4_a_note_that_is_typed_stays_and_is_written_once(bench: Page) -> None:
    stage(bench, "Log")
    field = bench.get_by_label("What changed, went wrong, was learned?", exact=True)
    field.fill("the third post leans")
    stage(bench, "Brief")
    bench.get_by_role("navigation", name="Stages").get_by_text("typed, not saved").wait_for()
    bench.reload()
    stage(bench, "Log")
    assert field.input_value() == "the third post leans"
    bench.get_by_role("button", name="Write it down").dblclick()
    bench.locator("article", has_text="the third post leans").first.wait_for()
    assert field.input_value() == ""
    assert bench.locator("article", has_text="the third post leans").count() == 1
    assert not bench.get_by_text("typed, not saved").count()


def test_C4_a_structure_that_is_typed_stays_too(bench: Page) -> None:
    stage(bench, "Size")
    choose(bench, "Add a structure", "Portal on legs")
    mark = bench.locator("form.panel").get_by_label("Mark of the structure", exact=True)
    mark.fill("Q11")
    bench.get_by_label("Span", exact=True).fill("4100")
    stage(bench, "Log")
    stage(bench, "Size")
    form = bench.locator("form.panel")
    assert form.get_by_label("Mark of the structure", exact=True).input_value() == "Q11"
    assert form.get_by_label("Span", exact=True).input_value() == "4100"
    form.get_by_role("button", name="Leave it").click()


def test_C4_what_is_typed_while_a_form_fills_itself_in_stays_too(bench: Page) -> None:
    stage(bench, "Size")
    held: list[Route] = []
    bench.route("**/jobs/*/starters", lambda route: held.append(route))
    choose(bench, "Add a structure", "Portal on legs")
    mark = bench.locator("form.panel").get_by_label("Mark of the structure", exact=True)
    mark.fill("Q12")
    wait_until("its spots are asked for", lambda: bench.wait_for_timeout(50) or held)
    for route in held:
        route.continue_()
    bench.get_by_text("Put on:").wait_for()
    bench.unroute("**/jobs/*/starters")
    stage(bench, "Log")
    stage(bench, "Size")
    form = bench.locator("form.panel")
    assert form.get_by_label("Mark of the structure", exact=True).input_value() == "Q12"
    form.get_by_role("button", name="Leave it").click()


def test_C4_what_is_typed_in_the_brief_stays(bench: Page) -> None:
    field = bench.get_by_label("For", exact=True)
    before = field.input_value()
    field.fill("Quillmere, the wardens")
    stage(bench, "Size")
    bench.get_by_text("typed, not saved").wait_for()
    stage(bench, "Brief")
    assert bench.get_by_label("For", exact=True).input_value() == "Quillmere, the wardens"
    bench.get_by_label("For", exact=True).fill(before)
    wait_until("nothing is typed", lambda: not bench.get_by_text("typed, not saved").count())


def test_C4_no_other_form_is_begun_over_what_is_typed(bench: Page) -> None:
    begin_load(bench, "crosswind")
    bench.get_by_role("button", name="Change").first.click()
    bench.get_by_role("alert").filter(has_text="not saved yet").wait_for()
    assert bench.get_by_label("Load", exact=True).input_value() == "crosswind"


def test_C4_two_clicks_make_one_record_however_slow_it_is(bench: Page) -> None:
    begin_load(bench, "twice")
    bench.get_by_label("Size", exact=True).fill("1 kN/m²")

    held: list[Route] = []
    bench.route("**/loads", lambda route: held.append(route))
    save = bench.get_by_role("button", name="Save load")
    save.click()
    save.click(force=True)
    bench.get_by_label("Load", exact=True).press("Enter")
    wait_until("it is on its way", lambda: bench.wait_for_timeout(50) or held)
    held[0].continue_()
    wait_until("it is saved", lambda: bench.wait_for_timeout(50) or loads(bench, "twice"))
    bench.unroute("**/loads")
    assert len(held) == 1 and loads(bench, "twice") == 1


def test_C4_what_is_typed_while_it_is_saved_stays(bench: Page) -> None:
    begin_load(bench, "slowly")
    bench.get_by_label("Size", exact=True).fill("1 kN/m²")
    held: list[Route] = []
    bench.route("**/loads", lambda route: held.append(route))
    bench.get_by_role("button", name="Save load").click()
    wait_until("it is on its way", lambda: bench.wait_for_timeout(50) or held)
    bench.get_by_label("Load", exact=True).fill("slowly and more")
    held[0].continue_()
    wait_until("it is saved", lambda: bench.wait_for_timeout(50) or loads(bench, "slowly"))
    bench.unroute("**/loads")
    assert bench.get_by_label("Load", exact=True).input_value() == "slowly and more"
    bench.get_by_role("button", name="Save load").click()
    wait_until("the rest is saved", lambda: bench.wait_for_timeout(50) or loads(bench, "slowly and more"))
    assert not loads(bench, "slowly"), "a change of the same load and not another one"


def test_C6_a_session_that_ends_asks_for_the_log_in_and_goes_on(bench: Page) -> None:
    begin_load(bench, "after the tide")
    bench.get_by_label("Size", exact=True).fill("1 kN/m²")
    answered(bench)
    bench.context.clear_cookies()
    bench.get_by_role("button", name="Save load").click()
    over = bench.get_by_role("dialog", name="Log in again")
    over.get_by_label("Your name").fill("estimator")
    over.get_by_label("Password").fill("quillmere")
    bench.keyboard.press("Enter")
    wait_until("it is saved", lambda: bench.wait_for_timeout(50) or loads(bench, "after the tide"))
    assert not over.is_visible() and loads(bench, "after the tide") == 1


def test_C6_who_does_not_log_in_again_keeps_what_was_typed(bench: Page) -> None:
    begin_load(bench, "kept")
    bench.get_by_label("Size", exact=True).fill("1 kN/m²")
    answered(bench)
    bench.context.clear_cookies()
    bench.get_by_role("button", name="Save load").click()
    bench.get_by_role("dialog", name="Log in again").wait_for()
    bench.keyboard.press("Escape")
    bench.get_by_role("alert").first.wait_for()
    assert bench.get_by_label("Load", exact=True).input_value() == "kept"


@pytest.mark.parametrize(
    ("status", "said"),
    [(500, "it is not known whether"), (503, "nothing was saved"), (403, "a checker may not"), (0, "does not answer")],
)
def test_C6_a_failed_save_says_what_is_true_and_keeps_what_was_typed(bench: Page, status: int, said: str) -> None:
    begin_load(bench, "stubborn")
    bench.get_by_label("Size", exact=True).fill("1 kN/m²")
    body = {500: '{"sentence": "A fault: it is not known whether this was saved.", "saved": "perhaps"}',
            503: '{"sentence": "The disk is full: nothing was saved.", "saved": "nothing"}',
            403: '{"sentence": "Not saved: a checker may not."}'}  # fmt: skip

    def fail(route: Route) -> None:
        if status:
            route.fulfill(status=status, body=body[status], content_type="application/json")
        else:
            route.abort()

    bench.route("**/loads", fail)
    bench.get_by_role("button", name="Save load").click()
    bench.get_by_role("alert").filter(has_text=said).wait_for()
    bench.unroute("**/loads")
    assert bench.get_by_label("Load", exact=True).input_value() == "stubborn"


def test_C13_the_hand_goes_into_a_form_and_back_to_what_opened_it(bench: Page) -> None:
    bench.get_by_role("button", name="Add a load").focus()
    bench.keyboard.press("Enter")
    active = "document.activeElement.id || document.activeElement.textContent.trim()"
    assert bench.evaluate(active) == "load-name"
    bench.get_by_role("button", name="Leave it").first.focus()
    bench.keyboard.press("Enter")
    wait_until("it is back", lambda: bench.evaluate(active) == "Add a load")


def test_C2_a_field_names_the_unit_of_a_bare_number_and_says_what_it_understood(bench: Page) -> None:
    begin_load(bench, "units")
    field = bench.get_by_label("Size", exact=True)
    field.fill("5")
    described = field.locator("xpath=ancestor::div[contains(@class,'field')]")
    described.get_by_text("kN/m²", exact=True).wait_for()
    described.get_by_text("5 kN/m² = 104.43 psf").wait_for()
    choose(bench, "Given", "a force")
    field.fill("5")
    described.get_by_text("5 N = 1.124 lb").wait_for()


def test_C6_everything_that_does_not_fit_stands_at_its_field_and_at_the_head(bench: Page) -> None:
    begin_load(bench, "")
    bench.get_by_label("Size", exact=True).fill("much")
    bench.get_by_label("Dynamic factor", exact=True).fill("0.2")
    bench.get_by_label("Comes and goes, times", exact=True).fill("-3")
    bench.get_by_role("button", name="Save load").click()
    head = bench.locator("form .wrong")
    head.wait_for()
    said = head.get_by_role("paragraph").all_inner_texts()
    assert len(said) >= 3, said
    assert bench.evaluate("document.activeElement.closest('.field') !== null"), "the hand is at the first of them"
    for label in ("Load", "Dynamic factor", "Comes and goes, times"):
        field = bench.get_by_label(label, exact=True).locator("xpath=ancestor::div[@data-field][1]")
        assert field.locator(".echo.bad").inner_text().startswith(label), label
    head.get_by_role("link").last.click()
    assert bench.get_by_label("Load", exact=True).input_value() == ""
    assert bench.get_by_label("Size", exact=True).input_value() == "much"


def test_C13_escape_leaves_a_form_and_asks_before_it_leaves_what_was_typed(bench: Page) -> None:
    bench.get_by_role("button", name="Add a load").click()
    bench.get_by_label("Load", exact=True).press("Escape")
    bench.get_by_role("button", name="Add a load").wait_for()
    begin_load(bench, "hail")
    bench.get_by_label("Load", exact=True).press("Escape")
    bench.get_by_text("Escape once more leaves what you typed.").wait_for()
    assert bench.get_by_label("Load", exact=True).input_value() == "hail"
    bench.get_by_label("Load", exact=True).press("Escape")
    bench.get_by_role("button", name="Add a load").wait_for()


def test_what_stands_on_a_member_is_moved_on_its_drawing(bench: Page) -> None:
    stage(bench, "Size")
    bench.get_by_role("button", name="Add a member", exact=True).click()
    bench.get_by_label("Length", exact=True).fill("2400")
    bench.get_by_role("button", name="+ crowd on a post").click()
    bench.get_by_label("Width it carries").fill("600")
    place = bench.get_by_label("Acts at, from the left")
    place.fill("700")
    grip = bench.get_by_role("slider", name="crowd on a post, from the left")
    box = grip.locator(".knob").bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    span = bench.get_by_label(re.compile("^Beam")).evaluate(
        "e => e.getScreenCTM().a * (e.viewBox.baseVal.width - 130) / 2400"
    )
    bench.mouse.move(x, y)
    bench.mouse.down()
    bench.mouse.move(x + 497 * span, y, steps=8)
    bench.mouse.up()
    assert place.input_value() == "1200", "it snaps to the middle"
    wait_until("it is worked out there", lambda: grip.get_attribute("aria-valuetext") == "1200")
    grip.press("ArrowRight")
    assert place.input_value() == "1210"
    place.fill("2400 / 4")
    wait_until("the drawing follows the field", lambda: grip.get_attribute("aria-valuetext") == "600")
    bench.get_by_role("button", name="Leave it", exact=True).first.click()
