"""A sheet of a nest put on the cutting table: path, program, and the run of it."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, outline_at
from yorvek.core.cutting.sheets.problem import on_sheet, sheet_polygon
from yorvek.core.cutting.table.common_line import shared_once
from yorvek.core.cutting.table.gcode import gcode
from yorvek.core.cutting.table.paths import CentreMark, TablePlan, TableSettings, outline_polygon, table_plan
from yorvek.core.cutting.table.simulate import TableRun, simulate
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring
from yorvek.core.outlines.width import middle_of, span_of


class TableJob(Model):
    """One sheet: what is cut in which order, the program, and what the simulated table made of it."""

    sheet: str
    plan: TablePlan
    program: str
    run: TableRun
    refused: str = ""


def sheet_on_table(
    problem: SheetProblem,
    plan: SheetPlan,
    outlines: dict[str, Outline],
    sheet: str,
    settings: TableSettings,
    title: str,
    *,
    later: Mapping[str, Collection[int]] | None = None,
    refused: str = "",
) -> TableJob:
    """Plan and run one sheet of a nest.

    Args:
        problem, plan: the nest.
        outlines: true outlines of its pieces, lines and arcs.
        sheet: "id#number" of the sheet.
        settings: of the table.
        title: written into the program.
        later: of each piece, the openings that this table cannot make: marked, not cut.
        refused: why no program is made of it; the path is shown all the same.

    Raises:
        InputError: no such sheet.
    """
    stock, mine = on_sheet(problem, plan, sheet)
    parts, marks = [], []
    for p in mine:
        whole = outline_at(outlines[p.part], p)
        not_cut = set((later or {}).get(p.part, ()))
        kept = [r for k, r in enumerate(whole.openings) if k not in not_cut]
        parts.append((p.part, Outline(outer=whole.outer, openings=kept)))
        marks += [_mark(p.part, r) for k, r in enumerate(whole.openings) if k in not_cut]
    metal = sheet_polygon(stock) if stock.outline else None
    path = table_plan(parts, stock.width, stock.height, settings, metal=metal, marks=marks)
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
        metal=sheet_polygon(stock),
        marks=[(m.x, m.y) for m in marks],
    )
    return TableJob(sheet=sheet, plan=path, program="" if refused else program, run=run, refused=refused)


def _mark(part: str, ring: Ring) -> CentreMark:
    """The middle of a hole and its width."""
    x, y = middle_of(ring)
    return CentreMark(part=part, x=x, y=y, across_mm=round(span_of(ring), 2))
