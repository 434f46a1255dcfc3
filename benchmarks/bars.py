"""Bar plans on the carried instances: cost against the reference plan, the proven bound, and when the first plan
stood.
"""

from __future__ import annotations

import json
from pathlib import Path

from benchmarks.reference import BARS
from benchmarks.table import ratio, show
from tests.verifiers import check_bars
from yorvek.core.cutting.bars import BarProblem, solve_bars

FOLDER = Path(__file__).parent / "instances" / "bars"


def run(seconds: float | None) -> None:
    """Plan every instance for so long (10 s), verify it, and print the table."""
    rows = []
    for file in sorted(FOLDER.glob("*.json")):
        problem = BarProblem.model_validate(json.loads(file.read_text()))
        plan = solve_bars(problem, seconds=seconds or 10.0)
        cost = check_bars(problem, plan)
        _, greedy, reference = BARS[file.stem]
        proof = "proven" if plan.proven else f"{100 * (cost / plan.lower_bound - 1):.2f} % above bound"
        rows.append(
            [
                file.stem,
                f"{cost:g}",
                f"{reference:g}",
                ratio(cost, reference),
                f"{plan.lower_bound:g}",
                proof,
                ratio(cost, greedy),
                f"{plan.trace[0][0]:.3f} s",
            ]
        )
    show(
        f"Bars, {seconds or 10.0:g} s each",
        ["instance", "ours", "reference", "ratio", "our bound", "proof", "to first-fit", "first plan"],
        rows,
    )
