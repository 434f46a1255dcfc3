"""Lines and arcs through a closed run of points."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from yorvek.core.outlines import Ring, Vertex, ring_points

Points = NDArray[np.float64]
LEAST_RUN = 4
"""Points that a line or an arc is laid through at the least."""
MOST_POINTS = 3000
"""Of a run; more says nothing more of its lines (ours)."""
WINDOW, SHARP = 6, math.radians(32)
"""A corner turns so much over so many points before and after it (ours)."""
SUDDEN = 0.68
"""Of that, what it turns over half as many points; an arc turns by half (ours)."""
ROUNDED = 4
"""Points on either side of a corner that a picture rounds off (ours)."""
ARC_OVER_LINE = 1.35
"""An arc is laid where it reaches so much further than a line (ours)."""
FLATTEST = 8.0
"""An arc's radius over the size of the piece; flatter is a line (ours)."""
TRIMMED = 0.12
"""Of a stretch, what is left out at either end as it is laid again: it may belong to its neighbour (ours)."""
NEAR_STEPS = 6.0
"""Two stretches meet within so many tolerances of where the points change from one to the other (ours)."""
TOUCHES = 1.5
"""A line that stands so many tolerances from an arc touches it (ours)."""
LEAST_SWEEP = math.radians(4)
"""An arc that turns by less is a line (ours)."""


@dataclass(frozen=True)
class Line:
    """Through a place, along a way of length one."""

    at: Points
    way: Points

    def away(self, points: Points) -> Points:
        d = points - self.at
        off: Points = np.abs(d[:, 0] * self.way[1] - d[:, 1] * self.way[0])
        return off


@dataclass(frozen=True)
class Arc:
    """Of a circle."""

    middle: Points
    radius: float

    def away(self, points: Points) -> Points:
        off: Points = np.abs(np.linalg.norm(points - self.middle, axis=1) - self.radius)
        return off


Shape = Line | Arc


def line_through(points: Points) -> Line:
    """The line that lies closest."""
    at = points.mean(axis=0)
    _, _, ways = np.linalg.svd(points - at, full_matrices=False)
    way = ways[0]
    return Line(at, way if (points[-1] - points[0]) @ way >= 0 else -way)


def circle_through(points: Points) -> Arc | None:
    """The circle that lies closest, by Kåsa's algebraic fit made better by two steps of Gauss and Newton; None of
    points in a line.
    """
    at = points.mean(axis=0)
    p = points - at
    z = (p**2).sum(axis=1)
    design = np.column_stack([p, np.ones(len(p))])
    solved, *_ = np.linalg.lstsq(design, z, rcond=None)
    middle = solved[:2] / 2
    square = solved[2] + middle @ middle
    if not np.isfinite(square) or square <= 0:
        return None
    radius = math.sqrt(square)
    for _ in range(2):
        d = p - middle
        r = np.maximum(np.linalg.norm(d, axis=1), 1e-9)
        slopes = np.column_stack([-d / r[:, None], -np.ones(len(p))])
        step, *_ = np.linalg.lstsq(slopes, -(r - radius), rcond=None)
        middle, radius = middle + step[:2], radius + float(step[2])
    return Arc(middle + at, radius) if radius > 0 else None


def ring_through(points: Points, tolerance: float) -> tuple[Ring, float]:
    """A ring of lines and arcs, and how far points lie from it at most.

    Args:
        points: closed run, mm, [n, 2].
        tolerance: points may lie so far from what is laid through them, mm.
    """
    run = _thinned(points)
    whole = circle_through(run)
    if whole is not None and float(whole.away(run).max()) <= tolerance:
        ring = Ring.circle(float(whole.middle[0]), float(whole.middle[1]), 2 * whole.radius)
        return ring, float(whole.away(run).max())
    run = np.roll(run, -_sharpest(run), axis=0)
    size = float(np.ptp(run, axis=0).max())
    sharp = _corners(run)
    cuts = _joined(run, _stretches(run, sharp, tolerance), sharp, tolerance)
    shapes = [_laid(_inner(run, a, b, sharp), size) for a, b in _pairs(cuts, len(run))]
    ring = _ring(run, cuts, shapes, tolerance)
    return ring, _furthest(run, ring)


def _thinned(points: Points) -> Points:
    """Evenly along the run, few enough to be quick."""
    closed = np.vstack([points, points[:1]])
    steps = np.linalg.norm(np.diff(closed, axis=0), axis=1)
    along = np.concatenate([[0.0], np.cumsum(steps)])
    count = min(len(points), MOST_POINTS)
    places = np.linspace(0, along[-1], count, endpoint=False)
    return np.column_stack([np.interp(places, along, closed[:, k]) for k in (0, 1)])


def _turned(run: Points, window: int) -> Points:
    """How far it turns at each point, radians, over so many points before and after."""
    before, after = run - np.roll(run, window, axis=0), np.roll(run, -window, axis=0) - run
    cross = before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0]
    turned: Points = np.abs(np.arctan2(cross, (before * after).sum(axis=1)))
    return turned


def _sharpest(run: Points) -> int:
    return int(_turned(run, WINDOW).argmax())


def _corners(run: Points) -> set[int]:
    """Points where it turns sharply: a picture rounds them off, and nothing is laid through them. What turns by as
    much less as it is looked at more closely is an arc.
    """
    turned, closely = _turned(run, WINDOW), _turned(run, WINDOW // 2)
    found: set[int] = set()
    for k in np.argsort(-turned):
        if turned[k] < SHARP:
            break
        near = np.take(closely, range(k - 1, k + 2), mode="wrap").max()
        if near > SUDDEN * turned[k] and all(min(abs(k - c), len(run) - abs(k - c)) > WINDOW for c in found):
            found.add(int(k))
    return found


def _stretch(run: Points, a: int, b: int) -> Points:
    """Points from one to another, both with it; past the end it goes on at the beginning."""
    if b >= len(run):
        return np.vstack([run[a:], run[: b - len(run) + 1]])
    return run[a : b + 1]


def _inner(run: Points, a: int, b: int, sharp: set[int], trimmed: float = TRIMMED) -> Points:
    """Of a stretch what is surely its own: less at a corner, which the picture rounds off, and at where it changes."""
    points = _stretch(run, a, b)
    off = int(len(points) * trimmed)
    first = max(off, ROUNDED) if a % len(run) in sharp else off
    last = max(off, ROUNDED) if b % len(run) in sharp else off
    return points[first : len(points) - last] if len(points) - first - last >= LEAST_RUN else points


def _fits(points: Points, tolerance: float, kind: type[Shape]) -> bool:
    if kind is Line:
        return float(line_through(points).away(points).max()) <= tolerance
    arc = circle_through(points)
    return float((line_through(points) if arc is None else arc).away(points).max()) <= tolerance


def _reach(run: Points, start: int, last: int, tolerance: float, kind: type[Shape]) -> int:
    """How far along from `start`, up to `last`, one shape lies close to all points: doubled, then halved back."""
    good, step = min(start + LEAST_RUN - 1, last), LEAST_RUN
    while good < last:
        tried = min(good + step, last)
        if not _fits(_stretch(run, start, tried), tolerance, kind):
            break
        good, step = tried, step * 2
    bad = min(good + step, last + 1)
    while bad - good > 1:
        tried = (good + bad) // 2
        if tried <= last and _fits(_stretch(run, start, tried), tolerance, kind):
            good = tried
        else:
            bad = tried
    return good


def _stretches(run: Points, sharp: set[int], tolerance: float) -> list[int]:
    """Where each stretch begins: each as long as a line or an arc reaches, and none over a corner."""
    corners = sorted({0, *sharp})
    cuts = []
    for a, b in itertools.pairwise([*corners, len(run)]):
        cuts.append(a)
        start, end = a + ROUNDED * (a in sharp), b - ROUNDED * (b % len(run) in sharp)
        at = start
        while at < end:
            line = _reach(run, at, end, tolerance, Line)
            arc = _reach(run, at, end, tolerance, Arc)
            at = max(at + 1, arc if arc - at > ARC_OVER_LINE * (line - at) else line)
            if at < end - LEAST_RUN:
                cuts.append(at)
    return cuts


def _pairs(cuts: list[int], count: int) -> list[tuple[int, int]]:
    ends = [*cuts[1:], cuts[0] + count]
    return list(zip(cuts, ends, strict=True))


def _joined(run: Points, cuts: list[int], sharp: set[int], tolerance: float) -> list[int]:
    """Without the cuts that one line or arc goes over; corners stay."""
    kept = list(cuts)
    k = 0
    while len(kept) > 2 and k < len(kept):
        if kept[k] in sharp:
            k += 1
            continue
        before, after = kept[k - 1], kept[(k + 1) % len(kept)]
        a = before if before < kept[k] else before - len(run)
        b = after if after > kept[k] else after + len(run)
        turned = np.roll(run, -a, axis=0)
        points = _inner(turned, 0, b - a, {(c - a) % len(run) for c in sharp}, trimmed=0.0)
        if any(_fits(points, tolerance, kind) for kind in (Line, Arc)):
            kept.pop(k)
            k = max(0, k - 1)
        else:
            k += 1
    return kept


def _laid(points: Points, size: float) -> Shape:
    """Line or arc through a stretch, whichever is closer; a line where both are."""
    line = line_through(points)
    arc = circle_through(points)
    if arc is None or arc.radius > FLATTEST * size:
        return line
    sagged = float(line.away(points).max()) > 2.0 * float(arc.away(points).max()) + 1e-6
    return arc if sagged and _sweep(points, arc) > LEAST_SWEEP else line


def _sweep(points: Points, arc: Arc) -> float:
    return float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum()) / arc.radius


def _ring(run: Points, cuts: list[int], shapes: list[Shape], tolerance: float) -> Ring:
    """Where neighbours meet, and the arcs between."""
    step = float(np.linalg.norm(run[1] - run[0]))
    corners = [
        _meeting(shapes[k - 1], shape, run[cuts[k] % len(run)], tolerance, ROUNDED * step)
        for k, shape in enumerate(shapes)
    ]
    vertices = []
    for k, (a, b) in enumerate(_pairs(cuts, len(run))):
        shape, start, end = shapes[k], corners[k], corners[(k + 1) % len(corners)]
        middle = run[((a + b) // 2) % len(run)]
        bulge = 0.0 if isinstance(shape, Line) else _bulge(start, middle, end, shape)
        vertices.append(Vertex(x=round(float(start[0]), 3), y=round(float(start[1]), 3), bulge=bulge))
    return Ring(vertices=vertices)


def _bulge(start: Points, middle: Points, end: Points, arc: Arc) -> float:
    """Of an arc from one point to another that goes by a third."""
    angles = [math.atan2(*(p - arc.middle)[::-1]) for p in (start, middle, end)]
    there = (angles[1] - angles[0]) % math.tau
    all_ = (angles[2] - angles[0]) % math.tau
    sweep = all_ if there <= all_ else all_ - math.tau
    return math.tan(sweep / 4)


def _meeting(a: Shape, b: Shape, near: Points, tolerance: float, beside_mm: float) -> Points:
    """Where two shapes meet, nearest to a point; where they do not meet near it, between both beside it."""
    found = [
        p
        for p in _meetings(a, b, tolerance)
        if np.linalg.norm(p - near) <= NEAR_STEPS * tolerance + _room(a, b) + beside_mm
    ]
    if found:
        return min(found, key=lambda p: float(np.linalg.norm(p - near)))
    beside: Points = (_foot(a, near) + _foot(b, near)) / 2
    return beside


def _room(a: Shape, b: Shape) -> float:
    """How much further off two shapes may meet that run into each other smoothly."""
    return 0.1 * min((s.radius for s in (a, b) if isinstance(s, Arc)), default=0.0)


def _foot(shape: Shape, p: Points) -> Points:
    """The nearest point of a shape."""
    if isinstance(shape, Line):
        found: Points = shape.at + shape.way * float((p - shape.at) @ shape.way)
        return found
    out = p - shape.middle
    foot: Points = shape.middle + out * shape.radius / max(float(np.linalg.norm(out)), 1e-9)
    return foot


def _meetings(a: Shape, b: Shape, tolerance: float) -> list[Points]:
    """Where two shapes meet; where they touch, the one place where they do."""
    if isinstance(a, Line) and isinstance(b, Line):
        cross = float(a.way[0] * b.way[1] - a.way[1] * b.way[0])
        if abs(cross) < 0.05:
            return []
        d = b.at - a.at
        return [a.at + a.way * float(d[0] * b.way[1] - d[1] * b.way[0]) / cross]
    if isinstance(a, Arc) and isinstance(b, Arc):
        return _circles_meet(a, b, tolerance)
    line, arc = (a, b) if isinstance(a, Line) else (b, a)
    assert isinstance(line, Line) and isinstance(arc, Arc)
    foot = _foot(line, arc.middle)
    if abs(float(np.linalg.norm(foot - arc.middle)) - arc.radius) <= TOUCHES * tolerance:
        return [foot]
    half = arc.radius**2 - float((foot - arc.middle) @ (foot - arc.middle))
    if half < 0:
        return []
    return [foot + line.way * s * math.sqrt(half) for s in (1, -1)]


def _circles_meet(a: Arc, b: Arc, tolerance: float) -> list[Points]:
    d = b.middle - a.middle
    apart = float(np.linalg.norm(d))
    if apart > 1e-9 and min(abs(apart - a.radius - b.radius), abs(apart - abs(a.radius - b.radius))) <= tolerance:
        larger, smaller = (a, b) if a.radius >= b.radius else (b, a)
        way = (smaller.middle - larger.middle) / apart
        return [larger.middle + way * larger.radius]
    if apart < 1e-9 or apart > a.radius + b.radius or apart < abs(a.radius - b.radius):
        return []
    along = (apart**2 + a.radius**2 - b.radius**2) / (2 * apart)
    high = math.sqrt(max(0.0, a.radius**2 - along**2))
    unit = d / apart
    foot = a.middle + unit * along
    side = np.array([-unit[1], unit[0]])
    return [foot + side * high, foot - side * high]


def _furthest(run: Points, ring: Ring) -> float:
    """How far the points lie from a ring at most."""
    line = shapely.LinearRing(ring_points(ring))
    return float(shapely.distance(line, shapely.points(run)).max())
