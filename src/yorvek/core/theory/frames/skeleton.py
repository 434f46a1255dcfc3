"""What was drawn: nodes, bars between them with their stiffness, and what is held."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]
Whole = NDArray[np.int64]
DOF = ("DX", "DY", "DZ", "RX", "RY", "RZ")
END = ("dx", "dy", "dz", "rx", "ry", "rz")


def local_axes(start: Floats, end: Floats, depth: Floats | None = None) -> Floats:
    """Rows: local x, y, z of a bar in global components.

    `depth` is the way its depth (local y) points; usually up, and of an upright bar along global -X.
    """
    way = np.asarray(end, float) - np.asarray(start, float)
    length = math.hypot(*way)
    if length < 1e-6:
        raise InputError(field="bar", got="no length", needs="its two ends must lie apart")
    x = way / length
    if depth is None:
        flat = math.hypot(x[0], x[2])
        z = np.array([0.0, 0.0, 1.0]) if flat < 1e-9 else np.array([-x[2] / flat, 0.0, x[0] / flat])
        return np.array([x, np.cross(z, x), z])
    y = np.asarray(depth, float) - (np.asarray(depth, float) @ x) * x
    size = float(np.linalg.norm(y))
    if size < 1e-6:
        raise InputError(field="depth", got="along the bar", needs="a direction across the bar")
    return np.array([x, y / size, np.cross(x, y / size)])


@dataclass(frozen=True)
class Skeleton:
    """Nodes [n] and bars [b] as arrays.

    `ends`: start and end node of each bar; `released`: local freedoms that its ends do not hold, [b, 12]; `only`: 1
    pull only, -1 push only; `held`: what the ground holds, [n, 6]; `springs`: N/mm and Nmm/rad to the ground, [n, 6].
    """

    nodes: tuple[str, ...]
    points: Floats
    bars: tuple[str, ...]
    ends: Whole
    axes: Floats
    length: Floats
    E: Floats
    G: Floats
    A: Floats
    Iy: Floats
    Iz: Floats
    J: Floats
    own_mass: Floats
    released: Flags
    only: Whole
    held: Flags
    springs: Floats | None = None

    @property
    def size_mm(self) -> float:
        """The diagonal of the box around it."""
        return float(np.linalg.norm(np.ptp(self.points, axis=0)))
