"""The joints at the ends of bars, each under every outcome that may be worst for its bar."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.fatigue import FILLET_ALL_ROUND, fatigue_check
from yorvek.core.checks.record import Check
from yorvek.core.frames.bars import OneBar
from yorvek.core.frames.joints import Chord, End, repeated_weld_stress, rules_of, wall_rule, words_of, worst
from yorvek.core.frames.repeated import often_ranges
from yorvek.core.frames.solving import Analysis
from yorvek.core.structures.starters import Layout, runs_on
from yorvek.core.structures.starters.layout import Bar, hinged_at

Floats = NDArray[np.float64]
STRAIGHT = math.cos(math.radians(2.0))
Ends = dict[str, list[tuple[str, str, bool, list[Check]]]]
"""By bar: node, kind of joint, whether it was chosen, and its checks."""


def joints_of(analysis: Analysis, ones: list[OneBar]) -> Ends:
    """Every joint of every bar."""
    chords = _chords(analysis, ones)
    return {one.bar.name: _of_bar(analysis, one, chords) for one in ones}


def _of_bar(analysis: Analysis, one: OneBar, chords: dict[str, list[Chord]]) -> list[tuple[str, str, bool, list[Check]]]:
    request, layout, bar, made = analysis.request, analysis.layout, one.bar, one.made
    axes = analysis.axes[bar.name]
    forces = one.forces()
    out = []
    for node, at in ((bar.i, 0), (bar.j, -1)):
        hinged = hinged_at(bar, node)
        place = End(bar.name, node, made.section, made.metal, request)
        joint = request.joints.get(place.name)
        if joint is None and (bar.bored or runs_on(layout, bar, node) or _free(layout, node)):
            through = "bored" if bar.bored else "free" if _free(layout, node) else "runs through"
            out.append((node, through, False, list[Check]()))
            continue
        rules = rules_of(place, joint, hinged=hinged)
        on_wall = joint is None or joint.kind in ("weld", "groove weld")
        for chord in chords.get(node, []) if on_wall and not hinged else []:
            if abs(float(axes[0] @ chord.axes[0])) < STRAIGHT:
                extra = wall_rule(place, axes, chord)
                rules += [extra] if extra else []
        found = worst(rules, [(f[at], o.words) for f, o in zip(forces, one.outcomes, strict=True)])
        if on_wall and not hinged:
            found += _repeated(analysis, one, place, joint, at)
        out.append((node, words_of(joint, hinged=hinged), joint is not None, found))
    return out


def _repeated(analysis: Analysis, one: OneBar, place: End, joint: object, at: int) -> list[Check]:
    """The weld under each load that comes and goes: half of its range either way adds up to the range."""
    out = []
    for load, span in often_ranges(analysis, one.index, at):
        stress, detail = repeated_weld_stress(place, joint, span)  # type: ignore[arg-type]
        out.append(fatigue_check(f"{place.name}: weld", stress, load.cycles, FILLET_ALL_ROUND, detail, load.name))
    return out


def _free(layout: Layout, node: str) -> bool:
    """An end that nothing else meets, and that nothing holds or that only rests: what is there is the load's or the ground's."""
    rests = not set(layout.supports.get(node, ())) & {"RX", "RY", "RZ"}
    return rests and len(layout.at(node)) == 1


def _chords(analysis: Analysis, ones: list[OneBar]) -> dict[str, list[Chord]]:
    """Hollow bars that run straight through a node, by node."""
    layout = analysis.layout
    by_name = {one.bar.name: one for one in ones}
    out: dict[str, list[Chord]] = {}
    for node in layout.nodes:
        bars = layout.at(node)
        for k, a in enumerate(bars) if len(bars) > 2 else []:
            for b in bars[k + 1 :]:
                own = by_name[a.name].made
                if by_name[b.name].made.section.id != own.section.id or not own.section.closed:
                    continue
                axes = analysis.axes[a.name]
                if abs(float(axes[0] @ analysis.axes[b.name][0])) < STRAIGHT:
                    continue
                use = max(_pressed(by_name[bar.name], bar, node) for bar in (a, b))
                out.setdefault(node, []).append(Chord(a.name, own.section, own.metal, axes, use))
    return out


def _pressed(one: OneBar, bar: Bar, node: str) -> float:
    """Greatest stress of a bar at its end there, of its yield."""
    at = 0 if node == bar.i else -1
    s = one.made.section
    stress = [abs(f[at, 0]) / s.A_mm2 + abs(f[at, 5]) / s.Sx_mm3 + abs(f[at, 4]) / s.Sy_mm3 for f in one.forces()]
    return float(max(stress)) / one.made.metal.yield_MPa
