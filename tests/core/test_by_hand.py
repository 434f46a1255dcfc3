"""Nests changed by hand: what is wrong is said with its pieces; locked pieces stay; the rest is found room for."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.verifiers import check_sheets
from yorvek.core.cutting.sheets import Placement, SheetProblem, solve_sheets
from yorvek.core.cutting.sheets.by_hand import plan_by_hand, replan_rest
from yorvek.core.cutting.sheets.cores import better, free_cores, solve_on_cores
from yorvek.core.cutting.sheets.first_things import left_out_too_soon, plan_sheets
from yorvek.core.cutting.sheets.problem import UnplacedPiece
from yorvek.core.cutting.sheets.tidy import pushed
from yorvek.core.cutting.sheets.verify import faults_of
from yorvek.core.errors import InputError

ELL = [(0.0, 0.0), (300.0, 0.0), (300.0, 100.0), (100.0, 100.0), (100.0, 250.0), (0.0, 250.0)]


def problem(**more):
    parts = [
        {"id": "L", "qty": 4, "outline": ELL, "rotations": [0, 90, 180, 270]},
        {"id": "R", "qty": 6, "outline": [(0, 0), (180, 0), (180, 120), (0, 120)], "rotations": [0, 90]},
    ]
    sheets = [
        {"id": "s1", "width": 1000, "height": 600, "qty": 1, "cost": 10},
        {"id": "s2", "width": 1000, "height": 600, "cost": 30},
    ]
    ask = {"part_gap": 5, "kerf": 1.5, "edge_margin": 8, "sheets": sheets, "parts": parts, **more}
    return SheetProblem.model_validate(ask)


@pytest.fixture(scope="module")
def planned():
    p = problem()
    return p, solve_sheets(p, evaluations=40)


def test_a_moved_piece_is_checked_with_the_pieces_it_is_about(planned):
    p, plan = planned
    placements = list(plan.placements)
    placements[0] = placements[0].model_copy(update={"x": placements[1].x, "y": placements[1].y})
    about = {k for f in faults_of(p, placements) for k in f.pieces}
    assert 0 in about
    with pytest.raises(InputError, match="move it clear"):
        plan_by_hand(p, placements, before=plan)


def test_a_hair_is_allowed_and_the_plan_is_measured_again(planned):
    p, plan = planned
    far = max(range(len(plan.placements)), key=lambda k: plan.placements[k].x)
    x = plan.placements[far].x
    there = [q.model_copy(update={"x": x - 0.001}) if k == far else q for k, q in enumerate(plan.placements)]
    found = plan_by_hand(p, there, before=plan)
    assert found.cost == plan.cost and found.placements[far].x == x - 0.001


@settings(max_examples=12, deadline=None)
@given(st.sets(st.integers(0, 9), max_size=9), st.integers(1, 50))
def test_locked_pieces_stay_and_the_whole_stands_up_to_an_independent_check(planned, locked, seed):
    p, plan = planned
    found = replan_rest(p, plan, locked, seconds=0.3, seed=seed)
    check_sheets(p, found)
    stay = {(q.part, q.sheet, q.sheet_index, q.x, q.y, q.rotation_deg) for q in (plan.placements[k] for k in locked)}
    assert stay <= {(q.part, q.sheet, q.sheet_index, q.x, q.y, q.rotation_deg) for q in found.placements}
    assert sum(u.qty for u in found.unplaced) == 0


def test_everything_locked_is_the_plan_itself(planned):
    p, plan = planned
    found = replan_rest(p, plan, set(range(len(plan.placements))))
    assert found.placements == plan.placements and found.cost == plan.cost


def test_locked_in_a_corner_of_another_sheet_it_is_planned_around(planned):
    """One piece alone on the dear sheet: the sheet is begun, so the rest may use it for nothing more."""
    p, plan = planned
    alone = Placement(part="R", sheet="s2", sheet_index=0, x=8, y=8, rotation_deg=0)
    begun = plan.model_copy(update={"placements": [alone]})
    found = replan_rest(p, begun, {0}, seconds=0.5)
    check_sheets(p, found)
    assert found.placements[0] == alone and found.cost <= 40


def test_straight_cuts_and_numbers_that_are_not_there_are_refused(planned):
    p, plan = planned
    with pytest.raises(InputError, match="straight cuts"):
        replan_rest(problem(meta={"guillotine": True}), plan, {0})
    with pytest.raises(InputError, match="0 to"):
        replan_rest(p, plan, {99})


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_a_pushed_nest_is_sound_and_nothing_in_it_goes_further_left_or_down(seed):
    """Scattered by hand first: each piece ends against something, to a hundredth of a millimetre."""
    p = problem(parts=[{"id": "L", "qty": 4, "outline": ELL, "rotations": [0, 180]}])
    x = [20.0 + 7 * seed, 360.0, 30.0 + seed, 420.0]
    y = [20.0, 30.0 + seed, 320.0, 310.0]
    loose = [
        Placement(part="L", sheet="s1", sheet_index=0, x=a, y=b, rotation_deg=0) for a, b in zip(x, y, strict=True)
    ]
    assert not faults_of(p, loose)
    tight = pushed(p, loose)
    assert not faults_of(p, tight) and max(q.x for q in tight) < max(q.x for q in loose)
    for k, q in enumerate(tight):
        for dx, dy in ((-0.1, 0.0), (0.0, -0.1)):
            further = [
                r.model_copy(update={"x": r.x + dx, "y": r.y + dy}) if i == k else r for i, r in enumerate(tight)
            ]
            assert faults_of(p, further), (k, q)


def test_what_goes_first_is_placed_where_the_metal_does_not_reach():
    """One sheet holds two large pieces or eight small ones beside one; the large ones go first."""
    big = {"id": "big", "qty": 2, "outline": [(0, 0), (480, 0), (480, 400), (0, 400)], "first": True}
    small = {"id": "small", "qty": 12, "outline": [(0, 0), (240, 0), (240, 130), (0, 130)]}
    sheets = [{"id": "s", "width": 1000, "height": 420, "qty": 1, "cost": 1}]
    p = SheetProblem.model_validate({"part_gap": 5, "sheets": sheets, "parts": [big, small]})
    plan = plan_sheets(p, seconds=1.5)
    check_sheets(p, plan)
    assert sum(q.part == "big" for q in plan.placements) == 2 and not left_out_too_soon(p, plan)
    one = Placement(part="small", sheet="s", sheet_index=0, x=0, y=0, rotation_deg=0)
    waits = plan.model_copy(update={"placements": [one], "unplaced": [UnplacedPiece(part="big", qty=2)]})
    assert left_out_too_soon(p, waits)


def test_two_processes_give_the_better_of_two_plans(planned):
    """Sound like any other, and not worse than the one of this process alone would be by rank."""
    p, plan = planned
    found = solve_on_cores(p, 2, seconds=4.0, seed=3)
    check_sheets(p, found)
    assert found.unplaced == [] and found.cost <= plan.cost
    worse = plan.model_copy(update={"cost": plan.cost + 1})
    assert better(worse, plan) is plan and better(plan, worse) is plan


def test_cores_somebody_works_on_are_left_alone(monkeypatch):
    monkeypatch.setattr("os.cpu_count", lambda: 8)
    for load, free in ((0.0, 8), (2.9, 5), (20.0, 1)):
        monkeypatch.setattr("os.getloadavg", lambda load=load: (load, 0.0, 0.0))
        assert free_cores() == free
