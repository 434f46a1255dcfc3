"""At the saw: bars received with their measured lengths, bars ticked off, drops back in the stock book, miscuts
replanned.
"""

from __future__ import annotations

from collections import Counter

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.cutting.bars import solve_bars
from yorvek.core.cutting.bars.problem import Bar
from yorvek.core.errors import InputError
from yorvek.core.jobs import Figures, JobState, NoteSpec, StockSpec
from yorvek.core.jobs.checking import refuse_unmeasured
from yorvek.core.jobs.cuts import CutBarSpec, CutPiece, KeptPlanSpec, meant_bars
from yorvek.core.jobs.cutting import StockLine
from yorvek.core.jobs.figures import BarResult
from yorvek.core.jobs.flats import FlatChoice, flat_choice
from yorvek.core.jobs.order_of_work import laid, left_for_held
from yorvek.core.jobs.processes import Choices, choices
from yorvek.core.jobs.sheets_cut import PlateKey
from yorvek.core.jobs.spec import BarStockSpec, SheetStockSpec
from yorvek.core.jobs.to_stock import Saving, savings
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Money, Place, Thickness
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.ticked import fewer, miscut_in, share_of
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import CutBar, Job, KeptPlan, Note
from yorvek.server.jobs.thread import job_figures, job_state, plan_of_bars
from yorvek.server.journal.edits import EditScope, edit
from yorvek.server.stock.models import StockItem

router = Router(tags=["saw"])


def _found(job: Job) -> tuple[JobState, Figures]:
    state = job_state(job)
    return state, job_figures(state)


def _profile(found: Figures, key: str) -> BarResult:
    one = next((b for b in found.bars if b.group.key == key), None)
    if one is None:
        raise HttpError(404, "Nothing of that section and material is still to be cut.")
    return one


def _hold(scope: EditScope, job: Job, key: str, bars: list[dict[str, int]]) -> None:
    """Bars that are meant stay meant, so that the next plan changes as little as it can."""
    spec = KeptPlanSpec(key=key, bars=bars)
    row = next((r for r in KeptPlan.objects.filter(job=job) if r.spec.key == key), None)
    if row is None:
        scope.create(KeptPlan, spec)
    else:
        scope.replace(row, spec.model_dump(mode="json"))


@router.get("/jobs/{job_id}/processes", response=Choices)
def processes(request: HttpRequest, job_id: int) -> Choices:
    """How each plate part may be cut, in time and money."""
    state, found = _found(job_of(request, job_id))
    return choices(state, found.parts)


@router.get("/jobs/{job_id}/flats", response=dict[int, FlatChoice])
def flats(request: HttpRequest, job_id: int) -> dict[int, FlatChoice]:
    """What each rectangle would add to the purchase off flat bar, and off sheet; by the part's number."""
    state, found = _found(job_of(request, job_id))
    every = {k: flat_choice(state, found.parts, k, plan_of_bars) for k in found.parts}
    return {k: choice for k, choice in every.items() if choice is not None}


@router.get("/jobs/{job_id}/savings", response=list[Saving])
def what_less_would_save(request: HttpRequest, job_id: int, most_mm: float = 25.0) -> list[Saving]:
    """Which pieces, made a little shorter, would save a bar."""
    if not 0 < most_mm <= 500:
        raise InputError(field="most_mm", got=f"{most_mm:g}", needs="more than 0 and at most 500 mm")
    _, found = _found(job_of(request, job_id))
    return savings(found.bars, most_mm, lambda problem: solve_bars(problem, seconds=0.1))


class ReceivedSheet(Model):
    """A sheet as it was measured."""

    width: Length
    height: Length


class ReceiveIn(Model):
    """What came of a line of the buy list, as it was measured, bar by bar or sheet by sheet."""

    key: str = Field(max_length=200)
    line: str = Field(max_length=40)
    lengths: list[Length] = Field(default=[], max_length=200)
    sheets: list[ReceivedSheet] = Field(default=[], max_length=100)
    price: Money | None = None
    location: str = Field(default="", max_length=60)
    heat: str = Field(default="", max_length=60)


@router.post("/jobs/{job_id}/receive", response=shapes.Changes)
def receive(request: HttpRequest, job_id: int, body: ReceiveIn) -> shapes.Changes:
    """Put what came into the stock book, each bar or sheet as long as it is, and plan again with that."""
    user, job = writer(request), job_of(request, job_id)
    if not body.lengths and not body.sheets:
        raise InputError(field="lengths", got="", needs="the measured length of each bar, or the size of each sheet")
    bars = body.lengths != []
    count = len(body.lengths) if bars else len(body.sheets)
    with edit(user, job, f"received {count} of {body.key.replace('|', ', ')}", chooses=True) as scope:
        _, found = scope.found()
        line = _line_of(found, body.key, body.line, bars=bars)
        scope.call(f"received {count} × {line.words} of {body.key.replace('|', ', ')}")
        if line.record is not None:
            fewer(scope, line.record, count)
        price = body.price or Money(text=f"{line.price:.2f}")
        if bars:
            result = _profile(found, body.key)
            for text, number in Counter(x.text for x in body.lengths).items():
                one = next(x for x in body.lengths if x.text == text)
                item = BarStockSpec(
                    section_id=result.group.section_id, material_id=result.group.material_id, length=one, qty=number,
                    price=price, location=body.location, heat=body.heat,
                    note="measured on receipt", reserved_for=job.pk,
                )  # fmt: skip
                scope.create(StockItem, StockSpec(item=item))
            _hold(scope, job, body.key, meant_bars(result.plan))
        else:
            of = PlateKey.read(body.key)
            for one_sheet in body.sheets:
                sheet = SheetStockSpec(
                    material_id=of.material_id, thickness=Thickness(text=f"{of.thickness_mm:g} mm"),
                    width=one_sheet.width, height=one_sheet.height, qty=1, price=price, location=body.location,
                    heat=body.heat, note="measured on receipt", reserved_for=job.pk,
                )  # fmt: skip
                scope.create(StockItem, StockSpec(item=sheet))
    return job_changes(job)


def _line_of(found: Figures, key: str, id: str, *, bars: bool) -> StockLine:
    groups = (
        [b.group.lines for b in found.bars if b.group.key == key]
        if bars
        else [s.lines for s in found.sheets if s.key == key]
    )
    line = next((x for lines in groups for x in lines if x.id == id), None)
    if line is None:
        raise HttpError(404, "There is no such line on the buy list any more.")
    if line.on_hand:
        raise InputError(field="line", got=line.words, needs="a line that is still to be bought")
    return line


class CutIn(Model):
    """A bar of the plan that is cut now: its stock line and its pieces as the plan has them."""

    key: str = Field(max_length=200)
    stock: str = Field(max_length=40)
    cuts: dict[str, int] = Field(min_length=1, max_length=200)
    drop: Place | None = Field(default=None, description="as measured; as planned where not given")
    location: str = Field(default="", max_length=60)


@router.post("/jobs/{job_id}/cuts", response=shapes.Changes)
def cut_bar(request: HttpRequest, job_id: int, body: CutIn) -> shapes.Changes:
    """Tick a bar off: its pieces are there, the bar leaves the stock book, a drop worth keeping comes back into it."""
    user, job = writer(request), job_of(request, job_id)
    marks = ", ".join(f"{n} × {m}" if n > 1 else m for m, n in body.cuts.items())
    with edit(user, job, f"cut {marks}", chooses=True) as scope:
        state, found = scope.found()
        refuse_unmeasured(found)
        result = _profile(found, body.key)
        bar, line, number = _bar_to_cut(result, body)
        whole = next(s.length for s in result.group.problem.stock if s.id == bar.stock)
        now = [p for p in laid(result.group, bar) if not p.held]
        refs = result.group.refs
        pieces = [CutPiece(part=p.part, ref=refs[p.part], length_mm=p.length_mm, **_ends(result, p.part)) for p in now]
        item = fewer(scope, number, 1).spec.item
        waits = len(now) < sum(c.qty for c in bar.cuts)
        planned = left_for_held(result.group, bar) if waits else bar.drop
        left = planned if body.drop is None else scope.resolved(body).drop.value  # type: ignore[attr-defined]
        worth = waits or left >= state.job.machines.drop_worth.value
        spec = CutBarSpec(
            key=body.key, stock_words=line.words, length_mm=whole, pieces=pieces, drop_mm=left, drop_kept=worth,
            metal=item.model_copy(update={"reserved_for": None}),
        )  # fmt: skip
        scope.create(CutBar, spec)
        if worth:
            note = f"rest for {', '.join(c.part for c in bar.cuts if c.part in result.group.held)}" if waits else "drop"
            _back(
                scope, item, left, body.location, f"{note} of {state.job.name}: {marks}",
                kept_for=state.number if waits else None,
            )  # fmt: skip
        _hold(scope, job, body.key, meant_bars(result.plan, without=body.cuts))
    return job_changes(job)


def _ends(result: BarResult, part: str) -> dict[str, float]:
    """A piece's ends as they are drawn, however it lay on the bar."""
    one = next(p for p in result.group.problem.parts if p.id == part)
    return {"left": one.left, "right": one.right}


def _bar_to_cut(result: BarResult, body: CutIn) -> tuple[Bar, StockLine, int]:
    """The bar of the plan that is meant, its stock line, and that line's number.

    Raises:
        InputError: the plan has no such bar any more, it is not here, or all of it waits to be measured.
    """
    bars = result.plan.bars
    bar = next((b for b in bars if b.stock == body.stock and {c.part: c.qty for c in b.cuts} == body.cuts), None)
    if bar is None:
        raise InputError(field="bar", got=body.stock, needs="a bar of the plan as it is now: look at it again")
    line = next(x for x in result.group.lines if x.id == bar.stock)
    if not line.on_hand or line.record is None:
        raise InputError(
            field="bar", got=line.words, needs="a bar that is here: receive it first, with its measured length"
        )
    waiting = [c.part for c in bar.cuts if c.part in result.group.held]
    if len(waiting) == len(bar.cuts):
        raise InputError(
            field="bar",
            got=", ".join(waiting),
            needs="it is held back until the assembly is measured: give its length first",
        )
    return bar, line, line.record


def _back(
    scope: EditScope, item: BarStockSpec, length_mm: float, location: str, note: str, *, kept_for: int | None = None
) -> None:
    """What is left of a bar, as a line of its own: the metal that it was, with its heat and its zinc."""
    price = share_of(item.price, length_mm / item.length.value)
    drop = item.model_copy(
        update={
            "length": Length(text=f"{length_mm:.1f} mm"), "qty": 1, "drop": True, "price": price,
            "location": location or item.location, "note": note[:200], "reserved_for": kept_for,
        }
    )  # fmt: skip
    scope.create(StockItem, StockSpec(item=drop))


class MiscutIn(Model):
    """A piece that came out wrong: which of the bar's pieces, and how long it is now."""

    piece: int = Field(ge=0)
    came_out: Length
    why: str = Field(default="", max_length=200)
    location: str = Field(default="", max_length=60)


@router.post("/jobs/{job_id}/cuts/{cut_id}/miscut", response=shapes.Changes)
def miscut(request: HttpRequest, job_id: int, cut_id: int, body: MiscutIn) -> shapes.Changes:
    """A piece is wanted again; what it became is stock if it is worth keeping, and the log says what happened."""
    user, job = writer(request), job_of(request, job_id)
    with edit(user, job, "miscut", chooses=True) as scope:
        state, found = scope.found()
        row = row_of(CutBar, job, cut_id)
        spec: CutBarSpec = row.spec
        came_out = scope.resolved(body).came_out.value  # type: ignore[attr-defined]
        piece, pieces = miscut_in(spec.pieces, body.piece, "a good piece of this bar", came_out_mm=came_out)
        scope.call(f"miscut {piece.part}")
        if came_out > spec.length_mm:
            raise InputError(field="came_out", got=body.came_out.text, needs=f"at most the bar's {spec.length_mm:g} mm")
        scope.replace(row, spec.model_copy(update={"pieces": pieces}).model_dump(mode="json"))
        if came_out >= state.job.machines.drop_worth.value:
            _back(scope, _metal_of(spec), came_out, body.location, f"miscut {piece.part} of {state.job.name}")
        held = next((b for b in found.bars if b.group.key == spec.key), None)
        _hold(scope, job, spec.key, meant_bars(held.plan) if held else [])
        _say(scope, piece, came_out, body.why)
    return job_changes(job)


def _metal_of(spec: CutBarSpec) -> BarStockSpec:
    """The stock a bar was; of one that was cut before that was written down, what its key says."""
    if spec.metal is not None:
        return spec.metal
    section_id, _, material_id = spec.key.partition("|")
    return BarStockSpec(section_id=section_id, material_id=material_id, length=Length(text=f"{spec.length_mm:.1f} mm"))


def _say(scope: EditScope, piece: CutPiece, came_out: float, why: str) -> None:
    text = f"{piece.part} came out {came_out:g} mm instead of {piece.length_mm:g} mm" + (
        f": {why}" if why.strip() else ""
    )
    scope.create(Note, NoteSpec(kind="mistake", text=text, about=piece.part))
