"""Which sheets to take: every mix that could hold the pieces, cheapest first."""

from __future__ import annotations

from itertools import product

from yorvek.core.cutting.sheets.prepare import Container

MOST_MIXES = 4000


def _sizes(containers: list[Container]) -> tuple[list[Container], list[Container]]:
    """Limited leftovers (best area for money first), and sizes that can be had in numbers."""
    few = [c for c in containers if c.stock.qty is not None and c.stock.qty <= 3]
    many = [c for c in containers if c not in few]
    few.sort(key=lambda c: c.stock.cost / c.area)
    many.sort(key=lambda c: c.stock.cost / c.area)
    return few, many[:4]


def cost_of(mix: list[Container]) -> float:
    """Cost of all sheets of a mix."""
    return sum(c.stock.cost for c in mix)


def mixes(containers: list[Container], need_mm2: float, below: float) -> list[list[Container]]:
    """Mixes whose area suffices and that cost less than `below`, cheapest first."""
    few, many = _sizes(containers)
    leftovers = [c for c in few for _ in range(c.stock.qty or 0)]
    chosen: list[list[Container]] = []
    if len(leftovers) <= 6:
        chosen = [
            [c for c, on in zip(leftovers, mask, strict=True) if on]
            for mask in product((False, True), repeat=len(leftovers))
        ]
    else:
        chosen = [leftovers[:n] for n in range(len(leftovers) + 1)]
    most = [
        range(min(c.stock.qty if c.stock.qty is not None else 10**6, int(need_mm2 * 1.8 / c.area) + 2) + 1)
        for c in many
    ]
    out: dict[tuple[tuple[str, int], ...], list[Container]] = {}
    for counts in product(*most):
        large = [c for c, n in zip(many, counts, strict=True) for _ in range(n)]
        for small in chosen:
            mix = small + large
            if mix and cost_of(mix) < below - 1e-9 and sum(c.area for c in mix) >= need_mm2:
                key = tuple(sorted((c.stock.id, sum(1 for m in mix if m is c)) for c in set(mix)))
                out.setdefault(key, mix)
            if len(out) > MOST_MIXES:
                break
    return sorted(out.values(), key=lambda m: (cost_of(m), sum(c.area for c in m)))


def area_bound(containers: list[Container], need_mm2: float) -> float:
    """Least cost of sheets whose area could hold the pieces (each sheet taken whole)."""
    found = mixes(containers, need_mm2, float("inf"))
    return cost_of(found[0]) if found else 0.0


def generous(containers: list[Container], need_mm2: float, pieces: int) -> list[list[Container]]:
    """Mixes with room to spare for the first answer: leftovers, then one size over and over."""
    few, many = _sizes(containers)
    leftovers = [c for c in few for _ in range(c.stock.qty or 0)]
    out = []
    for c in many:
        n = min(c.stock.qty if c.stock.qty is not None else 10**6, int(need_mm2 * 2.5 / c.area) + 2, pieces)
        out.append(leftovers + [c] * n)
    return out or ([leftovers] if leftovers else [])
