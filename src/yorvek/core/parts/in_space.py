"""A bar whose bends lie in several planes: the run of its middle in space, and how it is seen."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import cKDTree
from scipy.spatial.transform import Rotation
from shapely import LineString, MultiPolygon, Point, Polygon, affinity

from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import DrawnDimension, PartView
from yorvek.core.sections import Section

Points = NDArray[np.float64]
STEP_DEG = 3.0
"""An arc is drawn in steps of this turn at the most (ours)."""
STEPS_OF_DEPTH = 4
"""Points on a straight leg, for each depth of the bar, to find whether it runs into itself (ours)."""
SQUARE = 1e-12
TOUCHES = 0.98
"""Of its depth: nearer than that, two stretches of a bar are in one another."""


class Turn(NamedTuple):
    """A bend: its radius to the middle of the bar, mm; how far it turns, and the plane it turns in, about the bar from
    up towards the front, degrees.
    """

    radius_mm: float
    turn_deg: float
    roll_deg: float


class Spine(NamedTuple):
    """The middle of a bar in space, [n, 3] each: places along it, and what is up and to the front there."""

    at: Points
    up: Points
    front: Points


def run_of(turns: Sequence[Turn], legs: Sequence[float], step_mm: float = math.inf) -> Points:
    """Points along the middle of a bar, as its spine has them, mm, [n, 3]."""
    return spine_of(turns, legs, step_mm).at


def spine_of(turns: Sequence[Turn], legs: Sequence[float], step_mm: float = math.inf) -> Spine:
    """The middle of a bar that starts at the origin along x, y up and z to the front, mm. Straight legs have a place
    every `step_mm`.
    """
    at = np.zeros(3)
    along, up, front = np.eye(3)
    out, ups, fronts = [at], [up], [front]
    for k, leg in enumerate(legs):
        count = 1 if math.isinf(step_mm) else max(1, math.ceil(leg / step_mm))
        out += [at + along * leg * (i + 1) / count for i in range(count)]
        ups, fronts = [*ups, *[up] * count], [*fronts, *[front] * count]
        at = out[-1]
        if k == len(turns):
            break
        bend = turns[k]
        roll, turn = math.radians(bend.roll_deg), math.radians(abs(bend.turn_deg))
        side = math.copysign(1.0, bend.turn_deg) * (math.cos(roll) * up + math.sin(roll) * front)
        middle = at + side * bend.radius_mm
        steps = max(1, math.ceil(abs(bend.turn_deg) / STEP_DEG))
        axis = np.cross(along, side)
        for a in (turn * (i + 1) / steps for i in range(steps)):
            out.append(middle + bend.radius_mm * (math.sin(a) * along - math.cos(a) * side))
            ups.append(turned_about(axis, a) @ up)
            fronts.append(turned_about(axis, a) @ front)
        at = out[-1]
        along, up, front = (turned_about(axis, turn) @ v for v in (along, up, front))
    return Spine(np.array(out), np.array(ups), np.array(fronts))


def turned_about(axis: Points, angle: float) -> Points:
    """A turn about an axis of length one, in radians against the clock seen against it, as a matrix; a quarter turn is
    a true one, so that what is square stays square to the last digit.
    """
    turn = Rotation.from_rotvec(axis * angle).as_matrix()
    return np.asarray(np.where(np.abs(turn - np.round(turn)) < SQUARE, np.round(turn), turn))


def clears_itself(turns: Sequence[Turn], legs: Sequence[float], s: Section) -> bool:
    """Whether no two stretches of it are in one another, but for those that follow each other."""
    depth = min(s.depth_mm, s.width_mm)
    points = run_of(turns, legs, depth / STEPS_OF_DEPTH)
    away = np.linalg.norm(np.diff(points, axis=0), axis=1)
    along = np.concatenate([[0.0], np.cumsum(away)])
    near = cKDTree(points).query_pairs(TOUCHES * depth, output_type="ndarray")
    return not bool((np.abs(along[near[:, 0]] - along[near[:, 1]]) > math.pi / 2 * depth).any())


def seen(turns: Sequence[Turn], legs: Sequence[float], s: Section) -> list[PartView]:
    """It from the side and from above, with how far it reaches."""
    points = run_of(turns, legs)
    return [
        _shadow("bent, from the side", points, s.depth_mm),
        _shadow("bent, from above", points[:, [0, 2, 1]] * (1.0, -1.0, 1.0), s.width_mm),
    ]


def _shadow(words: str, points: Points, wide: float) -> PartView:
    """A bar as it is seen along the last of three axes; of one that is not round, as if it were."""
    run = LineString(points[:, :2]).buffer(wide / 2, cap_style="flat", join_style="round")
    shape = shapely.union_all([run, _face(points[0], points[1], wide), _face(points[-1], points[-2], wide)])
    whole = max(shape.geoms, key=lambda g: float(g.area)) if isinstance(shape, MultiPolygon) else shape
    assert isinstance(whole, Polygon)
    x0, y0, x1, y1 = whole.bounds
    rings = [Ring.polygon([(float(x) - x0, float(y) - y0) for x, y in r.coords[:-1]]) for r in whole.interiors]
    outer = Ring.polygon([(float(x) - x0, float(y) - y0) for x, y in whole.exterior.coords[:-1]])
    w, h = x1 - x0, y1 - y0
    aside = -0.12 * max(w, h)
    return PartView.of(
        words, Outline(outer=outer, openings=rings),
        [
            DrawnDimension(x1=0, y1=0, x2=w, y2=0, offset_mm=aside, value_mm=w),
            DrawnDimension(x1=w, y1=0, x2=w, y2=h, offset_mm=aside, value_mm=h),
        ],
    )  # fmt: skip


def _face(at: Points, before: Points, wide: float) -> Polygon:
    """The end of a round bar: a disc that is seen aslant."""
    along = (at - before) / np.linalg.norm(at - before)
    disc = affinity.scale(Point(0.0, 0.0).buffer(wide / 2), abs(float(along[2])), 1.0)
    turned = affinity.rotate(disc, math.degrees(math.atan2(along[1], along[0])), origin=(0.0, 0.0))
    return affinity.translate(turned, float(at[0]), float(at[1]))
