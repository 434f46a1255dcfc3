"""A picture of a template becomes an outline in true size, with how far off it may be."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from pydantic import Field
from scipy.ndimage import gaussian_filter1d

from yorvek.core.files.photo import opened
from yorvek.core.files.tracing.edge import edges_of
from yorvek.core.files.tracing.fitting import ring_through
from yorvek.core.files.tracing.plane import (
    FourCorners,
    Point,
    Scale,
    SecondLength,
    in_plane,
    off_by,
    plane_of,
    refuse_beyond,
    seen_of_a_side,
)
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, bounds_mm

SIDE_PX = 4000
"""Pictures are worked on at so many pixels a side at most (ours)."""
LEAST_CLOSE_PX, MOST_CLOSE_PX = 0.2, 0.8
"""Points of an edge lie so close to what is laid through them, in pixels; between, by how much they scatter (ours)."""
SCATTERS = 5.0
LEAST_CLOSE_MM = 0.05
SMOOTH = 6.0
PRESSED_PX = 0.8
"""A place that somebody pressed is that true (ours)."""
SLACK = 1.1
"""On what may be off, so that what is said is not less than what is (ours; tests hold it against true outlines)."""


class TraceAsk(Model):
    """A picture's scale, the second length that must agree, and a place on the piece. Places are pixels from the
    picture's upper left corner.
    """

    scale: Scale
    check: SecondLength
    inside: Point


class Traced(Model):
    """A traced piece.

    Args:
        outline: mm, lower left corner at the origin, as the picture shows it.
        to_picture: what turns mm of the outline into pixels of the picture, [3, 3].
        off_mm: how far it may be off at most.
        check_off: by how much of itself the second length disagrees.
        pixel_mm: how large a pixel is on the piece, at the most.
        fit_mm: how far the edge lies from its lines and arcs.
        dropped: openings too small to be told.
        words: what was found.
    """

    outline: Outline
    to_picture: list[list[float]]
    off_mm: float
    check_off: float
    pixel_mm: float
    fit_mm: float
    dropped: int = Field(ge=0)
    words: list[str]


def trace(data: bytes, ask: TraceAsk) -> Traced:
    """Trace a piece.

    Raises:
        InputError: no picture, a scale that is none or that a second length speaks against, no piece at that place.
    """
    picture, factor = opened(data, "L", SIDE_PX)
    gray = np.asarray(picture, dtype=np.uint8)
    own = _scaled(ask, factor)
    plane = plane_of(own.scale, gray)
    check_off = off_by(own.check, own.scale, plane)
    lies_on = np.array(own.scale.corners) if isinstance(own.scale, FourCorners) else None
    edges = edges_of(gray, own.inside, lies_on)
    refuse_beyond(edges.outer, plane)
    rings = [in_plane(r, plane) for r in (edges.outer, *edges.holes)]
    pixel = _pixel_mm(edges.outer, plane)
    laid = [ring_through(r, _close(r, pixel)) for r in rings]
    outline = Outline(outer=laid[0][0], openings=[r for r, _ in laid[1:]])
    x0, y0, x1, y1 = bounds_mm(outline)
    fit = max(off for _, off in laid)
    edge, scale = fit + pixel * PRESSED_PX / 2, max(x1 - x0, y1 - y0) * _scale_off(own, check_off, plane)
    return Traced(
        outline=outline.moved(-x0, -y0), to_picture=_back(plane, x0, y0, factor),
        off_mm=round(SLACK * (edge + scale), 3), check_off=check_off, pixel_mm=pixel, fit_mm=fit, dropped=edges.dropped,
        words=_words(outline, edges.dropped, by_scale=scale > edge),
    )  # fmt: skip


def _scaled(ask: TraceAsk, factor: float) -> TraceAsk:
    """Places as the middles of pixels count: the first is at 0."""

    def moved(p: Point) -> Point:
        return (p[0] * factor - 0.5, p[1] * factor - 0.5)

    scale = ask.scale
    if isinstance(scale, FourCorners):
        scale = scale.model_copy(update={"corners": [moved(p) for p in scale.corners]})
    else:
        scale = scale.model_copy(update={"ends": [moved(p) for p in scale.ends]})
    check = ask.check.model_copy(update={"ends": [moved(p) for p in ask.check.ends]})
    return TraceAsk(scale=scale, check=check, inside=moved(ask.inside))


def _close(ring: NDArray[np.float64], pixel_mm: float) -> float:
    """How far points of an edge may lie from what is laid through them: by how they scatter about their own run."""
    off = np.column_stack([ring[:, k] - gaussian_filter1d(ring[:, k], SMOOTH, mode="wrap") for k in (0, 1)])
    scatter = 1.4826 * float(np.median(np.linalg.norm(off, axis=1)))
    return max(LEAST_CLOSE_MM, min(max(SCATTERS * scatter, LEAST_CLOSE_PX * pixel_mm), MOST_CLOSE_PX * pixel_mm))


def _pixel_mm(edge: NDArray[np.float64], plane: NDArray[np.float64]) -> float:
    """The most that a pixel is, anywhere along an edge."""
    at = in_plane(edge, plane)
    steps = [in_plane(edge + np.array(d), plane) - at for d in ((1.0, 0.0), (0.0, 1.0))]
    return float(max(np.linalg.norm(s, axis=1).max() for s in steps))


def _scale_off(ask: TraceAsk, check_off: float, plane: NDArray[np.float64]) -> float:
    """How far off the scale may be, as a share: what the second length disagrees by, as far as it sees each of the
    rectangle's sizes, and places that were pressed.
    """
    known = ask.scale.corners if isinstance(ask.scale, FourCorners) else ask.scale.ends
    run = [float(np.linalg.norm(np.subtract(a, b))) for a, b in zip(known, [*known[1:], known[0]], strict=True)]
    seen = 1.0
    if isinstance(ask.scale, FourCorners):
        seen = seen_of_a_side(ask.check, plane)
    return (check_off + PRESSED_PX / max(run)) / seen


def _back(plane: NDArray[np.float64], x0: float, y0: float, factor: float) -> list[list[float]]:
    """From the outline's mm into the picture as it was sent."""
    moved = np.array([[1.0, 0.0, x0], [0.0, 1.0, y0], [0.0, 0.0, 1.0]])
    sized = np.array([[1 / factor, 0.0, 0.5 / factor], [0.0, 1 / factor, 0.5 / factor], [0.0, 0.0, 1.0]])
    back = sized @ np.linalg.inv(plane) @ moved
    found: list[list[float]] = (back / back[2, 2]).tolist()
    return found


def _words(outline: Outline, dropped: int, *, by_scale: bool) -> list[str]:
    arcs = sum(1 for v in outline.outer.vertices if v.bulge)
    lines = len(outline.outer.vertices) - arcs
    out = [f"{lines} lines and {arcs} arcs around it"]
    if outline.openings:
        out.append(f"{len(outline.openings)} openings")
    if dropped:
        out.append(f"{dropped} specks left out: too small to be told from dirt")
    if by_scale:
        out.append(
            "most of what it may be off is the scale: press the second length's ends closer, or take a longer one"
        )
    return out
