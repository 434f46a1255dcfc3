"""A nest changed by hand: what a move would break, the plan that comes of it, and a new search for the pieces not
locked.
"""

from __future__ import annotations

from collections.abc import Callable, Collection

import shapely

from yorvek.core.cutting.sheets.plan import solve_sheets
from yorvek.core.cutting.sheets.problem import Placement, SheetPiece, SheetPlan, SheetProblem, SheetStock, polygon_at
from yorvek.core.cutting.sheets.run import Progress, unplaced
from yorvek.core.cutting.sheets.verify import faults, faults_of, measures
from yorvek.core.errors import InputError


def plan_by_hand(problem: SheetProblem, placements: list[Placement], *, before: SheetPlan) -> SheetPlan:
    """The plan with its pieces where somebody put them.

    Raises:
        InputError: it does not stand up to the check every plan must pass; the first thing wrong, in words.
    """
    wrong = faults_of(problem, placements)
    if wrong:
        raise InputError(
            field="nest",
            got=wrong[0].words,
            needs=f"move it clear: {problem.clearance:g} mm between pieces, {problem.edge_margin:g} mm to the edge",
        )
    found = measures(problem, placements)
    return before.model_copy(
        update={
            "placements": placements,
            "cost": found.cost,
            "max_x": found.max_x,
            "utilisation": found.utilisation,
            "strip_density": found.strip_density,
            "unplaced": unplaced(problem, placements),
        }
    )


def replan_rest(
    problem: SheetProblem,
    plan: SheetPlan,
    locked: Collection[int],
    *,
    seconds: float = 10.0,
    seed: int = 1,
    cancelled: Callable[[], bool] = lambda: False,
    progress: Progress | None = None,
) -> SheetPlan:
    """A new search around the placements that are locked: their sheets are paid for, the rest may go anywhere.

    Args:
        problem: the whole problem.
        plan: its plan so far.
        locked: numbers of the placements that stay.
        seconds, seed, cancelled, progress: as for a whole plan; progress is told of the rest alone.

    Raises:
        InputError: a number that is not there, or plans of straight cuts, which cannot go around a piece.
    """
    if problem.meta.get("guillotine"):
        raise InputError(
            field="locked", got=f"{len(locked)} pieces", needs="a nest for free cutting: straight cuts go right across"
        )
    odd = next((k for k in locked if not 0 <= k < len(plan.placements)), None)
    if odd is not None:
        raise InputError(field="locked", got=str(odd), needs=f"0 to {len(plan.placements) - 1}")
    stay = [plan.placements[k] for k in sorted(set(locked))]
    rest = _rest(problem, stay)
    if rest is None:
        return plan_by_hand(problem, stay, before=plan)

    def whole(found: SheetPlan) -> SheetPlan:
        return _whole(problem, plan, stay, found)

    found = solve_sheets(
        rest,
        seconds=seconds,
        seed=seed,
        cancelled=cancelled,
        progress=None if progress is None else lambda share, early: progress(share, whole(early)),
    )
    return whole(found)


def _rest(problem: SheetProblem, stay: list[Placement]) -> SheetProblem | None:
    """What is left to place, on sheets where the locked ones stand already; None where nothing is."""
    kept: dict[str, int] = {}
    standing: dict[tuple[str, int], list[list[tuple[float, float]]]] = {}
    shapes = {p.id: p for p in problem.parts}
    for p in stay:
        kept[p.part] = kept.get(p.part, 0) + 1
        standing.setdefault((p.sheet, p.sheet_index), []).append(_ring(shapes[p.part], p))
    parts = [
        p.model_copy(update={"qty": p.qty - kept.get(p.id, 0)}) for p in problem.parts if p.qty > kept.get(p.id, 0)
    ]
    if not parts:
        return None
    sheets: list[SheetStock] = []
    for s in problem.sheets:
        begun = {k: rings for (id, k), rings in standing.items() if id == s.id}
        sheets += [
            s.model_copy(update={"id": f"{s.id}#{k}", "qty": 1, "cost": 0.0, "taken": rings})
            for k, rings in sorted(begun.items())
        ]
        left = None if s.qty is None else s.qty - len(begun)
        if left is None or left > 0:
            sheets.append(s.model_copy(update={"qty": left}))
    return problem.model_copy(update={"parts": parts, "sheets": sheets})


def _ring(part: SheetPiece, p: Placement) -> list[tuple[float, float]]:
    """The outer ring of a placed piece; what lies in its openings stays free only where nothing is locked."""
    return [(float(x), float(y)) for x, y in shapely.get_coordinates(polygon_at(part, p).exterior)[:-1]]


def _whole(problem: SheetProblem, plan: SheetPlan, stay: list[Placement], found: SheetPlan) -> SheetPlan:
    """Locked and new pieces together, in the whole problem's own terms."""
    begun = {(p.sheet, p.sheet_index) for p in stay}
    free: dict[tuple[str, int], int] = {}
    placements = list(stay)
    for p in found.placements:
        stock, mark, number = p.sheet.rpartition("#")
        if mark and (stock, int(number)) in begun:
            placements.append(p.model_copy(update={"sheet": stock, "sheet_index": int(number)}))
            continue
        key = (p.sheet, p.sheet_index)
        if key not in free:
            used = {k for s, k in begun if s == p.sheet} | {k for (s, _), k in free.items() if s == p.sheet}
            free[key] = next(k for k in range(len(used) + 1) if k not in used)
        placements.append(p.model_copy(update={"sheet_index": free[key]}))
    wrong = faults(problem, placements)
    if wrong:
        raise InputError(
            field="nest", got=wrong[0], needs="the locked pieces must be clear of each other and of the edges"
        )
    return plan_by_hand(problem, placements, before=plan).model_copy(
        update={"trace": found.trace, "evaluations": found.evaluations, "seed": found.seed}
    )
