"""Which bodies touch, along what, and which are in one another."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon

from yorvek.core.assemblies.placing import Body
from yorvek.core.assemblies.solids import Face, Floats, in_pieces

TOUCHES_MM = 3.0
"""As near as that is welded without a filling piece (root gap of a fillet; common practice, no source)."""
INSIDE_MM = 0.4
"""Blocks of bodies that overlap by less are not looked at for what is in one another (ours)."""
INTO_MM, CLEAR_MM = 0.6, 0.25
"""How far into their metal edges are drawn, so that what only touches is not pierced, and by how much they must pierce:
a wall of one millimetre is still found (ours).
"""
SHARPEST = 0.2
"""An edge that is sharper is drawn in no further (ours)."""
STEP_MM, FEWEST, MOST = 8.0, 8, 400
"""Places that are looked at along an edge (ours)."""


@dataclass(frozen=True)
class Touch:
    """Two bodies that touch: a place in the middle of where they do, and how long their edges lie there, mm."""

    a: int
    b: int
    at: Floats
    run_mm: float


@dataclass(frozen=True)
class Clash:
    """Two bodies that are in one another, and where."""

    a: int
    b: int
    at: Floats


@dataclass(frozen=True)
class Sampled:
    """Places along the edges of a body: how much of an edge each stands for (nothing in a bore), of which edge each is,
    and whether that one is sharp; and the block that the body stands in.
    """

    points: Floats
    share: Floats
    edge: NDArray[np.int64]
    sharp: NDArray[np.bool_]
    low: Floats
    high: Floats

    def run_mm(self, found: NDArray[np.int64]) -> float:
        """How long what is found of its places is: sharp edges, and both sides of a round one that lies on."""
        sharp = self.sharp[found]
        smooth = np.bincount(self.edge[found][~sharp], weights=self.share[found][~sharp])
        return float(self.share[found][sharp].sum() + 2 * smooth.max(initial=0.0))


def sampled(body: Body) -> Sampled:
    """Places along a body's edges, in the assembly."""
    e = body.solid.edges
    a, b = body.frame.points(e.a), body.frame.points(e.b)
    lengths = np.linalg.norm(b - a, axis=1)
    counts = np.clip(np.ceil(lengths / STEP_MM), np.where(e.sharp, FEWEST, 1), MOST).astype(int)
    which, k = in_pieces(counts)
    t = (k + 0.5) / counts[which]
    points = a[which] + (b - a)[which] * t[:, None]
    ends = np.vstack([a, b])
    share = (e.outer * lengths / counts)[which]
    return Sampled(points, share, which, e.sharp[which], ends.min(axis=0), ends.max(axis=0))


def near_pairs(at: Sequence[Sampled], within: float) -> Iterator[tuple[int, int]]:
    """Bodies whose blocks are so near."""
    low, high = np.array([s.low for s in at]), np.array([s.high for s in at])
    for i in range(len(at)):
        apart = np.maximum(low[i + 1 :] - high[i], low[i] - high[i + 1 :]).max(axis=1)
        for j in np.nonzero(apart <= within)[0]:
            yield i, int(i + 1 + j)


def touches(bodies: Sequence[Body], at: Sequence[Sampled]) -> list[Touch]:
    """All pairs that touch."""
    out = []
    for i, j in near_pairs(at, TOUCHES_MM):
        found = [_edges_on(bodies[j], at[i], at[j]), _edges_on(bodies[i], at[j], at[i])]
        points = np.vstack([at[i].points[found[0]], at[j].points[found[1]]])
        if len(points):
            run = at[i].run_mm(found[0]), at[j].run_mm(found[1])
            low, high = points.min(axis=0), points.max(axis=0)
            middle = points[np.argmin(np.linalg.norm(points - (low + high) / 2, axis=1))]
            out.append(Touch(i, j, middle, max(run)))
    return out


def _edges_on(onto: Body, of: Sampled, block: Sampled) -> NDArray[np.int64]:
    """Places along the edges of a body that lie on a face of another."""
    near = ((of.points >= block.low - TOUCHES_MM) & (of.points <= block.high + TOUCHES_MM)).all(axis=1)
    numbers = np.nonzero(near)[0]
    if not len(numbers):
        return numbers
    own = onto.frame.own(of.points[numbers])
    on = np.zeros(len(numbers), dtype=bool)
    for face in _faces_near(onto, own.min(axis=0), own.max(axis=0), TOUCHES_MM):
        ring = face.rings[0]
        left = np.nonzero(~on)[0]
        reach = own[left]
        close = np.abs((reach - ring[0]) @ face.out) <= TOUCHES_MM
        close &= ((reach >= ring.min(axis=0) - TOUCHES_MM) & (reach <= ring.max(axis=0) + TOUCHES_MM)).all(axis=1)
        if close.any():
            on[left[close]] = _within(face, reach[close], TOUCHES_MM / 2)
    return numbers[on]


def _faces_near(body: Body, low: Floats, high: Floats, within: float) -> list[Face]:
    """Faces of a body whose blocks come so near to a block, all in its own axes."""
    lows, highs = body.solid.face_blocks
    near = ((lows <= high + within) & (highs >= low - within)).all(axis=1)
    return [body.solid.faces[k] for k in np.nonzero(near)[0]]


def _within(face: Face, points: Floats, by_mm: float) -> NDArray[np.bool_]:
    """Which points, all near its plane, lie on a face that is made so much larger."""
    skip = int(np.argmax(np.abs(face.out)))
    keep = [k for k in range(3) if k != skip]
    shape = Polygon(face.rings[0][:, keep], [r[:, keep] for r in face.rings[1:]])
    larger = (shape if shape.is_valid else shape.buffer(0)).buffer(by_mm)
    return np.asarray(shapely.contains_xy(larger, points[:, keep[0]], points[:, keep[1]]), dtype=bool)


def clashes(bodies: Sequence[Body], at: Sequence[Sampled]) -> list[Clash]:
    """All pairs of which an edge of one, drawn a little into its metal, goes through a face of the other, or of which
    one is inside the other.
    """
    out = []
    for i, j in near_pairs(at, -INSIDE_MM):
        for a, b in ((i, j), (j, i)):
            places = _pierced(bodies[a], bodies[b])
            if len(places):
                out.append(Clash(i, j, places.mean(axis=0)))
                break
    return out


def _pierced(body: Body, by: Body) -> Floats:
    """Where edges of a body go through faces of another, or its first edge where it is inside that; in the assembly."""
    e = body.solid.edges
    turned = np.maximum(1.0 + (e.n1 * e.n2).sum(axis=1), SHARPEST)
    away = (e.n1 + e.n2) * (INTO_MM / turned)[:, None]
    a, b = (by.frame.own(body.frame.points(p - away)) for p in (e.a, e.b))
    found = []
    for face in _faces_near(by, np.minimum(a, b).min(axis=0), np.maximum(a, b).max(axis=0), 0.0):
        d0, d1 = ((p - face.rings[0][0]) @ face.out for p in (a, b))
        through = np.nonzero((d0 * d1 < 0) & (np.minimum(np.abs(d0), np.abs(d1)) > CLEAR_MM))[0]
        if len(through):
            t = d0[through] / (d0[through] - d1[through])
            points = a[through] + t[:, None] * (b - a)[through]
            found.append(points[_within(face, points, -CLEAR_MM)])
    whole = np.vstack(found) if found else np.zeros((0, 3))
    if not len(whole) and any(prism.inside(a[:1], CLEAR_MM).any() for prism in by.solid.prisms):
        whole = a[:1]
    return by.frame.points(whole)
