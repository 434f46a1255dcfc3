"""Rectangles that fill sheets without any waste: put together pair by pair along equal sides, until whole sheets are
left.

Where nothing is wasted, the last straight cut through any block leaves two rectangles with a side in common; so the
plan is found backwards, by joining blocks of equal sides. Equal sides by chance mislead it: blocks that did not become
a sheet are taken apart again, some of them, and joined anew.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from yorvek.core.cutting.sheets.problem import Placement, SheetPiece, SheetProblem, SheetStock

STEPS_PER_MM = 1000
FULL = 1e-6
MOST_PIECES = 400
ROUNDS = 4000


@dataclass(frozen=True, eq=False)
class _Block:
    """A rectangle in whole steps: a piece, or two blocks along their common side, which is `width`."""

    width: int
    height: int
    kind: int = -1
    halves: tuple[_Block, _Block] | None = None

    def other(self, side: int) -> int:
        """The side that is not the one given."""
        return self.height if self.width == side else self.width


@dataclass(frozen=True)
class _Sheet:
    """The room of a sheet, in whole steps."""

    width: int
    height: int
    gap: int

    def whole(self, a: int, b: int) -> bool:
        return (a, b) in ((self.width, self.height), (self.height, self.width))

    def holds(self, a: int, b: int) -> bool:
        return (a <= self.width and b <= self.height) or (a <= self.height and b <= self.width)


def _size(part: SheetPiece) -> tuple[int, int] | None:
    """Sides of a rectangle that may be turned, in steps; None for anything else."""
    if part.holes or len(part.outline) != 4 or part.rotations == "free" or {0.0, 90.0} - set(part.rotations):
        return None
    xs, ys = sorted({x for x, _ in part.outline}), sorted({y for _, y in part.outline})
    if len(xs) != 2 or len(ys) != 2:
        return None
    return round((xs[1] - xs[0]) * STEPS_PER_MM), round((ys[1] - ys[0]) * STEPS_PER_MM)


def waste_free(problem: SheetProblem, random: np.random.Generator, go_on: Callable[[], bool]) -> list[Placement] | None:
    """A plan without waste; None where the pieces do not fill whole sheets of one size, or none was found."""
    sizes = [_size(p) for p in problem.parts]
    pieces = sum(p.qty for p in problem.parts)
    if pieces > MOST_PIECES or any(s is None for s in sizes):
        return None
    for stock in problem.sheets:
        if stock.outline is not None or stock.taken:
            continue
        room = _Sheet(*(round(v * STEPS_PER_MM) for v in (stock.width - 2 * problem.edge_margin,
            stock.height - 2 * problem.edge_margin, problem.clearance)))  # fmt: skip
        blocks = [
            _Block(s[0], s[1], k)
            for k, (s, p) in enumerate(zip(sizes, problem.parts, strict=True))
            if s
            for _ in range(p.qty)
        ]
        area = sum((b.width + room.gap) * (b.height + room.gap) for b in blocks)
        count = area / ((room.width + room.gap) * (room.height + room.gap))
        if abs(count - round(count)) > FULL or (stock.qty is not None and round(count) > stock.qty):
            continue
        found = _joined(blocks, room, round(count), random, go_on)
        if found is not None:
            return _placements(problem, stock, room, found)
    return None


def _joined(
    blocks: list[_Block], room: _Sheet, count: int, random: np.random.Generator, go_on: Callable[[], bool]
) -> list[_Block] | None:
    current = _greedy(blocks, room, random, 0.0)
    for _ in range(ROUNDS):
        if len(current) == count:
            return current
        if not go_on():
            return None
        share = float(random.choice([0.15, 0.3, 0.5, 0.8]))
        loose: list[_Block] = []
        for b in current:
            if room.whole(b.width, b.height) and random.random() > 0.02:
                loose.append(b)
            elif b.halves is not None and random.random() < share:
                loose += _leaves(b) if random.random() < 0.5 else list(b.halves)
            else:
                loose.append(b)
        tried = _greedy(loose, room, random, float(random.choice([0.1, 0.4, 0.8])))
        if len(tried) <= len(current) + (random.random() < 0.05):
            current = tried
    return None


def _leaves(block: _Block) -> list[_Block]:
    return [block] if block.halves is None else [leaf for half in block.halves for leaf in _leaves(half)]


def _likeliest(
    alive: dict[int, _Block], by_side: dict[int, set[int]], room: _Sheet, random: np.random.Generator, heat: float
) -> tuple[float, int, int, int, int] | None:
    """The pair to join: how odd it is, the side, the two, and how long they are together; None where none fits."""
    best: tuple[float, int, int, int, int] | None = None
    for side, members in by_side.items():
        numbers = sorted(members)
        for a, b in combinations(numbers, 2):
            length = alive[a].other(side) + alive[b].other(side) + room.gap
            if not room.holds(side, length):
                continue
            odd = (
                len(numbers) - 2 - 0.8 * bool(by_side.get(length)) - 1.5 * room.whole(side, length)
                - 0.5 * (length in (room.width, room.height)) + (random.standard_normal() * heat if heat else 0.0)
            )  # fmt: skip
            if best is None or odd < best[0]:
                best = (odd, side, a, b, length)
    return best


def _greedy(blocks: list[_Block], room: _Sheet, random: np.random.Generator, heat: float) -> list[_Block]:
    """Join the likeliest pair again and again: sides that few blocks share, sums that some block has, whole sheets."""
    alive = dict(enumerate(blocks))
    by_side: dict[int, set[int]] = defaultdict(set)

    def know(number: int) -> None:
        b = alive[number]
        if not room.whole(b.width, b.height):
            by_side[b.width].add(number)
            by_side[b.height].add(number)

    for number in alive:
        know(number)
    nxt = len(blocks)
    while True:
        best = _likeliest(alive, by_side, room, random, heat)
        if best is None:
            return list(alive.values())
        _, side, a, b, length = best
        halves = (alive.pop(a), alive.pop(b))
        for number, half in zip((a, b), halves, strict=True):
            by_side[half.width].discard(number)
            by_side[half.height].discard(number)
        alive[nxt] = _Block(side, length, halves=halves)
        know(nxt)
        nxt += 1


def _placements(problem: SheetProblem, stock: SheetStock, room: _Sheet, found: list[_Block]) -> list[Placement]:
    out: list[Placement] = []
    for index, block in enumerate(found):
        _put(problem, stock.id, index, block, room, (0, 0), room.width, out)
    return out


def _put(
    problem: SheetProblem,
    sheet: str,
    index: int,
    block: _Block,
    room: _Sheet,
    at: tuple[int, int],
    width: int,
    out: list[Placement],
) -> None:
    """A block with its lower left corner there and so wide as it lies."""
    x, y = at
    if block.halves is None:
        part = problem.parts[block.kind]
        turned = block.width != width
        x0, y0 = min(p[0] for p in part.outline), min(p[1] for p in part.outline)
        y1 = max(p[1] for p in part.outline)
        # a quarter turn counter-clockwise brings the upper edge to the left
        ox, oy = (-y1, x0) if turned else (x0, y0)
        out.append(
            Placement(
                part=part.id,
                sheet=sheet,
                sheet_index=index,
                x=round(problem.edge_margin + x / STEPS_PER_MM - ox, 6),
                y=round(problem.edge_margin + y / STEPS_PER_MM - oy, 6),
                rotation_deg=90.0 if turned else 0.0,
            )
        )
        return
    first, second = block.halves
    side = block.width
    if width == side:  # one over the other
        _put(problem, sheet, index, first, room, (x, y), side, out)
        _put(problem, sheet, index, second, room, (x, y + first.other(side) + room.gap), side, out)
    else:  # side by side
        _put(problem, sheet, index, first, room, (x, y), first.other(side), out)
        _put(problem, sheet, index, second, room, (x + first.other(side) + room.gap, y), second.other(side), out)
