"""Sheet plans on the carried instances: cost or strip density against the reference, and when the first layout
stood.
"""

from __future__ import annotations

import json
from pathlib import Path

from shapely.geometry import Polygon

from benchmarks.reference import SHEETS, STRAIGHT, STRIPS
from benchmarks.table import ratio, show
from tests.verifiers import check_sheets
from yorvek.core.cutting.sheets import SheetProblem, solve_sheets, warm_up

FOLDER = Path(__file__).parent / "instances" / "nest"


def run(seconds: float | None) -> None:
    """Nest every instance for so long (60 s), verify it, and print the table."""
    warm_up()
    rows = []
    for file in sorted(FOLDER.glob("*.json")):
        data = json.loads(file.read_text())
        problem = SheetProblem.model_validate(data)
        plan = solve_sheets(problem, seconds=seconds or 60.0)
        by_sheet = check_sheets(problem, plan)
        first = f"{plan.trace[0][0]:.2f} s"
        if file.stem in STRIPS:
            net = sum(Polygon(p.outline, p.holes).area * p.qty for p in problem.parts)
            length = max(shape.bounds[2] for shapes in by_sheet.values() for shape in shapes)
            ours, reference = 100 * net / (problem.sheets[0].height * length), STRIPS[file.stem][2]
            rows.append([file.stem, f"{ours:.1f} %", f"{reference:g} %", ratio(ours, reference), first])
        else:
            known = SHEETS.get(file.stem) or (STRAIGHT[file.stem][1] if file.stem in STRAIGHT else None)
            ours = plan.cost if file.stem in SHEETS else float(len(by_sheet))
            unit = "" if file.stem in SHEETS else " sheets"
            rows.append([file.stem, f"{ours:g}{unit}", f"{known:g}{unit}" if known else "-", ratio(ours, known), first])
    show(
        f"Sheets, {seconds or 60.0:g} s each (strips: density, more is better, reference the published heuristic at "
        f"30 s)",
        ["instance", "ours", "reference", "ratio", "first layout"],
        rows,
    )
