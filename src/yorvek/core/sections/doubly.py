"""I sections: parallel flanges or tapered, from their dimensions, with the standards' torsion constant."""

from __future__ import annotations

import math

from yorvek.core.outlines import Outline, Ring, area_moments, rounded
from yorvek.core.sections.outlined import outlined
from yorvek.core.sections.section import Section


def i_outline(
    depth: float, width: float, web: float, flange: float, root: float, toe: float = 0.0, slope: float = 0.0
) -> Outline:
    """Outline from the lower left corner of its box; a tapered flange has its stated thickness at a quarter width."""
    mid, half = width / 2, web / 2
    quarter = width / 4
    toe_t, root_t = flange - slope * quarter, flange + slope * (quarter - half)
    right = [
        (mid + half, root_t, root),
        (width, toe_t, toe),
        (width, 0.0, 0.0),
        (0.0, 0.0, 0.0),
        (0.0, toe_t, toe),
        (mid - half, root_t, root),
    ]
    upper = [(width - x, depth - y, r) for x, y, r in right]
    corners = [*right[::-1], *upper[::-1]]
    return Outline(outer=Ring(vertices=rounded([(x, y) for x, y, _ in corners], [r for *_, r in corners]).vertices))


def i_J_mm4(depth: float, width: float, web: float, flange: float, root: float) -> float:
    """Torsion constant of a rolled I: strips, flange ends, and the four junctions with their fillets.

    El Darwish and Johnston as the European section tables print it (from memory).
    """
    junction = ((root + web / 2) ** 2 + (root + flange) ** 2 - root**2) / (2 * root + flange)
    return (
        2 / 3 * (width - 0.63 * flange) * flange**3
        + (depth - 2 * flange) * web**3 / 3
        + 2 * web / flange * (0.145 + 0.1 * root / flange) * junction**4
    )


def i_Cw_mm6(depth: float, width: float, flange: float) -> float:
    """Warping constant: two flanges bent against each other."""
    return flange * width**3 * (depth - flange) ** 2 / 24


def i_section(
    id: str,
    *,
    series: str,
    system: str,
    depth: float,
    width: float,
    web: float,
    flange: float,
    root: float,
    toe: float = 0.0,
    slope: float = 0.0,
    source: str,
) -> Section:
    """An I section from its dimensions, mm."""
    outline = i_outline(depth, width, web, flange, root, toe, slope)
    m = area_moments(outline)
    Cw, Sx = i_Cw_mm6(depth, width, flange), 2 * m.Ix_mm4 / depth
    return outlined(
        outline,
        m,
        id=id,
        series=series,
        shape="i",
        system=system,
        source=source,
        computed="exact outline with fillets; J by strips and junctions with fillets; Cw by the flanges",
        depth_mm=depth,
        width_mm=width,
        wall_mm=web,
        flange_mm=flange,
        root_radius_mm=root,
        toe_radius_mm=toe,
        flange_slope=slope,
        Sx_mm3=Sx,
        Sy_mm3=2 * m.Iy_mm4 / width,
        J_mm4=i_J_mm4(depth, width, web, flange, root),
        Cw_mm6=Cw,
        cx_mm=width / 2,
        cy_mm=depth / 2,
        shear_centre_x_mm=width / 2,
        shear_centre_y_mm=depth / 2,
        shear_area_y_mm2=depth * web,
        shear_area_x_mm2=2 * width * flange,
        rts_mm=math.sqrt(math.sqrt(m.Iy_mm4 * Cw) / Sx),
        ho_mm=depth - flange,
        omega_mm2=width * (depth - flange) / 4,
    )
