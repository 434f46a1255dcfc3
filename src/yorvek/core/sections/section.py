"""A section and its properties, mm units. x is the strong axis as the piece is named (depth vertical), y the other."""

from __future__ import annotations

import math
from typing import Literal

from yorvek.core.model import Model
from yorvek.core.outlines import AreaMoments, Outline

Shape = Literal["rhs", "chs", "flat", "square_bar", "round_bar", "angle", "channel", "i", "composed"]
STEEL_KG_M3 = 7850.0


class Section(Model):
    """Dimensions and properties of a section.

    Positions are from the lower left corner of the box around it (back of the web, back of the legs). `mass_area_mm2`
    is the area that is weighed: the nominal wall, where the design wall is thinner. `omega_mm2` is the greatest warping
    coordinate of an open section about its shear centre. Of a composed section also: its closed `cells`;
    `slender`, the sqrt(E / Fy) above which no wall of it buckles before it yields; `beta_mm`, its monosymmetry (None:
    not known, no rule); and whether it is `upright`, alike left and right, or `level`, alike above and below; and
    whether it is known by `entered` figures alone, without an outline.
    """

    id: str
    series: str
    shape: Shape
    system: Literal["metric", "inch"]
    source: str
    computed: str
    depth_mm: float
    width_mm: float
    wall_mm: float = 0.0
    flange_mm: float = 0.0
    outer_radius_mm: float = 0.0
    inner_radius_mm: float = 0.0
    root_radius_mm: float = 0.0
    toe_radius_mm: float = 0.0
    flange_slope: float = 0.0
    A_mm2: float
    mass_area_mm2: float
    Ix_mm4: float
    Iy_mm4: float
    Ixy_mm4: float = 0.0
    Sx_mm3: float
    Sy_mm3: float
    Zx_mm3: float
    Zy_mm3: float
    J_mm4: float
    Ct_mm3: float | None = None
    Cw_mm6: float = 0.0
    I_major_mm4: float
    I_minor_mm4: float
    major_axis_deg: float = 0.0
    cx_mm: float
    cy_mm: float
    shear_centre_x_mm: float
    shear_centre_y_mm: float
    shear_area_y_mm2: float
    shear_area_x_mm2: float
    perimeter_mm: float
    rts_mm: float = 0.0
    ho_mm: float = 0.0
    omega_mm2: float = 0.0
    cells: int = 0
    slender: float = 0.0
    beta_mm: float | None = 0.0
    upright: bool = True
    level: bool = True
    entered: bool = False

    @property
    def rx_mm(self) -> float:
        return math.sqrt(self.Ix_mm4 / self.A_mm2)

    @property
    def ry_mm(self) -> float:
        return math.sqrt(self.Iy_mm4 / self.A_mm2)

    @property
    def r_min_mm(self) -> float:
        return math.sqrt(self.I_minor_mm4 / self.A_mm2)

    @property
    def tan_alpha(self) -> float:
        """Slope of the nearest principal axis against a geometric one, as angle tables give it."""
        turn = abs(self.major_axis_deg) % 90
        return math.tan(math.radians(min(turn, 90 - turn)))

    @property
    def closed(self) -> bool:
        return self.shape in ("rhs", "chs")

    @property
    def round(self) -> bool:
        return self.shape in ("chs", "round_bar")

    def mass_kg_per_m(self, density_kg_m3: float = STEEL_KG_M3) -> float:
        """Mass of a metre."""
        return self.mass_area_mm2 * density_kg_m3 * 1e-6

    def surface_m2_per_m(self) -> float:
        """What is painted on a metre, outside only."""
        return self.perimeter_mm * 1e-3


def principal(m: AreaMoments) -> tuple[float, float, float]:
    """Major and minor second moments and the angle of the major axis from x, degrees counter-clockwise."""
    mean, half = (m.Ix_mm4 + m.Iy_mm4) / 2, (m.Ix_mm4 - m.Iy_mm4) / 2
    radius = math.hypot(half, m.Ixy_mm4)
    angle = 0.5 * math.degrees(math.atan2(-m.Ixy_mm4, half)) if radius > 1e-9 * mean else 0.0
    return mean + radius, mean - radius, angle


class SectionDrawing(Model):
    """A section to draw: its outline, or those of its parts, and what is marked on it."""

    outlines: list[Outline]
    cx_mm: float
    cy_mm: float
    shear_centre_x_mm: float
    shear_centre_y_mm: float
    major_axis_deg: float
