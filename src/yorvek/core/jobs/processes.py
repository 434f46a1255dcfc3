"""How each plate part of a job may be cut, and whether a rectangle rather comes off flat bar."""

from __future__ import annotations

from yorvek.core.jobs.bar_groups import bar_price
from yorvek.core.jobs.cutting import WorkedPart, flat_bar_of
from yorvek.core.jobs.figures import USUAL_YIELD, Figures
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.ways import made_later, own_table, ways
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.outlines.outline import ring_length_mm
from yorvek.core.parts.spec import Rectangle
from yorvek.core.workshop.processes import Cutting, Offer, Process, best, cut_minutes, offer

RIGHT = 1e-6


class FlatChoice(Model):
    """A rectangle from flat bar and from sheet: money of the metal and of cutting it, all its pieces."""

    bar: str
    bar_money: float
    sheet_money: float
    off_bar: bool


class PartChoices(Model):
    """What a plate part may be cut with, the cheapest way first, and what is chosen."""

    part: int
    mark: str
    chosen: str
    offers: list[Offer]
    cheapest: str | None
    flat: FlatChoice | None


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
    later = made_later(way, g.outline, g.thickness_mm)
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


def choices(state: JobState, found: Figures) -> Choices:
    """Every way for every plate part; parts without a process of their own go to the first the job has."""
    parts, sums, setups = (
        [],
        {p.name: ProcessBudget(process=p.name, parts=0, minutes=0, money=0) for p in state.job.processes},
        set(),
    )
    rates = {p.name: p for p in ways(state.job)}
    own = own_table(state.job)
    for number, w in found.parts.items():
        g = w.geometry
        if g is None or g.kind != "plate" or g.thickness_mm is None:
            continue
        asked = {p.name: c for p in rates.values() if (c := cutting_of(w, p)) is not None}
        offers = [offer(rates[name], c, material(g.material_id)) for name, c in asked.items()]
        cheapest = best(offers)
        chosen = w.part.process or (own.name if own else "")
        taken = next((o for o in offers if o.process == chosen), None)
        off_bar = isinstance(w.part.shape, Rectangle) and w.part.shape.off_bar
        if taken is not None and not taken.why_not and not off_bar:
            total = sums[chosen]
            extra = 0.0 if (chosen, g.thickness_mm) in setups else rates[chosen].setup_min
            setups.add((chosen, g.thickness_mm))
            sums[chosen] = total.model_copy(
                update={
                    "parts": total.parts + w.part.qty,
                    "minutes": total.minutes + taken.minutes + extra,
                    "money": total.money + taken.money + extra / 60 * rates[chosen].per_hour,
                }
            )
        parts.append(
            PartChoices(
                part=number,
                mark=w.part.mark,
                chosen=chosen,
                offers=sorted(offers, key=lambda o: (bool(o.why_not), o.money)),
                cheapest=cheapest.process if cheapest else None,
                flat=_flat(w, cheapest),
            )
        )
    budgets = [
        b.model_copy(update={"money": max(b.money, rates[b.process].least_charge)}) for b in sums.values() if b.parts
    ]
    return Choices(parts=parts, budgets=budgets)


def _flat(w: WorkedPart, cheapest: Offer | None) -> FlatChoice | None:
    """Off flat bar: its metal by length, two straight cuts; off sheet: its metal at a usual yield, and the cheapest
    cutting.
    """
    flat, g, shape = flat_bar_of(w), w.geometry, w.part.shape
    if flat is None or g is None or not isinstance(shape, Rectangle):
        return None
    m, long = material(g.material_id), max(g.width_mm, g.height_mm)
    sheet = g.mass_kg * m.price_per_kg / USUAL_YIELD * w.part.qty
    return FlatChoice(
        bar=flat,
        bar_money=round(bar_price(flat, g.material_id, long) * w.part.qty, 2),
        sheet_money=round(sheet + (cheapest.money if cheapest else 0.0), 2),
        off_bar=shape.off_bar,
    )
