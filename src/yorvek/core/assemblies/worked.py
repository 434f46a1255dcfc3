"""An assembly worked out: where its parts stand, what it weighs, what is welded to what, and what cannot be."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from yorvek.core.assemblies.callouts import Callout, callout_of
from yorvek.core.assemblies.of_part import solid_or_trouble
from yorvek.core.assemblies.placing import BarAxis, Body, bodies_of, reach_of
from yorvek.core.assemblies.solids import Floats, Solid
from yorvek.core.assemblies.spec import AssemblySpec, Placed, Standard, Weld
from yorvek.core.assemblies.touching import Clash, Touch, clashes, sampled, touches
from yorvek.core.model import Model
from yorvek.core.parts import PartGeometry, PartSpec
from yorvek.core.parts.saying import Say, said_in
from yorvek.core.quantities import UnitSystem

MOVE = "move one of them, or cut it back"
KEPT = 64
"""Assemblies whose bodies and contacts are remembered."""


class Listed(Model):
    """A line of the parts list: number in the list, part and its mark, how many stand in one assembly, and what it is.

    Args:
        placed: how many of `count` have a place.
    """

    number: int
    part_id: int
    mark: str
    name: str
    theirs: str
    count: int
    placed: int
    words: str
    mass_kg: float


class AssemblyFlaw(Model):
    """What cannot be, or is not known: of which of its welds or places, in words, and whether it stops the cut."""

    asked: str
    words: str
    mend: str
    stop: bool = True


class AssemblyResult(Model):
    """An assembly worked out; `size_mm`, `middle_mm` and the mass are of one of it, of what has a place.

    Args:
        notes: what of the parts is not drawn, or not looked at.
    """

    standard: Standard
    rows: list[Listed]
    mass_kg: float
    size_mm: list[float]
    middle_mm: list[float]
    steps: list[int]
    welds: list[Callout]
    flaws: list[AssemblyFlaw]
    notes: list[str]


@dataclass(frozen=True)
class Ready:
    """What an assembly is worked out from: the parts as they are made, the bars of its structure, and the legs of the
    joints that its welds follow, mm, by number; none where that joint is no fillet or is gone.
    """

    spec: AssemblySpec
    parts: Mapping[int, tuple[PartSpec, PartGeometry | None]]
    bars: Mapping[str, BarAxis]
    legs: Mapping[int, float | None]
    standard: Standard
    unit: UnitSystem


@dataclass(frozen=True)
class Standing:
    """An assembly in space: its bodies, what touches, what is in one another, and why rows stand nowhere."""

    bodies: list[Body]
    touching: list[Touch]
    clashing: list[Clash]
    trouble: dict[int, str]
    notes: list[str]


def standing(ready: Ready) -> Standing:
    """Where all bodies of an assembly stand, and what touches."""
    return _standing(_Key(ready))


class _Key:
    """An assembly by what decides where its bodies stand."""

    def __init__(self, ready: Ready) -> None:
        self.ready = ready
        spec = ready.spec
        used = sorted({p.part_id for p in spec.placed})
        parts = [(i, *(_json(x) for x in ready.parts[i])) for i in used if i in ready.parts]
        bars = [(n, *(tuple(v.tolist()) for v in (b.start, b.end, b.depth))) for n, b in ready.bars.items()]
        self.by = (tuple(_json(p) for p in spec.placed), tuple(parts), tuple(bars))

    def __hash__(self) -> int:
        return hash(self.by)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Key) and self.by == other.by


def _json(x: Model | None) -> str:
    return "" if x is None else x.model_dump_json()


@lru_cache(maxsize=KEPT)
def _standing(key: _Key) -> Standing:
    ready = key.ready
    solids: dict[int, Solid] = {}
    notes: list[str] = []
    why: dict[int, str] = {}
    for number in dict.fromkeys(p.part_id for p in ready.spec.placed):
        part, g = ready.parts.get(number, (None, None))
        if part is None or g is None:
            why[number] = "the part is gone: choose another" if part is None else f"{part.mark} cannot be worked out"
            continue
        solid, why[number] = solid_or_trouble(part, g)
        if solid is not None:
            solids[number] = solid
            notes += [f"{part.mark}: {n}" for n in solid.notes]
    bodies, wrong = bodies_of(ready.spec, solids, ready.bars)
    trouble = {k: why[p.part_id] for k, p in enumerate(ready.spec.placed) if p.part_id not in solids}
    at = [sampled(b) for b in bodies]
    return Standing(
        bodies, touches(bodies, at), clashes(bodies, at), trouble | {k: e.sentence for k, e in wrong.items()}, notes
    )


def work_out_assembly(ready: Ready) -> AssemblyResult:
    """An assembly's list, mass, welds, and what is wrong with it."""
    spec, say = ready.spec, said_in(ready.unit)
    there = standing(ready)
    placed = Counter(spec.placed[b.row].part_id for b in there.bodies)
    mass, middle = _mass(ready, there.bodies)
    low, high = reach_of(there.bodies) if there.bodies else (np.zeros(3), np.zeros(3))
    welds, weld_flaws = _welds(ready, there, say)
    return AssemblyResult(
        standard=ready.standard, rows=_listed(ready, placed, say), mass_kg=mass,
        size_mm=[float(v) for v in high - low], middle_mm=[float(v) for v in middle - low],
        steps=sorted({p.step for p in spec.placed}), welds=welds,
        flaws=[*_standing_flaws(spec, there, say), *weld_flaws], notes=there.notes,
    )  # fmt: skip


def _listed(ready: Ready, placed: Mapping[int, int], say: Say) -> list[Listed]:
    """Every part once, in the order in which they come."""
    rows: list[Listed] = []
    by_part: dict[int, list[Placed]] = {}
    for p in ready.spec.placed:
        by_part.setdefault(p.part_id, []).append(p)
    for number, of in by_part.items():
        part, g = ready.parts.get(number, (None, None))
        if part is None:
            continue
        loose = sum(p.count for p in of if p.stands is None)
        theirs = ", ".join(dict.fromkeys(p.theirs for p in of if p.theirs))
        rows.append(Listed(
            number=len(rows) + 1, part_id=number, mark=part.mark, name=part.named(), theirs=theirs,
            count=placed.get(number, 0) + loose, placed=placed.get(number, 0),
            words="" if g is None else _size(g, say), mass_kg=0.0 if g is None else g.mass_kg,
        ))  # fmt: skip
    return rows


def _size(g: PartGeometry, say: Say) -> str:
    if g.kind == "bar":
        return f"{g.section_id}, {say(g.length_mm or 0.0, rough=True)}"
    return f"{say(g.width_mm, rough=True)} × {say(g.height_mm, rough=True)} × {say(g.thickness_mm or 0.0)}"


def _mass(ready: Ready, bodies: list[Body]) -> tuple[float, Floats]:
    """Mass and centre of what has a place; jigs weigh nothing there."""
    total, moment = 0.0, np.zeros(3)
    for b in bodies:
        part, g = ready.parts[ready.spec.placed[b.row].part_id]
        if g is None or part.jig is not None:
            continue
        total += g.mass_kg
        moment += g.mass_kg * b.frame.points(b.solid.middle[None, :])[0]
    return total, moment / total if total else moment


def _standing_flaws(spec: AssemblySpec, there: Standing, say: Say) -> Iterator[AssemblyFlaw]:
    for k, words in sorted(there.trouble.items()):
        yield AssemblyFlaw(asked=f"placed.{k}", words=f"{spec.placed[k].name} stands nowhere: {words}", mend="place it")
    for clash in there.clashing:
        a, b = there.bodies[clash.a], there.bodies[clash.b]
        where = ", ".join(f"{n} {say(float(v), rough=True)}" for n, v in zip("xyz", clash.at, strict=True))
        seems = [x.name for x in (a, b) if not x.solid.whole]
        words = f"{a.name} and {b.name} are in one another at {where}"
        words += f", as far as {' and '.join(seems)} can be drawn" if seems else ""
        mend = "see whether a hole, a notch or a bend that is not drawn makes room, else move one" if seems else MOVE
        yield AssemblyFlaw(asked=f"placed.{b.row}", words=words, mend=mend, stop=not seems)


def _welds(ready: Ready, there: Standing, say: Say) -> tuple[list[Callout], list[AssemblyFlaw]]:
    """Every weld with its places, and what is wrong with it."""
    out: list[Callout] = []
    flaws: list[AssemblyFlaw] = []
    for k, w in enumerate(ready.spec.welds):
        marks = [ready.parts[i][0].mark if i in ready.parts else "?" for i in (w.part_id, w.onto_id)]
        found = touching_of(ready.spec, there, w)
        leg, wrong = _leg(k, w, marks, ready.legs)
        flaws += wrong
        if not found and there.bodies:
            words = f"{marks[0]} is welded to {marks[1]}, and none of it touches one"
            flaws.append(AssemblyFlaw(asked=f"welds.{k}", words=words, mend="move one of them, or take the weld away"))
        out.append(callout_of(k, w, marks, leg, found, ready.standard, say))
    return out, flaws


def touching_of(spec: AssemblySpec, there: Standing, w: Weld) -> list[Touch]:
    """Every place of a weld."""
    pair = sorted((w.part_id, w.onto_id))
    part_of = [spec.placed[b.row].part_id for b in there.bodies]
    return [t for t in there.touching if sorted((part_of[t.a], part_of[t.b])) == pair]


def _leg(
    k: int, w: Weld, marks: list[str], legs: Mapping[int, float | None]
) -> tuple[float | None, list[AssemblyFlaw]]:
    """How large a weld is, and what is wrong with that."""
    which = f"weld of {marks[0]} to {marks[1]}"
    if w.joint_id is not None:
        leg = legs.get(w.joint_id)
        words = f"{which}: the joint it follows says no leg"
        wrong = AssemblyFlaw(asked=f"welds.{k}.joint_id", words=words, mend="another joint, or a leg")
        return leg, [wrong] if leg is None else []
    if w.leg is None and w.kind == "fillet":
        words = f"{which}: how large it is is not said"
        wrong = AssemblyFlaw(asked=f"welds.{k}.leg", words=words, mend="its leg, or a joint of the sizing")
        return None, [wrong]
    return None if w.leg is None else w.leg.value, []
