"""The pictures of docs/screenshots, made anew from the demo data: python -m tests.browser.screenshots [FOLDER]."""

from __future__ import annotations

import re
import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.conftest import FLAGS, log_in
from tests.browser.running import Application, Caller, wait_until

FOLDER = Path(__file__).parents[2] / "docs" / "screenshots"
DRAWS = [*(flag for flag in FLAGS if flag != "--disable-gpu"), "--enable-unsafe-swiftshader"]
"""Structures in space are drawn too."""
VIEWS = ("brief", "size", "compare", "parts", "stock", "cut", "prove", "log")


def nest_everything(application: Application) -> dict[str, int]:
    """Plans for every plate of the demo jobs; the jobs' numbers by name."""
    caller = Caller(application)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    numbers = {line["name"]: line["id"] for line in caller("GET", "/jobs")}
    for number in numbers.values():
        for group in caller("GET", f"/jobs/{number}")["sheets"]:
            plan = caller("POST", f"/jobs/{number}/plans", {"key": group["key"], "seconds": 3})["id"]
            path = f"/jobs/{number}/plans/{plan}"
            wait_until("it is nested", lambda path=path: caller("GET", path)["state"] == "done", 90)
    return numbers


def settle(page: Page) -> None:
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(400)


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    application = Application()
    try:
        application.start("demo")
        numbers = nest_everything(application)
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(
                executable_path="/usr/bin/chromium", args=[*DRAWS, "--enable-unsafe-swiftshader"]
            )
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            log_in(page, application)
            settle(page)
            page.screenshot(path=folder / "jobs.png")
            heron = f"{application.url}/jobs/{numbers['Heron Hide']}"
            for view in VIEWS:
                page.goto(f"{heron}/{view}")
                page.get_by_role("heading", level=1).last.wait_for()
                settle(page)
                if view == "size":
                    page.screenshot(path=folder / "size.png")
                    page.locator("table.list tbody tr").first.get_by_role("button").nth(2).click()
                    settle(page)
                    page.screenshot(path=folder / "why.png")
                elif view == "compare":
                    page.locator("table.list tbody tr").nth(1).click()
                    settle(page)
                    page.screenshot(path=folder / "compare.png")
                elif view == "parts":
                    page.screenshot(path=folder / "parts.png")
                    page.goto(f"{heron}/parts/together")
                    page.get_by_role("img", name="D1 in space").wait_for()
                    settle(page)
                    page.screenshot(path=folder / "together.png")
                elif view == "cut":
                    page.screenshot(path=folder / "cut-bars.png")
                    page.goto(f"{heron}/cut/sheets")
                    page.get_by_role("img", name=re.compile("^Sheet")).wait_for()
                    settle(page)
                    page.screenshot(path=folder / "cut-sheets.png")
                else:
                    page.screenshot(path=folder / f"{view}.png")
            sluice = f"{application.url}/jobs/{numbers['Sluice Seven']}"
            page.goto(f"{sluice}/size")
            page.locator("canvas").wait_for()
            page.get_by_role("heading", name="gate leaf").scroll_into_view_if_needed()
            page.locator("canvas").scroll_into_view_if_needed()
            settle(page)
            page.screenshot(path=folder / "structure.png")
            for view in ("chain", "check"):
                page.goto(f"{sluice}/{view}")
                page.get_by_role("heading", level=1).last.wait_for()
                settle(page)
                page.screenshot(path=folder / f"{view}.png")
            page.goto(f"{sluice}/cut/table")
            page.get_by_role("heading", name="On the table").scroll_into_view_if_needed()
            settle(page)
            page.screenshot(path=folder / "table.png")
            page.goto(f"{heron}/section")
            page.get_by_role("button", name="a tube with a plate on it").click()
            page.get_by_text("What the seams carry").wait_for()
            settle(page)
            page.screenshot(path=folder / "section.png")
            page.goto(f"{heron}/cut/sheets")
            page.get_by_role("button", name="Move pieces by hand").first.click()
            page.locator(".grip").first.click()
            page.get_by_role("button", name="Lock", exact=True).click()
            page.get_by_role("heading", name=re.compile("^By hand")).scroll_into_view_if_needed()
            settle(page)
            page.screenshot(path=folder / "by-hand.png")
            page.set_viewport_size({"width": 800, "height": 1280})
            page.goto(f"{heron}/cut")
            page.get_by_role("heading", level=1).last.wait_for()
            settle(page)
            page.screenshot(path=folder / "cut-tablet.png")
            browser.close()
    finally:
        application.away()


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else FOLDER)
