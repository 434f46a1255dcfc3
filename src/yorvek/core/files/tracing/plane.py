"""From a picture to the plane that a template lies in: by four corners of known sizes, or by one length; and the second
length that must agree.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

import cv2
import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length

Pixels = NDArray[np.float64]
Coordinate = Annotated[float, Field(ge=-1e5, le=1e5, allow_inf_nan=False)]
Point = tuple[Coordinate, Coordinate]
MOST_OFF = 0.01
"""The second length may be off by so much of itself (PRODUCT: refused above 1 %)."""
LEAST_PX = 40.0
"""A length of fewer pixels says nothing of a scale (ours)."""
ACROSS_DEG = 30.0
"""A second length is turned from the first by that much, or it does not see what is foreshortened (ours)."""
LEAST_SEEN = 0.25
"""A second length lies at 30° or more from both sides of the rectangle (ours)."""
NEAR_HORIZON = 0.15
"""A point is that much further off than the nearest at the most, as one share of the other (ours)."""
SAME_PX = 8.0
"""Ends pressed so near to the corners are the corners again (ours)."""
REACH_PX, MOST_MOVED_PX = 6, 4.0
"""A corner that was pressed is looked for within so many pixels, and may move by so many (ours)."""


class FourCorners(Model):
    """Corners of a rectangle that lies in the plane, one after the other; from the first to the second is `across`."""

    kind: Literal["corners"] = "corners"
    corners: list[Point] = Field(min_length=4, max_length=4)
    across: Length
    up: Length


class OneLength(Model):
    """A length in a picture that was taken straight from above, or scanned."""

    kind: Literal["length"] = "length"
    ends: list[Point] = Field(min_length=2, max_length=2)
    length: Length


Scale = Annotated[FourCorners | OneLength, Field(discriminator="kind")]


class SecondLength(Model):
    """Another length of the picture, by which the scale is checked."""

    ends: list[Point] = Field(min_length=2, max_length=2)
    length: Length


def plane_of(scale: FourCorners | OneLength, gray: NDArray[np.uint8]) -> Pixels:
    """What turns pixels into mm of the plane, y up, seen from the side that the picture shows, [3, 3].

    Raises:
        InputError: corners in a line or crossing, a length of a few pixels.
    """
    if isinstance(scale, OneLength):
        (x0, y0), (x1, y1) = scale.ends
        apart = math.dist((x0, y0), (x1, y1))
        if apart < LEAST_PX:
            raise InputError(
                field="scale.ends", got=f"{apart:.0f} pixels", needs=f"two ends that are {LEAST_PX:g} or more apart"
            )
        k = scale.length.value / apart
        return np.array([[k, 0.0, 0.0], [0.0, -k, 0.0], [0.0, 0.0, 1.0]])
    pressed = np.array(scale.corners, dtype=np.float64)
    room = np.array([gray.shape[1], gray.shape[0]]) - 1.0 - pressed
    if min(float(pressed.min()), float(room.min())) < 0:
        raise InputError(field="scale.corners", got="a corner off the picture", needs="four corners that are on it")
    corners = sharpened(pressed, gray)
    turn = _turns(corners)
    if turn == 0:
        needs = "four corners of a rectangle, one after the other around it"
        raise InputError(field="scale.corners", got="corners that are in a line or crossed", needs=needs)
    w, h = scale.across.value, scale.up.value * (1 if turn < 0 else -1)  # the picture's y runs down
    flat = np.array([(0, 0), (w, 0), (w, h), (0, h)], dtype=np.float32)
    found: Pixels = cv2.getPerspectiveTransform(corners.astype(np.float32), flat).astype(np.float64)
    return found


def _turns(corners: Pixels) -> int:
    """1 where a run of corners turns one way all around, -1 the other, 0 where it does both."""
    sides = np.roll(corners, -1, axis=0) - corners
    nexts = np.roll(sides, -1, axis=0)
    cross = sides[:, 0] * nexts[:, 1] - sides[:, 1] * nexts[:, 0]
    if (np.abs(cross) < LEAST_PX**2 / 4).any():
        return 0
    return 1 if (cross > 0).all() else -1 if (cross < 0).all() else 0


def sharpened(corners: Pixels, gray: NDArray[np.uint8]) -> Pixels:
    """Corners as they are in the picture, near where they were pressed; where none is found, as pressed."""
    stop = (cv2.TERM_CRITERIA_EPS + cv2.TERM_CRITERIA_MAX_ITER, 40, 0.01)
    started = corners.astype(np.float32).reshape(-1, 1, 2)
    found = cv2.cornerSubPix(gray, started.copy(), (REACH_PX, REACH_PX), (-1, -1), stop).reshape(-1, 2)
    moved = np.linalg.norm(found - corners, axis=1)
    kept: Pixels = np.where((moved <= MOST_MOVED_PX)[:, None], found, corners).astype(np.float64)
    return kept


def in_plane(points: Pixels, plane: Pixels) -> Pixels:
    """Points of the picture in the plane, mm, [n, 2]; or back, by the inverse."""
    flat = np.column_stack([points, np.ones(len(points))]) @ plane.T
    found: Pixels = flat[:, :2] / flat[:, 2:]
    return found


def refuse_beyond(points: Pixels, plane: Pixels) -> None:
    """Raises InputError for points that the plane does not reach: at or beyond its horizon, as the scale has it."""
    away = np.column_stack([points, np.ones(len(points))]) @ plane[2]
    if float(away.min()) <= NEAR_HORIZON * float(away.max()):
        needs = "a piece nearer to the four corners: it lies towards the horizon that they give the picture"
        raise InputError(field="inside", got="a piece far from the corners", needs=needs)


def off_by(check: SecondLength, scale: FourCorners | OneLength, plane: Pixels) -> float:
    """How far off the second length is, as a share of itself.

    Raises:
        InputError: it is no second length, or it disagrees.
    """
    ends = np.array(check.ends, dtype=np.float64)
    apart = float(np.linalg.norm(ends[1] - ends[0]))
    if apart < LEAST_PX:
        raise InputError(field="check.ends", got=f"{apart:.0f} pixels", needs="two ends that are further apart")
    _refuse_the_same(check, scale, plane)
    there = in_plane(ends, plane)
    measured = float(np.linalg.norm(there[1] - there[0]))
    off = abs(measured / check.length.value - 1)
    if off > MOST_OFF:
        needs = f"within 1 % of the {measured:.1f} mm that the picture says: mend the sizes, or take it from above"
        raise InputError(field="check.length", got=check.length.text, needs=needs)
    return off


def seen_of_a_side(check: SecondLength, plane: Pixels) -> float:
    """How much of a change of one of the rectangle's sizes a length sees, of the size that it sees less of."""
    a, b = in_plane(np.array(check.ends, dtype=np.float64), plane)
    square = (b - a) ** 2
    return float(square.min() / max(float(square.sum()), 1e-12))


def _refuse_the_same(check: SecondLength, scale: FourCorners | OneLength, plane: Pixels) -> None:
    """Raises InputError for a length that does not speak for all of the scale."""
    if isinstance(scale, FourCorners):
        near = [min(math.dist(end, c) for c in scale.corners) < SAME_PX for end in check.ends]
        if all(near):
            raise InputError(field="check.ends", got="corners again", needs="another length, beside the four corners")
        if (seen := seen_of_a_side(check, plane)) < LEAST_SEEN:
            needs = "a length aslant of the rectangle's sides: along one, it sees nothing of the other"
            raise InputError(
                field="check.ends", got=f"{math.degrees(math.asin(math.sqrt(seen))):.0f}° off", needs=needs
            )
        return
    ax, ay, bx, by = (end[k] - start[k] for start, end in (scale.ends, check.ends) for k in (0, 1))
    turned = math.degrees(math.atan2(abs(ax * by - ay * bx), abs(ax * bx + ay * by)))
    if turned < ACROSS_DEG:
        needs = "a length that lies across the first one: along it, nothing shows what is foreshortened"
        raise InputError(field="check.ends", got=f"turned by {turned:.0f}°", needs=needs)
