"""Mirror images: of features, of what a drawing shows, of a bar; and what has no other hand, since its mirror image is
itself turned over.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeVar

from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.bent_bars import roll_deg
from yorvek.core.parts.drawn import BendLine, DrawnDimension, Shown
from yorvek.core.parts.features import (
    CirclePattern,
    Countersunk,
    Feature,
    GridPattern,
    RowPattern,
    Slot,
    Window,
)
from yorvek.core.parts.features.on_bar import OPPOSITE
from yorvek.core.parts.features.where import Pattern, placed
from yorvek.core.parts.spec import BarPiece, EndShape, PartSpec
from yorvek.core.parts.worked import PartGeometry
from yorvek.core.quantities.entry import Size, Turned
from yorvek.core.sections import Section, section

Line = TypeVar("Line", DrawnDimension, BendLine)
EVEN = ("rhs", "chs", "flat", "square_bar", "round_bar", "i")
"""Sections whose front is as their back."""


def outline_mirrored(outline: Outline, size: float, up: bool) -> Outline:
    """An outline mirrored within its own reach, `size` mm: left for right, or top for bottom."""
    return Outline(
        outer=_ring_mirrored(outline.outer, size, up), openings=[_ring_mirrored(o, size, up) for o in outline.openings]
    )


def _ring_mirrored(ring: Ring, size: float, up: bool) -> Ring:
    return ring.mirrored().moved(0.0, size, 180.0) if up else ring.mirrored().moved(size)


def shown_mirrored(shown: Shown, size: float, up: bool) -> Shown:
    """What a drawing shows, mirrored. How it looks once it is made is seen along what it is mirrored across, where it
    is mirrored top for bottom.
    """
    views = [
        v.model_copy(
            update={
                "outline": outline_mirrored(v.outline, v.width_mm, False),
                "dimensions": [_line_mirrored(d, v.width_mm, False) for d in v.dimensions],
            }
        )
        for v in shown.views
    ]
    return Shown(
        [_line_mirrored(d, size, up) for d in shown.dimensions],
        shown.notes,
        [_line_mirrored(b, size, up) for b in shown.bends],
        shown.views if up else views,
        shown.warned,
    )


def _line_mirrored(line: Line, size: float, up: bool) -> Line:
    """Its ends swapped, so that what stands at its left stands at the same side of the metal."""
    x1, y1, x2, y2 = line.x2, line.y2, line.x1, line.y1
    if up:
        y1, y2 = size - y1, size - y2
    else:
        x1, x2 = size - x1, size - x2
    return line.model_copy(update={"x1": x1, "y1": y1, "x2": x2, "y2": y2})


def features_mirrored(features: Sequence[Feature], size: float, up: bool) -> list[Feature]:
    """Features mirrored in a plate, or in the face of a bar, of that size: left for right, or top for bottom."""
    return [_feature_mirrored(f, size, up) for f in features]


def _feature_mirrored(feature: Feature, size: float, up: bool) -> Feature:
    p = feature.pattern
    over = 0.0
    if isinstance(p, GridPattern):
        over = (p.up - 1) * p.pitch_up.value if up else (p.across - 1) * p.pitch_across.value
    name, at = ("y", feature.y.value) if up else ("x", feature.x.value)
    changed: dict[str, object] = {name: placed(size - at - over), "pattern": _pattern_mirrored(p, up)}
    if isinstance(feature, Slot | Window):
        changed["turn"] = _turned(-feature.turn.value)
    return feature.model_copy(update=changed)


def _pattern_mirrored(p: Pattern, up: bool) -> Pattern:
    if isinstance(p, RowPattern):
        return p.model_copy(update={"turn": _turned((0.0 if up else 180.0) - p.turn.value)})
    if isinstance(p, CirclePattern):
        return p.model_copy(update={"first": _turned((0.0 if up else 180.0) - p.first.value)})
    return p


def _turned(deg: float) -> Turned:
    at = round((deg + 180.0) % 360.0 - 180.0, 6) + 0.0
    return Turned(text=f"{at:g}", value=at)


def bar_mirrored(shape: BarPiece, features: Sequence[Feature], s: Section) -> tuple[BarPiece, list[Feature]]:
    """A bar and its features mirrored: a straight one end for end, so that its section stays as it is sold; one that is
    bent front for back, so that its legs keep their order.
    """
    if shape.bends:
        return _front_for_back(shape, s), [_to_the_back(f, s) for f in features]
    swapped = shape.model_copy(
        update={
            "left_end": shape.right_end,
            "right_end": shape.left_end,
            "left_shape": shape.right_shape,
            "right_shape": shape.left_shape,
        }
    )
    long = shape.length.value if shape.length is not None else 0.0
    return swapped, features_mirrored(features, long, False)


def _front_for_back(shape: BarPiece, s: Section) -> BarPiece:
    rolls = [roll_deg(k, b, s) for k, b in enumerate(shape.bends)]
    bends = [
        b.model_copy(update={"roll": _turned(-r)}) if r % 180 else b for b, r in zip(shape.bends, rolls, strict=True)
    ]
    ends = {n: _offset_other_way(getattr(shape, n)) for n in ("left_shape", "right_shape")}
    return shape.model_copy(update={"bends": bends, **ends})


def _offset_other_way(end: EndShape) -> EndShape:
    if end.offset is None or not end.offset.value:
        return end
    text = f"{-end.offset.value:g}"
    return end.model_copy(update={"offset": Size(text=text, value=-end.offset.value)})


def _to_the_back(feature: Feature, s: Section) -> Feature:
    if feature.face in ("front", "back"):
        return feature.model_copy(update={"face": OPPOSITE[feature.face]})
    return _feature_mirrored(feature, s.width_mm, True)


def has_hands(part: PartSpec, g: PartGeometry) -> bool:
    """Whether its mirror image is another piece: what is flat, and worked from one side no more than from the other, is
    its own other hand, turned over; so is a plain bar. Of others it is not looked at whether they are even.
    """
    shape = part.shape
    if any(isinstance(f, Countersunk) for f in part.features):
        return True
    if g.kind == "plate":
        return bool(g.bends or g.views)
    if not isinstance(shape, BarPiece) or shape.bends or section(g.section_id or "").shape not in EVEN:
        return True
    aside = any(end.offset is not None and end.offset.value for _, end, _ in shape.ends())
    sides = any(f.face not in ("front", "back") or not f.through for f in part.features)
    return aside or sides
