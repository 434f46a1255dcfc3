"""Sections of a job's own and plates, in the browser: put together, used, followed; sized, explained, made a part."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import chooses_by, log_in
from tests.browser.running import Application


def test_a_section_is_put_together_and_a_member_follows_it(demo: Application, page: Page) -> None:
    log_in(page, demo)
    page.get_by_role("link", name="Heron Hide").click()
    page.get_by_role("link", name="Size", exact=False).first.click()
    page.get_by_role("link", name="Sections").click()
    page.get_by_role("button", name="a tube with a plate on it").click()
    expect(page.get_by_text("every touching edge is welded along its whole length")).to_be_visible()
    expect(page.get_by_text("What the seams carry")).to_be_visible()
    up = page.get_by_label("Up by").last
    up.fill("90")
    expect(page.get_by_role("alert")).to_contain_text("touch")
    up.fill("60")
    expect(page.get_by_role("alert")).to_have_count(0)
    page.get_by_label("Name", exact=True).fill("Rail cap")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("cell", name="Rail cap 2 parts")).to_be_visible()
    page.get_by_role("link", name="Back to Size").click()
    page.get_by_role("button", name="Change", exact=True).first.click()
    page.get_by_label("Section", exact=True).first.click()
    page.keyboard.type("Rail cap")
    page.get_by_role("option", name="Rail cap").click()
    page.get_by_role("button", name="Save member").click()
    expect(page.get_by_role("link", name="Rail cap")).to_be_visible()
    expect(page.locator("footer, .ripple").first).to_contain_text("mass")


def test_a_plate_is_sized_explained_and_made_a_part(demo: Application, page: Page) -> None:
    log_in(page, demo)
    page.get_by_role("link", name="Osprey Perches").click()
    page.get_by_role("link", name="Size", exact=False).first.click()
    page.get_by_role("button", name="Add a plate").click()
    page.get_by_label("Called").last.fill("nest tray")
    page.get_by_label("Along").fill("900")
    page.get_by_label("Upwards or across").fill("600")
    page.get_by_label("Thickness of it").fill("3")
    page.get_by_role("button", name="Save plate").click()
    row = page.locator("tr", has_text="nest tray")
    row.get_by_role("button").nth(1).click()
    why = page.get_by_role("complementary", name="Why")
    expect(why).to_contain_text("6 M / t²")
    expect(why).to_contain_text("Timoshenko")
    expect(page.get_by_role("img", name=re.compile("How far PL1 moves"))).to_be_visible()
    row.get_by_role("button", name="Make it a part").click()
    expect(page.locator("tr", has_text="nest tray").get_by_role("button", name="Make it a part")).to_have_count(0)


def test_a_profile_by_its_makers_figures_carries_a_load_aside_that_runs(demo: Application, page: Page) -> None:
    log_in(page, demo)
    page.get_by_role("link", name="Scope Pier").click()
    page.get_by_role("link", name="Size", exact=False).first.click()
    page.get_by_role("link", name="Sections").click()
    page.get_by_role("button", name="a slotted profile by its maker's figures").click()
    expect(page.get_by_role("alert")).to_contain_text("Still to state: Depth, mm; Width, mm; A, mm²")
    figures = {
        "Depth, mm": "40", "Width, mm": "40", "A, mm²": "620", "Ix, mm⁴": "9", "Iy, mm⁴": "92000", "J, mm⁴": "14000",
        "Shear area, mm²": "180", "Slimmest wall, b/t": "9", "Slimmest lip, b/t": "4",
    }  # fmt: skip
    for label, text in figures.items():
        page.get_by_label(label, exact=True).fill(text)
    page.get_by_label("Ix, mm⁴", exact=True).fill("92000000")
    page.keyboard.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("1 cm⁴ is 10,000 mm⁴")
    page.get_by_label("Ix, mm⁴", exact=True).fill("92000")
    page.keyboard.press("Tab")
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_text("its outline is not known")).to_be_visible()
    page.get_by_label("Name", exact=True).fill("Slotted 40")
    page.get_by_role("button", name="Keep it").click()
    page.get_by_role("link", name="Back to Size").click()

    page.get_by_role("button", name="Add a member").click()
    page.get_by_label("Length", exact=True).fill("900")
    page.get_by_label("Section", exact=True).first.click()
    page.keyboard.type("Slotted 40")
    page.get_by_role("option", name="Slotted 40").click()
    chooses_by(page.get_by_role("combobox", name="Material", exact=True).first, "S355")
    page.get_by_label("runs along").first.check()
    page.get_by_label("Aside of the axis by").first.fill("30")
    page.get_by_role("button", name="Save member").click()
    expect(page.get_by_role("heading", name="B1 Slotted 40")).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)
    page.get_by_role("link", name="Check and release").click()
    expect(page.get_by_text(re.compile("in space, .*bending")).first).to_be_visible()
