"""Shapes as rows: what a polygon covers in each horizontal band, as intervals of x, never less than it covers.

A piece may stand at any x, and in y at whole rows. Openings stay open, so other pieces find their way into them; the
outside of a sheet is one more thing that covers.
"""

from __future__ import annotations

import numba
import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
TOUCH = 1e-7


@numba.njit(cache=True)
def band_intervals(edges: Floats, low: float, high: float, out: Floats) -> int:  # pragma: no cover
    """Intervals of x that a polygon covers between two heights, merged and sorted; returns how many.

    The projection of the part of a polygon inside a band is that of its boundary there: the edges clipped to the band,
    and the stretches of the band's own two lines that lie inside.
    """
    n = 0
    for line in (low, high):
        crossings = np.empty(edges.shape[0])
        count = 0
        for e in range(edges.shape[0]):
            y1, y2 = edges[e, 1], edges[e, 3]
            if (y1 <= line) != (y2 <= line):
                crossings[count] = edges[e, 0] + (line - y1) / (y2 - y1) * (edges[e, 2] - edges[e, 0])
                count += 1
        ordered = np.sort(crossings[:count])
        for k in range(0, count - 1, 2):
            out[n, 0], out[n, 1] = ordered[k], ordered[k + 1]
            n += 1
    for e in range(edges.shape[0]):
        x1, y1, x2, y2 = edges[e, 0], edges[e, 1], edges[e, 2], edges[e, 3]
        if max(y1, y2) <= low or min(y1, y2) >= high:
            continue
        if y1 == y2:
            a, b = x1, x2
        else:
            s, t = (low - y1) / (y2 - y1), (high - y1) / (y2 - y1)
            if s > t:
                s, t = t, s
            s, t = max(s, 0.0), min(t, 1.0)
            a, b = x1 + s * (x2 - x1), x1 + t * (x2 - x1)
        out[n, 0], out[n, 1] = min(a, b), max(a, b)
        n += 1
    if n == 0:
        return 0
    order = np.argsort(out[:n, 0])
    merged = np.empty((n, 2))
    m = 0
    for k in order:
        if m and out[k, 0] <= merged[m - 1, 1] + TOUCH:
            merged[m - 1, 1] = max(merged[m - 1, 1], out[k, 1])
        else:
            merged[m, 0], merged[m, 1] = out[k, 0], out[k, 1]
            m += 1
    out[:m] = merged[:m]
    return m


def edges_of(shape: Polygon) -> Floats:
    """All edges, openings too: x1, y1, x2, y2."""
    out = []
    for ring in (shape.exterior, *shape.interiors):
        points = shapely.get_coordinates(ring)
        out.append(np.hstack([points[:-1], points[1:]]))
    return np.vstack(out)


def shape_rows(shape: Polygon, row_mm: float, *, base: float | None = None, count: int | None = None) -> list[Floats]:
    """Intervals of each row upwards from `base` (the shape's lowest point where none is given)."""
    edges = edges_of(shape)
    bottom = edges[:, 1].min() if base is None else base
    rows = max(1, int(np.ceil((edges[:, 1].max() - bottom - 1e-6) / row_mm))) if count is None else count
    buffer = np.empty((4 * len(edges) + 4, 2))
    out = []
    for k in range(rows):
        n = band_intervals(edges, bottom + k * row_mm, bottom + (k + 1) * row_mm, buffer)
        out.append(buffer[:n].copy())
    return out


class Shapes:
    """Every piece in every turn as flat arrays for the search: rows of `k` are row_start[k] .. row_start[k] +
    row_count[k].
    """

    def __init__(self) -> None:
        self.row_start: list[int] = []
        self.row_count: list[int] = []
        self.interval_start: list[int] = [0]
        self.intervals: list[Floats] = []
        self.total = 0
        self.widths: list[float] = []
        self.origins: list[tuple[float, float, float]] = []

    def add(self, shape: Polygon, row_mm: float, turn_deg: float) -> int:
        """Take a (grown, turned) shape in; returns its number."""
        x0, y0, x1, _ = shape.bounds
        rows = shape_rows(shape, row_mm)
        self.row_start.append(len(self.interval_start) - 1)
        self.row_count.append(len(rows))
        for intervals in rows:
            self.intervals.append(intervals - x0)
            self.total += len(intervals)
            self.interval_start.append(self.total)
        self.widths.append(x1 - x0)
        self.origins.append((x0, y0, turn_deg))
        return len(self.widths) - 1

    def arrays(self) -> tuple[Ints, Ints, Ints, Floats, Floats]:
        return (
            np.array(self.row_start, np.int64),
            np.array(self.row_count, np.int64),
            np.array(self.interval_start, np.int64),
            np.vstack(self.intervals),
            np.array(self.widths),
        )
