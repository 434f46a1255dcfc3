"""The body of a part: a plate as thick as it is, a bar with its ends as they are cut, what is bent as it is then: a
plate as it is seen from its end, its bends running towards whoever looks at it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from shapely import Polygon, affinity, box

from yorvek.core.assemblies.solids import (
    SMOOTH,
    Edges,
    Face,
    Floats,
    Height,
    Prism,
    Row,
    Solid,
    extruded,
    level,
    outward,
    rings_of,
    sloped,
)
from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.outlines import Outline, Ring, area_moments, ring_points
from yorvek.core.outlines.outline import arc_of
from yorvek.core.parts import BarPiece, PartGeometry, PartSpec
from yorvek.core.parts.bars import ends_mm
from yorvek.core.parts.bent_bars import bent_bar, turns_of
from yorvek.core.parts.ends import reach_of
from yorvek.core.parts.in_space import Spine, spine_of
from yorvek.core.parts.plates.bent import BentPlate
from yorvek.core.sections import Section, outlines_of, section

CHORD_MM, FINEST_MM = 0.4, 0.02
"""How far a body may stray from what is round, and what is finer than need be (ours)."""
STEP_DEG = 18.0
"""Arcs turn so much from chord to chord at the most, so that they are known for round (ours)."""
FLAT = np.eye(3)
ALONG = np.array([[0.0, 0.0, 1.0], [0.0, 1.0, 0.0], [1.0, 0.0, 0.0]])
"""Of a bar: its section's width comes forward, its depth is up, and it runs to the right."""


def solid_of(part: PartSpec, g: PartGeometry) -> Solid:
    """A part as it is once it is made, its corner at the origin.

    Args:
        part: with what it follows filled in.
        g: it worked out.
    """
    if not isinstance(part.shape, BarPiece):
        return _plate(part, g)
    s = section(part.shape.section_id)
    if s.entered:
        whole = box(0.0, 0.0, s.width_mm, s.depth_mm)
        return _straight(part.shape, s, g, [whole], ("its section is known by figures alone: drawn as a block",))
    shapes = [_polygon(o) for o in outlines_of(s)]
    x0, y0 = (min(p.bounds[k] for p in shapes) for k in (0, 1))
    shapes = [affinity.translate(p, -x0, -y0) for p in shapes]
    if part.shape.bends:
        return _bent_bar(part, part.shape, s, shapes)
    if part.shape.ripped:
        shapes = [p for q in shapes for p in _kept(q, g.height_mm)]
    return _straight(part.shape, s, g, shapes, ())


def _polygon(outline: Outline) -> Polygon:
    return Polygon(_points(outline.outer), [_points(r) for r in outline.openings])


def _points(ring: Ring) -> Floats:
    """A ring's points, its smallest arc in small steps."""
    radii = [abs(arc_of(a, b)[2]) for a, b in ring.segments() if a.bulge]
    fine = (1 - math.cos(math.radians(STEP_DEG / 2))) * min(radii, default=math.inf)
    return ring_points(ring, chord_mm=min(CHORD_MM, max(FINEST_MM, fine)))


def _kept(shape: Polygon, height: float) -> list[Polygon]:
    """What lies below a height."""
    below = shape.intersection(box(-1e6, -1e6, 1e6, height))
    return [g for g in getattr(below, "geoms", [below]) if isinstance(g, Polygon) and not g.is_empty]


def _plate(part: PartSpec, g: PartGeometry) -> Solid:
    t = g.thickness_mm or 0.0
    shape: Any = part.shape
    if isinstance(shape, BentPlate):
        end = _polygon(g.views[0].outline)
        notes = ("its holes are not drawn once it is bent",) if g.outline.openings else ()
        made = _prismatic([end], FLAT, level(0.0), level(shape.width.value), notes)
        return replace(made, whole=not notes)
    notes = ("drawn flat, as it is cut",) if g.bends or g.views else ()
    flat = _prismatic([_polygon(g.outline)], FLAT, level(0.0), level(t), notes)
    return replace(flat, whole=not notes)


def _prismatic(
    shapes: Sequence[Polygon], axes: Floats, low: Height, high: Height, notes: Sequence[str],
    caps: tuple[Floats | None, Floats | None] = (np.array([0.0, 0.0, -1.0]), np.array([0.0, 0.0, 1.0])),
) -> Solid:  # fmt: skip
    """A body of outlines that run along one way, its lower left back corner at the origin."""
    faces: list[Face] = []
    rows: list[Row] = []
    weights, middles = [], []
    for shape in shapes:
        made = extruded(shape, axes, low, high, caps)
        faces, rows = faces + made[0], rows + made[1]
        volume, middle = _middle(shape, low, high)
        weights.append(volume)
        middles.append(middle @ axes)
    edges = Edges.of(rows)
    ends = np.vstack([edges.a, edges.b])
    return Solid(
        faces, edges, [Prism(s, axes, low, high) for s in shapes], np.ptp(ends, axis=0),
        np.average(np.array(middles), axis=0, weights=weights), _line(shapes), tuple(notes),
    )  # fmt: skip


def _line(shapes: Sequence[Polygon]) -> Floats:
    """Up and to the front: where the centroid of a bar's section is, seen along it."""
    middles = np.array([(p.centroid.y, p.centroid.x) for p in shapes])
    return np.average(middles, axis=0, weights=[p.area for p in shapes])


def _middle(shape: Polygon, low: Height, high: Height) -> tuple[float, Floats]:
    """Volume and centre of mass of a prism, its ends flat or taken for flat, in u, v and w."""
    m = area_moments(_outlined(shape))
    at = np.array([[m.cx_mm, m.cy_mm], [m.cx_mm, m.cy_mm + 1.0]])
    (l0, l1), (h0, h1) = low(at), high(at)
    slope_low, slope_high = l1 - l0, h1 - h0
    volume = m.A_mm2 * (h0 - l0)
    lift = (slope_high - slope_low) / volume
    w = (m.A_mm2 * (h0**2 - l0**2) + m.Ix_mm4 * (slope_high**2 - slope_low**2)) / 2 / volume
    return float(volume), np.array([m.cx_mm + m.Ixy_mm4 * lift, m.cy_mm + m.Ix_mm4 * lift, w])


def _outlined(shape: Polygon) -> Outline:
    outer, *inner = rings_of(shape)
    return Outline(outer=Ring.polygon(outer.tolist()), openings=[Ring.polygon(r.tolist()) for r in inner])


def _straight(shape: BarPiece, s: Section, g: PartGeometry, shapes: Sequence[Polygon], more: Sequence[str]) -> Solid:
    """A bar with its ends on the slant or saddled; notches and what is drilled are not drawn."""
    length = g.length_mm or 0.0
    notes = [*more, *(f"the notch of its {side} end is not drawn" for side, e, _ in shape.ends() if e.kind == "notch")]
    if g.faces:
        notes.append("its holes are not drawn")
    heights: list[Height] = []
    caps: list[Floats | None] = []
    for (side, end, deg), sign in zip(shape.ends(), (1.0, -1.0), strict=True):
        base = 0.0 if side == "left" else length
        if end.kind == "saddle" and not s.entered:
            heights.append(_saddled(side, end, deg, s, base, sign))
            caps.append(None)
            continue
        back, slope = ends_mm(s.depth_mm, deg)
        heights.append(sloped(base + sign * back, sign * slope))
        out = sign * np.array([0.0, sign * slope, -1.0])
        caps.append(out / np.linalg.norm(out))
    made = _prismatic(shapes, ALONG, heights[0], heights[1], notes, (caps[0], caps[1]))
    return replace(made, whole=not notes)


def _saddled(side: str, end: Any, deg: float, s: Section, base: float, sign: float) -> Height:
    """An end that sits on a tube: cut back from what reaches furthest."""
    reach = reach_of(side, end, deg)
    shape = np.vstack([_points(o.outer) for o in outlines_of(s)])
    shape = shape - shape.min(axis=0)

    def cut(at: Floats) -> Floats:
        return reach(at[:, 1] - s.depth_mm / 2, at[:, 0] - s.width_mm / 2)

    furthest = float(cut(shape).min())
    return lambda at: base + sign * (cut(at) - furthest)


def _bent_bar(part: PartSpec, shape: BarPiece, s: Section, shapes: Sequence[Polygon]) -> Solid:
    """A bar along its bends; what fills it is not known as prisms."""
    bar = bent_bar(shape, s, material(part.material_id))
    spine = spine_of(turns_of(bar), bar.folds.legs)
    faces: list[Face] = []
    rows: list[Row] = []
    for outline in shapes:
        rings = rings_of(affinity.translate(outline, -s.width_mm / 2, -s.depth_mm / 2))
        for which, ring in enumerate(rings):
            found = _swept(ring, spine, outer=which == 0)
            faces, rows = faces + found[0], rows + found[1]
        faces += _closed(rings, spine)
    edges = Edges.of(rows)
    corner = np.vstack([edges.a, edges.b]).min(axis=0)
    size = np.vstack([edges.a, edges.b]).max(axis=0) - corner
    steps = np.linalg.norm(np.diff(spine.at, axis=0), axis=1)
    middle = np.average((spine.at[1:] + spine.at[:-1]) / 2, axis=0, weights=steps) - corner
    moved = replace(edges, a=edges.a - corner, b=edges.b - corner)
    placed = [Face([r - corner for r in f.rings], f.out) for f in faces]
    plain = all(end.kind == "straight" and not deg for _, end, deg in shape.ends())
    line = (spine.at[0] - corner)[1:]
    return Solid(placed, moved, [], size, middle, line, () if plain else ("its ends are drawn square",), whole=plain)


def _swept(ring: Floats, spine: Spine, *, outer: bool) -> tuple[list[Face], list[Row]]:
    """The surface that a ring of the section leaves along a spine."""
    flat = outward(ring)
    n, stations = len(ring), len(spine.at)
    at = [_laid(ring, spine, k) for k in range(stations)]
    outs = [_laid(flat, spine, k) - spine.at[k] for k in range(stations)]
    faces: list[Face] = []
    rows: list[Row] = []
    for k in range(stations - 1):
        mid = (outs[k] + outs[k + 1]) / np.linalg.norm(outs[k] + outs[k + 1], axis=1)[:, None]
        for i in range(n):
            j = (i + 1) % n
            faces.append(Face([np.array([at[k][i], at[k][j], at[k + 1][j], at[k + 1][i]])], mid[i]))
            rows.append((at[k][i], at[k + 1][i], mid[i - 1], mid[i], bool(mid[i - 1] @ mid[i] < SMOOTH), outer))
            if k:
                rows.append((at[k][i], at[k][j], (outs[k] + outs[k - 1])[i], mid[i], False, outer))
    for k, sign in ((0, -1.0), (stations - 1, 1.0)):
        out = sign * np.cross(spine.up[k], spine.front[k])
        rows += [(at[k][i], at[k][(i + 1) % n], outs[k][i], out, True, outer) for i in range(n)]
    return faces, rows


def _laid(ring: Floats, spine: Spine, k: int) -> Floats:
    """Places of a section, [n, 2] forward and up, at a place of a spine."""
    laid: Floats = spine.at[k] + ring[:, :1] * spine.front[k] + ring[:, 1:] * spine.up[k]
    return laid


def _closed(rings: Sequence[Floats], spine: Spine) -> list[Face]:
    """Both ends of what is swept along a spine."""
    ends = ((0, -1.0), (len(spine.at) - 1, 1.0))
    return [Face([_laid(r, spine, k) for r in rings], sign * np.cross(spine.up[k], spine.front[k])) for k, sign in ends]


def solid_or_trouble(part: PartSpec, g: PartGeometry) -> tuple[Solid | None, str]:
    """The body of a part, or why there is none."""
    try:
        return solid_of(part, g), ""
    except InputError as error:
        return None, error.sentence
