"""A part worked out: true outline, mass, cut length, and the dimensions its drawing carries."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, area_mm2, bounds_mm, cut_length_mm
from yorvek.core.parts import asked
from yorvek.core.parts.ends import end_cut, notched
from yorvek.core.parts.features import Feature, ToolWork
from yorvek.core.parts.features.laid import laid
from yorvek.core.parts.features.on_bar import BarFace, on_bar
from yorvek.core.parts.features.where import Host
from yorvek.core.parts.plates import hole_centres, plate_outline
from yorvek.core.parts.saying import Say, said_in
from yorvek.core.parts.spec import (
    BarPiece,
    BasePlate,
    FreeOutline,
    Gusset,
    LugPlate,
    PartSpec,
    PlateShape,
    RingPlate,
    SlottedPlate,
)
from yorvek.core.quantities import UnitSystem
from yorvek.core.sections import Section, section

MOST_DRAWN = 3
"""Features whose place stands on the drawing; of more the notes say it."""


class DrawnDimension(Model):
    """A dimension on the drawing, between two points, its line shifted aside by `offset_mm` (left of the direction).
    `asked`: the question of its family that states it, or nothing.
    """

    x1: float
    y1: float
    x2: float
    y2: float
    offset_mm: float
    value_mm: float
    label: str = ""
    asked: str = ""


class PartGeometry(Model):
    """What follows from a part's dimensions. `openings_asked`: the question that states each opening, in order, of its
    family or of its features; `tools`: what is done to openings once they are there;
    `tapped`: which of them get a thread; `faces`: of a
    bar, those that are drilled.
    """

    kind: Literal["plate", "bar"]
    outline: Outline
    dimensions: list[DrawnDimension]
    openings_asked: list[str] = []
    tools: list[ToolWork] = []
    tapped: list[int] = []
    faces: list[BarFace] = []
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


def _base_plate_dimensions(
    shape: BasePlate, h: float, reach: float, say: Say
) -> tuple[list[DrawnDimension], list[str]]:
    """From hole to hole along both edges, and the diagonal to check."""
    centres = hole_centres(shape)
    xs, ys = sorted({x for x, _ in centres}), sorted({y for _, y in centres})
    top, left = ys[-1], xs[0]
    stops_x, stops_y = [0.0, *xs], [0.0, *ys]
    out = [
        DrawnDimension(x1=a, y1=h, x2=b, y2=h, offset_mm=reach * 0.7, value_mm=b - a, asked=name)
        for (a, b), name in zip(itertools.pairwise(stops_x), asked.steps(len(xs), "columns"), strict=True)
    ]
    out += [
        DrawnDimension(x1=0, y1=a, x2=0, y2=b, offset_mm=reach * 0.7, value_mm=b - a, asked=name)
        for (a, b), name in zip(itertools.pairwise(stops_y), asked.steps(len(ys), "rows"), strict=True)
    ]
    notes = [f"{len(centres)} holes ⌀{say(shape.hole.value)}"]
    if len(xs) > 1 and len(ys) > 1:
        notes.append(f"check: hole diagonal {say(round(math.hypot(xs[-1] - left, top - ys[0]), 1), whole=True)}")
    if shape.middle_hole and shape.middle_hole.value:
        notes.append(f"middle hole ⌀{say(shape.middle_hole.value)}")
    return out, notes


def _shape_notes(shape: object, say: Say) -> list[str]:
    """What is said of a plate beside its measures."""
    notes: list[str] = []
    if isinstance(shape, RingPlate):
        notes.append(
            f"⌀{say(shape.outer.value)}"
            + (f", opening ⌀{say(shape.inner.value)}" if shape.inner and shape.inner.value else "")
        )
    if isinstance(shape, LugPlate):
        notes.append(f"hole ⌀{say(shape.hole.value)}, {say(shape.height.value, whole=True)} above the foot")
    if isinstance(shape, SlottedPlate):
        notes.append(f"{shape.slots} slots {say(shape.slot_width.value)} × {say(shape.slot_length.value)}")
    if isinstance(shape, FreeOutline) and shape.source:
        notes.append(f"from {shape.source}")
    return notes


def _plate_dimensions(part: PartSpec, outline: Outline, say: Say) -> tuple[list[DrawnDimension], list[str]]:
    _, _, w, h = bounds_mm(outline)
    reach = 0.12 * max(w, h)
    shape = part.shape
    across, up = asked.sides(shape.family)
    out = [
        DrawnDimension(x1=0, y1=0, x2=w, y2=0, offset_mm=-reach, value_mm=w, asked=across),
        DrawnDimension(x1=w, y1=0, x2=w, y2=h, offset_mm=-reach, value_mm=h, asked=up),
    ]
    notes: list[str] = []
    if isinstance(shape, BasePlate):
        drawn, said = _base_plate_dimensions(shape, h, reach, say)
        out, notes = out + drawn, notes + said
    if isinstance(shape, Gusset):
        clip, nose = shape.root_clip.value, shape.nose.value
        if nose:
            top = {"x1": 0.0, "y1": h, "x2": nose, "y2": h, "offset_mm": reach * 0.6, "value_mm": nose}
            out.append(DrawnDimension(**top, label="nose", asked="nose"))
        if clip:
            notes.append(f"root cut {say(clip)} × {say(clip)} to clear the weld")
    notes += _shape_notes(shape, say)
    radius = getattr(shape, "corner_radius", None)
    if radius and radius.value:
        notes.append(f"corners R{say(radius.value)}")
    return out, notes


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
    outline = bar_outline(s, length, shape.left_end.value, shape.right_end.value)
    cuts = [
        end_cut(side, end, s, angle.value, say)
        for side, end, angle in (
            ("left", shape.left_shape, shape.left_end),
            ("right", shape.right_shape, shape.right_end),
        )
    ]
    reach = max(0.25 * s.depth_mm, 0.03 * length)
    mean = area_mm2(outline) / s.depth_mm
    outline, taken = notched(outline, length, s, cuts)
    drilled = on_bar(outline, s, part.features, m, say)
    kg = s.mass_kg_per_m(m.density_kg_m3) * mean / 1000 - (taken + drilled.taken_mm3) * m.density_kg_m3 * 1e-9
    seen = _seen_from_the_side(drilled.faces)
    notes = [
        f"{side} end {'square' if not end.value else f'{abs(end.value):g}° from square'}"
        for side, end in (("left", shape.left_end), ("right", shape.right_end))
    ]
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
        tools=drilled.tools,
        notes=[s.id, *notes, *drilled.notes],
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


def _family_openings(shape: PlateShape, outline: Outline) -> list[str]:
    """What states each opening of its family; those of a drawing are stated by nothing."""
    return asked.openings(shape) or [""] * len(outline.openings)


def part_geometry(part: PartSpec, unit: UnitSystem = "mm") -> PartGeometry:
    """Work a part out; its notes are in the words of a unit system.

    Raises:
        InputError: dimensions that contradict each other, unknown section or material.
    """
    shape = part.shape
    if isinstance(shape, BarPiece):
        if part.features and shape.ripped:
            needs = "one or the other: a bar that is split is drilled once it is two"
            raise InputError(field="features", got=f"{len(part.features)} of them", needs=needs)
        return _bar(part, shape, said_in(unit))
    say = said_in(unit)
    m = material(part.material_id)
    bare, t = plate_outline(shape), shape.thickness.value
    dimensions, notes = _plate_dimensions(part, bare, say)
    with_all = laid(bare, part.features, Host(t, m), say)
    outline = with_all.outline
    area = area_mm2(outline)
    _, _, w, h = bounds_mm(outline)
    return PartGeometry(
        kind="plate",
        outline=outline,
        dimensions=[*dimensions, *_placed(part.features)],
        openings_asked=[*_family_openings(shape, bare), *with_all.asked],
        tools=with_all.tools,
        tapped=with_all.tapped,
        notes=[f"t = {say(t, whole=True)}", *notes, *with_all.notes],
        mass_kg=area * t * m.density_kg_m3 * 1e-9,
        area_mm2=area,
        cut_length_mm=cut_length_mm(outline),
        width_mm=w,
        height_mm=h,
        thickness_mm=t,
        material_id=m.id,
    )
