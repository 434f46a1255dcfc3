"""Pictures of pieces on a table, made by geometry of their own: a camera that looks aslant, light that falls off, a
shadow, noise, a sheet of paper with its corners and a rule beside it.
"""

import io
import math
from dataclasses import dataclass

import numpy as np
from PIL import Image
from scipy.ndimage import gaussian_filter

from yorvek.core.outlines import ring_points

FINE = 4
"""Points that a pixel is lit at, along each side."""


@dataclass(frozen=True)
class Camera:
    """A pinhole over a table, mm: where it looks, from how far, how far from upright, turned by what."""

    looks_at: tuple[float, float]
    away: float
    tilt_deg: float
    turn_deg: float
    width: int
    height: int

    def matrix(self):
        """From mm on the table to pixels of the picture, from its upper left corner."""
        t, a = math.radians(self.tilt_deg), math.radians(self.turn_deg)
        turn = np.array([[math.cos(a), math.sin(a), 0], [-math.sin(a), math.cos(a), 0], [0, 0, 1.0]])
        tilt = np.array([[1, 0, 0], [0, math.cos(t), -math.sin(t)], [0, math.sin(t), math.cos(t)]])
        r = np.diag([1, -1, -1.0]) @ tilt @ turn
        moved = np.array([[1, 0, -self.looks_at[0]], [0, 1, -self.looks_at[1]], [0, 0, 1.0]])
        flat = np.column_stack([r[:, 0], r[:, 1], [0, 0, self.away]]) @ moved
        f = 1.1 * self.width
        return np.array([[f, 0, self.width / 2], [0, f, self.height / 2], [0, 0, 1.0]]) @ flat

    def pixels(self, points):
        flat = np.column_stack([points, np.ones(len(points))]) @ self.matrix().T
        return flat[:, :2] / flat[:, 2:]


def picture(camera, outline, *, paper, piece=0.3, ground=0.5, paper_tone=0.9, noise=0.0, shadow=0.0, blur=0.6, seed=1):
    """The bytes of a PNG; `paper`: corners of the sheet that it lies on, mm; `shadow`: how much of the light
    a soft shadow across the picture takes.
    """
    back = np.linalg.inv(camera.matrix())
    rows = []
    for top in range(0, camera.height, 64):
        high = min(64, camera.height - top)
        rows.append(_band(camera, back, top, high, outline, (paper, paper_tone), piece, ground))
    light = gaussian_filter(np.vstack(rows), blur)
    y, x = np.mgrid[0 : camera.height, 0 : camera.width]
    fall = 1 - 0.25 * x / camera.width - 0.1 * y / camera.height
    edge = (x - 0.5 * camera.width) * 0.8 + (y - 0.4 * camera.height) * 0.6
    shade = 1 - shadow / (1 + np.exp(-edge / (0.02 * camera.width)))
    lit = light * fall * shade + np.random.default_rng(seed).normal(0, noise, light.shape)
    out = io.BytesIO()
    Image.fromarray(np.clip(lit * 235, 0, 255).astype(np.uint8)).save(out, "PNG")
    return out.getvalue()


def _band(camera, back, top, high, outline, sheet, piece, ground):
    """Light of some rows of the picture, before the lamp: how much of each pixel is piece, frame or ground."""
    k = (np.arange(camera.width * FINE) + 0.5) / FINE
    j = top + (np.arange(high * FINE) + 0.5) / FINE
    x, y = np.meshgrid(k, j)
    w = back[2, 0] * x + back[2, 1] * y + back[2, 2]
    u = (back[0, 0] * x + back[0, 1] * y + back[0, 2]) / w
    v = (back[1, 0] * x + back[1, 1] * y + back[1, 2]) / w
    tone = np.full(u.shape, ground)
    paper, bright = sheet
    tone[_within(u, v, np.array(paper))] = bright
    on = _within(u, v, np.array(ring_points(outline.outer)))
    for hole in outline.openings:
        on &= ~_within(u, v, np.array(ring_points(hole)))
    tone[on] = piece
    return tone.reshape(high, FINE, camera.width, FINE).mean(axis=(1, 3))


def _within(u, v, ring):
    """By crossings of a ray, within the box of the ring."""
    inside = np.zeros(u.shape, dtype=bool)
    low, high = ring.min(axis=0), ring.max(axis=0)
    near = (u >= low[0]) & (u <= high[0]) & (v >= low[1]) & (v <= high[1])
    if not near.any():
        return inside
    a, b = u[near], v[near]
    found = np.zeros(a.shape, dtype=bool)
    for (x0, y0), (x1, y1) in zip(ring, np.roll(ring, -1, axis=0), strict=True):
        if y0 == y1:
            continue
        crosses = (y0 > b) != (y1 > b)
        found ^= crosses & (a < (x1 - x0) * (b - y0) / (y1 - y0) + x0)
    inside[near] = found
    return inside
