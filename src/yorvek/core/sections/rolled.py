"""Rolled angles and channels: exact outlines with root and toe fillets; table values win where a table is at hand."""

from __future__ import annotations

import math

from yorvek.core.outlines import Outline, area_moments, rounded
from yorvek.core.sections.outlined import outlined
from yorvek.core.sections.section import Section, principal

END_LOSS = 0.105
"""Of t4, what a square end of a strip lacks of t3/3. Roark table 10.7 (from memory)."""


def angle_outline(vertical: float, horizontal: float, t: float, root: float, toe: float) -> Outline:
    """An angle with its corner at the origin, legs along +x and +y."""
    points = [(0, 0), (horizontal, 0), (horizontal, t), (t, t), (t, vertical), (0, vertical)]
    return Outline(outer=rounded(points, [0, 0, toe, root, toe, 0]))


def channel_outline(
    depth: float, width: float, web: float, flange: float, root: float, toe: float, slope: float
) -> Outline:
    """A channel, back of the web on the y axis; a tapered flange has its mean thickness at half its width."""
    at_tip, at_web = flange - slope * width / 2, flange + slope * (width / 2 - web)
    points = [
        (0, 0),
        (width, 0),
        (width, at_tip),
        (web, at_web),
        (web, depth - at_web),
        (width, depth - at_tip),
        (width, depth),
        (0, depth),
    ]
    return Outline(outer=rounded(points, [0, 0, toe, root, root, toe, 0, 0]))


def _end_strip_J(a: float, b: float) -> float:
    """Saint-Venant constant of a strip of length a and thickness b with one free end. Roark table 10.7 (from
    memory).
    """
    return a * b**3 * (1 / 3 - END_LOSS * b / a * (1 - b**4 / (192 * a**4)))


def _corner_J(b: float, d: float, r: float) -> float:
    """What the corner of an L of thicknesses b and d with fillet r adds: alpha D^4. Roark table 10.7 (from memory)."""
    thin, thick = min(b, d), max(b, d)
    alpha = thin / thick * (0.07 + 0.076 * r / thick)
    D = 2 * (d + b + 3 * r - math.sqrt(2 * (2 * r + b) * (2 * r + d)))
    return alpha * D**4


def _round_toe_J(t: float, toe: float) -> float:
    """What a round toe takes from a strip of thickness t beyond its square end: fitted to finite elements
    (`saint_venant`) of toes up to 0.85 t, within half a percent of J.
    """
    return float(0.343 * (toe / t) ** 2.5 * t**4)


def angle_J_mm4(vertical: float, horizontal: float, t: float, root: float, toe: float = 0.0) -> float:
    """Torsion constant of an angle with its root fillet and its toes.

    The corner's term by Roark counts a little twice with the strips: 0.06 t4 a leg, by finite elements.
    """
    strips = (vertical + horizontal - t) * t**3 / 3
    ends = 2 * (END_LOSS + 0.06) * t**4
    return strips + _corner_J(t, t, root) - ends - 2 * _round_toe_J(t, toe)


def channel_J_mm4(
    depth: float, width: float, web: float, flange: float, root: float, toe: float = 0.0, slope: float = 0.0
) -> float:
    """Torsion constant of a channel with its root fillets and toes (flange by its mean thickness)."""
    flanges = 2 * _end_strip_J(width, flange) - 2 * _round_toe_J(flange - slope * width / 2, toe)
    return flanges + (depth - 2 * flange) * web**3 / 3 + 2 * _corner_J(web, flange, root)


def channel_shear_centre_mm(depth: float, width: float, web: float, flange: float, Ix: float) -> float:
    """Distance of the shear centre outside the back of the web, thin-wall theory on the middle lines."""
    h, b = depth - flange, width - web / 2
    return flange * b**2 * h**2 / (4 * Ix) - web / 2


def channel_Cw_mm6(depth: float, width: float, web: float, flange: float) -> float:
    """Warping constant of a channel on its middle lines (Timoshenko and Gere, Theory of Elastic Stability; from
    memory).
    """
    h, b = depth - flange, width - web / 2
    return flange * b**3 * h**2 / 12 * (3 * b * flange + 2 * h * web) / (6 * b * flange + h * web)


def channel_omega_mm2(depth: float, width: float, web: float, flange: float, Ix: float) -> float:
    """Greatest warping coordinate, at the flange tips or where the web meets the flanges, on the middle lines."""
    h, b = depth - flange, width - web / 2
    e = channel_shear_centre_mm(depth, width, web, flange, Ix) + web / 2
    return max(h * e / 2, h * (b - e) / 2)


def angle(
    id: str,
    *,
    series: str,
    system: str,
    vertical: float,
    horizontal: float,
    t: float,
    root: float,
    toe: float,
    source: str,
) -> Section:
    """An equal or unequal angle from its dimensions, long leg vertical, mm."""
    outline = angle_outline(vertical, horizontal, t, root, toe)
    m = area_moments(outline)
    major, minor, turn = principal(m)
    return outlined(
        outline,
        m,
        id=id,
        series=series,
        shape="angle",
        system=system,
        source=source,
        computed="exact outline with fillets; J by Roark with the corner's fillet; shear centre on the legs' middle "
        "lines",
        depth_mm=vertical,
        width_mm=horizontal,
        wall_mm=t,
        flange_mm=t,
        root_radius_mm=root,
        toe_radius_mm=toe,
        Ixy_mm4=m.Ixy_mm4,
        Sx_mm3=m.Ix_mm4 / max(m.cy_mm, vertical - m.cy_mm),
        Sy_mm3=m.Iy_mm4 / max(m.cx_mm, horizontal - m.cx_mm),
        J_mm4=angle_J_mm4(vertical, horizontal, t, root, toe),
        Cw_mm6=t**3 / 36 * ((vertical - t / 2) ** 3 + (horizontal - t / 2) ** 3),
        I_major_mm4=major,
        I_minor_mm4=minor,
        major_axis_deg=turn,
        shear_centre_x_mm=t / 2,
        shear_centre_y_mm=t / 2,
        shear_area_y_mm2=vertical * t,
        shear_area_x_mm2=horizontal * t,
    )


def channel(
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
    """A channel with parallel or tapered flanges from its dimensions, mm."""
    outline = channel_outline(depth, width, web, flange, root, toe, slope)
    m = area_moments(outline)
    Cw = channel_Cw_mm6(depth, width, web, flange)
    Sx = 2 * m.Ix_mm4 / depth
    return outlined(
        outline,
        m,
        id=id,
        series=series,
        shape="channel",
        system=system,
        source=source,
        computed="exact outline with fillets; J by Roark with the corners' fillets; shear centre and Cw on the "
        "middle lines",
        depth_mm=depth,
        width_mm=width,
        wall_mm=web,
        flange_mm=flange,
        root_radius_mm=root,
        toe_radius_mm=toe,
        flange_slope=slope,
        Sx_mm3=Sx,
        Sy_mm3=m.Iy_mm4 / max(m.cx_mm, width - m.cx_mm),
        J_mm4=channel_J_mm4(depth, width, web, flange, root, toe, slope),
        Cw_mm6=Cw,
        cy_mm=depth / 2,
        shear_centre_x_mm=-channel_shear_centre_mm(depth, width, web, flange, m.Ix_mm4),
        shear_centre_y_mm=depth / 2,
        shear_area_y_mm2=depth * web,
        shear_area_x_mm2=2 * width * flange,
        rts_mm=math.sqrt(math.sqrt(m.Iy_mm4 * Cw) / Sx),
        ho_mm=depth - flange,
        omega_mm2=channel_omega_mm2(depth, width, web, flange, m.Ix_mm4),
    )
