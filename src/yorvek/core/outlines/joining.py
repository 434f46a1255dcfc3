"""Loose segments of a drawing joined into rings and rings into outlines; what does not close is named with its
place.
"""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import product

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import cKDTree
from shapely import Polygon, STRtree

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines.outline import Outline, Point, Ring, Vertex, ring_area_mm2, ring_points
from yorvek.core.outlines.overlapping import merged, uncovered
from yorvek.core.outlines.segments import Segment, together

JOIN_MM = 0.02
"""Ends this close are one point: drawings are rounded to a hundredth."""
MOST_MENDED_MM = 1.0
MOST_CLOSE, MOST_TROUBLES = 60, 300
"""Ends near each end on average, and troubles that are named: more is no drawing of parts."""


class Trouble(Model):
    """Something in a drawing that does not make an outline, and where, mm."""

    what: str
    x: float
    y: float


class Joined(Model):
    """Outlines of a drawing, largest first, each with the layer of its outer ring; what is wrong; what was mended."""

    outlines: list[Outline]
    layers: list[str]
    troubles: list[Trouble]
    mended: list[str]


def joined(segments: list[Segment], *, mend: bool = False) -> Joined:
    """Join segments into rings and nest the rings. Closed contours are rings as they were drawn, whatever they touch.

    Args:
        segments: in any order and direction.
        mend: close gaps of up to a millimetre and leave stray ends out; only with somebody's consent.

    Raises:
        InputError: more lines end in one place than a drawing of parts has.
    """
    mended: list[str] = []
    drawn = _drawn_rings([s for s in segments if s.ring], mended)
    kept = _without_doubles([s for s in segments if not s.ring], mended)
    kept = _once(kept, [s for ring in drawn for s in ring], mended)
    nodes, ends = _nodes(kept, JOIN_MM)
    kept, ends = _with_length(kept, ends)
    troubles: list[Trouble] = []
    degree = _meeting(ends)
    loose = [n for n, at in degree.items() if len(at) == 1]
    if mend and loose:
        kept = _bridged(kept, nodes, ends, loose, mended)
        nodes, ends = _nodes(kept, JOIN_MM)
        kept, ends = _with_length(kept, ends)
        degree = _meeting(ends)
    for n, at in degree.items():
        if len(troubles) >= MOST_TROUBLES:
            break
        x, y = nodes[n]
        if len(at) == 1:
            troubles.append(Trouble(what="an open end: the contour does not close", x=x, y=y))
        elif len(at) % 2:
            troubles.append(Trouble(what=f"{len(at)} lines meet in one point: a contour may not branch", x=x, y=y))
    bad = {n for n, at in degree.items() if len(at) % 2}
    rings = [_as_ring(ring) for ring in drawn] + _rings(kept, nodes, ends, degree, bad)
    return _nested(rings, troubles, mended)


def whole_contours(segments: list[Segment], number: int) -> list[Segment]:
    """Segments of one thing that is drawn, in order: those that run back to where they began are one contour each,
    numbered after `number`.
    """
    out: list[Segment] = []
    chain: list[Segment] = []
    for s in segments:
        if chain and math.dist(chain[-1].end, s.start) > JOIN_MM / 4:
            out += chain
            chain = []
        chain.append(s)
        if _encloses(chain) and math.dist(s.end, chain[0].start) <= JOIN_MM / 4:
            number += 1
            out += [replace(x, ring=number) for x in chain]
            chain = []
    return out + chain


def _drawn_rings(segments: list[Segment], mended: list[str]) -> list[list[Segment]]:
    """Contours that were drawn closed, each once."""
    rings: dict[int, list[Segment]] = {}
    for s in segments:
        rings.setdefault(s.ring, []).append(s)
    seen: dict[tuple[int, ...], list[Polygon]] = {}
    out, doubles, small = [], 0, 0
    for ring in rings.values():
        ring = [s for s in ring if math.dist(s.start, s.end) > JOIN_MM / 4 or not s.straight]
        if not _encloses(ring):
            small += 1
            continue
        shape = Polygon(ring_points(_as_ring(ring)[0]))
        near = [p for one in _near(shape.bounds) for p in seen.get(one, [])]
        if shape.is_valid and any(_same_shape(shape, p) for p in near):
            doubles += 1
            continue
        seen.setdefault(tuple(math.floor(v) for v in shape.bounds), []).append(shape)
        out.append(ring)
    if doubles:
        mended.append(f"{doubles} contours drawn twice were taken once")
    if small:
        mended.append(f"{small} contours too small to be cut were left out")
    return out


def _encloses(chain: list[Segment]) -> bool:
    """Whether lines that run back to where they began can have something within: two straight ones cannot."""
    return len(chain) > 2 or (len(chain) == 2 and not all(s.straight for s in chain))


def _near(bounds: tuple[float, ...]) -> list[tuple[int, ...]]:
    """The millimetres in which bounds lie, and those next to them where a few hundredths would."""
    each = [{math.floor(v), math.floor(v - 2 * JOIN_MM), math.floor(v + 2 * JOIN_MM)} for v in bounds]
    return list(product(*each))


def _same_shape(a: Polygon, b: Polygon) -> bool:
    """Whether two contours lie on one another."""
    return bool(
        b.is_valid
        and abs(a.area - b.area) <= JOIN_MM * a.length
        and a.symmetric_difference(b).area <= JOIN_MM * a.length
    )


def _as_ring(segments: list[Segment]) -> tuple[Ring, str]:
    return Ring(vertices=[Vertex(x=s.start[0], y=s.start[1], bulge=s.bulge) for s in segments]), segments[0].layer


def _once(loose: list[Segment], drawn: list[Segment], mended: list[str]) -> list[Segment]:
    """Loose lines without what lies on a closed contour, those that lie on one another made one."""
    kept = uncovered(loose, drawn, JOIN_MM) if drawn else loose
    if len(kept) < len(loose):
        mended.append(f"{len(loose) - len(kept)} lines that lie on a closed contour were left out")
    kept, fewer = merged(kept, JOIN_MM)
    if fewer:
        mended.append(f"{fewer} lines that lie on others were made one with them")
    return kept


def _with_length(segments: list[Segment], ends: list[tuple[int, int]]) -> tuple[list[Segment], list[tuple[int, int]]]:
    """Segments that end elsewhere than they begin: others are shorter than two ends that are one."""
    pairs = [(s, e) for s, e in zip(segments, ends, strict=True) if e[0] != e[1]]
    return [s for s, _ in pairs], [e for _, e in pairs]


def _without_doubles(segments: list[Segment], mended: list[str]) -> list[Segment]:
    """Each segment once, whichever way it was drawn; nothing of no length."""
    seen: set[tuple[float, ...]] = set()
    out = []
    doubles = 0
    for s in segments:
        if math.dist(s.start, s.end) < JOIN_MM and s.straight:
            continue
        a, b = (tuple(round(v / JOIN_MM / 2) for v in p) for p in (s.start, s.end))
        bulge = round(s.bulge, 4)
        key, back = (*a, *b, bulge), (*b, *a, -bulge)
        if key in seen or back in seen:
            doubles += 1
            continue
        seen.add(key)
        out.append(s)
    if doubles:
        mended.append(f"{doubles} lines drawn twice were taken once")
    return out


def _nodes(segments: list[Segment], within: float) -> tuple[list[Point], list[tuple[int, int]]]:
    """Points where ends meet, and the two of each segment."""
    if not segments:
        return [], []
    every = np.array([p for s in segments for p in (s.start, s.end)])
    points, place = np.unique(every, axis=0, return_inverse=True)
    tree = cKDTree(points)
    if tree.count_neighbors(tree, within) > MOST_CLOSE * len(points):
        raise InputError(field="drawing", got=f"{len(points)} ends", needs="fewer lines that end in one place")
    root = together(len(points), tree.query_pairs(within))
    number: dict[int, int] = {}
    nodes: list[Point] = []
    of = []
    for k in map(int, place.ravel()):
        r = root[k]
        if r not in number:
            number[r] = len(nodes)
            nodes.append((float(points[r][0]), float(points[r][1])))
        of.append(number[r])
    return nodes, list(zip(of[::2], of[1::2], strict=True))


def _meeting(ends: list[tuple[int, int]]) -> dict[int, list[int]]:
    """The segments that meet at each node."""
    out: dict[int, list[int]] = {}
    for k, pair in enumerate(ends):
        for n in pair:
            out.setdefault(n, []).append(k)
    return out


def _bridged(
    segments: list[Segment], nodes: list[Point], ends: list[tuple[int, int]], loose: list[int], mended: list[str]
) -> list[Segment]:
    """Loose ends joined to the nearest other loose end within a millimetre; segments that stay loose are left out."""
    out = list(segments)
    free = set(loose)
    tree = cKDTree(np.array([nodes[n] for n in loose]))
    pairs = sorted(tree.query_pairs(MOST_MENDED_MM), key=lambda p: math.dist(nodes[loose[p[0]]], nodes[loose[p[1]]]))
    for a, b in pairs:
        i, j = loose[a], loose[b]
        if i in free and j in free:
            free -= {i, j}
            out.append(Segment(nodes[i], nodes[j], 0.0, segments[0].layer))
            x, y = nodes[i]
            mended.append(f"a gap of {math.dist(nodes[i], nodes[j]):.3f} mm at {x:.1f}, {y:.1f} was closed")
    stray = {k for k, e in enumerate(ends) if free & set(e)}
    while stray:
        left = [s for k, s in enumerate(out) if k not in stray]
        mended.append(f"{len(stray)} stray lines were left out")
        out = left
        _, again = _nodes(out, JOIN_MM)
        met = _meeting(again)
        stray = {k for k, e in enumerate(again) if any(len(met[n]) == 1 for n in e)}
    return out


def _rings(
    segments: list[Segment],
    nodes: list[Point],
    ends: list[tuple[int, int]],
    degree: dict[int, list[int]],
    bad: set[int],
) -> list[tuple[Ring, str]]:
    """Contours of loose lines: whenever a walk along them comes back to where it has been, that loop is one. Contours
    that touch in a point so stay two.
    """
    used: set[int] = set()
    out: list[tuple[Ring, str]] = []
    for first in range(len(segments)):
        here, k = ends[first][0], first
        path: list[tuple[int, int, bool]] = []
        since = {here: 0}
        while k not in used:
            used.add(k)
            forward = ends[k][0] == here
            path.append((here, k, forward))
            here = ends[k][1] if forward else ends[k][0]
            if here in bad:
                break
            if here in since:
                loop = path[since[here] :]
                del path[since[here] :]
                since = {n: i for i, (n, *_) in enumerate(path)} | {here: len(path)}
                if len(loop) > 1:
                    out.append(_looped(loop, segments, nodes))
            else:
                since[here] = len(path)
            k = next((n for n in degree[here] if n not in used), k)
    return out


def _looped(loop: list[tuple[int, int, bool]], segments: list[Segment], nodes: list[Point]) -> tuple[Ring, str]:
    """A ring of lines, each from its node, along it or against it."""
    vertices = [
        Vertex(x=nodes[n][0], y=nodes[n][1], bulge=segments[k].bulge if forward else -segments[k].bulge)
        for n, k, forward in loop
    ]
    return Ring(vertices=vertices), segments[loop[0][1]].layer


def _nested(rings: list[tuple[Ring, str]], troubles: list[Trouble], mended: list[str]) -> Joined:
    """Rings at an even depth are outlines, those inside them their openings."""
    shapes = []
    for ring, layer in rings:
        points = ring_points(ring)
        if len(points) < 3:
            troubles.append(Trouble(what="a contour that encloses nothing", x=points[0][0], y=points[0][1]))
            continue
        shape = Polygon(points)
        if not shape.is_valid:
            reason = shapely.is_valid_reason(shape)
            at = reason.partition("[")[2].rstrip("]").split()
            x, y = (float(v) for v in at[:2]) if len(at) >= 2 else (shape.centroid.x, shape.centroid.y)
            troubles.append(Trouble(what="a contour crosses itself", x=x, y=y))
            continue
        shapes.append((ring, layer, shape))
    shapes.sort(key=lambda s: -s[2].area)
    depth: list[int] = []
    outlines: list[tuple[Ring, str, list[Ring]]] = []
    owner: list[int] = []
    polygons = [s for *_, s in shapes]
    filled = STRtree(polygons)
    points = np.array([p.representative_point() for p in polygons], dtype=object)
    lies = _earlier(filled.query(points, predicate="within"))
    meets = _earlier(filled.query(np.array(polygons, dtype=object), predicate="overlaps"))
    for k, (ring, layer, shape) in enumerate(shapes):
        inside = lies.get(k, [])
        crossing = [m for m in meets.get(k, []) if _cross(shape, polygons[m])]
        if crossing and len(troubles) < MOST_TROUBLES:
            where = shapes[min(crossing)][2].exterior.intersection(shape.exterior).representative_point()
            troubles.append(Trouble(what="two contours cross each other", x=where.x, y=where.y))
        depth.append(len(inside))
        owner.append(-1)
        if len(inside) % 2 == 0:
            owner[k] = len(outlines)
            outlines.append((_counter_clockwise(ring), layer, []))
        else:
            parent = max(inside, key=lambda m: depth[m])
            if owner[parent] >= 0:
                outlines[owner[parent]][2].append(_counter_clockwise(ring))
    return Joined(
        outlines=[Outline(outer=r, openings=o) for r, _, o in outlines],
        layers=[layer for _, layer, _ in outlines],
        troubles=troubles,
        mended=mended,
    )


def _earlier(pairs: NDArray[np.int64]) -> dict[int, list[int]]:
    """By a contour, those that come before it among what it was asked against."""
    out: dict[int, list[int]] = {}
    for k, m in sorted(zip(*pairs.tolist(), strict=True)):
        if m < k:
            out.setdefault(k, []).append(m)
    return out


def _cross(a: Polygon, b: Polygon) -> bool:
    """Whether two contours do more than touch."""
    return bool(a.intersection(b).area > JOIN_MM * min(a.length, b.length))


def _counter_clockwise(ring: Ring) -> Ring:
    return ring if ring_area_mm2(ring) > 0 else ring.turned_round()
