"""What a section of any outline can be stressed to: slenderness of its walls, shear area by VQ/Ib, monosymmetry. mm."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, get_coordinates, orient_polygons, unary_union
from shapely.affinity import rotate

from yorvek.core.outlines import Outline
from yorvek.core.sections.section import Section

Floats = NDArray[np.float64]
LIMITS = {"inside": 1.40, "outstand": 0.45}
"""Of sqrt(E / Fy): walls pressed all over that reach yield before they buckle. AISC 360-22 table B4.1a: walls of boxes,
legs of angles, which is the strictest of the outstands and within EN 1993-1-1 table 5.2 class 3 (from memory)."""
ROUND = 0.11
"""D/t of a round wall over E / Fy, AISC 360-22 table B4.1a (from memory)."""
TOUCH = 0.02
LEVELS = 80


@dataclass(frozen=True)
class Wall:
    """A wall by the sqrt(E / Fy) it needs to reach yield before it buckles."""

    needs: float

    @classmethod
    def flat(cls, width: float, thickness: float, held: Literal["inside", "outstand"]) -> Wall:
        """A flat wall held at both edges, or at one."""
        return cls(width / thickness / LIMITS[held])

    @classmethod
    def round(cls, diameter: float, thickness: float) -> Wall:
        """A round wall."""
        return cls(math.sqrt(diameter / thickness / ROUND))


def walls_of(s: Section) -> list[Wall]:
    """The walls of a catalogue size that is rolled or drawn; a solid bar has none."""
    t, f = s.wall_mm, s.flange_mm
    if s.shape == "rhs":
        return [Wall.flat(max(max(s.depth_mm, s.width_mm) - 3 * t, 0.0), t, "inside")]
    if s.shape == "composed":
        return [Wall(s.slender)]
    if s.shape == "chs":
        return [Wall.round(s.depth_mm, t)]
    if s.shape == "angle":
        return [Wall.flat(max(s.depth_mm, s.width_mm), t, "outstand")]
    if s.shape in ("i", "channel"):
        reach = (s.width_mm - t) / 2 if s.shape == "i" else s.width_mm - t
        return [Wall.flat(reach, f, "outstand"), Wall.flat(s.depth_mm - 2 * f, t, "inside")]
    return [Wall(0.0)]


def contact_walls(outline: Outline, width: float, thickness: float, others: Sequence[Polygon]) -> list[Wall]:
    """The free stretches of a flat: between two places where it touches other parts, or from the last one to its edge.

    The first two corners of the outline run along its width.
    """
    a, b = outline.outer.vertices[:2]
    if math.hypot(b.x - a.x, b.y - a.y) < thickness * (1 + 1e-9) < width:
        a, b = outline.outer.vertices[1:3]
    length = math.hypot(b.x - a.x, b.y - a.y)
    ux, uy = (b.x - a.x) / length, (b.y - a.y) / length
    own = Polygon([(v.x, v.y) for v in outline.outer.vertices]).buffer(TOUCH, join_style="mitre")
    held: list[tuple[float, float]] = []
    for other in others:
        common = own.intersection(other)
        for piece in getattr(common, "geoms", [common]):
            if piece.is_empty:
                continue
            along = [(x - a.x) * ux + (y - a.y) * uy for x, y in get_coordinates(piece)]
            held.append((max(0.0, min(along)), min(length, max(along))))
    held.sort()
    if not held:
        return [Wall.flat(length, thickness, "outstand")]
    out = [
        Wall.flat(held[0][0], thickness, "outstand"),
        Wall.flat(length - max(e for _, e in held), thickness, "outstand"),
    ]
    reach = held[0][1]
    for start, end in held[1:]:
        if start > reach:
            out.append(Wall.flat(start - reach, thickness, "inside"))
        reach = max(reach, end)
    return out


def level_shear_area_mm2(polygons: Sequence[Polygon], axis: Literal["x", "y"]) -> float:
    """Least of I b / Q over levels: the area at which the mean shear stress is the greatest one of VQ/Ib."""
    whole = unary_union([p.buffer(1e-6, join_style="mitre") for p in polygons])
    if axis == "x":
        whole = _turned(whole)
    x0, y0, x1, y1 = whole.bounds
    cy = whole.centroid.y
    inertia = _inertia(whole, cy)
    least = math.inf
    for y in [cy, *np.linspace(y0, y1, LEVELS + 2)[1:-1] + (y1 - y0) * 1e-4]:
        width = whole.intersection(LineString([(x0 - 1, y), (x1 + 1, y)])).length
        if width <= 0:
            continue
        above = whole.intersection(Polygon([(x0 - 1, y), (x1 + 1, y), (x1 + 1, y1 + 1), (x0 - 1, y1 + 1)]))
        Q = above.area * (above.centroid.y - cy) if not above.is_empty else 0.0
        if Q > 0:
            least = min(least, inertia * width / Q)
    return least


def _turned(shape: Polygon) -> Polygon:
    return rotate(shape, 90, origin=(0, 0))


def _rings(shape: Polygon) -> list[Floats]:
    """Outer rings counter-clockwise, openings the other way round."""
    out = []
    for piece in getattr(shape, "geoms", [shape]):
        turned = orient_polygons(piece)
        out += [np.asarray(r.coords) for r in (turned.exterior, *turned.interiors)]
    return out


def _boundary_sum(shape: Polygon, primitive: Callable[[Floats, Floats], Floats]) -> float:
    """Integral over the area of f by Green's theorem, `primitive` being the integral of f along x; exact to degree
    five.
    """
    nodes, weights = np.polynomial.legendre.leggauss(3)
    total = 0.0
    for ring in _rings(shape):
        a, b = ring[:-1], ring[1:]
        for node, weight in zip((nodes + 1) / 2, weights / 2, strict=True):
            p = a + (b - a) * node
            total += weight * float((primitive(p[:, 0], p[:, 1]) * (b - a)[:, 1]).sum())
    return total


def _inertia(shape: Polygon, cy: float) -> float:
    return _boundary_sum(shape, lambda x, y: x * (y - cy) ** 2)


def monosymmetry_mm(polygons: Sequence[Polygon], cx: float, cy: float, Ix: float, shear_centre_y: float) -> float:
    """beta_x = 1/Ix times the integral of y (x2 + y2), less twice the shear centre's height over the centroid."""
    total = sum(
        _boundary_sum(p, lambda x, y: (y - cy) * (x - cx) ** 3 / 3 + (x - cx) * (y - cy) ** 3) for p in polygons
    )
    return total / Ix - 2 * (shear_centre_y - cy)
