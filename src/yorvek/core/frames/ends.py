"""The joints at the ends of bars, each under every outcome that may be worst for its bar."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.fatigue import fatigue_check
from yorvek.core.checks.record import Check
from yorvek.core.clauses.en1993.fatigue import FILLET_ALL_ROUND
from yorvek.core.frames.bars import OneBar
from yorvek.core.frames.repeated import often_ranges
from yorvek.core.frames.solving import Analysis
from yorvek.core.frames.states import Outcome
from yorvek.core.joints import KINDS, End, Joint, Onto, rules_of, worst
from yorvek.core.joints.at import thinnest_mm
from yorvek.core.joints.groove import Grooved
from yorvek.core.joints.knee import Kneed
from yorvek.core.joints.weld import Welded, throat_stress_MPa
from yorvek.core.structures.starters import Layout, runs_on
from yorvek.core.structures.starters.layout import Bar, carries_on, hinged_at

Floats = NDArray[np.float64]
Ends = dict[str, list[tuple[str, str, bool, list[Check]]]]
"""By bar: node, kind of joint, whether it was chosen, and its checks."""
SAME_FACE, ALIKE, NO_FORCE_N = 0.7, 0.01, 1.0
"""Branches within 45 degrees around a chord load one face; forces alike within a hundredth are both the largest."""
OPPOSITE = -math.cos(math.radians(5.0))


def joints_of(analysis: Analysis, ones: list[OneBar], unfactored: dict[str, list[Outcome]]) -> Ends:
    """Every joint of every bar; `unfactored` are the outcomes that ratings of bought parts are held against."""
    by_name = {one.bar.name: one for one in ones}
    return {one.bar.name: _of_bar(analysis, one, by_name, unfactored.get(one.bar.name, [])) for one in ones}


def _of_bar(
    analysis: Analysis, one: OneBar, by_name: dict[str, OneBar], unfactored: list[Outcome]
) -> list[tuple[str, str, bool, list[Check]]]:
    request, layout, bar = analysis.request, analysis.layout, one.bar
    out = []
    for node, at in ((bar.i, 0), (bar.j, -1)):
        hinged = hinged_at(bar, node)
        joint = request.joints.get(f"{bar.name}, {node}")
        runs = runs_on(layout, bar, node) and bar.name in _chord(analysis, by_name, node)
        if joint is None and (bar.bored or runs or _free(layout, node)):
            through = "bored" if bar.bored else "free" if _free(layout, node) else "runs through"
            out.append((node, through, False, list[Check]()))
            continue
        place = _end(analysis, one, by_name, node)
        rules = rules_of(place, joint, hinged=hinged)
        found = worst([r for r in rules if not r.unfactored], one.end_forces(at), Words(one.outcomes))
        plain = [r for r in rules if r.unfactored]
        if plain and unfactored:
            found += worst(plain, np.array([o.ends[one.index, at] for o in unfactored]), Words(unfactored))
        if joint is not None or not hinged:
            found += _repeated(analysis, one, place, joint, at)
        kind = joint.kind if joint is not None else "hinge" if hinged else "weld"
        out.append((node, kind, joint is not None, found))
    return out


class Words(Sequence[str]):
    """What outcomes are called, asked for one by one."""

    def __init__(self, outcomes: list[Outcome]) -> None:
        self._outcomes = outcomes

    def __len__(self) -> int:
        return len(self._outcomes)

    def __getitem__(self, k: Any) -> Any:
        return self._outcomes[k].words


def _repeated(analysis: Analysis, one: OneBar, place: End, joint: Joint | None, at: int) -> list[Check]:
    """The weld under each load that comes and goes, by the range of its forces; a groove weld by the category of a
    fillet's root, which is on the safe side of its own. What else a joint is made of has no rule for that.
    """
    out = []
    for load, span in often_ranges(analysis, one.index, at):
        if not float(np.abs(span).max()) > NO_FORCE_N:
            continue
        if joint is not None and not isinstance(joint, Welded | Grooved):
            out.append(_tires(place, joint, load.name))
        if joint is not None and not isinstance(joint, Welded | Grooved | Kneed):
            continue
        if isinstance(joint, Grooved):
            leg, detail = (joint.throat_mm or place.wall_mm) * math.sqrt(2.0), "throat of the groove weld"
        else:
            leg = joint.leg_mm if isinstance(joint, Welded | Kneed) else place.usual_leg_mm
            detail = "root of the fillet"
        stress = throat_stress_MPa(place, leg, span)
        out.append(fatigue_check(f"{place.name}: weld", stress, load.cycles, FILLET_ALL_ROUND, detail, load.name))
    return out


def _tires(place: End, joint: Joint, load: str) -> Check:
    """A kind of joint without a rule for loads that come and go."""
    words = KINDS[joint.kind].words
    return Check(
        id=f"{place.name}: {joint.kind}: repeated", title=f"{place.name}: {words}, under {load} again and again",
        kind="strength", method=place.method.words, clause="", formula="", source="", combination=load,
        not_checked=f"{load} comes and goes, and how a joint of this kind ({words}) tires has no rule here",
    )  # fmt: skip


def _end(analysis: Analysis, one: OneBar, by_name: dict[str, OneBar], node: str) -> End:
    request, made = analysis.request, one.made
    return End(
        bar=one.bar.name, node=node, section=made.section, metal=made.metal, method=request.method,
        filler_MPa=request.filler_MPa, welded=request.welded, axes=analysis.axes[one.bar.name],
        onto=_onto(analysis, one, by_name, node), usual_leg_mm=request.weld_leg_mm,
    )  # fmt: skip


def _onto(analysis: Analysis, one: OneBar, by_name: dict[str, OneBar], node: str) -> tuple[Onto, ...]:
    """What a bar ends at: the bar that runs through the node; where none does, the largest one that ends there, or a
    corner.
    Two pieces of one size in one line are butted, whatever lands beside them.
    """
    layout = analysis.layout
    others = [b for b in layout.at(node) if b.name != one.bar.name]
    chord = _chord(analysis, by_name, node)
    if one.bar.name in chord:
        mates = [by_name[n] for n in sorted(chord) if n != one.bar.name]
        return tuple(Onto(o.bar.name, None, o.made.metal, thickness_mm=_thin(o)) for o in mates)
    if chord:
        return (_as_onto(analysis, one, by_name[min(chord)], node, by_name),)
    if not others:
        return ()
    return _ends_there(analysis, one, by_name, node, others)


def _chord(analysis: Analysis, by_name: dict[str, OneBar], node: str) -> frozenset[str]:
    if node not in analysis.chords:
        analysis.chords[node] = _found_chord(analysis, by_name, node)
    return analysis.chords[node]


def _found_chord(analysis: Analysis, by_name: dict[str, OneBar], node: str) -> frozenset[str]:
    """The bars that run through a node as one: two of one size in one line. Where several lines cross, the stoutest of
    them does and the rest lands on it.
    """
    pairs = [
        frozenset({b.name, o.name})
        for b in analysis.layout.at(node)
        for o in _alike(analysis, carries_on(analysis.layout, b, node), b)
    ]
    return max(pairs, key=lambda p: max(_rank(by_name[n], node, analysis) for n in p), default=frozenset())


def _alike(analysis: Analysis, bars: list[Bar], bar: Bar) -> list[Bar]:
    own = analysis.made[bar.role].section.id
    return [b for b in bars if analysis.made[b.role].section.id == own]


def _ends_there(
    analysis: Analysis, one: OneBar, by_name: dict[str, OneBar], node: str, others: list[Bar]
) -> tuple[Onto, ...]:
    """At a node where no bar runs through: two alike tubes are a corner; otherwise the largest is taken to run to the
    end, and the rest to stand on it close to its end.
    """
    stiff = [by_name[b.name] for b in others if not hinged_at(b, node)]
    if not stiff:
        return ()
    if len(stiff) == 1 and stiff[0].made.section.id == one.made.section.id and one.made.section.shape == "rhs":
        only = stiff[0]
        return (_as_onto(analysis, one, only, node, by_name, corner=True),)
    largest = max([one, *stiff], key=lambda o: _rank(o, node, analysis))
    if largest is one:
        # the rest stands on it; its own weld goes by their walls
        return tuple(Onto(o.bar.name, None, o.made.metal, thickness_mm=_thin(o)) for o in stiff)
    return (_as_onto(analysis, one, largest, node, by_name, at_end=True),)


def _thin(one: OneBar) -> float:
    return thinnest_mm(one.made.section)


def _rank(one: OneBar, node: str, analysis: Analysis) -> tuple[float, float, float, str]:
    """Which of several bars is taken to run on: the widest, then that with the thickest wall, the most upright, by
    name.
    """
    s = one.made.section
    upright = round(abs(analysis.layout.way(one.bar, node)[1]), 6)
    return min(s.width_mm, s.depth_mm), thinnest_mm(s), upright, one.bar.name


def _as_onto(
    analysis: Analysis, one: OneBar, other: OneBar, node: str, by_name: dict[str, OneBar], *, at_end: bool = False,
    corner: bool = False,
) -> Onto:  # fmt: skip
    layout, made = analysis.layout, other.made
    mates = [other.bar, *carries_on(layout, other.bar, node)]
    use = max(_used(analysis, by_name[b.name], b, node) for b in mates if b.name in by_name)
    here = np.array(layout.way(one.bar, node))
    opposite = any(
        float(here @ np.array(layout.way(b, node))) < OPPOSITE
        for b in layout.at(node)
        if b.name != one.bar.name and b not in mates
    )
    return Onto(
        other.bar.name, made.section, made.metal, axes=analysis.axes[other.bar.name], through=not (at_end or corner),
        use=use, opposite=opposite, at_end=at_end, corner=corner,
        beside=_beside(analysis, one, other, node, mates, by_name) if made.section.closed else 1.0,
    )  # fmt: skip


def _beside(
    analysis: Analysis, one: OneBar, other: OneBar, node: str, mates: list[Bar], by_name: dict[str, OneBar]
) -> float:
    """The most that branches which load the same face of a chord the same way put on it in one outcome, over the most
    that a bar puts on it by itself: of all outcomes that are worst for any of them, where the bar is the largest. The
    others are looked at in turn.
    """
    layout = analysis.layout
    along = np.array(layout.way(other.bar, node))

    def off(bar: Bar) -> Floats:
        way = np.array(layout.way(bar, node))
        return np.asarray(way - (way @ along) * along)

    mine = off(one.bar)
    sine = float(np.linalg.norm(mine))
    near = [b for b in layout.at(node) if b.name != one.bar.name and b not in mates]
    sides = [(b, off(b)) for b in near]
    sides = [(b, v) for b, v in sides if float(v @ mine) > SAME_FACE * sine * float(np.linalg.norm(v))]
    if sine < 1e-6 or not sides:
        return 1.0
    number = analysis.number
    at = [0 if node == b.i else 1 for b in (one.bar, *(b for b, _ in sides))]
    rows = [one.index, *(number[b.name] for b, _ in sides)]
    square = np.array([sine, *(float(np.linalg.norm(v)) for _, v in sides)])
    # the force of each branch square to the chord, by outcome
    if one.shared is not None:
        forces = one.shared[:, rows, at, 0] * square
    else:
        outcomes = [*one.outcomes, *(o for b, _ in sides if b.name in by_name for o in by_name[b.name].outcomes)]
        forces = np.array([o.ends[rows, at, 0] for o in outcomes]) * square
    own = np.abs(forces[:, 0])
    same = np.where(np.sign(forces) == np.sign(forces[:, :1]), np.abs(forces), 0.0)
    largest = (same <= own[:, None] * (1 + ALIKE)).all(axis=1)
    together = float(same.sum(axis=1)[largest].max(initial=0.0))
    return max(1.0, together / max(float(own.max()), NO_FORCE_N))


def _free(layout: Layout, node: str) -> bool:
    """An end that nothing else meets, and that nothing holds or that only rests: what is there is the load's or the
    ground's.
    """
    rests = not set(layout.supports.get(node, ())) & {"RX", "RY", "RZ"}
    return rests and len(layout.at(node)) == 1


def _used(analysis: Analysis, one: OneBar, bar: Bar, node: str) -> float:
    """Greatest stress of a bar at its end there, of its yield."""
    at = 0 if node == bar.i else -1
    if (one.index, at) not in analysis.used:
        s = one.made.section
        f = np.abs(one.end_forces(at))
        most = float((f[:, 0] / s.A_mm2 + f[:, 5] / s.Sx_mm3 + f[:, 4] / s.Sy_mm3).max())
        analysis.used[one.index, at] = most / one.made.metal.yield_MPa
    return analysis.used[one.index, at]


def rated_bars(analysis: Analysis) -> set[str]:
    """Bars with a joint that is judged by unfactored forces."""
    return {
        at.split(", ", 1)[0]
        for at, joint in analysis.request.joints.items()
        if joint.kind in KINDS and joint.kind == "rated part"
    }
