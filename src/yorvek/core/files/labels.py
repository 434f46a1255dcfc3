"""Labels of pieces as PDF: three by eight on a page, each with its mark large, what it is, and a code to scan."""

from __future__ import annotations

import io

from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.graphics.renderPDF import draw
from reportlab.graphics.shapes import Drawing
from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from yorvek.core.jobs import Figures, JobSpec
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.quantities import UnitSystem, length_text

COLUMNS, ROWS, EDGE = 3, 8, 28.0
MOST = 2400


def _size(w: WorkedPart, unit: UnitSystem) -> str:
    g = w.geometry
    if g is None:
        return "not drawn"
    if g.kind == "bar":
        return f"{g.section_id}, {length_text(g.length_mm or 0, unit)}"
    return (
        f"plate {length_text(g.thickness_mm or 0, unit)}, {length_text(g.width_mm, unit)} × "
        f"{length_text(g.height_mm, unit)}"
    )


def labels_pdf(job: JobSpec, found: Figures, unit: UnitSystem) -> bytes:
    """A label for each piece of each part, at most 2400."""
    stream = io.BytesIO()
    canvas = Canvas(stream, pagesize=A4, invariant=1)
    width, height = (A4[0] - 2 * EDGE) / COLUMNS, (A4[1] - 2 * EDGE) / ROWS
    each = [(w, n) for w in found.parts.values() for n in range(1, w.part.qty + 1)][:MOST]
    for k, (w, n) in enumerate(each):
        place = k % (COLUMNS * ROWS)
        if k and not place:
            canvas.showPage()
        x, y = EDGE + (place % COLUMNS) * width, A4[1] - EDGE - (place // COLUMNS + 1) * height
        canvas.setLineWidth(0.3)
        canvas.rect(x, y, width, height)
        canvas.setFont("Helvetica-Bold", 20)
        canvas.drawString(x + 8, y + height - 26, _plain(w.part.mark)[:12])
        canvas.setFont("Helvetica", 7.5)
        module = w.part.module or "no module"
        lines = [f"{n} of {w.part.qty}  {w.part.name}", _size(w, unit), f"{job.name}, {job.revision}", module]
        for m, words in enumerate(lines):
            canvas.drawString(x + 8, y + height - 40 - 10 * m, _plain(words)[:34])
        code = QrCodeWidget(f"{job.name}|{job.revision}|{w.part.mark}|{n}")
        x0, y0, x1, y1 = code.getBounds()
        side = 46.0
        frame = Drawing(side, side, transform=[side / (x1 - x0), 0, 0, side / (y1 - y0), 0, 0])
        frame.add(code)
        draw(frame, canvas, x + width - side - 4, y + 6)
    if not each:
        canvas.setFont("Helvetica", 12)
        canvas.drawString(EDGE, A4[1] - 60, "No part yet.")
    canvas.save()
    return stream.getvalue()


def _plain(text: str) -> str:
    """What the built-in letters can show."""
    return text.encode("cp1252", "replace").decode("cp1252")
