"""A plate with a row of round lightening holes: what it saves in mass and loses in stiffness. mm."""

from __future__ import annotations

import numpy as np
from scipy.integrate import quad

from yorvek.core.errors import InputError
from yorvek.core.model import Model

FRAME = 0.45
"""Half length of the rectangle that acts as a round hole does, over its diameter (common practice, no source)."""


class Perforated(Model):
    """Shares are of the same plate without holes; the stiffness is that of bending in its own plane."""

    holes: int
    mass_saved: float
    bending_kept: float
    net_S_mm3: float
    net_shear_mm2: float
    tee_S_mm3: float
    half_chord_mm: float
    ends_mm: float


def perforated_web(
    *, length_mm: float, depth_mm: float, thickness_mm: float, hole_mm: float, pitch_mm: float, rim_mm: float = 0.0
) -> Perforated:
    """Bending stiffness by the mean of 1/I along the plate, the hole's chord taken out at each place.

    Args:
        length_mm, depth_mm, thickness_mm: of the plate; holes stand in the middle of its depth.
        hole_mm, pitch_mm: diameter, and from hole to hole.
        rim_mm: height of a pressed rim around each hole, counted as a ring of that height and the plate's thickness.

    Raises:
        InputError: holes that meet each other or the edges.
    """
    if hole_mm <= 0:
        raise InputError(field="hole", got=f"{hole_mm:g} mm", needs="the diameter of its holes")
    if hole_mm >= 0.85 * depth_mm:
        raise InputError(field="hole", got=f"{hole_mm:g} mm", needs=f"less than 0.85 of the depth of {depth_mm:g} mm")
    if pitch_mm < 1.15 * hole_mm:
        raise InputError(
            field="pitch", got=f"{pitch_mm:g} mm", needs=f"at least {1.15 * hole_mm:.0f} mm from hole to hole"
        )
    between = min(pitch_mm - hole_mm, depth_mm - hole_mm)
    if 2 * rim_mm > between + 1e-6:
        raise InputError(
            field="rim",
            got=f"{rim_mm:g} mm",
            needs=f"at most {between / 2:g} mm: the metal of the rims of two holes comes out of the {between:g} mm "
            f"between them",
        )
    holes = int((length_mm - hole_mm * 1.15) // pitch_mm) + 1 if length_mm > 1.15 * hole_mm else 0
    t, h, r = thickness_mm, depth_mm, hole_mm / 2
    gross = t * h**3 / 12

    def inertia(x: float) -> float:
        chord = 2 * np.sqrt(max(r**2 - x**2, 0.0))
        # the rim stands out of the plate beside the chord's ends: two patches of its height by the plate's thickness
        rim = 2 * rim_mm * t * (chord / 2) ** 2 if rim_mm else 0.0
        return float(gross - t * chord**3 / 12 + rim)

    soft = 2 * quad(lambda x: 1 / inertia(x), 0, r, limit=100)[0] + (pitch_mm - hole_mm) / gross
    spread = holes * pitch_mm
    kept = length_mm / gross / (holes * soft + max(length_mm - spread, 0.0) / gross) if holes else 1.0
    removed = holes * (np.pi * r**2 - np.pi * hole_mm * rim_mm)
    tee = (h - hole_mm) / 2
    return Perforated(
        holes=holes,
        mass_saved=float(removed / (length_mm * h)),
        bending_kept=float(kept),
        net_S_mm3=inertia(0.0) / (h / 2),
        net_shear_mm2=t * (h - hole_mm),
        tee_S_mm3=t * tee**2 / 6,
        half_chord_mm=FRAME * hole_mm,
        ends_mm=(length_mm - (holes - 1) * pitch_mm - hole_mm) / 2 if holes else 0.0,
    )
