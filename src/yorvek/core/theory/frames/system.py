"""One elastic state of a mesh: factored once, all columns solved at once, and what they do along the bars."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.sparse import csc_matrix, diags, identity
from scipy.sparse.linalg import SuperLU, splu

from yorvek.core.errors import InputError
from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.columns import Columns
from yorvek.core.theory.frames.mesh import Mesh
from yorvek.core.theory.frames.skeleton import Flags, Floats, Whole

SOFTEST = 1e-10
NEGATIVE = -1e-10
NOTHING = 1e-12
WAYS = ("along X", "up and down", "along Z", "about X", "about the vertical", "about Z")


class Mechanism(InputError):
    """It moves without resistance, or gives way under the push it carries (`buckles`)."""

    def __init__(self, *, field: str, got: str, needs: str, buckles: bool = False) -> None:
        self.buckles = buckles
        super().__init__(field=field, got=got, needs=needs)


@dataclass(frozen=True)
class System:
    """A mesh with some bars slack and some freedoms let go, under the push `N` [e] that counts in its stiffness."""

    mesh: Mesh
    slack: Flags
    held: Flags
    factor: SuperLU
    free: Whole
    K: csc_matrix
    N: Floats | None

    @classmethod
    def of(
        cls, mesh: Mesh, *, slack: Flags | None = None, let_go: Flags | None = None, N: Floats | None = None
    ) -> System:
        """Put together and factored.

        Raises:
            Mechanism: it can move without resistance (said which way), or it buckles under N.
        """
        s = mesh.skeleton
        loose_bars = np.zeros(len(s.bars), bool) if slack is None else slack
        there = ~loose_bars[mesh.bar]
        local = mesh.k if N is None else mesh.k + elements.geometric(N, mesh.length)
        K = mesh.assembled(local * there[:, None, None])
        if s.springs is not None:
            extra = np.zeros(mesh.count)
            extra[: s.springs.size] = s.springs.ravel()
            K = (K + diags(extra)).tocsc()
        held = mesh.held()
        if let_go is not None:
            held = held & ~let_go
        stiff = mesh.assembled(mesh.k * there[:, None, None]).diagonal() if N is not None else K.diagonal()
        if s.springs is not None and N is not None:
            stiff = stiff + extra
        own = np.zeros(mesh.count, bool)
        own[mesh.count - len(mesh.own) :] = loose_bars[mesh.own]
        nothing = (stiff <= NOTHING * stiff.max(initial=1.0)) & ~held
        _refuse_loose(mesh, nothing & ~own)
        free = np.nonzero(~held & ~nothing)[0]
        inner = K[free][:, free].tocsc()
        return cls(mesh, loose_bars, held, _factored(mesh, inner, free, pushed=N is not None), free, K, N)

    def solved(self, forces: Floats) -> Floats:
        """Movement of every freedom under columns of forces, [count + 1, c]; the last row is the dummy."""
        out = np.zeros((self.mesh.count + 1, forces.shape[1]))
        scale = self._scale()
        out[self.free] = scale[:, None] * self.factor.solve(scale[:, None] * forces[self.free])
        return out

    def _scale(self) -> Floats:
        return _scaling(self.K.diagonal()[self.free])

    def ends(self, u: Floats, columns: Columns) -> Floats:
        """Forces on each element at its two ends, its own axes, [e, 12, c]."""
        m = self.mesh
        local = m.k if self.N is None else m.k + elements.geometric(self.N, m.length)
        moved = self.local_moves(u)
        out: Floats = np.matmul(local, moved) + elements.held_ends(columns.even, m.length)
        out[self.slack[m.bar]] = 0.0
        return out

    def local_moves(self, u: Floats) -> Floats:
        """Movement of the elements' ends in their own axes, [e, 12, c]."""
        return np.asarray(np.matmul(self.mesh.T, u[self.mesh.dofs]))

    def reactions(self, u: Floats, columns: Columns) -> Floats:
        """What the ground puts on each node of the skeleton, [n, 6, c]."""
        n = len(self.mesh.skeleton.nodes)
        force = np.asarray(self.K[: 6 * n] @ u[:-1]) - columns.forces[: 6 * n]
        force[~self.held[: 6 * n]] = 0.0
        return force.reshape(n, 6, -1)


def _scaling(diagonal: Floats) -> Floats:
    return np.asarray(1 / np.sqrt(np.maximum(np.abs(diagonal), 1e-300)))


def _refuse_loose(mesh: Mesh, nothing: Flags) -> None:
    """A movement that no bar resists is refused; a turn that nothing holds carries nothing and is left out."""
    for at in np.nonzero(nothing[: 6 * len(mesh.points)])[0]:
        if at % 6 < 3:
            raise Mechanism(
                field=_place(mesh, int(at)),
                got="nothing holds it",
                needs=f"it can move {WAYS[at % 6]}: connect or support it",
            )


def _factored(mesh: Mesh, inner: csc_matrix, free: Whole, *, pushed: bool) -> SuperLU:
    """Factors of the scaled stiffness; a pivot of next to nothing is a mechanism, a negative one buckling."""
    scale = _scaling(inner.diagonal())
    scaled = (diags(scale) @ inner @ diags(scale)).tocsc()
    try:
        found = splu(scaled, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.0, options={"SymmetricMode": True})
    except RuntimeError:
        found = None
    if found is not None:
        pivots = found.U.diagonal()
        if (pivots > SOFTEST).all():
            return found
        if pushed and pivots.min() < NEGATIVE:
            raise Mechanism(field="frame", got="buckling", needs="it gives way under its push", buckles=True)
    at = int(free[int(np.argmax(np.abs(_soft_mode(scaled) * scale * np.where(free % 6 < 3, 1.0, 1e-3))))])
    turn = "spin" if at % 6 >= 3 else "move"
    raise Mechanism(
        field=_place(mesh, at),
        got="a mechanism",
        needs=f"it can {turn} {WAYS[at % 6]} without resistance: add a support or take a release away",
    )


def _soft_mode(scaled: csc_matrix) -> Floats:
    """The movement that costs least: a few rounds of inverse iteration on a slightly stiffened matrix."""
    solve = splu((scaled + 1e-9 * identity(scaled.shape[0])).tocsc())
    v = np.random.default_rng(1).standard_normal(scaled.shape[0])
    for _ in range(12):
        v = solve.solve(v)
        v /= np.linalg.norm(v)
    return np.asarray(v)


def _place(mesh: Mesh, freedom: int) -> str:
    """A node, or the bar that has the freedom to itself."""
    s, node = mesh.skeleton, freedom // 6
    if freedom >= 6 * len(mesh.points):
        return f"bar {s.bars[int(mesh.own[freedom - 6 * len(mesh.points)])]}"
    if node < len(s.nodes):
        return f"node {s.nodes[node]}"
    element = int(np.nonzero(mesh.nodes[:, 0] == node)[0][0])
    return f"bar {s.bars[int(mesh.bar[element])]}"
