"""Collisions of outlines, compiled: whether two pieces overlap, and by how much, as a figure that falls when they draw
apart.

A piece is its edges (openings too) and a dozen poles, circles inside its metal. Edges say whether two pieces overlap;
poles say how deep, smoothly and in the right direction, which an area would not.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
MOST_POLES = 14
COVERED = 0.90
FINE = 26


@numba.njit(cache=True, fastmath=True)
def inside(x: float, y: float, edges: Floats, start: int, end: int) -> bool:  # pragma: no cover
    """Even-odd test of a point against edges x1, y1, x2, y2; openings are outside."""
    odd = False
    for e in range(start, end):
        y1, y2 = edges[e, 1], edges[e, 3]
        if (y1 > y) != (y2 > y) and x < edges[e, 0] + (y - y1) / (y2 - y1) * (edges[e, 2] - edges[e, 0]):
            odd = not odd
    return odd


@numba.njit(cache=True, fastmath=True)
def distance2(x: float, y: float, x1: float, y1: float, x2: float, y2: float) -> float:  # pragma: no cover
    """Squared distance of a point from a segment."""
    dx, dy = x2 - x1, y2 - y1
    size = dx * dx + dy * dy
    t = 0.0 if size == 0.0 else ((x - x1) * dx + (y - y1) * dy) / size
    t = min(1.0, max(0.0, t))
    ax, ay = x1 + t * dx - x, y1 + t * dy - y
    return ax * ax + ay * ay


@numba.njit(cache=True, fastmath=True)
def clear_of(x: float, y: float, edges: Floats, poles: Floats, count: int) -> float:  # pragma: no cover
    """Radius of the circle at a point that stays within the metal and off the poles that are there; negative
    outside.
    """
    if not inside(x, y, edges, 0, len(edges)):
        return -1.0
    best = 1e18
    for e in range(len(edges)):
        d = distance2(x, y, edges[e, 0], edges[e, 1], edges[e, 2], edges[e, 3])
        best = min(best, d)
    best = np.sqrt(best)
    for p in range(count):
        best = min(best, np.hypot(x - poles[p, 0], y - poles[p, 1]) - poles[p, 2])
    return float(best)


@numba.njit(cache=True, fastmath=True)
def find_poles(edges: Floats, area: float, out: Floats) -> int:  # pragma: no cover
    """Largest circles one after the other until they cover most of the area: a grid, then steps downhill; returns how
    many.
    """
    x0, y0 = edges[:, 0].min(), edges[:, 1].min()
    x1, y1 = edges[:, 0].max(), edges[:, 1].max()
    covered, first = 0.0, 0.0
    for n in range(len(out)):
        best, bx, by = -1.0, 0.0, 0.0
        for i in range(FINE):
            for k in range(FINE):
                x, y = x0 + (x1 - x0) * (i + 0.5) / FINE, y0 + (y1 - y0) * (k + 0.5) / FINE
                r = clear_of(x, y, edges, out, n)
                if r > best:
                    best, bx, by = r, x, y
        if best <= 0.0:
            return n
        step = max(x1 - x0, y1 - y0) / FINE
        while step > 0.01:
            moved = False
            for dx, dy in ((step, 0.0), (-step, 0.0), (0.0, step), (0.0, -step)):
                r = clear_of(bx + dx, by + dy, edges, out, n)
                if r > best:
                    best, bx, by, moved = r, bx + dx, by + dy, True
            if not moved:
                step /= 2
        out[n, 0], out[n, 1], out[n, 2] = bx, by, best
        covered += np.pi * best * best
        first = max(first, best)
        if covered >= COVERED * area or best < 0.08 * first:
            return n + 1
    return len(out)


@numba.njit(cache=True, fastmath=True)
def put(
    angle: float, x: float, y: float, edges: Floats, e0: int, e1: int, poles: Floats, p0: int, p1: int,
    out_edges: Floats, oe: int, out_poles: Floats, op: int, box: Floats,
) -> None:  # pragma: no cover  # fmt: skip
    """A piece turned by an angle about its own origin and shifted, into place; and its box."""
    c, s = np.cos(angle), np.sin(angle)
    low_x, low_y, high_x, high_y = 1e18, 1e18, -1e18, -1e18
    for e in range(e0, e1):
        k = oe + e - e0
        for end in range(0, 4, 2):
            a, b = edges[e, end], edges[e, end + 1]
            px, py = c * a - s * b + x, s * a + c * b + y
            out_edges[k, end], out_edges[k, end + 1] = px, py
            low_x, high_x = min(low_x, px), max(high_x, px)
            low_y, high_y = min(low_y, py), max(high_y, py)
    for p in range(p0, p1):
        a, b = poles[p, 0], poles[p, 1]
        k = op + p - p0
        out_poles[k, 0], out_poles[k, 1], out_poles[k, 2] = c * a - s * b + x, s * a + c * b + y, poles[p, 2]
    box[0], box[1], box[2], box[3] = low_x, low_y, high_x, high_y


@numba.njit(cache=True, fastmath=True)
def edges_cross(
    A: Floats, a0: int, a1: int, B: Floats, b0: int, b1: int, x0: float, y0: float, x1: float, y1: float, hits: Ints
) -> bool:  # pragma: no cover
    """Whether an edge of one crosses one of the other within the box that both share; `hits` is room to note edges
    in.
    """
    count = 0
    for k in range(b0, b1):
        cx, ex = B[k, 0], B[k, 2]
        if (cx < x0 and ex < x0) or (cx > x1 and ex > x1):
            continue
        cy, ey = B[k, 1], B[k, 3]
        if (cy < y0 and ey < y0) or (cy > y1 and ey > y1):
            continue
        hits[count] = k
        count += 1
    if count == 0:
        return False
    for i in range(a0, a1):
        ax, ay, bx, by = A[i, 0], A[i, 1], A[i, 2], A[i, 3]
        lx, hx = (ax, bx) if ax < bx else (bx, ax)
        if hx < x0 or lx > x1:
            continue
        ly, hy = (ay, by) if ay < by else (by, ay)
        if hy < y0 or ly > y1:
            continue
        dx, dy = bx - ax, by - ay
        for h in range(count):
            k = hits[h]
            cx, ex = B[k, 0], B[k, 2]
            if (cx < lx and ex < lx) or (cx > hx and ex > hx):
                continue
            cy, ey = B[k, 1], B[k, 3]
            if (cy < ly and ey < ly) or (cy > hy and ey > hy):
                continue
            s1 = dx * (cy - ay) - dy * (cx - ax)
            s2 = dx * (ey - ay) - dy * (ex - ax)
            if (s1 > 0.0) == (s2 > 0.0):
                continue
            fx, fy = ex - cx, ey - cy
            s3 = fx * (ay - cy) - fy * (ax - cx)
            s4 = fx * (by - cy) - fy * (bx - cx)
            if (s3 > 0.0) != (s4 > 0.0):
                return True
    return False


@numba.njit(cache=True, fastmath=True)
def poles_meet(P: Floats, p0: int, p1: int, Q: Floats, q0: int, q1: int) -> bool:  # pragma: no cover
    """Whether two poles overlap, which makes a collision certain."""
    for i in range(p0, p1):
        x, y, r = P[i, 0], P[i, 1], P[i, 2]
        for k in range(q0, q1):
            dx, dy, s = Q[k, 0] - x, Q[k, 1] - y, r + Q[k, 2]
            if dx * dx + dy * dy < s * s:
                return True
    return False


@numba.njit(cache=True, fastmath=True)
def depth(P: Floats, p0: int, p1: int, Q: Floats, q0: int, q1: int, soft: float) -> float:  # pragma: no cover
    """How deep the poles of two pieces stand in each other, each pair by the smaller radius, fading softly where they
    miss.
    """
    total = 0.0
    for i in range(p0, p1):
        x, y, r = P[i, 0], P[i, 1], P[i, 2]
        for k in range(q0, q1):
            dx, dy, s = Q[k, 0] - x, Q[k, 1] - y, Q[k, 2]
            deep = r + s - np.sqrt(dx * dx + dy * dy)
            total += (deep if deep >= soft else soft * soft / (2 * soft - deep)) * min(r, s)
    return total


@numba.njit(cache=True, fastmath=True)
def overlap(
    A: Floats, a0: int, a1: int, P: Floats, p0: int, p1: int, boxa: Floats,
    B: Floats, b0: int, b1: int, Q: Floats, q0: int, q1: int, boxb: Floats, soft: float, scale: float, hits: Ints,
) -> float:  # pragma: no cover  # fmt: skip
    """Zero where two pieces are clear of each other; else a measure of their overlap."""
    x0, x1 = max(boxa[0], boxb[0]), min(boxa[2], boxb[2])
    if x0 >= x1:
        return 0.0
    y0, y1 = max(boxa[1], boxb[1]), min(boxa[3], boxb[3])
    if y0 >= y1:
        return 0.0
    if (
        not poles_meet(P, p0, p1, Q, q0, q1)
        and not edges_cross(A, a0, a1, B, b0, b1, x0, y0, x1, y1, hits)
        and not inside(A[a0, 0], A[a0, 1], B, b0, b1)
        and not inside(B[b0, 0], B[b0, 1], A, a0, a1)
    ):
        return 0.0
    return float(np.sqrt(depth(P, p0, p1, Q, q0, q1, soft)) * scale)
