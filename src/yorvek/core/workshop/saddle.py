"""The saddle that a tube needs to sit on another: exact intersection of two cylinders, as a wrap-around template."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.model import Model

Angles = NDArray[np.float64]
STATIONS = 14401


class Saddle(Model):
    """A template: around the branch, and from its longest point back, mm."""

    z_mm: list[float]
    cut_back_mm: list[float]
    around_mm: list[float]
    depth_mm: float


def saddle(
    header_radius_mm: float,
    branch_radius_mm: float,
    angle_deg: float,
    offset_mm: float = 0.0,
    around_deg: Sequence[float] = tuple(range(0, 360, 15)),
) -> Saddle:
    """The cut of a branch on a header.

    Args:
        header_radius_mm: outside radius of the tube that runs through.
        branch_radius_mm: outside radius of the tube that is cut (the inside radius where a thick wall lands first).
        angle_deg: between the axes.
        offset_mm: of the branch's axis, perpendicular to the plane of both axes.
        around_deg: where around the branch; 0 on the side of the acute angle.

    Raises:
        InputError: the branch reaches past the header, or runs along it.
    """
    if not 5 <= angle_deg <= 175:
        raise InputError(field="angle", got=f"{angle_deg:g}", needs="between 5 and 175 degrees")
    if branch_radius_mm + abs(offset_mm) > header_radius_mm * (1 + 1e-12):
        raise InputError(
            field="branch_radius",
            got=f"{branch_radius_mm:g} mm, offset {offset_mm:g} mm",
            needs=f"the branch must lie within the header's radius of {header_radius_mm:g} mm",
        )
    theta = math.radians(angle_deg)

    def z(phi: Angles) -> Angles:
        inside = header_radius_mm**2 - (branch_radius_mm * np.sin(phi) + offset_mm) ** 2
        return np.asarray(
            branch_radius_mm * np.cos(phi) / math.tan(theta) + np.sqrt(np.maximum(0.0, inside)) / math.sin(theta)
        )

    cut, whole = z(np.radians(around_deg)), z(np.linspace(0.0, 2 * math.pi, STATIONS))
    longest = float(whole.max())
    return Saddle(
        z_mm=cut.tolist(),
        cut_back_mm=(longest - cut).tolist(),
        around_mm=[math.radians(p) * branch_radius_mm for p in around_deg],
        depth_mm=longest - float(whole.min()),
    )
