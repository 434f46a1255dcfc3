"""Overlap-minimising search, compiled: pieces that overlap are moved one after the other to where they overlap least,
counted by weights that grow for pairs that stay in each other's way (guided local search).
"""

from __future__ import annotations

import numba
import numpy as np

from yorvek.core.cutting.sheets.collide import Floats, Ints, overlap, put

GLOBAL, NEAR, KEPT = 34, 14, 3
GROW_LEAST, GROW_MOST, DECAY = 1.2, 2.0, 0.95


@numba.njit(cache=True, fastmath=True)
def at(
    i: int, angle: float, x: float, y: float, limit: float,
    kind: Ints, estart: Ints, edges: Floats, pstart: Ints, poles: Floats, root: Floats,
    istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, weights: Floats, soft: float,
    scratch_e: Floats, scratch_p: Floats, box: Floats, hits: Ints,
) -> float:  # pragma: no cover  # fmt: skip
    """Weighted overlap of piece `i` put there; anything from `limit` on is as good as `limit`."""
    k = kind[i]
    e0, e1, p0, p1 = estart[k], estart[k + 1], pstart[k], pstart[k + 1]
    put(angle, x, y, edges, e0, e1, poles, p0, p1, scratch_e, 0, scratch_p, 0, box)
    total = 0.0
    for j in range(len(kind)):
        if j == i or boxes[j, 0] >= box[2] or boxes[j, 2] <= box[0] or boxes[j, 1] >= box[3] or boxes[j, 3] <= box[1]:
            continue
        total += weights[i, j] * overlap(
            scratch_e, 0, e1 - e0, scratch_p, 0, p1 - p0, box,
            iedges, istart[j], istart[j + 1], ipoles, qstart[j], qstart[j + 1], boxes[j], soft,
            np.sqrt(root[k] * root[kind[j]]), hits,
        )  # fmt: skip
        if total >= limit:
            return limit
    return total


@numba.njit(cache=True, fastmath=True)
def reach_of(kind: int, angle: float, estart: Ints, edges: Floats, out: Floats) -> None:  # pragma: no cover
    """Box of a kind turned by an angle about its origin."""
    c, s = np.cos(angle), np.sin(angle)
    out[0], out[1], out[2], out[3] = 1e18, 1e18, -1e18, -1e18
    for e in range(estart[kind], estart[kind + 1]):
        a, b = edges[e, 0], edges[e, 1]
        x, y = c * a - s * b, s * a + c * b
        out[0], out[1] = min(out[0], x), min(out[1], y)
        out[2], out[3] = max(out[2], x), max(out[3], y)


@numba.njit(cache=True, fastmath=True)
def clamp(value: float, low: float, high: float) -> float:  # pragma: no cover
    """Within bounds; where they cross, the lower one."""
    return low if value < low or high < low else high if value > high else value


@numba.njit(cache=True, fastmath=True)
def keep(kept: Floats, value: float, a: float, x: float, y: float, where: int) -> None:  # pragma: no cover
    """Put a place among the best few, best first; the last of them goes."""
    m = KEPT - 1
    while m > 0 and kept[m - 1, 0] > value:
        for q in range(5):
            kept[m, q] = kept[m - 1, q]
        m -= 1
    kept[m, 0], kept[m, 1], kept[m, 2], kept[m, 3], kept[m, 4] = value, a, x, y, where


@numba.njit(cache=True, fastmath=True)
def draw(
    n: int, i: int, k: int, angle: Floats, X: Floats, Y: Floats, sheet: Ints, sheets: Floats, share: Floats,
    turn_start: Ints, turns: Floats, free: Ints, estart: Ints, edges: Floats, boxes: Floats, reach: Floats,
) -> tuple[bool, int, float, float, float]:  # pragma: no cover  # fmt: skip
    """The n-th place to try of piece `i`: the first ones all over, the others near where it is.

    Returns:
        Whether it lies on the sheet, the sheet, angle and place.
    """
    where = sheet[i]
    if n < GLOBAL:
        if len(sheets) > 1:
            lot = np.random.random()
            where = 0
            while where < len(sheets) - 1 and lot > share[where]:
                where += 1
        a = turns[np.random.randint(turn_start[k], turn_start[k + 1])]
        if free[k] and np.random.random() < 0.4:
            a = np.random.random() * 2 * np.pi
    else:
        a = angle[i]
        if free[k] and np.random.random() < 0.5:
            a += np.random.normal(0.0, 0.06)
    reach_of(k, a, estart, edges, reach)
    lx, hx = sheets[where, 0] - reach[0], sheets[where, 2] - reach[2]
    ly, hy = sheets[where, 1] - reach[1], sheets[where, 3] - reach[3]
    if hx < lx or hy < ly:
        return False, where, a, 0.0, 0.0
    if n < GLOBAL:
        return True, where, a, lx + np.random.random() * (hx - lx), ly + np.random.random() * (hy - ly)
    width, height = boxes[i, 2] - boxes[i, 0], boxes[i, 3] - boxes[i, 1]
    x = clamp(X[i] + np.random.normal(0.0, 0.25) * width, lx, hx)
    y = clamp(Y[i] + np.random.normal(0.0, 0.25) * height, ly, hy)
    return True, where, a, x, y


@numba.njit(cache=True, fastmath=True)
def step(way: int, stride: float, swing: float) -> tuple[float, float, float]:  # pragma: no cover
    """What a way of moving does: along, across, aslant, or turned."""
    if way == 0:
        return stride, 0.0, 0.0
    if way == 1:
        return 0.0, stride, 0.0
    if way == 2:
        return stride * 0.7, stride * 0.7, 0.0
    if way == 3:
        return stride * 0.7, -stride * 0.7, 0.0
    return 0.0, 0.0, swing


@numba.njit(cache=True, fastmath=True)
def downhill(
    i: int, place: Floats, finest: float, sheets: Floats, free: Ints,
    kind: Ints, estart: Ints, edges: Floats, pstart: Ints, poles: Floats, root: Floats,
    istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, weights: Floats, soft: float,
    scratch_e: Floats, scratch_p: Floats, box: Floats, reach: Floats, hits: Ints,
) -> int:  # pragma: no cover  # fmt: skip
    """Move one of the best places by smaller and smaller steps to where less overlaps; returns the places tried."""
    k, where, tried = kind[i], int(place[4]), 0
    value, a, x, y = place[0], place[1], place[2], place[3]
    stride, swing = 0.12 * min(boxes[i, 2] - boxes[i, 0], boxes[i, 3] - boxes[i, 1]), 0.05
    while value > 0.0 and stride > finest:
        way = np.random.randint(4) if not free[k] else np.random.randint(6)
        dx, dy, da = step(way, stride, swing)
        better = False
        for sign in (1.0, -1.0):
            ta = a + sign * da
            reach_of(k, ta, estart, edges, reach)
            lx, hx = sheets[where, 0] - reach[0], sheets[where, 2] - reach[2]
            ly, hy = sheets[where, 1] - reach[1], sheets[where, 3] - reach[3]
            if hx < lx or hy < ly:
                continue
            tx, ty = clamp(x + sign * dx, lx, hx), clamp(y + sign * dy, ly, hy)
            found = at(
                i, ta, tx, ty, value, kind, estart, edges, pstart, poles, root, istart, iedges, qstart, ipoles,
                boxes, weights, soft, scratch_e, scratch_p, box, hits,
            )  # fmt: skip
            tried += 1
            if found < value:
                value, a, x, y, better = found, ta, tx, ty, True
                break
        if better:
            stride *= 1.1
        elif way >= 4:
            swing *= 0.5
            stride *= 0.9
        else:
            stride *= 0.6
    place[0], place[1], place[2], place[3] = value, a, x, y
    return tried


@numba.njit(cache=True, fastmath=True)
def best_place(
    i: int, angle: Floats, X: Floats, Y: Floats, sheet: Ints, sheets: Floats, share: Floats,
    turn_start: Ints, turns: Floats, free: Ints,
    kind: Ints, estart: Ints, edges: Floats, pstart: Ints, poles: Floats, root: Floats,
    istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, weights: Floats, soft: float,
    scratch_e: Floats, scratch_p: Floats, box: Floats, reach: Floats, kept: Floats, small: float, hits: Ints,
) -> int:  # pragma: no cover  # fmt: skip
    """Look for a better place of piece `i`: all over, near where it is, then downhill from the best few. Moves it if
    one is found; returns the places tried.
    """
    k = kind[i]
    now = at(
        i, angle[i], X[i], Y[i], 1e300, kind, estart, edges, pstart, poles, root, istart, iedges, qstart, ipoles, boxes,
        weights, soft, scratch_e, scratch_p, box, hits,
    )  # fmt: skip
    tried = 1
    for n in range(KEPT):
        kept[n, 0] = 1e300
    kept[0, 0], kept[0, 1], kept[0, 2], kept[0, 3], kept[0, 4] = now, angle[i], X[i], Y[i], sheet[i]
    for n in range(GLOBAL + NEAR):
        there, where, a, x, y = draw(
            n, i, k, angle, X, Y, sheet, sheets, share, turn_start, turns, free, estart, edges, boxes, reach
        )
        if not there:
            continue
        limit = kept[KEPT - 1, 0]
        value = at(
            i, a, x, y, limit, kind, estart, edges, pstart, poles, root, istart, iedges, qstart, ipoles, boxes, weights,
            soft, scratch_e, scratch_p, box, hits,
        )  # fmt: skip
        tried += 1
        if value < limit:
            keep(kept, value, a, x, y, where)
    best = 0
    for n in range(KEPT):
        if kept[n, 0] >= 1e299:
            continue
        tried += downhill(
            i, kept[n], small if n == 0 else 40 * small, sheets, free, kind, estart, edges, pstart, poles, root,
            istart, iedges, qstart, ipoles, boxes, weights, soft, scratch_e, scratch_p, box, reach, hits,
        )  # fmt: skip
        if kept[n, 0] < kept[best, 0] or kept[n, 0] <= 0.0:
            best = n
        if kept[n, 0] <= 0.0:
            break
    if kept[best, 0] < now:
        angle[i], X[i], Y[i], sheet[i] = kept[best, 1], kept[best, 2], kept[best, 3], int(kept[best, 4])
        put(
            angle[i], X[i], Y[i], edges, estart[k], estart[k + 1], poles, pstart[k], pstart[k + 1],
            iedges, istart[i], ipoles, qstart[i], boxes[i],
        )  # fmt: skip
    return tried


@numba.njit(cache=True, fastmath=True)
def weigh(movable: int, table: Floats, weights: Floats) -> float:  # pragma: no cover
    """Let pairs that are in each other's way weigh more, the others less again; returns the sum of overlaps."""
    total, most = 0.0, 0.0
    for i in range(movable):
        for j in range(i + 1, table.shape[1]):
            total += table[i, j]
            most = max(most, table[i, j])
    for i in range(movable):
        for j in range(table.shape[1]):
            if j == i:
                continue
            if table[i, j] > 0.0:
                weights[i, j] *= GROW_LEAST + (GROW_MOST - GROW_LEAST) * table[i, j] / most
            else:
                weights[i, j] = max(1.0, weights[i, j] * DECAY)
    return total


@numba.njit(cache=True, fastmath=True)
def row(
    i: int, kind: Ints, istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, root: Floats,
    soft: float, table: Floats, hits: Ints,
) -> None:  # pragma: no cover  # fmt: skip
    """Unweighted overlaps of piece `i` with all others, into the table both ways."""
    for j in range(len(kind)):
        if j == i:
            continue
        value = overlap(
            iedges, istart[i], istart[i + 1], ipoles, qstart[i], qstart[i + 1], boxes[i],
            iedges, istart[j], istart[j + 1], ipoles, qstart[j], qstart[j + 1], boxes[j], soft,
            np.sqrt(root[kind[i]] * root[kind[j]]), hits,
        )  # fmt: skip
        table[i, j] = value
        table[j, i] = value


@numba.njit(cache=True, fastmath=True)
def settle(
    movable: int, angle: Floats, X: Floats, Y: Floats, kind: Ints, estart: Ints, edges: Floats, pstart: Ints,
    poles: Floats, root: Floats, istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, soft: float,
    table: Floats, hits: Ints,
) -> float:  # pragma: no cover  # fmt: skip
    """Put every piece where its figures say and fill the table; returns the sum of overlaps."""
    n = len(kind)
    for i in range(n):
        k = kind[i]
        put(
            angle[i], X[i], Y[i], edges, estart[k], estart[k + 1], poles, pstart[k], pstart[k + 1],
            iedges, istart[i], ipoles, qstart[i], boxes[i],
        )  # fmt: skip
    table[:, :] = 0.0
    for i in range(movable):
        row(i, kind, istart, iedges, qstart, ipoles, boxes, root, soft, table, hits)
    return float(table.sum() / 2)


@numba.njit(cache=True, fastmath=True)
def rounds(
    seed: int, most_rounds: int, most_tries: int, movable: int, angle: Floats, X: Floats, Y: Floats, sheet: Ints,
    sheets: Floats, share: Floats, turn_start: Ints, turns: Floats, free: Ints,
    kind: Ints, estart: Ints, edges: Floats, pstart: Ints, poles: Floats, root: Floats,
    istart: Ints, iedges: Floats, qstart: Ints, ipoles: Floats, boxes: Floats, weights: Floats, table: Floats,
    soft: float,
    scratch_e: Floats, scratch_p: Floats, best: Floats, best_sheet: Ints, small: float,
    hits: Ints,
) -> tuple[float, float, int, int]:  # pragma: no cover  # fmt: skip
    """Separate until nothing overlaps, for so many rounds without improvement or so many places tried.

    Returns:
        The sum of overlaps now and the least seen (its places in `best`), places tried, rounds since the least.
    """
    np.random.seed(seed)
    box, reach, kept = np.zeros(4), np.zeros(4), np.zeros((KEPT, 5))
    least, tried, idle = 1e300, 0, 0
    total = 0.0
    for i in range(movable):
        for j in range(i + 1, len(kind)):
            total += table[i, j]
    while True:
        if total < least:
            if total < least * 0.98:
                idle = 0
            least = total
            for i in range(movable):
                best[i, 0], best[i, 1], best[i, 2] = angle[i], X[i], Y[i]
                best_sheet[i] = sheet[i]
        if total <= 0.0 or idle >= most_rounds or tried >= most_tries:
            return total, least, tried, idle
        idle += 1
        order = np.random.permutation(movable)
        for i in order:
            busy = False
            for j in range(len(kind)):
                if table[i, j] > 0.0:
                    busy = True
                    break
            if not busy:
                continue
            x, y, a = X[i], Y[i], angle[i]
            tried += best_place(
                i, angle, X, Y, sheet, sheets, share, turn_start, turns, free, kind, estart, edges, pstart, poles, root,
                istart, iedges, qstart, ipoles, boxes, weights, soft, scratch_e, scratch_p, box, reach, kept, small,
                hits,
            )  # fmt: skip
            if X[i] != x or Y[i] != y or angle[i] != a:
                row(i, kind, istart, iedges, qstart, ipoles, boxes, root, soft, table, hits)
        total = weigh(movable, table, weights)
