"""The constructive step, compiled: pieces in a given order, each at the place that reaches least far to the right."""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
CLEAR = 1e-7
"""Within which a piece at the very end of its sheet still lies on it."""


@numba.njit(cache=True)
def least_x(
    shape: int,
    row0: int,
    x: float,
    limit: float,
    row_start: Ints,
    row_count: Ints,
    interval_start: Ints,
    intervals: Floats,
    taken: Floats,
    counts: Ints,
) -> float:  # pragma: no cover
    """Least x from `x` on at which the shape stands free with its lowest row at `row0`; beyond `limit` if there is
    none.
    """
    first, rows = row_start[shape], row_count[shape]
    quiet, k = 0, 0
    while quiet < rows:
        row = row0 + k
        moved = False
        count = counts[row]
        for e in range(interval_start[first + k], interval_start[first + k + 1]):
            a, b = intervals[e, 0] + x, intervals[e, 1] + x
            low, high = 0, count  # first taken interval that ends after a
            while low < high:
                middle = (low + high) >> 1
                if taken[row, middle, 1] > a + CLEAR:
                    high = middle
                else:
                    low = middle + 1
            if low < count and taken[row, low, 0] < b - CLEAR:
                x = taken[row, low, 1] - intervals[e, 0]
                moved = True
                # farther than a place that would be taken: an x that is not free yet must never look as if it fitted
                if x > limit + 2 * CLEAR:
                    return x
                break
        if moved:
            quiet = 0
        else:
            quiet += 1
            k = k + 1 if k + 1 < rows else 0
    return x


@numba.njit(cache=True)
def occupy(
    shape: int,
    row0: int,
    x: float,
    row_start: Ints,
    row_count: Ints,
    interval_start: Ints,
    intervals: Floats,
    taken: Floats,
    counts: Ints,
) -> bool:  # pragma: no cover
    """Mark the shape's rows as taken; False if a row has no room left to remember it."""
    first = row_start[shape]
    most = taken.shape[1]
    for k in range(row_count[shape]):
        row = row0 + k
        for e in range(interval_start[first + k], interval_start[first + k + 1]):
            a, b = intervals[e, 0] + x, intervals[e, 1] + x
            count = counts[row]
            at = 0
            while at < count and taken[row, at, 1] < a - CLEAR:
                at += 1
            upto = at
            while upto < count and taken[row, upto, 0] <= b + CLEAR:
                a, b = min(a, taken[row, upto, 0]), max(b, taken[row, upto, 1])
                upto += 1
            if upto == at:
                if count == most:
                    return False
                for m in range(count, at, -1):
                    taken[row, m, 0], taken[row, m, 1] = taken[row, m - 1, 0], taken[row, m - 1, 1]
                counts[row] = count + 1
            elif upto > at + 1:
                gone = upto - at - 1
                for m in range(at + 1, count - gone):
                    taken[row, m, 0], taken[row, m, 1] = taken[row, m + gone, 0], taken[row, m + gone, 1]
                counts[row] = count - gone
            taken[row, at, 0], taken[row, at, 1] = a, b
    return True


@numba.njit(cache=True)
def taken_before(blocked: Floats, counts: Ints, room: int) -> Floats:  # pragma: no cover
    """What of each sheet's rows is taken before, with room for more."""
    sheets, rows = blocked.shape[0], blocked.shape[1]
    taken = np.zeros((sheets, rows, room, 2))
    for s in range(sheets):
        for r in range(rows):
            for m in range(counts[s, r]):
                taken[s, r, m, 0], taken[s, r, m, 1] = blocked[s, r, m, 0], blocked[s, r, m, 1]
    return taken


@numba.njit(cache=True)
def construct(
    order: Ints, turn_start: Ints, forced: Ints, sheet_rows: Ints, sheet_length: Floats, blocked: Floats,
    blocked_counts: Ints, row_start: Ints, row_count: Ints, interval_start: Ints, intervals: Floats, widths: Floats,
    room: int, rule: int, out: Floats,
) -> float:  # pragma: no cover  # fmt: skip
    """Place pieces in order, first sheet first.

    Args:
        order: kinds of the pieces in the order of placing.
        turn_start: shapes of kind t are turn_start[t] .. turn_start[t + 1].
        forced: a shape that a piece must take, or -1.
        sheet_rows, sheet_length: rows and length of each sheet in the order of filling.
        blocked, blocked_counts: what of each sheet's rows is taken before.
        room: intervals a row can remember.
        rule: 0 least right end then lowest, 1 least left end then lowest, 2 least right end counting height a little.
        out: [piece, (sheet, shape, x, row)]; sheet -1 where a piece found no place.

    Returns:
        How many pieces found no place.
    """
    sheets, rows = blocked.shape[0], blocked.shape[1]
    counts = blocked_counts.copy()
    taken = taken_before(blocked, counts, room)
    begun = np.zeros((sheets, len(widths), rows))
    missing = 0.0
    for p in range(len(order)):
        kind = order[p]
        found = False
        for s in range(sheets):
            best, best_shape, best_x, best_row = 1e18, -1, 0.0, 0
            for shape in range(turn_start[kind], turn_start[kind + 1]):
                if forced[p] >= 0 and shape != forced[p]:
                    continue
                width = widths[shape]
                for row0 in range(sheet_rows[s] - row_count[shape] + 1):
                    reach = min(sheet_length[s], best if rule != 1 else best + width)
                    x = begun[s, shape, row0]
                    if x + width > reach + CLEAR:
                        continue
                    x = least_x(
                        shape, row0, x, reach - width, row_start, row_count, interval_start, intervals, taken[s],
                        counts[s],
                    )  # fmt: skip
                    begun[s, shape, row0] = x
                    if x + width > sheet_length[s] + CLEAR:
                        continue
                    score = x + width if rule == 0 else x if rule == 1 else x + width + 0.02 * row0
                    if score < best - CLEAR:
                        best, best_shape, best_x, best_row = score, shape, x, row0
            if best_shape >= 0:
                at = best_shape, best_row, best_x
                if not occupy(*at, row_start, row_count, interval_start, intervals, taken[s], counts[s]):
                    continue
                out[p, 0], out[p, 1], out[p, 2], out[p, 3] = s, best_shape, best_x, best_row
                found = True
                break
        if not found:
            out[p, 0] = -1
            missing += 1
    return missing
