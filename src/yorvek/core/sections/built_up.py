"""Sections put together from outlines and catalogue sections: joined for good, stitched, or lying beside each other.

What is not welded along its length is not one section: it bends as springs side by side, and the result says which was
assumed. The flow of shear that the seams must carry stands with each part.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from pydantic import Field
from shapely import Polygon, box, unary_union

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import AreaMoments, Outline, Ring, area_moments, ring_points
from yorvek.core.sections.saint_venant import torsion
from yorvek.core.sections.section import STEEL_KG_M3, principal

Joined = Literal["continuous", "stitched", "not joined"]
OVERLAP = 1e-3
ASSUMED = {
    "continuous": "every touching edge is welded along its whole length",
    "stitched": "one section in bending if the stitches carry the shear flow; seams stay open in torsion",
    "not joined": "not one section: each part bends about its own axis and they share the load as springs side by side",
}


class Placed(Model):
    """A part where it lies: turned counter-clockwise about its own origin (mirrored left to right before that), then
    moved.
    """

    name: str = ""
    outline: Outline
    x_mm: float = 0.0
    y_mm: float = 0.0
    turn_deg: float = 0.0
    mirrored: bool = False

    def there(self) -> Outline:
        """The outline in the common axes."""
        own = self.outline
        if self.mirrored:
            own = Outline(outer=own.outer.mirrored(), openings=[o.mirrored() for o in own.openings])
        return own.moved(self.x_mm, self.y_mm, self.turn_deg)


class PartShare(Model):
    """A part's place in the whole: what its seams must carry for each newton of shear, N/mm per N."""

    name: str
    A_mm2: float
    shear_flow_per_N_vertical: float
    shear_flow_per_N_sideways: float


class BuiltUp(Model):
    """Properties about the common axes, mm; elastic moduli to the four outermost fibres."""

    joined: Joined
    assumed: str
    A_mm2: float
    mass_kg_per_m: float
    cx_mm: float
    cy_mm: float
    Ix_mm4: float
    Iy_mm4: float
    Ixy_mm4: float
    I_major_mm4: float
    I_minor_mm4: float
    major_axis_deg: float
    Sx_top_mm3: float
    Sx_bottom_mm3: float
    Sy_left_mm3: float
    Sy_right_mm3: float
    Zx_mm3: float
    Zy_mm3: float
    rx_mm: float
    ry_mm: float
    J_mm4: float
    Ct_mm3: float
    Cw_mm6: float | None
    omega_mm2: float
    shear_centre_x_mm: float
    shear_centre_y_mm: float
    perimeter_mm: float
    parts: list[PartShare] = Field(min_length=1)


def polygon_with_openings(outline: Outline) -> Polygon:
    """An outline as a polygon, arcs chopped to a fiftieth of a millimetre."""
    return Polygon(ring_points(outline.outer, chord_mm=0.02), [ring_points(o, chord_mm=0.02) for o in outline.openings])


def plastic_modulus(shape: Polygon, axis: Literal["x", "y"]) -> float:
    """First moment of both halves about the line that halves the area, mm3."""
    x0, y0, x1, y1 = shape.bounds
    low, high = (y0, y1) if axis == "x" else (x0, x1)

    def below(at: float) -> Polygon:
        window = box(x0 - 1, y0 - 1, x1 + 1, at) if axis == "x" else box(x0 - 1, y0 - 1, at, y1 + 1)
        return shape.intersection(window)

    for _ in range(60):
        middle = (low + high) / 2
        if below(middle).area < shape.area / 2:
            low = middle
        else:
            high = middle
    part = below(low)
    rest = shape.difference(part)

    def along(piece: Polygon) -> float:
        return float(piece.centroid.y if axis == "x" else piece.centroid.x)

    return float(part.area * (low - along(part)) + rest.area * (along(rest) - low))


def _together(outlines: Sequence[Outline]) -> AreaMoments:
    """Moments of all outlines about their common centroid."""
    each = [area_moments(o) for o in outlines]
    A = sum(m.A_mm2 for m in each)
    cx, cy = sum(m.A_mm2 * m.cx_mm for m in each) / A, sum(m.A_mm2 * m.cy_mm for m in each) / A
    return AreaMoments(
        A_mm2=A,
        cx_mm=cx,
        cy_mm=cy,
        Ix_mm4=sum(m.Ix_mm4 + m.A_mm2 * (m.cy_mm - cy) ** 2 for m in each),
        Iy_mm4=sum(m.Iy_mm4 + m.A_mm2 * (m.cx_mm - cx) ** 2 for m in each),
        Ixy_mm4=sum(m.Ixy_mm4 + m.A_mm2 * (m.cx_mm - cx) * (m.cy_mm - cy) for m in each),
    )


def built_up(parts: Sequence[Placed], joined: Joined = "continuous", density_kg_m3: float = STEEL_KG_M3) -> BuiltUp:
    """Properties of parts as they are joined.

    Raises:
        InputError: parts lie in each other, or do not touch although they are said to be joined.
    """
    outlines = [p.there() for p in parts]
    polygons = [polygon_with_openings(o) for o in outlines]
    whole = unary_union([p.buffer(1e-6, join_style="mitre") for p in polygons]).buffer(-1e-6, join_style="mitre")
    summed = sum(p.area for p in polygons)
    if whole.area < summed * (1 - OVERLAP):
        raise InputError(
            field="parts",
            got=f"{summed - whole.area:.1f} mm² twice",
            needs="parts must lie beside each other, not in each other",
        )
    if joined != "not joined" and not isinstance(whole, Polygon):
        raise InputError(
            field="parts",
            got=f"{len(whole.geoms)} separate pieces",
            needs="joined parts must touch; move them together",
        )
    # welded all along, no part twists alone
    alone = [] if joined == "continuous" else [_alone(p) for p in polygons]
    if joined == "not joined":
        return _side_by_side(parts, outlines, polygons, alone, density_kg_m3)
    m = _together(outlines)
    major, minor, turn = principal(m)
    x0, y0, x1, y1 = whole.bounds
    twist = torsion(whole) if joined == "continuous" else None
    return BuiltUp(
        joined=joined,
        assumed=ASSUMED[joined],
        A_mm2=m.A_mm2,
        mass_kg_per_m=m.A_mm2 * density_kg_m3 * 1e-6,
        cx_mm=m.cx_mm,
        cy_mm=m.cy_mm,
        Ix_mm4=m.Ix_mm4,
        Iy_mm4=m.Iy_mm4,
        Ixy_mm4=m.Ixy_mm4,
        I_major_mm4=major,
        I_minor_mm4=minor,
        major_axis_deg=turn,
        Sx_top_mm3=m.Ix_mm4 / (y1 - m.cy_mm),
        Sx_bottom_mm3=m.Ix_mm4 / (m.cy_mm - y0),
        Sy_left_mm3=m.Iy_mm4 / (m.cx_mm - x0),
        Sy_right_mm3=m.Iy_mm4 / (x1 - m.cx_mm),
        Zx_mm3=plastic_modulus(whole, "x"),
        Zy_mm3=plastic_modulus(whole, "y"),
        rx_mm=math.sqrt(m.Ix_mm4 / m.A_mm2),
        ry_mm=math.sqrt(m.Iy_mm4 / m.A_mm2),
        J_mm4=twist.J_mm4 if twist else sum(a.J_mm4 for a in alone),
        Ct_mm3=twist.Ct_mm3 if twist else _first_to_yield(alone),
        Cw_mm6=twist.Cw_mm6 if twist else None,
        omega_mm2=twist.omega_mm2 if twist else 0.0,
        shear_centre_x_mm=twist.shear_centre_x_mm if twist else m.cx_mm,
        shear_centre_y_mm=twist.shear_centre_y_mm if twist else m.cy_mm,
        perimeter_mm=float(whole.exterior.length),
        parts=_shares(parts, outlines, m),
    )


class _Alone(Model):
    J_mm4: float
    Ct_mm3: float
    Zx_mm3: float
    Zy_mm3: float


def _alone(polygon: Polygon) -> _Alone:
    twist = torsion(polygon)
    return _Alone(
        J_mm4=twist.J_mm4,
        Ct_mm3=twist.Ct_mm3,
        Zx_mm3=plastic_modulus(polygon, "x"),
        Zy_mm3=plastic_modulus(polygon, "y"),
    )


def _first_to_yield(alone: Sequence[_Alone]) -> float:
    """Torque over stress of parts that share a twist: the one that is stressed most for it counts."""
    return sum(a.J_mm4 for a in alone) / max(a.J_mm4 / a.Ct_mm3 for a in alone)


def _shares(parts: Sequence[Placed], outlines: Sequence[Outline], m: AreaMoments) -> list[PartShare]:
    """VQ/I of the seams that hold each part to the rest."""
    out = []
    for k, (part, outline) in enumerate(zip(parts, outlines, strict=True)):
        own = area_moments(outline)
        out.append(
            PartShare(
                name=part.name or f"part {k + 1}",
                A_mm2=own.A_mm2,
                shear_flow_per_N_vertical=abs(own.A_mm2 * (own.cy_mm - m.cy_mm)) / m.Ix_mm4,
                shear_flow_per_N_sideways=abs(own.A_mm2 * (own.cx_mm - m.cx_mm)) / m.Iy_mm4,
            )
        )
    return out


def _side_by_side(
    parts: Sequence[Placed],
    outlines: Sequence[Outline],
    polygons: Sequence[Polygon],
    alone: Sequence[_Alone],
    density_kg_m3: float,
) -> BuiltUp:
    """Each part about its own axes; stiffnesses add, and the moduli are those at which the first part reaches its
    fibre.
    """
    each = [area_moments(o) for o in outlines]
    m = _together(outlines)
    Ix, Iy, Ixy = (sum(getattr(e, n) for e in each) for n in ("Ix_mm4", "Iy_mm4", "Ixy_mm4"))
    major, minor, turn = principal(
        AreaMoments(A_mm2=m.A_mm2, cx_mm=m.cx_mm, cy_mm=m.cy_mm, Ix_mm4=Ix, Iy_mm4=Iy, Ixy_mm4=Ixy)
    )
    # they share a curvature, so the part with the deepest fibre yields first
    top = max(p.bounds[3] - e.cy_mm for p, e in zip(polygons, each, strict=True))
    bottom = max(e.cy_mm - p.bounds[1] for p, e in zip(polygons, each, strict=True))
    left = max(e.cx_mm - p.bounds[0] for p, e in zip(polygons, each, strict=True))
    right = max(p.bounds[2] - e.cx_mm for p, e in zip(polygons, each, strict=True))
    return BuiltUp(
        joined="not joined",
        assumed=ASSUMED["not joined"],
        A_mm2=m.A_mm2,
        mass_kg_per_m=m.A_mm2 * density_kg_m3 * 1e-6,
        cx_mm=m.cx_mm,
        cy_mm=m.cy_mm,
        Ix_mm4=Ix,
        Iy_mm4=Iy,
        Ixy_mm4=Ixy,
        I_major_mm4=major,
        I_minor_mm4=minor,
        major_axis_deg=turn,
        Sx_top_mm3=Ix / top,
        Sx_bottom_mm3=Ix / bottom,
        Sy_left_mm3=Iy / left,
        Sy_right_mm3=Iy / right,
        Zx_mm3=sum(a.Zx_mm3 for a in alone),
        Zy_mm3=sum(a.Zy_mm3 for a in alone),
        rx_mm=math.sqrt(Ix / m.A_mm2),
        ry_mm=math.sqrt(Iy / m.A_mm2),
        J_mm4=sum(a.J_mm4 for a in alone),
        Ct_mm3=_first_to_yield(alone),
        Cw_mm6=None,
        omega_mm2=0.0,
        shear_centre_x_mm=m.cx_mm,
        shear_centre_y_mm=m.cy_mm,
        perimeter_mm=float(sum(p.exterior.length for p in polygons)),
        parts=[
            PartShare(
                name=p.name or f"part {k + 1}",
                A_mm2=e.A_mm2,
                shear_flow_per_N_vertical=0.0,
                shear_flow_per_N_sideways=0.0,
            )
            for k, (p, e) in enumerate(zip(parts, each, strict=True))
        ],
    )


def outline_of_points(
    points: Sequence[tuple[float, float]], holes: Sequence[Sequence[tuple[float, float]]] = ()
) -> Outline:
    """An outline with straight edges."""
    return Outline(outer=Ring.polygon(points), openings=[Ring.polygon(h) for h in holes])
