"""Drawings in: DXF and SVG read into outlines of lines and arcs, units read or asked, trouble named with its place."""

from __future__ import annotations

import io
import math
from collections.abc import Iterable, Iterator

import ezdxf
from ezdxf import recover
from ezdxf.entities import DXFEntity
from ezdxf.math import OCS, Vec3

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, area_mm2, cut_length_mm
from yorvek.core.outlines.arcs import fitted
from yorvek.core.outlines.joining import Segment, Trouble, joined
from yorvek.core.outlines.outline import Point
from yorvek.core.quantities import INCH_MM

LARGEST_BYTES = 20_000_000
MOST_ENTITIES = 40_000
MOST_SEGMENTS = 60_000
MOST_DEPTH = 8
MOST_POINTS = 5000
"""Of one spline."""
CURVE_MM = 0.02
"""Splines and ellipses become arcs that stay this close to them."""
MM_OF_UNIT = {
    1: INCH_MM, 2: 12 * INCH_MM, 4: 1.0, 5: 10.0, 6: 1000.0, 8: INCH_MM * 1e-6, 9: INCH_MM * 1e-3, 10: 36 * INCH_MM,
    13: 1e-3, 14: 100.0,
}  # fmt: skip
"""$INSUNITS of a DXF."""
DRAWN = {"LINE", "ARC", "CIRCLE", "LWPOLYLINE", "POLYLINE", "ELLIPSE", "SPLINE", "INSERT"}
FAR_MM = 1e6
DAMAGED = (
    ezdxf.DXFError, ValueError, TypeError, KeyError, IndexError, AttributeError, ArithmeticError, OSError,
    RecursionError,
)  # fmt: skip
"""What reading a damaged file may raise in the library."""


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


def read_drawing(name: str, data: bytes, *, unit: str | None = None, mend: bool = False) -> DrawingRead:
    """Read a drawing by the ending of its name.

    Args:
        name: of the file.
        data: its content.
        unit: "mm" or "in", where the drawing does not say or says it wrong.
        mend: close small gaps and leave stray lines out.

    Raises:
        InputError: not a drawing, too large, no unit, nothing in it.
    """
    from yorvek.core.files.svg import svg_segments

    if len(data) > LARGEST_BYTES:
        raise InputError(
            field="drawing", got=f"{len(data) / 1e6:.0f} MB", needs=f"at most {LARGEST_BYTES / 1e6:.0f} MB"
        )
    ending = name.lower().rpartition(".")[2]
    if unit not in (None, "mm", "in"):
        raise InputError(field="unit", got=unit, needs="mm or in")
    if ending == "dxf":
        segments, said, left_out = dxf_segments(data, unit)
    elif ending == "svg":
        segments, said, left_out = svg_segments(data, unit)
    else:
        raise InputError(field="drawing", got=name, needs="a file that ends in .dxf or .svg")
    if not segments:
        raise InputError(field="drawing", got=name, needs="lines, arcs or polylines: there is nothing to cut in it")
    _refuse_many(segments)
    for s in segments:
        if not all(math.isfinite(v) and abs(v) <= FAR_MM for v in (*s.start, *s.end, s.bulge)):
            raise InputError(field="drawing", got=f"{s.start}", needs="every point within a kilometre of the origin")
    found = joined(segments, mend=mend)
    return DrawingRead(
        unit=said,
        outlines=[
            Found(outline=o, layer=layer, area_mm2=area_mm2(o), cut_mm=cut_length_mm(o))
            for o, layer in zip(found.outlines, found.layers, strict=True)
        ],
        troubles=found.troubles,
        mended=found.mended,
        left_out=left_out,
    )


def dxf_segments(data: bytes, unit: str | None) -> tuple[list[Segment], str, list[str]]:
    """Segments of a DXF in mm, the unit they were in, and what was left out.

    Raises:
        InputError: it cannot be read, or does not say its unit.
    """
    try:
        document, _ = recover.read(io.BytesIO(data))
    except DAMAGED as error:
        raise InputError(
            field="drawing", got=type(error).__name__, needs="a DXF file, R12 or later: this one cannot be read"
        ) from None
    try:
        number = int(document.header.get("$INSUNITS", 0) or 0)
    except (TypeError, ValueError):  # a damaged header may hold anything
        number = 0
    if unit is None and number not in MM_OF_UNIT:
        raise InputError(field="unit", got="", needs="the drawing does not say its unit: choose millimetres or inches")
    scale = {"mm": 1.0, "in": INCH_MM}[unit] if unit else MM_OF_UNIT[number]
    said = unit or {1: "in", 4: "mm"}.get(number, f"unit {number}")
    left: dict[str, int] = {}
    segments: list[Segment] = []
    try:
        for entity in _flat(document.modelspace(), 0, left, Budget()):
            segments += _segments(entity, scale)
            _refuse_many(segments)
    except InputError:
        raise
    except DAMAGED as error:
        raise InputError(
            field="drawing",
            got=type(error).__name__,
            needs="sound entities: one of this drawing has figures that cannot be",
        ) from None
    return segments, said, [f"{n} of {kind.lower()}" for kind, n in sorted(left.items())]


class Budget:
    """How many entities may still be looked at, blocks counted each time they are put in."""

    def __init__(self) -> None:
        self.left = MOST_ENTITIES

    def spend(self, count: int = 1) -> None:
        """Take some of it.

        Raises:
            InputError: it is used up.
        """
        self.left -= count
        if self.left < 0:
            raise InputError(field="drawing", got=f"over {MOST_ENTITIES} entities", needs="a simpler drawing")


def _refuse_many(segments: list[Segment]) -> None:
    if len(segments) > MOST_SEGMENTS:
        raise InputError(field="drawing", got=f"{len(segments)} lines", needs=f"at most {MOST_SEGMENTS}")


def _flat(entities: Iterable[DXFEntity], depth: int, left: dict[str, int], budget: Budget) -> Iterator[DXFEntity]:
    """Entities with blocks taken apart; what is not drawn with lines is counted and left out. A block that is put in
    in rows and columns is paid for before any of it is made.
    """
    for e in entities:
        budget.spend()
        kind = e.dxftype()
        if kind not in DRAWN:
            left[kind] = left.get(kind, 0) + 1
        elif kind == "INSERT":
            if depth >= MOST_DEPTH:
                raise InputError(field="drawing", got="blocks", needs=f"blocks in blocks no deeper than {MOST_DEPTH}")
            many = int(getattr(e, "mcount", 1))
            budget.spend(max(many, 1))
            for one in e.multi_insert() if many > 1 else [e]:
                yield from _flat(one.virtual_entities(), depth + 1, left, budget)
        else:
            yield e


def _point(p: Vec3, scale: float) -> Point:
    return float(p.x) * scale, float(p.y) * scale


def _segments(e: DXFEntity, scale: float) -> list[Segment]:
    kind, layer = e.dxftype(), str(e.dxf.get("layer", "0"))
    if kind == "LINE":
        return [Segment(_point(e.dxf.start, scale), _point(e.dxf.end, scale), 0.0, layer)]
    if kind in ("ARC", "CIRCLE"):
        return _round(e, kind, scale, layer)
    if kind in ("LWPOLYLINE", "POLYLINE"):
        return _polyline(e, kind, scale, layer)
    _refuse_far(e, kind, scale)
    if kind == "ELLIPSE":
        points = [_point(p, scale) for p in e.flattening(CURVE_MM / 8 / scale, segments=16)]
    else:
        tool = e.construction_tool()
        points = [_point(p, scale) for p in tool.flattening(CURVE_MM / 8 / scale, segments=16)]
        if e.closed and math.dist(points[0], points[-1]) > 1e-9:
            points.append(points[0])
    return [Segment(a, b, bulge, layer) for a, b, bulge in fitted(points, CURVE_MM)]


def _refuse_far(e: DXFEntity, kind: str, scale: float) -> None:
    """A curve is chopped by its size: one that is larger than any drawing is refused before that."""
    if kind == "ELLIPSE":
        sizes = [e.dxf.major_axis.magnitude, e.dxf.center.magnitude]
    else:
        sizes = [Vec3(p).magnitude for p in (*e.control_points, *e.fit_points)]
    far = max(sizes, default=0.0) * scale
    if not far <= 2 * FAR_MM or len(sizes) > MOST_POINTS:
        raise InputError(field="drawing", got=f"a curve of {far:g} mm", needs="curves within a kilometre of the origin")


def _round(e: DXFEntity, kind: str, scale: float, layer: str) -> list[Segment]:
    radius = float(e.dxf.radius) * scale
    if not radius > 0:
        raise InputError(
            field="drawing", got=f"radius {radius:g}", needs="circles and arcs with a radius above nothing"
        )
    ocs = e.ocs()
    centre = e.dxf.center
    start, sweep = 0.0, 360.0
    if kind == "ARC":
        start = float(e.dxf.start_angle)
        sweep = (float(e.dxf.end_angle) - start) % 360 or 360.0
    parts = 2 if sweep > 180.0 else 1
    turned = -1.0 if ocs.transform and OCS(e.dxf.extrusion).uz.z < 0 else 1.0
    out = []
    for k in range(parts):
        ends = []
        for share in (k / parts, (k + 1) / parts):
            a = math.radians(start + sweep * share)
            local = Vec3(centre.x + radius / scale * math.cos(a), centre.y + radius / scale * math.sin(a), centre.z)
            ends.append(_point(ocs.to_wcs(local) if ocs.transform else local, scale))
        out.append(Segment(ends[0], ends[1], turned * math.tan(math.radians(sweep / parts) / 4), layer))
    return out


def _polyline(e: DXFEntity, kind: str, scale: float, layer: str) -> list[Segment]:
    if kind == "LWPOLYLINE":
        points = [(Vec3(x, y, e.dxf.elevation), b) for x, y, b in e.get_points("xyb")]
        closed = bool(e.closed)
        ocs = e.ocs()
    else:
        if not (e.is_2d_polyline or e.is_3d_polyline):
            return []
        curved = bool(e.dxf.flags & 4)
        vertices = [v for v in e.vertices if not (v.dxf.flags & 16) or not curved]
        points = [(v.dxf.location, float(v.dxf.get("bulge", 0.0))) for v in vertices]
        closed = bool(e.is_closed)
        ocs = e.ocs() if e.is_2d_polyline else OCS()
    mirrored = ocs.transform and ocs.uz.z < 0
    places = [(_point(ocs.to_wcs(p) if ocs.transform else p, scale), -b if mirrored else b) for p, b in points]
    pairs = list(zip(places, places[1:] + (places[:1] if closed else []), strict=False))
    return [Segment(a, b, bulge, layer) for (a, bulge), (b, _) in pairs if math.dist(a, b) > 1e-9]
