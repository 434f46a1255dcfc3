"""The edge of a piece in a picture: found against the light as it falls, and to a part of a pixel."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter1d, map_coordinates

from yorvek.core.errors import InputError

Points = NDArray[np.float64]
Picture = NDArray[np.float32]
SHADED_PX = 700
"""The light is worked out on a picture so small (ours)."""
LIGHT_SPREADS = 0.06
"""How far around the light is averaged, of the picture's longer side (ours)."""
ROUNDS = 3
"""So often light and piece are told from each other, each time better (ours)."""
FIRST = 0.3
"""Of the way from the darker tone to the lighter, where the first look parts them (ours)."""
LEAST_CONTRAST = 0.12
"""Piece and ground differ by that at least, of the ground (ours)."""
SMALLEST_HOLE_PX = 80
"""Of area: less is a speck (ours)."""
SEED_PX = 3
"""So far around the place that was pressed its tone is taken (ours)."""
REACH_PX, STEP_PX = 4.0, 0.25
"""How far across itself an edge is looked for, and how finely (ours)."""
SIDES = 4
"""Steps at either end that say how light both sides are."""
SMOOTH = 3.0
"""Points that an edge's direction is taken over, and over which it is smoothed across it (ours)."""

ALL_OF_IT = "all of the piece, with ground around it: it runs off, or is not told from the ground"
INWARD_PX = 4
"""So far inward of its edge a sheet is looked at: the edge itself is soft (ours)."""


@dataclass(frozen=True)
class Edges:
    """Edges of a piece in pixels: around it, and of its holes; and how many openings were too small to be told."""

    outer: Points
    holes: list[Points]
    dropped: int


def edges_of(gray: NDArray[np.uint8], inside: tuple[float, float], around: Points | None = None) -> Edges:
    """The piece that a place lies in.

    Args:
        gray: the picture.
        inside: a place on the piece, pixels.
        around: corners of what it lies on, where it does; what is outside of them is not looked at.

    Raises:
        InputError: it cannot be told from the ground, or the picture does not show all of it.
    """
    x, y = round(inside[0]), round(inside[1])
    height, width = gray.shape
    if not (SEED_PX <= x < width - SEED_PX and SEED_PX <= y < height - SEED_PX):
        raise InputError(field="inside", got=f"{x}, {y}", needs="a place in the picture, on the piece")
    soft = cv2.GaussianBlur(gray, (0, 0), 1.0).astype(np.float32)
    seen = _seen(gray.shape, (x, y), around)
    shaded = _against_the_light(soft, (x, y), seen)
    level, dark = _level(shaded, (x, y), seen)
    mask = (shaded < level) if dark else (shaded > level)
    piece = _piece_at(mask & seen, (x, y))
    if (cv2.dilate(piece, np.ones((3, 3), np.uint8)).astype(bool) & ~seen).any():
        raise InputError(field="inside", got="the edge of what it lies on", needs=ALL_OF_IT)
    found, tree = cv2.findContours(piece, cv2.RETR_CCOMP, cv2.CHAIN_APPROX_NONE)
    rings = [c[:, 0, :].astype(np.float64) for c in found]
    depths = tree[0][:, 3]
    outer = max((r for r, up in zip(rings, depths, strict=True) if up < 0), key=len)
    inner = [(r, cv2.contourArea(r.astype(np.float32))) for r, up in zip(rings, depths, strict=True) if up >= 0]
    holes = [r for r, area in inner if area >= SMALLEST_HOLE_PX]
    if outer.min() <= 1 or outer[:, 0].max() >= width - 2 or outer[:, 1].max() >= height - 2:
        raise InputError(field="inside", got="the edge of the picture", needs=ALL_OF_IT)
    return Edges(_fine(outer, soft), [_fine(h, soft) for h in holes], len(inner) - len(holes))


def _seen(shape: tuple[int, ...], at: tuple[int, int], around: Points | None) -> NDArray[np.bool_]:
    """What of a picture is looked at: what the piece lies on, where it lies on it, a little inward of its edge."""
    if around is None or cv2.pointPolygonTest(around.astype(np.float32), at, False) <= 0:
        return np.ones(shape, dtype=bool)
    drawn = np.zeros(shape, dtype=np.uint8)
    cv2.fillPoly(drawn, [np.round(around).astype(np.int32)], 1)
    inward = cv2.erode(drawn, np.ones((2 * INWARD_PX + 1, 2 * INWARD_PX + 1), np.uint8))
    seen: NDArray[np.bool_] = inward > 0
    return seen


def _against_the_light(soft: Picture, at: tuple[int, int], seen: NDArray[np.bool_]) -> Picture:
    """The picture over the light that falls on the ground there, so that ground is 1 in the sun and in the shade."""
    scale = min(1.0, SHADED_PX / max(soft.shape))
    small = cv2.resize(soft, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    spread = LIGHT_SPREADS * max(small.shape)
    here = (round(at[0] * scale), round(at[1] * scale))
    looked = cv2.resize(seen.astype(np.uint8), (small.shape[1], small.shape[0]), interpolation=cv2.INTER_NEAREST) > 0
    small = _float(small)
    tone = float(np.median(small[looked]))
    level, dark = _first_level(small, here, looked)
    over_light = small
    for _ in range(ROUNDS):
        piece = (over_light < level) if dark else (over_light > level)
        grown = cv2.dilate(piece.astype(np.uint8), np.ones((5, 5), np.uint8))
        ground = (grown == 0) & looked
        weight = cv2.GaussianBlur(ground.astype(np.float32), (0, 0), spread)
        around = cv2.GaussianBlur(np.where(ground, small, 0).astype(np.float32), (0, 0), spread)
        wide = float(small[ground].mean()) if ground.any() else tone
        light = _float(np.maximum((around + 1e-3 * wide) / (weight + 1e-3), 1.0))
        over_light = _float(small / light)
        level, dark = _level(over_light, here, looked)
    full = cv2.resize(light, (soft.shape[1], soft.shape[0]), interpolation=cv2.INTER_CUBIC)
    return _float(soft / np.maximum(full, 1.0))


def _first_level(small: Picture, at: tuple[int, int], seen: NDArray[np.bool_]) -> tuple[float, bool]:
    """Between the piece and the ground before anything is known of the light: nearer to the darker of both, so that
    what is lighter and in the shade is none of it; and whether the piece is the darker one.
    """
    x, y = at
    here = float(np.median(small[max(0, y - 1) : y + 2, max(0, x - 1) : x + 2]))
    low, high = (float(v) for v in np.percentile(small[seen], (3, 97)))
    dark = here < (low + high) / 2
    return (here + FIRST * (high - here), True) if dark else (low + FIRST * (here - low), False)


def _float(values: Any) -> Picture:
    found: Picture = values.astype(np.float32)
    return found


def _level(shaded: Picture, at: tuple[int, int], seen: NDArray[np.bool_]) -> tuple[float, bool]:
    """Halfway between piece and ground, and whether the piece is the darker one.

    Raises:
        InputError: they hardly differ.
    """
    lift = 250 / max(float(np.percentile(shaded[seen], 99.8)), 1e-6)
    lifted = np.clip(shaded[seen] * lift, 0, 255).astype(np.uint8)
    otsu, _ = cv2.threshold(lifted, 0, 255, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
    x, y = at
    here = float(np.median(shaded[y - SEED_PX : y + SEED_PX + 1, x - SEED_PX : x + SEED_PX + 1]))
    dark = here * lift <= otsu
    piece, ground = (shaded * lift <= otsu) & seen, (shaded * lift > otsu) & seen
    if not dark:
        piece, ground = ground, piece
    if not piece.any() or not ground.any():
        low = high = here
    else:
        low, high = float(np.median(shaded[piece])), float(np.median(shaded[ground]))
    if abs(high - low) < LEAST_CONTRAST * max(high, low):
        needs = "a piece that is clearly darker or lighter than the ground it lies on"
        raise InputError(field="inside", got="hardly a difference", needs=needs)
    return (low + high) / 2, dark


def _piece_at(mask: NDArray[np.bool_], at: tuple[int, int]) -> NDArray[np.uint8]:
    """What hangs together with a place.

    Raises:
        InputError: the place is not on it.
    """
    _, labels = cv2.connectedComponents(mask.astype(np.uint8), connectivity=4)
    label = labels[at[1], at[0]]
    if label == 0:
        raise InputError(field="inside", got=f"{at[0]}, {at[1]}", needs="a place on the piece, clear of marks on it")
    piece: NDArray[np.uint8] = (labels == label).astype(np.uint8)
    return piece


def _fine(ring: Points, soft: Picture) -> Points:
    """A ring moved across itself to where the picture is halfway between both of its sides, as they are there: that
    asks nothing of the light. Twice, so that both sides are looked at from the edge itself.
    """
    for _ in range(2):
        ring = _moved(ring, soft)
    return ring


def _moved(ring: Points, soft: Picture) -> Points:
    run = _smooth(ring)
    ahead = np.roll(run, -2, axis=0) - np.roll(run, 2, axis=0)
    across = np.column_stack([-ahead[:, 1], ahead[:, 0]])
    across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-9)
    steps = np.arange(-REACH_PX, REACH_PX + STEP_PX / 2, STEP_PX)
    places = ring[:, None, :] + steps[None, :, None] * across[:, None, :]
    values = map_coordinates(soft, [places[..., 1], places[..., 0]], order=1, mode="nearest")
    sides = _smooth(np.column_stack([values[:, :SIDES].mean(axis=1), values[:, -SIDES:].mean(axis=1)]))
    values = values - sides.mean(axis=1)[:, None]
    crossed = (values[:, :-1] <= 0) != (values[:, 1:] <= 0)
    middle = (len(steps) - 1) / 2
    away = np.where(crossed, np.abs(np.arange(len(steps) - 1) + 0.5 - middle), np.inf)
    nearest = away.argmin(axis=1)
    rows = np.arange(len(ring))
    a, b = values[rows, nearest], values[rows, nearest + 1]
    share = np.where(a != b, a / np.where(a != b, a - b, 1.0), 0.5)
    shift = np.where(np.isfinite(away.min(axis=1)), steps[nearest] + share * STEP_PX, 0.0)
    fine: Points = ring + shift[:, None] * across
    return fine


def _smooth(closed: Points) -> Points:
    """Along a closed run."""
    return np.column_stack([gaussian_filter1d(closed[:, k], SMOOTH, mode="wrap") for k in (0, 1)])
