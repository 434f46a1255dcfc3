"""AISC 360-22 D5 and J7: plates on a pin. From memory. N, mm, MPa."""

from __future__ import annotations

from yorvek.core.clauses.aisc360.strength import Strength, least_of
from yorvek.core.model import Model

TIGHT_MM = 1.0
"""D5.2: the hole is no more than 1 mm larger than the pin."""
BEHIND = 4 / 3
"""D5.2: metal behind the hole over the effective width beside it."""


class PinConnected(Model):
    """AISC D5 of a pin-connected plate."""

    be_mm: float
    Asf_mm2: float
    rupture: Strength
    shear: Strength
    bearing: Strength
    yielding: Strength
    strength: Strength


def pin_connected(
    *,
    width_mm: float,
    thickness_mm: float,
    hole_mm: float,
    pin_mm: float,
    edge_mm: float,
    Fy_MPa: float,
    Fu_MPa: float,
) -> PinConnected:
    """D5-1, D5-2, J7-1 and gross yielding; `edge_mm` from the hole's edge to the plate's end along the load."""
    be = min(2 * thickness_mm + 16.0, (width_mm - hole_mm) / 2)
    Asf = 2 * thickness_mm * (edge_mm + pin_mm / 2)
    found = {
        "rupture": Strength(nominal=2 * thickness_mm * be * Fu_MPa, phi=0.75, omega=2.00),
        "shear": Strength(nominal=0.6 * Fu_MPa * Asf, phi=0.75, omega=2.00),
        "bearing": Strength(nominal=1.8 * Fy_MPa * pin_mm * thickness_mm, phi=0.75, omega=2.00),
        "yield": Strength(nominal=Fy_MPa * width_mm * thickness_mm, phi=0.90, omega=1.67),
    }
    return PinConnected(
        be_mm=be,
        Asf_mm2=Asf,
        rupture=found["rupture"],
        shear=found["shear"],
        bearing=found["bearing"],
        yielding=found["yield"],
        strength=least_of(found),
    )
