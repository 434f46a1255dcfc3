"""Why a structure moves otherwise than it was computed to: each cause leaves its own pattern in the readings, and the
one that explains them with least is the likeliest.

Readings at gauge g under weight W are taken as a sum of what the model moves (times a factor within its bounds) and of
what the cause adds. Each is fitted by least squares within its bounds, and weighed by what remains and by how many
figures it was free to choose (Schwarz's criterion).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import lsq_linear

from yorvek.core.model import Model
from yorvek.core.proving.predicted import Predicted

Floats = NDArray[np.float64]
Kind = Literal["sound", "play", "section", "support", "clamp", "twist", "yield", "slip", "stiffer"]
CLEAR = 6.0
"""By so much a cause must explain more than none does, before it is named (strong evidence: exp(-3) is one in 20)."""
LEAST_SHARE = 0.02
"""Of the evidence: what has less is not told."""
MOST_FACTOR = 6.0
"""Times softer or stiffer than its bounds: beyond that it is another structure."""
LEAST_READINGS = 3
NOTHING = 1e-15
SYSTEMATIC = 0.004
"""Share of a reading by which weights and readings are uncertain together (common practice, no source)."""


class Cause(Model):
    """A likely cause: `share` of the evidence, its size in a unit, and how stiff the rest is against the model."""

    kind: Kind
    share: float
    size: float
    unit: str
    factor: float


@dataclass(frozen=True)
class Readings:
    """`load_N` [k], `moved_mm` [k, g] (nan: not read), and whether the weights were going on [k]."""

    load_N: Floats
    moved_mm: Floats
    on: NDArray[np.bool_]
    noise_mm: float


@dataclass(frozen=True)
class _Pattern:
    """What a cause adds: columns [k, g, c] beside the model's own movement, the bounds of the model's factor, and the
    figures that were chosen before the fit.
    """

    kind: Kind
    adds: Floats
    factor: tuple[float, float]
    chosen: int = 0
    unit: str = ""


@dataclass(frozen=True)
class _Fit:
    pattern: _Pattern
    score: float
    factor: float
    size: float


def bounds(of: Predicted) -> tuple[float, float]:
    """The model's factor of a sound structure: by the gauge that moves most."""
    k = int(np.argmax(np.abs(of.moves)))
    both = of.low[k] / of.moves[k], of.high[k] / of.moves[k]
    return float(min(both)), float(max(both))


def causes(of: Predicted, read: Readings) -> list[Cause]:
    """What may be the cause, the likeliest first; nothing where a sound structure explains the readings about as well,
    or where too little was read to say.
    """
    known = np.isfinite(read.moved_mm)
    if np.count_nonzero(known & read.on[:, None] & (read.load_N > 0)[:, None]) < LEAST_READINGS:
        return []
    fits: dict[Kind, _Fit] = {}
    for pattern in _patterns(of, read):
        found = _fitted(of, read, pattern, known)
        if pattern.kind not in fits or found.score < fits[pattern.kind].score:
            fits[pattern.kind] = found
    sound = fits.pop("sound")
    told = [f for f in fits.values() if f.size > 0 or f.pattern.kind in ("section", "stiffer")]
    best = min((f.score for f in told), default=sound.score)
    if sound.score - best < CLEAR:
        return []
    weight = {f.pattern.kind: float(np.exp((best - f.score) / 2)) for f in told}
    whole = sum(weight.values())
    out = [
        Cause(kind=p.kind, share=weight[p.kind] / whole, size=f.size, unit=p.unit, factor=f.factor)
        for f in told if (p := f.pattern)
    ]  # fmt: skip
    return sorted((c for c in out if c.share >= LEAST_SHARE), key=lambda c: -c.share)


def _patterns(of: Predicted, read: Readings) -> Iterator[_Pattern]:
    low, high = bounds(of)
    plain = (low, high)
    load, count = read.load_N, len(of.moves)
    none = np.zeros((len(load), count, 0))
    yield _Pattern("sound", none, plain)
    # where bars work against each other the bounds may be wide, and reach beyond nothing
    yield _Pattern("section", none, (high, MOST_FACTOR * max(high, 1.0)))
    if low > 0:
        yield _Pattern("stiffer", none, (low / MOST_FACTOR, low))
    by_support: tuple[tuple[Kind, Floats], ...] = (("support", of.settles), ("clamp", of.turns))
    for kind, shape in by_support:
        if np.abs(shape).max() > NOTHING:
            yield _Pattern(kind, _each(load, shape), plain, unit="mm/kN")
    if np.ptp(of.aside_mm) > 0:
        for sense in (1.0, -1.0):
            yield _Pattern("twist", _each(sense * load, of.aside_mm), plain, unit="mm/kN")
    yield from _play(of.moves, load, plain)
    yield from _bends(of.moves, load, read.on, plain)


def _each(by_step: Floats, by_gauge: Floats) -> Floats:
    """A column that goes by the step and by the gauge, 1 where it is greatest of all gauges, [k, g, 1]."""
    return np.asarray(by_step[:, None, None] * (by_gauge / np.abs(by_gauge).max())[None, :, None])


def _play(moves: Floats, load: Floats, plain: tuple[float, float]) -> Iterator[_Pattern]:
    """A way gone through at the first weight, and kept or given back with the last."""
    for kept in (0.0, 1.0):
        yield _Pattern("play", _each(np.where(load > 0, 1.0, kept), moves), plain, unit="mm")


def _bends(moves: Floats, load: Floats, on: NDArray[np.bool_], plain: tuple[float, float]) -> Iterator[_Pattern]:
    """From a weight on it gives more with each newton (yielding), or a way at once (slip); what came stays when the
    weights come off.
    """
    for before, at in pairwise(up := np.unique(load[on & (load > 0)])):
        for begins in (before, (before + at) / 2):
            over = np.maximum(load - begins, 0.0) / (up[-1] - begins)
            for power in (1.0, 2.0):
                yield _Pattern("yield", _each(np.where(on, over**power, 1.0), moves), plain, 2, "mm")
        yield _Pattern("slip", _each(np.where(on, load >= at, 1.0), moves), plain, 1, "mm")


def _fitted(of: Predicted, read: Readings, pattern: _Pattern, known: NDArray[np.bool_]) -> _Fit:
    model = (read.load_N[:, None] * of.moves[None, :])[known]
    columns = np.column_stack([model, *(pattern.adds[:, :, c][known] for c in range(pattern.adds.shape[2]))])
    seen = read.moved_mm[known]
    off = np.hypot(read.noise_mm, SYSTEMATIC * seen)
    low, high = pattern.factor
    extra = columns.shape[1] - 1
    room = (np.array([low, *[0.0] * extra]), np.array([high + 1e-9, *[np.inf] * extra]))
    scale = np.array([1.0, *(1.0 / max(float(np.abs(columns[:, 1 + c]).max()), 1e-30) for c in range(extra))])
    found = lsq_linear(columns * scale / off[:, None], seen / off, bounds=room)
    rest = float(2 * found.cost)
    free = len(room[0]) + pattern.chosen
    values = found.x * scale
    size = float(values[1]) * (1000.0 if pattern.unit == "mm/kN" else 1.0) if extra else 0.0
    return _Fit(pattern, rest + free * float(np.log(len(seen))), float(values[0]), size)
