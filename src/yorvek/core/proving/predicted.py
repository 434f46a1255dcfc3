"""What a structure is expected to do under test weights: movement at every gauge for each newton, between which bounds,
and what it would add if its supports gave or it twisted.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import service_combinations
from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.frames.search import Case
from yorvek.core.frames.solving import Analysis
from yorvek.core.frames.states import State

Floats = NDArray[np.float64]
SPREAD = 0.11
"""By how much the stiffness of a bar may be off either way: wall thickness of hollow sections ± 10 % (EN 10219-2, from
memory), modulus ± 3 % and the length ± 1 % (common practice, no source), as independent errors."""
LEAST_TOTAL = 1e-9
STILL_MM = 1e-10
"""For a newton: no gauge tells it, and a solver hardly."""
UP = 1
"""Which of the three directions of space."""


@dataclass(frozen=True)
class Predicted:
    """By gauge, [g], mm for each newton of weights.

    `moves`: by the model; `low`, `high`: between which a sound one moves; `settles`: what supports that give add, for a
    mm/N of each; `turns`: what clamped ends that give add, for a rad/Nmm of each; `aside_mm`: off the axis;
    `total_N`: of the weights as they were handed in.
    """

    moves: Floats
    low: Floats
    high: Floats
    settles: Floats
    turns: Floats
    aside_mm: Floats
    total_N: float


def predicted(base: FrameRequest, weights: list[FrameLoad], gauges: list[FrameLoad], proof_N: float) -> Predicted:
    """Solve for one newton of weights in all, as the structure stands at the proof load.

    Args:
        base: the structure in its position; only its permanent loads count, for feet that lift and ties that go slack.
        weights: how they stand, in any size.
        gauges: a force of 1 N each, where and in the direction in which movement is read.
        proof_N: the greatest weight.

    Raises:
        InputError: it moves freely, or a place is not on it.
    """
    dead = [x for x in base.loads if x.case == "dead"]
    request = base.model_copy(
        update={"loads": [*weights, *gauges, *dead], "situations": [], "stiffness_found": 1.0, "play_mm": 0.0}
    )
    analysis = Analysis(request, request.starter.layout())
    loading, states = analysis.loading, analysis.states
    w, g = np.zeros(loading.width), np.zeros((loading.width, len(gauges)))
    for columns in loading.of_load[: len(weights)]:
        w[list(columns)] = 1.0
    for k, columns in enumerate(loading.of_load[len(weights) : len(weights) + len(gauges)]):
        g[list(columns), k] = 1.0
    total = _total((states.columns.forces @ w)[: 6 * len(analysis.mesh.points)])
    w /= total
    at_proof = w * proof_N
    at_proof[[loading.own, *loading.permanent]] += 1.0
    state = states.settled(Case(service_combinations(wind=False)[0], (), at_proof, "the proof load"))
    return _read(state, w, g, np.array([x.aside_mm for x in gauges]), total)


def _total(forces: Floats) -> float:
    """All that they weigh, of forces at the nodes."""
    total = float(np.linalg.norm(forces.reshape(-1, 6)[:, :3].sum(axis=0)))
    if total < LEAST_TOTAL:
        raise InputError(field="weights", got="nothing in all", needs="weights that pull one way")
    return total


def _read(state: State, w: Floats, g: Floats, aside_mm: Floats, total_N: float) -> Predicted:
    u = state.u @ np.column_stack([w, g])
    moves = (state.columns.forces @ g).T @ u[:-1, 0]
    if float(np.abs(moves).max()) < STILL_MM:
        raise InputError(field="gauges", got="nothing moves there", needs="one where it moves, in the way it moves")
    shares = _shares(state, u)
    off = np.abs(shares).sum(axis=0)
    ground = state.reactions @ np.column_stack([w, g])
    settles = ground[:, UP, 0] @ ground[:, UP, 1:]
    turns = np.einsum("nd,ndg->g", ground[:, 3:, 0], ground[:, 3:, 1:])
    return Predicted(
        moves=moves, low=moves - SPREAD / (1 + SPREAD) * off, high=moves + SPREAD / (1 - SPREAD) * off,
        settles=settles, turns=turns, aside_mm=aside_mm, total_N=total_N,
    )  # fmt: skip


def _shares(state: State, u: Floats) -> Floats:
    """What each bar and each spring of the ground has in the movement at each gauge, [b + f, g]: the work of the forces
    that the weights make in it along what a force at the gauge moves.
    """
    mesh, s = state.mesh, state.mesh.skeleton
    local = state.system.local_moves(u)
    work = np.einsum("ei,eig->eg", np.einsum("eij,ej->ei", mesh.k, local[:, :, 0]), local[:, :, 1:])
    work[state.slack[mesh.bar]] = 0.0
    bars = np.zeros((len(s.bars), work.shape[1]))
    np.add.at(bars, mesh.bar, work)
    if s.springs is None:
        return bars
    rate = s.springs.ravel()[:, None]
    n = len(rate)
    return np.concatenate([bars, rate * u[:n, :1] * u[:n, 1:]])
