"""Ends of bars that are more than a straight cut: a saddle onto a round tube, a notch around another bar; and their
templates.
"""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.spec import EndShape
from yorvek.core.sections import Section
from yorvek.core.workshop.saddle import saddle

STATIONS = 72
BAND_MM = 30.0


class EndCut(Model):
    """An end as it is made: how far it is cut back at most, in words, and its template to wrap or lay on."""

    depth_mm: float
    words: str
    template: Outline


def end_cut(side: str, shape: EndShape, s: Section, from_square_deg: float) -> EndCut | None:
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
        return _notch(side, shape, s)
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
        words=f"{side} end saddled onto ⌀{shape.size.value:g} at {90 - abs(from_square_deg):g}°, "
        f"{found.depth_mm:.1f} mm deep",
        template=Outline(outer=Ring.polygon(points)),
    )


def _notch(side: str, shape: EndShape, s: Section) -> EndCut:
    assert shape.size is not None
    deep, wide = shape.size.value, (shape.width.value if shape.width else s.depth_mm / 2)
    if wide >= s.depth_mm:
        raise InputError(
            field=f"shape.{side}_shape", got=f"{wide:g} mm", needs=f"narrower than the bar's {s.depth_mm:g} mm"
        )
    low, high = (s.depth_mm - wide) / 2, (s.depth_mm + wide) / 2
    length = deep + BAND_MM
    points = [
        (0, 0),
        (length, 0),
        (length, s.depth_mm),
        (0, s.depth_mm),
        (0, high),
        (deep, high),
        (deep, low),
        (0, low),
    ]
    return EndCut(
        depth_mm=deep,
        words=f"{side} end notched {wide:g} wide, {deep:g} deep, in the middle of its depth",
        template=Outline(outer=Ring.polygon([(float(x), float(y)) for x, y in points])),
    )
