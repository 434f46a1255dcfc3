"""Groups of welds and bolts under an eccentric force: elastic vector method and instantaneous centre. N, mm."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import root

from yorvek.core.errors import InputError
from yorvek.core.model import Model

Point = tuple[float, float]
Line = tuple[float, float, float, float]
Floats = NDArray[np.float64]


def force_vector(force_N: float, direction_deg: float) -> Point:
    """Components of a force given by size and direction from x, counter-clockwise."""
    return force_N * math.cos(math.radians(direction_deg)), force_N * math.sin(math.radians(direction_deg))


class WeldGroup(Model):
    """Welds as lines: the elastic vector method in their plane."""

    length_mm: float
    centroid_mm: Point
    Ip_mm3: float
    moment_Nmm: float
    q_max_N_per_mm: float
    q_max_at_mm: Point


def weld_lines(lines: Sequence[Line], force: Point, at: Point) -> WeldGroup:
    """Force per length: direct, and turning about the centroid.

    Raises:
        InputError: no weld.
    """
    p = np.array(lines, float).reshape(-1, 2, 2)
    length = np.linalg.norm(p[:, 1] - p[:, 0], axis=1)
    total = float(length.sum())
    if not total > 0:
        raise InputError(field="welds", got=str(len(lines)), needs="at least one line with a length")
    centroid = (p.mean(axis=1) * length[:, None]).sum(axis=0) / total
    r = p - centroid
    middle = r.mean(axis=1)
    Ip = float((length * (middle**2).sum(axis=1) + length**3 / 12).sum())
    moment = float((at[0] - centroid[0]) * force[1] - (at[1] - centroid[1]) * force[0])
    ends = r.reshape(-1, 2)
    q = np.array(force) / total + moment / Ip * np.column_stack([-ends[:, 1], ends[:, 0]])
    size = np.linalg.norm(q, axis=1)
    k = int(np.argmax(size))
    worst = ends[k] + centroid
    return WeldGroup(
        length_mm=total,
        centroid_mm=(float(centroid[0]), float(centroid[1])),
        Ip_mm3=Ip,
        moment_Nmm=moment,
        q_max_N_per_mm=float(size[k]),
        q_max_at_mm=(float(worst[0]), float(worst[1])),
    )


class RectangleWeld(Model):
    """A weld all round a rectangle that carries shear on an arm."""

    Sw_mm2: float
    q_bending_N_per_mm: float
    q_shear_N_per_mm: float
    q_resultant_N_per_mm: float


def weld_round_rectangle(b_mm: float, d_mm: float, V_N: float, e_mm: float) -> RectangleWeld:
    """Line section modulus b d + d2/3; bending across the shear on the weld's perimeter."""
    Sw = b_mm * d_mm + d_mm**2 / 3
    bending, shear = V_N * e_mm / Sw, V_N / (2 * (b_mm + d_mm))
    return RectangleWeld(
        Sw_mm2=Sw,
        q_bending_N_per_mm=bending,
        q_shear_N_per_mm=shear,
        q_resultant_N_per_mm=math.hypot(bending, shear),
    )


class BoltGroup(Model):
    """Bolts in shear by the elastic vector method."""

    centroid_mm: Point
    Ip_mm2: float
    moment_Nmm: float
    resultants_N: list[float]
    max_bolt_N: float


def bolt_group(bolts: Sequence[Point], force: Point, at: Point) -> BoltGroup:
    """Equal bolts: direct share, and turning about the centroid.

    Raises:
        InputError: no bolt, or one bolt that would have to take a moment.
    """
    p = np.array(bolts, float).reshape(-1, 2)
    if not len(p):
        raise InputError(field="bolts", got="none", needs="at least one bolt")
    centroid = p.mean(axis=0)
    r = p - centroid
    Ip = float((r**2).sum())
    moment = float((at[0] - centroid[0]) * force[1] - (at[1] - centroid[1]) * force[0])
    if Ip < 1e-9 and abs(moment) > 1e-6:
        raise InputError(field="bolts", got="one place", needs="bolts apart from each other, or the force through them")
    turning = moment / Ip * np.column_stack([-r[:, 1], r[:, 0]]) if Ip >= 1e-9 else np.zeros_like(r)
    size = np.linalg.norm(np.array(force) / len(p) + turning, axis=1)
    return BoltGroup(
        centroid_mm=(float(centroid[0]), float(centroid[1])),
        Ip_mm2=Ip,
        moment_Nmm=moment,
        resultants_N=[float(s) for s in size],
        max_bolt_N=float(size.max()),
    )


LARGEST_MM, MU, LAMBDA = 8.6, 10 / 25.4, 0.55
"""Load-deformation curve of a bolt, R = Rult (1 - exp(-10 D))^0.55 with D in inches, greatest 0.34 in (Crawford and Kulak,
as the AISC Manual part 7 prints it; from memory)."""

FURTHEST = float((1 - math.exp(-MU * LARGEST_MM)) ** LAMBDA)
"""What the furthest bolt carries of its ultimate strength at that deformation."""


def instantaneous_centre_coefficient(bolts: Sequence[Point], eccentricity_mm: float, angle_deg: float = 0.0) -> float:
    """How many bolts' worth a group carries at an eccentricity: the manual's C. Where no centre is found, the elastic
    method's figure, which is never more.

    Args:
        bolts: their places.
        eccentricity_mm: from the centroid, measured across the load's direction for angle 0 (load along -y, lever along x).
        angle_deg: of the load from vertical, leaning away from the group.
    """
    p = np.array(bolts, float)
    p = p - p.mean(axis=0)
    a = math.radians(angle_deg)
    down = np.array([math.sin(a), -math.cos(a)])
    across = np.array([math.cos(a), math.sin(a)])
    lever = eccentricity_mm * math.cos(a)
    if lever < 1e-9:
        return float(len(p))

    def residual(centre: Floats) -> Floats:
        """Force across the load, and what is missing along it, when the group turns about a centre."""
        d = p - centre
        r = np.linalg.norm(d, axis=1)
        R = (1 - np.exp(-MU * LARGEST_MM * r / max(float(r.max()), 1e-9))) ** LAMBDA
        away = lever + float((-centre) @ across)
        load = float((R * r).sum()) / away if abs(away) > 1e-9 else 0.0
        resisting = (R[:, None] * np.column_stack([-d[:, 1], d[:, 0]]) / np.maximum(r, 1e-9)[:, None]).sum(axis=0)
        turned = resisting * np.sign(float(-resisting @ down) or 1.0)
        return np.array([float(turned @ across), float(-turned @ down) - load, load])

    # the elastic centre is a good start: it lies across the load's line at Ip / (n e) from the centroid
    start = -across * float((p**2).sum()) / (len(p) * lever)
    found = root(lambda c: residual(c)[:2], start, method="hybr", options={"xtol": 1e-10})
    elastic = FURTHEST * (
        1
        / bolt_group(
            [(float(x), float(y)) for x, y in p],
            (float(down[0]), float(down[1])),
            (float(across[0] * lever), float(across[1] * lever)),
        ).max_bolt_N
    )
    if not found.success or np.abs(residual(found.x)[:2]).max() > 1e-6 * len(p):
        return elastic
    return max(elastic, float(residual(found.x)[2]))
