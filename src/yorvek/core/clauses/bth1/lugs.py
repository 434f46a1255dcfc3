"""Plates on a pin, in the manner of ASME BTH-1 3-3.3. From memory. N, mm, MPa."""

from __future__ import annotations

import math

from yorvek.core.model import Model

FRACTURE = 1.20
"""Fracture is held to 1.20 Nd, yielding to Nd."""


BEARING_STATIC, BEARING_TURNING = 1.25, 0.63


class LugStrength(Model):
    """Allowable loads of a lifting lug."""

    Cr: float
    be_mm: float
    beff_mm: float
    tension_N: float
    fracture_N: float
    shear_angle_deg: float
    Av_mm2: float
    shear_N: float
    bearing_N: float
    allowable_N: float
    governs: str


def lifting_lug(
    *,
    width_mm: float,
    thickness_mm: float,
    hole_mm: float,
    pin_mm: float,
    edge_radius_mm: float,
    edge_mm: float,
    Fy_MPa: float,
    Fu_MPa: float,
    design_factor: float,
    turning: bool = False,
) -> LugStrength:
    """Net tension through the eye, single-plane fracture beyond the pin, double-plane shear, bearing.

    Args:
        width_mm: of the plate at the hole.
        edge_radius_mm: of the plate's curved edge about the hole's centre.
        edge_mm: from the hole's edge to the plate's edge in the load's direction.
        design_factor: Nd, 2.00 or 3.00.
        turning: the joint turns under load.
    """
    ratio = pin_mm / hole_mm
    Cr = 1.0 if ratio > 0.9 else 1 - 0.275 * math.sqrt(max(0.0, 1 - ratio**2))
    be = (width_mm - hole_mm) / 2
    beff = min(be, 4 * thickness_mm, be * 0.6 * Fu_MPa / Fy_MPa * math.sqrt(hole_mm / be))
    tension = Cr * Fu_MPa / (FRACTURE * design_factor) * 2 * thickness_mm * beff
    fracture = (
        Cr
        * Fu_MPa
        / (FRACTURE * design_factor)
        * (1.13 * (edge_radius_mm - hole_mm / 2) + 0.92 * be / (1 + be / hole_mm))
        * thickness_mm
    )
    angle = 55 * ratio
    phi = math.radians(angle)
    Av = 2 * (edge_mm + pin_mm / 2 * (1 - math.cos(phi))) * thickness_mm
    shear = 0.70 * Fu_MPa / (FRACTURE * design_factor) * Av
    bearing = (BEARING_TURNING if turning else BEARING_STATIC) * Fy_MPa / design_factor * pin_mm * thickness_mm
    found = {"tension": tension, "single-plane fracture": fracture, "double-plane shear": shear, "bearing": bearing}
    governs = min(found, key=lambda n: found[n])
    return LugStrength(
        Cr=Cr,
        be_mm=be,
        beff_mm=beff,
        tension_N=tension,
        fracture_N=fracture,
        shear_angle_deg=angle,
        Av_mm2=Av,
        shear_N=shear,
        bearing_N=bearing,
        allowable_N=found[governs],
        governs=governs,
    )
