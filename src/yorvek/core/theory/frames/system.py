"""One elastic state of a mesh: factored once, all columns solved at once, and what they do along the bars."""

from __future__ import annotations

from dataclasses import dataclass, replace

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
CLOSE, ROUNDS = 1e-8, 40
"""How close to rest, in work of the forces left over, and in how many rounds."""
WAYS = ("along X", "up and down", "along Z", "about X", "about the vertical", "about Z")


class Mechanism(InputError):
    """It moves without resistance, or gives way under the push it carries (`buckles`)."""

    def __init__(self, *, field: str, got: str, needs: str, buckles: bool = False) -> None:
        self.buckles = buckles
        super().__init__(field=field, got=got, needs=needs)


@dataclass(frozen=True)
class System:
    """A mesh with some bars slack and some freedoms let go, under the push `N` [e] that counts in its stiffness.

    `K`: of all freedoms; `inner`: of the free ones; `factor`: of the elastic `inner`, scaled on both sides by `scale`.
    """

    mesh: Mesh
    slack: Flags
    held: Flags
    factor: SuperLU
    free: Whole
    K: csc_matrix
    inner: csc_matrix
    scale: Floats
    N: Floats | None = None

    @classmethod
    def of(cls, mesh: Mesh, *, slack: Flags | None = None, let_go: Flags | None = None) -> System:
        """Put together and factored.

        Raises:
            Mechanism: it can move without resistance (said which way).
        """
        s = mesh.skeleton
        loose_bars = np.zeros(len(s.bars), bool) if slack is None else slack
        K = mesh.assembled(mesh.k * (~loose_bars[mesh.bar])[:, None, None])
        if s.springs is not None:
            extra = np.zeros(mesh.count)
            extra[: s.springs.size] = s.springs.ravel()
            K = csc_matrix((K + diags(extra)).tocsc())
        held = mesh.held()
        if let_go is not None:
            held = held & ~let_go
        stiff = K.diagonal()
        own = np.zeros(mesh.count, bool)
        own[mesh.count - len(mesh.own) :] = loose_bars[mesh.own]
        nothing = (stiff <= NOTHING * stiff.max(initial=1.0)) & ~held
        _refuse_loose(mesh, nothing & ~own)
        free = np.nonzero(~held & ~nothing)[0]
        inner = mesh.inside(K, free) if s.springs is None else K[free][:, free].tocsc()
        scale = _scaling(inner.diagonal())
        return cls(mesh, loose_bars, held, _factored(mesh, inner, scale, free), free, K, inner, scale)

    def pushed(self, N: Floats) -> System:
        """The same with push (pulls N positive, [e]) taken into its stiffness."""
        there = np.where(self.slack[self.mesh.bar], 0.0, np.where(N < 0, N * self.mesh.too_stiff, N))
        grows = self.mesh.geometric(there)
        inside = self.mesh.inside(grows, self.free)
        return replace(self, K=_sum(self.K, grows), inner=_sum(self.inner, inside), N=there)

    def solved(self, forces: Floats) -> Floats:
        """Movement of every freedom under columns of forces, [count + 1, c]; the last row is the dummy.

        Raises:
            Mechanism: it buckles under its push.
        """
        out = np.zeros((self.mesh.count + 1, forces.shape[1]))
        out[self.free] = self.elastic(forces[self.free]) if self.N is None else self._around(forces[self.free])
        return out

    def elastic(self, forces: Floats) -> Floats:
        """Movement of the free freedoms without any push, [f] or [f, c]."""
        scale = self.scale if forces.ndim == 1 else self.scale[:, None]
        return np.asarray(scale * self.factor.solve(scale * forces))

    def _around(self, forces: Floats) -> Floats:
        """Conjugate gradients around the elastic factors: a few rounds where the push is well below the critical one;
        what does not come to rest is factored by itself.
        """
        x = self.elastic(forces)
        rest = forces - self.inner @ x
        way = step = self.elastic(rest)
        size, goal = (rest * step).sum(axis=0), CLOSE**2 * np.maximum((forces * x).sum(axis=0), 1e-300)
        for _ in range(ROUNDS):
            if (size <= goal).all():
                return x
            turned = self.inner @ way
            work = (way * turned).sum(axis=0)
            if (work[size > goal] <= 0).any():
                break
            along = np.where(size > goal, size / np.where(work > 0, work, 1.0), 0.0)
            x, rest = x + along * way, rest - along * turned
            step = self.elastic(rest)
            now = (rest * step).sum(axis=0)
            way, size = step + np.where(size > goal, now / np.maximum(size, 1e-300), 0.0) * way, now
        scale = _scaling(self.inner.diagonal())
        factor = _factored(self.mesh, self.inner, scale, self.free, pushed=True)
        return np.asarray(scale[:, None] * factor.solve(scale[:, None] * forces))

    def ends(self, u: Floats, columns: Columns) -> Floats:
        """Forces on each element at its two ends, its own axes, [e, 12, c]."""
        m = self.mesh
        local = m.k if self.N is None else m.k + self.N[:, None, None] * m.pulled
        moved = self.local_moves(u)
        out: Floats = np.matmul(local, moved) + elements.held_ends(columns.even, m.length)
        out[self.slack[m.bar]] = 0.0
        return out

    def local_moves(self, u: Floats) -> Floats:
        """Movement of the elements' ends in their own axes, [e, 12, c]."""
        return self.mesh.local_moves(u)

    def reactions(self, u: Floats, columns: Columns) -> Floats:
        """What the ground puts on each node of the skeleton, [n, 6, c]."""
        n = len(self.mesh.skeleton.nodes)
        force = np.asarray(self.K[: 6 * n] @ u[:-1]) - columns.forces[: 6 * n]
        force[~self.held[: 6 * n]] = 0.0
        springs = self.mesh.skeleton.springs
        if springs is not None:
            force -= np.where(self.held[: 6 * n], 0.0, springs.ravel())[:, None] * u[: 6 * n]
        return force.reshape(n, 6, -1)


def _sum(a: csc_matrix, b: csc_matrix) -> csc_matrix:
    """Two matrices, quickly where they are of one pattern."""
    if a.indices is b.indices or (a.nnz == b.nnz and np.array_equal(a.indices, b.indices)):
        return csc_matrix((a.data + b.data, a.indices, a.indptr), shape=a.shape)
    return csc_matrix((a + b).tocsc())


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


def _factored(mesh: Mesh, inner: csc_matrix, scale: Floats, free: Whole, *, pushed: bool = False) -> SuperLU:
    """Factors of the scaled stiffness; a pivot of next to nothing is a mechanism, a negative one buckling."""
    columns = np.repeat(np.arange(len(scale)), np.diff(inner.indptr))
    scaled = csc_matrix((inner.data * scale[inner.indices] * scale[columns], inner.indices, inner.indptr), inner.shape)
    scaled = scaled.copy()
    scaled.eliminate_zeros()
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
