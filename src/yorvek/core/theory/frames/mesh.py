"""A skeleton with every bar in pieces, its freedoms numbered and its stiffness put together.

A released end gets a freedom of its own instead of its node's, so that stiffness, geometric stiffness and mass need no
condensing and stay exact.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
from scipy.sparse import csc_matrix

from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.skeleton import Flags, Floats, Skeleton, Whole

PIECES = 4
"""A pin-ended bar in four has its critical load right to 0.05 %."""
TURNS = 3
TOO_STIFF = 1.0257
"""By how much two elements buckle later than the bar that they stand for, at most: one end held and the other hinged,
20.71 E I / L2 by the elements where the bar has 20.19 (the handbook's figure; both are worked out by a test).
"""


@dataclass(frozen=True)
class Mesh:
    """Elements [e] of a skeleton.

    `T` takes the element's freedoms `dofs` [e, 12 + r] to its local ones; the freedom `count` is a dummy that is always
    held. `own` marks freedoms of released ends, by bar.
    """

    skeleton: Skeleton
    points: Floats
    bar: Whole
    start_mm: Floats
    length: Floats
    nodes: Whole
    dofs: Whole
    T: Floats
    k: Floats
    count: int
    own: Whole
    first: Whole

    @property
    def E(self) -> Floats:
        return self.skeleton.E[self.bar]

    @cached_property
    def too_stiff(self) -> float:
        """What critical loads are divided by, and push is taken times, where bars are in fewer pieces than usual."""
        pieces = np.diff(self.first)[self.skeleton.only == 0]
        return TOO_STIFF if pieces.min(initial=PIECES) < PIECES else 1.0

    def of_bars(self, values: Floats) -> Floats:
        """A value of each bar at each of its elements."""
        return np.asarray(values[self.bar])

    def inner_node(self, bar: int, at_mm: float) -> int:
        """The node of the mesh at a place of a bar, which must be one of its breaks."""
        span = np.arange(self.first[bar], self.first[bar + 1])
        k = int(span[np.argmin(np.abs(self.start_mm[span] - at_mm))])
        last = int(span[-1])
        if abs(self.start_mm[last] + self.length[last] - at_mm) < abs(self.start_mm[k] - at_mm):
            return int(self.nodes[last, 1])
        return int(self.nodes[k, 0])

    @cached_property
    def _pattern(self) -> tuple[Whole, Whole, Whole]:
        """Where every figure of all elements' matrices goes among those of the whole, and the whole's rows and columns;
        what touches the dummy goes last and is dropped.
        """
        width, size = self.dofs.shape[1], self.count + 1
        rows = np.repeat(self.dofs, width, axis=1).ravel()
        columns = np.tile(self.dofs, (1, width)).ravel()
        keys = np.where((rows < self.count) & (columns < self.count), columns * size + rows, size * size)
        unique, place = np.unique(keys, return_inverse=True)
        kept = unique[unique < size * size]
        begins = np.searchsorted(kept // size, np.arange(self.count + 1))
        return place, np.asarray(kept % size), begins

    def assembled(self, local: Floats) -> csc_matrix:
        """Local matrices [e, 12, 12] as one of all freedoms, the dummy left out; always of the same pattern."""
        return self._put(np.matmul(np.matmul(self.T.transpose(0, 2, 1), local), self.T))

    def _put(self, turned: Floats) -> csc_matrix:
        place, rows, begins = self._pattern
        data = np.bincount(place, turned.ravel(), len(rows) + 1)[: len(rows)]
        return csc_matrix((data, rows, begins), shape=(self.count, self.count))

    @cached_property
    def pulled(self) -> Floats:
        """What a pull of 1 N adds to the stiffness of each element, in its own axes, [e, 12, 12]."""
        return elements.geometric(np.ones(len(self.length)), self.length)

    @cached_property
    def _pulled(self) -> Floats:
        return np.asarray(np.matmul(np.matmul(self.T.transpose(0, 2, 1), self.pulled), self.T))

    def geometric(self, N: Floats) -> csc_matrix:
        """What pulls N [e] add to the stiffness of the whole."""
        return self._put(N[:, None, None] * self._pulled)

    def inside(self, whole: csc_matrix, free: Whole) -> csc_matrix:
        """The rows and columns of some freedoms of an assembled matrix."""
        _, rows, begins = self._pattern
        key = free.tobytes()
        if key not in self._kept:
            numbers = csc_matrix((np.arange(1, len(rows) + 1), rows, begins), shape=whole.shape)
            self._kept[key] = numbers[free][:, free].tocsc()
        kept = self._kept[key]
        return csc_matrix((whole.data[kept.data - 1], kept.indices, kept.indptr), shape=kept.shape)

    @cached_property
    def _kept(self) -> dict[bytes, csc_matrix]:
        return {}

    def local_moves(self, u: Floats) -> Floats:
        """Movement of the elements' ends in their own axes, [e, 12, c]."""
        return np.asarray(np.matmul(self.T, u[self.dofs]))

    def held(self) -> Flags:
        """Freedoms that the ground holds, [count]."""
        out = np.zeros(self.count, bool)
        out[: 6 * len(self.skeleton.nodes)] = self.skeleton.held.ravel()
        return out


def usual_breaks(skeleton: Skeleton, pieces: int = PIECES) -> list[Floats]:
    """Even breaks, mm; a tie or prop is one piece, as it goes slack as a whole."""
    return [
        np.linspace(0.0, L, 2 if only else pieces + 1) for L, only in zip(skeleton.length, skeleton.only, strict=True)
    ]


def mesh_of(skeleton: Skeleton, breaks: Sequence[Floats] | None = None) -> Mesh:
    """Bars cut at their breaks (places from the start, both ends among them)."""
    cuts = usual_breaks(skeleton) if breaks is None else list(breaks)
    per = np.array([len(c) - 1 for c in cuts])
    first = np.concatenate([[0], np.cumsum(per)]).astype(np.int64)
    bar = np.repeat(np.arange(len(per)), per)
    start = np.concatenate([c[:-1] for c in cuts])
    length = np.concatenate([np.diff(c) for c in cuts])
    points, nodes = _points(skeleton, cuts)
    dofs, T, count, own = _freedoms(skeleton, bar, nodes, first, len(points))
    s = skeleton
    k = elements.stiffness(s.E[bar], s.G[bar], s.A[bar], s.Iy[bar], s.Iz[bar], s.J[bar], length)
    return Mesh(skeleton, points, bar, start, length, nodes, dofs, T, k, count, own, first)


def _points(s: Skeleton, cuts: list[Floats]) -> tuple[Floats, Whole]:
    """Places of all nodes, and the two nodes of each element."""
    inner = [len(c) - 2 for c in cuts]
    base = len(s.nodes) + np.concatenate([[0], np.cumsum(inner)])
    extra, pairs = [], []
    for b, c in enumerate(cuts):
        a, z = (int(v) for v in s.ends[b])
        extra.append(s.points[a] + np.outer(c[1:-1], s.axes[b, 0]))
        line = [a, *range(int(base[b]), int(base[b]) + inner[b]), z]
        pairs += list(pairwise(line))
    return np.concatenate([s.points, *extra]), np.array(pairs, dtype=np.int64)


def _freedoms(s: Skeleton, bar: Whole, nodes: Whole, first: Whole, node_count: int) -> tuple[Whole, Floats, int, Whole]:
    """Freedoms of each element and the matrix to its local ones; releases get freedoms of their own."""
    loose = np.zeros((len(bar), 12), bool)
    starts, lasts = first[:-1], first[1:] - 1
    loose[starts, :6] = s.released[:, :6]
    loose[lasts, 6:] = s.released[:, 6:]
    most = int(loose.sum(axis=1).max(initial=0))
    total = int(loose.sum())
    count = 6 * node_count + total
    dofs = np.full((len(bar), 12 + most), count, dtype=np.int64)
    dofs[:, :6] = 6 * nodes[:, :1] + np.arange(6)
    dofs[:, 6:12] = 6 * nodes[:, 1:] + np.arange(6)
    T = np.zeros((len(bar), 12, 12 + most))
    for at in range(0, 12, TURNS):
        T[:, at : at + TURNS, at : at + TURNS] = s.axes[bar]
    rows, freedoms = np.nonzero(loose)
    number = np.concatenate([np.arange(n) for n in loose.sum(axis=1)]).astype(np.int64) if total else rows
    T[rows, freedoms] = 0.0
    T[rows, freedoms, 12 + number] = 1.0
    dofs[rows, 12 + number] = 6 * node_count + np.arange(total)
    return dofs, T, count, bar[rows]
