"""Bodies in space: what a part is once it is made, as flat faces, the edges between them, and prisms that fill it."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon
from shapely.geometry.polygon import orient

Floats = NDArray[np.float64]
SMOOTH = math.cos(math.radians(25.0))
"""Two faces that turn less than that into each other are one round surface (ours)."""
Row = tuple[Floats, Floats, Floats, Floats, bool, bool]
Height = Callable[[Floats], Floats]
"""How far along a prism its end is, at each of [n, 2] places of its outline."""


@dataclass(frozen=True)
class Edges:
    """Edges of a body: from and to [n, 3], the ways out of the faces on both their sides, and whether they are seen
    also where neither side turns away; `outer`: whether it is of the outside, where a weld may lie, and not of a bore.
    """

    a: Floats
    b: Floats
    n1: Floats
    n2: Floats
    sharp: NDArray[np.bool_]
    outer: NDArray[np.bool_]

    @classmethod
    def of(cls, rows: Sequence[Row]) -> Edges:
        """Edges one by one as arrays."""
        if not rows:
            none = np.zeros((0, 3))
            return cls(none, none, none, none, np.zeros(0, dtype=bool), np.zeros(0, dtype=bool))
        a, b, n1, n2 = (np.array([r[k] for r in rows]) for k in range(4))
        return cls(a, b, n1, n2, np.array([r[4] for r in rows]), np.array([r[5] for r in rows]))


@dataclass(frozen=True)
class Face:
    """A flat face: its rings [n, 3], the outer one first, and the way out of the body."""

    rings: list[Floats]
    out: Floats


@dataclass(frozen=True)
class Prism:
    """What fills a body, or a part of it: an outline in the plane of u and v, from one height along w to another."""

    outline: Polygon
    axes: Floats
    low: Height
    high: Height

    def inside(self, points: Floats, by_mm: float) -> NDArray[np.bool_]:
        """Which of [n, 3] points are in it, at least so far from all its faces."""
        uvw = points @ self.axes.T
        small = self.outline.buffer(-by_mm)
        at = uvw[:, :2]
        deep = (uvw[:, 2] >= self.low(at) + by_mm) & (uvw[:, 2] <= self.high(at) - by_mm)
        return np.asarray(deep & shapely.contains_xy(small, at[:, 0], at[:, 1]), dtype=bool)


@dataclass(frozen=True)
class Solid:
    """A body in its own axes: x along its length, y up its depth, z towards whoever looks at it; its corner below on
    the left at the back is the origin.

    Args:
        faces, edges: its surface.
        prisms: what fills it; none where that is not known, as of what is bent in space.
        size: how far it reaches, mm.
        middle: its centre of mass.
        line: how far up and how far to the front the line through its ends' centroids is; of a bar what was sized.
        notes: what of it is not drawn.
        whole: it is drawn as it is; if not, what runs into it may only seem to.
    """

    faces: list[Face]
    edges: Edges
    prisms: list[Prism]
    size: Floats
    middle: Floats
    line: Floats
    notes: tuple[str, ...] = ()
    whole: bool = True

    @cached_property
    def face_blocks(self) -> tuple[Floats, Floats]:
        """From where to where each face reaches, [n, 3] each."""
        return (
            np.array([f.rings[0].min(axis=0) for f in self.faces]),
            np.array([f.rings[0].max(axis=0) for f in self.faces]),
        )


def level(height: float) -> Height:
    """A square end."""
    return lambda at: np.full(len(at), height)


def sloped(below: float, slope: float) -> Height:
    """An end that is cut on the slant over v."""
    return lambda at: below + slope * at[:, 1]


def rings_of(outline: Polygon) -> list[Floats]:
    """The rings of an outline without their last point: the outer one counter-clockwise, openings the other way."""
    turned = orient(outline)
    return [np.asarray(r.coords)[:-1] for r in (turned.exterior, *turned.interiors)]


def outward(ring: Floats) -> Floats:
    """The ways out of the sides of a ring, as its rings run, in its plane."""
    ways = np.roll(ring, -1, axis=0) - ring
    out: Floats = np.column_stack([ways[:, 1], -ways[:, 0]]) / np.hypot(*ways.T)[:, None]
    return out


def in_pieces(counts: NDArray[np.int64]) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Things that are each taken apart into so many: of which thing every piece is, and the how many-eth of it."""
    of = np.repeat(np.arange(len(counts)), counts)
    first = np.concatenate([[0], np.cumsum(counts)[:-1]])
    return of, np.arange(len(of)) - first[of]


def extruded(
    outline: Polygon, axes: Floats, low: Height, high: Height, caps: tuple[Floats | None, Floats | None]
) -> tuple[list[Face], list[Row]]:
    """The surface of a prism.

    Args:
        outline: in the plane of u and v, mm.
        axes: rows u, v and w in the body's axes.
        low, high: its ends along w.
        caps: the ways out of both ends in u, v and w; none: the end is not flat.
    """
    faces: list[Face] = []
    edges: list[Row] = []
    ends: tuple[list[Floats], list[Floats]] = ([], [])
    outs = [c @ axes if c is not None else side * axes[2] for c, side in zip(caps, (-1.0, 1.0), strict=True)]
    for which, ring in enumerate(rings_of(outline)):
        outer = which == 0
        lows = np.column_stack([ring, low(ring)]) @ axes
        highs = np.column_stack([ring, high(ring)]) @ axes
        ends[0].append(lows)
        ends[1].append(highs[::-1])
        normals = outward(ring) @ axes[:2]
        for k in range(len(ring)):
            after = (k + 1) % len(ring)
            faces.append(Face([np.array([lows[k], lows[after], highs[after], highs[k]])], normals[k]))
            bent = bool(normals[k - 1] @ normals[k] < SMOOTH)
            edges.append((lows[k], highs[k], normals[k - 1], normals[k], bent, outer))
            edges.append((lows[k], lows[after], normals[k], outs[0], True, outer))
            edges.append((highs[k], highs[after], normals[k], outs[1], True, outer))
    faces += [Face(rings, out) for rings, out, cap in zip(ends, outs, caps, strict=True) if cap is not None]
    return faces, edges
