"""The saddle that a bar needs to sit on a round tube: where each line along it meets the tube's cylinder."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError

Lengths = NDArray[np.float64]


def reach_mm(header_radius_mm: float, p: Lengths, q: Lengths, angle_deg: float, offset_mm: float = 0.0) -> Lengths:
    """How far along a bar, from the tube's axis, its lines end on the tube.

    Args:
        header_radius_mm: outside radius of the tube that runs through.
        p: of each line, from the bar's axis in the plane of both axes, towards the acute angle.
        q: of each line, across that plane.
        angle_deg: between the axes.
        offset_mm: how far the bar's axis stands beside the tube's, the way that q counts.

    Raises:
        InputError: a line that passes the tube, or axes that nearly run along each other.
    """
    if not 5 <= angle_deg <= 175:
        raise InputError(field="angle", got=f"{angle_deg:g}", needs="between 5 and 175 degrees")
    across = q + offset_mm
    if float(np.abs(across).max()) > header_radius_mm * (1 + 1e-12):
        raise InputError(
            field="size",
            got=f"{2 * header_radius_mm:g} mm, {offset_mm:g} mm beside its middle",
            needs="a tube that all of the bar lies within the width of",
        )
    theta = math.radians(angle_deg)
    inside = np.maximum(0.0, header_radius_mm**2 - across**2)
    return np.asarray(p / math.tan(theta) + np.sqrt(inside) / math.sin(theta))
