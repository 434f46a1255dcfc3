"""DXF R2010 of parts and nests, true arcs kept: one closed polyline with bulges for each ring, on layers."""

from __future__ import annotations

import io
from collections.abc import Collection, Mapping, Sequence

import ezdxf
from ezdxf.document import Drawing
from ezdxf.layouts import Modelspace

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, outline_at
from yorvek.core.jobs.ways import later_of
from yorvek.core.outlines import Outline, Ring, bounds_mm
from yorvek.core.outlines.width import middle_of
from yorvek.core.parts import PartGeometry
from yorvek.core.parts.drawn import BendLine, MarkLine
from yorvek.core.workshop.processes import Process

OUTSIDE, INSIDE, DRILL, BEND, SHEET, WORDS = "CUT_OUTSIDE", "CUT_INSIDE", "DRILL", "BEND", "SHEET", "MARK"
LAYERS = {OUTSIDE: 7, INSIDE: 5, DRILL: 1, BEND: 6, SHEET: 8, WORDS: 3}


def new_document(layers: Mapping[str, int] = LAYERS) -> tuple[Drawing, Modelspace]:
    """An empty drawing in mm with layers of such colours."""
    document = ezdxf.new("R2010", units=ezdxf.units.MM)
    for name, colour in layers.items():
        document.layers.add(name, color=colour)
    return document, document.modelspace()


def _ring(space: Modelspace, ring: Ring, layer: str) -> None:
    space.add_lwpolyline(
        [(v.x, v.y, v.bulge) for v in ring.vertices], format="xyb", close=True, dxfattribs={"layer": layer}
    )


def _outline(space: Modelspace, outline: Outline, mark: str, later: Collection[int] = ()) -> None:
    _ring(space, outline.outer, OUTSIDE)
    for k, opening in enumerate(outline.openings):
        _ring(space, opening, DRILL if k in later else INSIDE)
        if k in later:
            space.add_point(middle_of(opening), dxfattribs={"layer": DRILL})
    x0, y0, x1, y1 = bounds_mm(outline)
    height = max(2.0, min(12.0, (y1 - y0) / 8, (x1 - x0) / 8))
    space.add_text(mark, height=height, dxfattribs={"layer": WORDS}).set_placement(
        ((x0 + x1) / 2, (y0 + y1) / 2), align=ezdxf.enums.TextEntityAlignment.MIDDLE_CENTER
    )


def text_of(document: Drawing) -> str:
    """A drawing as it is written."""
    stream = io.StringIO()
    document.write(stream)
    return stream.getvalue()


def part_dxf(mark: str, outline: Outline, *, lines: Sequence[MarkLine] = (), later: Collection[int] = ()) -> str:
    """One part, lower left corner where its own origin is, mm. Its bends, lines that are only marked, and openings that
    are made `later` stand on layers of their own.
    """
    document, space = new_document()
    _outline(space, outline, mark, later)
    x0, y0, x1, y1 = bounds_mm(outline)
    height = max(2.0, min(6.0, (y1 - y0) / 16, (x1 - x0) / 16))
    for line in lines:
        layer = BEND if isinstance(line, BendLine) else WORDS
        space.add_line((line.x1, line.y1), (line.x2, line.y2), dxfattribs={"layer": layer})
        if line.words:
            turned = 90 if line.x1 == line.x2 else 0
            words = space.add_text(line.words, height=height, rotation=turned, dxfattribs={"layer": layer})
            words.set_placement((line.x1, line.y1 + height))
    return text_of(document)


def drawing_dxf(mark: str, g: PartGeometry, way: Process | None) -> str:
    """A part as it is cut one way: with its bends, and with what that way leaves to be drilled."""
    return part_dxf(mark, g.outline, lines=g.bends, later=later_of(g, way))


def nest_dxf(
    problem: SheetProblem,
    plan: SheetPlan,
    outlines: dict[str, Outline],
    *,
    stale: bool = False,
    later: Mapping[str, Collection[int]] | None = None,
) -> str:
    """All sheets of a plan side by side, each with its outline and its pieces as true arcs. mm. Openings that are made
    `later` stand on a layer of their own, with their middles.
    """
    document, space = new_document()
    sheets = {s.id: s for s in problem.sheets}
    offset = 0.0
    for key in sorted({(p.sheet, p.sheet_index) for p in plan.placements}):
        stock = sheets[key[0]]
        outline = stock.outline or [(0, 0), (stock.width, 0), (stock.width, stock.height), (0, stock.height)]
        space.add_lwpolyline([(x + offset, y) for x, y in outline], close=True, dxfattribs={"layer": SHEET})
        title = f"{problem.name} sheet {key[1] + 1}" + (" STALE: made before the last change" if stale else "")
        space.add_text(title, height=stock.height / 40, dxfattribs={"layer": WORDS}).set_placement(
            (offset, stock.height * 1.02)
        )
        for p in plan.placements:
            if (p.sheet, p.sheet_index) == key:
                _outline(space, outline_at(outlines[p.part], p, offset), p.part, (later or {}).get(p.part, ()))
        offset += stock.width * 1.05
    return text_of(document)
