"""The section that a line of parts makes: its figures, its walls, the metals it is judged by, what its seams carry."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

from shapely import Polygon, unary_union

from yorvek.core.errors import InputError
from yorvek.core.materials import MATERIALS, Material, material
from yorvek.core.outlines import Outline, area_mm2, area_moments
from yorvek.core.sections.built_up import BuiltUp, Joined, PartShare, Placed, built_up, polygon_with_openings
from yorvek.core.sections.catalogue import SALVAGE, size, size_price_per_kg, size_sold_in
from yorvek.core.sections.entered import figures_of
from yorvek.core.sections.hollow import chs, rhs
from yorvek.core.sections.line import BOX, TUBE, Composition, is_made, part_outline, plate_size, read_line
from yorvek.core.sections.saint_venant import thinnest_mm
from yorvek.core.sections.section import Section
from yorvek.core.sections.solid import bar
from yorvek.core.sections.stressed import Wall, contact_walls, level_shear_area_mm2, monosymmetry_mm, walls_of

SQUARE_WITH_AXES = 1e-4
SERIES = "composed"


def metals(line: str) -> tuple[str, ...]:
    """Materials it is judged by. Those that all parts are sold in; where there is none, those that no part is weaker
    than, so that the lower yield speaks for both. Plates, tubes and outlines are sold in every metal.

    Raises:
        InputError: parts of metals that do not go together.
    """
    sold = [size_sold_in(size(p.what)) for p in read_line(line).parts if not is_made(p.what)]
    known = [m for m in MATERIALS if m.id != SALVAGE]
    out = [m.id for m in known if all(m.id in one for one in sold)]
    if not out:
        out = [m.id for m in known if any(m.id in one for one in sold) and all(_as_strong(m, one) for one in sold)]
    if not out:
        raise InputError(field="section", got=line[:60], needs="parts whose metals can be joined, of one family")
    return (*out, *((SALVAGE,) if all(SALVAGE in one for one in sold) else ()))


def _as_strong(least: Material, sold: Sequence[str]) -> str | None:
    """The first of the materials a size is sold in that is no weaker than another of its family."""
    if least.id in sold:
        return least.id
    return next(
        (
            m.id
            for m in MATERIALS
            if m.id in sold
            and m.family == least.family
            and m.yield_MPa >= least.yield_MPa
            and m.ultimate_MPa >= least.ultimate_MPa
        ),
        None,
    )


def bought_as(what: str, material_id: str) -> str:
    """The material in which a part of a composed section is bought: the one that was chosen, or the next no weaker
    one.
    """
    if is_made(what):
        return material_id
    return _as_strong(material(material_id), size_sold_in(size(what))) or material_id


@lru_cache(maxsize=256)
def composed(line: str) -> Section:
    """The section of a line.

    Raises:
        InputError: a part cannot be read, lies in another, or does not touch the rest.
    """
    made = read_line(line)
    metals(line)
    known = [figures_of(p.what) for p in made.parts]
    if any(known):
        if len(known) > 1 or made.parts[0].turn_deg % 180 or known[0] is None:
            raise InputError(
                field="section", got=line[:60], needs="a profile known by figures stands by itself, as it is entered"
            )
        return known[0].section(line)
    alone = _one_bar(line, made, [p.placed() for p in made.parts])
    if alone is not None:
        return alone
    return _section(line, made, [p.placed() for p in made.parts], _built_up(line))


def _one_bar(line: str, made: Composition, placed: Sequence[Placed]) -> Section | None:
    """A single plate or tube, which can be laid out, as the bar it is by the rules of its shape; None for anything
    else.
    """
    part, source = made.parts[0], "put together by the shop"
    if len(placed) > 1 or part.turn_deg % 90:
        return None
    plate, tube, box = plate_size(part.what), TUBE.match(part.what), BOX.match(part.what)
    if plate is not None:
        across, up = plate if part.turn_deg % 180 == 0 else plate[::-1]
        return bar(line, series=SERIES, system="metric", width=across, depth=up, source=source)
    if tube:
        d, t = float(tube["diameter"]), float(tube["wall"])
        return chs(line, series=SERIES, system="metric", diameter=d, t=t, source=source)
    if box:
        depth, width, t = (float(box[k]) for k in ("depth", "width", "wall"))
        if part.turn_deg % 180:
            depth, width = width, depth
        return rhs(
            line, series=SERIES, system="metric", depth=depth, width=width, t=t, r_out=2 * t, r_in=t, source=source
        )
    return None


@lru_cache(maxsize=64)
def _built_up(line: str) -> BuiltUp:
    made = read_line(line)
    return built_up([p.placed() for p in made.parts], made.joined)


def _walls(made: Composition, outlines: Sequence[Outline], polygons: Sequence[Polygon]) -> list[Wall]:
    """Every wall of its parts, flats by where others touch them."""
    walls: list[Wall] = []
    for k, part in enumerate(made.parts):
        rest = [p for i, p in enumerate(polygons) if i != k]
        sold = None if is_made(part.what) else size(part.what)
        flat = _flat(part.what, sold)
        if flat is not None:
            walls += contact_walls(outlines[k], *flat, rest)
        elif sold is not None:
            walls += walls_of(sold)
        else:
            walls.append(_loose_wall(part.what, polygons[k]))
    return walls


def _shear_areas(
    made: Composition, placed: Sequence[Placed], polygons: Sequence[Polygon], whole: BuiltUp
) -> list[float]:
    """Along x and y; of parts that are not joined, what the weakest leaves."""
    together = made.joined != "not joined"
    return [
        level_shear_area_mm2(polygons, axis)
        if together
        else min(
            level_shear_area_mm2([p], axis) * total / own
            for p, own, total in zip(
                polygons, _inertias(placed, axis), [_total(whole, axis)] * len(polygons), strict=True
            )
        )
        for axis in ("x", "y")
    ]


def _section(line: str, made: Composition, placed: Sequence[Placed], whole: BuiltUp) -> Section:
    outlines = [p.there() for p in placed]
    polygons = [polygon_with_openings(o) for o in outlines]
    x0, y0 = min(p.bounds[0] for p in polygons), min(p.bounds[1] for p in polygons)
    x1, y1 = max(p.bounds[2] for p in polygons), max(p.bounds[3] for p in polygons)
    shear = _shear_areas(made, placed, polygons, whole)
    cells = sum(len(p.interiors) for p in polygons) if made.joined != "continuous" else _cells(polygons)
    lean = abs(whole.Ixy_mm4) / math.sqrt(whole.Ix_mm4 * whole.Iy_mm4)
    square = lean < SQUARE_WITH_AXES
    upright = square and abs(whole.shear_centre_x_mm - whole.cx_mm) < 1e-3 * (x1 - x0)
    alike = abs(whole.Sx_top_mm3 - whole.Sx_bottom_mm3) < SQUARE_WITH_AXES * whole.Sx_top_mm3
    level = square and alike and abs(whole.shear_centre_y_mm - whole.cy_mm) < 1e-3 * (y1 - y0)
    return Section(
        id=line,
        series=SERIES,
        shape="composed",
        system="metric",
        source="put together by the shop",
        computed=f"from its outline; {whole.assumed}",
        depth_mm=y1 - y0,
        width_mm=x1 - x0,
        wall_mm=min(thinnest_mm(p) for p in polygons),
        A_mm2=whole.A_mm2,
        mass_area_mm2=whole.A_mm2,
        Ix_mm4=whole.Ix_mm4,
        Iy_mm4=whole.Iy_mm4,
        Ixy_mm4=whole.Ixy_mm4,
        Sx_mm3=min(whole.Sx_top_mm3, whole.Sx_bottom_mm3),
        Sy_mm3=min(whole.Sy_left_mm3, whole.Sy_right_mm3),
        Zx_mm3=whole.Zx_mm3,
        Zy_mm3=whole.Zy_mm3,
        J_mm4=whole.J_mm4,
        Ct_mm3=whole.Ct_mm3,
        Cw_mm6=whole.Cw_mm6 or 0.0,
        omega_mm2=whole.omega_mm2,
        I_major_mm4=whole.I_major_mm4,
        I_minor_mm4=whole.I_minor_mm4,
        major_axis_deg=whole.major_axis_deg,
        cx_mm=whole.cx_mm - x0,
        cy_mm=whole.cy_mm - y0,
        shear_centre_x_mm=whole.shear_centre_x_mm - x0,
        shear_centre_y_mm=whole.shear_centre_y_mm - y0,
        shear_area_x_mm2=shear[0],
        shear_area_y_mm2=shear[1],
        perimeter_mm=whole.perimeter_mm,
        cells=cells,
        slender=max(w.needs for w in _walls(made, outlines, polygons)),
        beta_mm=0.0 if level else _beta(polygons, whole, made.joined) if upright else None,
        upright=upright,
        level=level,
    )


def _flat(what: str, sold: Section | None) -> tuple[float, float] | None:
    """Width and thickness of a part that is one flat."""
    plate = plate_size(what)
    if plate:
        return plate
    return (sold.width_mm, sold.depth_mm) if sold is not None and sold.shape in ("flat", "square_bar") else None


def _beta(polygons: Sequence[Polygon], whole: BuiltUp, joined: Joined) -> float | None:
    """None for one that is not alike above and below and is not joined all along: the parts between stitches have no
    rule.
    """
    if joined != "continuous":
        return None
    return monosymmetry_mm(polygons, whole.cx_mm, whole.cy_mm, whole.Ix_mm4, whole.shear_centre_y_mm)


def _loose_wall(what: str, polygon: Polygon) -> Wall:
    """A tube by its diameter; an outline as one outstand as wide as its box, which is on the safe side."""
    tube = TUBE.match(what)
    if tube:
        return Wall.round(float(tube["diameter"]), float(tube["wall"]))
    x0, y0, x1, y1 = polygon.bounds
    inside = bool(polygon.interiors)
    t = thinnest_mm(polygon)
    return Wall.flat(max(x1 - x0, y1 - y0), t, "inside" if inside else "outstand")


def _inertias(placed: Sequence[Placed], axis: Literal["x", "y"]) -> list[float]:
    found = [area_moments(p.there()) for p in placed]
    return [m.Iy_mm4 if axis == "x" else m.Ix_mm4 for m in found]


def _total(whole: BuiltUp, axis: Literal["x", "y"]) -> float:
    return whole.Iy_mm4 if axis == "x" else whole.Ix_mm4


def _cells(polygons: Sequence[Polygon]) -> int:
    whole = unary_union([p.buffer(1e-3, join_style="mitre") for p in polygons])
    return len(whole.interiors)


def seams(line: str) -> list[PartShare]:
    """What the seam of each part carries for each newton of shear, N/mm; nothing where it is not joined."""
    if composed(line).entered:
        return []
    return _built_up(line).parts


def outlines_of(line: str) -> list[Outline]:
    """The parts as they lie, from the lower left corner of the box around all."""
    there = [p.placed().there() for p in read_line(line).parts]
    polygons = [polygon_with_openings(o) for o in there]
    x0, y0 = min(p.bounds[0] for p in polygons), min(p.bounds[1] for p in polygons)
    return [o.moved(-x0, -y0, 0.0) for o in there]


def price_factor(line: str) -> float:
    """Over the material's price per kg: each part's own, by area."""
    areas, dear = 0.0, 0.0
    for part in read_line(line).parts:
        area = area_mm2(part_outline(part.what))
        factor = 1.0 if is_made(part.what) else size_price_per_kg(size(part.what), 1.0)
        areas, dear = areas + area, dear + area * factor
    return dear / areas
