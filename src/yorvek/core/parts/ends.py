"""Ends of bars that are more than a straight cut: a saddle onto a round tube, a notch around another bar; and their
templates.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np
from shapely import Polygon, box

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.parts.around import WRAPPED, Around, Lengths, around
from yorvek.core.parts.drawn import MarkLine
from yorvek.core.parts.saying import METRIC, Say
from yorvek.core.parts.spec import EndShape
from yorvek.core.sections import Section
from yorvek.core.sections.catalogue import outline_of
from yorvek.core.workshop.saddle import reach_mm

BAND_MM = 30.0
"""A paper reaches so far over the deepest cut (ours)."""
HEIGHTS, RINGS = 48, 16
"""Of a saddle: heights that it is drawn at, rings that a solid bar is weighed by (ours)."""
LEAST_MM = 5.0
"""What must stay of a bar between its notches; less is no bar (ours)."""
Point = tuple[float, float]


class EndCut(Model):
    """An end as it is made: how far it is cut back at most, in words, and its template to wrap or lay on.

    Args:
        depth_mm, words, template: as said.
        lines: marked on the template: middles of faces, and where it is folded.
        side: which end.
        low_mm, high_mm: of a notch, from where to where over the bar's depth.
        seen: of a saddle, how far it is cut back at each height, as it is seen from the side.
        mean_mm: of a saddle, how far it is cut back on average over the metal.
    """

    depth_mm: float
    words: str
    template: Outline
    lines: list[MarkLine] = []
    side: str = ""
    low_mm: float = 0.0
    high_mm: float = 0.0
    seen: list[Point] = []
    mean_mm: float = 0.0


def end_cut(
    side: str,
    shape: EndShape,
    s: Section,
    from_square_deg: float,
    say: Say = METRIC,
) -> EndCut | None:
    """The cut of an end; None where it is straight.

    Raises:
        InputError: a saddle on a bar that no paper is wrapped about, a notch deeper than the bar, something missing.
    """
    if shape.kind == "straight":
        return None
    if shape.size is None or shape.size.value <= 0:
        needs = "the diameter of the tube it sits on" if shape.kind == "saddle" else "how deep the notch is"
        raise InputError(field=f"shape.{side}_shape", got="", needs=needs)
    return _notch(side, shape, s, say) if shape.kind == "notch" else _saddle(side, shape, s, from_square_deg, say)


def papered(shape: EndShape, s: Section, from_square_deg: float) -> bool:
    """Whether an end has a paper: not a square cut, nor a mitre of what none is wrapped about."""
    return shape.kind != "straight" or (from_square_deg != 0 and s.shape in WRAPPED)


def wrapped(side: str, shape: EndShape, s: Section, from_square_deg: float, say: Say = METRIC) -> EndCut | None:
    """The paper of an end: of one that is saddled or notched, or of a mitre; None where it has none.

    Raises:
        InputError: as `end_cut`.
    """
    if not papered(shape, s, from_square_deg):
        return None
    if shape.kind != "straight":
        return end_cut(side, shape, s, from_square_deg, say)
    about = around(s, side)
    slope = math.tan(math.radians(from_square_deg))
    back = about.p * slope
    template, lines = _paper(about, back - float(back.min()), say)
    words = f"{side} end {abs(from_square_deg):g}° from square"
    return EndCut(depth_mm=float(np.ptp(back)), words=words, template=template, lines=lines)


def reach_of(side: str, shape: EndShape, from_square_deg: float) -> Callable[[Lengths, Lengths], Lengths]:
    """How far from the axis of the tube it sits on a bar's lines end, of where they are: up from its middle, and
    towards whoever looks at it.
    """
    assert shape.size is not None
    radius = shape.size.value / 2
    beside = shape.offset.value if shape.offset is not None else 0.0

    def reach(p: Lengths, q: Lengths) -> Lengths:
        try:
            return reach_mm(radius, p, q, 90.0 - from_square_deg, beside)
        except InputError as error:
            raise InputError(field=f"shape.{side}_shape.{error.field}", got=error.got, needs=error.needs) from None

    return reach


def _saddle(side: str, shape: EndShape, s: Section, from_square_deg: float, say: Say) -> EndCut:
    """A bar that sits on a round tube, the tube's axis in the plane of the side view or beside it."""
    beside = shape.offset.value if shape.offset is not None else 0.0
    about = around(s, side)
    assert shape.size is not None
    z = reach_of(side, shape, from_square_deg)
    cut = z(about.p, about.q)
    furthest = float(cut.min())
    depth = float(cut.max()) - furthest
    template, lines = _paper(about, cut - furthest, say)
    heights = np.linspace(-s.depth_mm / 2, s.depth_mm / 2, HEIGHTS + 1)
    half = np.sqrt(np.maximum(0.0, (s.depth_mm / 2) ** 2 - heights**2)) if s.round else s.width_mm / 2
    seen = np.minimum(z(heights, heights * 0 + half), z(heights, heights * 0 - half)) - furthest
    offset = f", {say(abs(beside))} {'in front of' if beside > 0 else 'behind'} its middle" if beside else ""
    return EndCut(
        depth_mm=depth,
        words=f"{side} end saddled onto ⌀{say(shape.size.value)} at {90 - abs(from_square_deg):g}°{offset}, "
        f"{say(depth, whole=True, rough=True)} deep",
        template=template,
        lines=lines,
        side=side,
        seen=[(float(y + s.depth_mm / 2), float(x)) for y, x in zip(heights, seen, strict=True)],
        mean_mm=_mean(s, about, z) - furthest,
    )


def _mean(s: Section, about: Around, z: Callable[[Lengths, Lengths], Lengths]) -> float:
    """How far the cut is from the tube's axis, over the metal: of a tube over its wall, of a solid over all of it."""
    scales = [1.0] if s.closed else [(k + 0.5) / RINGS for k in range(RINGS)]
    steps = np.diff(about.u)
    cuts = [z(k * about.p, k * about.q) for k in scales]
    means = [float(np.average((v[1:] + v[:-1]) / 2, weights=steps)) for v in cuts]
    return float(np.average(means, weights=scales))


def _paper(about: Around, back: Lengths, say: Say) -> tuple[Outline, list[MarkLine]]:
    """A paper to wrap about a bar, printed side out: its curve is the cut, its straight edge lies around the bar, so
    far behind the point that reaches furthest as the line's words say.
    """
    base = round(float(back.max()) + BAND_MM, 1)
    whole = about.whole_mm
    edge = [(float(u), base - float(b)) for u, b in zip(about.u, back, strict=True)]
    points = [(0.0, 0.0), (whole, 0.0), *reversed(edge)]
    height = np.interp([at for at, _ in about.middles], about.u, base - back)
    lines = [
        MarkLine(x1=at, y1=0.0, x2=at, y2=float(top), words=name)
        for (at, name), top in zip(about.middles, height, strict=True)
    ]
    lines += [
        MarkLine(x1=at, y1=0.0, x2=at, y2=float(np.interp(at, about.u, base - back))) for at in about.folds if at > 0
    ]
    lines.append(MarkLine(x1=0.0, y1=0.0, x2=whole, y2=0.0, words=f"{say(base, whole=True)} behind the tip"))
    return Outline(outer=Ring.polygon(points)), lines


def _notch(side: str, shape: EndShape, s: Section, say: Say) -> EndCut:
    """A notch in the middle of the depth; of an angle at its heel, where the other leg is."""
    assert shape.size is not None
    deep, wide = shape.size.value, (shape.width.value if shape.width else s.depth_mm / 2)
    if wide >= s.depth_mm:
        raise InputError(
            field=f"shape.{side}_shape", got=f"{wide:g} mm", needs=f"narrower than the bar's {s.depth_mm:g} mm"
        )
    heel = s.shape == "angle"
    low, high = (0.0, wide) if heel else ((s.depth_mm - wide) / 2, (s.depth_mm + wide) / 2)
    length = deep + BAND_MM
    inner = [(0.0, high), (deep, high), (deep, low), (0.0, low)]
    points = [(0.0, 0.0), (length, 0.0), (length, s.depth_mm), (0.0, s.depth_mm), *inner]
    if heel:
        points = [(deep, 0.0), (length, 0.0), (length, s.depth_mm), (0.0, s.depth_mm), (0.0, high), (deep, high)]
    place = "at its heel" if heel else "in the middle of its depth"
    return EndCut(
        depth_mm=deep,
        words=f"{side} end notched {say(wide)} wide, {say(deep)} deep, {place}",
        template=Outline(outer=Ring.polygon(points)),
        side=side,
        low_mm=low,
        high_mm=high,
    )


def cut_away(outline: Outline, length: float, s: Section, cuts: Sequence[EndCut | None]) -> tuple[Outline, float]:
    """A bar from the side with its notches and saddles taken out, and how much metal they take, mm3.

    Raises:
        InputError: nothing would be left between them.
    """
    made = [c for c in cuts if c is not None]
    if not made:
        return outline, 0.0
    deep = sum(c.depth_mm for c in made)
    if deep > length - LEAST_MM:
        raise InputError(
            field=f"shape.{made[0].side}_shape", got=f"{deep:g} mm of its ends",
            needs=f"less than the bar is long: {LEAST_MM:g} mm of its {length:g} mm must stay",
        )  # fmt: skip
    shape, taken = Polygon(ring_points(outline.outer)), 0.0
    for c in made:
        gone = shape.intersection(_saddled(c, length) if c.seen else _notched(c, length))
        taken += (
            c.mean_mm * s.A_mm2 if c.seen else gone.area / (c.high_mm - c.low_mm) * band_mm2(s, c.low_mm, c.high_mm)
        )
        shape = shape.difference(gone)
    if not isinstance(shape, Polygon):
        raise InputError(field="shape", got="notches", needs="they must not cut the bar in two: make them less deep")
    return Outline(outer=Ring.polygon([(float(x), float(y)) for x, y in shape.exterior.coords[:-1]])), taken


def _notched(c: EndCut, length: float) -> Polygon:
    x0, x1 = (-1.0, c.depth_mm) if c.side == "left" else (length - c.depth_mm, length + 1.0)
    return box(x0, c.low_mm - 1.0 if c.low_mm <= 0 else c.low_mm, x1, c.high_mm)


def _saddled(c: EndCut, length: float) -> Polygon:
    """What is beyond the cut, as it is seen from the side."""
    curve = [(x, y) if c.side == "left" else (length - x, y) for y, x in c.seen]
    out = -1.0 if c.side == "left" else length + 1.0
    (_, low), (_, high) = curve[0], curve[-1]
    return Polygon([(out, low - 1.0), (curve[0][0], low - 1.0), *curve, (curve[-1][0], high + 1.0), (out, high + 1.0)])


def band_mm2(s: Section, low: float, high: float) -> float:
    """Of a section's area, what lies between two heights."""
    try:
        whole = outline_of(s)
    except (InputError, KeyError, ValueError):
        return s.A_mm2 * (high - low) / s.depth_mm
    shape = Polygon(ring_points(whole.outer), [ring_points(r) for r in whole.openings])
    return float(shape.intersection(box(-1e6, low, 1e6, high)).area) * s.A_mm2 / float(shape.area)
