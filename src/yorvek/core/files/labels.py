"""Labels of pieces as PDF: three by eight on a page, each with its mark large, what it is, and a code to scan."""

from __future__ import annotations

import io

import segno
from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from yorvek.core.files.fonts import BOLD, SANS, cut_short, shown
from yorvek.core.jobs import Figures, JobSpec
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.quantities import UnitSystem, length_text
from yorvek.core.quantities.format import cut_text

COLUMNS, ROWS, EDGE = 3, 8, 28.0
CODE, QUIET = 52.0, 2
"""Side of a code, points, and how many of its dots are left white around it."""
MOST = 2400


def _size(w: WorkedPart, unit: UnitSystem) -> str:
    g = w.geometry
    if g is None:
        return "not drawn"
    if g.kind == "bar":
        return f"{g.section_id}, {cut_text(g.length_mm or 0, unit)}"
    return (
        f"plate {length_text(g.thickness_mm or 0, unit)}, {cut_text(g.width_mm, unit)} × {cut_text(g.height_mm, unit)}"
    )


def labels_pdf(job: JobSpec, found: Figures, unit: UnitSystem, *, opens: str = "") -> bytes:
    """A label for each piece of each part, at most 2400.

    Args:
        opens: the address that shows a part once its number is put behind it; the code of a label is then the address
            of its piece, so that whatever scans it opens the piece. Without it the code says job, revision, mark and
            piece in words.
    """
    stream = io.BytesIO()
    canvas = Canvas(stream, pagesize=A4, invariant=1)
    width, height = (A4[0] - 2 * EDGE) / COLUMNS, (A4[1] - 2 * EDGE) / ROWS
    each = [(i, w, n) for i, w in found.parts.items() for n in range(1, w.part.qty + 1)][:MOST]
    for k, (i, w, n) in enumerate(each):
        place = k % (COLUMNS * ROWS)
        if k and not place:
            canvas.showPage()
        x, y = EDGE + (place % COLUMNS) * width, A4[1] - EDGE - (place // COLUMNS + 1) * height
        canvas.setLineWidth(0.3)
        canvas.rect(x, y, width, height)
        mark = cut_short(shown(w.part.mark, BOLD), BOLD, 20, width - 16)
        canvas.setFont(BOLD, 20)
        canvas.drawString(x + 8, y + height - 26, mark)
        canvas.setFont(SANS, 7.5)
        module = w.part.module or "no module"
        if w.part.jig is not None and w.part.jig.kept:
            module = f"keep: {w.part.jig.kept}"
        lines = [f"{n} of {w.part.qty}  {w.part.named()}", _size(w, unit), f"{job.name}, {job.revision}", module]
        for m, words in enumerate(lines):
            canvas.drawString(x + 8, y + height - 40 - 10 * m, cut_short(shown(words), SANS, 7.5, width - CODE - 16))
        words = f"{opens}{i}&piece={n}" if opens else f"{job.name}|{job.revision}|{w.part.mark}|{n}"
        _code(canvas, words, x + width - CODE - 4, y + 6)
    if not each:
        canvas.setFont(SANS, 12)
        canvas.drawString(EDGE, A4[1] - 60, "No part yet.")
    canvas.save()
    return stream.getvalue()


def _code(canvas: Canvas, words: str, x: float, y: float) -> None:
    """A code to scan, all of one size whatever it says: dark runs as boxes."""
    rows = [list(row) for row in segno.make(words, micro=False, error="m", mask=0).matrix]
    side = CODE / (len(rows) + 2 * QUIET)
    path = canvas.beginPath()
    for k, row in enumerate(rows):
        top = y + CODE - (k + 1 + QUIET) * side
        start = 0
        for j in range(len(row) + 1):
            if j < len(row) and row[j] == row[start]:
                continue
            if row[start]:
                path.rect(x + (start + QUIET) * side, top, (j - start) * side, side)
            start = j
    canvas.drawPath(path, stroke=0, fill=1)
