"""The elastic states of a structure: ties that go slack, feet that lift, and the push that its stiffness has to
carry.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.frames.search import Case
from yorvek.core.theory.frames import Buckled, Columns, Mechanism, Mesh, System, buckled
from yorvek.core.theory.frames.lines import Stations

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]
Whole = NDArray[np.int64]
SLACK_N = 1e-6
"""Of the greatest force: a tie that pushes by less is taut."""
ROUNDS = 40
SECOND_ROUNDS, SETTLED = 5, 0.005
Lean = tuple[float, float]
UPRIGHT: Lean = (0.0, 0.0)


class State:
    """A system with all its columns solved."""

    def __init__(self, mesh: Mesh, columns: Columns, stations: Stations, slack: Flags, lifted: Flags) -> None:
        self.mesh, self.columns, self.stations, self.slack, self.lifted = mesh, columns, stations, slack, lifted
        self.system = System.of(mesh, slack=slack, let_go=lifted)
        self.u = self.system.solved(columns.forces)
        self._buckled: dict[tuple[int, bytes], Buckled] = {}

    @cached_property
    def ends(self) -> Floats:
        return self.system.ends(self.u, self.columns)

    @cached_property
    def N(self) -> Floats:
        """Pull in the middle of each element by column, [e, c]."""
        return np.asarray((self.ends[:, 6] - self.ends[:, 0]) / 2)

    @cached_property
    def forces(self) -> Floats:
        """At all stations, [s, 6, c]."""
        return self.stations.forces(self.ends, self.columns)

    @cached_property
    def moves(self) -> Floats:
        """At all stations, [s, 3, c]."""
        return self.stations.moves(self.u, self.columns)

    @cached_property
    def reactions(self) -> Floats:
        """At the nodes of the skeleton, [n, 6, c]."""
        return self.system.reactions(self.u, self.columns)

    @cached_property
    def words(self) -> str:
        """What is slack, and which feet have slipped."""
        s = self.mesh.skeleton
        slack = [s.bars[k] for k in np.nonzero(self.slack)[0]]
        slipped = [n for k, n in enumerate(s.nodes) if self.lifted[6 * k] and not self.lifted[6 * k + 1]]
        return "".join(f"; {what}: {', '.join(x)}" for what, x in (("slack", slack), ("slipped", slipped)) if x)

    def buckled(self, factors: Floats, shapes: int = 6) -> Buckled:
        """Linear buckling under a sum of columns; what was asked before is remembered."""
        N = self.N @ factors
        key = (shapes, N.tobytes())
        if key not in self._buckled:
            self._buckled[key] = buckled(self.system, N, shapes=shapes)
        return self._buckled[key]


@dataclass(frozen=True)
class Outcome:
    """What a case does: along all bars, at the nodes and at the supports."""

    case: Case
    state: State
    second: Second | None = None
    column: int = 0

    @property
    def words(self) -> str:
        return self.case.words + self.state.words + ("; second order" if self.second is not None else "")

    def forces(self, bar: int) -> Floats:
        """At the stations of a bar, [s, 6]."""
        span = self.state.stations.of_bar(bar)
        if self.second is not None:
            return np.asarray(self.second.forces[span][:, :, self.column])
        return np.asarray(self.state.forces[span] @ self.case.factors)

    def at(self, rows: Whole) -> Floats:
        """At some stations, [r, 6]."""
        if self.second is not None:
            return np.asarray(self.second.forces[rows, :, self.column])
        return np.asarray(self.state.forces[rows] @ self.case.factors)

    @cached_property
    def ends(self) -> Floats:
        """At the two ends of every bar, [b, 2, 6]."""
        first = self.state.stations.first
        return self.at(np.stack([first[:-1], first[1:] - 1], axis=1))

    def moves(self) -> Floats:
        """At all stations, [s, 3]."""
        if self.second is not None:
            return np.asarray(self.second.moves[:, :, self.column])
        return np.asarray(self.state.moves @ self.case.factors)

    def nodes(self) -> Floats:
        """Movement of the skeleton's nodes, [n, 3]."""
        u = self.second.u[:, self.column] if self.second is not None else self.state.u @ self.case.factors
        return np.asarray(u[: 6 * len(self.state.mesh.skeleton.nodes)].reshape(-1, 6)[:, :3])

    def reactions(self) -> Floats:
        """[n, 6]."""
        if self.second is not None:
            return np.asarray(self.second.reactions[:, :, self.column])
        return np.asarray(self.state.reactions @ self.case.factors)


@dataclass(frozen=True)
class Second:
    """A case solved with its push in the stiffness, a column for each way it leans; `ahead`: the factor of its
    `load`.
    """

    stations: Stations
    load: Columns
    u: Floats
    forces: Floats
    reactions: Floats
    ahead: float

    @cached_property
    def moves(self) -> Floats:
        return self.stations.moves(self.u * self.ahead, self.load) / self.ahead


class States:
    """All states met so far, by what is slack and what is lifted."""

    def __init__(
        self, mesh: Mesh, columns: Columns, feet: list[int], leaning: tuple[Columns, Columns], *, friction: float
    ) -> None:
        self.mesh, self.columns, self.stations = mesh, columns, Stations(mesh)
        self.feet, self.leaning, self.friction = feet, leaning, friction
        self.only = mesh.skeleton.only
        self._states: dict[tuple[bytes, bytes], State] = {}

    @cached_property
    def taut(self) -> State:
        """Everything taut, every foot down."""
        return self.of(np.zeros(len(self.only), bool), np.zeros(self.mesh.count, bool))

    @property
    def one_sided(self) -> bool:
        """Whether anything may go slack or lift."""
        return bool(self.only.any() or self.feet)

    def of(self, slack: Flags, lifted: Flags) -> State:
        """The state of those slack and those lifted.

        Raises:
            Mechanism: it does not stand that way.
        """
        key = (slack.tobytes(), lifted.tobytes())
        if key not in self._states:
            self._states[key] = State(self.mesh, self.columns, self.stations, slack, lifted)
        return self._states[key]

    def all(self) -> list[State]:
        return list(self._states.values())

    def rests(self, case: Case, lean: Lean = UPRIGHT) -> list[State]:
        """The states in which a case may come to rest: with feet that grip the ground, and with those let go that are
        pushed aside by more than they rub. A foot that has slipped holds nothing along the ground; the truth lies
        between the two.

        Raises:
            InputError: its ties find no rest.
        """
        grips = self.settled(case, lean)
        if not self.feet:
            return [grips]
        slips = self.settled(case, lean, grip=False)
        return [grips] if slips is grips else [grips, slips]

    def settled(self, case: Case, lean: Lean = UPRIGHT, *, grip: bool = True) -> State:
        """The state in which a case comes to rest: start taut and down, let go one by one what pushes or pulls the
        wrong way.

        What would make it a mechanism that no load drives stays: it carries next to nothing. Feet that find no rest
        stay down where there is no tie or prop to be wrong about: it tips, which is overturning's to say.

        Raises:
            InputError: its ties find no rest.
        """
        state = self.taut
        kept: set[tuple[str, int]] = set()
        forces = self.together(case.factors, lean)
        for _ in range(ROUNDS):
            wrong = self._wrong(state, forces, kept, grip=grip)
            if wrong is None:
                return state
            try:
                state = self.of(*_turned(state, *wrong))
            except Mechanism:
                kept.add(wrong)
        if self.feet and not self.only.any():
            return self.taut
        raise InputError(field="members", got="ties and props", needs="they find no rest: brace both ways")

    def together(self, factors: Floats, lean: Lean) -> Columns:
        """A sum of columns as one, leaning so."""
        forces, even = self.columns.forces @ factors, self.columns.even @ factors
        for share, leaning in zip(lean, self.leaning, strict=True):
            if share:
                forces = forces + share * (leaning.forces @ factors)
                even = even + share * (leaning.even @ factors)
        return Columns(forces[:, None], even[:, :, None], ())

    def _wrong(self, state: State, load: Columns, kept: set[tuple[str, int]], *, grip: bool) -> tuple[str, int] | None:
        """The tie or foot that is most in the wrong state."""
        u = state.system.solved(load.forces)
        ends = state.system.ends(u, load)
        N = (ends[:, 6, 0] - ends[:, 0, 0]) / 2
        reaction = state.system.reactions(u, load)[:, :, 0] if self.feet else np.zeros((0, 6))
        u = u[:, 0]
        worst: tuple[float, str, int] = (0.0, "", 0)
        scale = max(float(np.abs(N).max(initial=0.0)), 1.0)
        for b in map(int, np.nonzero(self.only)[0]):
            if state.slack[b]:
                wrong = float(self.only[b]) * self._longer(u, b) * self._stiff(b) / scale
            else:
                wrong = float(-self.only[b] * N[self.mesh.first[b]]) / scale
            if wrong > max(worst[0], SLACK_N) and ("bar", b) not in kept:
                worst = (wrong, "bar", b)
        for n in self.feet:
            wrong = -float(u[6 * n + 1]) * 1e3 / scale if state.lifted[6 * n + 1] else -float(reaction[n, 1]) / scale
            if wrong > max(worst[0], SLACK_N) and ("foot", n) not in kept:
                worst = (wrong, "foot", n)
        if worst[1] or grip:
            return (worst[1], worst[2]) if worst[1] else None
        return self._slips(state, reaction, scale, kept)

    def _slips(
        self, state: State, reaction: Floats, scale: float, kept: set[tuple[str, int]]
    ) -> tuple[str, int] | None:
        """The foot that is pushed aside most beyond its friction, once all of them push down."""
        worst, at = SLACK_N, -1
        for n in self.feet:
            down, aside = float(reaction[n, 1]), float(np.hypot(reaction[n, 0], reaction[n, 2]))
            beyond = (aside - self.friction * max(down, 0.0)) / scale
            if not state.lifted[6 * n + 1] and beyond > worst and ("slip", n) not in kept:
                worst, at = beyond, n
        return ("slip", at) if at >= 0 else None

    def _stiff(self, bar: int) -> float:
        s = self.mesh.skeleton
        return float(s.E[bar] * s.A[bar] / s.length[bar])

    def _longer(self, u: Floats, bar: int) -> float:
        a, z = (int(v) for v in self.mesh.skeleton.ends[bar])
        return float((u[6 * z : 6 * z + 3] - u[6 * a : 6 * a + 3]) @ self.mesh.skeleton.axes[bar, 0])

    def second_order(self, case: Case, state: State, ahead: float, leans: list[Lean]) -> Second:
        """A case with the push it makes taken into the stiffness, at `ahead` times its loads and divided again.

        Args:
            ahead: the factor by which the method asks for loads ahead of the case.
            leans: shares of the weight that act along X and Z for being out of plumb, a column each.

        Raises:
            Mechanism: it buckles under these loads.
        """
        factors = case.factors * ahead
        load = self._leaning(factors, leans)
        now = state.N @ factors
        for _ in range(SECOND_ROUNDS):
            N = now
            system = state.system.pushed(N)
            u = system.solved(load.forces)
            ends = system.ends(u, load)
            now = (ends[:, 6, 0] - ends[:, 0, 0]) / 2
            if float(np.abs(now - N).max()) <= SETTLED * max(float(np.abs(N).max()), 1.0):
                break
        pull = np.where(state.slack[self.mesh.bar], 0.0, N)
        forces = self.stations.bowed(self.stations.forces(ends, load), u, load, pull)
        return Second(self.stations, load, u / ahead, forces / ahead, system.reactions(u, load) / ahead, ahead)

    def amplified(self, case: Case, state: State, grown: float, leans: list[Lean]) -> Second:
        """A case of first order, leaning, all of it as much larger as push makes the shape that buckles first."""
        load = self._leaning(case.factors * grown, leans)
        u = state.system.solved(load.forces)
        ends = state.system.ends(u, load)
        return Second(self.stations, load, u, self.stations.forces(ends, load), state.system.reactions(u, load), 1.0)

    def _leaning(self, factors: Floats, leans: list[Lean]) -> Columns:
        """A sum of columns leaning each way, a column each."""
        each = [(c.forces @ factors, c.even @ factors) for c in (self.columns, *self.leaning)]
        forces, even = (
            np.stack([each[0][k] + a * each[1][k] + b * each[2][k] for a, b in leans], axis=-1) for k in (0, 1)
        )
        return Columns(forces, even, ())


def _turned(state: State, kind: str, at: int) -> tuple[Flags, Flags]:
    """What is slack and what is let go once a tie, a foot or its grip changes over."""
    slack, lifted = state.slack.copy(), state.lifted.copy()
    if kind == "bar":
        slack[at] = not slack[at]
    elif kind == "slip":
        lifted[[6 * at, 6 * at + 2]] = True
    else:
        lifted[6 * at : 6 * at + 3] = not lifted[6 * at + 1]
    return slack, lifted
