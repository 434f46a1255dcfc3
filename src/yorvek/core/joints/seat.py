"""Where a bar stands on another: its lengths along and across, the angle, and the strength of what it stands on."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.joints.at import USUAL_AXES, End, Onto

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Seat:
    """How a bar stands on what it is joined to: sine of the angle, its sizes along and across, and the wall's."""

    sine: float
    along_mm: float
    across_mm: float
    face_mm: float
    side_mm: float
    normal: Floats
    way: Floats
    on_depth: bool


def seat(end: End, onto: Onto) -> Seat:
    """The geometry of a bar on a wall."""
    assert onto.section is not None
    axes = USUAL_AXES if end.axes is None else end.axes
    chord = np.array([[0, 1, 0], [1, 0, 0], [0, 0, -1]], float) if onto.axes is None else onto.axes
    sine = math.sqrt(max(0.0, 1 - float(axes[0] @ chord[0]) ** 2))
    way = chord[0] - (chord[0] @ axes[0]) * axes[0]
    way = way / max(math.hypot(*way), 1e-9)
    along, across = 0.0, 0.0
    if end.section is not None:
        s = end.section
        deep = abs(float(way @ axes[1])) > abs(float(way @ axes[2]))
        along, across = (s.depth_mm, s.width_mm) if deep else (s.width_mm, s.depth_mm)
    on_depth = abs(float(axes[0] @ chord[1])) > abs(float(axes[0] @ chord[2]))
    c = onto.section
    face, side = (c.width_mm, c.depth_mm) if on_depth else (c.depth_mm, c.width_mm)
    return Seat(sine, along, across, face, side, _cross(axes[0], way), way, on_depth)


def _cross(a: Floats, b: Floats) -> Floats:
    """numpy's own takes ten times as long for two triples."""
    return np.array([a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]])


def Fy_of(end: End, onto: Onto) -> float:
    return onto.metal.yield_at_weld_MPa if end.welded else onto.metal.yield_MPa
