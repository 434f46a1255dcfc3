"""What a sheet plan is asked for and what it answers. The same shape serves the command line and the server."""

from __future__ import annotations

from typing import Literal

import shapely
from pydantic import Field, model_validator
from shapely import Polygon, affinity

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.outlines.outline import exact_cos_sin

MOST_PIECES = 5000
LARGEST_MM = 100_000.0
FARTHEST_MM = 1_000_000.0
Points = list[tuple[float, float]]


class SheetStock(Model):
    """Sheets of one size, or a remnant with its own outline. x runs along `width`. `qty` none means as many as
    wanted.
    """

    id: str
    width: float = Field(gt=0, le=LARGEST_MM)
    height: float = Field(gt=0, le=LARGEST_MM)
    qty: int | None = Field(default=None, ge=0)
    cost: float = Field(default=1.0, ge=0, le=1e9)
    outline: Points | None = None
    taken: list[Points] = Field(default=[], description="outlines that stand on it already and stay")


class SheetPiece(Model):
    """Pieces of one outline: a polygon with openings, mm, and the turns it may take (degrees, or any)."""

    id: str
    qty: int = Field(ge=1, le=MOST_PIECES)
    outline: Points = Field(min_length=3)
    holes: list[Points] = []
    rotations: list[float] | Literal["free"] = [0.0]
    mirror: bool = Field(default=False, description="may be turned over")
    first: bool = Field(default=False, description="placed before others where the metal does not reach for all")
    kind: str = ""


class SheetProblem(Model):
    """Pieces, sheets and the cut. Between pieces stay max(part gap, kerf); to the sheet's edge stays the margin. mm."""

    name: str = ""
    units: str = "mm"
    kerf: float = Field(default=0.0, ge=0, le=100)
    part_gap: float = Field(default=0.0, ge=0, le=1000)
    edge_margin: float = Field(default=0.0, ge=0, le=1000)
    sheets: list[SheetStock] = Field(min_length=1, max_length=200)
    parts: list[SheetPiece] = Field(min_length=1, max_length=1000)
    meta: dict[str, object] = {}

    @property
    def clearance(self) -> float:
        return max(self.part_gap, self.kerf)

    @property
    def strip(self) -> bool:
        return bool(self.meta.get("strip"))

    @model_validator(mode="after")
    def _is_sound(self) -> SheetProblem:
        for field, names in (("sheets", [s.id for s in self.sheets]), ("parts", [p.id for p in self.parts])):
            if len(set(names)) < len(names):
                twice = next(n for n in names if names.count(n) > 1)
                raise InputError(field=field, got=twice, needs="each id may stand once")
        pieces = sum(p.qty for p in self.parts)
        if pieces > MOST_PIECES:
            raise InputError(field="parts", got=str(pieces), needs=f"at most {MOST_PIECES} pieces in one plan")
        for part in self.parts:
            shape = polygon_of(part)
            x0, y0, x1, y1 = shape.bounds
            if max(x1 - x0, y1 - y0) > LARGEST_MM or max(abs(x0), abs(y0), abs(x1), abs(y1)) > FARTHEST_MM:
                raise InputError(
                    field=f"part {part.id}",
                    got=f"{x1 - x0:g} × {y1 - y0:g} mm",
                    needs=f"at most {LARGEST_MM:g} mm across, drawn within {FARTHEST_MM:g} mm of its origin",
                )
            if not shape.is_valid or shape.area <= 0:
                raise InputError(
                    field=f"part {part.id}",
                    got=shapely.is_valid_reason(shape),
                    needs="its outline must be a closed run that does not cross itself, with its openings inside",
                )
        for sheet in self.sheets:
            if sheet.outline is None:
                continue
            if len(sheet.outline) < 3 or not Polygon(sheet.outline).is_valid:
                raise InputError(
                    field=f"sheet {sheet.id}",
                    got=shapely.is_valid_reason(Polygon(sheet.outline)) if len(sheet.outline) > 2 else "too few points",
                    needs="its outline must not cross itself",
                )
            if not shapely.box(-0.01, -0.01, sheet.width + 0.01, sheet.height + 0.01).covers(Polygon(sheet.outline)):
                raise InputError(
                    field=f"sheet {sheet.id}",
                    got=", ".join(f"{v:g}" for v in Polygon(sheet.outline).bounds),
                    needs=f"its outline must lie within its {sheet.width:g} × {sheet.height:g} mm",
                )
        return self


def polygon_of(part: SheetPiece) -> Polygon:
    """The piece as a polygon."""
    return Polygon(part.outline, part.holes)


def polygon_at(part: SheetPiece, p: Placement) -> Polygon:
    """The piece where it lies: turned over first if it is, then turned about its own origin, then shifted."""
    c, s = exact_cos_sin(p.rotation_deg)
    side = -1.0 if p.mirrored else 1.0
    return affinity.affine_transform(polygon_of(part), [c * side, -s, s * side, c, p.x, p.y])


def outline_at(outline: Outline, p: Placement, right_mm: float = 0.0) -> Outline:
    """A piece's true outline where it lies, the sheet shifted to the right by so much."""
    if p.mirrored:
        outline = Outline(outer=outline.outer.mirrored(), openings=[o.mirrored() for o in outline.openings])
    return outline.moved(right_mm + p.x, p.y, p.rotation_deg)


def sheet_polygon(sheet: SheetStock) -> Polygon:
    """The sheet as a polygon."""
    return Polygon(sheet.outline) if sheet.outline else shapely.box(0, 0, sheet.width, sheet.height)


class Placement(Model):
    """A piece on a sheet: mirrored left to right where it is turned over, turned counter-clockwise about its own (0,
    0), shifted.
    """

    part: str
    sheet: str
    sheet_index: int
    x: float
    y: float
    rotation_deg: float
    mirrored: bool = False


class UnplacedPiece(Model):
    """Pieces for which no sheet was left."""

    part: str
    qty: int


class SheetPlan(Model):
    """Placements, what they cost, and how the search went."""

    placements: list[Placement]
    cost: float
    max_x: float
    utilisation: float
    strip_density: float
    lower_bound: float
    unplaced: list[UnplacedPiece] = []
    trace: list[tuple[float, float, float]] = []
    seed: int = 1
    evaluations: int = 0


def on_sheet(problem: SheetProblem, plan: SheetPlan, sheet: str) -> tuple[SheetStock, list[Placement]]:
    """A sheet of a plan by its name, "id#number", and what lies on it.

    Raises:
        InputError: the plan has no such sheet.
    """
    name, _, number = sheet.rpartition("#")
    mine = [p for p in plan.placements if p.sheet == name and str(p.sheet_index) == number]
    stock = next((s for s in problem.sheets if s.id == name), None)
    if stock is None or not mine:
        used = sorted({f"{p.sheet}#{p.sheet_index}" for p in plan.placements})
        raise InputError(field="sheet", got=sheet, needs="one of " + ", ".join(used[:12]))
    return stock, mine
