"""What is proven of a bar plan, and how it is said. Finding D10: "2250000000000.0 % above the bound"."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.cutting.bars import BarPlan, BarProblem, solve_bars
from yorvek.core.cutting.bars.bounds import metal_bound
from yorvek.core.cutting.bars.problem import WholeProblem, proof_words


def problem(lengths, stock, **more):
    parts = [{"id": f"p{k}", "length": a, "qty": q} for k, (a, q) in enumerate(lengths)]
    lines = [{"id": f"s{k}", "length": a, "qty": q, "cost": c} for k, (a, q, c) in enumerate(stock)]
    return BarProblem.model_validate({"stock": lines, "parts": parts, **more})


def test_the_metal_alone_costs_as_much_as_the_cheapest_bars_of_it():
    """Ten of 1000 without a kerf: 4000 off the one bar at 2 a metre, the other 6000 at 3 a metre (by hand)."""
    p = problem([(1000, 10)], [(4000, 1, 8.0), (6000, None, 18.0), (3000, 5, 30.0)])
    assert metal_bound(WholeProblem(p)) == pytest.approx(8 + 18)


def test_a_plan_that_ran_out_of_time_still_has_a_bound():
    p = problem([(1730, 31), (1110, 17), (833, 23), (421, 40)], [(6000, None, 60.0), (4000, None, 42.0)], kerf=3)
    plan = solve_bars(p, seconds=0.0)
    assert 0.9 * plan.cost < plan.lower_bound <= plan.cost
    assert "2250000" not in proof_words(plan) and "%" in proof_words(plan)


@settings(max_examples=30, deadline=None)
@given(
    st.lists(st.tuples(st.integers(300, 2900), st.integers(1, 4)), min_size=1, max_size=3),
    st.lists(st.tuples(st.integers(3000, 7000), st.none() | st.integers(1, 3), st.integers(0, 90)), max_size=2),
)
def test_no_bound_is_above_a_best_plan(lengths, stock):
    p = problem(lengths, [*stock, (6000, None, 60)], kerf=3, end_trim=10)
    plan = solve_bars(p, seconds=2.0)
    assert metal_bound(WholeProblem(p)) <= plan.cost + 1e-6
    assert not plan.proven or solve_bars(p, seconds=0.0).lower_bound <= plan.cost + 1e-6


@pytest.mark.parametrize(
    ("cost", "bound", "proven", "words"),
    [
        (90, 0.0, False, "not proven: no bound is known"),
        (90, 90, True, "proven: no plan costs less"),
        (90, 1.0, False, "not proven: the bound is far below"),
        (99, 90, False, "at most 10.0 % above the bound"),
        (90.001, 90, False, "at most 0.1 % above the bound"),
        (90, None, False, "not complete"),
    ],
)
def test_what_is_proven_is_said_in_one_way(cost, bound, proven, words):
    assert proof_words(BarPlan(bars=[], cost=cost, lower_bound=bound, proven=proven)) == words
