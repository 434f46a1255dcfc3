"""Ends of bars that are more than a straight cut: a saddle onto a round tube, a notch around another bar; and their
templates.
"""

from __future__ import annotations

from collections.abc import Sequence

from shapely import Polygon, box

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.parts.saying import METRIC, Say
from yorvek.core.parts.spec import EndShape
from yorvek.core.sections import Section
from yorvek.core.sections.catalogue import outline_of
from yorvek.core.workshop.saddle import saddle

STATIONS = 72
BAND_MM = 30.0
LEAST_MM = 5.0
"""What must stay of a bar between its notches; less is no bar (ours)."""


class EndCut(Model):
    """An end as it is made: how far it is cut back at most, in words, and its template to wrap or lay on."""

    depth_mm: float
    words: str
    template: Outline
    side: str = ""
    low_mm: float = 0.0
    high_mm: float = 0.0
    """Of a notch: from where to where over the bar's depth."""


def end_cut(
    side: str,
    shape: EndShape,
    s: Section,
    from_square_deg: float,
    say: Say = METRIC,
) -> EndCut | None:
    """The cut of an end; None where it is straight.

    Raises:
        InputError: a saddle on a bar that is not round, a notch deeper than the bar, something missing.
    """
    if shape.kind == "straight":
        return None
    if shape.size is None or shape.size.value <= 0:
        needs = "the diameter of the tube it sits on" if shape.kind == "saddle" else "how deep the notch is"
        raise InputError(field=f"shape.{side}_shape", got="", needs=needs)
    if shape.kind == "notch":
        return _notch(side, shape, s, say)
    if s.shape not in ("chs", "round_bar"):
        raise InputError(field=f"shape.{side}_shape", got=s.id, needs="a round tube: a flat one is notched or mitred")
    found = saddle(
        shape.size.value / 2,
        s.depth_mm / 2,
        90.0 - from_square_deg,
        around_deg=[360.0 * k / STATIONS for k in range(STATIONS + 1)],
    )
    edge = list(zip(found.around_mm, found.cut_back_mm, strict=True))
    around = found.around_mm[-1]
    base = found.depth_mm + BAND_MM
    # the paper's straight edge lies along the tube's own; its curve is where the saw goes
    points = [(0.0, base), *((x, y) for x, y in edge), (around, base)]
    return EndCut(
        depth_mm=found.depth_mm,
        words=f"{side} end saddled onto ⌀{say(shape.size.value)} at {90 - abs(from_square_deg):g}°, "
        f"{say(round(found.depth_mm, 1), whole=True)} deep",
        template=Outline(outer=Ring.polygon(points)),
    )


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


def notched(outline: Outline, length: float, s: Section, cuts: Sequence[EndCut | None]) -> tuple[Outline, float]:
    """A bar from the side with its notches taken out, and how much metal they take, mm3.

    Raises:
        InputError: nothing would be left between the notches.
    """
    notches = [c for c in cuts if c is not None and c.side]
    if not notches:
        return outline, 0.0
    deep = sum(c.depth_mm for c in notches)
    if deep > length - LEAST_MM:
        raise InputError(
            field=f"shape.{notches[0].side}_shape", got=f"{deep:g} mm of notches",
            needs=f"less than the bar is long: {LEAST_MM:g} mm of its {length:g} mm must stay",
        )  # fmt: skip
    shape, taken = Polygon(ring_points(outline.outer)), 0.0
    for c in notches:
        x0, x1 = (-1.0, c.depth_mm) if c.side == "left" else (length - c.depth_mm, length + 1.0)
        low = c.low_mm - 1.0 if c.low_mm <= 0 else c.low_mm
        gone = shape.intersection(box(x0, low, x1, c.high_mm))
        taken += gone.area / (c.high_mm - c.low_mm) * band_mm2(s, c.low_mm, c.high_mm)
        shape = shape.difference(gone)
    if not isinstance(shape, Polygon):
        raise InputError(field="shape", got="notches", needs="they must not cut the bar in two: make them less deep")
    return Outline(outer=Ring.polygon([(float(x), float(y)) for x, y in shape.exterior.coords[:-1]])), taken


def band_mm2(s: Section, low: float, high: float) -> float:
    """Of a section's area, what lies between two heights."""
    try:
        whole = outline_of(s)
    except (InputError, KeyError, ValueError):
        return s.A_mm2 * (high - low) / s.depth_mm
    shape = Polygon(ring_points(whole.outer), [ring_points(r) for r in whole.openings])
    return float(shape.intersection(box(-1e6, low, 1e6, high)).area) * s.A_mm2 / float(shape.area)
