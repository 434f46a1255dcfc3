"""Around a bar: the line that a paper follows when it is wrapped about it, with the faces it passes."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.outlines import ring_points
from yorvek.core.sections import Section
from yorvek.core.sections.catalogue import outline_of

Lengths = NDArray[np.float64]
WRAPPED = ("chs", "round_bar", "rhs", "square_bar", "flat")
STATIONS = 144
"""Places on a way round (ours)."""


@dataclass(frozen=True)
class Around:
    """Places around a bar, mm: `u` along the paper from where it begins, `p` up the bar's side view from its middle,
    `q` towards whoever looks at it; `middles`: where the middle of each face is; `folds`: where a corner is.
    """

    u: Lengths
    p: Lengths
    q: Lengths
    middles: list[tuple[float, str]]
    folds: list[float]

    @property
    def whole_mm(self) -> float:
        return float(self.u[-1])


def around(s: Section, side: str) -> Around:
    """Around a bar as its paper lies, printed side out, its cut edge towards the end on that side. It begins below: at
    the edge below in front, or on the lowest line of a round.

    Raises:
        InputError: a bar that no paper is wrapped about.
    """
    if s.shape not in WRAPPED:
        raise InputError(field="shape.section_id", got=s.id, needs="a tube, a round or a flat to wrap a paper about")
    made = _round(s) if s.round else _cornered(s)
    if side == "left":
        return made
    # seen from the other end the paper goes round the other way
    whole = made.whole_mm
    middles = [((whole - at) % whole, name) for at, name in made.middles]
    folds = [(whole - at) % whole for at in made.folds]
    return Around(whole - made.u[::-1], made.p[::-1], made.q[::-1], middles, folds)


def _round(s: Section) -> Around:
    r = s.depth_mm / 2
    a = np.linspace(0.0, 2 * math.pi, STATIONS + 1)
    middles = [(k * math.pi / 2 * r, name) for k, name in enumerate(("bottom", "front", "top", "back"))]
    return Around(a * r, -r * np.cos(a), r * np.sin(a), middles, [])


def _cornered(s: Section) -> Around:
    ring = ring_points(outline_of(s).outer, chord_mm=0.01)
    points = _dense(ring - np.array([s.width_mm / 2, s.depth_mm / 2]))
    corners = [int(np.argmax(points @ np.array(c))) for c in ((1.0, -1.0), (1.0, 1.0), (-1.0, 1.0), (-1.0, -1.0))]
    points = np.roll(points, -corners[0], axis=0)
    closed = np.vstack([points, points[:1]])
    u = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(closed, axis=0).T))])
    folds = [float(u[i]) for i in sorted((k - corners[0]) % len(points) for k in corners)]
    ends = [*folds[1:], float(u[-1])]
    names = ("front", "top", "back", "bottom")
    middles = [((a + b) / 2, name) for a, b, name in zip(folds, ends, names, strict=True)]
    return Around(u, closed[:, 1], closed[:, 0], middles, folds)


def _dense(ring: Lengths) -> Lengths:
    """The same with points no further apart than a share of the way round; counter-clockwise."""
    closed = np.vstack([ring, ring[:1]])
    steps = np.diff(closed, axis=0)
    step = float(np.hypot(*steps.T).sum()) / STATIONS
    out = []
    for start, way in zip(closed[:-1], steps, strict=True):
        count = max(1, math.ceil(float(np.hypot(*way)) / step))
        out += [start + way * k / count for k in range(count)]
    found = np.array(out)
    x, y = found.T
    counter = float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1))) > 0
    return found if counter else found[::-1]
