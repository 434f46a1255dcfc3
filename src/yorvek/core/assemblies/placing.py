"""Where every body of an assembly stands: at a place, along a bar of the structure, or with a side against a side."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from yorvek.core.assemblies.solids import Floats, Solid
from yorvek.core.assemblies.spec import AlongBar, AssemblySpec, AtPlace, From, OnSide, Placed, SideName
from yorvek.core.errors import InputError
from yorvek.core.parts.in_space import turned_about
from yorvek.core.quantities.entry import Turned

SIDES: dict[SideName, tuple[int, int, int, int]] = {
    "left": (0, -1, 1, 2), "right": (0, 1, 1, 2), "bottom": (1, -1, 0, 2), "top": (1, 1, 0, 2),
    "back": (2, -1, 0, 1), "front": (2, 1, 0, 1),
}  # fmt: skip
"""Of each side: the axis it is square to and which end of it, and the axes along it and across it."""
LOW: tuple[SideName, ...] = ("left", "bottom", "back")
HIGH: tuple[SideName, ...] = ("right", "top", "front")
"""The sides where each axis begins, and where it ends."""
MOST_BODIES = 500
"""In one assembly (ours)."""


@dataclass(frozen=True)
class Frame:
    """Where a body's own axes stand: its axes as columns, and its corner, mm."""

    turn: Floats
    at: Floats

    def points(self, own: Floats) -> Floats:
        """Points of the body, [n, 3], in the assembly."""
        return own @ self.turn.T + self.at

    def ways(self, own: Floats) -> Floats:
        return own @ self.turn.T

    def own(self, points: Floats) -> Floats:
        """Points of the assembly in the body's axes."""
        return (points - self.at) @ self.turn


@dataclass(frozen=True)
class Body:
    """One of what is placed: its row in the assembly, its name, where it stands, and its body."""

    row: int
    name: str
    frame: Frame
    solid: Solid


@dataclass(frozen=True)
class BarAxis:
    """A bar of the structure: its ends, and the way of its section's depth, of length one."""

    start: Floats
    end: Floats
    depth: Floats


Trouble = dict[int, InputError]


def bodies_of(
    spec: AssemblySpec, solids: Mapping[int, Solid], bars: Mapping[str, BarAxis]
) -> tuple[list[Body], Trouble]:
    """Every body where it stands, in the order of the rows.

    Args:
        spec: what stands where.
        solids: the bodies of its parts, by number.
        bars: of its structure, by name.

    Returns:
        the bodies, and by row why one stands nowhere.
    """
    found: dict[int, list[Body]] = {}
    trouble: Trouble = {}
    numbers: dict[str, int] = {}
    for k, p in enumerate(spec.placed):
        if p.name in numbers:
            trouble[k] = InputError(field=f"placed.{k}.name", got=p.name, needs="a name of its own: another has this")
        numbers.setdefault(p.name, k)
    for k in range(len(spec.placed)):
        _place(k, spec, solids, bars, numbers, found, trouble, ())
    return [b for k in sorted(found) for b in found[k]], trouble


def _place(
    k: int, spec: AssemblySpec, solids: Mapping[int, Solid], bars: Mapping[str, BarAxis], numbers: Mapping[str, int],
    found: dict[int, list[Body]], trouble: Trouble, asked: tuple[int, ...],
) -> None:  # fmt: skip
    """One row, after what it stands against."""
    p = spec.placed[k]
    if k in found or k in trouble or p.stands is None or p.part_id not in solids:
        return
    solid = solids[p.part_id]
    try:
        if isinstance(p.stands, OnSide):
            under = numbers.get(p.stands.onto)
            if under is None or under == k or under in asked:
                needs = "the name of another that stands already, and not on this one"
                raise InputError(field=f"placed.{k}.stands.onto", got=p.stands.onto, needs=needs)
            _place(under, spec, solids, bars, numbers, found, trouble, (*asked, k))
            if under not in found:
                needs = f"{p.stands.onto} to stand somewhere first"
                raise InputError(field=f"placed.{k}.stands.onto", got=p.stands.onto, needs=needs)
            carriers = found[under] if p.stands.each else found[under][:1]
            _refuse_many(k, len(carriers) * p.count, found)
            frames = [f for c in carriers for f in _row(p, _against(p.stands, solid, c), *_ways(p.stands, c))]
        else:
            _refuse_many(k, p.count, found)
            one = _along(k, p.stands, solid, bars) if isinstance(p.stands, AlongBar) else _free(p.stands)
            frames = _row(p, one, one.turn[:, 0], one.turn[:, 1])
    except InputError as error:
        trouble[k] = error
        return
    many = len(frames) > 1
    found[k] = [Body(k, f"{p.name} ({i})" if many else p.name, f, solid) for i, f in enumerate(frames, 1)]


def _refuse_many(k: int, more: int, found: Mapping[int, list[Body]]) -> None:
    """Raises InputError where there would be more pieces than are worked out at once."""
    there = sum(map(len, found.values())) + more
    if there > MOST_BODIES:
        needs = f"at most {MOST_BODIES} in one assembly: make two of it"
        raise InputError(field=f"placed.{k}.count", got=f"{there} pieces", needs=needs)


def _row(p: Placed, first: Frame, along: Floats, across: Floats) -> list[Frame]:
    """It and those that follow it."""
    step = (0.0 if p.every is None else p.every.value) * (along if p.way == "along" else across)
    if p.count > 1 and not float(np.abs(step).max()):
        raise InputError(field="every", got="", needs=f"how far the {p.count} stand from one to the next")
    return [Frame(first.turn, first.at + i * step) for i in range(p.count)]


def _turn(axis: Floats, by: Turned) -> Floats:
    return turned_about(axis, math.radians(by.value))


def _free(stands: AtPlace) -> Frame:
    x, y, z = np.eye(3)
    turn = _turn(z, stands.turn_z) @ _turn(y, stands.turn_y) @ _turn(x, stands.turn_x)
    return Frame(turn, np.array([stands.x.value, stands.y.value, stands.z.value]))


def _along(k: int, stands: AlongBar, solid: Solid, bars: Mapping[str, BarAxis]) -> Frame:
    bar = bars.get(stands.bar)
    if bar is None:
        needs = "a bar of the structure: " + ", ".join(list(bars)[:8]) if bars else "a structure with bars"
        raise InputError(field=f"placed.{k}.stands.bar", got=stands.bar, needs=needs)
    way = bar.end - bar.start
    reach = float(np.linalg.norm(way))
    along = way / reach
    depth = _turn(along, stands.rolled) @ bar.depth
    turn = np.column_stack([along, depth, np.cross(along, depth)])
    start = (reach - float(solid.size[0])) / 2 if stands.start is None else stands.start.value
    corner = np.array([start, -solid.line[0], -solid.line[1]])
    return Frame(turn, bar.start + turn @ corner)


def _ways(stands: OnSide, on: Body) -> tuple[Floats, Floats]:
    """Along and across the side of what it stands against."""
    _, _, u, v = SIDES[stands.onto_side]
    return on.frame.turn[:, u], on.frame.turn[:, v]


def _against(stands: OnSide, solid: Solid, on: Body) -> Frame:
    """A side against a side: both ways out opposed, both ways along one way, before it is turned."""
    axis, end, u, v = SIDES[stands.onto_side]
    out, along, across = end * on.frame.turn[:, axis], on.frame.turn[:, u], on.frame.turn[:, v]
    mine, my_end, mu, _ = SIDES[stands.side]
    ways = np.zeros((3, 3))
    # what looks out of the side looks into the other; its way along runs as that one's; the third follows
    ways[:, mine] = -out * my_end
    ways[:, mu] = _turn(out, stands.turn) @ along
    third = 3 - mine - mu
    ways[:, third] = np.cross(ways[:, (third + 1) % 3], ways[:, (third + 2) % 3])
    corners = np.array([[i, j, m] for i in (0, 1) for j in (0, 1) for m in (0, 1)]) * solid.size
    spread = corners @ ways.T
    at = np.zeros(3)
    for way, size, start, move in (
        (along, on.solid.size[u], stands.along_from, stands.along.value),
        (across, on.solid.size[v], stands.across_from, stands.across.value),
    ):
        reach = spread @ way
        base = float(on.frame.at @ way)
        at = at + way * (base + _from(start, float(size), float(reach.min()), float(reach.max()), move))
    face = float(on.frame.at @ out) + (float(on.solid.size[axis]) if end > 0 else 0.0)
    at = at + out * (face + stands.gap.value - float((spread @ out).min()))
    return Frame(ways, at)


def _from(start: From, size: float, low: float, high: float, move: float) -> float:
    """Where the corner goes, so that edge and edge, or middle and middle, are so far apart."""
    if start == "low":
        return move - low
    if start == "high":
        return size - move - high
    return size / 2 + move - (low + high) / 2


def reach_of(bodies: Sequence[Body]) -> tuple[Floats, Floats]:
    """The corners of the block that all bodies stand in."""
    ends = np.vstack([b.frame.points(np.vstack([b.solid.edges.a, b.solid.edges.b])) for b in bodies])
    return ends.min(axis=0), ends.max(axis=0)
