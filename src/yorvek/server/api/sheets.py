"""At the table: a sheet of a nest ticked off, its remnant back in the stock book, a plate that came out wrong wanted
again.
"""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field
from shapely import Polygon

from yorvek.core.cutting.sheets import Placement, SheetPlan, SheetProblem, SheetStock
from yorvek.core.cutting.sheets.by_hand import plan_by_hand
from yorvek.core.cutting.sheets.problem import on_sheet, polygon_at, sheet_polygon
from yorvek.core.cutting.sheets.remnant import remnant
from yorvek.core.errors import InputError
from yorvek.core.jobs import NoteSpec, StockSpec
from yorvek.core.jobs.checking import refuse_unmeasured
from yorvek.core.jobs.cutting import GONE, SheetGroup, StockLine
from yorvek.core.jobs.sheets_cut import CutPlate, CutSheetSpec, shape_mark
from yorvek.core.jobs.spec import Corner, SheetStockSpec
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, row_of, writer
from yorvek.server.api.plans import plan_of
from yorvek.server.api.ticked import fewer, miscut_in, share_of
from yorvek.server.api.view import job_changes
from yorvek.server.cutting import plans
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import CutSheet, Job, Note
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.edits import EditScope, edit
from yorvek.server.stock.models import StockItem

router = Router(tags=["table"])
LEAST_ARM_MM = 80.0
"""Narrower arms of a remnant are scrap (common practice, no source)."""
LEAST_CUT_MM = 1.0
"""What cutting a remnant off takes at least, though a shear takes nothing (common practice, no source)."""


class Remnant(Model):
    """What may go back on the rack: its outline on the sheet it came from, mm, and whether it is worth it."""

    outline: list[Corner] | None
    area_mm2: float
    worth: bool


class CutSheetIn(Model):
    """A sheet of a nest that is cut now. What is left comes back as it is worked out, as it is given, or not at all."""

    sheet: str = Field(max_length=40)
    keep: bool = True
    outline: list[Corner] | None = Field(default=None, min_length=3, max_length=500)
    location: str = Field(default="", max_length=60)
    why: str = Field(default="", max_length=400, description="why a stale nest is cut")


def _cut(plan: Plan, sheet: str) -> tuple[SheetProblem, SheetPlan, SheetStock, list[Placement]]:
    """What a plan has on one of its sheets."""
    if plan.result is None:
        raise HttpError(404, "This nest has no layout yet.")
    problem, result = SheetProblem.model_validate(plan.problem), SheetPlan.model_validate(plan.result)
    return problem, result, *on_sheet(problem, result, sheet)


def _left(job: Job, problem: SheetProblem, stock: SheetStock, mine: list[Placement]) -> Polygon | None:
    """What is left of a sheet, if it is worth keeping."""
    parts = {p.id: p for p in problem.parts}
    found = remnant(
        sheet_polygon(stock),
        [polygon_at(parts[p.part], p) for p in mine],
        kerf_mm=max(problem.kerf, LEAST_CUT_MM),
        least_mm=LEAST_ARM_MM,
    )
    return found if found is not None and found.area >= job.spec.machines.drop_worth.value**2 else None


@router.get("/jobs/{job_id}/plans/{plan_id}/remnant", response=Remnant)
def see_remnant(request: HttpRequest, job_id: int, plan_id: int, sheet: str) -> Remnant:
    """What will be left of a sheet, as it would come back."""
    job = job_of(request, job_id)
    problem, _, stock, mine = _cut(plan_of(job, plan_id), sheet)
    found = _left(job, problem, stock, mine)
    outline = None if found is None else _corners(found)
    return Remnant(outline=outline, area_mm2=found.area if found else 0.0, worth=found is not None)


def _corners(shape: Polygon) -> list[Corner]:
    return [(round(float(x), 1), round(float(y), 1)) for x, y in shape.exterior.coords[:-1]]


@router.post("/jobs/{job_id}/plans/{plan_id}/cut", response=shapes.Changes)
def cut_sheet(request: HttpRequest, job_id: int, plan_id: int, body: CutSheetIn) -> shapes.Changes:
    """Tick a sheet off: its plates are there, it leaves the stock book, what is worth keeping of it comes back."""
    user, job = writer(request), job_of(request, job_id)
    plan = plan_of(job, plan_id)
    problem, result, stock, mine = _cut(plan, body.sheet)
    with edit(user, job, f"cut a sheet, {len(mine)} plates of {problem.name}", chooses=True) as scope:
        state, found = scope.found()
        refuse_unmeasured(found)
        group = next((g for g in found.sheets if g.key == plan.key), None)
        stale = group is None or plans.problem_hash(group.problem) != plan.problem_hash
        if stale and not body.why.strip():
            raise InputError(
                field="why", got="", needs="this nest was made before a change: make it again, or say why it is cut"
            )
        line = _line(group, body.sheet)
        item = fewer(scope, line.record or 0, 1).spec.item
        left = _kept(job, problem, stock, mine, body)
        outlines, refs = {p.id: p.outline for p in problem.parts}, group.refs if group else {}
        pieces = [CutPlate(part=p.part, ref=refs.get(p.part, GONE), shape=shape_mark(outlines[p.part])) for p in mine]
        spec = CutSheetSpec(
            key=plan.key, stock_words=line.words, width_mm=stock.width, height_mm=stock.height, pieces=pieces,
            remnant=left, metal=item.model_copy(update={"reserved_for": None}),
        )  # fmt: skip
        scope.create(CutSheet, spec)
        if left is not None:
            _back(scope, item, left, sheet_polygon(stock).area, body.location, f"{state.job.name}: {problem.name}")
        if stale:
            text = f"A nest that was made before a change was cut: {body.why.strip()}"
            scope.create(Note, NoteSpec(kind="deviation", text=text, about=problem.name[:80]))
    if not stale:
        _carry_on(job, plan, result, body.sheet)
    return job_changes(job)


def _line(group: SheetGroup | None, sheet: str) -> StockLine:
    """The stock line of a sheet that is here.

    Raises:
        InputError: it is not.
    """
    id = sheet.rpartition("#")[0]
    line = next((x for x in (group.lines if group else []) if x.id == id), None)
    if line is None:
        raise InputError(field="sheet", got=id, needs="a sheet that is in the stock book still")
    if not line.on_hand or line.record is None:
        raise InputError(field="sheet", got=line.words, needs="a sheet that is here: receive it first")
    return line


def _kept(
    job: Job, problem: SheetProblem, stock: SheetStock, mine: list[Placement], body: CutSheetIn
) -> list[Corner] | None:
    """The outline of what comes back.

    Raises:
        InputError: what was given is no outline of metal that is left.
    """
    if not body.keep:
        return None
    if body.outline is None:
        found = _left(job, problem, stock, mine)
        return None if found is None else _corners(found)
    given = Polygon(body.outline)
    parts = {p.id: p for p in problem.parts}
    if not given.is_valid or given.area <= 0:
        raise InputError(field="outline", got=f"{len(body.outline)} corners", needs="a closed run that does not cross")
    if not sheet_polygon(stock).buffer(0.5).covers(given):
        raise InputError(field="outline", got="beyond the sheet", needs="it lies within the sheet it was cut from")
    inside = next((p.part for p in mine if polygon_at(parts[p.part], p).intersection(given).area > 1.0), None)
    if inside is not None:
        raise InputError(field="outline", got=f"over {inside}", needs="metal that is left, beside the plates")
    return body.outline


def _back(
    scope: EditScope, item: SheetStockSpec, outline: list[Corner], whole_mm2: float, location: str, note: str
) -> None:
    """What is left of a sheet, as a line of its own: the metal that it was, with its heat and its zinc."""
    x0, y0 = min(x for x, _ in outline), min(y for _, y in outline)
    moved = [(round(x - x0, 1), round(y - y0, 1)) for x, y in outline]
    width, height = max(x for x, _ in moved), max(y for _, y in moved)
    area = float(Polygon(moved).area)
    price = share_of(item.price, area / whole_mm2)
    whole = abs(area - width * height) < 1.0
    back = item.model_copy(
        update={
            "width": Length(text=f"{width:.1f} mm"), "height": Length(text=f"{height:.1f} mm"),
            "missing_width": None, "missing_height": None, "outline": None if whole else moved, "qty": 1,
            "drop": True, "price": price, "location": location or item.location, "reserved_for": None,
            "note": f"remnant of {note}"[:200],
        }
    )  # fmt: skip
    scope.create(StockItem, StockSpec(item=back))


def _carry_on(job: Job, plan: Plan, result: SheetPlan, sheet: str) -> None:
    """The other sheets of the nest stay as they were planned, if they still are what the job asks for."""
    name, _, number = sheet.rpartition("#")
    rest = [
        p.model_copy(update={"sheet_index": p.sheet_index - 1})
        if p.sheet == name and p.sheet_index > int(number)
        else p
        for p in result.placements
        if (p.sheet, str(p.sheet_index)) != (name, number)
    ]
    job.refresh_from_db()
    group = next((g for g in job_figures(job_state(job)).sheets if g.key == plan.key), None)
    if group is None or not rest:
        return
    try:
        found = plan_by_hand(group.problem, rest, before=result)
    except (InputError, KeyError):
        return  # what is left is nested anew
    plans.keep_rest(plan, group, found)


class PlateMiscutIn(Model):
    """Which plate of the sheet came out wrong."""

    piece: int = Field(ge=0)
    why: str = Field(default="", max_length=200)


@router.post("/jobs/{job_id}/sheets_cut/{cut_id}/miscut", response=shapes.Changes)
def plate_miscut(request: HttpRequest, job_id: int, cut_id: int, body: PlateMiscutIn) -> shapes.Changes:
    """A plate is wanted again, and the log says what happened."""
    user, job = writer(request), job_of(request, job_id)
    with edit(user, job, "miscut plate", chooses=True) as scope:
        row = row_of(CutSheet, job, cut_id)
        spec: CutSheetSpec = row.spec
        piece, pieces = miscut_in(spec.pieces, body.piece, "a good plate of this sheet", why=body.why)
        scope.call(f"miscut {piece.part}")
        scope.replace(row, spec.model_copy(update={"pieces": pieces}).model_dump(mode="json"))
        text = f"{piece.part} came out wrong" + (f": {body.why}" if body.why.strip() else "")
        scope.create(Note, NoteSpec(kind="mistake", text=text, about=piece.part))
    return job_changes(job)
