"""A sheet of a nest put on the cutting table: path, program, and the run of it."""

from __future__ import annotations

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, outline_at
from yorvek.core.cutting.table.common_line import shared_once
from yorvek.core.cutting.table.gcode import gcode
from yorvek.core.cutting.table.paths import TablePlan, TableSettings, outline_polygon, table_plan
from yorvek.core.cutting.table.simulate import TableRun, simulate
from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline


class TableJob(Model):
    """One sheet: what is cut in which order, the program, and what the simulated table made of it."""

    sheet: str
    plan: TablePlan
    program: str
    run: TableRun


def sheet_on_table(
    problem: SheetProblem,
    plan: SheetPlan,
    outlines: dict[str, Outline],
    sheet: str,
    settings: TableSettings,
    title: str,
) -> TableJob:
    """Plan and run one sheet of a nest.

    Args:
        problem, plan: the nest.
        outlines: true outlines of its pieces, lines and arcs.
        sheet: "id#number" of the sheet.
        settings: of the table.
        title: written into the program.

    Raises:
        InputError: no such sheet.
    """
    name, _, number = sheet.rpartition("#")
    mine = [p for p in plan.placements if p.sheet == name and str(p.sheet_index) == number]
    stock = next((s for s in problem.sheets if s.id == name), None)
    if stock is None or not mine:
        used = sorted({f"{p.sheet}#{p.sheet_index}" for p in plan.placements})
        raise InputError(field="sheet", got=sheet, needs="one of " + ", ".join(used[:12]))
    parts = [(p.part, outline_at(outlines[p.part], p)) for p in mine]
    path = table_plan(parts, stock.width, stock.height, settings)
    if settings.common_line:
        path = shared_once(path)
    program = gcode(path, title)
    run = simulate(
        program,
        width=stock.width,
        height=stock.height,
        kerf_mm=settings.kerf_mm,
        parts=[(mark, outline_polygon(o)) for mark, o in parts],
        rapid_mm_min=settings.rapid_mm_min,
    )
    return TableJob(sheet=sheet, plan=path, program=program, run=run)
