"""Hollow sections, rectangular and round."""

from __future__ import annotations

import math

from yorvek.core.outlines import Outline, Ring, area_moments, rounded
from yorvek.core.sections.section import Section


def hot_radii_mm(t: float) -> tuple[float, float]:
    """Outer and inner corner radius of hot-finished sections: 1.5 t, 1.0 t. EN 10210-2 Annex A (from memory)."""
    return 1.5 * t, 1.0 * t


def cold_radii_mm(t: float) -> tuple[float, float]:
    """Outer and inner corner radius of cold-formed sections: 2 t to 6 mm, 2.5 t to 10, 3 t above. EN 10219-2 (from
    memory).
    """
    outer = 2.0 * t if t <= 6 else 2.5 * t if t <= 10 else 3.0 * t
    return outer, outer - t


def rhs_outline(depth: float, width: float, t: float, r_out: float, r_in: float) -> Outline:
    """Outline of a rectangular hollow section, depth vertical, lower left corner at the origin."""
    outer = rounded([(0, 0), (width, 0), (width, depth), (0, depth)], [r_out] * 4)
    inner = rounded([(t, t), (width - t, t), (width - t, depth - t), (t, depth - t)], [max(r_in, 0.0)] * 4)
    return Outline(outer=outer, openings=[inner])


def rounded_rectangle_Z_mm3(b: float, h: float, r: float) -> float:
    """Plastic modulus about the middle axis parallel to b of a rectangle with rounded corners."""
    corner_arm = h / 2 - r * (10 - 3 * math.pi) / (12 - 3 * math.pi)
    return b * h**2 / 4 - (4 - math.pi) * r**2 * corner_arm


def hollow_torsion(depth: float, width: float, t: float, r_out: float, r_in: float) -> tuple[float, float]:
    """Torsion constant mm4 and torsion modulus mm3. EN 10210-2:2006 Annex B (from memory)."""
    r = (r_out + r_in) / 2
    h = 2 * ((width - t) + (depth - t)) - 2 * r * (4 - math.pi)
    enclosed = (width - t) * (depth - t) - r**2 * (4 - math.pi)
    k = 2 * enclosed * t / h
    J = t**3 * h / 3 + 2 * k * enclosed
    return J, J / (t + k / t)


def inch_torsion_modulus_mm3(depth: float, width: float, t: float) -> float:
    """Torsion modulus as the inch tables give it: 2 (B - t)(H - t) t - 4.5 (4 - pi) t^3. AISC 360-22 H3.1 (from
    memory).
    """
    return 2 * (width - t) * (depth - t) * t - 4.5 * (4 - math.pi) * t**3


def rhs(
    id: str,
    *,
    series: str,
    system: str,
    depth: float,
    width: float,
    t: float,
    r_out: float,
    r_in: float,
    source: str,
    weighed_wall: float | None = None,
) -> Section:
    """A square or rectangular hollow section from its dimensions, mm. `weighed_wall` is the nominal wall."""
    outline = rhs_outline(depth, width, t, r_out, r_in)
    m = area_moments(outline)
    J, Ct = hollow_torsion(depth, width, t, r_out, r_in)
    if system == "inch":
        Ct = inch_torsion_modulus_mm3(depth, width, t)
    Zx = rounded_rectangle_Z_mm3(width, depth, r_out) - rounded_rectangle_Z_mm3(width - 2 * t, depth - 2 * t, r_in)
    Zy = rounded_rectangle_Z_mm3(depth, width, r_out) - rounded_rectangle_Z_mm3(depth - 2 * t, width - 2 * t, r_in)
    weighed = m.A_mm2
    if weighed_wall is not None and weighed_wall != t:
        ratio = weighed_wall / t
        weighed = area_moments(rhs_outline(depth, width, weighed_wall, r_out * ratio, r_in * ratio)).A_mm2
    return Section(
        id=id,
        series=series,
        shape="rhs",
        system="inch" if system == "inch" else "metric",
        source=source,
        computed="exact outline with corner radii; J and Ct by EN 10210-2 Annex B",
        depth_mm=depth,
        width_mm=width,
        wall_mm=t,
        flange_mm=t,
        outer_radius_mm=r_out,
        inner_radius_mm=r_in,
        A_mm2=m.A_mm2,
        mass_area_mm2=weighed,
        Ix_mm4=m.Ix_mm4,
        Iy_mm4=m.Iy_mm4,
        Sx_mm3=2 * m.Ix_mm4 / depth,
        Sy_mm3=2 * m.Iy_mm4 / width,
        Zx_mm3=Zx,
        Zy_mm3=Zy,
        J_mm4=J,
        Ct_mm3=Ct,
        I_major_mm4=max(m.Ix_mm4, m.Iy_mm4),
        I_minor_mm4=min(m.Ix_mm4, m.Iy_mm4),
        cx_mm=width / 2,
        cy_mm=depth / 2,
        shear_centre_x_mm=width / 2,
        shear_centre_y_mm=depth / 2,
        shear_area_y_mm2=2 * t * max(depth - 3 * t, 0.1 * depth),
        shear_area_x_mm2=2 * t * max(width - 3 * t, 0.1 * width),
        perimeter_mm=2 * (depth + width) - 2 * r_out * (4 - math.pi),
    )


def chs_outline(diameter: float, t: float) -> Outline:
    """Outline of a round hollow section in the box from the origin."""
    r = diameter / 2
    return Outline(outer=Ring.circle(r, r, diameter), openings=[Ring.circle(r, r, diameter - 2 * t)])


def chs(
    id: str, *, series: str, system: str, diameter: float, t: float, source: str, weighed_wall: float | None = None
) -> Section:
    """A round hollow section by the exact ring formulas, mm. `weighed_wall` is the nominal wall."""
    d = diameter - 2 * t
    A = math.pi / 4 * (diameter**2 - d**2)
    inertia = math.pi / 64 * (diameter**4 - d**4)
    wall = weighed_wall or t
    weighed = math.pi / 4 * (diameter**2 - (diameter - 2 * wall) ** 2)
    S, Z = 2 * inertia / diameter, (diameter**3 - d**3) / 6
    return Section(
        id=id,
        series=series,
        shape="chs",
        system="inch" if system == "inch" else "metric",
        source=source,
        computed="exact ring formulas",
        depth_mm=diameter,
        width_mm=diameter,
        wall_mm=t,
        flange_mm=t,
        A_mm2=A,
        mass_area_mm2=weighed,
        Ix_mm4=inertia,
        Iy_mm4=inertia,
        Sx_mm3=S,
        Sy_mm3=S,
        Zx_mm3=Z,
        Zy_mm3=Z,
        J_mm4=2 * inertia,
        Ct_mm3=2 * S,
        I_major_mm4=inertia,
        I_minor_mm4=inertia,
        cx_mm=diameter / 2,
        cy_mm=diameter / 2,
        shear_centre_x_mm=diameter / 2,
        shear_centre_y_mm=diameter / 2,
        shear_area_y_mm2=A / 2,
        shear_area_x_mm2=A / 2,
        perimeter_mm=math.pi * diameter,
    )
