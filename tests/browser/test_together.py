"""Parts are put together by hand: set out along a structure, placed side against side, welded, mended, printed."""

from __future__ import annotations

import io
import re

import pypdf
import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import choose, log_in, settled
from tests.browser.running import Application


@pytest.fixture(scope="module")
def inside(demo: Application, browser: Browser):
    """A logged-in page, and the address of the demo's gate."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    page = context.new_page()
    page.set_default_timeout(20_000)
    log_in(page, demo)
    page.get_by_role("link", name="Sluice Seven").first.click()
    page.get_by_role("heading", name="Brief", level=1).wait_for()
    yield page, page.url.rsplit("/", 1)[0]
    context.close()


def drawn(page: Page) -> None:
    """The drawing is that of what stands in the form."""
    page.locator(".assembly:not(.stale) svg").wait_for()
    settled(page)


def test_an_assembly_is_set_out_placed_welded_and_mended(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job}/parts")
    page.get_by_role("link", name=re.compile("^Put together")).click()
    page.get_by_text("the sheet that lies beside the table").wait_for()
    page.get_by_role("button", name="+ assembly").click()
    choose(page, "Structure it stands along", "G1 gate leaf on its straps")
    page.get_by_role("button", name="Set out the structure's bars").click()
    page.get_by_role("button", name=re.compile("^G1B.3 G1B along")).wait_for()
    page.get_by_text(re.compile("no part of .* that fits")).first.wait_for()
    drawn(page)
    # a doubler on the first rail, sunk into it at first
    choose(page, "Place a part", "P1 doubler at the heel")
    page.get_by_role("button", name=re.compile("^P1.1 P1")).wait_for()
    choose(page, "Its side", "back")
    choose(page, "Against the side", "front")
    choose(page, "Of", "G1A.1")
    page.get_by_label("Along it").fill("150")
    page.get_by_label("Gap").fill("-3")
    drawn(page)
    page.get_by_text("G1A.1 and P1.1 are in one another").wait_for()
    page.get_by_label("Gap").fill("0")
    drawn(page)
    page.get_by_text("G1A.1 and P1.1 are in one another").wait_for(state="detached")
    page.get_by_role("button", name="+ weld").click()
    choose(page, "Every one of", "P1")
    choose(page, "To what it touches of", "G1B")
    drawn(page)
    page.get_by_text("P1 is welded to G1B, and none of it touches one").wait_for()
    choose(page, "To what it touches of", "G1A")
    page.get_by_text("all round", exact=True).click()
    drawn(page)
    page.get_by_text("and none of it touches one").wait_for(state="detached")
    page.get_by_role("button", name="Save assembly").click()
    page.get_by_role("heading", name=re.compile("^D1")).wait_for()
    page.get_by_text("P1 to G1A: fillet, leg 5 mm, all round").wait_for()
    page.get_by_role("button", name="From above").click()
    page.get_by_role("img", name="D1 from above").wait_for()
    text = printed(page, "Sheets, PDF")
    assert "P1 to G1A: fillet, leg 5 mm, all round" in text and "P1.1 (P1): its back against the front of G1A.1" in text
    page.get_by_role("button", name="Undo").click()
    page.get_by_text("the sheet that lies beside the table").wait_for()


def printed(page: Page, link: str) -> str:
    with page.expect_download() as loaded:
        page.get_by_role("link", name=link).click()
    with open(loaded.value.path(), "rb") as file:
        pages = pypdf.PdfReader(io.BytesIO(file.read())).pages
        return "".join(p.extract_text() for p in pages).replace("\n", " ")


def test_a_piece_is_picked_on_the_drawing_and_a_finding_leads_to_its_row(inside: tuple[Page, str]) -> None:
    page, job = inside
    page.goto(f"{job.rsplit('/', 1)[0]}/1/parts/together")
    page.get_by_role("img", name="D1 in space").wait_for()
    page.get_by_role("button", name="L1 lifting plate").click()
    page.locator("path.BODY.on").first.wait_for()
    page.get_by_role("button", name="Change D1").click()
    page.get_by_role("button", name=re.compile("^stop at A")).click()
    page.get_by_label("Gap").fill("40")
    drawn(page)
    page.get_by_role("button", name=re.compile("^stop at B")).click()
    page.get_by_label("Gap").fill("40")
    drawn(page)
    page.get_by_role("button", name="Save assembly").click()
    page.get_by_role("button", name="S1 is welded to R1, and none of it touches one").click()
    page.get_by_role("combobox", name="Every one of").wait_for()
    page.get_by_role("button", name="Leave it", exact=True).click()
    page.get_by_role("link", name=re.compile("^Piece by piece")).click()
    page.get_by_role("link", name=re.compile("S1 is welded to R1")).click()
    page.get_by_role("img", name="D1 in space").wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="S1 is welded to R1").wait_for(state="detached")
