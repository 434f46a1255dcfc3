"""A part worked out: true outline, mass, cut length, and the dimensions its drawing carries."""

from __future__ import annotations

from collections.abc import Sequence

from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.outlines import Outline, area_mm2, bounds_mm, cut_length_mm
from yorvek.core.parts.bar_bend import BendTried
from yorvek.core.parts.bars import bar_geometry
from yorvek.core.parts.bending import on_legs, refuse_in_bends
from yorvek.core.parts.drawn import DrawnDimension
from yorvek.core.parts.features import Feature
from yorvek.core.parts.features.laid import laid
from yorvek.core.parts.features.where import Host
from yorvek.core.parts.plates import PlateShape
from yorvek.core.parts.saying import Say, said_in
from yorvek.core.parts.spec import BarPiece, Follower, PartSpec, TwinMade
from yorvek.core.parts.twins import at_the_twin, flat_of, said_of
from yorvek.core.parts.worked import PartGeometry
from yorvek.core.quantities import UnitSystem

MOST_DRAWN = 3
"""Features whose place stands on the drawing; of more the notes say it."""


def _whole(across: str, up: str, blank: Outline, reach: float) -> list[DrawnDimension]:
    """How far a plate reaches, and what states it."""
    _, _, w, h = bounds_mm(blank)
    return [
        DrawnDimension(x1=0, y1=0, x2=w, y2=0, offset_mm=-reach, value_mm=w, asked=across),
        DrawnDimension(x1=w, y1=0, x2=w, y2=h, offset_mm=-reach, value_mm=h, asked=up),
    ]


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


def part_geometry(part: PartSpec, unit: UnitSystem = "mm", tried: Sequence[BendTried] = ()) -> PartGeometry:
    """Work a part out; its notes are in the words of a unit system. `tried`: bends that the shop has made.

    Raises:
        InputError: dimensions that contradict each other, unknown section or material.
    """
    if isinstance(part, TwinMade):
        return _twin(part, unit, tried)
    return _worked(part, unit, tried)


def _twin(part: TwinMade, unit: UnitSystem, tried: Sequence[BendTried]) -> PartGeometry:
    """Raises InputError, where it is the other part's fault at what says which part that is."""
    try:
        return said_of(part, _worked(part, unit, tried), said_in(unit))
    except InputError as error:
        raise at_the_twin(error, part.like, part.of_features) from None


def _worked(part: PartSpec, unit: UnitSystem, tried: Sequence[BendTried]) -> PartGeometry:
    say = said_in(unit)
    if isinstance(part.shape, Follower):
        raise InputError(field="shape.of", got=str(part.shape.of), needs="a part of this job to follow")
    if not isinstance(part.shape, BarPiece):
        return _plate(part, part.shape, say)
    if part.features and part.shape.ripped:
        needs = "one or the other: a bar that is split is drilled once it is two"
        raise InputError(field="features", got=f"{len(part.features)} of them", needs=needs)
    return bar_geometry(part, part.shape, say, tried)


def _plate(part: PartSpec, shape: PlateShape, say: Say) -> PartGeometry:
    m, t = material(part.material_id), shape.thickness.value
    bare = shape.blank(m)
    _, _, w, h = bounds_mm(bare)
    reach = 0.12 * max(w, h)
    shown = shape.shown(bare, reach, m, say)
    if isinstance(part, TwinMade):
        bare, shown = flat_of(part.like, shape, bare, shown)
        _, _, w, h = bounds_mm(bare)
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
