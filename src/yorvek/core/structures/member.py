"""A beam as the job asks for it: supports, named loads by kind, and live load placed span by span where it is worst."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, pairwise
from typing import Any, Literal

import numpy as np
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.structures.beam import DistributedLoad, LoadSet, PointLoad, Support, check_supports, solve_beam
from yorvek.core.structures.beam_solution import BeamSolution

Case = Literal["dead", "live", "wind"]
MOST_SPANS_ENUMERATED = 5
STOPS = 24
"""Places in each span and overhang at which a load that runs is put, beside the ends of its run."""
BESIDE_MM = 1.0
OFTEN = 10_000.0
"""Below this many repetitions the static check is taken to cover it (EN 1993-1-9 itself gives no bound; AISC 360-22
appendix 3 says 20 000: the lower figure is common practice, no source)."""
NEXT_MM = 1e-6
LARGEST_FORCE_N = 1e8


class BeamLoad(Model):
    """A load on a beam: a force at places, or a load per length over a stretch. Downwards is positive.

    One that `runs` stands anywhere on its stretch. `sideways` acts across, level; `aside_mm` of the axis it twists.
    `group`, `one_of` and `both_ways` as loads of a structure.
    """

    name: str = Field(max_length=80)
    case: Case = "live"
    dynamic_factor: float = Field(default=1.0, ge=1.0, le=5.0)
    force_N: float = Field(default=0.0, ge=-LARGEST_FORCE_N, le=LARGEST_FORCE_N)
    at_mm: list[float] = Field(default=[], max_length=50)
    line_N_per_mm: float = Field(default=0.0, ge=-1e6, le=1e6)
    from_mm: float | None = None
    to_mm: float | None = None
    runs: bool = False
    sideways: bool = False
    aside_mm: float = Field(default=0.0, ge=-10_000, le=10_000)
    cycles: float = Field(default=0.0, ge=0.0)
    group: str = ""
    one_of: str = ""
    both_ways: bool = False

    def stretch(self, length_mm: float) -> tuple[float, float]:
        """From where to where it lies or runs.

        Raises:
            InputError: it ends before it starts, or off the beam.
        """
        start = 0.0 if self.from_mm is None else self.from_mm
        end = length_mm if self.to_mm is None else self.to_mm
        field, got = self.name or "load", f"{start:g} to {end:g} mm"
        if not start < end:
            raise InputError(field=field, got=got, needs="the load must end after it starts")
        if start < -NEXT_MM or end > length_mm + NEXT_MM:
            raise InputError(field=field, got=got, needs=f"it must lie on the beam, within 0 and {length_mm:g} mm")
        return max(start, 0.0), min(end, length_mm)


class BeamRequest(Model):
    """A beam to solve: geometry, supports, loads."""

    length_mm: float
    supports: list[Support] = Field(max_length=20)
    loads: list[BeamLoad] = Field(default=[], max_length=50)

    @property
    def in_space(self) -> list[str]:
        """Names of the loads that do more than bend it up and down by themselves: across, aside, either way, often, or
        together with or instead of another one here.
        """
        words = Counter(w for x in self.loads for w in {f"g {x.group}", f"o {x.one_of}"})
        return [
            x.name
            for x in self.loads
            if x.sideways or x.aside_mm or x.both_ways or x.cycles >= OFTEN
            or (x.group and words[f"g {x.group}"] > 1) or (x.one_of and words[f"o {x.one_of}"] > 1)
        ]  # fmt: skip


@dataclass(frozen=True)
class Region:
    """A span between supports, or an end that hangs over."""

    name: str
    from_mm: float
    to_mm: float
    overhang: bool

    @property
    def length_mm(self) -> float:
        return self.to_mm - self.from_mm


@dataclass(frozen=True)
class MemberCases:
    """The unit solutions of a beam with EI = 1: own weight of 1 N/mm, dead, wind, and live load region by region."""

    request: BeamRequest
    regions: list[Region]
    solution: BeamSolution
    live_regions: list[int]
    stops: list[tuple[str, float]]
    dynamic: list[float]
    """The greatest dynamic factor of the live loads of each item (applied load by load; shown here)."""
    patterns: np.ndarray
    """Masks [pattern, live item] over the live items: regions by the sense of the load, then stops of what runs."""

    OWN, DEAD, WIND, FIRST_LIVE = 0, 1, 2, 3

    def factors(self, own_N_per_mm: float, dead: float, live: float, wind: float) -> np.ndarray:
        """Factors [pattern, set] of one combination."""
        out = np.zeros((len(self.patterns), self.solution.shear.shape[0]))
        out[:, self.OWN], out[:, self.DEAD], out[:, self.WIND] = dead * own_N_per_mm, dead, wind
        half = (out.shape[1] - self.FIRST_LIVE) // 2
        out[:, self.FIRST_LIVE : self.FIRST_LIVE + half] = live * self.patterns
        return out

    def strength_factors(self, own_N_per_mm: float, dead: float, live: float, wind: float) -> np.ndarray:
        """The same with the live loads times their dynamic factors."""
        out = self.factors(own_N_per_mm, dead, 0.0, wind)
        half = (out.shape[1] - self.FIRST_LIVE) // 2
        out[:, self.FIRST_LIVE + half :] = live * self.patterns
        return out

    def pattern_name(self, pattern: int) -> str:
        """Where the live load stands, in words."""
        mask, count = self.patterns[pattern], len(self.live_regions)
        if not len(mask):
            return "no live load"
        at = [f"{name} at {x:.0f} mm" for (name, x), on in zip(self.stops, mask[count:], strict=True) if on]
        lying = mask[:count]
        if not mask.any():
            return "live load off"
        if not lying.any():
            return " and ".join(at)
        if lying.all():
            words = "live load everywhere" if count > 1 else "live load on"
        else:
            names = [self.regions[r].name for r, on in zip(self.live_regions, lying, strict=True) if on]
            words = f"live load on {' and '.join(dict.fromkeys(names))} only"
        return ", ".join([words, *at])


def regions_of(length_mm: float, supports: list[Support]) -> list[Region]:
    """The spans and overhangs from left to right."""
    places = sorted(s.x_mm for s in supports)
    out: list[Region] = []
    if places[0] > 1e-3:
        out.append(Region("the left overhang", 0.0, places[0], True))
    spans = list(pairwise(places))
    for i, (a, b) in enumerate(spans):
        out.append(Region(f"span {i + 1}" if len(spans) > 1 else "the span", a, b, False))
    if places[-1] < length_mm - 1e-3:
        out.append(Region("the right overhang" if len(places) > 1 else "the arm", places[-1], length_mm, True))
    return out


def _region_at(regions: list[Region], x_mm: float) -> int:
    for i, r in enumerate(regions):
        if x_mm <= r.to_mm + 1e-6:
            return i
    return len(regions) - 1


Parts = list[tuple[float, LoadSet]]
Lying = dict[tuple[int, int], Parts]


def _load_sets(request: BeamRequest, regions: list[Region]) -> tuple[LoadSet, LoadSet, Lying]:
    """Dead, wind, and the live load of each region by its sense, with its dynamic factor; what acts across is not
    among them.
    """
    fixed: dict[str, tuple[list[PointLoad], list[DistributedLoad]]] = {"dead": ([], []), "wind": ([], [])}
    live: Lying = {}
    for load in request.loads:
        if load.sideways or load.runs:
            continue
        points = [PointLoad(x_mm=x, force_N=load.force_N) for x in load.at_mm] if load.force_N else []
        lines = [_line(load, *load.stretch(request.length_mm))] if load.line_N_per_mm else []
        if load.case != "live":
            fixed[load.case][0].extend(points)
            fixed[load.case][1].extend(lines)
            continue
        up = int(load.force_N < 0 or load.line_N_per_mm < 0)
        for p in points:
            key = (_region_at(regions, p.x_mm), up)
            live.setdefault(key, []).append((load.dynamic_factor, LoadSet(points=[p])))
        for d in lines:
            for i, r in enumerate(regions):
                a, b = max(d.from_mm, r.from_mm), min(d.to_mm, r.to_mm)
                if b - a > NEXT_MM:
                    piece = LoadSet(distributed=[_line(load, a, b)])
                    live.setdefault((i, up), []).append((load.dynamic_factor, piece))
    dead, wind = (LoadSet(points=fixed[k][0], distributed=fixed[k][1]) for k in ("dead", "wind"))
    return dead, wind, live


def _line(load: BeamLoad, start: float, end: float) -> DistributedLoad:
    q = load.line_N_per_mm
    return DistributedLoad(from_mm=start, to_mm=end, start_N_per_mm=q, end_N_per_mm=q)


def running(request: BeamRequest) -> BeamLoad | None:
    """The load that runs.

    Raises:
        InputError: there are several, or it is no live force.
    """
    found = [x for x in request.loads if x.runs]
    if len(found) > 1:
        names = ", ".join(x.name for x in found)
        raise InputError(field="loads", got=names, needs="at most one load that runs: make it a structure for more")
    if found and (found[0].case != "live" or not found[0].force_N):
        raise InputError(field=found[0].name or "load", got="it runs", needs="a live force, to run along the beam")
    return found[0] if found else None


def stops_of(request: BeamRequest, regions: list[Region]) -> list[float]:
    """Places where a load that runs is worst: the ends of its run, every support on it, close beside these (where it
    shears most), and evenly between.
    """
    load = running(request)
    if load is None:
        return []
    start, end = load.stretch(request.length_mm)
    found = {start, end}
    for r in regions:
        even = np.linspace(r.from_mm, r.to_mm, STOPS + 1)
        found |= {float(x) for x in (*even, r.from_mm + BESIDE_MM, r.to_mm - BESIDE_MM) if start <= x <= end}
    return sorted(found)


def _scaled(parts: list[tuple[float, LoadSet]], dynamic: bool) -> LoadSet:
    points, lines = [], []
    for factor, loads in parts:
        f = factor if dynamic else 1.0
        points += [PointLoad(x_mm=p.x_mm, force_N=p.force_N * f) for p in loads.points]
        lines += [
            DistributedLoad(
                from_mm=d.from_mm, to_mm=d.to_mm, start_N_per_mm=d.start_N_per_mm * f, end_N_per_mm=d.end_N_per_mm * f
            )
            for d in loads.distributed
        ]
    return LoadSet(points=points, distributed=lines)


def live_patterns(count: int) -> np.ndarray:
    """Masks of where live load stands: every choice up to five regions, above that all, none, alternate and
    neighbours.
    """
    if count <= MOST_SPANS_ENUMERATED:
        rows = [
            [i in chosen for i in range(count)] for n in range(count + 1) for chosen in combinations(range(count), n)
        ]
        return np.array(rows, dtype=float).reshape(len(rows), count)
    every = [np.ones(count), np.zeros(count), np.arange(count) % 2, (np.arange(count) + 1) % 2]
    for i in range(count):
        every.append((np.arange(count) == i).astype(float))
        if i + 1 < count:
            near = (np.arange(count) == i) | (np.arange(count) == i + 1)
            outside = (np.abs(np.arange(count) - i) % 2 == 0) & (np.arange(count) < i) | (
                (np.abs(np.arange(count) - i - 1) % 2 == 0) & (np.arange(count) > i)
            )
            every += [near.astype(float), (near | outside).astype(float)]
    return np.unique(np.array(every, dtype=float), axis=0)


def _solved(length_mm: float, supports: list[Support], sets: list[LoadSet]) -> BeamSolution:
    """The sets solved; only their shapes are, once, as a load that is made heavier changes nothing but a scale."""
    scales, shapes = [], []
    for one in sets:
        sizes = [p.force_N for p in one.points]
        sizes += [v for d in one.distributed for v in (d.start_N_per_mm, d.end_N_per_mm)]
        scale = max(map(abs, sizes), default=0.0) or 1.0
        scales.append(scale)
        shapes.append((
            tuple((p.x_mm, _even(p.force_N / scale)) for p in one.points),
            tuple((d.from_mm, d.to_mm, _even(d.start_N_per_mm / scale),
                _even(d.end_N_per_mm / scale)) for d in one.distributed),
        ))  # fmt: skip
    unit = _unit_solution(length_mm, tuple((s.x_mm, s.kind) for s in supports), tuple(shapes))
    return unit.times(np.array(scales))


def _even(share: float) -> float:
    """A share of the greatest load, to twelve figures: rounding does not make a new shape of it."""
    return float(f"{share:.12g}")


@lru_cache(maxsize=2048)
def _unit_solution(length_mm: float, supports: tuple[Any, ...], shapes: tuple[Any, ...]) -> BeamSolution:
    sets = [
        LoadSet(
            points=[PointLoad(x_mm=x, force_N=f) for x, f in points],
            distributed=[DistributedLoad(from_mm=a, to_mm=b, start_N_per_mm=p, end_N_per_mm=q) for a, b, p, q in lines],
        )
        for points, lines in shapes
    ]
    return solve_beam(length_mm, [Support(x_mm=x, kind=k) for x, k in supports], sets, EI_Nmm2=1.0)


def member_cases(request: BeamRequest) -> MemberCases:
    """Solve the unit cases of a beam.

    Raises:
        InputError: the beam cannot stand, or a load is off it.
    """
    check_supports(request.length_mm, request.supports)
    regions = regions_of(request.length_mm, request.supports)
    dead, wind, live = _load_sets(request, regions)
    own = LoadSet(distributed=[DistributedLoad(from_mm=0, to_mm=request.length_mm, start_N_per_mm=1, end_N_per_mm=1)])
    items = sorted(live)
    runs, stops = running(request), stops_of(request, regions)
    parts: list[Parts] = [live[i] for i in items]
    if runs is not None:
        parts += [[(runs.dynamic_factor, LoadSet(points=[PointLoad(x_mm=x, force_N=runs.force_N)]))] for x in stops]
    sets = [own, dead, wind, *(_scaled(p, False) for p in parts), *(_scaled(p, True) for p in parts)]
    solution = _solved(request.length_mm, request.supports, sets)
    return MemberCases(
        request, regions, solution, [i for i, _ in items], [(runs.name if runs else "", x) for x in stops],
        [max(f for f, _ in p) for p in parts], _with_stops(live_patterns(len(items)), len(stops)),
    )  # fmt: skip


def _with_stops(lying: np.ndarray, count: int) -> np.ndarray:
    """Every pattern of what lies, with what runs away and at each of its stops."""
    at = np.concatenate([np.zeros((1, count)), np.eye(count)])
    return np.concatenate([np.repeat(lying, len(at), axis=0), np.tile(at, (len(lying), 1))], axis=1)
