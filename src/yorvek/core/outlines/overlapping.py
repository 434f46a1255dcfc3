"""Lines of a drawing that lie on one another, in part or whole, straight or round: each stretch is there once."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from scipy.spatial import cKDTree
from shapely import STRtree, linestrings

from yorvek.core.errors import InputError
from yorvek.core.outlines.outline import Point, Vertex, arc_of
from yorvek.core.outlines.segments import Segment, together

MOST_NEAR = 60
"""Pairs a segment on average."""


@dataclass(frozen=True)
class Carrier:
    """What a segment lies on: a straight line by a point and its direction, or a circle by its middle and radius; and
    from where to where, in mm along it.
    """

    at: Point
    way: Point
    radius: float
    low: float
    high: float

    @property
    def length(self) -> float:
        return self.high - self.low


def carrier_of(s: Segment) -> Carrier:
    """What a segment lies on. Of an arc the way along it is counter-clockwise from the angle 0."""
    (x0, y0), (x1, y1) = s.start, s.end
    if s.straight:
        chord = math.dist(s.start, s.end)
        way = ((x1 - x0) / chord, (y1 - y0) / chord) if chord else (1.0, 0.0)
        return Carrier(s.start, way, 0.0, 0.0, chord)
    cx, cy, radius, angle, sweep = arc_of(Vertex(x=x0, y=y0, bulge=s.bulge), Vertex(x=x1, y=y1))
    begin = min(angle, angle + sweep) % (2 * math.pi)
    return Carrier((cx, cy), (1.0, 0.0), radius, begin * radius, (begin + abs(sweep)) * radius)


def on(base: Carrier, s: Segment, within: float) -> tuple[float, float] | None:
    """From where to where a segment lies along a carrier, mm; None where it does not."""
    own = carrier_of(s)
    if bool(own.radius) != bool(base.radius):
        return None
    if base.radius:
        if math.dist(own.at, base.at) > within or abs(own.radius - base.radius) > within:
            return None
        return own.low / own.radius * base.radius, own.high / own.radius * base.radius
    along = []
    for x, y in (s.start, s.end):
        dx, dy = x - base.at[0], y - base.at[1]
        if abs(dx * base.way[1] - dy * base.way[0]) > within:
            return None
        along.append(dx * base.way[0] + dy * base.way[1])
    return min(along), max(along)


def _spans(base: Carrier, found: tuple[float, float]) -> list[tuple[float, float]]:
    """A stretch along a circle also once round before and after, so that it meets whatever it lies on."""
    if not base.radius:
        return [found]
    turn = 2 * math.pi * base.radius
    return [(found[0] + k * turn, found[1] + k * turn) for k in (-1, 0, 1)]


def _near(segments: Sequence[Segment], onto: Sequence[Segment], within: float) -> list[tuple[int, int]]:
    """Pairs that may lie on one another: straight ones that come close, round ones about one middle.

    Raises:
        InputError: more of them than a drawing of parts has.
    """
    out: list[tuple[int, int]] = []
    flat, base = _straight_ones(segments), _straight_ones(onto)
    if flat and base:
        mine, theirs = (linestrings([[x[k].start, x[k].end] for k in at]) for x, at in ((segments, flat), (onto, base)))
        found = STRtree(theirs).query(mine, predicate="dwithin", distance=within)
        _refuse_many(found.shape[1], len(segments) + len(onto))
        out += [(flat[i], base[j]) for i, j in zip(*found.tolist(), strict=True)]
    bows, hoops = _round_ones(segments), _round_ones(onto)
    if bows and hoops:
        mine, theirs = (cKDTree([(*c.at, c.radius) for c in x.values()]) for x in (bows, hoops))
        _refuse_many(mine.count_neighbors(theirs, 2 * within), len(segments) + len(onto))
        first, second = list(bows), list(hoops)
        out += [(first[i], second[j]) for i, near in enumerate(mine.query_ball_tree(theirs, 2 * within)) for j in near]
    return out


def _straight_ones(segments: Sequence[Segment]) -> list[int]:
    return [k for k, s in enumerate(segments) if s.straight]


def _round_ones(segments: Sequence[Segment]) -> dict[int, Carrier]:
    return {k: carrier_of(s) for k, s in enumerate(segments) if not s.straight}


def _refuse_many(pairs: int, segments: int) -> None:
    if pairs > MOST_NEAR * segments:
        raise InputError(field="drawing", got=f"{segments} lines", needs="fewer lines that lie on one another")


def overlaps(segments: Sequence[Segment], onto: Sequence[Segment], within: float) -> list[tuple[int, int]]:
    """Pairs of a segment and one that it lies on for more than a point, by place.

    Raises:
        InputError: more of them than a drawing of parts has.
    """
    same = segments is onto
    out = []
    for i, j in _near(segments, onto, within):
        if same and i >= j:
            continue
        base = carrier_of(onto[j])
        along = on(base, segments[i], within)
        if along and any(min(h, base.high) - max(low, base.low) > 2 * within for low, h in _spans(base, along)):
            out.append((i, j))
    return out


def uncovered(segments: Sequence[Segment], onto: Sequence[Segment], within: float) -> list[Segment]:
    """Those that do not lie on others for all of their length."""
    lies: dict[int, list[int]] = {}
    for i, j in overlaps(segments, onto, within):
        lies.setdefault(i, []).append(j)
    out = []
    for i, s in enumerate(segments):
        base = carrier_of(s)
        spans = []
        for j in lies.get(i, []):
            along = on(base, onto[j], within)
            spans += _spans(base, along) if along else []
        if _reach(base, spans, within) < base.length - 4 * within:
            out.append(s)
    return out


def _reach(base: Carrier, spans: list[tuple[float, float]], within: float) -> float:
    """How much of it lies under the stretches."""
    covered, at = 0.0, base.low
    for low, high in sorted(spans):
        low, high = max(low, at), min(high, base.high)
        if high > low:
            covered += high - low
            at = high
    return covered


def merged(segments: Sequence[Segment], within: float) -> tuple[list[Segment], int]:
    """Segments, those that lie on one another made one, and how many fewer there are."""
    groups: dict[int, list[int]] = {}
    for k, root in enumerate(together(len(segments), overlaps(segments, segments, within))):
        groups.setdefault(root, []).append(k)
    out: list[Segment] = []
    for members in groups.values():
        out += [segments[members[0]]] if len(members) == 1 else _one(segments, members, within)
    return out, len(segments) - len(out)


def _one(segments: Sequence[Segment], members: list[int], within: float) -> list[Segment]:
    """What several that lie on one another cover together; a whole circle as two halves."""
    longest = max(members, key=lambda k: carrier_of(segments[k]).length)
    base = carrier_of(segments[longest])
    layer = segments[longest].layer
    spans = sorted(x for k in members if (along := on(base, segments[k], 2 * within)) for x in _spans(base, along))
    runs: list[list[float]] = []
    for low, high in spans:
        if runs and low <= runs[-1][1] + within:
            runs[-1][1] = max(runs[-1][1], high)
        else:
            runs.append([low, high])
    if not base.radius:
        return [_straight(base, low, high, layer) for low, high in runs]
    turn = 2 * math.pi * base.radius
    if any(high - low >= turn - within for low, high in runs):
        half = turn / 2
        return [_round(base, base.low, base.low + half, layer), _round(base, base.low + half, base.low + turn, layer)]
    kept = [(low, high) for low, high in runs if 0 <= low < turn]
    return [_round(base, low, high, layer) for low, high in kept]


def _straight(base: Carrier, low: float, high: float, layer: str) -> Segment:
    (x, y), (wx, wy) = base.at, base.way
    return Segment((x + low * wx, y + low * wy), (x + high * wx, y + high * wy), 0.0, layer)


def _round(base: Carrier, low: float, high: float, layer: str) -> Segment:
    ends = []
    for mm in (low, high):
        a = mm / base.radius
        ends.append((base.at[0] + base.radius * math.cos(a), base.at[1] + base.radius * math.sin(a)))
    return Segment(ends[0], ends[1], math.tan((high - low) / base.radius / 4), layer)
