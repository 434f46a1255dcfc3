"""SVG of parts and nests, true arcs kept, in millimetres; one group for each piece, named by its mark."""

from __future__ import annotations

import math
from collections.abc import Sequence
from xml.sax.saxutils import escape, quoteattr

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, outline_at
from yorvek.core.outlines import Outline, Ring, bounds_mm
from yorvek.core.parts.drawn import MarkLine

LINE = 'fill="none" stroke="#17212b" stroke-width="0.2"'


def _number(value: float) -> str:
    return f"{value:.4f}".rstrip("0").rstrip(".") if abs(value) > 5e-5 else "0"


def ring_path(ring: Ring) -> str:
    """A closed path; y runs downwards in SVG, so heights change sign and arcs their way round."""
    v = ring.vertices
    out = [f"M{_number(v[0].x)} {_number(-v[0].y)}"]
    for a, b in ring.segments():
        if not a.bulge:
            out.append(f"L{_number(b.x)} {_number(-b.y)}")
            continue
        sweep = 4 * math.atan(a.bulge)
        radius = math.hypot(b.x - a.x, b.y - a.y) / (2 * abs(math.sin(sweep / 2)))
        large, way = int(abs(sweep) > math.pi), int(a.bulge < 0)
        out.append(f"A{_number(radius)} {_number(radius)} 0 {large} {way} {_number(b.x)} {_number(-b.y)}")
    return "".join(out) + "Z"


def _piece(mark: str, outline: Outline) -> str:
    path = "".join(ring_path(r) for r in (outline.outer, *outline.openings))
    return f'<g id={quoteattr(mark)}><title>{escape(mark)}</title><path d="{path}" fill-rule="evenodd" {LINE}/></g>'


def _document(body: list[str], x0: float, y0: float, x1: float, y1: float) -> str:
    width, height = _number(x1 - x0), _number(y1 - y0)
    head = (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}mm" height="{height}mm" viewBox="{_number(x0)} '
        f'{_number(-y1)} {width} {height}">'
    )
    return "\n".join(['<?xml version="1.0" encoding="UTF-8"?>', head, *body, "</svg>", ""])


def part_svg(mark: str, outline: Outline, *, lines: Sequence[MarkLine] = ()) -> str:
    """One part in true size, with what is marked on it."""
    x0, y0, x1, y1 = bounds_mm(outline)
    return _document([_piece(mark, outline), *(_marked(line) for line in lines)], x0, y0, x1, y1)


def _marked(line: MarkLine) -> str:
    """A line that is not cut, named by what stands along it."""
    ends = f'x1="{_number(line.x1)}" y1="{_number(-line.y1)}" x2="{_number(line.x2)}" y2="{_number(-line.y2)}"'
    title = f"<title>{escape(line.words)}</title>" if line.words else ""
    return f'<line class="mark" {ends} {LINE} stroke-dasharray="3 1 0.6 1">{title}</line>'


def nest_svg(problem: SheetProblem, plan: SheetPlan, outlines: dict[str, Outline], *, stale: bool = False) -> str:
    """All sheets of a plan side by side, each with its outline and its pieces."""
    sheets = {s.id: s for s in problem.sheets}
    body = ["<desc>STALE: made before the last change</desc>"] if stale else []
    offset, top = 0.0, 0.0
    for key in sorted({(p.sheet, p.sheet_index) for p in plan.placements}):
        stock = sheets[key[0]]
        ring = stock.outline or [(0, 0), (stock.width, 0), (stock.width, stock.height), (0, stock.height)]
        points = " ".join(f"{_number(x + offset)},{_number(-y)}" for x, y in ring)
        body.append(f'<polygon points="{points}" {LINE} stroke-dasharray="2 2"/>')
        body += [
            _piece(p.part, outline_at(outlines[p.part], p, offset))
            for p in plan.placements
            if (p.sheet, p.sheet_index) == key
        ]
        offset, top = offset + stock.width * 1.05, max(top, stock.height)
    return _document(body, 0.0, 0.0, max(offset, 1.0), max(top, 1.0))
