"""Each starter in the browser: made, loaded, its governing check read, Why opened, an offer taken, chain and ripple
changed.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

import pytest
from playwright.sync_api import Locator, Page

from tests.browser.conftest import Person, choose
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
    "Bracket on a wall": (
        ["1500", "700", "1100"],
        ["Reach of the arm", "Strut's foot below the arm", "Strut's head out from the wall"],
    ),
    "Post on a base": (["2500", "400"], ["Height of the post", "Load out from its axis"]),
    "Inclined runway": (["4000", "200"], ["Length of the runway", "Rise over its length"]),
    "Bed with an arm on it": (
        ["2400", "900", "600", "400"],
        ["Length", "Width", "Height of the arm", "Arm out from the rail"],
    ),
    "Crossed link frame": (
        ["1200", "500", "700", "40"],
        ["Length of a link", "Height it stands at", "Width over the links", "Between the links of a pair"],
    ),
    "Gate leaf on straps": (
        ["2000", "1500", "120"],
        ["Width of the leaf", "Between the hinges", "Pin to the heel stile"],
    ),
    "Hand-cart frame": (
        ["2000", "700", "600", "200"],
        ["Length with the handles", "Between the rails", "Axle behind the front", "Axle below the rails"],
    ),
}


@pytest.fixture(scope="module")
def inside(empty: Application, browser):
    """A shop with one job and one load, as somebody new has it."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    person = Person(page)
    page.goto(empty.url)
    person.fill("Code, as the start command printed it", empty.code())
    person.fill("Name of the shop", "Brackwater Metalwork")
    person.fill("Your name", "owner")
    person.fill("Password", "heron by the weir")
    person.enter()
    person.fill("Name of the job", "Scope Pier")
    person.enter()
    person.sees("Brief")
    person.fill("Load", "telescope")
    choose(page, "Given", "a force")
    person.fill("Size", "9 kN")
    person.enter()
    page.get_by_role("cell", name="9 kN").wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


def begun(page: Page, job: str, starter: str, sizes: Sequence[str]) -> tuple[Person, Locator]:
    """Somebody who has chosen a starter and typed its dimensions, and the form."""
    person = Person(page)
    page.goto(f"{job}/size")
    choose(page, "Add a structure", starter)
    form = page.locator("form.panel")
    for label, size in zip(STARTERS[starter][1], sizes, strict=True):
        person.fill(label, size, form)
    return person, form


@pytest.mark.parametrize("starter", STARTERS)
def test_a_starter_from_nothing_to_a_mended_chain(inside: tuple[Page, str], starter: str) -> None:
    page, job = inside
    person, form = begun(page, job, starter, STARTERS[starter][0])
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
    said = why.inner_text()
    assert "Source:" in said and ("≤" in said or "Not checked: nothing was chosen for this hinge" in said)
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


def test_an_arm_that_slews_and_a_spring_under_a_model_by_hand(inside: tuple[Page, str]) -> None:
    page, job = inside
    person, form = begun(page, job, "Arm with a side arm", ("900", "500"))
    person.fill("Called", "slewing", form)
    person.button("+ telescope", form)
    person.button("Add a position", form)
    form.get_by_label("it slews").check()
    choose(form, "Axis of position 1", "corner")
    form.get_by_role("checkbox", name="arm", exact=True).uncheck()
    person.button("Save structure", form)
    row = page.get_by_role("row", name=re.compile("slewing"))
    row.get_by_role("button").first.click()
    page.get_by_text(re.compile(r", at \d+°")).first.wait_for()

    person.button("Change")
    person.button("Change its model by hand", form)
    person.button("Add a spring", form)
    choose(form, "Spring at", "tip")
    person.fill("along y, N/mm", "500", form)
    person.button("Save structure", form)
    page.get_by_role("row", name=re.compile("slewing")).get_by_role("button").first.click()
    page.get_by_text("which the ground holds").first.wait_for()
    person.button("Leave it", form)


def test_pieces_and_spans_as_stated_and_a_load_on_bars_of_ones_choice(inside: tuple[Page, str]) -> None:
    page, job = inside
    person, form = begun(page, job, "Portal on legs", ("3600", "2400"))
    person.fill("Called", "stated", form)
    person.button("+ telescope", form)
    choose(form, "Where load 1 stands", "along bars of my own choice")
    form.get_by_text("Pieces and spans as stated").click()
    bars = form.get_by_text("Bars by name, in order, with commas:").inner_text().split(": ")[1].split(", ")
    beam = next(b for b in bars if "beam" in b)
    person.fill("Bars of load 1, in order", beam, form)
    person.button("State a piece", form)
    person.fill("Its bars", beam, form)
    person.fill("Held sideways at, from its start", "600; 1200", form)
    person.button("Save structure", form)
    row = page.get_by_role("row", name=re.compile("stated"))
    row.get_by_role("button").first.click()
    page.locator("table.chain").wait_for()
    person.button("Change")
    form.get_by_text("Pieces and spans as stated").click()
    assert form.get_by_label("Held sideways at, from its start").input_value() == "600; 1200"
    assert form.get_by_label("Bars of load 1, in order").input_value() == beam


def test_a_structure_that_cannot_stand_is_named_and_kept(inside: tuple[Page, str]) -> None:
    page, job = inside
    person, form = begun(page, job, "Arm on a knee brace", ("2400", "900", "600", "1200"))
    person.button("Save structure", form)
    page.get_by_role("alert").wait_for()
    assert "end on the post and on the arm" in page.get_by_role("alert").inner_text()
    assert form.get_by_label("Knee out from the post").input_value() == "1200"
    person.button("Leave it", form)


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
    choose(page, "Add a structure", "Portal on legs")
    shown = page.locator("form.panel .el-select__wrapper").first
    shown.get_by_text("SHS 80×80×5 hot").wait_for()
    hidden = page.evaluate(
        """() => { const w = document.querySelector('form.panel .el-select__wrapper')
            const s = getComputedStyle(w.querySelector('input'))
            return [s.borderTopWidth, s.backgroundColor] }"""
    )
    assert hidden == ["0px", "rgba(0, 0, 0, 0)"]


def test_a_model_changed_by_hand_a_joint_and_a_position(inside: tuple[Page, str]) -> None:
    """A bracket whose strut is moved by hand, hung on a pin through a lug between cheeks, and checked with and without
    its load.
    """
    page, job = inside
    person, form = begun(page, job, "Bracket on a wall", ("1200", "600", "900"))
    person.fill("Called", "bent bracket", form)
    person.button("+ telescope", form)
    choose(form, "Where load 1 stands", "at the tip")
    person.button("Change its model by hand", form)
    form.get_by_label("y of wall below").fill("-750")
    form.get_by_label("y of wall below").press("Tab")
    person.button("Add a node", form)
    form.get_by_role("combobox", name="Where load 1 stands").get_by_text("at tip").or_(
        form.locator("[data-load='0']").get_by_text("at tip")
    ).first.wait_for()  # what stood on the starter stands on the model
    person.button("Save structure", form)
    page.get_by_role("alert").wait_for()
    assert "a bar that ends there" in page.get_by_role("alert").inner_text()
    form.get_by_role("button", name="Take away node n1").click()
    choose(form, "End of a bar", "every hinge of role strut")
    choose(form, "Kind of joint", "pin through a lug between cheeks")
    person.button("Add joint", form)
    form.get_by_text("More about it").click()
    person.fill("Foot height", "40", form)
    person.button("Add a position", form)
    form.get_by_label("telescope").last.uncheck()
    person.button("Save structure", form)
    page.get_by_role("row", name=re.compile("bent bracket")).get_by_role("button").first.click()
    page.get_by_text("Drawn and chained in its worst position").wait_for()
    page.locator("table.chain").get_by_text("strut, wall below: pin in double shear").wait_for()
    page.get_by_role("link", name="by itself").click()
    person.sees("Chain of strength")
    page.locator("svg").get_by_text("strut, wall below: lug").first.wait_for()
    person.button("Work out offers")
    page.get_by_role("row").nth(1).wait_for()


def test_a_load_and_a_node_are_dragged_on_the_drawing(inside: tuple[Page, str]) -> None:
    """What is dragged stands in its field, in what is worked out beside it, and in what is saved."""
    page, job = inside
    person, form = begun(page, job, "Arm with a side arm", ("900", "450"))
    person.fill("Called", "dragged", form)
    person.button("+ telescope", form)
    choose(form, "Where load 1 stands", "along the side arm")
    loose = form.get_by_role("slider", name="telescope, wherever it is worst, from the start")
    drag(page, loose, 15, 9)
    field = form.get_by_label("Load 1 stands at, from the start", exact=False)
    assert 225 < float(field.input_value()) < 450
    grip = form.get_by_role("slider", name="telescope, from the start")
    grip.focus()
    before = float(field.input_value())
    page.keyboard.press("Shift+ArrowLeft")
    assert float(field.input_value()) == before - 1
    person.button("Change its model by hand", form)
    tip = form.get_by_role("button", name="Move node tip")
    drag(page, tip, 0, -40)
    up = form.get_by_label("y of tip").input_value()
    assert float(up) > 50
    person.button("Save structure", form)
    page.get_by_role("row", name=re.compile("dragged")).get_by_role("button").first.click()
    number = job.rsplit("/", 1)[1]
    view = page.evaluate("n => fetch(`/api/jobs/${n}`).then((r) => r.json())", number)
    spec = next(x["spec"] for x in view["structures"] if x["spec"]["name"] == "dragged")
    assert spec["starter"]["own"]["nodes"][-1]["y"]["value"] == float(up)
    assert spec["loads"][0]["at"]["value"] == before - 1


def drag(page: Page, what: Locator, right: float, down: float) -> None:
    """Hold it and move it by so many pixels."""
    box = what.locator("circle").first.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + right / 2, y + down / 2)
    page.mouse.move(x + right, y + down)
    page.mouse.up()


def test_a_role_is_compared_and_another_section_taken(inside: tuple[Page, str]) -> None:
    page, job = inside
    person = Person(page)
    page.goto(f"{job}/compare")
    choose(page, "Structure to compare", "T3 portal on legs")
    choose(page, "Role", "beam")
    person.button("Compare this role")
    take = page.get_by_role("button", name=re.compile("^Take .* in "))
    take.first.wait_for()
    words = (take.first.get_attribute("aria-label") or "").removeprefix("Take ").split(" in ")[0]
    take.first.click()
    page.locator("footer").get_by_text(words).wait_for()
    page.get_by_text(f"Now: {words}").wait_for()
