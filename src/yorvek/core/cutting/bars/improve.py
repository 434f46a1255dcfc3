"""From a first plan to a better one: what is done in which order, until it is proven or the time is up."""

from __future__ import annotations

import time
from collections import Counter

import numpy as np

from yorvek.core.cutting.bars.annealed import FIRST_STEPS, MOST_STEPS, packed
from yorvek.core.cutting.bars.bounds import CLOSE, metal_bound, trimmed
from yorvek.core.cutting.bars.cover import last_bar
from yorvek.core.cutting.bars.every import every_pattern
from yorvek.core.cutting.bars.fills import Filler
from yorvek.core.cutting.bars.master import Master, Pattern, choose_whole, whole_numbers
from yorvek.core.cutting.bars.mixes import Mix
from yorvek.core.cutting.bars.relaxed import dive, generate, widen
from yorvek.core.cutting.bars.search import Search

WIDEN_AFTER = 25
FEW_KINDS = 12
EVERY_SHARE = 0.7
GIVE_UP = 200
REBUILD_SECONDS = 0.4
FIRST_FILLS, FIRST_SHARE = 8, 0.1
LUCK = (0.0, 0.05, 0.1, 0.2, 0.4)
FILLS_AT_FIRST, FIRST_TURN = 40, 0.25
REFILL_SECONDS = 0.5


def improve(search: Search) -> None:
    """Better plans and a higher bound, until the one meets the other or the time is up."""
    whole = search.whole
    assert search.best is not None
    search.raise_bound(metal_bound(whole) * (1 - CLOSE))
    filler = Filler(whole, search.random)
    _fill(search, filler)
    search.tighten()
    _pack_first(search, filler)
    _last_bar(search, 0.45)
    if search.over():
        return
    master = Master(whole)
    for pattern in search.best.bars:
        master.add(pattern)
    generate(search, master, search.demand, root=True, share=0.5)
    search.tighten()
    if search.over():
        return
    _every(search, master)
    if search.over():
        return
    dive(search, master)
    search.tighten()
    _last_bar(search, 0.5)
    _pack(search, filler, 0.3)
    widen(search, master)
    if not search.over():
        _choose(search, master, max(0.05, min(3.0, search.left() * 0.2)))
    _go_on(search, master, filler)


def _go_on(search: Search, master: Master, filler: Filler) -> None:
    """The same steps in turn, each for as much of the time, with other luck."""
    whole = search.whole
    assert search.best is not None
    steps = {
        "dive": lambda: dive(search, master),
        "rebuild": lambda: _rebuild(search, master),
        "pack": lambda: _pack(search, filler, 0.3),
        "refill": lambda: _refill(search),
    }
    spent = dict.fromkeys(steps, 0.0)
    idle = 0
    while not search.over():
        before, step = search.best.rank(whole), min(spent, key=lambda name: spent[name])
        began = time.perf_counter()
        steps[step]()
        spent[step] += max(time.perf_counter() - began, 0.01)
        better = search.best.rank(whole) < before
        if better:
            search.tighten()
        idle = 0 if better else idle + 1
        if idle and idle % WIDEN_AFTER == 0:
            widen(search, master)
        if len(whole.weights) <= FEW_KINDS and idle >= GIVE_UP:
            _choose(search, master, search.left())
            return


def _fill(search: Search, filler: Filler) -> None:
    """A few plans bar by bar."""
    until = time.perf_counter() + FIRST_SHARE * search.left()
    for k in range(FIRST_FILLS):
        search.take(filler.cheapest(luck=LUCK[k % len(LUCK)], repeat=k % 2 == 0))
        if search.over() or time.perf_counter() > until:
            return


def _pack_first(search: Search, filler: Filler) -> None:
    """A few tries at cheaper mixes, bar by bar, as long as one succeeds."""
    while _try_mixes(search, filler, FIRST_SHARE * search.left(), FILLS_AT_FIRST):
        pass


def _pack(search: Search, filler: Filler, share: float) -> None:
    """Cheaper mixes of bars for a share of the time, by filling and by annealing in turn, each for as long."""
    until = time.perf_counter() + share * search.left()

    def go_on() -> bool:
        return time.perf_counter() < until and not search.over()

    steps, turn = FIRST_STEPS, FIRST_TURN
    while go_on() and search.cheaper_mixes():
        if _try_mixes(search, filler, min(turn, until - time.perf_counter())):
            continue
        began = time.perf_counter()
        mix = _one_of(search, _roomiest(search.cheaper_mixes()))
        found = packed(search.whole, mix.counts, search.random, steps, go_on)
        steps, turn = min(int(steps * 1.2), MOST_STEPS), time.perf_counter() - began
        if found is not None:
            search.take(trimmed(search.whole, found))


def _try_mixes(search: Search, filler: Filler, seconds: float, most: int = 1_000_000) -> bool:
    """Fill mixes bar by bar, the cheapest and the roomiest most, for some time; whether one held all pieces."""
    until = time.perf_counter() + seconds
    mixes = search.cheaper_mixes()
    roomy = _roomiest(mixes)
    for k in range(most if mixes else 0):
        if time.perf_counter() > until or search.cancelled():
            break
        mix = _one_of(search, (mixes, roomy)[k % 2])
        again = bool(search.random.integers(2))
        plan = filler.on_mix(mix.counts, luck=_luck(search), shuffled=k % 4 > 1, repeat=again)
        if plan is not None:
            search.take(plan)
            return True
    return False


def _roomiest(mixes: list[Mix]) -> list[Mix]:
    return sorted(mixes, key=lambda m: (-m.spare, m.cost))


def _one_of(search: Search, mixes: list[Mix]) -> Mix:
    """The first ones rather."""
    return mixes[min(int(search.random.exponential(0.5)), len(mixes) - 1)]


def _refill(search: Search) -> None:
    """Take some bars apart and fill bars anew with their pieces, over and over; what costs no more is kept."""
    whole = search.whole
    if not search.complete():
        return
    bars = _bars_of(search)
    until = time.perf_counter() + min(REFILL_SECONDS, search.left())
    while time.perf_counter() < until and not search.cancelled():
        apart, kept = _taken_apart(search, bars)
        part = whole.reduced(_pieces(apart, len(whole.demand)), _left(search, kept))
        plan = Filler(part, search.random).cheapest(luck=_luck(search), repeat=bool(search.random.integers(2)))
        before, after = sum(whole.costs[j] for j, _ in apart), plan.cost(whole)
        if any(plan.missing) or after > before + CLOSE:
            continue
        bars = kept + [p for p, n in sorted(plan.bars.items()) for _ in range(n)]
        if after < before - CLOSE:
            search.take(trimmed(whole, Counter(bars)))
            if search.proven():
                return


def _bars_of(search: Search) -> list[Pattern]:
    """The bars of the best plan, one by one."""
    assert search.best is not None
    return [p for p, n in sorted(search.best.bars.items()) for _ in range(n)]


def _taken_apart(search: Search, bars: list[Pattern]) -> tuple[list[Pattern], list[Pattern]]:
    """A few bars to take apart, wasteful ones rather; and those that are kept."""
    whole = search.whole
    waste = np.array(
        [whole.capacities[j] - sum(w * c for w, c in zip(whole.weights, content, strict=True)) for j, content in bars],
        float,
    )
    odds = waste + 0.02 * max(whole.capacities)
    count = min(len(bars), int(search.random.integers(3, 13)))
    apart = {int(k) for k in search.random.choice(len(bars), size=count, replace=False, p=odds / odds.sum())}
    return [bars[k] for k in apart], [b for k, b in enumerate(bars) if k not in apart]


def _luck(search: Search) -> float:
    return LUCK[int(search.random.integers(len(LUCK)))]


def _pieces(bars: list[Pattern], kinds: int) -> list[int]:
    return [sum(content[i] for _, content in bars) for i in range(kinds)]


def _left(search: Search, kept: list[Pattern]) -> list[int | None]:
    """How many bars of each stock there still are beside what is kept."""
    used = Counter(j for j, _ in kept)
    return [None if q is None else q - used[j] for j, q in enumerate(search.whole.limits)]


def _rebuild(search: Search, master: Master) -> None:
    """Take some bars apart, keep the rest, and plan their pieces again to the whole-number optimum."""
    whole = search.whole
    assert search.best is not None
    apart, kept = _taken_apart(search, _bars_of(search))
    demand = [d + m for d, m in zip(_pieces(apart, len(whole.demand)), search.best.missing, strict=True)]
    limits = _left(search, kept)
    master.set_demand(demand, limits)
    _, value = generate(search, master, np.array(demand, np.int64), root=False, rounds=40)
    spent = sum(whole.costs[j] for j, _ in kept)
    if not search.complete() or spent + value < search.cost() - CLOSE:
        part = whole.reduced(demand, limits)
        patterns = [
            p for p in master.patterns if all(c <= d for c, d in zip(p[1], demand, strict=True)) and limits[p[0]] != 0
        ]
        found = whole_numbers(part, patterns, seconds=min(REBUILD_SECONDS, search.left())) if patterns else None
        if found:
            search.take(trimmed(whole, Counter(kept) + Counter(found)))
    master.set_demand(list(whole.demand), list(whole.limits))


def _last_bar(search: Search, share: float) -> None:
    """One stock length: look for a plan of as many bars as the metal alone asks for, in a share of the time left."""
    whole = search.whole
    if search.over() or len(whole.capacities) != 1 or whole.limits[0] is not None or search.best is None:
        return
    bars = -(-whole.metal() // whole.capacities[0])
    search.raise_bound(bars * whole.costs[0])
    if sum(search.best.missing) or search.proven() or search.bound > bars * whole.costs[0] + CLOSE:
        return
    found = last_bar(whole, 0, bars, search.random, time.perf_counter() + share * search.left())
    if found:
        search.take(trimmed(whole, found))


def _every(search: Search, master: Master) -> None:
    """Where every pattern can be written down, the best choice of them, with its bound, in most of the time."""
    patterns = every_pattern(search.whole) if len(search.whole.weights) <= FEW_KINDS else None
    if patterns is None or search.best is None:
        return
    # no start is given: with one the solver has been seen to call less than all pieces optimal
    found = choose_whole(search.whole, patterns, seconds=EVERY_SHARE * search.left(), enough=search.bound + CLOSE)
    made = trimmed(search.whole, found.patterns) if found.patterns else None
    if made is None or any(made.missing) or made.cost(search.whole) < found.least - CLOSE * found.least:
        return  # a bound is believed only beside a plan that stands up to it
    search.take(made)
    search.raise_bound(found.least)
    for pattern in found.patterns or {}:
        master.add(pattern)


def _choose(search: Search, master: Master, seconds: float) -> None:
    assert search.best is not None
    start = search.best.bars if not sum(search.best.missing) and set(search.best.bars) <= master.known else None
    for pattern in search.best.bars:
        master.add(pattern)
    found = whole_numbers(
        search.whole, master.patterns, seconds=min(seconds, search.left()), start=start or search.best.bars
    )
    if found:
        search.take(trimmed(search.whole, found))
