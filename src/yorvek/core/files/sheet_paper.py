"""PDF: nest sheets to scale, with what is drilled afterwards."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

import numpy as np
from numpy.typing import NDArray
from reportlab.lib.colors import HexColor
from reportlab.pdfgen.canvas import Canvas

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, outline_at
from yorvek.core.files.fonts import SANS
from yorvek.core.files.pdf import INK, MARGIN, PALE, RED, Page, cautions_on, drill_list
from yorvek.core.jobs.cautions import Caution
from yorvek.core.jobs.cutting import SheetGroup
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.outlines.width import middle_of, span_of
from yorvek.core.quantities import UnitSystem, length_text


def nest_pdf(
    job: JobSpec,
    problem: SheetProblem,
    plan: SheetPlan,
    outlines: dict[str, Outline],
    cautions: Sequence[Caution],
    unit: UnitSystem,
    *,
    stale: bool,
    group: SheetGroup,
    later: Mapping[str, Collection[int]],
) -> bytes:
    """Each used sheet on a page, drawn to scale with its pieces marked."""
    page = Page(f"nest, {problem.name}", job, across=True, stale=stale)
    sheets = {s.id: s for s in problem.sheets}
    c = page.canvas
    for n, key in enumerate(sorted({(p.sheet, p.sheet_index) for p in plan.placements})):
        if n:
            page.need(10_000)
        stock = sheets[key[0]]
        mine = [p for p in plan.placements if (p.sheet, p.sheet_index) == key]
        page.line(
            f"{length_text(stock.width, unit)} × {length_text(stock.height, unit)}: {len(mine)} pieces; gap "
            f"{length_text(problem.clearance, unit)}, "
            f"margin {length_text(problem.edge_margin, unit)}; whole plan {100 * plan.utilisation:.0f} % used"
        )
        scale = min((page.size[0] - 2 * MARGIN) / stock.width, (page.y - 60) / stock.height)
        left, low = MARGIN, page.y - 6 - stock.height * scale
        _polygon(
            c,
            stock.outline or [(0, 0), (stock.width, 0), (stock.width, stock.height), (0, stock.height)],
            left,
            low,
            scale,
            fill=False,
        )
        for p in mine:
            placed = outline_at(outlines[p.part], p)
            points = ring_points(placed.outer, chord_mm=0.2)
            _polygon(c, points, left, low, scale, fill=True)
            for k, opening in enumerate(placed.openings):
                if k in later.get(p.part, ()):
                    _cross(c, opening, left, low, scale)
                else:
                    _polygon(c, ring_points(opening, chord_mm=0.2), left, low, scale, fill=False, white=True)
            middle = points.mean(axis=0)
            c.setFillColor(INK)
            c.setFont(SANS, 6.5)
            c.drawCentredString(left + middle[0] * scale, low + middle[1] * scale - 2, page.text(p.part))
        page.y = low - 10
    page.need(10_000)
    drill_list(page, group.drilled, unit)
    cautions_on(page, cautions)
    return page.bytes()


def _cross(c: Canvas, opening: Ring, left: float, low: float, scale: float) -> None:
    """The middle of a hole that is drilled, as long as the hole is wide."""
    x, y = middle_of(opening)
    r = span_of(opening) / 2 * scale
    x, y = left + x * scale, low + y * scale
    c.setStrokeColor(RED)
    c.line(x - r, y, x + r, y)
    c.line(x, y - r, x, y + r)
    c.setStrokeColor(INK)


def _polygon(
    c: Canvas,
    points: Sequence[Sequence[float]] | NDArray[np.float64],
    left: float,
    low: float,
    scale: float,
    *,
    fill: bool,
    white: bool = False,
) -> None:
    path = c.beginPath()
    path.moveTo(left + points[0][0] * scale, low + points[0][1] * scale)
    for x, y in points[1:]:
        path.lineTo(left + x * scale, low + y * scale)
    path.close()
    c.setStrokeColor(INK)
    c.setLineWidth(0.6)
    c.setFillColor(HexColor("#ffffff") if white else PALE)
    c.drawPath(path, stroke=1, fill=1 if fill or white else 0)
