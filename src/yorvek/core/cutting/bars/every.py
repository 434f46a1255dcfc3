"""Few kinds of pieces: every pattern written down, and the best choice of them found and proven."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.cutting.bars.master import Pattern
from yorvek.core.cutting.bars.problem import WholeProblem

MOST_PATTERNS = 15_000


def every_pattern(whole: WholeProblem, most: int = MOST_PATTERNS) -> list[Pattern] | None:
    """All patterns that take no further piece, of every stock; None where there are more than `most`.

    A cheapest plan needs no other: pieces too many are taken out of it afterwards.
    """
    out: list[Pattern] = []
    for j, capacity in enumerate(whole.capacities):
        for content in _fullest(whole.weights, whole.demand, capacity):
            out.append((j, content))
            if len(out) > most:
                return None
    return out


def _fullest(weights: list[int], demand: list[int], capacity: int) -> Iterator[tuple[int, ...]]:
    """Contents that leave room for none of the pieces they could still take; weights fall."""
    content = [0] * len(weights)

    def fill(i: int, left: int) -> Iterator[tuple[int, ...]]:
        if i == len(weights):
            if all(n == d or w > left for n, d, w in zip(content, demand, weights, strict=True)) and any(content):
                yield tuple(content)
            return
        for n in range(min(demand[i], left // weights[i]), -1, -1):
            content[i] = n
            yield from fill(i + 1, left - n * weights[i])
        content[i] = 0

    yield from fill(0, capacity)
