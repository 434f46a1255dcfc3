"""A rectangle off flat bar or off sheet: what each adds to what the job buys, in whole bars at real offers, and what it
takes to cut; off a wider flat too, split to its width.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping

from yorvek.core.cutting.bars import BarPlan, BarProblem
from yorvek.core.jobs.bar_groups import bar_groups
from yorvek.core.jobs.cutting import WorkedPart, flat_width_mm, flats_for, narrow_mm
from yorvek.core.jobs.processes import offers_of
from yorvek.core.jobs.purchase import purchase
from yorvek.core.jobs.sheet_groups import sheet_groups
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.ways import ways
from yorvek.core.model import Model
from yorvek.core.parts.plates import Rectangle
from yorvek.core.parts.spec import TwinMade
from yorvek.core.workshop.processes import best

Solve = Callable[[BarProblem], BarPlan]
MOST_FLATS = 3
SAME_MM = 0.01


class FlatOffer(Model):
    """A flat bar for a rectangle: what its bars add to the purchase, with splitting it where it is wider."""

    bar: str
    split_mm: float
    money: float
    short: bool


class FlatChoice(Model):
    """A rectangle off flat bar, each that is wide enough, and off sheet, all its pieces; and what is chosen."""

    flats: list[FlatOffer]
    sheet_money: float
    off_bar: bool
    flat: str


def flat_choice(state: JobState, parts: Mapping[int, WorkedPart], number: int, solve: Solve) -> FlatChoice | None:
    """What a rectangle costs off flat bar and off sheet; None where no flat is as thick and wide enough,
    and for a twin: it comes off what the part that it follows comes off.
    """
    w = parts[number]
    shape = w.part.shape
    flats = flats_for(w)[:MOST_FLATS]
    if not isinstance(shape, Rectangle) or isinstance(w.part, TwinMade) or not flats:
        return None

    def metal(off_bar: bool, flat: str = "", *, there: bool = True) -> tuple[float, bool]:
        """What all of its kind has to be bought, with this part or without it, and whether metal lacks."""
        other = dict(parts)
        changed = shape.model_copy(update={"off_bar": off_bar, "flat": flat})
        other[number] = w.model_copy(update={"part": w.part.model_copy(update={"shape": changed})})
        if not there:
            del other[number]
        return _bars(state, other, flat, w, solve) if off_bar else (_sheets(state, other, w), False)

    offers = []
    for flat in flats:
        (with_, short), (without, _) = metal(True, flat), metal(True, flat, there=False)
        split = flat_width_mm(flat) - narrow_mm(w.geometry) if w.geometry else 0.0
        money = with_ - without + (_split_money(state, w) if split > SAME_MM else 0.0)
        offers.append(FlatOffer(bar=flat, split_mm=round(max(split, 0.0), 2), money=round(money, 2), short=short))
    cut = best(offers_of(state, w) or [])
    sheet = metal(False)[0] - metal(False, there=False)[0] + (cut.money if cut else 0.0)
    return FlatChoice(flats=offers, sheet_money=round(sheet, 2), off_bar=shape.off_bar, flat=shape.flat)


def _bars(
    state: JobState, parts: Mapping[int, WorkedPart], flat: str, w: WorkedPart, solve: Solve
) -> tuple[float, bool]:
    """Money of the bars that one flat takes, and whether there are too few."""
    assert w.geometry is not None
    key = f"{flat}|{w.geometry.material_id}"
    group = next((g for g in bar_groups(state, dict(parts), only=key)), None)
    if group is None:
        return 0.0, False
    plan = solve(group.problem)
    return purchase(state.job, [(group, plan)], []).of_kind("bars"), bool(plan.unplaced)


def _sheets(state: JobState, parts: Mapping[int, WorkedPart], w: WorkedPart) -> float:
    """Money of the sheets that its thickness takes, not nested."""
    g = w.geometry
    assert g is not None
    plate = g.thickness_mm, g.material_id
    # a bar may be composed of plates as thick
    same = {
        k: p
        for k, p in parts.items()
        if p.geometry and (p.geometry.kind == "bar" or (p.geometry.thickness_mm, p.geometry.material_id) == plate)
    }
    groups = [
        x for x in sheet_groups(state, same) if (x.thickness_mm, x.material_id) == (round(plate[0] or 0, 3), plate[1])
    ]
    return purchase(state.job, [], groups).of_kind("plates")


def _split_money(state: JobState, w: WorkedPart) -> float:
    """Of splitting all its pieces to their width, by the cheapest straight way of the shop."""
    g = w.geometry
    assert g is not None
    long, thickness = max(g.width_mm, g.height_mm), g.thickness_mm or 0.0
    rates = [
        long / p.speed(thickness) / 60 * p.per_hour
        for p in ways(state.job)
        if p.there and p.straight_only and p.thinnest_mm <= thickness <= p.thickest_mm
    ]
    return min(rates, default=0.0) * w.part.qty
