"""Every main view: readable by everybody, no sideways scroll at the desk or at a tablet's width, both unit systems."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import Person, log_in, settled
from tests.browser.running import Application, Caller, wait_until
from yorvek.launch.places import WEB

AXE = WEB / "node_modules" / "axe-core" / "axe.min.js"
ROOMS = ("buy", "bars", "sheets", "table", "after")
CUT = tuple(f"cut/{room}" for room in ROOMS)
VIEWS = ("brief", "size", "compare", "parts", "parts/together", "stock", *CUT, "prove", "log")


@pytest.fixture(scope="module")
def inside(demo: Application, browser: Browser):
    """A logged-in page and the address of a demo job."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    page = context.new_page()
    page.set_default_timeout(20_000)
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


def show(page: Page, address: str, view: str) -> None:
    page.goto(f"{address}/{view}")
    page.get_by_role("heading", level=1).last.wait_for()
    page.wait_for_load_state("networkidle")


@pytest.mark.parametrize("theme", ["light", "dark"])
@pytest.mark.parametrize("view", VIEWS)
def test_accessible(inside: tuple[Page, str], view: str, theme: str) -> None:
    page, job = inside
    show(page, job, view)
    dark = page.get_by_role("button", name="dark", exact=True)
    if (dark.get_attribute("aria-pressed") == "true") != (theme == "dark"):
        dark.click()
    assert page.evaluate("document.documentElement.dataset.theme") == theme
    try:
        page.evaluate(AXE.read_text())
        found = page.evaluate("axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']})")
    finally:
        page.evaluate("localStorage.removeItem('yorvek theme')")
    assert found["passes"], "the check itself found nothing to look at"
    wrong = [(v["id"], v["help"], [n["target"] for n in v["nodes"]][:4]) for v in found["violations"]]
    assert not wrong, wrong


FORMS = [
    ("brief", "Add a load"), ("brief", "Add a dimension"), ("size", "Add a member"), ("size", "Add a plate"),
    ("size", "Add a joint by itself"), ("parts", "Gusset"), ("parts", "Bar or tube"), ("stock", "Add a bar"),
]  # fmt: skip


@pytest.mark.parametrize(("view", "button"), FORMS)
def test_open_forms_are_accessible_in_both_themes(inside: tuple[Page, str], view: str, button: str) -> None:
    page, job = inside
    show(page, job, view)
    page.get_by_role("button", name=button, exact=True).click()
    page.get_by_role("button", name="Leave it", exact=True).first.wait_for()
    page.evaluate(AXE.read_text())
    for theme in ("light", "dark"):
        page.evaluate("t => { document.documentElement.dataset.theme = t }", theme)
        settled(page)
        found = page.evaluate("axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']})")
        wrong = [(v["id"], v["help"], [n["target"] for n in v["nodes"]][:4]) for v in found["violations"]]
        assert not wrong, (theme, wrong)
    page.get_by_role("button", name="Leave it", exact=True).first.click()


CONTRAST = """() => {
    const shade = c => { const [r, g, b] = c.match(/[0-9.]+/g).map(Number).map(v => v / 255)
        .map(v => v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
        return 0.2126 * r + 0.7152 * g + 0.0722 * b }
    const behind = e => { for (; e; e = e.parentElement) {
        const c = getComputedStyle(e).backgroundColor
        if (!/rgba\\(0, 0, 0, 0\\)|transparent/.test(c)) return c }
        return 'rgb(255, 255, 255)' }
    return [...document.querySelectorAll('svg text')].filter(t => t.textContent.trim()).map(t => {
        const [a, b] = [shade(getComputedStyle(t).fill), shade(behind(t))]
        return [t.textContent.trim(), (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)] })
}"""


@pytest.mark.parametrize("view", ["size", "compare", "parts", "section"])
def test_words_on_drawings_stand_out_from_what_is_behind_them(inside: tuple[Page, str], view: str) -> None:
    page, job = inside
    show(page, job, view)
    for theme in ("light", "dark"):
        page.evaluate("t => { document.documentElement.dataset.theme = t }", theme)
        found = page.evaluate(CONTRAST)
        assert found, "there are words on it"
        faint = [(words, round(ratio, 2)) for words, ratio in found if ratio < 4.5]
        assert not faint, (theme, faint)


def test_jobs_and_the_door_are_accessible(inside: tuple[Page, str], demo: Application, browser: Browser) -> None:
    page, _ = inside
    page.goto(demo.url)
    page.get_by_role("heading", name="Jobs of").wait_for()
    fresh = browser.new_page()
    fresh.goto(demo.url)
    fresh.get_by_role("heading", name="Log in").wait_for()
    for one in (page, fresh):
        one.evaluate(AXE.read_text())
        found = one.evaluate("axe.run(document, {runOnly: ['wcag2a', 'wcag2aa']})")
        assert not found["violations"], [(v["id"], v["nodes"][0]["target"]) for v in found["violations"]]
    fresh.close()


@pytest.mark.parametrize("size", [(1280, 800), (800, 1280)])
@pytest.mark.parametrize("view", VIEWS)
def test_no_sideways_scroll(inside: tuple[Page, str], view: str, size: tuple[int, int]) -> None:
    page, job = inside
    page.set_viewport_size({"width": size[0], "height": size[1]})
    show(page, job, view)
    over = page.evaluate(
        """() => [...document.querySelectorAll('body, main, header, footer, aside')]
            .filter(e => e.scrollWidth > e.clientWidth + 1)
            .map(e => `${e.tagName} ${e.scrollWidth} > ${e.clientWidth}`)"""
    )
    page.set_viewport_size({"width": 1280, "height": 800})
    assert not over


@pytest.mark.parametrize("view", VIEWS)
def test_at_a_tablet_fingers_hit_what_they_aim_at(inside: tuple[Page, str], view: str) -> None:
    page, job = inside
    page.set_viewport_size({"width": 800, "height": 1280})
    show(page, job, view)
    small = page.evaluate(
        """() => [...document.querySelectorAll(
            'button, a.button, input, select, textarea')]
            .map(e => e.closest('.el-input__wrapper, .el-select__wrapper, .el-checkbox, .el-radio') ?? e)
            .filter(e => e.offsetParent && e.getBoundingClientRect().height < 47.5)
            .map(e => `${e.tagName} ${e.textContent.trim().slice(0, 20)} ${e.getBoundingClientRect().height}`)"""
    )
    page.set_viewport_size({"width": 1280, "height": 800})
    assert not small


def test_units_at_a_key_press(inside: tuple[Page, str]) -> None:
    page, job = inside
    show(page, job, "cut/bars")
    metric = page.get_by_text("kerf").first.inner_text()
    page.keyboard.press("u")
    page.wait_for_function(
        "was => !document.body.innerText.includes(was) && document.body.innerText.includes('kerf')", arg=metric
    )
    page.keyboard.press("u")
    assert page.get_by_text("kerf").first.inner_text() == metric


def test_a_changed_load_ripples_and_is_undone(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    show(page, job, "brief")
    thread = page.get_by_role("navigation", name="Stages")
    before = thread.inner_text()
    name = page.get_by_role("button", name=re.compile("^Change load")).first.get_attribute("aria-label") or ""
    person.button(name)
    person.fill("Size", "9 kN/m2")
    person.enter()
    page.locator("#load-name").wait_for(state="detached")
    ripple = page.locator("footer")
    ripple.get_by_text("moves").wait_for()
    assert "→" in ripple.inner_text()
    assert thread.inner_text() != before
    person.button("Undo")
    page.wait_for_function(
        "(was) => document.querySelector('nav').innerText.split('\\n')[3] === was", arg=before.split("\n")[3]
    )


def test_C1_a_number_with_a_comma_is_stored_as_it_is_meant_and_half_a_number_is_not(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    show(page, job, "brief")
    person.button(page.get_by_role("button", name=re.compile("^Change load")).first.get_attribute("aria-label") or "")
    field = page.locator("#load-dynamic_factor")

    def stored() -> list[float]:
        view = page.evaluate("url => fetch(url).then((r) => r.json())", job.replace("/jobs/", "/api/jobs/"))
        return [load["spec"]["dynamic_factor"] for load in view["loads"]]

    before = stored()
    field.fill("1,5 ton")
    person.enter()
    page.get_by_text("is not a number").wait_for()
    assert stored() == before and field.input_value() == "1,5 ton"
    field.fill("1,35")
    field.focus()
    person.enter()
    field.wait_for(state="detached")
    assert 1.35 in stored()
    person.button("Undo")
    page.wait_for_function(
        "([url, was]) => fetch(url).then((r) => r.json())"
        ".then((v) => JSON.stringify(v.loads.map((l) => l.spec.dynamic_factor)) === was)",
        arg=[job.replace("/jobs/", "/api/jobs/"), str(before).replace(" ", "")],
    )


def test_the_first_view_is_light_on_the_wire(demo: Application, browser: Browser) -> None:
    context = browser.new_context()
    page = context.new_page()
    wire: dict[str, int] = {}
    session = context.new_cdp_session(page)
    session.send("Network.enable")
    session.on("Network.loadingFinished", lambda e: wire.__setitem__(e["requestId"], int(e["encodedDataLength"])))
    page.goto(demo.url)
    page.get_by_role("button", name="Log in").wait_for()
    page.wait_for_load_state("networkidle")
    total = sum(wire.values())
    assert 50_000 < total < 200_000, total
    context.close()


def test_a_draft_shows_what_it_would_come_to_and_stores_nothing(inside: tuple[Page, str]) -> None:
    page, job = inside
    show(page, job, "size")
    before = page.evaluate("url => fetch(url).then((r) => r.json())", job.replace("/jobs/", "/api/jobs/"))
    page.get_by_role("button", name="Change", exact=True).first.click()
    alive = page.get_by_role("status", name="What it would come to")
    alive.get_by_text("moves", exact=True).wait_for()
    first = alive.inner_text()
    length = page.get_by_label("Length", exact=True)
    length.fill("2350")
    page.wait_for_function("(was) => document.querySelector('.alive').innerText !== was", arg=first)
    ripple = page.locator("footer")
    ripple.get_by_text("Saved, it would be").wait_for()
    assert "same" not in ripple.get_by_text("mass").locator("..").inner_text()
    length.fill("2350 buckets")
    alive.get_by_text("Not yet").wait_for()
    page.get_by_role("button", name="Leave it").first.click()
    ripple.get_by_text("Saved, it would be").wait_for(state="detached")
    after = page.evaluate("url => fetch(url).then((r) => r.json())", job.replace("/jobs/", "/api/jobs/"))
    assert {name for name in before if after[name] != before[name]} == set()
    assert after.keys() == before.keys()


def test_nonsense_is_named_at_its_field_and_kept(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    show(page, job, "brief")
    person.button("Add a load")
    person.fill("Load", "goose")
    person.fill("Size", "a flock")
    person.enter()
    page.get_by_role("alert").wait_for()
    assert page.get_by_label("Size").input_value() == "a flock"
    assert page.get_by_label("Load", exact=True).input_value() == "goose"


def test_C3_the_second_sees_the_firsts_change_and_chooses(inside: tuple[Page, str], estimator: Caller) -> None:
    page, job = inside
    person = Person(page)
    show(page, job, "brief")
    person.fill("For", "the wardens of Quillmere")
    number = job.rsplit("/", 1)[1]
    now = estimator("GET", f"/jobs/{number}")["job"]
    estimator("PUT", f"/jobs/{number}", {"version": now["version"], "spec": {**now["spec"], "for_whom": "the reserve"}})
    person.button("Save brief")
    alert = page.get_by_role("alert")
    alert.wait_for()
    assert "theirs: the reserve" in alert.inner_text()
    assert page.get_by_label("For", exact=True).input_value() == "the wardens of Quillmere"
    person.button("Save it so")
    wait_until("it is saved", lambda: estimator("GET", f"/jobs/{number}")["job"]["version"] == now["version"] + 2)
    assert estimator("GET", f"/jobs/{number}")["job"]["spec"]["for_whom"] == "the wardens of Quillmere"
    alert.wait_for(state="detached")


def test_with_the_server_away_nothing_typed_is_lost(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    show(page, job, "log")
    page.route("**/api/**", lambda route: route.abort())
    person.fill("What changed, went wrong, was learned?", "the river gauge reads two inches low")
    person.button("Write it down")
    page.get_by_role("alert").wait_for()
    assert "does not answer" in page.get_by_role("alert").inner_text()
    page.unroute("**/api/**")
    person.button("Write it down")
    page.locator("article").get_by_text("the river gauge reads two inches low").wait_for()


def test_by_keyboard_alone(inside: tuple[Page, str]) -> None:
    """From the top of the page to a written note without the mouse, the focus visible all the way."""
    page, job = inside
    show(page, job, "log")
    for _ in range(60):
        page.keyboard.press("Tab")
        state = page.evaluate(
            """() => { const e = document.activeElement, s = getComputedStyle(e)
                return [e.id, s.outlineStyle !== 'none' || s.boxShadow !== 'none'
                    || e.matches('input, textarea, select')] }"""
        )
        assert state[1], f"the focus cannot be seen at {page.evaluate('document.activeElement.outerHTML')[:200]}"
        if state[0] == "note-text":
            break
    else:
        raise AssertionError("the note's field cannot be reached with Tab")
    page.keyboard.type("written without a mouse")
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    page.locator("article").get_by_text("written without a mouse").wait_for()


def test_a_job_is_copied_put_away_and_taken_up_again(inside: tuple[Page, str], demo: Application) -> None:
    page, _ = inside
    page.goto(demo.url)
    page.get_by_role("button", name="Copy Reed Barrow", exact=True).click()
    page.get_by_label("Name of the copy of Reed Barrow").fill("Reed Barrow for the north hide")
    page.get_by_role("button", name="Copy it").click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    page.goto(demo.url)
    page.get_by_role("button", name="Put Reed Barrow for the north hide away").click()
    page.get_by_role("button", name="Put it away").click()
    page.get_by_text("Put away: 1").click()
    assert not page.get_by_role("link", name="Reed Barrow for the north hide").count()
    page.get_by_role("button", name="Take it up again").click()
    page.get_by_role("heading", name="Reed Barrow for the north hide").wait_for()


def test_what_has_a_name_is_found_by_it_from_the_keyboard(inside: tuple[Page, str]) -> None:
    page, job = inside
    show(page, job, "log")
    page.keyboard.press("/")
    page.get_by_role("dialog", name="Find").get_by_role("textbox").fill("knee gusset")
    page.get_by_role("button", name="G1 knee gusset").wait_for()
    page.get_by_role("dialog", name="Find").get_by_role("textbox").fill("part G1")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="Parts", level=1).wait_for()
    page.get_by_role("heading", name="G1 knee gusset").wait_for()
    page.keyboard.press("?")
    page.get_by_role("dialog", name="Keys").wait_for()
    page.keyboard.press("Escape")
    assert not page.get_by_role("dialog", name="Keys").is_visible()
    page.keyboard.press("Control+k")
    page.get_by_role("dialog", name="Find").get_by_role("textbox").fill("osprey")
    page.get_by_role("button", name="Osprey Perches").click()
    page.get_by_role("heading", name="Osprey Perches").wait_for()
