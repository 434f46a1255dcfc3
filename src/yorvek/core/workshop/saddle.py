"""The saddle that a bar needs to sit on a round tube: where each line along it meets the tube's cylinder."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.model import Model

Lengths = NDArray[np.float64]
STATIONS = 14401


class Saddle(Model):
    """A template: around the branch, from the header's axis to the cut, and how far the cut is behind the point that
    reaches furthest, mm.
    """

    z_mm: list[float]
    cut_back_mm: list[float]
    around_mm: list[float]
    depth_mm: float


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


def saddle(
    header_radius_mm: float,
    branch_radius_mm: float,
    angle_deg: float,
    offset_mm: float = 0.0,
    around_deg: Sequence[float] = tuple(range(0, 360, 15)),
) -> Saddle:
    """The cut of a round branch on a header.

    Args:
        header_radius_mm: outside radius of the tube that runs through.
        branch_radius_mm: outside radius of the tube that is cut (the inside radius where a thick wall lands first).
        angle_deg: between the axes.
        offset_mm: of the branch's axis, perpendicular to the plane of both axes.
        around_deg: where around the branch; 0 on the side of the acute angle.

    Raises:
        InputError: the branch reaches past the header, or runs along it.
    """

    def z(phi: Lengths) -> Lengths:
        p, q = branch_radius_mm * np.cos(phi), branch_radius_mm * np.sin(phi)
        return reach_mm(header_radius_mm, p, q, angle_deg, offset_mm)

    cut, whole = z(np.radians(around_deg)), z(np.linspace(0.0, 2 * math.pi, STATIONS))
    furthest = float(whole.min())
    return Saddle(
        z_mm=cut.tolist(),
        cut_back_mm=(cut - furthest).tolist(),
        around_mm=[math.radians(a) * branch_radius_mm for a in around_deg],
        depth_mm=float(whole.max()) - furthest,
    )
