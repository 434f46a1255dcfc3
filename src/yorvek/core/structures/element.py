"""One straight member of a frame: its axes, its stiffness, what loads between its ends do to them, and releases. N, mm, MPa."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError

Floats = NDArray[np.float64]
GAUSS = np.polynomial.legendre.leggauss(6)
TURNED = np.array([1.0, -1.0, 1.0, -1.0])
BENDS_ABOUT_Z, BENDS_ABOUT_Y = np.ix_([1, 5, 7, 11], [1, 5, 7, 11]), np.ix_([2, 4, 8, 10], [2, 4, 8, 10])


@dataclass(frozen=True)
class FrameSection:
    """Stiffness of a member: E, G in MPa; areas and moments in mm units. Shear areas of 0 leave shear deformation out."""

    E_MPa: float
    G_MPa: float
    A_mm2: float
    Iy_mm4: float
    Iz_mm4: float
    J_mm4: float
    shear_area_y_mm2: float = 0.0
    shear_area_z_mm2: float = 0.0
    mass_kg_per_m: float = 0.0


def local_axes(start: Floats, end: Floats, roll_deg: float = 0.0) -> Floats:
    """Rows: local x, y, z in global components."""
    dx, dy, dz = (float(b - a) for a, b in zip(start, end, strict=True))
    length = math.sqrt(dx * dx + dy * dy + dz * dz)
    if length < 1e-6:
        raise InputError(field="member", got="no length", needs="its two ends must lie apart")
    x = (dx / length, dy / length, dz / length)
    flat = math.hypot(x[0], x[2])
    z = (0.0, 0.0, 1.0) if flat < 1e-9 else (-x[2] / flat, 0.0, x[0] / flat)
    y = (z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0])
    axes = np.array([x, y, z])
    if roll_deg:
        c, s = math.cos(math.radians(roll_deg)), math.sin(math.radians(roll_deg))
        axes[1:] = [c * axes[1] + s * axes[2], c * axes[2] - s * axes[1]]
    return axes


def stiffness(s: FrameSection, L: float) -> Floats:
    """Local stiffness of a member fixed at both ends."""
    k = np.zeros((12, 12))
    EA, GJ = s.E_MPa * s.A_mm2 / L, s.G_MPa * s.J_mm4 / L
    k[0, 0] = k[6, 6] = EA
    k[0, 6] = k[6, 0] = -EA
    k[3, 3] = k[9, 9] = GJ
    k[3, 9] = k[9, 3] = -GJ
    for index, I, As, sign in (  # noqa: E741
        (BENDS_ABOUT_Z, s.Iz_mm4, s.shear_area_y_mm2, 1.0),
        (BENDS_ABOUT_Y, s.Iy_mm4, s.shear_area_z_mm2, -1.0),
    ):
        EI = s.E_MPa * I
        phi = 12 * EI / (s.G_MPa * As * L**2) if As > 0 else 0.0
        a, b = 12 * EI / (L**3 * (1 + phi)), sign * 6 * EI / (L**2 * (1 + phi))
        c, d = (4 + phi) * EI / (L * (1 + phi)), (2 - phi) * EI / (L * (1 + phi))
        k[index] = ((a, b, -a, b), (b, c, -b, d), (-a, -b, a, -b), (b, d, -b, c))
    return k


def geometric(N: float, L: float) -> Floats:
    """Local geometric stiffness under an axial force, tension positive."""
    k = np.zeros((12, 12))
    for index, sign in ((BENDS_ABOUT_Z, 1.0), (BENDS_ABOUT_Y, -1.0)):
        k[index] = (
            N
            / (30 * L)
            * np.array(
                [
                    [36, sign * 3 * L, -36, sign * 3 * L],
                    [sign * 3 * L, 4 * L**2, -sign * 3 * L, -(L**2)],
                    [-36, -sign * 3 * L, 36, -sign * 3 * L],
                    [sign * 3 * L, -(L**2), -sign * 3 * L, 4 * L**2],
                ]
            )
        )
    return k


def fixed_end(loads: Floats, points: tuple[tuple[float, Floats], ...], L: float) -> Floats:
    """Forces that fixed ends put on a member under loads between them, local: exact by Hermite shapes for lines of load."""
    out = np.zeros(12)
    for a, b, *values in loads:
        start, end = np.array(values[:3]), np.array(values[3:6])
        share = (1 + GAUSS[0]) / 2
        q = (start + (end - start) * share[:, None]) * (GAUSS[1] * (b - a) / 2)[:, None]
        out -= _spread(np.hstack([q, np.zeros_like(q)]), a + (b - a) * share, L)
    for at, p in points:
        out -= _spread(p[None], np.array([at]), L)
    return out


def _spread(p: Floats, x: Floats, L: float) -> Floats:
    """Point loads (rows) as work-equivalent forces at the ends: cubic shapes, exact for members without shear deformation."""
    s = x / L
    n = np.array([1 - 3 * s**2 + 2 * s**3, L * (s - 2 * s**2 + s**3), 3 * s**2 - 2 * s**3, L * (s**3 - s**2)])
    d = np.array([(-6 * s + 6 * s**2) / L, 1 - 4 * s + 3 * s**2, (6 * s - 6 * s**2) / L, 3 * s**2 - 2 * s])
    out = np.zeros(12)
    out[0], out[6] = p[:, 0] @ (1 - s), p[:, 0] @ s
    out[3], out[9] = p[:, 3] @ (1 - s), p[:, 3] @ s
    out[[1, 5, 7, 11]] = n @ p[:, 1] + d @ p[:, 5]
    out[[2, 4, 8, 10]] = (n @ p[:, 2] - d @ p[:, 4]) * TURNED
    return out


def released(k: Floats, f: Floats, free: list[int]) -> tuple[Floats, Floats]:
    """Stiffness and fixed-end forces with freedoms taken out by condensation."""
    if not free:
        return k, f
    held = [n for n in range(12) if n not in free]
    inner = k[np.ix_(free, free)]
    # both ends free about one axis: the member can spin there, which loads nothing; least squares leaves it still
    solve = np.linalg.pinv(inner, rcond=1e-12)
    K, F = np.zeros((12, 12)), np.zeros(12)
    K[np.ix_(held, held)] = k[np.ix_(held, held)] - k[np.ix_(held, free)] @ solve @ k[np.ix_(free, held)]
    F[held] = f[held] - k[np.ix_(held, free)] @ solve @ f[free]
    return K, F


def offset_matrix(offset: tuple[float, float, float]) -> Floats:
    """Movement of the end of a rigid arm from its node's movement."""
    x, y, z = offset
    out = np.eye(6)
    out[:3, 3:] = [[0, z, -y], [-z, 0, x], [y, -x, 0]]
    return out
