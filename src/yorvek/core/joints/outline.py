"""A weld all round a section, as a line along its true outline. mm, N/mm."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, unary_union

from yorvek.core.outlines.outline import ring_points
from yorvek.core.sections import Section, outlines_of, section

Floats = NDArray[np.float64]
TOUCH_MM, CHORD_MM = 0.02, 0.05
ONE_LINE = 1e-9
"""Of the polar moment squared: below it all of a weld lies in one line, about which it holds nothing."""


@dataclass(frozen=True)
class Line:
    """A line of weld: corners [c, 2] from its centre (across the width, up the depth), and what it sums up to.

    `along_x`, `along_y`: how much of it runs in those directions, which is what carries a force in them.
    """

    corners: Floats
    length: float
    Ixx: float
    Iyy: float
    Ixy: float
    along_x: float
    along_y: float

    def flows(self, f: Floats) -> Floats:
        """Greatest flow of force across the throat and along the weld, N/mm, [n, 2], of forces [n, 6].

        Pull and bending by the elastic line with both moments and the product of inertia; shear by the lines that run
        along it; twist by the elastic vector.
        """
        across, along_x, along_y = (np.abs(f) @ share for share in self._shares)
        return _greatest(across, np.hypot(along_x, along_y))

    @cached_property
    def _shares(self) -> Floats:
        """Flow at the corners across the throat, along x and along y, of each force by itself, [3, 6, c]. Mz bends the
        depth (y), My the width (x); every sense is met, so that they add by size, and corners that are alike are one.
        """
        x, y = self.corners[:, 0], self.corners[:, 1]
        both, Jp, one = self.Ixx * self.Iyy - self.Ixy**2, self.Ixx + self.Iyy, np.ones(len(self.corners))
        out = np.zeros((3, 6, len(one)))
        out[0, 0] = one / self.length
        out[0, 5] = np.abs(self.Iyy * y - self.Ixy * x) / both
        out[0, 4] = np.abs(self.Ixx * x - self.Ixy * y) / both
        out[1, 2], out[1, 3] = one / self.along_x, np.abs(y) / Jp
        out[2, 1], out[2, 3] = one / self.along_y, np.abs(x) / Jp
        _, first = np.unique(np.round(out.reshape(18, -1), 15), axis=1, return_index=True)
        return out[:, :, np.sort(first)]

    def flat_flows(self, f: Floats) -> Floats:
        """The same of a group that lies flat under what it holds: forces in its plane are shared by its whole length,
        those across it and moments about its own axes bend it.

        `f` is N, Vy, Vz, T, My, Mz with N along x of the group, Vy along its y, Vz square to it, [n, 6].
        """
        N, Vy, Vz, T, My, Mz = (c[:, None] for c in f.T)
        x, y = self.corners[:, 0], self.corners[:, 1]
        Jp, both = self.Ixx + self.Iyy, self.Ixx * self.Iyy - self.Ixy**2
        q_x = N / self.length - Mz * y / Jp
        q_y = Vy / self.length + Mz * x / Jp
        if both > ONE_LINE * Jp**2:
            # T turns it about x, My about y
            bent = ((T * self.Iyy + My * self.Ixy) * y - (My * self.Ixx + T * self.Ixy) * x) / both
        elif self.Ixx > self.Iyy:
            bent = T * y / self.Ixx
        else:
            bent = -My * x / self.Iyy
        q_n = Vz / self.length + bent
        return _greatest(np.abs(q_n), np.hypot(q_x, q_y))


def _greatest(across: Floats, along: Floats) -> Floats:
    """Flows across and along the weld at the corner where they are greatest together, [n, 2]."""
    k, rows = np.argmax(np.hypot(across, along), axis=1), np.arange(len(across))
    return np.stack([across[rows, k], along[rows, k]], axis=1)


def _outside(s: Section) -> Polygon:
    """The outline that a weld follows, corners of tubes and rolled sections taken as sharp, as weld lines are drawn."""
    b, d, t, f = s.width_mm, s.depth_mm, s.wall_mm, s.flange_mm
    if s.shape == "rhs":
        return Polygon([(0, 0), (b, 0), (b, d), (0, d)])
    if s.shape == "channel":
        return Polygon([(0, 0), (b, 0), (b, f), (t, f), (t, d - f), (b, d - f), (b, d), (0, d)])
    if s.shape == "i":
        left, right = (b - t) / 2, (b + t) / 2
        lower = [(0, 0), (b, 0), (b, f), (right, f), (right, d - f), (b, d - f), (b, d)]
        return Polygon([*lower, (0, d), (0, d - f), (left, d - f), (left, f), (0, f)])
    shapes = [
        Polygon(ring_points(o.outer, chord_mm=CHORD_MM)).buffer(TOUCH_MM, join_style="mitre") for o in outlines_of(s)
    ]
    return unary_union(shapes)


def line_of(starts: Floats, ends: Floats) -> Line:
    """A weld of straight lines, about its own middle."""
    step = ends - starts
    each = np.hypot(step[:, 0], step[:, 1])
    length = float(each.sum())
    centre = ((starts + ends) / 2 * each[:, None]).sum(axis=0) / length
    a, b = starts - centre, ends - centre

    def second(i: int, j: int) -> float:
        """Integral of one coordinate times another along the line; exact for straight pieces."""
        return float(
            (each / 6 * (2 * a[:, i] * a[:, j] + a[:, i] * b[:, j] + b[:, i] * a[:, j] + 2 * b[:, i] * b[:, j])).sum()
        )

    run = np.abs(step).sum(axis=0)
    corners = np.unique(np.round(np.concatenate([a, b]), 6), axis=0)
    return Line(corners, length, second(1, 1), second(0, 0), second(0, 1), float(run[0]), float(run[1]))


@lru_cache(maxsize=4000)
def weld_line(section_id: str) -> Line:
    """The line all round the outside of a section; parts of a composed one are welded round together."""
    whole = _outside(section(section_id))
    rings = [np.asarray(p.exterior.coords) for p in getattr(whole, "geoms", [whole])]
    return line_of(np.concatenate([r[:-1] for r in rings]), np.concatenate([r[1:] for r in rings]))
