"""EN 1993-1-1:2005: struts joined by one leg, and push with bending (annex B). From memory. N, mm, MPa; floats or
arrays.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]


def one_leg_slenderness(about_v: float, about_leg: float) -> float:
    """Effective relative slenderness of an angle joined by one leg with two bolts or welds, BB.1.2(2).

    Args:
        about_v: relative slenderness about the weakest axis.
        about_leg: about the axis along the leg.
    """
    return max(0.35 + 0.7 * about_v, 0.50 + 0.7 * about_leg)


@dataclass(frozen=True)
class Interaction:
    """Factors of tables B.1 and B.2 with equivalent moments of 1 (uniform moment, on the safe side)."""

    yy: Floats
    yz: Floats
    zy: Floats
    zz: Floats


def interaction(
    ny: Floats,
    nz: Floats,
    slender_y: float | Floats,
    slender_z: float | Floats,
    *,
    plastic: bool | Flags,
    open_profile: bool | Flags,
    sways_aside: bool | Flags,
) -> Interaction:
    """kyy, kyz, kzy, kzz of annex B.

    Args:
        ny, nz: push over the buckling resistance about the strong (y) and the weak (z) axis.
        slender_y, slender_z: relative slendernesses.
        plastic: class 1 or 2.
        open_profile: an I section, by its own kzz.
        sways_aside: whether it may twist and buckle sideways (table B.2).
    """
    rate = np.where(
        open_profile, np.clip(2 * np.asarray(slender_z) - 0.6, 0.0, 1.4), np.clip(slender_z - 0.2, 0.0, 0.8)
    )
    yy = np.where(plastic, 1 + np.clip(slender_y - 0.2, 0.0, 0.8) * ny, 1 + np.minimum(0.6 * slender_y, 0.6) * ny)
    zz = np.where(plastic, 1 + rate * nz, 1 + np.minimum(0.6 * slender_z, 0.6) * nz)
    plastic_zy = np.maximum(1 - np.minimum(0.1 * slender_z, 0.1) * nz / 0.75, 0.0)
    plastic_zy = np.where(np.asarray(slender_z) < 0.4, np.minimum(plastic_zy, 0.6 + slender_z), plastic_zy)
    elastic_zy = np.maximum(1 - np.minimum(0.05 * slender_z, 0.05) * nz / 0.75, 0.0)
    zy = np.where(sways_aside, np.where(plastic, plastic_zy, elastic_zy), np.where(plastic, 0.6, 0.8) * yy)
    return Interaction(yy, np.where(plastic, 0.6, 1.0) * zz, zy, zz)
