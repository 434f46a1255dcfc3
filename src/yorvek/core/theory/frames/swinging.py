"""Lowest natural frequencies of a frame: consistent masses of its bars and of what lies and hangs on it."""

from __future__ import annotations

import math

import numpy as np
from scipy.sparse import diags
from scipy.sparse.linalg import LinearOperator, eigsh

from yorvek.core.errors import InputError
from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.skeleton import Floats
from yorvek.core.theory.frames.system import System

SLOWEST = 1e4
"""1 / omega^2 of a swing of ten minutes: slower is no structure but a mechanism."""


def frequencies_hz(system: System, on_bars: Floats, on_nodes: Floats, count: int = 1) -> list[float]:
    """Lowest natural frequencies, ascending.

    Args:
        system: its elastic state, ties taut.
        on_bars: tonnes per mm that lie on each bar, beside its own mass, [b].
        on_nodes: tonnes that hang at each node of the mesh.
        count: how many.

    Raises:
        InputError: there is no mass, or it can move without resistance.
    """
    mesh, s = system.mesh, system.mesh.skeleton
    own, laid = mesh.of_bars(s.own_mass), mesh.of_bars(on_bars)
    local = elements.mass(own + laid, own, mesh.of_bars(s.A), mesh.of_bars(s.Iy), mesh.of_bars(s.Iz), mesh.length)
    hung = np.zeros(mesh.count)
    for k in range(3):
        hung[k : 6 * len(mesh.points) : 6] = on_nodes
    M = (mesh.assembled(local) + diags(hung)).tocsc()
    free = system.free
    weights, inner = M[free][:, free], system.inner
    if not weights.diagonal().sum() > 0:
        raise InputError(field="mass", got="none", needs="something must weigh something to swing")
    inverse = LinearOperator(inner.shape, matvec=system.elastic, dtype=float)
    # M x = (1 / omega^2) K x: the stiffness is the side that can be inverted, masses may be missing
    start = inverse.matvec(np.asarray(weights @ np.ones(len(free))) + 1e-9)
    found = eigsh(
        weights, k=min(count, len(free) - 1), M=inner, Minv=inverse, which="LM", v0=start, return_eigenvectors=False
    )
    most = float(np.max(found))
    if not most > 0 or most > SLOWEST:
        raise InputError(field="frame", got="a mechanism", needs="it can move without resistance")
    return [1 / (2 * math.pi * math.sqrt(v)) for v in sorted((float(v) for v in found if v > 0), reverse=True)]
