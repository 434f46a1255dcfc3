"""What may act and what may not: loads as columns, and the choices that combinations make among them.

A dead load is always there. Every other load acts or not, by itself, unless it belongs to a group; at most one acts of
those that exclude each other; a load that moves is at one of its places, one with two senses acts in one of them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination
from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.frames.said import Put
from yorvek.core.quantities import GRAVITY
from yorvek.core.structures.member import OFTEN
from yorvek.core.structures.starters import Layout, length_mm
from yorvek.core.structures.starters.layout import Spot
from yorvek.core.theory.frames import Mesh, Piece, local_axes

Floats = NDArray[np.float64]
HEAVIEST_N = 1e8
PLACES = 24
PIECES, COARSE = 4, 2
MANY_BARS = 500
"""From that many bars on a bar is two elements; what that adds to its buckling load is taken off (`Mesh.too_stiff`)."""
FEW, MANY = 4, 24
CLOSE = 0.02
BESIDE = 0.005
"""Of a bar: so close to its ends a load that runs also stands, where it shears them most."""
ALONG = 1e-6
OFF = -1


@dataclass(frozen=True)
class Alternative:
    """One way in which a choice acts: columns with their factors, for strength (dynamic factors in) and unfactored."""

    words: str
    strength: dict[int, float]
    plain: dict[int, float]


@dataclass(frozen=True)
class Choice:
    """A load, a group or a set that excludes each other: at most one of its alternatives acts."""

    case: str
    alternatives: tuple[Alternative, ...]


@dataclass(frozen=True)
class Loading:
    """All columns of a request. `own`: the column of own weight; `permanent`: columns of dead loads; `of_load`: the
    columns of each load, in order of its places.
    """

    pieces: tuple[Piece, ...]
    own: int
    permanent: tuple[int, ...]
    choices: tuple[Choice, ...]
    of_load: tuple[tuple[int, ...], ...]

    @property
    def width(self) -> int:
        return len(self.pieces)

    def factors(self, combination: Combination, picks: Sequence[int], *, strength: bool) -> Floats:
        """Factors on all columns for one alternative picked of every choice (OFF: none)."""
        out = np.zeros(self.width)
        out[[self.own, *self.permanent]] = combination.dead
        for choice, pick in zip(self.choices, picks, strict=True):
            if pick == OFF:
                continue
            one = choice.alternatives[pick]
            for column, factor in (one.strength if strength else one.plain).items():
                out[column] += combination.factor(choice.case) * factor
        return out

    def words(self, picks: Sequence[int], combination: Combination) -> str:
        """What acts, in words."""
        acts = [
            c.alternatives[k].words
            for c, k in zip(self.choices, picks, strict=True)
            if k != OFF and combination.factor(c.case)
        ]
        return combination.name + (f", with {', '.join(acts)}" if acts else "")


@dataclass(frozen=True)
class Where:
    """Where a load stands: nodes, or bars in order with the width of area each carries."""

    nodes: tuple[str, ...]
    bars: tuple[tuple[str, float], ...]
    words: str


def where(layout: Layout, load: FrameLoad) -> Where:
    """The nodes or bars of a load.

    Raises:
        InputError: it is nowhere on the structure, or a size that cannot be.
    """
    sizes = (load.force_N, load.line_N_per_mm, load.area_MPa)
    if not all(np.isfinite(v) and abs(v) <= HEAVIEST_N for v in sizes):
        raise InputError(
            field=f"load {load.name}", got=str(max(sizes, key=abs)), needs="a load a shop can put on: below 100 MN"
        )
    if load.bars:
        there = {b.name for b in layout.bars}
        odd = next((b for b in load.bars if b not in there), None)
        if odd:
            raise InputError(field=f"load {load.name}", got=odd, needs="a bar of the structure")
        return Where((), tuple((b, 0.0) for b in load.bars), "along " + ", ".join(load.bars))
    spot: Spot | None = layout.spots.get(load.spot)
    if spot is None:
        raise InputError(
            field=f"load {load.name}", got=load.spot, needs="it may stand " + "; ".join(list(layout.spots)[:20])
        )
    return Where(spot.nodes, spot.bars, spot.words)


def stands_somewhere(load: FrameLoad, at: Where) -> bool:
    """Whether a load is a force on bars that stands wherever it is worst."""
    return bool(load.force_N and at.bars) and load.at_mm is None and (load.moves or not load.spread)


def put(layout: Layout, load: FrameLoad) -> Put:
    """A load as it is drawn.

    Raises:
        InputError: it is nowhere on the structure.
    """
    at = where(layout, load)
    return Put(
        name=load.name,
        direction=load.direction if load.way is None else "other",
        nodes=list(at.nodes),
        bars=[name for name, _ in at.bars],
        at_mm=load.at_mm,
        somewhere=stands_somewhere(load, at),
    )


def breaks_of(request: FrameRequest, layout: Layout) -> list[Floats]:
    """Where the bars are cut into elements: evenly, at forces, and finely under a load that moves."""
    usual = PIECES if len(layout.bars) < MANY_BARS else COARSE
    pieces = dict.fromkeys((b.name for b in layout.bars), usual)
    extra: dict[str, list[float]] = {}
    for load in request.loads:
        at = where(layout, load)
        if stands_somewhere(load, at):
            fine = int(np.clip(-(-PLACES // len(at.bars)), FEW, MANY))
            for name, _ in at.bars:
                pieces[name] = max(pieces[name], fine)
                L = length_mm(layout, layout.bar(name))
                extra.setdefault(name, []).extend((BESIDE * L, L - BESIDE * L))
        elif load.force_N and load.at_mm is not None and at.bars:
            name, place = _place(layout, load, at)
            extra.setdefault(name, []).append(place)
    out = []
    for bar in layout.bars:
        L = length_mm(layout, bar)
        even = np.linspace(0.0, L, (pieces[bar.name] if not bar.only else 1) + 1)
        out.append(_merged(even, extra.get(bar.name, []), L))
    return out


def _merged(usual: Floats, extra: list[float], L: float) -> Floats:
    """Breaks with places of forces among them; usual ones that lie close to a place give way."""
    inside = sorted({round(p, 6) for p in extra if CLOSE * 1e-3 * L < p < L * (1 - CLOSE * 1e-3)})
    if not inside:
        return usual
    kept = [u for u in usual[1:-1] if all(abs(u - p) > CLOSE * L for p in inside)]
    return np.array([0.0, *sorted([*kept, *inside]), L])


def _place(layout: Layout, load: FrameLoad, at: Where) -> tuple[str, float]:
    """The bar and the place on it, from the start of the first of the load's bars."""
    left = load.at_mm or 0.0
    for name, _ in at.bars:
        L = length_mm(layout, layout.bar(name))
        if left <= L + 1e-6:
            return name, min(left, L)
        left -= L
    whole = sum(length_mm(layout, layout.bar(n)) for n, _ in at.bars)
    raise InputError(
        field=f"load {load.name}", got=f"at {load.at_mm:g} mm", needs=f"within the {whole:g} mm of {at.words}"
    )


def loading_of(request: FrameRequest, layout: Layout, mesh: Mesh) -> Loading:
    """Columns and choices of a request."""
    bars = {b.name: k for k, b in enumerate(layout.bars)}
    nodes = {n: k for k, n in enumerate(layout.nodes)}
    down = np.array([0.0, -1.0, 0.0])
    weights = mesh.skeleton.own_mass * 1000 * GRAVITY
    pieces = [_own_weight(mesh, down, weights)]
    of_load: list[tuple[int, ...]] = []
    places: list[list[str]] = []
    shared: dict[tuple[object, ...], int] = {}
    for load in request.loads:
        made = _pieces(layout, load, mesh, bars, nodes)
        places.append([words for words, _ in made])
        key = _stands_with(load)
        if key is not None and len(made) == 1:
            if key in shared:
                pieces[shared[key]] = _both(pieces[shared[key]], made[0][1])
                of_load.append((shared[key],))
                continue
            shared[key] = len(pieces)
        of_load.append(tuple(range(len(pieces), len(pieces) + len(made))))
        pieces += [piece for _, piece in made]
    permanent = tuple(c for x, cs in zip(request.loads, of_load, strict=True) if x.case == "dead" for c in cs)
    for x, cs in zip(request.loads, of_load, strict=True):
        if x.case == "dead" and len(cs) > 1:
            raise InputError(
                field=f"load {x.name}", got="a dead load that moves", needs="a live load, or a place on its bars"
            )
    return Loading(tuple(pieces), 0, permanent, _choices(request.loads, of_load, places), tuple(of_load))


def _stands_with(load: FrameLoad) -> tuple[object, ...] | None:
    """What loads that always act together have alike: such of them as stand are one column. Dead loads stay apart, as
    one may hold up what another tips, and so does what comes and goes, by whose own range metal tires.
    """
    if not load.group or load.case == "dead" or load.moves or load.cycles >= OFTEN:
        return None
    return load.case, load.group, load.dynamic_factor


def _both(a: Piece, b: Piece) -> Piece:
    return Piece([*a.at_nodes, *b.at_nodes], [*a.on_bars, *b.on_bars])


def _own_weight(mesh: Mesh, down: Floats, weights: Floats) -> Piece:
    """Own weight along the bars; a tie or prop, which hangs or stands slack, hands its own to its ends."""
    s, piece = mesh.skeleton, Piece()
    for k, w in enumerate(weights):
        if not s.only[k]:
            piece.on_bars.append((k, np.array([*(down * w), 0.0])))
            continue
        half = np.concatenate([down * w * s.length[k] / 2, np.zeros(3)])
        piece.at_nodes += [(int(n), half) for n in s.ends[k]]
    return piece


def _pieces(
    layout: Layout, load: FrameLoad, mesh: Mesh, bars: dict[str, int], nodes: dict[str, int]
) -> list[tuple[str, Piece]]:
    """The columns of one load with their places in words."""
    at, way = where(layout, load), np.array(load.unit_way)
    turns = {name: _turning(layout, load, name, way) for name, _ in at.bars}

    def force(node: int, newtons: float, bar: str = "") -> tuple[int, Floats]:
        return node, newtons * np.concatenate([way, turns[bar] if bar else np.zeros(3)])

    if at.nodes:
        if load.aside_mm:
            raise InputError(
                field=f"load {load.name}", got=f"aside of {at.words}", needs="bars to stand aside of, not a node"
            )
        if not load.force_N:
            raise InputError(field=f"load {load.name}", got=at.words, needs="only a force can stand there")
        each = load.force_N / len(at.nodes)
        return [("", Piece(at_nodes=[force(nodes[n], each) for n in at.nodes]))]
    if stands_somewhere(load, at):
        return [
            (words, Piece(at_nodes=[force(node, load.force_N, bar)]))
            for words, node, bar in _stops(layout, at, mesh, bars)
        ]
    if load.moves:
        raise InputError(field=f"load {load.name}", got=at.words, needs="a force that moves needs bars to move along")
    if load.force_N and load.at_mm is not None:
        name, place = _place(layout, load, at)
        return [("", Piece(at_nodes=[force(mesh.inner_node(bars[name], place), load.force_N, name)]))]
    whole = sum(length_mm(layout, layout.bar(n)) for n, _ in at.bars)
    piece = Piece()
    for name, width in at.bars:
        if load.area_MPa and not width:
            raise InputError(field=f"load {load.name}", got=at.words, needs="a load per area needs a deck to lie on")
        q = load.line_N_per_mm + load.area_MPa * width + load.force_N / whole
        along = np.array(layout.way(layout.bar(name), layout.bar(name).i))
        piece.on_bars.append((bars[name], q * np.array([*way, float(turns[name] @ along)])))
    return [("", piece)]


def _turning(layout: Layout, load: FrameLoad, name: str, way: Floats) -> Floats:
    """Moment that one newton of the load makes about the axis of a bar that it stands aside of, mm. Aside is towards z,
    or towards x where the bar runs along z.

    Raises:
        InputError: it runs along the bar.
    """
    if not load.aside_mm:
        return np.zeros(3)
    bar = layout.bar(name)
    axes = local_axes(np.array(layout.nodes[bar.i]), np.array(layout.nodes[bar.j]))
    if abs(float(axes[0] @ way)) > ALONG:
        raise InputError(
            field=f"load {load.name}", got=f"{load.aside_mm:g} mm aside of {name}", needs="a direction across the bar"
        )
    aside = axes[2] if (axes[2, 2], axes[2, 0]) > (-ALONG, 0.0) else -axes[2]
    return np.asarray(np.cross(load.aside_mm * aside, way))


def _stops(layout: Layout, at: Where, mesh: Mesh, bars: dict[str, int]) -> list[tuple[str, int, str]]:
    """Places of a load that moves, in words, their nodes and bars: every break of its bars, its run's ends among
    them.
    """
    out: dict[int, tuple[str, str]] = {}
    for name, _ in at.bars:
        bar = layout.bar(name)
        L = length_mm(layout, bar)
        span = range(int(mesh.first[bars[name]]), int(mesh.first[bars[name] + 1]))
        for place in [*(float(mesh.start_mm[e]) for e in span), L]:
            out.setdefault(mesh.inner_node(bars[name], place), (f"{name}, {place:.0f} mm", name))
    return [(words, node, name) for node, (words, name) in out.items()]


def _choices(loads: Sequence[FrameLoad], of_load: list[tuple[int, ...]], places: list[list[str]]) -> tuple[Choice, ...]:
    """Loads that are not always there, by group, then by what excludes each other."""
    groups: dict[tuple[str, str], list[int]] = {}
    for k, load in enumerate(loads):
        if load.case == "dead":
            continue
        groups.setdefault((load.case, f"g {load.group}" if load.group else f"l {k}"), []).append(k)
    found: dict[tuple[str, str], list[Alternative]] = {}
    for (case, key), members in groups.items():
        only = {loads[k].one_of for k in members} - {""}
        if len(only) > 1:
            raise InputError(
                field=f"group {loads[members[0]].group}",
                got=", ".join(sorted(only)),
                needs="loads that act together exclude the same ones",
            )
        name = f"o {only.pop()}" if only else key
        found.setdefault((case, name), []).extend(_alternatives(loads, members, of_load, places))
    return tuple(Choice(case, tuple(alternatives)) for (case, _), alternatives in found.items())


def _alternatives(
    loads: Sequence[FrameLoad], members: list[int], of_load: list[tuple[int, ...]], places: list[list[str]]
) -> list[Alternative]:
    """Every place and sense of loads that act together; at most one of them may move."""
    moving = [k for k in members if len(of_load[k]) > 1]
    if len(moving) > 1:
        raise InputError(
            field="loads", got=", ".join(loads[k].name for k in moving),
            needs="at most one load that moves in a group: let the others stand",
        )  # fmt: skip
    both = any(loads[k].both_ways for k in members)
    name = loads[members[0]].group or loads[members[0]].name
    out = []
    for sign in (1.0, -1.0) if both else (1.0,):
        for stop in range(len(of_load[moving[0]]) if moving else 1):
            columns = {of_load[k][stop if k in moving else 0]: k for k in members}
            place = f" at {places[moving[0]][stop]}" if moving else ""
            back = " the other way" if sign < 0 else ""
            out.append(
                Alternative(
                    words=name + back + place,
                    strength={c: sign * loads[k].dynamic_factor for c, k in columns.items()},
                    plain=dict.fromkeys(columns, sign),
                )
            )
    return out
