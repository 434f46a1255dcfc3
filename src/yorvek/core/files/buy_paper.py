"""PDF: the buy list, to take to the yard and tick."""

from __future__ import annotations

from yorvek.core.files.lists import note_of, size_text
from yorvek.core.files.pdf import RED, Page
from yorvek.core.jobs.purchase import Kind, Purchase, PurchaseLine
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.quantities import UnitSystem

KINDS: dict[Kind, str] = {
    "bars": "Bars", "plates": "Plates", "hardware": "Hardware, lines, consumables", "ready": "Bought ready",
    "sent out": "Sent out",
}  # fmt: skip


def buy_list_pdf(job: JobSpec, purchase: Purchase, unit: UnitSystem) -> bytes:
    """What is bought, a line each with a box to tick, and what it comes to."""
    page = Page("buy list", job, across=True, stale=False)
    for kind, title in KINDS.items():
        lines = purchase.of(kind)
        if not lines:
            continue
        page.need(50)
        page.line(title, bold=True, size=11)
        for line in lines:
            size = ", ".join(x for x in (line.material, size_text(line, unit), line.supplier) if x)
            each = "no price" if line.price is None else f"{line.price:.2f} each"
            money = "" if line.money is None else f"{job.currency} {line.money:.2f}"
            note = f"; {note_of(line)}" if note_of(line) else ""
            page.columns(f"☐  {_amount(line)}  {line.what}", f"{size}; {each}{note}", money)
        page.y -= 6
    total = f"{job.currency} {purchase.money:.2f}"
    if purchase.money_estimate:
        total += f", of that {purchase.money_estimate:.2f} an estimate"
    page.line("Together " + total, bold=True, size=11)
    if purchase.unpriced:
        page.line(f"{purchase.unpriced} lines have no price and are not in it.", colour=RED)
    return page.bytes()


def _amount(line: PurchaseLine) -> str:
    return f"{line.amount:g} ×" if line.unit == "piece" else f"{line.amount:g} {line.unit}"
