"""The best-paid pattern of every bar length at once: a bounded knapsack by dynamic programming."""

from __future__ import annotations

from functools import cache

import numba
import numpy as np
from numpy.typing import NDArray

Ints = NDArray[np.int64]
Floats = NDArray[np.float64]


@numba.njit(cache=True)
def fill(
    weights: Ints, limits: Ints, values: Floats, capacity: int, taken: NDArray[np.uint16]
) -> Floats:  # pragma: no cover
    """Best value of each capacity from 0 to `capacity`; `taken[i, c]` how many of piece i the best takes at c."""
    best = np.zeros(capacity + 1)
    after = np.zeros(capacity + 1)
    for i in range(len(weights)):
        w, v, most = weights[i], values[i], limits[i]
        if v <= 0.0 or most == 0:
            for c in range(capacity + 1):
                taken[i, c] = 0
            continue
        for c in range(capacity + 1):
            top, count = best[c], 0
            k, room = 1, c - w
            while k <= most and room >= 0:
                worth = best[room] + k * v
                if worth > top + 1e-12:
                    top, count = worth, k
                k += 1
                room -= w
            after[c] = top
            taken[i, c] = count
        best, after = after, best
    return best


@numba.njit(cache=True)
def read_back(weights: Ints, taken: NDArray[np.uint16], capacity: int) -> Ints:  # pragma: no cover
    """The pattern that reaches the best value at a capacity."""
    pattern = np.zeros(len(weights), np.int64)
    room = capacity
    for i in range(len(weights) - 1, -1, -1):
        pattern[i] = taken[i, room]
        room -= pattern[i] * weights[i]
    return pattern


@cache
def warm_up() -> None:
    """Compile, once a process and with the result kept on disk: no search pays for it with its own time."""
    weights, limits = np.array([3], np.int64), np.array([2], np.int64)
    taken = np.zeros((1, 8), np.uint16)
    fill(weights, limits, np.array([1.0]), 7, taken)
    read_back(weights, taken, 7)
