"""Straight beams on any supports, solved exactly.

Euler-Bernoulli beam elements between the places where something changes; along each the load is linear, so shear is
quadratic, moment cubic, slope quartic and deflection quintic, and extremes are found from the polynomials' roots.
Signs: x from the left, loads and deflections reported downwards positive, sagging moments positive, turning moments
counter-clockwise positive, reactions upwards positive.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model

Array = NDArray[np.float64]
LONGEST_MM = 100_000.0
MERGE_MM = 1e-6
STATIONS = 24
MOST_POWERS = 6
NEAR = 0.95
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


class Extreme(Model):
    """A greatest value and its place."""

    value: float
    x_mm: float


@dataclass(frozen=True)
class BeamSolution:
    """Polynomials along each segment for one or several load sets, lowest power first, x from the segment's start.

    Arrays are [set, segment, power]: shear N, moment N mm, slope rad and deflection (upwards) mm; reactions [set, support].
    """

    nodes_mm: Array
    shear: Array
    moment: Array
    slope: Array
    deflection: Array
    reactions_N: Array
    fixing_moments_Nmm: Array

    def combined(self, factors: Array) -> BeamSolution:
        """The sum of the sets, each times its factor: one set."""

        def add(a: Array) -> Array:
            total: Array = (factors @ a.reshape(len(factors), -1)).reshape(1, *a.shape[1:])
            return total

        return BeamSolution(
            self.nodes_mm,
            add(self.shear),
            add(self.moment),
            add(self.slope),
            add(self.deflection),
            add(self.reactions_N),
            add(self.fixing_moments_Nmm),
        )

    @cached_property
    def _steps(self) -> Array:
        return _grid(tuple(self.nodes_mm.tolist()))[0]

    @cached_property
    def _places(self) -> Array:
        return _grid(tuple(self.nodes_mm.tolist()))[1]

    def times(self, scales: Array) -> BeamSolution:
        """Each set times its own scale."""
        by = scales[:, None, None]
        return BeamSolution(
            self.nodes_mm,
            self.shear * by,
            self.moment * by,
            self.slope * by,
            self.deflection * by,
            self.reactions_N * scales[:, None],
            self.fixing_moments_Nmm * scales[:, None],
        )

    def stations_mm(self) -> Array:
        """Places along the beam, both ends of each segment included."""
        return self._places

    def at_stations(self, coefficients: Array) -> Array:
        """Values [set, station] of one quantity."""
        powers = self._steps[:, :, : coefficients.shape[2]]
        values: Array = np.matmul(powers[None], coefficients[:, :, :, None]).reshape(coefficients.shape[0], -1)
        return values

    def largest(self, polynomials: Array, between: tuple[float, float] | None = None) -> Extreme:
        """The value of greatest size of one set's quantity [segment, power], with its sign, and its place: the best station of
        each segment that may hold it, moved to the stationary point beside it.
        """
        powers = self._steps[:, :, : polynomials.shape[1]]
        values = np.matmul(powers, polynomials[:, :, None])[:, :, 0]
        if between is not None:
            starts, ends = self.nodes_mm[:-1], self.nodes_mm[1:]
            outside = (ends <= between[0] + MERGE_MM) | (starts >= between[1] - MERGE_MM)
            values = np.where(outside[:, None], 0.0, values)
        sizes = np.abs(values)
        near = sizes.max(axis=1)
        best, place = 0.0, 0.0 if between is None else between[0]
        for i in np.nonzero(near >= NEAR * near.max())[0]:
            k = int(sizes[i].argmax())
            t = self._steps[i, :, 1]
            value, at = _stationary(
                polynomials[i], float(t[max(k - 1, 0)]), float(t[min(k + 1, STATIONS)]), float(t[k])
            )
            if abs(value) > abs(best) * (1 + 1e-12):
                best, place = value, float(self.nodes_mm[i]) + at
        return Extreme(value=best, x_mm=place)

    def extreme(self, coefficients: Array, *, sign: float, between: tuple[float, float] | None = None) -> Extreme:
        """Greatest of sign times the first set's quantity, and its place: ends and stationary points alike."""
        best, place = -np.inf, 0.0
        for i, poly in enumerate(coefficients[0]):
            start, length = self.nodes_mm[i], self.nodes_mm[i + 1] - self.nodes_mm[i]
            if between is not None and (start + length <= between[0] + MERGE_MM or start >= between[1] - MERGE_MM):
                continue
            for t in _candidates(poly, length):
                value = sign * float(np.polynomial.polynomial.polyval(t, poly))
                if value > best + 1e-12 * max(1.0, abs(best)) or best == -np.inf:
                    best, place = value, start + t
        return Extreme(value=sign * best, x_mm=float(place))


@lru_cache(maxsize=2048)
def _grid(nodes_mm: tuple[float, ...]) -> tuple[Array, Array]:
    """Powers of the stations in each segment [segment, station, power], and their places along the beam."""
    nodes = np.array(nodes_mm)
    t = np.diff(nodes)[:, None] * np.linspace(0, 1, STATIONS + 1)
    return t[:, :, None] ** np.arange(MOST_POWERS), (nodes[:-1, None] + t).ravel()


def _stationary(poly: Array, low: float, high: float, start: float) -> tuple[float, float]:
    """The value of greatest size near a station, and its place: Newton on the derivative, kept between its neighbours."""
    c = poly.tolist()

    def at(t: float) -> float:
        out = 0.0
        for a in reversed(c):
            out = out * t + a
        return out

    best, place, t = at(start), start, start
    for _ in range(12):
        first = second = 0.0
        for n in range(len(c) - 1, 0, -1):
            second = second * t + first
            first = first * t + n * c[n]
        if second == 0.0:
            break
        moved = min(max(t - first / second, low), high)
        if abs(moved - t) <= 1e-12 * max(1.0, high):
            break
        t = moved
    value = at(t)
    return (value, t) if abs(value) > abs(best) else (best, place)


def _candidates(poly: Array, length: float) -> list[float]:
    """Ends of a segment and the places between where the polynomial is stationary."""
    out = [0.0, float(length)]
    scaled = poly * length ** np.arange(len(poly))
    derivative = np.polynomial.polynomial.polyder(scaled)
    size = np.abs(derivative).max(initial=0.0)
    if size == 0.0:
        return out
    kept = np.trim_zeros(np.where(np.abs(derivative) < 1e-13 * size, 0.0, derivative), "b")
    if len(kept) > 1:
        roots = np.polynomial.polynomial.polyroots(kept)
        out += [float(r.real) * length for r in roots if abs(r.imag) < 1e-7 and 0 < r.real < 1]
    return out


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
    """Jumps of shear and of moment at the nodes, and intensities of load at both ends of the segments, a row for each case: two
    starting values, a unit reaction a support, a unit moment a fixed one, then the load sets. Lengths by the whole.
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
        Coefficients [case, segment, power] of the four, and their values [case, node, 4] (past the jump at the node). The first
        two cases start with a unit deflection and a unit slope.
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
