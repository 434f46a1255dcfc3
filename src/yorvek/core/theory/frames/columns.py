"""Loads as columns: each is solved once, and every combination is a sum of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.mesh import Mesh
from yorvek.core.theory.frames.skeleton import Floats


@dataclass
class Piece:
    """One column: forces at nodes of the mesh (node, 6 figures), and even loads on bars (bar, global N/mm and the
    torque about the bar, Nmm/mm).
    """

    at_nodes: list[tuple[int, Floats]] = field(default_factory=list)
    on_bars: list[tuple[int, Floats]] = field(default_factory=list)


@dataclass(frozen=True)
class Columns:
    """All columns of a mesh: forces on its freedoms [count, c], and even loads on elements in their own axes and the
    torque about them [e, 4, c].
    """

    forces: Floats
    even: Floats
    pieces: tuple[Piece, ...]

    @property
    def count(self) -> int:
        return int(self.forces.shape[1])


def columns_of(mesh: Mesh, pieces: Sequence[Piece]) -> Columns:
    """Put the pieces onto the mesh."""
    s = mesh.skeleton
    whole = np.zeros((len(s.bars), 4, len(pieces)))
    forces = np.zeros((mesh.count + 1, len(pieces)))
    for c, piece in enumerate(pieces):
        for node, f in piece.at_nodes:
            forces[6 * node : 6 * node + 6, c] += f
        for bar, q in piece.on_bars:
            whole[bar, :3, c] += s.axes[bar] @ q[:3]
            whole[bar, 3, c] += q[3]
    even = whole[mesh.bar]
    at_ends = -elements.held_ends(even, mesh.length)
    turned = np.matmul(mesh.T.transpose(0, 2, 1), at_ends)
    np.add.at(forces, mesh.dofs.ravel(), turned.reshape(-1, len(pieces)))
    return Columns(forces[:-1], even, tuple(pieces))
