"""Edges that two parts share are cut once: what an earlier contour has cut already is left out of a later one."""

from __future__ import annotations

import math

import shapely
from shapely import LineString
from shapely.ops import linemerge

from yorvek.core.cutting.table.paths import ARC_MM, NO_ROOM, OUTSIDE, Contour, Move, TablePlan, moved_arc
from yorvek.core.outlines.arcs import fitted

SAME_LINE_MM = 0.05
"""Paths so near to each other are one cut; nests are pushed together to a hundredth."""
WORTH_MM = 20.0
FINE_RAD = 0.02


def points_of(contour: Contour) -> list[tuple[float, float]]:
    """The contour as a fine polyline, its lead not in it."""
    out: list[tuple[float, float]] = []
    x, y = contour.pierce_x, contour.pierce_y
    for k, move in enumerate(contour.moves):
        if k == 0 and not contour.led:
            out.append((x, y))
        if move.bulge:
            cx, cy = moved_arc(x, y, move)
            sweep, begin = 4 * math.atan(move.bulge), math.atan2(y - cy, x - cx)
            count = max(1, math.ceil(abs(sweep) / FINE_RAD))
            r = math.hypot(x - cx, y - cy)
            out += [
                (cx + r * math.cos(begin + sweep * j / count), cy + r * math.sin(begin + sweep * j / count))
                for j in range(1, count)
            ]
        out.append((move.x, move.y))
        x, y = move.x, move.y
    return out


def _closes(contour: Contour) -> bool:
    last = contour.moves[-1]
    first = (contour.moves[0].x, contour.moves[0].y) if contour.led else (contour.pierce_x, contour.pierce_y)
    return math.dist(first, (last.x, last.y)) < 1e-6


def shared_once(plan: TablePlan) -> TablePlan:
    """The plan with shared stretches cut by the first contour only; openings and bridged ones stay as they are.

    Parts without room for a pierce come last: they begin on what their neighbours have cut, or it is said that they
    cannot.
    """
    out: list[Contour] = []
    troubles = list(plan.troubles)
    cut: list[LineString] = []
    waiting = {c.number for c in plan.contours if not c.led and not c.opening and _closes(c)}
    for contour in sorted(plan.contours, key=lambda c: c.number in waiting):
        whole = not contour.opening and len(contour.moves) > 1 and _closes(contour)
        points = points_of(contour) if whole else []
        if not whole or len(points) < 3:
            out.append(contour)
            continue
        line = LineString(points)
        near = [c for c in cut if c.dwithin(line, SAME_LINE_MM)]
        left = line.difference(shapely.union_all(near).buffer(SAME_LINE_MM, cap_style="flat")) if near else line
        cut.append(line)
        if line.length - left.length < WORTH_MM:
            if contour.led:
                out.append(contour)
            else:
                troubles.append(f"{contour.part}: {NO_ROOM}{OUTSIDE}")
            continue
        out += _stretches(contour, left)
    return plan.model_copy(update={"contours": out, "troubles": troubles})


def _stretches(contour: Contour, left: shapely.Geometry) -> list[Contour]:
    """What is left of a contour, each stretch begun and ended on a cut that is there already."""
    joined = linemerge(left) if left.geom_type == "MultiLineString" else left
    out = []
    for line in getattr(joined, "geoms", [joined]):
        if line.is_empty or line.length < SAME_LINE_MM * 4:
            continue
        points = [(float(x), float(y)) for x, y in line.coords]
        moves = [Move(x=b[0], y=b[1], bulge=bulge) for _, b, bulge in fitted(points, ARC_MM)]
        out.append(
            contour.model_copy(
                update={"pierce_x": points[0][0], "pierce_y": points[0][1], "moves": moves, "led": False}
            )
        )
    return out
