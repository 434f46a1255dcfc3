"""Solid bars: flat, square, round."""

from __future__ import annotations

import math

from yorvek.core.outlines import Outline, Ring
from yorvek.core.sections.section import Section


def rectangle_J_mm4(a: float, b: float) -> float:
    """Torsion constant of a rectangle by the Saint-Venant series (Timoshenko and Goodier, Theory of Elasticity)."""
    long, short = max(a, b), min(a, b)
    series = sum(math.tanh(n * math.pi * long / (2 * short)) / n**5 for n in range(1, 40, 2))
    return long * short**3 / 3 * (1 - 192 / math.pi**5 * short / long * series)


def bar(id: str, *, series: str, system: str, width: float, depth: float, source: str) -> Section:
    """A flat or square bar, sharp corners; width across, depth vertical, mm."""
    A = width * depth
    Ix, Iy = width * depth**3 / 12, depth * width**3 / 12
    return Section(
        id=id,
        series=series,
        shape="square_bar" if width == depth else "flat",
        system="inch" if system == "inch" else "metric",
        source=source,
        computed="rectangle formulas; J by the Saint-Venant series",
        depth_mm=depth,
        width_mm=width,
        wall_mm=min(width, depth),
        A_mm2=A,
        mass_area_mm2=A,
        Ix_mm4=Ix,
        Iy_mm4=Iy,
        Sx_mm3=2 * Ix / depth,
        Sy_mm3=2 * Iy / width,
        Zx_mm3=width * depth**2 / 4,
        Zy_mm3=depth * width**2 / 4,
        J_mm4=rectangle_J_mm4(width, depth),
        I_major_mm4=max(Ix, Iy),
        I_minor_mm4=min(Ix, Iy),
        cx_mm=width / 2,
        cy_mm=depth / 2,
        shear_centre_x_mm=width / 2,
        shear_centre_y_mm=depth / 2,
        shear_area_y_mm2=A * 2 / 3,
        shear_area_x_mm2=A * 2 / 3,
        perimeter_mm=2 * (width + depth),
    )


def round_bar(id: str, *, series: str, system: str, diameter: float, source: str) -> Section:
    """A round bar by the circle formulas, mm."""
    A = math.pi / 4 * diameter**2
    inertia = math.pi / 64 * diameter**4
    S, Z = 2 * inertia / diameter, diameter**3 / 6
    return Section(
        id=id,
        series=series,
        shape="round_bar",
        system="inch" if system == "inch" else "metric",
        source=source,
        computed="circle formulas",
        depth_mm=diameter,
        width_mm=diameter,
        wall_mm=diameter,
        A_mm2=A,
        mass_area_mm2=A,
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
        shear_area_y_mm2=A * 3 / 4,
        shear_area_x_mm2=A * 3 / 4,
        perimeter_mm=math.pi * diameter,
    )


def bar_outline(section: Section) -> Outline:
    """Outline of a solid bar from its box."""
    if section.shape == "round_bar":
        r = section.depth_mm / 2
        return Outline(outer=Ring.circle(r, r, section.depth_mm))
    b, h = section.width_mm, section.depth_mm
    return Outline(outer=Ring.polygon([(0, 0), (b, 0), (b, h), (0, h)]))
