"""Features laid into a plate: its openings, with every one checked against the edge and against the others."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import shapely
from shapely import Polygon, STRtree

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.outlines.width import span_of
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.features import CirclePattern, Feature, GridPattern, RowPattern, Tapped, ToolWork
from yorvek.core.parts.features.where import Host, Point
from yorvek.core.parts.saying import Say

BRIDGE_MM = 0.05
"""Openings keep so much metal from each other and from the edge, at the least, to be openings at all."""


@dataclass(frozen=True)
class Laid:
    """A plate with its features: the question that states each of their openings, notes, tools that follow, which
    openings get a thread, and what is to be known of them.
    """

    outline: Outline
    asked: list[str]
    notes: list[str]
    tools: list[ToolWork]
    tapped: list[int]
    warned: list[Warned]


def laid(outline: Outline, features: Sequence[Feature], host: Host, say: Say, *, first: int = 0) -> Laid:
    """Lay features into a plate, or into a face of a bar.

    Args:
        outline: of the plate or the face, with the openings that it has already.
        features, host, say: what is laid in, what it stands in, the words of a unit.
        first: the number of the first of these features in its part.

    Raises:
        InputError: one that cannot be, with its number: over the edge, into another opening, impossible in itself or in
            this metal.
    """
    openings = list(outline.openings)
    asked: list[str] = []
    notes: list[str] = []
    told: list[Warned] = []
    tapped: list[int] = []
    tools: Counter[tuple[str, float]] = Counter()
    plate = Polygon(ring_points(outline.outer))
    taken = [Polygon(ring_points(r)) for r in outline.openings]
    for k, feature in enumerate(features, first):
        path = f"features.{k}"
        try:
            ring, places, warned = feature.ring(), feature.at(), feature.warned(host)
            claims = feature.claims()
        except InputError as error:
            raise InputError(field=f"{path}.{error.field}", got=error.got, needs=error.needs) from None
        rings = [ring.moved(x, y, turn) for x, y, turn in places]
        room = [claims.moved(x, y, turn) for x, y, turn in places]
        _refuse_crowded(plate, taken, room, path, [(x, y) for x, y, _ in places], host)
        if isinstance(feature, Tapped):
            tapped += range(len(openings), len(openings) + len(rings))
        openings += rings
        asked += [f"{path}.x"] * len(rings)
        notes.append(_said(feature, len(rings), say))
        if warned is not None:
            told.append(warned.model_copy(update={"asked": f"{path}.{warned.asked}"}))
        if tool := feature.tool(say):
            tools[(tool, round(span_of(ring), 2))] += len(rings)
    made = [ToolWork(tool=t, holes=n, across_mm=mm) for (t, mm), n in tools.items()]
    return Laid(Outline(outer=outline.outer, openings=openings), asked, notes, made, tapped, told)


def _refuse_crowded(
    plate: Polygon, taken: list[Polygon], rings: list[Ring], path: str, places: list[Point], host: Host
) -> None:
    """Every opening within the plate and clear of all others; what is clear is taken from then on.

    Raises:
        InputError: the first that is not, with its place.
    """
    inside = plate.buffer(-BRIDGE_MM)
    shapely.prepare(inside)
    shapes = [Polygon(ring_points(r)) for r in rings]
    every = [*taken, *shapes]
    near = STRtree(every)
    for n, (shape, (x, y)) in enumerate(zip(shapes, places, strict=True)):
        got = f"{x:g}, {y:g}" if len(places) == 1 else f"number {n + 1} at {x:g}, {y:g}"
        if not inside.contains(shape):
            raise InputError(field=f"{path}.x", got=got, needs=f"a place in the {host.whole}: there it breaks the edge")
        own = len(taken) + n
        if any(k != own for k in near.query(shape, predicate="dwithin", distance=BRIDGE_MM)):
            raise InputError(field=f"{path}.x", got=got, needs="a place of its own: it runs into another opening")
    taken += shapes


def _said(feature: Feature, count: int, say: Say) -> str:
    """A feature in the words of a drawing: how many, what, and where."""
    x, y, p = say(feature.x.value), say(feature.y.value), feature.pattern
    what = feature.said(say)
    if isinstance(p, RowPattern):
        turned = f", turned {p.turn.value:g}°" if p.turn.value else ""
        return f"{count} × {what} in a row from {x}, {y}, {say(p.pitch.value)} apart{turned}"
    if isinstance(p, GridPattern):
        apart = f"{say(p.pitch_across.value)} × {say(p.pitch_up.value)} apart"
        return f"{count} × {what}, {p.across} × {p.up} from {x}, {y}, {apart}"
    if isinstance(p, CirclePattern):
        return f"{count} × {what} on a circle ⌀{say(p.diameter.value)} about {x}, {y}"
    return f"{what} at {x}, {y}"
