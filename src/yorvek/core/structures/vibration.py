"""Lowest natural frequencies of a frame: consistent masses of bars cut into pieces, and masses that hang at nodes. N, mm, kg, Hz."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import LinearOperator, eigsh, splu

from yorvek.core.errors import InputError
from yorvek.core.structures.element import FrameSection
from yorvek.core.structures.frame import DOF, Frame, FrameMember, frame_elements

Floats = NDArray[np.float64]
PIECES = 4
"""A bar in four gives its own lowest bending frequency to a few parts in ten thousand."""
TONNES_PER_KG = 1e-3
SMALLEST = 1e-12
SLOWEST = 1e4
"""1 / omega^2 of a swing of ten minutes: slower is no structure but a mechanism."""


def _mass(s: FrameSection, L: float) -> Floats:
    """Consistent mass of a piece, tonnes: cubic shapes in bending, straight ones along and in twist."""
    out = np.zeros((12, 12))
    m = s.mass_kg_per_m / 1000 * TONNES_PER_KG * L
    spin = m * (s.Iy_mm4 + s.Iz_mm4) / s.A_mm2
    for at, whole in ((0, m), (3, spin)):
        out[np.ix_([at, at + 6], [at, at + 6])] = whole / 6 * np.array([[2, 1], [1, 2]])
    for index, sign in (([1, 5, 7, 11], 1.0), ([2, 4, 8, 10], -1.0)):
        a = sign * L
        out[np.ix_(index, index)] = (
            m
            / 420
            * np.array(
                [
                    [156, 22 * a, 54, -13 * a],
                    [22 * a, 4 * L**2, 13 * a, -3 * L**2],
                    [54, 13 * a, 156, -22 * a],
                    [-13 * a, -3 * L**2, -22 * a, 4 * L**2],
                ]
            )
        )
    return out


def cut_up(frame: Frame, pieces: int = PIECES) -> Frame:
    """The same frame with every member in so many pieces; releases stay at the member's own ends."""
    nodes, members = dict(frame.nodes), {}
    for name, m in frame.members.items():
        start = np.array(frame.nodes[m.i]) + np.array(m.offset_i)
        end = np.array(frame.nodes[m.j]) + np.array(m.offset_j)
        names = [m.i, *(f"{name}~{k}" for k in range(1, pieces)), m.j]
        for k in range(1, pieces):
            x, y, z = (float(v) for v in start + (end - start) * k / pieces)
            nodes[names[k]] = (x, y, z)
        for k in range(pieces):
            held = frozenset(r for r in m.released if (r[0] == "i" and k == 0) or (r[0] == "j" and k == pieces - 1))
            members[f"{name}~{k}"] = FrameMember(
                names[k],
                names[k + 1],
                m.section,
                held,
                m.roll_deg,
                "",
                m.offset_i if k == 0 else (0.0, 0.0, 0.0),
                m.offset_j if k == pieces - 1 else (0.0, 0.0, 0.0),
            )
    return replace(frame, nodes=nodes, members=members, member_loads=[])


def frequencies_hz(frame: Frame, masses_kg: dict[str, float] | None = None, count: int = 1) -> list[float]:
    """Lowest natural frequencies, ascending. Ties that only pull are taken as taut.

    Args:
        frame: its loads are not looked at; own mass by `mass_kg_per_m` of the sections.
        masses_kg: what hangs at nodes.
        count: how many.

    Raises:
        InputError: there is no mass, or it can move without resistance.
    """
    fine = cut_up(frame)
    names = list(fine.nodes)
    index = {n: k for k, n in enumerate(names)}
    elements = frame_elements(fine, index)
    size = 6 * len(names)
    dofs = np.array([e.dofs for e in elements])
    T = np.array([e.T for e in elements])
    place = (np.repeat(dofs, 12, axis=1).ravel(), np.tile(dofs, (1, 12)).ravel())

    def assembled(local: list[Floats]) -> coo_matrix:
        return coo_matrix(((T.transpose(0, 2, 1) @ np.array(local) @ T).ravel(), place), shape=(size, size))

    K = assembled([e.condensed(0.0)[0] for e in elements]).tocsc()
    hung = np.zeros(size)
    for node, kg in (masses_kg or {}).items():
        if node not in index:
            raise InputError(field="mass", got=node, needs="there is no such node")
        hung[6 * index[node] : 6 * index[node] + 3] += kg * TONNES_PER_KG
    M = (
        assembled([_mass(e.member.section, e.length) for e in elements])
        + coo_matrix((hung, (np.arange(size), np.arange(size))), shape=(size, size))
    ).tocsc()
    held = np.zeros(size, bool)
    for node, fixed in frame.supports.items():
        for name, on in fixed.items():
            held[6 * index[node] + DOF.index(name)] |= bool(on)
    stiff = K.diagonal()
    free = np.nonzero(~held & (stiff > SMALLEST * stiff.max(initial=1.0)))[0]
    inner, weights = K[free][:, free], M[free][:, free]
    if not weights.diagonal().sum() > 0:
        raise InputError(field="mass", got="none", needs="something must weigh something to swing")
    solve = splu(inner.tocsc()).solve
    # M x = (1 / omega^2) K x: the stiffness is the side that can be inverted, masses may be missing
    found = eigsh(
        weights,
        k=min(count, len(free) - 1),
        M=inner,
        Minv=LinearOperator(inner.shape, matvec=solve, dtype=float),
        which="LM",
        v0=solve(np.asarray(weights @ np.ones(len(free))) + 1e-9),
        return_eigenvectors=False,
    )
    most = float(np.max(found))
    if not most > 0 or most > SLOWEST:
        raise InputError(field="frame", got="a mechanism", needs="it can move without resistance")
    return [1 / (2 * math.pi * math.sqrt(v)) for v in sorted((float(v) for v in found if v > 0), reverse=True)]
