"""Bar plans: every plan checked by arithmetic written here, never dearer than first-fit decreasing, and the bound is true."""

import json
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.cutting.bars import BarProblem, solve_bars

INSTANCES = Path(__file__).parents[1] / "instances" / "bars"


def check(problem, plan):
    """Quantities exact, every bar long enough, stock not exceeded; returns the cost."""
    parts, stock = {p.id: p for p in problem.parts}, {s.id: s for s in problem.stock}
    made, used, cost = {}, {}, 0.0
    for bar in plan.bars:
        length = sum(parts[c.part].length * c.qty for c in bar.cuts)
        count = sum(c.qty for c in bar.cuts)
        assert count >= 1 and bar.count >= 1
        room = stock[bar.stock].length - problem.end_trim
        assert length + (count - 1) * problem.kerf <= room + 1e-6
        assert bar.drop == pytest.approx(max(0.0, room - length - count * problem.kerf), abs=1e-5)
        used[bar.stock] = used.get(bar.stock, 0) + bar.count
        cost += stock[bar.stock].cost * bar.count
        for c in bar.cuts:
            made[c.part] = made.get(c.part, 0) + c.qty * bar.count
    left = {u.part: u.qty for u in plan.unplaced}
    assert {p.id: p.qty for p in problem.parts} == {p.id: made.get(p.id, 0) + left.get(p.id, 0) for p in problem.parts}
    for s in problem.stock:
        assert s.qty is None or used.get(s.id, 0) <= s.qty
    return cost


def first_fit_decreasing(problem):
    """Cost of first-fit decreasing on the cheapest-per-length stock that takes the piece; a yardstick for one unlimited stock."""
    stock = problem.stock[0]
    rooms = []
    for piece in sorted((p.length for p in problem.parts for _ in range(p.qty)), reverse=True):
        for i, room in enumerate(rooms):
            if piece <= room + 1e-9:
                rooms[i] -= piece + problem.kerf
                break
        else:
            rooms.append(stock.length - problem.end_trim - piece - problem.kerf)
    return len(rooms) * stock.cost


lengths = st.integers(40, 2900).map(lambda n: n / 2)
problems = st.builds(
    lambda kerf, trim, parts, price: BarProblem.model_validate(
        {
            "kerf": kerf,
            "end_trim": trim,
            "stock": [{"id": "six", "length": 3000, "cost": price}],
            "parts": [{"id": f"p{i}", "length": n, "qty": q} for i, (n, q) in enumerate(parts)],
        }
    ),
    st.sampled_from([0.0, 2.5, 3.0]),
    st.sampled_from([0.0, 10.0]),
    st.lists(st.tuples(lengths, st.integers(1, 6)), min_size=1, max_size=6),
    st.sampled_from([1.0, 41.5]),
)


@given(problems)
@settings(max_examples=40, deadline=None)
def test_every_plan_is_sound_and_never_dearer_than_first_fit(problem):
    plan = solve_bars(problem, seconds=1.0)
    cost = check(problem, plan)
    assert plan.unplaced == [] and cost == pytest.approx(plan.cost, abs=1e-4)
    assert plan.cost <= first_fit_decreasing(problem) + 1e-9
    assert plan.lower_bound <= plan.cost + 1e-6
    total = sum((p.length + problem.kerf) * p.qty for p in problem.parts) / (3000 - problem.end_trim + problem.kerf)
    assert plan.lower_bound >= total * problem.stock[0].cost - 1e-6


@pytest.mark.parametrize(("name", "optimum"), [("hard_m7_s1", 121), ("triplet_n60_k0_s1", 20), ("uniform_n120_s1", 52)])
def test_known_optimum_is_reached_and_proven(name, optimum):
    """Source: instances whose optimum is known by construction or by an independent exact solver."""
    problem = BarProblem.model_validate(json.loads((INSTANCES / f"{name}.json").read_text()))
    plan = solve_bars(problem, seconds=20)
    assert check(problem, plan) == optimum and plan.proven and plan.lower_bound == optimum


def test_drops_are_used_before_new_bars_when_that_is_cheaper():
    problem = BarProblem.model_validate(
        {
            "kerf": 3,
            "stock": [{"id": "new", "length": 6000, "cost": 60}, {"id": "drop", "length": 1500, "qty": 1, "cost": 2}],
            "parts": [{"id": "a", "length": 1400, "qty": 5}],
        }
    )
    plan = solve_bars(problem, seconds=1)
    assert check(problem, plan) == 62 and plan.proven


def test_pieces_that_no_stock_takes_are_listed():
    problem = BarProblem.model_validate(
        {
            "kerf": 3,
            "stock": [{"id": "s", "length": 2000, "qty": 1}],
            "parts": [{"id": "long", "length": 2500, "qty": 2}, {"id": "short", "length": 900, "qty": 4}],
        }
    )
    plan = solve_bars(problem, seconds=1)
    check(problem, plan)
    assert (
        {u.part: u.qty for u in plan.unplaced} == {"long": 2, "short": 2}
        and plan.lower_bound is None
        and not plan.proven
    )


def test_same_seed_same_plan():
    problem = BarProblem.model_validate(json.loads((INSTANCES / "hard_m7_s1.json").read_text()))
    assert solve_bars(problem, seconds=20, seed=3).bars == solve_bars(problem, seconds=20, seed=3).bars
