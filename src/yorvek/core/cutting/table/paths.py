"""From a nest to what the torch does: contours offset by half the kerf, openings first, pierces in scrap, no corner
cooked.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

import numpy as np
import shapely
from pydantic import Field
from shapely import LineString, Point, Polygon
from shapely.ops import substring

from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.outlines.arcs import fitted

NO_ROOM, OUTSIDE = "no room for a pierce in scrap beside ", "its outside"
FINE_MM = 0.01
ARC_MM = 0.02
SAME_MM = 1e-6
TRIES = 48
APART_MM = 150.0
"""The next contour starts at least this far from the last one where there is a choice, so that no corner is cooked
(common practice, no source)."""


class TableSettings(Model):
    """What the table is set to. Feeds in mm/min, times in seconds, lengths in mm."""

    kerf_mm: float = Field(default=1.5, ge=0, le=20)
    feed_mm_min: float = Field(default=2400, gt=0, le=100_000)
    rapid_mm_min: float = Field(default=12_000, gt=0, le=200_000)
    pierce_s: float = Field(default=0.6, ge=0, le=60)
    mark_s: float = Field(default=0.0, ge=0, le=5, description="torch on for a centre mark; 0: none are made")
    lead_mm: float = Field(default=5.0, ge=0, le=50)
    bridges: int = Field(default=0, ge=0, le=8, description="places left standing in each outer contour")
    bridge_mm: float = Field(default=0.4, gt=0, le=5)
    common_line: bool = Field(default=False, description="edges that two parts share are cut once")


class Move(Model):
    """A cut to a point; a bulge makes it an arc, counter-clockwise where positive."""

    x: float
    y: float
    bulge: float = 0.0


class Contour(Model):
    """One pierce and what is cut from it. `opening`: an opening of the part, cut before its outside; `led`: its first
    move comes from a pierce in scrap.
    """

    part: str
    number: int
    opening: bool
    led: bool = True
    pierce_x: float
    pierce_y: float
    moves: list[Move]


class CentreMark(Model):
    """The middle of a hole that is drilled afterwards."""

    part: str
    x: float
    y: float
    across_mm: float


class TablePlan(Model):
    """The contours of one sheet in the order they are cut, and what could not be led in; `outline` of a sheet that is
    no rectangle.
    """

    settings: TableSettings
    width: float
    height: float
    outline: list[tuple[float, float]] | None = None
    marks: list[CentreMark] = []
    contours: list[Contour]
    troubles: list[str]


def table_plan(
    parts: list[tuple[str, Outline]],
    width: float,
    height: float,
    settings: TableSettings,
    *,
    metal: Polygon | None = None,
    marks: Sequence[CentreMark] = (),
) -> TablePlan:
    """Plan the cutting of a sheet.

    Args:
        parts: marks and outlines where they lie on the sheet, mm; only what is cut.
        width, height: of the box around the sheet.
        settings: of the table.
        metal: the sheet's true outline, where it is no rectangle: the torch never pierces beside it.
        marks: middles of holes that are drilled afterwards.
    """
    shapes = [outline_polygon(o) for _, o in parts]
    tree = shapely.STRtree(shapes)
    whole = shapely.box(0, 0, width, height) if metal is None else metal
    sheet = whole.buffer(settings.kerf_mm, join_style="mitre")
    troubles: list[str] = []
    groups: list[tuple[int, list[Contour]]] = []
    for k, (mark, outline) in enumerate(parts):
        own: list[Contour] = []
        for ring, opening in [*((r, True) for r in outline.openings), (outline.outer, False)]:
            found = _contour(mark, k, ring, opening, settings, shapes, tree, sheet)
            if isinstance(found, str):
                troubles.append(f"{mark}: {found}")
            else:
                own += found
        groups.append((k, own))
    contours = [c for _, own in _ordered(groups, shapes) for c in own]
    corners = None if metal is None else [(float(x), float(y)) for x, y in metal.exterior.coords[:-1]]
    return TablePlan(
        settings=settings, width=width, height=height, outline=corners, marks=list(marks), contours=contours,
        troubles=troubles,
    )  # fmt: skip


def outline_polygon(outline: Outline) -> Polygon:
    """A part as a fine polygon."""
    return Polygon(
        ring_points(outline.outer, chord_mm=FINE_MM), [ring_points(r, chord_mm=FINE_MM) for r in outline.openings]
    )


def _contour(
    mark: str,
    number: int,
    ring: Ring,
    opening: bool,
    settings: TableSettings,
    shapes: list[Polygon],
    tree: shapely.STRtree,
    sheet: Polygon,
) -> list[Contour] | str:
    """A ring offset to the waste side, with its lead from a pierce in scrap; or why it cannot be cut."""
    half = settings.kerf_mm / 2
    shape = Polygon(ring_points(ring, chord_mm=FINE_MM))
    path = shape.buffer(-half if opening else half, quad_segs=32) if half > 0 else shape
    if not isinstance(path, Polygon) or path.is_empty:
        return f"an opening is narrower than the kerf of {settings.kerf_mm:g} mm"
    line = np.array(path.exterior.coords)[:-1]
    if not path.exterior.is_ccw:
        line = line[::-1]
    if opening:  # openings run clockwise, outsides counter-clockwise: the waste is on the right of both
        line = line[::-1]
    length = float(LineString([*line, line[0]]).length)
    for lead in (settings.lead_mm, settings.lead_mm / 2, settings.lead_mm / 4):
        for start in _starts(line):
            point, pierce = _lead(line, start, lead)
            if opening:
                clear = path.buffer(-SAME_MM).covers(Point(pierce)) and path.covers(LineString([pierce, point]))
                waste = [i for i in tree.query(Point(pierce).buffer(half + lead)) if i != number]
            else:
                clear = sheet.covers(Point(pierce))
                waste = [i for i in tree.query(LineString([pierce, point]).buffer(half)) if i != number]
            if clear and all(shapes[i].distance(LineString([pierce, point])) >= half - 1e-3 for i in waste):
                run = [(float(x), float(y)) for x, y in (*line[start:], *line[: start + 1])]
                bridges = 0 if opening else settings.bridges
                return list(_cut(mark, number, opening, pierce, run, length, bridges, settings))
        if lead == 0:
            break
    if settings.common_line and not opening:
        # it can begin on a cut that its neighbour has made; where none has, it is said later
        run = [(float(x), float(y)) for x, y in (*line, line[0])]
        return list(_cut(mark, number, opening, run[0], run, length, 0, settings))
    return NO_ROOM + ("an opening" if opening else OUTSIDE)


def _starts(line: np.ndarray) -> Iterator[int]:
    """Where a contour may begin: the middles of its longest straight runs first, then all around."""
    steps = np.hypot(*(np.roll(line, -1, axis=0) - line).T)
    yield from (int(k) for k in np.argsort(-steps)[:8])
    yield from range(0, len(line), max(1, len(line) // TRIES))


def _lead(line: np.ndarray, start: int, lead: float) -> tuple[tuple[float, float], tuple[float, float]]:
    """The point a lead meets the contour at, and the pierce on the waste side."""
    a, b = line[start], line[(start + 1) % len(line)]
    along = (b - a) / max(float(np.hypot(*(b - a))), 1e-12)
    right = np.array([along[1], -along[0]])
    pierce = a + right * lead
    return (float(a[0]), float(a[1])), (float(pierce[0]), float(pierce[1]))


def _cut(
    mark: str,
    number: int,
    opening: bool,
    pierce: tuple[float, float],
    run: list[tuple[float, float]],
    length: float,
    bridges: int,
    settings: TableSettings,
) -> Iterator[Contour]:
    """The lead and the run as lines and arcs; with bridges, each stretch between them has its own pierce."""
    stretches = [run] if not bridges else list(_stretches(run, length, bridges, settings.bridge_mm + settings.kerf_mm))
    for k, stretch in enumerate(stretches):
        at = pierce if k == 0 else stretch[0]
        moves = [Move(x=stretch[0][0], y=stretch[0][1])] if k == 0 and pierce != stretch[0] else []
        moves += [Move(x=b[0], y=b[1], bulge=bulge) for _, b, bulge in fitted(stretch, ARC_MM)]
        led = k == 0 and pierce != stretch[0]
        yield Contour(part=mark, number=number, opening=opening, led=led, pierce_x=at[0], pierce_y=at[1], moves=moves)


def _stretches(
    run: list[tuple[float, float]], length: float, bridges: int, gap_mm: float
) -> Iterator[list[tuple[float, float]]]:
    """The run with so many gaps left in it, evenly spread, none at its start."""
    line = LineString(run)
    for k in range(bridges + 1):
        low = 0.0 if k == 0 else length * k / (bridges + 1) + gap_mm / 2
        high = length if k == bridges else length * (k + 1) / (bridges + 1) - gap_mm / 2
        piece = substring(line, low, high)
        yield [(float(x), float(y)) for x, y in piece.coords]


def _ordered(groups: list[tuple[int, list[Contour]]], shapes: list[Polygon]) -> list[tuple[int, list[Contour]]]:
    """Parts in openings of others before those, and each next part away from the last but near."""
    inside: dict[int, set[int]] = {k: set() for k, _ in groups}
    outers = [Polygon(s.exterior) for s in shapes]
    tree = shapely.STRtree(outers)
    for k, _ in groups:
        for m in tree.query(outers[k].representative_point(), predicate="within"):
            if m != k:
                inside[int(m)].add(k)
    left = dict(groups)
    here = Point(0, 0)
    out: list[tuple[int, list[Contour]]] = []
    while left:
        ready = [k for k in left if not (inside[k] & left.keys())]
        near = sorted(ready, key=lambda k: outers[k].centroid.distance(here))
        away = [k for k in near if outers[k].centroid.distance(here) >= APART_MM]
        k = (away or near)[0] if out else near[0]
        out.append((k, left.pop(k)))
        here = outers[k].centroid
    return out


def moved_arc(x0: float, y0: float, move: Move) -> tuple[float, float]:
    """Centre of a move's arc, mm."""
    sweep = 4 * math.atan(move.bulge)
    chord = math.hypot(move.x - x0, move.y - y0)
    radius = chord / (2 * abs(math.sin(sweep / 2)))
    towards = math.atan2(move.y - y0, move.x - x0) + math.copysign(math.pi / 2, sweep) - sweep / 2
    return x0 + radius * math.cos(towards), y0 + radius * math.sin(towards)
