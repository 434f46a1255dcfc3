"""A piece of bar or tube worked out: as it is cut, its ends, its bends and what is drilled in it."""

from __future__ import annotations

import math
from collections.abc import Sequence

from yorvek.core.errors import InputError
from yorvek.core.materials import Material, material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.bar_bend import BendTried
from yorvek.core.parts.bending import on_legs, refuse_in_bends
from yorvek.core.parts.bent_bars import BentBar, bends_shown, bent_bar
from yorvek.core.parts.drawn import BendLine, DrawnDimension, Shown, Warned
from yorvek.core.parts.ends import cut_away, end_cut, papered
from yorvek.core.parts.features.on_bar import BarFace, on_bar
from yorvek.core.parts.saying import Say
from yorvek.core.parts.spec import BarPiece, PartSpec
from yorvek.core.parts.worked import PartGeometry
from yorvek.core.sections import Section, section


def ends_mm(depth: float, from_square_deg: float) -> tuple[float, float]:
    """How far behind its longest point an end is below, mm, and how much further for each millimetre up."""
    slope = math.tan(math.radians(from_square_deg))
    return max(-slope * depth, 0.0), slope


def _behind(s: Section, from_square_deg: float) -> float:
    """How far behind its longest point an end is on average over the metal: where its centroid is."""
    back, slope = ends_mm(s.depth_mm, from_square_deg)
    return back + slope * s.cy_mm


def bar_outline(piece: Section, length: float, left_deg: float, right_deg: float) -> Outline:
    """Side view of a bar: length is point to point along the longer side of each mitre; depth vertical.

    Raises:
        InputError: the mitres meet before the length is up.
    """
    depth = piece.depth_mm
    (left, up), (right, up_right) = ends_mm(depth, left_deg), ends_mm(depth, right_deg)
    bottom, top = (left, length - right), (left + up * depth, length - right - up_right * depth)
    if top[0] >= top[1] - 1e-6 or bottom[0] >= bottom[1] - 1e-6:
        raise InputError(
            field="shape.length",
            got=f"{length:g} mm",
            needs=f"the two mitres meet: make it longer than {(abs(up) + abs(up_right)) * depth:.0f} mm",
        )
    return Outline(outer=Ring.polygon([(bottom[0], 0), (bottom[1], 0), (top[1], depth), (top[0], depth)]))


def _seen_from_the_side(faces: Sequence[BarFace]) -> list[tuple[Ring, str]]:
    """Openings of the front, and of the back where none is in front of them, with what states them."""
    front = [(r, a) for f in faces if f.face == "front" for r, a in zip(f.openings, f.asked, strict=True)]
    back = [(r, a) for f in faces if f.face == "back" for r, a in zip(f.openings, f.asked, strict=True)]
    return front + [b for b in back if b not in front]


def _whole(length: float, depth: float, reach: float, bent: bool) -> list[DrawnDimension]:
    """How long and how deep it is, and what states that."""
    asked = "first_leg" if bent else "length"
    return [
        DrawnDimension(x1=0, y1=0, x2=length, y2=0, offset_mm=-reach, value_mm=length, asked=asked),
        DrawnDimension(x1=length, y1=0, x2=length, y2=depth, offset_mm=-reach, value_mm=depth, asked="section_id"),
    ]


def _made_of(part: PartSpec, shape: BarPiece) -> tuple[Section, Material, BentBar | None]:
    """Its section, its metal, and how it is bent.

    Raises:
        InputError: something is missing, or cannot be bent so.
    """
    if shape.bends and shape.member_id is not None:
        needs = "nothing to follow: members are straight, and no check knows of its bends"
        raise InputError(field="shape.member_id", got=str(shape.member_id), needs=needs)
    if not (shape.length or shape.bends) or not shape.section_id or not part.material_id:
        raise InputError(
            field="shape.member_id",
            got=str(shape.member_id or ""),
            needs="give section, material and length, or a member to follow",
        )
    s, m = section(shape.section_id, field="shape.section_id"), material(part.material_id)
    return s, m, bent_bar(shape, s, m) if shape.bends else None


def _holes_near(faces: Sequence[BarFace], lines: Sequence[BendLine], length: float, s: Section) -> list[Warned]:
    """What is to be known of holes beside its bends.

    Raises:
        InputError: one that reaches into a bend.
    """
    out: list[Warned] = []
    for face in faces:
        strip = Ring.polygon([(0.0, 0.0), (length, 0.0), (length, face.width_mm), (0.0, face.width_mm)])
        across = [line.model_copy(update={"y2": face.width_mm}) for line in lines]
        found = refuse_in_bends(
            Outline(outer=strip, openings=face.openings), face.asked, across, s.wall_mm or s.width_mm
        )
        out += [told for told in found if told not in out]
    return out


def bar_geometry(part: PartSpec, shape: BarPiece, say: Say, tried: Sequence[BendTried]) -> PartGeometry:
    """A bar worked out; one that is bent as it is cut, straight.

    Raises:
        InputError: dimensions that contradict each other, unknown section or material.
    """
    s, m, bent = _made_of(part, shape)
    length = bent.folds.long() if bent is not None else shape.length.value if shape.length is not None else 0.0
    outline = bar_outline(s, length, *shape.sawn())
    cuts = [end_cut(side, end, s, deg, say) for side, end, deg in shape.ends()]
    mean = length - sum(_behind(s, deg) for deg in shape.sawn())
    outline, taken = cut_away(outline, length, s, cuts)
    drilled = on_bar(outline, s, on_legs(part.features, bent.folds.starts() if bent is not None else []), m, say)
    shown = bends_shown(bent, shape, s, m, tried, say) if bent is not None else Shown()
    told = [*shown.warned, *drilled.warned, *_holes_near(drilled.faces, shown.bends, length, s)]
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
        bends=shown.bends,
        views=shown.views,
        notes=[s.id, *shown.notes, *notes, *drilled.notes, *(w.words for w in told)],
        warned=told,
        mass_kg=kg / (2 if shape.ripped else 1),
        dimensions=_whole(length, s.depth_mm, max(0.25 * s.depth_mm, 0.03 * length), bool(shape.bends)),
        area_mm2=s.A_mm2,
        cut_length_mm=0.0,
        width_mm=length,
        height_mm=s.depth_mm,
        length_mm=length,
        section_id=s.id,
        material_id=m.id,
    )
