"""Sections a shop puts together itself, written as one line that is their name and holds all of them.

``Rail box = SHS 60×60×4 hot + plate 80×6 at -10, 60 | continuous``: parts with their place (lower left corner of the box
around each, then turned counter-clockwise about it), and how they are joined. A part is a size of the catalogue, a plate,
a tube of any wall, or an outline. The line goes wherever a section's name goes, so a record that uses one stands alone.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

from pydantic import Field
from shapely import Polygon, unary_union

from yorvek.core.errors import InputError
from yorvek.core.materials import MATERIALS, Material, material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, Vertex, area_mm2, area_moments
from yorvek.core.sections.built_up import BuiltUp, Joined, PartShare, Placed, built_up, polygon_with_openings
from yorvek.core.sections.catalogue import outline_of, size, size_price_per_kg, size_sold_in
from yorvek.core.sections.hollow import chs, chs_outline
from yorvek.core.sections.saint_venant import thinnest_mm
from yorvek.core.sections.section import Section
from yorvek.core.sections.solid import bar
from yorvek.core.sections.stressed import Wall, contact_walls, level_shear_area_mm2, monosymmetry_mm, walls_of

NAMED = " = "
NUMBER = r"-?\d+(?:\.\d+)?"
PLACE = re.compile(
    rf"^(?P<what>.+?)(?: at (?P<x>{NUMBER}), ?(?P<y>{NUMBER}))?(?: turned (?P<turn>{NUMBER}))?(?P<mirror> mirrored)?$"
)
PLATE = re.compile(rf"^plate (?P<width>{NUMBER})×(?P<thickness>{NUMBER})$")
TUBE = re.compile(rf"^tube (?P<diameter>{NUMBER})×(?P<wall>{NUMBER})$")
OUTLINE = re.compile(r"^outline \((?P<rings>[^)]+)\)$")
SQUARE_WITH_AXES = 1e-4
SERIES = "composed"
LONGEST = 4000


class ComposedPart(Model):
    """A part of a composed section, mm: `what` is a size, "plate 80×6", "tube 60×3" or "outline (0 0, 40 0, …)"."""

    what: str = Field(max_length=LONGEST)
    x_mm: float = Field(default=0.0, ge=-5000, le=5000)
    y_mm: float = Field(default=0.0, ge=-5000, le=5000)
    turn_deg: float = Field(default=0.0, ge=-360, le=360)
    mirrored: bool = False

    def placed(self) -> Placed:
        """Where it lies.

        Raises:
            InputError: what it is cannot be read.
        """
        return Placed(
            name=self.what if len(self.what) < 40 else "outline",
            outline=_outline(self.what),
            x_mm=self.x_mm,
            y_mm=self.y_mm,
            turn_deg=self.turn_deg,
            mirrored=self.mirrored,
        )

    def words(self) -> str:
        """As it stands in the line."""
        place = f" at {self.x_mm:.6g}, {self.y_mm:.6g}" if self.x_mm or self.y_mm else ""
        turn = f" turned {self.turn_deg:.6g}" if self.turn_deg else ""
        return self.what.strip() + place + turn + (" mirrored" if self.mirrored else "")


class Composition(Model):
    """A composed section as it is entered."""

    name: str = Field(min_length=1, max_length=40, pattern=r"^[^=|+]*$")
    parts: list[ComposedPart] = Field(min_length=1, max_length=12)
    joined: Joined = "continuous"

    def line(self) -> str:
        """The one line that is its name."""
        return self.name.strip() + NAMED + " + ".join(p.words() for p in self.parts) + f" | {self.joined}"


def is_composed(id: str) -> bool:
    """Whether a section's name is such a line."""
    return NAMED in id


def read_line(line: str) -> Composition:
    """The composition a line holds.

    Raises:
        InputError: it is not such a line.
    """
    name, _, rest = line.partition(NAMED)
    body, bar, joined = rest.rpartition(" | ")
    parts = []
    for text in (body if bar else rest).split(" + "):
        found = PLACE.match(text.strip())
        if found is None:
            raise InputError(field="section", got=text, needs="a part such as plate 80×6 at 0, 60 turned 90")
        parts.append(
            ComposedPart(
                what=found["what"],
                x_mm=float(found["x"] or 0),
                y_mm=float(found["y"] or 0),
                turn_deg=float(found["turn"] or 0),
                mirrored=bool(found["mirror"]),
            )
        )
    ways: dict[str, Joined] = {"continuous": "continuous", "stitched": "stitched", "not joined": "not joined"}
    if bar and joined not in ways:
        raise InputError(field="section", got=joined, needs="joined as one of " + ", ".join(ways))
    return Composition(name=name, parts=parts, joined=ways[joined] if bar else "continuous")


def outline_words(outline: Outline) -> str:
    """An outline as a part of a line: corners "x y", "/bulge" where an arc follows; rings apart by ";"."""

    def corner(v: Vertex) -> str:
        return (
            f"{v.x:.4f}".rstrip("0").rstrip(".")
            + " "
            + f"{v.y:.4f}".rstrip("0").rstrip(".")
            + (f"/{v.bulge:.6g}" if v.bulge else "")
        )

    rings = [outline.outer, *outline.openings]
    return "outline (" + "; ".join(", ".join(corner(v) for v in r.vertices) for r in rings) + ")"


def _outline(what: str) -> Outline:
    plate, tube, free = PLATE.match(what), TUBE.match(what), OUTLINE.match(what)
    if plate:
        w, t = float(plate["width"]), float(plate["thickness"])
        if not (0 < w <= 5000 and 0 < t <= 500):
            raise InputError(field="section", got=what, needs="a width and a thickness above 0 mm")
        return Outline(outer=Ring.polygon([(0, 0), (w, 0), (w, t), (0, t)]))
    if tube:
        d, t = float(tube["diameter"]), float(tube["wall"])
        if not 0 < 2 * t < d <= 5000:
            raise InputError(field="section", got=what, needs="a wall of less than half the diameter")
        return chs_outline(d, t)
    if free:
        try:
            rings = [Ring(vertices=[_vertex(v) for v in text.split(",")]) for text in free["rings"].split(";")]
        except ValueError:
            raise InputError(
                field="section", got=what[:60], needs="corners such as outline (0 0, 40 0, 40 4)"
            ) from None
        return Outline(outer=rings[0], openings=rings[1:])
    return outline_of(size(what))


def _vertex(text: str) -> Vertex:
    place, _, bulge = text.strip().partition("/")
    x, y = (float(v) for v in place.split())
    return Vertex(x=x, y=y, bulge=float(bulge or 0))


def plate_size(what: str) -> tuple[float, float] | None:
    """Width and thickness of a part that is a plate, mm; None for what is not."""
    found = PLATE.match(what)
    return (float(found["width"]), float(found["thickness"])) if found else None


def single_parts(line: str) -> list[str]:
    """What is cut for it: sizes of the catalogue, plates, and profiles of their own."""
    made = read_line(line)
    if len(made.parts) == 1 and not plate_size(made.parts[0].what):
        return [line if _made(made.parts[0].what) else made.parts[0].what]
    return [
        Composition(name="tube" if TUBE.match(p.what) else "profile", parts=[ComposedPart(what=p.what)]).line()
        if TUBE.match(p.what) or OUTLINE.match(p.what)
        else p.what
        for p in made.parts
    ]


def _made(what: str) -> bool:
    return any(rule.match(what) for rule in (PLATE, TUBE, OUTLINE))


def metals(line: str) -> tuple[str, ...]:
    """Materials it is judged by. Those that all parts are sold in; where there is none, those that no part is weaker than, so
    that the lower yield speaks for both. Plates, tubes and outlines are sold in every metal.

    Raises:
        InputError: parts of metals that do not go together.
    """
    sold = [size_sold_in(size(p.what)) for p in read_line(line).parts if not _made(p.what)]
    out = [m.id for m in MATERIALS if all(m.id in one for one in sold)]
    if not out:
        out = [m.id for m in MATERIALS if any(m.id in one for one in sold) and all(_as_strong(m, one) for one in sold)]
    if not out:
        raise InputError(field="section", got=line[:60], needs="parts whose metals can be joined, of one family")
    return tuple(out)


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
    """The material in which a part of a composed section is bought: the one that was chosen, or the next no weaker one."""
    if _made(what):
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
    alone = _one_bar(line, made, [p.placed() for p in made.parts])
    if alone is not None:
        return alone
    return _section(line, made, [p.placed() for p in made.parts], _built_up(line))


def _one_bar(line: str, made: Composition, placed: Sequence[Placed]) -> Section | None:
    """A single plate or tube, which can be laid out, as the bar it is by the rules of its shape; None for anything else."""
    part, source = made.parts[0], "put together by the shop"
    if len(placed) > 1 or part.turn_deg % 90:
        return None
    plate, tube = plate_size(part.what), TUBE.match(part.what)
    if plate is not None:
        across, up = plate if part.turn_deg % 180 == 0 else plate[::-1]
        return bar(line, series=SERIES, system="metric", width=across, depth=up, source=source)
    if tube:
        d, t = float(tube["diameter"]), float(tube["wall"])
        return chs(line, series=SERIES, system="metric", diameter=d, t=t, source=source)
    return None


@lru_cache(maxsize=64)
def _built_up(line: str) -> BuiltUp:
    made = read_line(line)
    return built_up([p.placed() for p in made.parts], made.joined)


def _section(line: str, made: Composition, placed: Sequence[Placed], whole: BuiltUp) -> Section:
    outlines = [p.there() for p in placed]
    polygons = [polygon_with_openings(o) for o in outlines]
    x0, y0 = min(p.bounds[0] for p in polygons), min(p.bounds[1] for p in polygons)
    x1, y1 = max(p.bounds[2] for p in polygons), max(p.bounds[3] for p in polygons)
    walls: list[Wall] = []
    for k, part in enumerate(made.parts):
        rest = [p for i, p in enumerate(polygons) if i != k]
        sold = None if _made(part.what) else size(part.what)
        flat = _flat(part.what, sold)
        if flat is not None:
            walls += contact_walls(outlines[k], *flat, rest)
        elif sold is not None:
            walls += walls_of(sold)
        else:
            walls.append(_loose_wall(part.what, polygons[k]))
    together = made.joined != "not joined"
    shear = [
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
        slender=max(w.needs for w in walls),
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
    """None for one that is not alike above and below and is not joined all along: the parts between stitches have no rule."""
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
        area = area_mm2(_outline(part.what))
        factor = 1.0 if _made(part.what) else size_price_per_kg(size(part.what), 1.0)
        areas, dear = areas + area, dear + area * factor
    return dear / areas
