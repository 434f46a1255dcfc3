"""A section from its outline: area, moments and plastic moduli exactly, everything else as given."""

from __future__ import annotations

from typing import Any

from yorvek.core.outlines import Outline, area_moments, ring_points
from yorvek.core.outlines.moments import AreaMoments, plastic_modulus_mm3
from yorvek.core.outlines.outline import ring_length_mm
from yorvek.core.sections.section import Section

CHORD_MM = 0.02


def outlined(outline: Outline, m: AreaMoments | None = None, *, system: str, **given: Any) -> Section:
    """A section without openings. `m` where the caller has the moments already; `given` wins over what is worked
    out.
    """
    m = m or area_moments(outline)
    polygon = ring_points(outline.outer, chord_mm=CHORD_MM)
    worked = {
        "A_mm2": m.A_mm2,
        "mass_area_mm2": m.A_mm2,
        "Ix_mm4": m.Ix_mm4,
        "Iy_mm4": m.Iy_mm4,
        "I_major_mm4": m.Ix_mm4,
        "I_minor_mm4": m.Iy_mm4,
        "Zx_mm3": plastic_modulus_mm3(polygon, 0),
        "Zy_mm3": plastic_modulus_mm3(polygon, 1),
        "cx_mm": m.cx_mm,
        "cy_mm": m.cy_mm,
        "perimeter_mm": ring_length_mm(outline.outer),
    }
    return Section(system="inch" if system == "inch" else "metric", **{**worked, **given})
