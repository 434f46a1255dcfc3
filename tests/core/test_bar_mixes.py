"""Mixes of bars against every mix there is; bars filled one by one; patterns against all; bounds that hold."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.verifiers import check_bars
from yorvek.core.cutting.bars import BarProblem, solve_bars
from yorvek.core.cutting.bars.annealed import packed
from yorvek.core.cutting.bars.fills import Filler
from yorvek.core.cutting.bars.knapsack import Knapsack
from yorvek.core.cutting.bars.mixes import Holds, between
from yorvek.core.cutting.bars.problem import WholeProblem

SMALL = st.tuples(
    st.lists(st.tuples(st.integers(40, 420), st.integers(1, 4)), min_size=1, max_size=4),
    st.lists(st.tuples(st.integers(300, 900), st.integers(0, 3), st.integers(1, 60)), max_size=2),
    st.lists(st.tuples(st.integers(450, 1000), st.integers(20, 99)), min_size=1, max_size=2),
)


def problem(small, **more):
    pieces, few, many = small
    stock = [{"id": f"f{k}", "length": a, "qty": q, "cost": c} for k, (a, q, c) in enumerate(few)]
    stock += [{"id": f"m{k}", "length": a, "cost": c} for k, (a, c) in enumerate(many)]
    parts = [{"id": f"p{k}", "length": a, "qty": q} for k, (a, q) in enumerate(pieces)]
    return BarProblem.model_validate({"kerf": 2, "end_trim": 6, "stock": stock, "parts": parts, **more})


def metal(whole):
    need = sum(w * d for w, d in zip(whole.weights, whole.demand, strict=True))
    return Holds(np.array(whole.capacities, float), float(need))


@settings(deadline=None, max_examples=60)
@given(SMALL, st.floats(0, 0.6), st.integers(0, 1000))
def test_every_mix_that_may_hold_the_pieces_is_listed(small, from_, seed):
    """Against all numbers of all bars, with the metal and with some other prices of the stock."""
    whole = WholeProblem(problem(small))
    dearest = max(whole.costs) * 4
    low, high = from_ * dearest, dearest
    other = Holds(np.random.default_rng(seed).random(len(whole.costs)) + 0.5, 2.0)
    holds = [metal(whole), other]
    pieces = sum(whole.demand)
    most = [pieces if q is None else min(q, pieces) for q in whole.limits]
    brute = set()
    for counts in product(*(range(min(m, int(high / c) + 1) + 1) for m, c in zip(most, whole.costs, strict=True))):
        cost = float(np.dot(counts, whole.costs))
        if low <= cost < high and all(np.dot(counts, h.worth) >= h.need for h in holds):
            brute.add(counts)
    found = between(whole, holds, low, high)
    assert found is not None
    assert {m.counts for m in found} == brute
    assert [m.cost for m in found] == sorted(m.cost for m in found)
    assert all(m.spare == np.dot(m.counts, whole.capacities) - holds[0].need for m in found)


def test_bars_that_cost_nothing_have_no_last_mix():
    free = problem(([(300, 2)], [], [(900, 20)]))
    free = free.model_copy(update={"stock": [free.stock[0].model_copy(update={"cost": 0.0})]})
    whole = WholeProblem(free)
    assert between(whole, [metal(whole)], 0.0, 10.0) is None
    assert solve_bars(free, seconds=1).cost == 0


@settings(deadline=None, max_examples=60)
@given(SMALL, st.sampled_from([0.0, 0.2, 0.5]), st.booleans(), st.integers(0, 99))
def test_bars_filled_one_by_one_make_what_is_wanted(small, luck, repeat, seed):
    p = problem(small)
    whole = WholeProblem(p)
    plan = Filler(whole, np.random.default_rng(seed)).cheapest(luck=luck, repeat=repeat)
    made = [sum(content[i] * n for (_, content), n in plan.bars.items()) for i in range(len(whole.demand))]
    assert [m + d for m, d in zip(made, plan.missing, strict=True)] == list(whole.demand)
    assert not any(plan.missing)  # the stock without a limit takes all of it
    for (j, content), n in plan.bars.items():
        assert n > 0 and sum(w * k for w, k in zip(whole.weights, content, strict=True)) <= whole.capacities[j]
        assert whole.limits[j] is None or sum(m for (k, _), m in plan.bars.items() if k == j) <= whole.limits[j]


@settings(deadline=None, max_examples=40)
@given(SMALL, st.integers(0, 99))
def test_a_mix_that_is_filled_makes_every_piece_on_just_these_bars(small, seed):
    whole = WholeProblem(problem(small))
    found = between(whole, [metal(whole)], 0.0, 5 * max(whole.costs)) or []
    for mix in found[:5]:
        plan = Filler(whole, np.random.default_rng(seed)).on_mix(mix.counts, luck=0.2, shuffled=True, repeat=False)
        if plan is None:
            continue
        made = [sum(content[i] * n for (_, content), n in plan.bars.items()) for i in range(len(whole.demand))]
        assert made == list(whole.demand)
        assert plan.cost(whole) <= mix.cost + 1e-9
        for j, most in enumerate(mix.counts):
            assert sum(n for (k, _), n in plan.bars.items() if k == j) <= most


def test_the_first_bar_is_filled_to_its_end_where_it_can_be():
    """600 with 250 and 150 fills 1000; the largest first and then 300 leaves 100 (by hand)."""
    pieces = [(600, 1), (300, 1), (250, 1), (150, 1)]
    whole = WholeProblem(problem((pieces, [], [(1000, 10)]), kerf=0, end_trim=0))
    plan = Filler(whole, np.random.default_rng(1)).cheapest(luck=0.0, repeat=True)
    assert plan.bars == {(0, (1, 0, 1, 1)): 1, (0, (0, 1, 0, 0)): 1}


@pytest.mark.parametrize("seed", range(6))
@pytest.mark.parametrize("stretch", [1, 40_000])
def test_the_best_paid_pattern_is_the_best_of_all(seed, stretch):
    """Against every pattern; in coarse steps (bars longer than the table) it fits, and the worth is no less."""
    random = np.random.default_rng(seed)
    weights = [int(w) * stretch + int(random.integers(stretch)) for w in random.integers(3, 12, 4)]
    limits = random.integers(0, 5, 4)
    rooms = [25 * stretch, 14 * stretch, 2 * stretch]
    values = random.random(4)
    every = [(float(np.dot(n, values)), int(np.dot(n, weights))) for n in product(*(range(int(m) + 1) for m in limits))]
    worth, patterns = Knapsack(weights, [4] * 4, rooms).patterns(values, limits.astype(np.int64))
    for room, most, pattern in zip(rooms, worth, patterns, strict=True):
        best = max(value for value, weight in every if weight <= room)
        assert np.dot(pattern, weights) <= room
        assert all(n <= m for n, m in zip(pattern, limits, strict=True))
        if stretch == 1:
            assert most == pytest.approx(best) == pytest.approx(float(np.dot(pattern, values)))
        else:
            assert most >= best - 1e-9 and np.dot(pattern, values) <= best + 1e-9


def cheapest_by_force(whole):
    """The least a plan can cost: pieces one after the other onto every open bar and onto a new one of every stock."""
    pieces = [w for w, d in zip(whole.weights, whole.demand, strict=True) for _ in range(d)]
    best = [float("inf")]

    def place(k, bars, left, cost):
        if cost >= best[0]:
            return
        if k == len(pieces):
            best[0] = cost
            return
        for room in {r for r in bars if r >= pieces[k]}:
            rest = list(bars)
            rest.remove(room)
            place(k + 1, [*rest, room - pieces[k]], left, cost)
        for j, capacity in enumerate(whole.capacities):
            if capacity >= pieces[k] and (left[j] is None or left[j] > 0):
                fewer = [None if q is None else q - (i == j) for i, q in enumerate(left)]
                place(k + 1, [*bars, capacity - pieces[k]], fewer, cost + whole.costs[j])

    place(0, [], list(whole.limits), 0.0)
    return best[0]


@settings(deadline=None, max_examples=60)
@given(SMALL.filter(lambda s: sum(q for _, q in s[0]) <= 8))
def test_no_bound_is_above_what_is_cheapest_of_all(small):
    """Short searches, whose bounds come from mixes and prices, and long ones, which call it proven."""
    p = problem(small)
    least = cheapest_by_force(WholeProblem(p))
    for seconds in (0.0, 0.02, 1.0):
        plan = solve_bars(p, seconds=seconds)
        assert check_bars(p, plan) >= least - 1e-6
        assert plan.lower_bound <= least + 1e-6
        assert not plan.proven or plan.cost == pytest.approx(least)


def test_annealing_says_when_it_is_stopped():
    whole = WholeProblem(problem(([(400, 3)], [], [(900, 20)])))
    assert packed(whole, (1,), np.random.default_rng(1), 50_000_000, lambda: False) is None
