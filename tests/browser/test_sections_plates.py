"""Sections of a job's own and plates, in the browser: put together, used, followed; sized, explained, made a part."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import log_in
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
