"""Boxes of plates in a job: whether the walls of each are among its parts, and those that are missing."""

from __future__ import annotations

from collections.abc import Mapping
from typing import NamedTuple

from yorvek.core.errors import InputError
from yorvek.core.jobs.state import JobState
from yorvek.core.parts import PartSpec
from yorvek.core.parts.box_wall import BoxWall
from yorvek.core.parts.plates import BoxSide
from yorvek.core.parts.twin import Twin
from yorvek.core.parts.walls import box_of

SIDES = 2
"""That a box has."""


class Lot(NamedTuple):
    """Walls of a box that are cut alike: their numbers from 1, how many its sides want, and the parts that are them."""

    walls: list[int]
    wanted: int
    parts: dict[int, PartSpec]

    @property
    def there(self) -> int:
        """How many there are."""
        return sum(p.qty for p in self.parts.values())

    @property
    def words(self) -> str:
        """Which they are."""
        return f"wall{'s' * (len(self.walls) > 1)} {', '.join(map(str, self.walls))}"


def lots_of(state: JobState, number: int) -> list[Lot]:
    """The walls of a box, what is cut alike together. `number`: of its side.

    Raises:
        InputError: a part that is no side of a box, or one that does not close; a number of sides that makes no boxes.
    """
    sides = sum(p.qty for p in _with_like(state, number).values())
    if sides % SIDES:
        raise InputError(field="qty", got=str(sides), needs="an even number: a box has two sides")
    walls = {n: p.shape.number for n, p in state.parts.items() if isinstance(p.shape, BoxWall) and p.shape.of == number}
    return [
        Lot(
            walls=[k + 1 for k in lot],
            wanted=len(lot) * sides // SIDES,
            parts={n: p for first, k in walls.items() if k - 1 in lot for n, p in _with_like(state, first).items()},
        )
        for lot in box_of(state.parts[number]).alike()
    ]


def _with_like(state: JobState, number: int) -> dict[int, PartSpec]:
    """A part and what is made like it and as large, as with a hole of its own: it stands in its place in a box."""
    like = {n: p for n, p in state.parts.items() if _is_like(p, number)}
    return {number: state.parts[number], **like}


def _is_like(part: PartSpec, number: int) -> bool:
    s = part.shape
    return isinstance(s, Twin) and s.of == number and not s.by_mm and s.thickness is None and part.jig is None


class Walls(NamedTuple):
    """What makes a box whole: parts that are new, and others with the number that is wanted, by their number."""

    new: list[PartSpec]
    changed: dict[int, PartSpec]


def walls_wanted(state: JobState, number: int) -> Walls:
    """Parts that a box still wants: one for walls that are cut alike. What is there keeps its mark, and gets the number
    that is wanted where it is the only one of its kind.

    Raises:
        InputError: as `lots_of`; a kind of wall under two marks, of which nobody says which is to change.
    """
    side = state.parts[number]
    taken = {p.mark for p in state.parts.values()}
    found = Walls([], {})
    for lot in lots_of(state, number):
        if lot.there == lot.wanted:
            continue
        if len(lot.parts) > 1:
            marks = " and ".join(p.mark for p in lot.parts.values())
            raise InputError(field=marks, got=f"{lot.there} of {lot.words}", needs=f"{lot.wanted} of them together")
        if lot.parts:
            found.changed.update((n, p.model_copy(update={"qty": lot.wanted})) for n, p in lot.parts.items())
        else:
            found.new.append(_wall(side, number, lot, taken))
    return found


def _wall(side: PartSpec, number: int, lot: Lot, taken: set[str]) -> PartSpec:
    k = next(k for k in range(1, len(taken) + 2) if f"{side.mark[:16]}-{k}" not in taken)
    mark = f"{side.mark[:16]}-{k}"
    taken.add(mark)
    return PartSpec(
        mark=mark, name=lot.words, module=side.module, qty=lot.wanted, shape=BoxWall(of=number, number=lot.walls[0]),
        process=side.process, edge=side.edge,
    )  # fmt: skip


def boxes_wanting(state: JobState) -> Mapping[int, str]:
    """What boxes want, in words, by the number of their side."""
    sides = [n for n, p in state.parts.items() if isinstance(p.shape, BoxSide) and p.jig is None]
    return {n: found for n in sides if (found := _wants(state, n))}


def _wants(state: JobState, number: int) -> str:
    try:
        lots = lots_of(state, number)
    except InputError as error:
        return error.sentence if error.field == "qty" else ""
    return "; ".join(f"{lot.words}: {lot.there} of {lot.wanted}" for lot in lots if lot.there != lot.wanted)
