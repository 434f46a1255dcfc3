"""Straight beams on any supports, solved exactly.

Euler-Bernoulli beam elements between the places where something changes; along each the load is linear, so shear is
quadratic, moment cubic, slope quartic and deflection quintic, and extremes are found from the polynomials' roots.
Signs: x from the left, loads and deflections reported downwards positive, sagging moments positive, turning moments
counter-clockwise positive, reactions upwards positive.
"""

from __future__ import annotations

import itertools
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.structures.beam_solution import MERGE_MM, BeamSolution

Array = NDArray[np.float64]
LONGEST_MM = 100_000.0
"""Segments whose best station is below this share of the best of all cannot hold the extreme: between two of 24 steps a
quantity of degree five rises by far less."""


class Support(Model):
    """What holds the beam at a place: it may turn (simple) or not (fixed)."""

    x_mm: float = Field(ge=0, le=LONGEST_MM)
    kind: Literal["simple", "fixed"] = "simple"


class PointLoad(Model):
    """A force downwards at a place, N."""

    x_mm: float
    force_N: float


class DistributedLoad(Model):
    """A load per length downwards, straight from one value to another, N/mm."""

    from_mm: float
    to_mm: float
    start_N_per_mm: float
    end_N_per_mm: float


class TurningMoment(Model):
    """A moment at a place, counter-clockwise, N mm."""

    x_mm: float
    moment_Nmm: float


class LoadSet(Model):
    """Loads that act together."""

    points: list[PointLoad] = []
    distributed: list[DistributedLoad] = []
    moments: list[TurningMoment] = []


def _merged(places: list[float]) -> Array:
    ordered = np.unique(np.array(places))
    keep = np.concatenate([[True], np.diff(ordered) > MERGE_MM])
    kept: Array = ordered[keep]
    return kept


def check_supports(length_mm: float, supports: list[Support]) -> None:
    """Refuse a beam that cannot stand.

    Raises:
        InputError: no support, two at one place, outside the beam, or the beam can turn or drop.
    """
    if not 0 < length_mm <= LONGEST_MM:
        raise InputError(
            field="length", got=f"{length_mm:g} mm", needs=f"it must be more than 0 and at most {LONGEST_MM:g} mm"
        )
    places = sorted(s.x_mm for s in supports)
    for s in supports:
        if not -MERGE_MM <= s.x_mm <= length_mm + MERGE_MM:
            raise InputError(
                field="support",
                got=f"{s.x_mm:g} mm",
                needs=f"it must stand on the beam, between 0 and {length_mm:g} mm",
            )
    if any(b - a <= 1e-3 for a, b in itertools.pairwise(places)):
        raise InputError(
            field="support", got=f"{places}", needs="two supports stand at one place: move one or take it away"
        )
    if not supports:
        raise InputError(
            field="support", got="none", needs="the beam falls down: give it two supports, or one that is fixed"
        )
    if len(supports) == 1 and supports[0].kind == "simple":
        raise InputError(
            field="support",
            got="one simple support",
            needs="the beam can turn about its only support: fix it, or add a second one",
        )


def _check_loads(length_mm: float, sets: list[LoadSet]) -> None:
    low, high = -MERGE_MM, length_mm + MERGE_MM
    for loads in sets:
        for place in [p.x_mm for p in loads.points] + [m.x_mm for m in loads.moments]:
            if not low <= place <= high:
                raise InputError(
                    field="load", got=f"{place:g} mm", needs=f"it must act on the beam, between 0 and {length_mm:g} mm"
                )
        for d in loads.distributed:
            if not (low <= d.from_mm < d.to_mm <= high):
                raise InputError(
                    field="load",
                    got=f"{d.from_mm:g} to {d.to_mm:g} mm",
                    needs=f"it must run forwards along the beam, within 0 and {length_mm:g} mm",
                )


def _nearest(nodes: Array, x: float) -> int:
    return int(np.argmin(np.abs(nodes - x)))


def _jumps(
    nodes: Array, supports: list[Support], turning: list[int], sets: list[LoadSet], unknowns: int
) -> tuple[Array, Array, Array]:
    """Jumps of shear and of moment at the nodes, and intensities of load at both ends of the segments, a row for each
    case: two starting values, a unit reaction a support, a unit moment a fixed one, then the load sets. Lengths by the
    whole.
    """
    whole, count, held, rows = float(nodes[-1]), len(nodes), len(supports), unknowns + len(sets)
    up, turn = np.zeros((rows, count)), np.zeros((rows, count))
    intensity = np.zeros((rows, count - 1, 2))
    for j, support in enumerate(supports):
        up[2 + j, _nearest(nodes, support.x_mm)] = 1.0
    for k, j in enumerate(turning):
        turn[2 + held + k, _nearest(nodes, supports[j].x_mm)] = 1.0
    for c, loads in enumerate(sets, start=unknowns):
        for p in loads.points:
            up[c, _nearest(nodes, p.x_mm)] -= p.force_N
        for m in loads.moments:
            turn[c, _nearest(nodes, m.x_mm)] += m.moment_Nmm / whole
        for d in loads.distributed:
            for i in range(_nearest(nodes, d.from_mm), _nearest(nodes, d.to_mm)):
                for end in (0, 1):
                    t = (nodes[i + end] - d.from_mm) / (d.to_mm - d.from_mm)
                    intensity[c, i, end] += (d.start_N_per_mm + (d.end_N_per_mm - d.start_N_per_mm) * t) * whole
    return up, turn, intensity


def solve_beam(
    length_mm: float,
    supports: list[Support],
    sets: list[LoadSet],
    *,
    EI_Nmm2: float,
    also_nodes_mm: list[float] | None = None,
) -> BeamSolution:
    """Solve a beam for several load sets at once.

    Args:
        length_mm: from the left end to the right end.
        supports: places and kinds.
        sets: load sets, each solved on its own.
        EI_Nmm2: bending stiffness.
        also_nodes_mm: further places where a segment shall end.

    Returns:
        Polynomials along the beam for each set.

    Raises:
        InputError: the beam cannot stand, or a load is off it.
    """
    length_mm = float(length_mm)  # powers of a whole number of millimetres overflow beyond 6.2 m
    check_supports(length_mm, supports)
    _check_loads(length_mm, sets)
    places = [0.0, length_mm, *(s.x_mm for s in supports), *(also_nodes_mm or [])]
    for loads in sets:
        places += [p.x_mm for p in loads.points] + [m.x_mm for m in loads.moments]
        places += [x for d in loads.distributed for x in (d.from_mm, d.to_mm)]
    nodes = _merged([min(max(p, 0.0), length_mm) for p in places])
    whole = length_mm
    lengths = np.diff(nodes) / whole
    held = len(supports)
    turning = [j for j, s in enumerate(supports) if s.kind == "fixed"]

    def node(x: float) -> int:
        return _nearest(nodes, x)

    unknowns = 2 + held + len(turning)
    up, turn, intensity = _jumps(nodes, supports, turning, sets, unknowns)
    polynomials, states = _integrate(lengths, up, turn, intensity)
    conditions = [states[:, node(s.x_mm), 3] for s in supports] + [
        states[:, node(supports[j].x_mm), 2] for j in turning
    ]
    conditions += [states[:, -1, 0], states[:, -1, 1]]  # nothing beyond the right end: no shear, no moment
    system = np.array(conditions)
    found = np.linalg.solve(system[:, :unknowns], -system[:, unknowns:]).T
    shear, moment, slope, deflection = (
        (p[unknowns:] + np.tensordot(found, p[:unknowns], axes=1)) * scale / whole ** np.arange(p.shape[2])
        for p, scale in zip(polynomials, (1.0, whole, whole**2 / EI_Nmm2, whole**3 / EI_Nmm2), strict=True)
    )
    fixing: Array = np.zeros((len(sets), held))
    fixing[:, turning] = found[:, 2 + held :] * whole
    reactions: Array = found[:, 2 : 2 + held].astype(np.float64)
    return BeamSolution(nodes, shear, moment, slope, deflection, reactions, fixing)


def _integrate(
    lengths: Array, up: Array, turn: Array, intensity: Array
) -> tuple[tuple[Array, Array, Array, Array], Array]:
    """Integrate from the left end with EI = 1: shear, moment, slope and deflection.

    Args:
        lengths: of the segments.
        up: forces upwards [case, node].
        turn: moments counter-clockwise [case, node].
        intensity: load downwards at both ends of each segment [case, segment, 2].

    Returns:
        Coefficients [case, segment, power] of the four, and their values [case, node, 4] (past the jump at the node).
        The first two cases start with a unit deflection and a unit slope.
    """
    rows, count = up.shape
    shear, moment, slope, deflection = (np.zeros((rows, count - 1, n)) for n in (3, 4, 5, 6))
    states = np.zeros((rows, count, 4))
    state = np.zeros((rows, 4))
    state[0, 3] = state[1, 2] = 1.0
    for i in range(count):
        state = state.copy()
        state[:, 0] += up[:, i]
        state[:, 1] -= turn[:, i]
        states[:, i] = state
        if i == count - 1:
            break
        L = lengths[i]
        w1, rate = intensity[:, i, 0], (intensity[:, i, 1] - intensity[:, i, 0]) / L
        shear[:, i] = np.column_stack([state[:, 0], -w1, -rate / 2])
        moment[:, i] = np.column_stack([state[:, 1], shear[:, i] / np.arange(1, 4)])
        slope[:, i] = np.column_stack([state[:, 2], moment[:, i] / np.arange(1, 5)])
        deflection[:, i] = np.column_stack([state[:, 3], slope[:, i] / np.arange(1, 6)])
        state = np.column_stack([p[:, i] @ L ** np.arange(p.shape[2]) for p in (shear, moment, slope, deflection)])
    return (shear, moment, slope, deflection), states
