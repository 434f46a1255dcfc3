"""Equal tees: exact outline, judged as a section that is alike left and right and not above and below."""

from __future__ import annotations

from shapely import Polygon

from yorvek.core.outlines import Outline, area_moments, ring_points, rounded
from yorvek.core.sections.outlined import outlined
from yorvek.core.sections.rolled import END_LOSS, _round_toe_J
from yorvek.core.sections.section import Section
from yorvek.core.sections.stressed import Wall, level_shear_area_mm2, monosymmetry_mm

SERIES = "EN 10055"
TAPER = 0.02
OVERLAP, CENTRE, WARPS = 0.72, 0.74, 0.71
"""Fitted to finite elements (`saint_venant`) of tees with a root of their thickness: what Roark's junction counts
twice, of t4; the shear centre below the top, of t; warping, of that of thin strips.
"""


def tee_outline(size: float, t: float, root: float) -> Outline:
    """Stem down, flange up, from the lower left corner of its box. Stem and flange taper by two in a hundred on each
    face, and have their thickness at half of the height and at a quarter of the width.
    """
    middle, quarter = size / 2, size / 4
    tip, foot = t / 2 - TAPER * middle, t / 2 + TAPER * (middle - t)
    under, edge = size - t - TAPER * (quarter - foot), size - t + TAPER * quarter
    points = [
        (middle - tip, 0), (middle + tip, 0), (middle + foot, under), (size, edge), (size, size), (0, size), (0, edge),
        (middle - foot, under),
    ]  # fmt: skip
    return Outline(outer=rounded(points, [root / 4, root / 4, root, root / 2, 0, 0, root / 2, root]))


def tee_J_mm4(size: float, t: float, root: float) -> float:
    """Torsion constant: strips, their ends, and the junction of a T. Roark table 10.7 (from memory)."""
    strips = (2 * size - t) * t**3 / 3 - 3 * END_LOSS * t**4 - 2 * _round_toe_J(t, root / 2)
    wide = ((t + root) ** 2 + root * t + t**2 / 4) / (2 * root + t)
    return strips + (0.15 + 0.10 * root / t) * wide**4 - OVERLAP * t**4


def tee(id: str, *, size: float, t: float, root: float, source: str) -> Section:
    """An equal tee from its dimensions, mm."""
    outline = tee_outline(size, t, root)
    m = area_moments(outline)
    polygon = Polygon(ring_points(outline.outer, chord_mm=0.02))
    up = size - CENTRE * t
    return outlined(
        outline,
        m,
        id=id,
        series=SERIES,
        shape="composed",
        system="metric",
        source=source,
        computed="exact outline with fillets; J by strips and the junction; shear centre in the flange",
        depth_mm=size,
        width_mm=size,
        wall_mm=t,
        flange_mm=t,
        root_radius_mm=root,
        Sx_mm3=m.Ix_mm4 / max(m.cy_mm, size - m.cy_mm),
        Sy_mm3=2 * m.Iy_mm4 / size,
        J_mm4=tee_J_mm4(size, t, root),
        Ct_mm3=tee_J_mm4(size, t, root) / (1.3 * t),
        Cw_mm6=WARPS * t**3 / 36 * (size**3 / 4 + (size - t / 2) ** 3),
        cx_mm=size / 2,
        shear_centre_x_mm=size / 2,
        shear_centre_y_mm=up,
        shear_area_y_mm2=level_shear_area_mm2([polygon], "y"),
        shear_area_x_mm2=level_shear_area_mm2([polygon], "x"),
        slender=max(Wall.flat(size, t, "outstand").needs, Wall.flat(size / 2, t, "outstand").needs),
        beta_mm=monosymmetry_mm([polygon], size / 2, m.cy_mm, m.Ix_mm4, up),
        level=False,
    )
