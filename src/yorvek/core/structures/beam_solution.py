"""A solved beam: exact polynomials for each load set, and their extremes along it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from yorvek.core.model import Model

Array = NDArray[np.float64]
MERGE_MM = 1e-6
NEAR = 0.95
STATIONS = 24
MOST_POWERS = 6


class Extreme(Model):
    """A greatest value and its place."""

    value: float
    x_mm: float


@dataclass(frozen=True)
class BeamSolution:
    """Polynomials along each segment for one or several load sets, lowest power first, x from the segment's start.

    Arrays are [set, segment, power]: shear N, moment N mm, slope rad and deflection (upwards) mm; reactions [set,
    support].
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
        """The value of greatest size of one set's quantity [segment, power], with its sign, and its place: the best
        station of each segment that may hold it, moved to the stationary point beside it; between two places that are
        not nodes, every end and stationary point between them.
        """
        if between is not None and not all(np.abs(self.nodes_mm - x).min() <= MERGE_MM for x in between):
            return self._largest_between(polynomials, *between)
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

    def _largest_between(self, polynomials: Array, low: float, high: float) -> Extreme:
        best, place = 0.0, low
        for poly, start, end in zip(polynomials, self.nodes_mm[:-1], self.nodes_mm[1:], strict=True):
            a, b = max(low, start) - start, min(high, end) - start
            if b < a:
                continue
            inside = [t for t in _candidates(poly, float(end - start)) if a < t < b]
            for t in (a, b, *inside):
                value = float(np.polynomial.polynomial.polyval(t, poly))
                if abs(value) > abs(best) * (1 + 1e-12):
                    best, place = value, float(start + t)
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
    """The value of greatest size near a station, and its place: Newton on the derivative, kept between its
    neighbours.
    """
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
