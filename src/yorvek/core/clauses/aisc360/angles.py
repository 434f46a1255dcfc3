"""F10: single angles bent about an axis along a leg, not held against twisting. From memory. N, mm, MPa; floats or
arrays.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
NOT_HELD = 0.80
"""Of the yield moment about the leg's axis, where nothing holds the angle against twisting, F10.2(2)(i)."""
COMPACT, NONCOMPACT = 0.54, 0.91
"""Of sqrt(E / Fy), table B4.1b."""


def leg_axis_moment_Nmm(
    leg_mm: Floats, t_mm: Floats, S_mm3: Floats, Fy_MPa: Floats, E_MPa: Floats, unbraced_mm: Floats
) -> Floats:
    """Nominal moment about an axis along a leg of an equal angle, the toe pressed, Cb = 1: F10-1 to F10-8."""
    My = NOT_HELD * Fy_MPa * S_mm3
    L, t = np.maximum(unbraced_mm, 1.0), np.maximum(t_mm, 1e-9)
    Mcr = 0.58 * E_MPa * leg_mm**4 * t / L**2 * (np.sqrt(1 + 0.88 * (L * t / leg_mm**2) ** 2) - 1)
    ratio = My / np.maximum(Mcr, 1e-9)
    inelastic = np.minimum(1.92 - 1.17 * np.sqrt(ratio), 1.5) * My
    sideways = np.where(ratio <= 1.0, inelastic, (0.92 - 0.17 / np.maximum(ratio, 1e-9)) * Mcr)
    slenderness, root = leg_mm / t, np.sqrt(E_MPa / Fy_MPa)
    Sc = NOT_HELD * S_mm3
    noncompact = Fy_MPa * Sc * (2.43 - 1.72 * slenderness / root)
    local = np.where(slenderness <= NONCOMPACT * root, noncompact, 0.71 * E_MPa / slenderness**2 * Sc)
    whole = np.where(slenderness <= COMPACT * root, sideways, np.minimum(sideways, local))
    return np.asarray(np.minimum(whole, 1.5 * My))
