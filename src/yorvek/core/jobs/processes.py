"""How each plate part of a job may be cut, and what is chosen adds up to by way."""

from __future__ import annotations

from collections.abc import Mapping

from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.ways import later_of, own_table, ways
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.outlines.outline import ring_length_mm
from yorvek.core.parts.plates import Rectangle
from yorvek.core.workshop.processes import Cutting, Offer, Process, best, cut_minutes, offer

RIGHT = 1e-6


class PartChoices(Model):
    """What a plate part may be cut with, the cheapest way first, and what is chosen."""

    part: int
    mark: str
    chosen: str
    offers: list[Offer]
    cheapest: str | None


class ProcessBudget(Model):
    """All that is cut by one process: set-ups of each thickness, time and money."""

    process: str
    parts: int
    minutes: float
    money: float


class Choices(Model):
    """Every plate part with its processes, and the sums of what is chosen."""

    parts: list[PartChoices]
    budgets: list[ProcessBudget]


def _straight(outline: Outline) -> bool:
    """Whether straight-through cuts make its outside: a rectangle."""
    v = outline.outer.vertices
    if len(v) != 4 or any(p.bulge for p in v):
        return False
    (a, b, c, d) = [(p.x, p.y) for p in v]
    dot = (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1])
    return abs(dot) < RIGHT and abs(a[0] + c[0] - b[0] - d[0]) < RIGHT and abs(a[1] + c[1] - b[1] - d[1]) < RIGHT


def cutting_of(w: WorkedPart, way: Process) -> Cutting | None:
    """What a plate part asks of a process; None for bars. What the process cannot make is drilled afterwards."""
    g = w.geometry
    if g is None or g.kind != "plate" or g.thickness_mm is None:
        return None
    later = later_of(g, way)
    cut = g.cut_length_mm - sum(ring_length_mm(g.outline.openings[k]) for k in later)
    return Cutting(
        thickness_mm=g.thickness_mm,
        cut_length_mm=cut,
        pierces=1 + len(g.outline.openings) - len(later),
        straight=_straight(g.outline),
        later=len(later),
        edge=w.part.edge,
        qty=w.part.qty,
    )


def minutes_of(w: WorkedPart, way: Process) -> float:
    """How long a way cuts one piece of a part, without what is drilled afterwards."""
    asked = cutting_of(w, way)
    if asked is None:
        return 0.0
    return cut_minutes(way, asked)


def choices(state: JobState, parts: Mapping[int, WorkedPart]) -> Choices:
    """Every way for every plate part; parts without a process of their own go to the job's table."""
    made, own = [], own_table(state.job)
    for number, w in parts.items():
        found = offers_of(state, w)
        if found is None:
            continue
        cheapest = best(found)
        made.append(
            PartChoices(
                part=number,
                mark=w.part.mark,
                chosen=w.part.process or (own.name if own else ""),
                offers=sorted(found, key=lambda o: (bool(o.why_not), o.money)),
                cheapest=cheapest.process if cheapest else None,
            )
        )
    return Choices(parts=made, budgets=budgets(state, parts))


def offers_of(state: JobState, w: WorkedPart) -> list[Offer] | None:
    """What every way of the job would take for a plate part; None for a bar."""
    g = w.geometry
    if g is None or g.kind != "plate" or g.thickness_mm is None:
        return None
    asked = {p.name: (p, c) for p in ways(state.job) if (c := cutting_of(w, p)) is not None}
    return [offer(p, c, material(g.material_id)) for p, c in asked.values()]


def budgets(state: JobState, parts: Mapping[int, WorkedPart]) -> list[ProcessBudget]:
    """What is chosen, added up by way: set-up of each thickness once, never less than a parcel's least charge."""
    rates, own = {p.name: p for p in ways(state.job)}, own_table(state.job)
    sums = {name: ProcessBudget(process=name, parts=0, minutes=0, money=0) for name in rates}
    setups: set[tuple[str, float | None]] = set()
    for w in parts.values():
        chosen = w.part.process or (own.name if own else "")
        asked = cutting_of(w, rates[chosen]) if chosen in rates and not _off_bar(w) else None
        if asked is None or w.geometry is None:
            continue
        taken = offer(rates[chosen], asked, material(w.geometry.material_id))
        if taken.why_not:
            continue
        total, thickness = sums[chosen], w.geometry.thickness_mm
        extra = 0.0 if (chosen, thickness) in setups else rates[chosen].setup_min
        setups.add((chosen, thickness))
        sums[chosen] = total.model_copy(
            update={
                "parts": total.parts + w.part.qty,
                "minutes": total.minutes + taken.minutes + extra,
                "money": total.money + taken.money + extra / 60 * rates[chosen].per_hour,
            }
        )
    return [
        b.model_copy(update={"money": max(b.money, rates[b.process].least_charge)}) for b in sums.values() if b.parts
    ]


def sent_out(state: JobState, parts: Mapping[int, WorkedPart]) -> list[tuple[str, float, int]]:
    """Ways that are sent out: their money and how many parts."""
    away = {p.name for p in state.job.processes if p.sent_out}
    return [(b.process, b.money, b.parts) for b in budgets(state, parts) if b.process in away]


def _off_bar(w: WorkedPart) -> bool:
    return isinstance(w.part.shape, Rectangle) and w.part.shape.off_bar
