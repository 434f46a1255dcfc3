"""DXF in: lines, arcs, polylines and curves in mm, blocks taken apart; what nobody sees is left out and said."""

from __future__ import annotations

import io
import logging
import math
import re
import struct
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass

import ezdxf
from ezdxf import recover
from ezdxf.document import Drawing
from ezdxf.entities import DXFEntity
from ezdxf.lldxf.tagger import binary_tags_loader
from ezdxf.math import OCS, BSpline, Vec3

from yorvek.core.errors import InputError
from yorvek.core.files.drawn import CURVE_MM, FAR_MM, HIDDEN, LENGTH_UNITS, Budget, Drawn, refuse_many
from yorvek.core.outlines.arcs import fitted
from yorvek.core.outlines.outline import Point
from yorvek.core.outlines.segments import Segment
from yorvek.core.quantities import INCH_MM

MOST_ENTITIES = 40_000
MOST_DEPTH = 8
MOST_POINTS = 5000
"""Of one spline."""
MOST_CHORDS = 8000
TILT = 1e-6
MM_OF_UNIT = {
    1: INCH_MM, 2: 12 * INCH_MM, 4: 1.0, 5: 10.0, 6: 1000.0, 8: INCH_MM * 1e-6, 9: INCH_MM * 1e-3, 10: 36 * INCH_MM,
    13: 1e-3, 14: 100.0,
}  # fmt: skip
"""$INSUNITS of a DXF."""
DRAWN = {"LINE", "ARC", "CIRCLE", "LWPOLYLINE", "POLYLINE", "ELLIPSE", "SPLINE", "INSERT"}
DAMAGED = (
    ezdxf.DXFError, ValueError, TypeError, KeyError, IndexError, AttributeError, ArithmeticError, OSError,
    AssertionError, RecursionError, struct.error,
)  # fmt: skip
"""What reading a damaged file may raise in the library."""
BINARY = slice(18, 22), b"\r\n\x1a\x00"
"""Where the mark of a binary DXF ends, and with what."""
FIGURES = (*range(10, 60), *range(110, 150), *range(210, 240))
"""Group codes of figures."""
PLAIN = re.compile(rb"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?")
MOST_PAIRS = 4_000_000
RECOVERED = re.compile(r'recovered invalid floating point value "(.*?)"')


def dxf_drawn(data: bytes, unit: str | None) -> Drawn:
    """What a DXF draws, in mm.

    Raises:
        InputError: it cannot be read, does not say its unit, or holds figures that are none.
    """
    document = _document(data)
    try:
        number = int(document.header.get("$INSUNITS", 0) or 0)
    except (TypeError, ValueError):  # a damaged header may hold anything
        number = 0
    if unit is None and number not in MM_OF_UNIT:
        raise InputError(field="unit", got="", needs="the drawing does not say its unit: choose millimetres or inches")
    scale = LENGTH_UNITS[unit] if unit else MM_OF_UNIT[number]
    out = Drawn(unit or {1: "in", 4: "mm"}.get(number, f"unit {number}"))
    try:
        layers = list(document.layers)
        walk = Walk(
            out,
            Budget(MOST_ENTITIES),
            frozenset(x.dxf.name.lower() for x in layers if x.is_off()),
            frozenset(x.dxf.name.lower() for x in layers if x.is_frozen()),
        )
        for entity, layer in _flat(document.modelspace(), 0, walk):
            out.add(_segments(entity, scale, layer))
            refuse_many(out.segments)
    except InputError:
        raise
    except DAMAGED as error:
        raise InputError(
            field="drawing",
            got=type(error).__name__,
            needs="sound entities: one of this drawing has figures that cannot be",
        ) from None
    return out


def _document(data: bytes) -> Drawing:
    place, mark = BINARY
    try:
        if data[place] == mark:
            return Drawing.load(binary_tags_loader(data))
        _refuse_figures(data)
        with _nothing_recovered():
            document, _ = recover.read(io.BytesIO(data))
    except InputError:
        raise
    except DAMAGED as error:
        raise InputError(
            field="drawing", got=type(error).__name__, needs="a DXF file, R12 or later: this one cannot be read"
        ) from None
    return document


class _Recovered(logging.Handler):
    """What the library says that it made of figures that are none, where a file was too damaged to be looked at."""

    def __init__(self) -> None:
        super().__init__(logging.WARNING)
        self.first = ""

    def emit(self, record: logging.LogRecord) -> None:
        """Keep the first figure."""
        found = RECOVERED.match(record.getMessage())
        if found and not self.first:
            self.first = found[1]


@contextmanager
def _nothing_recovered() -> Iterator[None]:
    """Raises InputError where the library mended a figure on the way."""
    heard = _Recovered()
    logger = logging.getLogger("ezdxf")
    logger.addHandler(heard)
    try:
        yield
    finally:
        logger.removeHandler(heard)
    if heard.first:
        raise InputError(field="drawing", got=heard.first[:30], needs="a figure such as 99.75")


def _refuse_figures(data: bytes) -> None:
    """What reads a damaged file makes something of figures that are none: 99 of "99,75", 1 of "1.0D+02". A part that is
    cut by such a figure is scrap, and nobody sees why.
    """
    lines = data.split(b"\n")
    drawn = False
    for k in range(0, min(len(lines) - 1, 2 * MOST_PAIRS), 2):
        code, value = lines[k].strip(), lines[k + 1].strip()
        if code == b"2" and value in (b"ENTITIES", b"BLOCKS"):
            drawn = True
        elif code == b"0" and value == b"ENDSEC":
            drawn = False
        elif drawn and code.isdigit() and int(code) in FIGURES and not PLAIN.fullmatch(value):
            said = value[:30].decode("ascii", "replace")
            raise InputError(field=f"drawing, line {k + 2}", got=said, needs="a figure such as 99.75")


@dataclass
class Walk:
    """A drawing while it is walked through: what is left out, what may still be looked at, layers that nobody sees."""

    drawn: Drawn
    budget: Budget
    off: frozenset[str]
    frozen: frozenset[str]

    def hides(self, e: DXFEntity, layer: str) -> bool:
        """Whether nobody sees it: it is marked so, or its layer is off or frozen."""
        if int(e.dxf.get("invisible", 0) or 0):
            return True
        return layer in self.frozen or (layer in self.off and e.dxftype() != "INSERT")


def _flat(entities: Iterable[DXFEntity], depth: int, walk: Walk, within: str = "") -> Iterator[tuple[DXFEntity, str]]:
    """Entities with the layer that each is on, blocks taken apart; what is not seen, or not drawn with lines, is
    counted and left out. A block that is put in in rows and columns is paid for before any of it is made. On layer 0 of
    a block it is on the block's layer.
    """
    for e in entities:
        walk.budget.spend()
        kind = e.dxftype()
        own = str(e.dxf.get("layer", "0"))
        layer = within if within and own == "0" else own
        if walk.hides(e, layer.lower()):
            walk.drawn.leave(f"{kind.lower()}, {HIDDEN}")
        elif kind not in DRAWN:
            walk.drawn.leave(kind.lower())
        elif kind == "INSERT":
            if depth >= MOST_DEPTH:
                raise InputError(field="drawing", got="blocks", needs=f"blocks in blocks no deeper than {MOST_DEPTH}")
            many = int(getattr(e, "mcount", 1))
            walk.budget.spend(max(many, 1))
            for one in e.multi_insert() if many > 1 else [e]:
                yield from _flat(one.virtual_entities(), depth + 1, walk, layer)
        else:
            yield e, layer


def _point(p: Vec3, scale: float) -> Point:
    return float(p.x) * scale, float(p.y) * scale


def _segments(e: DXFEntity, scale: float, layer: str) -> list[Segment]:
    kind = e.dxftype()
    _refuse_tilted(e, kind)
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
        points = [_point(p, scale) for p in _curve(tool, CURVE_MM / 8 / scale)]
        if e.closed and math.dist(points[0], points[-1]) > 1e-9:
            points.append(points[0])
    return [Segment(a, b, bulge, layer) for a, b, bulge in fitted(points, CURVE_MM)]


def _curve(tool: BSpline, close: float) -> list[Vec3]:
    """Points of a spline that lie so close to it. Its knots may go on before it begins and after it ends (a periodic
    one's do): it runs from the knot of its degree to the one as far from the last.
    """
    knots, degree = list(tool.knots()), int(tool.degree)
    first, last = knots[degree], knots[-degree - 1]
    if knots[0] == first and knots[-1] == last:
        return list(tool.flattening(close, segments=16))
    count = 16 * max(tool.count, 4)
    while True:
        points = list(tool.points([first + (last - first) * k / count for k in range(count + 1)]))
        off = max(a.lerp(c).distance(b) for a, b, c in zip(points[::2], points[1::2], points[2::2], strict=False))
        if off <= 4 * close or count >= MOST_CHORDS:  # chords of half the length lie four times as close
            return points
        count *= 2


def _refuse_tilted(e: DXFEntity, kind: str) -> None:
    """What does not lie flat is not what it looks like from above."""
    way = Vec3(e.dxf.get("extrusion", (0, 0, 1)))
    flat = abs(way.x) < TILT and abs(way.y) < TILT
    if kind == "LINE":
        flat = flat and abs(e.dxf.start.z - e.dxf.end.z) < TILT * max(1.0, (e.dxf.start - e.dxf.end).magnitude)
    if kind == "ELLIPSE":
        flat = flat and abs(Vec3(e.dxf.major_axis).z) < TILT * max(1.0, Vec3(e.dxf.major_axis).magnitude)
    if not flat:
        raise InputError(
            field="drawing", got=f"a tilted {kind.lower()}", needs="a flat drawing: lay it into one plane first"
        )


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
