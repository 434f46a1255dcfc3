"""A part worked out: true outline, mass, cut length, and the dimensions its drawing carries."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, area_mm2, bounds_mm, cut_length_mm
from yorvek.core.parts.bending import on_legs, refuse_in_bends
from yorvek.core.parts.drawn import BendLine, DrawnDimension, PartView, Warned
from yorvek.core.parts.ends import cut_away, end_cut, papered
from yorvek.core.parts.features import Feature, ToolWork
from yorvek.core.parts.features.laid import laid
from yorvek.core.parts.features.on_bar import BarFace, on_bar
from yorvek.core.parts.features.where import Host
from yorvek.core.parts.plates import PlateShape
from yorvek.core.parts.saying import Say, said_in
from yorvek.core.parts.spec import BarPiece, PartSpec
from yorvek.core.quantities import UnitSystem
from yorvek.core.sections import Section, section

MOST_DRAWN = 3
"""Features whose place stands on the drawing; of more the notes say it."""


class PartGeometry(Model):
    """What follows from a part's dimensions.

    Args:
        openings_asked: the question that states each opening, in order, of its family or of its features.
        tools: what is done to openings once they are there; `tapped`: which of them get a thread.
        faces: of a bar, those that are drilled.
        bends, views: of a plate that is bent, where, and what it is once it is made.
        prints: what of it is printed in true size.
        warned: what is to be known before it is cut.
    """

    kind: Literal["plate", "bar"]
    outline: Outline
    dimensions: list[DrawnDimension]
    openings_asked: list[str] = []
    tools: list[ToolWork] = []
    tapped: list[int] = []
    faces: list[BarFace] = []
    bends: list[BendLine] = []
    views: list[PartView] = []
    prints: list[str] = []
    warned: list[Warned] = []
    notes: list[str]
    mass_kg: float
    area_mm2: float
    cut_length_mm: float
    width_mm: float
    height_mm: float
    thickness_mm: float | None = None
    length_mm: float | None = None
    section_id: str | None = None
    material_id: str


def _whole(across: str, up: str, blank: Outline, reach: float) -> list[DrawnDimension]:
    """How far a plate reaches, and what states it."""
    _, _, w, h = bounds_mm(blank)
    return [
        DrawnDimension(x1=0, y1=0, x2=w, y2=0, offset_mm=-reach, value_mm=w, asked=across),
        DrawnDimension(x1=w, y1=0, x2=w, y2=h, offset_mm=-reach, value_mm=h, asked=up),
    ]


def bar_outline(piece: Section, length: float, left_deg: float, right_deg: float) -> Outline:
    """Side view of a bar: length is point to point along the longer side of each mitre; depth vertical.

    Raises:
        InputError: the mitres meet before the length is up.
    """
    depth = piece.depth_mm
    left, right = depth * math.tan(math.radians(left_deg)), depth * math.tan(math.radians(right_deg))
    bottom, top = (max(-left, 0.0), length - max(-right, 0.0)), (max(left, 0.0), length - max(right, 0.0))
    if top[0] >= top[1] - 1e-6 or bottom[0] >= bottom[1] - 1e-6:
        raise InputError(
            field="shape.length",
            got=f"{length:g} mm",
            needs=f"the two mitres meet: make it longer than {abs(left) + abs(right):.0f} mm",
        )
    return Outline(outer=Ring.polygon([(bottom[0], 0), (bottom[1], 0), (top[1], depth), (top[0], depth)]))


def _seen_from_the_side(faces: Sequence[BarFace]) -> list[tuple[Ring, str]]:
    """Openings of the front, and of the back where none is in front of them, with what states them."""
    front = [(r, a) for f in faces if f.face == "front" for r, a in zip(f.openings, f.asked, strict=True)]
    back = [(r, a) for f in faces if f.face == "back" for r, a in zip(f.openings, f.asked, strict=True)]
    return front + [b for b in back if b not in front]


def _bar(part: PartSpec, shape: BarPiece, say: Say) -> PartGeometry:
    if shape.length is None or not shape.section_id or not part.material_id:
        raise InputError(
            field="shape.member_id",
            got=str(shape.member_id or ""),
            needs="give section, material and length, or a member to follow",
        )
    s, m, length = section(shape.section_id, field="shape.section_id"), material(part.material_id), shape.length.value
    outline = bar_outline(s, length, *shape.sawn())
    cuts = [end_cut(side, end, s, deg, say) for side, end, deg in shape.ends()]
    reach = max(0.25 * s.depth_mm, 0.03 * length)
    mean = area_mm2(outline) / s.depth_mm
    outline, taken = cut_away(outline, length, s, cuts)
    drilled = on_bar(outline, s, on_legs(part.features, []), m, say)
    kg = s.mass_kg_per_m(m.density_kg_m3) * mean / 1000 - (taken + drilled.taken_mm3) * m.density_kg_m3 * 1e-9
    seen = _seen_from_the_side(drilled.faces)
    notes = [f"{side} end {f'{abs(deg):g}° from square' if deg else 'square'}" for side, _, deg in shape.ends()]
    notes = [cut.words if cut is not None else note for cut, note in zip(cuts, notes, strict=True)]
    if shape.ripped:
        notes.append("split lengthwise: two from one length")
    if drilled.faces and shape.member_id is None:
        notes.append("no check knows of its holes")
    return PartGeometry(
        kind="bar",
        outline=Outline(outer=outline.outer, openings=[*outline.openings, *(ring for ring, _ in seen)]),
        openings_asked=[*[""] * len(outline.openings), *(asked for _, asked in seen)] if seen else [],
        faces=drilled.faces,
        prints=[
            *(face.face for face in drilled.faces),
            *(f"{side}-end" for side, end, deg in shape.ends() if papered(end, s, deg)),
        ],
        tools=drilled.tools,
        notes=[s.id, *notes, *drilled.notes, *(w.words for w in drilled.warned)],
        warned=drilled.warned,
        mass_kg=kg / (2 if shape.ripped else 1),
        dimensions=[
            DrawnDimension(x1=0, y1=0, x2=length, y2=0, offset_mm=-reach, value_mm=length, asked="length"),
            DrawnDimension(
                x1=length, y1=0, x2=length, y2=s.depth_mm, offset_mm=-reach, value_mm=s.depth_mm, asked="section_id"
            ),
        ],
        area_mm2=s.A_mm2,
        cut_length_mm=0.0,
        width_mm=length,
        height_mm=s.depth_mm,
        length_mm=length,
        section_id=s.id,
        material_id=m.id,
    )


def _placed(features: Sequence[Feature]) -> list[DrawnDimension]:
    """How far the first features stand from the left and from below, drawn where they stand."""
    out = []
    for k, f in enumerate(features[:MOST_DRAWN]):
        x, y = f.x.value, f.y.value
        ways = ((0.0, y, x, y, x, f"features.{k}.x"), (x, 0.0, x, y, y, f"features.{k}.y"))
        out += [
            DrawnDimension(x1=x1, y1=y1, x2=x2, y2=y2, offset_mm=0.0, value_mm=value, asked=name)
            for x1, y1, x2, y2, value, name in ways
            if value > 0
        ]
    return out


def part_geometry(part: PartSpec, unit: UnitSystem = "mm") -> PartGeometry:
    """Work a part out; its notes are in the words of a unit system.

    Raises:
        InputError: dimensions that contradict each other, unknown section or material.
    """
    say = said_in(unit)
    if not isinstance(part.shape, BarPiece):
        return _plate(part, part.shape, say)
    if part.features and part.shape.ripped:
        needs = "one or the other: a bar that is split is drilled once it is two"
        raise InputError(field="features", got=f"{len(part.features)} of them", needs=needs)
    return _bar(part, part.shape, say)


def _plate(part: PartSpec, shape: PlateShape, say: Say) -> PartGeometry:
    m, t = material(part.material_id), shape.thickness.value
    bare = shape.blank(m)
    _, _, w, h = bounds_mm(bare)
    reach = 0.12 * max(w, h)
    shown = shape.shown(bare, reach, m, say)
    features = on_legs(part.features, shape.starts(m))
    with_all = laid(bare, features, Host(t, m), say)
    asked = [*(shape.openings_asked() or [""] * len(bare.openings)), *with_all.asked]
    warned = [*shown.warned, *with_all.warned]
    warned += refuse_in_bends(with_all.outline, asked, shown.bends, t)
    area = area_mm2(with_all.outline)
    return PartGeometry(
        kind="plate",
        outline=with_all.outline,
        dimensions=[*_whole(shape.across, shape.up, bare, reach), *shown.dimensions, *_placed(features)],
        openings_asked=asked,
        tools=with_all.tools,
        tapped=with_all.tapped,
        bends=shown.bends,
        views=shown.views,
        prints=["part"],
        notes=[f"t = {say(t, whole=True)}", *shown.notes, *with_all.notes, *(w.words for w in warned)],
        warned=warned,
        mass_kg=area * t * m.density_kg_m3 * 1e-9,
        area_mm2=area,
        cut_length_mm=cut_length_mm(with_all.outline),
        width_mm=w,
        height_mm=h,
        thickness_mm=t,
        material_id=m.id,
    )
