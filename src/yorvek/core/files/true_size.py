"""PDF in true size, in tiles that are taped together: crosses where tiles meet, a square to measure on each."""

from __future__ import annotations

import io
import math
from collections.abc import Iterator
from dataclasses import dataclass
from string import ascii_uppercase
from typing import Literal

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from shapely import Polygon, box

from yorvek.core.errors import InputError
from yorvek.core.files.fonts import BOLD, SANS, cut_short, shown
from yorvek.core.outlines import Ring, bounds_mm, ring_points
from yorvek.core.outlines.width import is_circle, middle_of, span_of
from yorvek.core.parts.drawn import MarkLine
from yorvek.core.parts.templates import Template
from yorvek.core.quantities import INCH_MM, UnitSystem, length_text

Paper = Literal["A4", "A3", "Letter"]
PAPERS: dict[Paper, tuple[float, float]] = {"A4": (210, 297), "A3": (297, 420), "Letter": (215.9, 279.4)}
"""ISO 216; ANSI/ASME Y14.1 size A, mm."""
EDGE_MM = 12.0
"""Of a paper no printer reaches the last millimetres; the title stands there (ours)."""
OVERLAP_MM, CROSS_MM, CURVE_MM = 10.0, 4.0, 0.01
"""How far tiles lie over each other, a cross reaches, a drawn curve strays (ours)."""
MOST_PAGES = 60
"""More are not taped together (ours)."""


@dataclass(frozen=True)
class Tile:
    """A page's window onto what is printed, mm, and where it stands among them."""

    x: float
    y: float
    width: float
    height: float
    column: int
    row: int

    @property
    def name(self) -> str:
        beyond, letter = divmod(self.row, len(ascii_uppercase))
        return f"{ascii_uppercase[beyond - 1] if beyond else ''}{ascii_uppercase[letter]}{self.column + 1}"


@dataclass(frozen=True)
class Tiling:
    """Pages of one size, and those of the grid that show something."""

    page: tuple[float, float]
    columns: int
    rows: int
    tiles: list[Tile]


def tiling(template: Template, paper: Paper) -> Tiling:
    """How a template is laid out, upright or across, whichever takes fewer pages.

    Raises:
        InputError: more pages than anybody tapes together.
    """
    w, h = PAPERS[paper]
    found = min((_tiled(template, (w, h)), _tiled(template, (h, w))), key=lambda t: len(t.tiles))
    if len(found.tiles) > MOST_PAGES:
        raise InputError(
            field="paper", got=f"{len(found.tiles)} pages {paper}",
            needs=f"at most {MOST_PAGES}: larger paper, or mark it out from the drawing",
        )  # fmt: skip
    return found


def _tiled(template: Template, page: tuple[float, float]) -> Tiling:
    x0, y0, x1, y1 = bounds_mm(template.outline)
    width, height = page[0] - 2 * EDGE_MM, page[1] - 2 * EDGE_MM
    columns, rows = _count(x1 - x0, width), _count(y1 - y0, height)
    if columns * rows > 100 * MOST_PAGES:
        raise InputError(field="paper", got=f"{columns * rows} pages", needs="something smaller to print in true size")
    whole = Polygon(ring_points(template.outline.outer))
    tiles = []
    for row in range(rows):
        for column in range(columns):
            x, y = x0 + column * (width - OVERLAP_MM), y0 + row * (height - OVERLAP_MM)
            if whole.intersects(box(x, y, x + width, y + height)):
                tiles.append(Tile(x, y, width, height, column, row))
    return Tiling(page, columns, rows, tiles)


def _count(length: float, window: float) -> int:
    return max(1, math.ceil((length - OVERLAP_MM - 1e-6) / (window - OVERLAP_MM)))


def true_size_pdf(title: str, template: Template, paper: Paper, unit: UnitSystem) -> bytes:
    """A template in true size.

    Raises:
        InputError: more pages than anybody tapes together.
    """
    found = tiling(template, paper)
    stream = io.BytesIO()
    canvas = Canvas(stream, pagesize=(found.page[0] * mm, found.page[1] * mm), invariant=1)
    canvas.setTitle(shown(title))
    for tile in found.tiles:
        _page(canvas, title, template, found, tile, unit)
        canvas.showPage()
    canvas.save()
    return stream.getvalue()


def _page(c: Canvas, title: str, template: Template, found: Tiling, tile: Tile, unit: UnitSystem) -> None:
    _heading(c, title, template, found, tile, unit)
    c.saveState()
    window = c.beginPath()
    window.rect(EDGE_MM * mm, EDGE_MM * mm, tile.width * mm, tile.height * mm)
    c.clipPath(window, stroke=0)
    # from here on in millimetres of the part
    c.translate((EDGE_MM - tile.x) * mm, (EDGE_MM - tile.y) * mm)
    c.scale(mm, mm)
    c.setLineWidth(0.2)
    for ring in (template.outline.outer, *template.outline.openings):
        _ring(c, ring)
    for ring in template.outline.openings:
        _centre(c, ring, unit)
    for line in template.lines:
        _marked(c, line)
    _crosses(c, found, tile)
    c.restoreState()
    _square(c, tile, unit)


def _heading(c: Canvas, title: str, template: Template, found: Tiling, tile: Tile, unit: UnitSystem) -> None:
    """What it is and which tile, in the edge that nothing is drawn in."""
    width = found.page[0] - 2 * EDGE_MM
    of = f"tile {tile.name} of {found.columns} × {found.rows}"
    if len(found.tiles) < found.columns * found.rows:
        of += ", empty ones left out"
    c.setFont(BOLD, 9)
    c.drawString(EDGE_MM * mm, (found.page[1] - 8) * mm, cut_short(shown(title), BOLD, 9, 0.55 * width * mm))
    c.setFont(SANS, 8)
    c.drawRightString((found.page[0] - EDGE_MM) * mm, (found.page[1] - 8) * mm, shown(of))
    side = length_text(_side_mm(unit), unit)
    words = f"{template.words}. Print at 100 %: the square is {side}. Measure it before you cut."
    c.drawString(EDGE_MM * mm, 5 * mm, cut_short(shown(words), SANS, 8, width * mm))


def _side_mm(unit: UnitSystem) -> float:
    return 4 * INCH_MM if unit == "in" else 100.0


def _square(c: Canvas, tile: Tile, unit: UnitSystem) -> None:
    """In the lower left corner of every tile, thin, so that it is not taken for a cut."""
    side = min(_side_mm(unit), tile.width, tile.height)
    c.saveState()
    c.setLineWidth(0.15 * mm)
    c.setStrokeGray(0.6)
    c.setDash(0.5 * mm, 1.5 * mm)
    c.rect(EDGE_MM * mm, EDGE_MM * mm, side * mm, side * mm)
    c.restoreState()


def _ring(c: Canvas, ring: Ring) -> None:
    points = ring_points(ring, chord_mm=CURVE_MM)
    path = c.beginPath()
    path.moveTo(*map(float, points[0]))
    for x, y in points[1:]:
        path.lineTo(float(x), float(y))
    path.close()
    c.drawPath(path)


def _centre(c: Canvas, ring: Ring, unit: UnitSystem) -> None:
    """Where it is punched, and how wide it is."""
    x, y = middle_of(ring)
    c.line(x - CROSS_MM, y, x + CROSS_MM, y)
    c.line(x, y - CROSS_MM, x, y + CROSS_MM)
    c.setFont(SANS, 3)
    across = ("⌀ " if is_circle(ring) else "") + length_text(round(span_of(ring), 2), unit)
    c.drawString(x + 1, y + 1, shown(across))


def _marked(c: Canvas, line: MarkLine) -> None:
    c.saveState()
    c.setLineWidth(0.15)
    c.setDash([3, 1, 0.6, 1])
    c.line(line.x1, line.y1, line.x2, line.y2)
    c.restoreState()
    if line.words:
        c.saveState()
        c.translate((line.x1 + line.x2) / 2, (line.y1 + line.y2) / 2)
        c.rotate(math.degrees(math.atan2(line.y2 - line.y1, line.x2 - line.x1)))
        c.setFont(SANS, 3)
        c.drawCentredString(0, 1, shown(line.words))
        c.restoreState()


def _crosses(c: Canvas, found: Tiling, tile: Tile) -> None:
    """Where tiles overlap, at places that neighbours share: laid over one another they hold the tiles in place."""
    c.setLineWidth(0.1)
    for x, y in _shared(found, tile):
        c.line(x - CROSS_MM, y, x + CROSS_MM, y)
        c.line(x, y - CROSS_MM, x, y + CROSS_MM)


def _shared(found: Tiling, tile: Tile) -> Iterator[tuple[float, float]]:
    half = OVERLAP_MM / 2
    sides = [tile.x + half] * (tile.column > 0) + [tile.x + tile.width - half] * (tile.column < found.columns - 1)
    ends = [tile.y + half] * (tile.row > 0) + [tile.y + tile.height - half] * (tile.row < found.rows - 1)
    for share in (0.25, 0.75):
        yield from ((x, tile.y + share * tile.height) for x in sides)
        yield from ((tile.x + share * tile.width, y) for y in ends)
