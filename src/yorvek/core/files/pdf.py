"""PDF: the cut list with every bar drawn, and nest sheets to scale. Cautions are printed on each."""

from __future__ import annotations

import io
import math
from collections.abc import Sequence

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, landscape
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from yorvek.core.cutting.bars.problem import proof_words
from yorvek.core.files.fonts import BOLD, SANS, cut_short, shown, wrapped
from yorvek.core.jobs.bar_groups import bars_drilled
from yorvek.core.jobs.cautions import Caution
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.figures import BarResult, Figures
from yorvek.core.jobs.order_of_work import LaidPiece, laid
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.jobs.stops import stops_of
from yorvek.core.jobs.ways import Drilled
from yorvek.core.parts import BarPiece
from yorvek.core.quantities import UnitSystem, length_text
from yorvek.core.quantities.format import cut_text, mass_text

INK, SOFT, BLUE, PALE, RED = (
    HexColor("#17212b"),
    HexColor("#5c6670"),
    HexColor("#17517e"),
    HexColor("#dbe6ee"),
    HexColor("#b5361b"),
)
MARGIN = 40.0
AID = "Planning aid. Loads, people, lifting and public structures follow the local code and need a licensed engineer."


class Page:
    """A canvas with a pen that runs down the page and turns it when it is full."""

    def __init__(self, title: str, job: JobSpec, *, across: bool, stale: bool) -> None:
        self.stream = io.BytesIO()
        self.size = landscape(A4) if across else A4
        self.canvas = Canvas(self.stream, pagesize=self.size, invariant=1)
        self.canvas.setTitle(f"{job.name} {title}")
        self.title, self.job, self.stale, self.number = title, job, stale, 0
        self.y = 0.0
        self._top()

    def _top(self) -> None:
        self.number += 1
        c, (w, h) = self.canvas, self.size
        c.setFillColor(INK)
        c.setFont(BOLD, 15)
        c.drawString(MARGIN, h - 40, cut_short(self.text(self.job.name), BOLD, 15, w - 2 * MARGIN - 60))
        c.setFont(SANS, 10)
        c.drawString(MARGIN, h - 54, self.text(f"{self.title}, revision {self.job.revision}"))
        c.drawRightString(w - MARGIN, h - 40, f"page {self.number}")
        if self.stale:
            c.setFillColor(RED)
            c.drawRightString(w - MARGIN, h - 54, "STALE: made before the last change of the job")
        c.setFillColor(SOFT)
        c.setFont(SANS, 8)
        c.drawString(MARGIN, 24, AID)
        c.setStrokeColor(INK)
        c.line(MARGIN, h - 60, w - MARGIN, h - 60)
        self.y = h - 80

    @staticmethod
    def text(words: str) -> str:
        """Words as they can be printed."""
        return shown(words)

    def need(self, height: float) -> None:
        if self.y - height < 44:
            self.canvas.showPage()
            self._top()

    def line(
        self, words: str, *, size: float = 9, bold: bool = False, colour: HexColor = INK, x: float = MARGIN
    ) -> None:
        font = BOLD if bold else SANS
        for piece in wrapped(self.text(words), font, size, self.size[0] - x - MARGIN):
            self.need(size * 1.4)
            self.canvas.setFont(font, size)
            self.canvas.setFillColor(colour)
            self.canvas.drawString(x, self.y, piece)
            self.y -= size * 1.4

    def frame(self, top: float, low: float) -> None:
        """A box around what was written between two heights."""
        self.canvas.setStrokeColor(SOFT)
        self.canvas.setLineWidth(0.6)
        self.canvas.rect(MARGIN, low, self.size[0] - 2 * MARGIN, top - low)
        self.canvas.setStrokeColor(INK)

    def columns(self, what: str, more: str, money: str) -> None:
        """A line of a list: what, what of it, and a sum at the right."""
        c, width = self.canvas, self.size[0]
        room = width - 2 * MARGIN
        own = stringWidth(self.text(money), SANS, 8.5) + 10
        left = wrapped(self.text(what), BOLD, 9, 0.34 * room)
        right = wrapped(self.text(more), SANS, 8.5, 0.64 * room - own)
        self.need(12.6 * max(len(left), len(right)))
        for k in range(max(len(left), len(right))):
            c.setFillColor(INK)
            c.setFont(BOLD, 9)
            c.drawString(MARGIN, self.y, left[k] if k < len(left) else "")
            c.setFont(SANS, 8.5)
            c.drawString(MARGIN + 0.36 * room, self.y, right[k] if k < len(right) else "")
            if k == 0:
                c.drawRightString(width - MARGIN, self.y, self.text(money))
            self.y -= 12.6

    def bytes(self) -> bytes:
        self.canvas.save()
        return self.stream.getvalue()


def cautions_on(page: Page, cautions: Sequence[Caution]) -> None:
    """What can hurt somebody, in one frame, in the colours of the screens."""
    if not cautions:
        return
    width = page.size[0] - 2 * MARGIN - 16
    lines = []
    for c in cautions:
        said = wrapped(page.text(f"{c.text} {c.do} Decides: {c.decides}."), SANS, 8, width)
        lines.append((page.text(c.title), RED if c.level == "stop" else BLUE, said))
    height = sum(15 + 10.5 * len(said) for _, _, said in lines) + 8
    page.need(min(height, page.size[1] - 150))
    top, page.y = page.y + 8, page.y - 6
    for title, colour, said in lines:
        if page.y - 15 - 10.5 * len(said) < 44:
            page.frame(top, page.y + 4)
            page.need(10_000)
            top, page.y = page.y + 8, page.y - 6
        page.line(title, bold=True, colour=colour, x=MARGIN + 8)
        for words in said:
            page.line(words, size=7.5, x=MARGIN + 8)
        page.y -= 3
    page.frame(top, page.y + 4)
    page.y -= 8


def cautions_ahead(page: Page, cautions: Sequence[Caution]) -> None:
    """One line that says what stands in the frame at the end."""
    if cautions:
        titles = "; ".join(c.title.rstrip(".") for c in cautions)
        page.line(f"Read the cautions at the end: {titles}", bold=True, size=8.5, colour=RED)


def _bars(page: Page, result: BarResult, unit: UnitSystem) -> None:
    stock = {s.id: s for s in result.group.problem.stock}
    words = {line.id: line for line in result.group.lines}
    longest = max((stock[b.stock].length for b in result.plan.bars), default=1.0)
    scale = (page.size[0] - 2 * MARGIN - 60) / longest
    page.need(60)
    page.line(f"{result.group.section_id}, {result.group.material_id}", bold=True, size=11)
    page.line(
        f"kerf {length_text(result.group.problem.kerf, unit)}, end trim "
        f"{length_text(result.group.problem.end_trim, unit)}; {proof_words(result.plan)}",
        size=8,
        colour=SOFT,
    )
    for u in result.plan.unplaced:
        page.line(f"Not planned: {u.qty} × {u.part}: no stock is long enough or left", bold=True, colour=RED)
    c = page.canvas
    for number, bar in enumerate(result.plan.bars, 1):
        page.need(38)
        line = words[bar.stock]
        page.line(
            f"{number}.  {bar.count} × {line.words}{', ' + line.location if line.location else ''}, "
            f"{'on hand' if line.on_hand else 'buy'}",
            size=8,
            colour=SOFT,
        )
        x, top = MARGIN, page.y - 12
        for piece in laid(result.group, bar):
            x, width = MARGIN + piece.at_mm * scale, piece.length_mm * scale
            c.setStrokeColor(INK)
            c.setFillColor(INK)
            _side_view(c, piece, result.group.problem.depth, scale, top)
            c.setFont(SANS, 7.5)
            label = page.text(f"{piece.part}  {_said(piece, unit)}")
            slant = 0.7 * math.tan(math.radians(abs(piece.left))) * result.group.problem.depth * scale
            if c.stringWidth(label, SANS, 7.5) < width - 4 - slant:
                c.drawString(x + 3 + slant, top + 5, label)
            elif c.stringWidth(piece.part, SANS, 7.5) < width - 2 - slant:
                c.drawString(x + 2 + slant, top + 5, piece.part)
            x += width
        c.setFillColor(SOFT)
        c.setFont(SANS, 7.5)
        c.drawString(min(x + 3, page.size[0] - MARGIN - 50), top + 5, page.text(f"drop {cut_text(bar.drop, unit)}"))
        page.y = top - 12


def _stops(page: Page, result: BarResult, unit: UnitSystem) -> None:
    """What the saw is set to, longest first, with a box to tick."""
    stops = stops_of(result)
    if len(stops) < 2:
        return
    for s in stops:
        ends = "square" if not (s.left or s.right) else f"{abs(s.left):g}° and {abs(s.right):g}° from square"
        size = ("at most " if s.held else "") + cut_text(s.length_mm, unit)
        more = f"{ends}; {', '.join(s.parts)}; bars {', '.join(map(str, s.bars))}"
        page.columns(f"☐  stop {size}", more, f"{s.pieces} pieces")


def _side_view(c: Canvas, piece: LaidPiece, depth: float, scale: float, top: float) -> None:
    """A piece as it lies on its bar, its ends slanted as they are; dashed where it is not cut yet."""
    left, right = (depth * math.tan(math.radians(deg)) for deg in (piece.left, piece.right))
    x, width = MARGIN + piece.at_mm * scale, piece.length_mm * scale
    path = c.beginPath()
    path.moveTo(x + max(-left, 0) * scale, top)
    path.lineTo(x + width - max(-right, 0) * scale, top)
    path.lineTo(x + width - max(right, 0) * scale, top + 15)
    path.lineTo(x + max(left, 0) * scale, top + 15)
    path.close()
    c.setDash(2, 2) if piece.held else c.setDash()
    c.drawPath(path)
    c.setDash()


def _said(piece: LaidPiece, unit: UnitSystem) -> str:
    """Its length, and how it is turned."""
    words = [("at most " if piece.held else "") + cut_text(piece.length_mm, unit)]
    words += ["measure first"] * piece.held + ["over"] * piece.over + ["end for end"] * piece.round
    return ", ".join(words)


def cut_list_pdf(job: JobSpec, figures: Figures, unit: UnitSystem) -> bytes:
    """The cut list: cautions, every bar drawn to scale, pieces with their cuts."""
    page = Page("cut list", job, across=False, stale=False)
    if figures.unverified:
        page.line("Not verified: " + ", ".join(figures.unverified) + ". Measure before cutting.", bold=True, colour=RED)
    cautions_ahead(page, figures.cautions)
    for finding in figures.to_decide():
        page.line(f"To decide before it is cut: {finding.mark}, {finding.words}. Mend: {finding.mend}.", colour=RED)
    for words in figures.cut_before:
        page.line(f"Changed after cutting. {words}.", bold=True, colour=RED)
    for result in figures.bars:
        page.y -= 6
        _bars(page, result, unit)
        _stops(page, result, unit)
    page.need(60)
    page.y -= 8
    page.line("Pieces", bold=True, size=11)
    for w in figures.parts.values():
        if w.geometry is None:
            page.line(f"{w.part.mark}: {w.trouble}", colour=RED)
            continue
        _piece(page, w, unit)
    sheets = [d for g in figures.sheets for d in g.drilled]
    drill_list(page, [*bars_drilled(figures.parts), *sheets], unit)
    page.y -= 6
    cautions_on(page, figures.cautions)
    return page.bytes()


def _piece(page: Page, w: WorkedPart, unit: UnitSystem) -> None:
    """A piece with a box to tick, how it is made, and its length or size at the right."""
    g = w.geometry
    assert g is not None
    held = w.part.shape.held_to if isinstance(w.part.shape, BarPiece) else None
    size = cut_text(g.length_mm or 0, unit) if g.kind == "bar" else f"{cut_text(g.width_mm, unit)} × "
    if g.kind != "bar":
        size += cut_text(g.height_mm, unit)
    if held is not None:
        size = f"at most {cut_text(held.value, unit)}, measure first"
    more = f"{', '.join(g.notes)}; {mass_text(g.mass_kg, unit)} each" + (f"; {w.part.module}" if w.part.module else "")
    page.columns(f"☐  {w.part.qty} × {w.part.mark}  {w.part.named()}", more, size)


def drill_list(page: Page, drilled: Sequence[Drilled], unit: UnitSystem) -> None:
    """Holes that the cut does not make or not alone, to be ticked as they are drilled, tapped and sunk."""
    if not drilled:
        return
    page.y -= 6
    page.line("To be drilled, tapped and sunk", bold=True, size=11)
    for d in drilled:
        size = length_text(d.across_mm, unit)
        page.line(f"☐  {d.qty} × {d.part} {d.name}: {d.holes} of ⌀ {size} in each; {d.why}", size=8.5)
    page.y -= 6
