"""Loose segments of a drawing joined into rings and rings into outlines; what does not close is named with its
place.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from scipy.spatial import cKDTree
from shapely import Polygon, STRtree

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines.outline import Outline, Point, Ring, Vertex, ring_area_mm2, ring_points

JOIN_MM = 0.02
"""Ends this close are one point: drawings are rounded to a hundredth."""
MOST_MENDED_MM = 1.0
MOST_CLOSE, MOST_TROUBLES = 60, 300
"""Ends near each end on average, and troubles that are named: more is no drawing of parts."""


@dataclass(frozen=True)
class Segment:
    """A line or arc of a drawing, and the layer it is on."""

    start: Point
    end: Point
    bulge: float
    layer: str


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
    """Join segments into rings and nest the rings.

    Args:
        segments: in any order and direction.
        mend: close gaps of up to a millimetre and leave stray ends out; only with somebody's consent.

    Raises:
        InputError: more lines end in one place than a drawing of parts has.
    """
    mended: list[str] = []
    kept = _without_doubles(segments, mended)
    nodes, ends = _nodes(kept, JOIN_MM)
    troubles: list[Trouble] = []
    degree = _meeting(ends)
    loose = [n for n, at in degree.items() if len(at) == 1]
    if mend and loose:
        kept = _bridged(kept, nodes, ends, loose, mended)
        nodes, ends = _nodes(kept, JOIN_MM)
        degree = _meeting(ends)
    for n, at in degree.items():
        if len(troubles) >= MOST_TROUBLES:
            break
        x, y = nodes[n]
        if len(at) == 1:
            troubles.append(Trouble(what="an open end: the contour does not close", x=x, y=y))
        elif len(at) > 2:
            troubles.append(Trouble(what=f"{len(at)} lines meet in one point: a contour may not branch", x=x, y=y))
    bad = {n for n, at in degree.items() if len(at) != 2}
    rings = _rings(kept, nodes, ends, degree, bad)
    return _nested(rings, troubles, mended)


def _without_doubles(segments: list[Segment], mended: list[str]) -> list[Segment]:
    """Each segment once, whichever way it was drawn; nothing of no length."""
    seen: set[tuple[float, ...]] = set()
    out = []
    doubles = 0
    for s in segments:
        if math.dist(s.start, s.end) < JOIN_MM and abs(s.bulge) < 1e-9:
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
    parent = list(range(len(points)))

    def root(k: int) -> int:
        while parent[k] != k:
            parent[k] = parent[parent[k]]
            k = parent[k]
        return k

    for a, b in tree.query_pairs(within):
        parent[root(a)] = root(b)
    number: dict[int, int] = {}
    nodes: list[Point] = []
    of = []
    for k in map(int, place.ravel()):
        r = root(k)
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
    used: set[int] = set()
    out = []
    for first in range(len(segments)):
        if first in used:
            continue
        a, b = ends[first]
        if a == b:  # a closed arc of one segment cannot be; two halves make a circle
            used.add(first)
            continue
        vertices = []
        k, here, whole = first, a, True
        while k not in used:
            used.add(k)
            i, j = ends[k]
            forward = i == here
            x, y = nodes[here]
            vertices.append(Vertex(x=x, y=y, bulge=segments[k].bulge if forward else -segments[k].bulge))
            here = j if forward else i
            if here in bad:
                whole = False
                break
            k = next((n for n in degree[here] if n != k and n not in used), k)
        if whole and here == a and len(vertices) >= 2:
            out.append((Ring(vertices=vertices), segments[first].layer))
    return out


def _nested(rings: list[tuple[Ring, str]], troubles: list[Trouble], mended: list[str]) -> Joined:
    """Rings at an even depth are outlines, those inside them their openings."""
    shapes = []
    for ring, layer in rings:
        shape = Polygon(ring_points(ring))
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
    filled, edges = STRtree([s for *_, s in shapes]), STRtree([s.exterior for *_, s in shapes])
    for k, (ring, layer, shape) in enumerate(shapes):
        inside = sorted(m for m in filled.query(shape.representative_point(), predicate="within").tolist() if m < k)
        crossing = [m for m in edges.query(shape.exterior, predicate="crosses").tolist() if m < k]
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


def _counter_clockwise(ring: Ring) -> Ring:
    return ring if ring_area_mm2(ring) > 0 else ring.turned_round()
