"""Straight elements, all of a mesh at once: stiffness, geometric stiffness, mass, even loads, and what happens between
ends.

Local freedoms dx dy dz rx ry rz at the start, then at the end; x runs along the element. Arrays lead with the element.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
ABOUT_Z = (1, 5, 7, 11)
ABOUT_Y = (2, 4, 8, 10)
"""Freedoms of bending about local z (movement along y) and about local y (movement along z, rotation turned round)."""


def _bending(k: Floats, index: tuple[int, ...], rows: Floats) -> None:
    """Add a four by four block, [e, 4, 4], at those freedoms."""
    for a, i in enumerate(index):
        for b, j in enumerate(index):
            k[:, i, j] += rows[:, a, b]


def _block(corner: Floats, slope: Floats, near: Floats, far: Floats, sign: float) -> Floats:
    """The symmetric shape that stiffness, geometric stiffness and mass of bending share, [e, 4, 4]."""
    s = sign * slope
    rows = [[corner, s, -corner, s], [s, near, -s, far], [-corner, -s, corner, -s], [s, far, -s, near]]
    return np.stack([np.stack(r, axis=-1) for r in rows], axis=-2)


def stiffness(E: Floats, G: Floats, A: Floats, Iy: Floats, Iz: Floats, J: Floats, L: Floats) -> Floats:
    """Elastic stiffness of bars that do not give in shear, [e, 12, 12]."""
    k = np.zeros((len(L), 12, 12))
    for at, value in ((0, E * A / L), (3, G * J / L)):
        k[:, at, at] = k[:, at + 6, at + 6] = value
        k[:, at, at + 6] = k[:, at + 6, at] = -value
    for index, EI, sign in ((ABOUT_Z, E * Iz, 1.0), (ABOUT_Y, E * Iy, -1.0)):
        _bending(k, index, _block(12 * EI / L**3, 6 * EI / L**2, 4 * EI / L, 2 * EI / L, sign))
    return k


def geometric(N: Floats, L: Floats, *, about: str = "yz") -> Floats:
    """What a pull N adds to the stiffness (a push takes away), [e, 12, 12]; `about` picks the planes of bending."""
    k = np.zeros((len(L), 12, 12))
    for name, index, sign in (("z", ABOUT_Z, 1.0), ("y", ABOUT_Y, -1.0)):
        if name in about:
            _bending(k, index, _block(36 * N / (30 * L), N / 10, 4 * N * L / 30, -N * L / 30, sign))
    return k


def mass(per_mm: Floats, own_per_mm: Floats, A: Floats, Iy: Floats, Iz: Floats, L: Floats) -> Floats:
    """Consistent mass, tonnes; `own_per_mm` is the bar itself, whose section also turns."""
    m, k = per_mm * L, np.zeros((len(L), 12, 12))
    for at, whole in ((0, m), (3, own_per_mm * L * (Iy + Iz) / A)):
        k[:, at, at] = k[:, at + 6, at + 6] = whole / 3
        k[:, at, at + 6] = k[:, at + 6, at] = whole / 6
    for index, sign in ((ABOUT_Z, 1.0), (ABOUT_Y, -1.0)):
        a = sign * L
        full = np.ones_like(L)
        rows = [
            [156 * full, 22 * a, 54 * full, -13 * a],
            [22 * a, 4 * L**2, 13 * a, -3 * L**2],
            [54 * full, 13 * a, 156 * full, -22 * a],
            [-13 * a, -3 * L**2, -22 * a, 4 * L**2],
        ]
        block = np.stack([np.stack(r, axis=-1) for r in rows], axis=-2) * (m / 420)[:, None, None]
        _bending(k, index, block)
    return k


def held_ends(q: Floats, L: Floats) -> Floats:
    """Forces that held ends put on elements under an even load q, [e, 4, ...], N/mm along local x, y, z and Nmm/mm
    about x: [e, 12, ...].
    """
    shape = (len(L), 12, *q.shape[2:])
    out = np.zeros(shape)
    long = L.reshape(-1, *([1] * (q.ndim - 2)))
    for k in range(4):
        out[:, k] = out[:, k + 6] = -q[:, k] * long / 2
    out[:, 5], out[:, 11] = -q[:, 1] * long**2 / 12, q[:, 1] * long**2 / 12
    out[:, 4], out[:, 10] = q[:, 2] * long**2 / 12, -q[:, 2] * long**2 / 12
    return out


def inner_forces(start: Floats, q: Floats, x: Floats) -> Floats:
    """N, Vy, Vz, T, My, Mz at x from the start, pull positive, as the left part feels the right one.

    Args:
        start: forces on the element at its start, [e, 6, c].
        q: even load, local, [e, 4, c], the last a torque.
        x: places, [e, s].

    Returns:
        [e, s, 6, c].
    """
    x_ = x[:, :, None, None]
    out = np.repeat(start[:, None], x.shape[1], axis=1)
    out[:, :, :4] += q[:, None] * x_
    near = x[:, :, None]
    out[:, :, 4] += start[:, None, 2] * near + q[:, None, 2] * near**2 / 2
    out[:, :, 5] -= start[:, None, 1] * near + q[:, None, 1] * near**2 / 2
    return -out


def inner_moves(u: Floats, q: Floats, x: Floats, L: Floats, EA: Floats, EIy: Floats, EIz: Floats) -> Floats:
    """Movement along local x, y, z at x from the start, [e, s, 3, c], from end movements u [e, 12, c] and even
    loads.
    """
    s = (x / L[:, None])[:, :, None]
    long = L[:, None, None]
    n = (1 - 3 * s**2 + 2 * s**3, long * (s - 2 * s**2 + s**3), 3 * s**2 - 2 * s**3, long * (s**3 - s**2))

    def bent(index: tuple[int, ...], sign: float, load: Floats, EI: Floats) -> Floats:
        a, b, c, d = (u[:, None, i] for i in index)
        shape = n[0] * a + sign * n[1] * b + n[2] * c + sign * n[3] * d
        own = (x * (L[:, None] - x)) ** 2 / (24 * EI[:, None])
        return shape + own[:, :, None] * load[:, None]

    along = (1 - s) * u[:, None, 0] + s * u[:, None, 6]
    along = along + (x * (L[:, None] - x) / (2 * EA[:, None]))[:, :, None] * q[:, None, 0]
    return np.stack([along, bent(ABOUT_Z, 1.0, q[:, 1], EIz), bent(ABOUT_Y, -1.0, q[:, 2], EIy)], axis=2)
