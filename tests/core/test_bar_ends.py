"""The last bar and cheaper mixes: plans found where choosing among patterns stops short; checked independently."""

import time

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.verifiers import check_bars, first_fit_decreasing
from yorvek.core.cutting.bars import BarProblem, solve_bars
from yorvek.core.cutting.bars.annealed import packed
from yorvek.core.cutting.bars.cover import last_bar, tight_patterns
from yorvek.core.cutting.bars.mixes import Holds, between
from yorvek.core.cutting.bars.problem import WholeProblem


def triplets(n, seed, length=1000):
    """Pieces that fill n bars exactly, three by three: a plan without waste exists by construction."""
    random = np.random.default_rng(seed)
    sizes = []
    while len(sizes) < 3 * n:
        a, b = (int(v) for v in random.integers(length // 4 + 1, length // 2, size=2))
        c = length - a - b
        if length // 4 < c < length // 2:
            sizes += [a, b, c]
    parts = [{"id": f"P{k}", "length": s, "qty": 1} for k, s in enumerate(sizes)]
    return BarProblem.model_validate(
        {"kerf": 0, "end_trim": 0, "stock": [{"id": "S", "length": length, "cost": 1.0}], "parts": parts}
    )


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_no_bar_more_than_the_metal_asks_for(seed):
    problem = triplets(40, seed)
    plan = solve_bars(problem, seconds=20)
    check_bars(problem, plan)
    assert plan.cost == 40 and plan.proven


def test_tight_patterns_are_all_there_are():
    """Against every triple of the pieces (the sizes leave room for no more than three)."""
    whole = WholeProblem(triplets(8, 5))
    listed = {content for _, content in tight_patterns(whole, 0, 0, 5.0)}
    n, W, C = len(whole.weights), whole.weights, whole.capacities[0]
    brute = set()
    for a in range(n):
        for b in range(a, n):
            for c in range(b, n):
                content = tuple((k == a) + (k == b) + (k == c) for k in range(n))
                if W[a] + W[b] + W[c] == C and all(x <= d for x, d in zip(content, whole.demand, strict=True)):
                    brute.add(content)
    assert listed == brute


def test_what_cannot_be_is_not_found():
    """Two pieces of 600 and one of 800 on two bars of 1000: the metal fits, the pieces do not."""
    parts = [{"id": "a", "length": 600, "qty": 2}, {"id": "b", "length": 800, "qty": 1}]
    problem = BarProblem.model_validate(
        {"kerf": 0, "end_trim": 0, "stock": [{"id": "S", "length": 1000, "cost": 1.0}], "parts": parts}
    )
    assert last_bar(WholeProblem(problem), 0, 2, np.random.default_rng(1), time.perf_counter() + 2) is None
    assert solve_bars(problem, seconds=2).cost == 3


def shop(seed):
    random = np.random.default_rng(seed)
    parts = [
        {"id": f"P{k}", "length": int(random.integers(150, 1400)), "qty": int(random.integers(2, 9))} for k in range(12)
    ]
    stock = [
        {"id": "L", "length": 6000, "cost": 95.0},
        {"id": "M", "length": 3000, "cost": 52.0},
        {"id": "R", "length": 2400, "qty": 2, "cost": 9.0},
    ]
    return BarProblem.model_validate({"kerf": 2, "end_trim": 10, "stock": stock, "parts": parts})


@settings(deadline=None, max_examples=8)
@given(seed=st.integers(0, 10_000))
def test_a_mix_that_is_packed_makes_every_piece(seed):
    problem = shop(seed)
    whole = WholeProblem(problem)
    metal = Holds(np.array(whole.capacities, float), float(np.dot(whole.weights, whole.demand)))
    for mix in (between(whole, [metal], 0.0, 1000.0) or [])[:3]:
        plan = packed(whole, mix.counts, np.random.default_rng(seed), 10_000_000, lambda: True)
        if plan is None:
            continue
        made = [sum(content[i] * n for (_, content), n in plan.items()) for i in range(len(whole.demand))]
        assert made == list(whole.demand)
        assert all(
            sum(w * k for w, k in zip(whole.weights, content, strict=True)) <= whole.capacities[j]
            for j, content in plan
        )


@pytest.mark.parametrize("seed", [11, 12])
def test_it_is_never_worse_than_first_fit(seed):
    problem = shop(seed)
    plan = solve_bars(problem, seconds=3)
    check_bars(problem, plan)
    assert plan.cost <= first_fit_decreasing(problem) + 1e-9
