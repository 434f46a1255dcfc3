"""Wheels of a load that moves on the bottom flange of the bars it runs along, at every one of its places."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.bearing import Pressed, wheel_check
from yorvek.core.checks.methods import Combination
from yorvek.core.checks.record import Check
from yorvek.core.frames.bars import OneBar
from yorvek.core.frames.events import where
from yorvek.core.frames.solving import Analysis

Floats = NDArray[np.float64]
OPEN = ("i", "channel")


def wheel_checks(analysis: Analysis, one: OneBar, combinations: list[Combination]) -> list[Check]:
    """The flange of an open bar under each load that moves along it."""
    s = one.made.section
    if s.shape not in OPEN:
        return []
    out = []
    for load in analysis.request.loads:
        if not load.moves or one.bar.name not in [b for b, _ in where(analysis.layout, load).bars]:
            continue
        factor, combination = max((c.factor(load.case), c.name) for c in combinations)
        force = abs(load.force_N) * factor * load.dynamic_factor
        places = [
            Pressed(f"under {load.name}", float(x), force, f"{combination}, with {load.name}")
            for x in one.member.along(one.bar.name, np.unique(one.at_mm))
        ]
        bent = max(float(_flange_MPa(one, f).max()) for f in one.forces())
        found = wheel_check(
            s, one.made.metal, float(one.made.columns.Fy[0]), analysis.request.method, places, load.wheel_from_edge_mm,
            bent, one.member.length_mm, id=f"{one.bar.name}: wheels of {load.name}",
        )  # fmt: skip
        if found is not None:
            out.append(found.model_copy(update={"title": f"{one.bar.name}: {found.title}"}))
    return out


def _flange_MPa(one: OneBar, f: Floats) -> Floats:
    s = one.made.section
    return np.asarray(np.abs(f[:, 0]) / s.A_mm2 + np.abs(f[:, 5]) / s.Sx_mm3 + np.abs(f[:, 4]) / s.Sy_mm3)
