"""An assembly as it is seen from somewhere: the edges that nothing stands in front of."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon, STRtree

from yorvek.core.assemblies.placing import Body
from yorvek.core.assemblies.solids import Floats, in_pieces

ViewName = Literal["front", "right", "above", "space"]
TO_EYE: dict[ViewName, Floats] = {
    "front": np.array([[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]]),
    "right": np.array([[0.0, 0.0, -1.0], [0.0, 1.0, 0.0], [1.0, 0.0, 0.0]]),
    "above": np.array([[1.0, 0.0, 0.0], [0.0, 0.0, -1.0], [0.0, 1.0, 0.0]]),
    "space": np.array([[1.0, 0.0, -1.0], [-0.5, 1.0, -0.5], [1.0, 1.0, 1.0]])
    / np.sqrt([[2.0], [1.5], [3.0]]),
}  # fmt: skip
"""Rows: what is to the right, up, and towards the eye."""
BEHIND_MM = 0.05
"""An edge that far behind a face is hidden by it (ours)."""
TURNED, FLAT_ON = 1e-7, 1e-4
"""A face that is turned to the eye by less is seen from its edge; by less it is too steep to hide anything (ours)."""
SHORT_MM = 0.05
PIECES = 60
"""The longest line there may be is looked at in so many pieces (ours)."""


@dataclass(frozen=True)
class Seen:
    """What is seen: lines [n, 2, 2] in mm, right and up, and of which body each is."""

    lines: Floats
    body: NDArray[np.int64]


@dataclass(frozen=True)
class _Faces:
    """Faces that look towards the eye: their outlines, the planes they lie in (depth = a + b x + c y), and the corners
    of those that are four-sided [n, 4, 2], counter-clockwise; of others nothing that counts.
    """

    shapes: NDArray[np.object_]
    planes: Floats
    corners: Floats
    four: NDArray[np.bool_]


def seen(bodies: Sequence[Body], view: ViewName, moved: Sequence[Floats] | None = None) -> Seen:
    """The edges of bodies that are seen; `moved`: how far each is moved first, as when it is drawn apart."""
    eye = TO_EYE[view]
    faces = _facing(bodies, eye, moved)
    lines, body, depths = _edges(bodies, eye, moved)
    if not len(lines):
        return Seen(np.zeros((0, 2, 2)), np.zeros(0, dtype=np.int64))
    kept: list[Floats] = []
    of: list[int] = []
    hidden = _hidden(lines, depths, faces)
    for k, (a, b) in enumerate(lines):
        length = float(np.hypot(*(b - a)))
        for t0, t1 in _left(hidden.get(k, [])):
            if (t1 - t0) * length > SHORT_MM:
                kept.append(np.array([a + t0 * (b - a), a + t1 * (b - a)]))
                of.append(int(body[k]))
    return Seen(np.array(kept).reshape(-1, 2, 2), np.array(of, dtype=np.int64))


def _shift(moved: Sequence[Floats] | None, k: int) -> Floats:
    return np.zeros(3) if moved is None else moved[k]


def _facing(bodies: Sequence[Body], eye: Floats, moved: Sequence[Floats] | None) -> _Faces:
    shapes: list[Polygon] = []
    planes, corners = [], []
    for k, b in enumerate(bodies):
        for face in b.solid.faces:
            out = eye @ (b.frame.turn @ face.out)
            if out[2] <= FLAT_ON:
                continue
            rings = [(b.frame.points(r) + _shift(moved, k)) @ eye.T for r in face.rings]
            shape = Polygon(rings[0][:, :2], [r[:, :2] for r in rings[1:]])
            if shape.area < 1e-6:
                continue
            slopes = -out[:2] / out[2]
            base = float(rings[0][0, 2] - rings[0][0, :2] @ slopes)
            shapes.append(shape if shape.is_valid else shape.buffer(0))
            planes.append([base, *slopes])
            outer = rings[0][:, :2]
            corners.append(outer if shape.exterior.is_ccw else outer[::-1])
    four = np.array([len(c) == 4 and not len(s.interiors) for c, s in zip(corners, shapes, strict=True)], dtype=bool)
    flat = np.array([c if f else np.zeros((4, 2)) for c, f in zip(corners, four, strict=True)]).reshape(-1, 4, 2)
    return _Faces(np.array(shapes, dtype=object), np.array(planes).reshape(-1, 3), flat, four)


def _edges(
    bodies: Sequence[Body], eye: Floats, moved: Sequence[Floats] | None
) -> tuple[Floats, NDArray[np.int64], Floats]:
    """Edges that may be seen [n, 2, 2], of which bodies, and how near the eye their ends are."""
    lines, of = [], []
    for k, b in enumerate(bodies):
        e = b.solid.edges
        n1, n2 = (b.frame.ways(n) @ eye[2] > TURNED for n in (e.n1, e.n2))
        there = (n1 | n2) & (e.sharp | (n1 != n2))
        a, c = ((b.frame.points(p[there]) + _shift(moved, k)) @ eye.T for p in (e.a, e.b))
        lines.append(np.stack([a, c], axis=1))
        of.append(np.full(len(a), k))
    whole = np.concatenate(lines) if lines else np.zeros((0, 2, 3))
    body = np.concatenate(of) if of else np.zeros(0)
    long = np.hypot(*(whole[:, 1, :2] - whole[:, 0, :2]).T) > SHORT_MM
    return whole[long, :, :2], body[long].astype(np.int64), whole[long, :, 2]


def _hidden(lines: Floats, depths: Floats, faces: _Faces) -> dict[int, list[tuple[float, float]]]:
    """By line: from where to where along it something stands before it, as shares of its length."""
    if not len(faces.shapes):
        return {}
    of, begin, end = _pieces(lines)
    ways, falls = lines[:, 1] - lines[:, 0], depths[:, 1] - depths[:, 0]
    ends = np.stack([lines[of, 0] + t[:, None] * ways[of] for t in (begin, end)], axis=1)
    near = np.stack([depths[of, 0] + t * falls[of] for t in (begin, end)], axis=1)
    strings = shapely.linestrings(ends)
    # by their blocks first: most faces that lie over a line are behind it, and need no closer look
    i, j = STRtree(faces.shapes).query(strings)
    base, across, up = faces.planes[j].T
    ahead = np.stack([base + across * ends[i, e, 0] + up * ends[i, e, 1] - near[i, e] for e in (0, 1)], axis=1)
    before = ahead.max(axis=1) > BEHIND_MM
    i, j, ahead = i[before], j[before], ahead[before]
    found, t0, t1 = _over(ends[i], j, faces)
    i, ahead = i[found], ahead[found]
    low, high = (begin[i] + u * (end - begin)[i] for u in _where_ahead(t0, t1, ahead[:, 0], ahead[:, 1]))
    out: dict[int, list[tuple[float, float]]] = {}
    for k, a, b in zip(of[i].tolist(), low.tolist(), high.tolist(), strict=True):
        if b > a:
            out.setdefault(k, []).append((a, b))
    return out


def _over(ends: Floats, j: NDArray[np.int64], faces: _Faces) -> tuple[NDArray[np.int64], Floats, Floats]:
    """Which lines lie over which faces: the pair, and from where to where along the line, as shares of its length."""
    four = faces.four[j]
    straight = np.nonzero(four)[0]
    low, high = _clipped(ends[straight], faces.corners[j[straight]])
    kept = high > low
    others = np.nonzero(~four)[0]
    which, t0, t1 = _cut(ends[others], faces.shapes[j[others]])
    return (
        np.concatenate([straight[kept], others[which]]),
        np.concatenate([low[kept], t0]),
        np.concatenate([high[kept], t1]),
    )


def _clipped(ends: Floats, corners: Floats) -> tuple[Floats, Floats]:
    """From where to where lines lie in convex outlines of four corners, counter-clockwise (Cyrus and Beck)."""
    low, high = np.zeros(len(ends)), np.ones(len(ends))
    start, way = ends[:, 0], ends[:, 1] - ends[:, 0]
    for k in range(4):
        a, b = corners[:, k], corners[:, (k + 1) % 4]
        side = b - a
        from_side = side[:, 0] * (start - a)[:, 1] - side[:, 1] * (start - a)[:, 0]
        rate = side[:, 0] * way[:, 1] - side[:, 1] * way[:, 0]
        with np.errstate(divide="ignore", invalid="ignore"):
            t = -from_side / rate
        low = np.where(rate > 0, np.maximum(low, t), low)
        high = np.where(rate < 0, np.minimum(high, t), high)
        high = np.where((rate == 0) & (from_side < 0), -1.0, high)
    return low, high


def _cut(ends: Floats, shapes: NDArray[np.object_]) -> tuple[NDArray[np.int64], Floats, Floats]:
    """The same of any outlines."""
    parts, which = shapely.get_parts(shapely.intersection(shapely.linestrings(ends), shapes), return_index=True)
    line = (shapely.get_type_id(parts) == 1) & ~shapely.is_empty(parts)
    parts, which = parts[line], which[line]
    start, way = ends[which, 0], ends[which, 1] - ends[which, 0]
    size = (way**2).sum(axis=1)
    places = [shapely.get_coordinates(shapely.get_point(parts, k)).reshape(-1, 2) for k in (0, -1)]
    t = np.sort(np.stack([((p - start) * way).sum(axis=1) / size for p in places]), axis=0)
    return which, t[0], t[1]


def _pieces(lines: Floats) -> tuple[NDArray[np.int64], Floats, Floats]:
    """Lines in short pieces, so that their blocks are tight: of which line each is, and its shares of that one."""
    lengths = np.hypot(*(lines[:, 1] - lines[:, 0]).T)
    longest = float(np.linalg.norm(np.ptp(lines.reshape(-1, 2), axis=0))) / PIECES
    counts = np.maximum(1, np.ceil(lengths / longest)).astype(int)
    of, k = in_pieces(counts)
    return of, k / counts[of], (k + 1) / counts[of]


def _where_ahead(t0: Floats, t1: Floats, d0: Floats, d1: Floats) -> tuple[Floats, Floats]:
    """Between two shares of lines, where a face is ahead that is so far ahead at their ends."""
    fall = d1 - d0
    with np.errstate(divide="ignore", invalid="ignore"):
        cross = (BEHIND_MM - d0) / fall
    low = np.where((fall > 0) & (d0 <= BEHIND_MM), np.maximum(t0, cross), t0)
    high = np.where((fall < 0) & (d1 <= BEHIND_MM), np.minimum(t1, cross), t1)
    return low, high


def _left(hidden: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """What is left of a line from 0 to 1."""
    out, at = [], 0.0
    for a, b in sorted(hidden):
        if a > at:
            out.append((at, a))
        at = max(at, b)
    if at < 1.0:
        out.append((at, 1.0))
    return out
