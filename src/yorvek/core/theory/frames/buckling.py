"""The load at which a frame buckles as a whole, and which bars take part in that."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.sparse.linalg import ArpackError, LinearOperator, eigsh

from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.skeleton import Floats
from yorvek.core.theory.frames.system import System

SHAPES = 6
NEGLIGIBLE = 1e-9
TOLERANCE = 1e-3
"""Of the eigenvalue iteration; the factors are right to its square and better."""
FAR = 1e-4
"""Critical factors above ten thousand are no matter."""


@dataclass(frozen=True)
class Buckled:
    """Critical factors, ascending, [k]; their shapes [count + 1, k]; and the share of the geometric work that each bar
    does in bending about its own y and z, [b, 2, k].
    """

    factors: Floats
    shapes: Floats
    work: Floats

    @property
    def factor(self) -> float:
        return float(self.factors[0]) if len(self.factors) else np.inf


def buckled(system: System, N: Floats, *, shapes: int = SHAPES) -> Buckled:
    """Linear buckling under pulls N (pushes negative), [e].

    Args:
        system: the elastic state; it must not have push in its stiffness already.
        N: axial force of each element under the loads that grow together.
        shapes: how many to look for.
    """
    mesh = system.mesh
    nothing = Buckled(np.zeros(0), np.zeros((mesh.count + 1, 0)), np.zeros((len(mesh.skeleton.bars), 2, 0)))
    if not (N < 0).any():
        return nothing
    there = ~system.slack[mesh.bar]
    pushes = np.where(there, N, 0.0)
    free = system.free
    grows = -mesh.inside(mesh.geometric(pushes), free)
    if abs(grows).max() < NEGLIGIBLE:
        return nothing
    K = system.inner
    inverse = LinearOperator(K.shape, matvec=system.elastic, dtype=float)
    count = min(shapes, len(free) - 1)
    start = inverse.matvec(np.asarray(grows @ np.ones(len(free)))) + 1e-6 * inverse.matvec(K.diagonal() * 1.0)
    if count < 1 or not np.abs(start).max() > 0:
        return nothing
    try:
        values, vectors = eigsh(grows, k=count, M=K, Minv=inverse, which="LA", v0=start, tol=TOLERANCE)
    except ArpackError:
        values, vectors = eigsh(grows, k=count, M=K, Minv=inverse, which="LA")
    order = np.argsort(-values)
    order = order[values[order] > FAR]
    whole = np.zeros((mesh.count + 1, len(order)))
    whole[free] = vectors[:, order]
    return Buckled(1 / (values[order] * mesh.too_stiff), whole, _work(system, pushes, whole))


def _work(system: System, N: Floats, shapes: Floats) -> Floats:
    """Share of the geometric work by bar and plane; stabilising work counts as none."""
    mesh = system.mesh
    moved = system.local_moves(shapes)
    out = np.zeros((len(mesh.skeleton.bars), 2, shapes.shape[1]))
    for plane, about in enumerate("yz"):
        each = -np.einsum("eic,eic->ec", moved, np.matmul(elements.geometric(N, mesh.length, about=about), moved))
        np.add.at(out[:, plane], mesh.bar, each)
    total = np.maximum(np.maximum(out, 0.0).sum(axis=(0, 1)), 1e-300)
    return np.asarray(out / total)


def elements_work(system: System, shapes: Floats) -> Floats:
    """Geometric work of each element in a shape under a pull of 1 N, [e, k]: times its pull it adds to the
    stiffness.
    """
    mesh = system.mesh
    moved = system.local_moves(shapes)
    each = np.einsum("eic,eic->ec", moved, np.matmul(mesh.pulled, moved))
    return np.asarray(np.where(system.slack[mesh.bar], 0.0, 1.0)[:, None] * each)
