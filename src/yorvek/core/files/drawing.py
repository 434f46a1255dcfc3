"""Drawings in: DXF and SVG read into outlines of lines and arcs, units read or asked, trouble named with its place."""

from __future__ import annotations

import math

from yorvek.core.errors import InputError
from yorvek.core.files.drawn import FAR_MM, LENGTH_UNITS, refuse_many
from yorvek.core.files.dxf_in import dxf_drawn
from yorvek.core.files.svg import svg_drawn
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, area_mm2, cut_length_mm
from yorvek.core.outlines.joining import Trouble, joined

LARGEST_BYTES = 20_000_000
READERS = {"dxf": dxf_drawn, "svg": svg_drawn}


class Found(Model):
    """An outline of a drawing: its layer, area and length of cut."""

    outline: Outline
    layer: str
    area_mm2: float
    cut_mm: float


class DrawingRead(Model):
    """What a drawing holds."""

    unit: str
    outlines: list[Found]
    troubles: list[Trouble]
    mended: list[str]
    left_out: list[str]
    left_out_counts: dict[str, int] = {}


def read_drawing(name: str, data: bytes, *, unit: str | None = None, mend: bool = False) -> DrawingRead:
    """Read a drawing by the ending of its name.

    Args:
        name: of the file.
        data: its content.
        unit: one of LENGTH_UNITS, where the drawing does not say or says it wrong.
        mend: close small gaps and leave stray lines out.

    Raises:
        InputError: not a drawing, too large, no unit, nothing in it.
    """
    if len(data) > LARGEST_BYTES:
        raise InputError(
            field="drawing", got=f"{len(data) / 1e6:.0f} MB", needs=f"at most {LARGEST_BYTES / 1e6:.0f} MB"
        )
    ending = name.lower().rpartition(".")[2]
    if unit is not None and unit not in LENGTH_UNITS:
        raise InputError(field="unit", got=unit, needs="one of " + ", ".join(LENGTH_UNITS))
    if ending not in READERS:
        raise InputError(field="drawing", got=name, needs="a file that ends in .dxf or .svg")
    drawn = READERS[ending](data, unit)
    if not drawn.segments:
        left = "; left out: " + ", ".join(drawn.words) if drawn.left_out else ""
        needs = f"lines, arcs or polylines: there is nothing to cut in it{left}"
        raise InputError(field="drawing", got=name, needs=needs)
    refuse_many(drawn.segments)
    for s in drawn.segments:
        if not all(math.isfinite(v) and abs(v) <= FAR_MM for v in (*s.start, *s.end, s.bulge)):
            raise InputError(field="drawing", got=f"{s.start}", needs="every point within a kilometre of the origin")
    found = joined(drawn.segments, mend=mend)
    return DrawingRead(
        unit=drawn.unit,
        outlines=[
            Found(outline=o, layer=layer, area_mm2=area_mm2(o), cut_mm=cut_length_mm(o))
            for o, layer in zip(found.outlines, found.layers, strict=True)
        ],
        troubles=found.troubles,
        mended=found.mended,
        left_out=drawn.words,
        left_out_counts=drawn.left_out,
    )
