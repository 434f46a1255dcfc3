"""Loads that come and go: the range of stress they make, over all their places and senses and off."""

from __future__ import annotations

from itertools import product

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.fatigue import fatigue_check
from yorvek.core.checks.record import Check
from yorvek.core.clauses.en1993.fatigue import ATTACHED, PLAIN
from yorvek.core.frames.bars import OneBar
from yorvek.core.frames.request import FrameLoad
from yorvek.core.frames.solving import Analysis
from yorvek.core.structures.member import OFTEN

Floats = NDArray[np.float64]


def _swings(analysis: Analysis, index: int, rows: slice) -> list[tuple[FrameLoad, Floats]]:
    """For each load that comes and goes: forces at stations of a bar for all its places, and for none, [s, 6,
    places].
    """
    if not any(load.cycles >= OFTEN for load in analysis.request.loads):
        return []
    states = analysis.states
    span = states.stations.of_bar(index)
    forces = states.taut.forces[span][rows]
    out = []
    for load, columns in zip(analysis.request.loads, analysis.loading.of_load, strict=True):
        if load.cycles < OFTEN:
            continue
        each = forces[:, :, list(columns)] * load.dynamic_factor
        both = [each, -each] if load.both_ways else [each]
        out.append((load, np.concatenate([*both, np.zeros_like(each[:, :, :1])], axis=2)))
    return out


def repeated_checks(analysis: Analysis, one: OneBar) -> list[Check]:
    """The bar under each load that comes and goes, by the range of stress of its corners."""
    s = one.made.section
    category, detail = (ATTACHED, "metal beside welds") if analysis.request.welded else (PLAIN, "plain bar")
    out = []
    for load, f in _swings(analysis, one.index, slice(None)):
        ranges = [
            np.ptp(f[:, 0] / s.A_mm2 + a * f[:, 5] / s.Sx_mm3 + b * f[:, 4] / s.Sy_mm3, axis=1)
            for a, b in product((1.0, -1.0), repeat=2)
        ]
        stress = float(np.max(ranges))
        out.append(fatigue_check(one.bar.name, stress, load.cycles, category, detail, load.name))
    return out


def often_ranges(analysis: Analysis, index: int, at: int) -> list[tuple[FrameLoad, Floats]]:
    """The range of each component of the end forces of a bar, [6], for each load that comes and goes."""
    rows = slice(0, 1) if at == 0 else slice(-1, None)
    return [(load, np.ptp(f[0], axis=1)) for load, f in _swings(analysis, index, rows)]
