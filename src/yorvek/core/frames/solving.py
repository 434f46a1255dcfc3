"""A structure put before the solver: every combination, every choice of live loads, every place of a load that moves."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.capacity import Capacities, capacities, material_columns
from yorvek.core.checks.methods import Combination
from yorvek.core.checks.table import section_table
from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameLoad, FrameRequest, Situation
from yorvek.core.frames.strength import BarStrength, bar_strength
from yorvek.core.materials import Material, material
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import Section, section, sold_in
from yorvek.core.structures.element import FrameSection
from yorvek.core.structures.frame import Frame, FrameMember, FrameResult, MemberForce, solve_frame
from yorvek.core.structures.starters import Layout, length_mm

Floats = NDArray[np.float64]
GlobalAxis = Literal["X", "Y", "Z"]
STATIONS = 24
MOST_PATTERNS = 5
MOST_BARS = 1200
HEAVIEST_N = 1e8
WAYS: dict[str, tuple[str, GlobalAxis, float]] = {
    "down": ("FY", "Y", -1.0),
    "up": ("FY", "Y", 1.0),
    "sideways": ("FZ", "Z", 1.0),
    "along": ("FX", "X", 1.0),
}
PROP = ("DX", "DY", "DZ")
STOPS = (0.0, 0.25, 0.5, 0.75, 1.0)
"""Where on each bar a moving load is tried: with the ends, the middle and between them the worst of a straight run of bars is
missed by no more than a few per cent; a run cut into more bars is searched more finely.
"""


@dataclass(frozen=True)
class Made:
    """A role's section and metal with its capacities."""

    section: Section
    metal: Material
    strong: Capacities
    weak: Capacities
    strength: BarStrength
    turned: bool


@dataclass(frozen=True)
class Solved:
    """One combination with one pattern of live loads, and where the moving one stands."""

    combination: Combination
    pattern: tuple[str, ...]
    result: FrameResult
    place: str = ""

    @property
    def words(self) -> str:
        live = f", live: {', '.join(self.pattern)}" if self.pattern else ""
        return self.combination.name + live + (f", at {self.place}" if self.place else "")


@dataclass(frozen=True)
class Stop:
    """A place of the moving load: its number, the bar and where on it."""

    load: int
    bar: str
    at_mm: float


def layout_in(request: FrameRequest, situation: Situation | None = None) -> Layout:
    """The layout, without the bars that are not there yet and with temporary supports.

    Raises:
        InputError: a bar or node that is not there, or more bars than are worked out at once.
    """
    layout = request.starter.layout()
    if len(layout.bars) > MOST_BARS:
        raise InputError(
            field="model",
            got=f"{len(layout.bars)} bars",
            needs=f"up to {MOST_BARS}: split it into structures that hand loads over",
        )
    if situation is None or not (situation.without or situation.props):
        return layout
    names = {b.name for b in layout.bars} | {b.role for b in layout.bars}
    odd = next((n for n in situation.without if n not in names), None)
    if odd:
        raise InputError(field=situation.name, got=odd, needs="a bar or a role of this structure")
    odd = next((n for n in situation.props if n not in layout.nodes), None)
    if odd:
        raise InputError(field=situation.name, got=odd, needs="a node to prop: " + ", ".join(list(layout.nodes)[:12]))
    kept = [b for b in layout.bars if b.name not in situation.without and b.role not in situation.without]
    touched = {n for b in kept for n in (b.i, b.j)}
    if not kept:
        raise InputError(field=situation.name, got="no bar left", needs="at least one bar that stands")
    there = {b.name for b in kept}
    supports = {n: f for n, f in layout.supports.items() if n in touched}
    for n in situation.props:
        supports[n] = tuple(dict.fromkeys((*supports.get(n, ()), *PROP)))
    return replace(
        layout,
        nodes={n: p for n, p in layout.nodes.items() if n in touched},
        bars=kept,
        supports=supports,
        spots={
            k: replace(
                s, nodes=tuple(n for n in s.nodes if n in touched), bars=tuple(b for b in s.bars if b[0] in there)
            )
            for k, s in layout.spots.items()
            if any(n in touched for n in s.nodes) or any(b[0] in there for b in s.bars)
        },
        watched=tuple(n for n in layout.watched if n in touched),
        roles=tuple(dict.fromkeys(b.role for b in kept)),
    )


def made_of(request: FrameRequest, layout: Layout) -> dict[str, Made]:
    """Capacities of every bar by its name; bars that are alike share them."""
    out: dict[str, Made] = {}
    alike: dict[tuple[str, float, float], Made] = {}
    for bar in layout.bars:
        choice = request.roles.get(bar.role)
        if choice is None:
            raise InputError(field=f"role {bar.role}", got="", needs="choose a section and a material for it")
        L = length_mm(layout, bar)
        key = (bar.role, round(L, 6), bar.buckling_factor)
        if key not in alike:
            s, m = section(choice.section_id, field=f"role {bar.role}"), material(choice.material_id)
            if m.id not in sold_in(s):
                raise InputError(
                    field=f"role {bar.role}", got=f"{s.id} in {m.id}", needs="it is sold in " + ", ".join(sold_in(s))
                )
            columns = material_columns([m], welded=request.welded)
            both = [
                capacities(section_table([s], axis), columns, request.method, unbraced_mm=L, length_mm=L)
                for axis in ("strong", "weak")
            ]
            strength = bar_strength(s, m, columns, request.method, L * bar.buckling_factor, L)
            alike[key] = Made(s, m, both[0], both[1], strength, choice.turned)
        out[bar.name] = alike[key]
    return out


def frame_of(
    request: FrameRequest,
    layout: Layout,
    made: dict[str, Made],
    factors: dict[int, float],
    dead: float,
    stop: Stop | None = None,
) -> Frame:
    """The solver's model under factored loads; `factors` by the load's number; a moving load stands at `stop`."""
    members, loads = {}, []
    for bar in layout.bars:
        own = made[bar.name]
        s, m = own.section, own.metal
        mass = s.mass_kg_per_m(m.density_kg_m3)
        members[bar.name] = FrameMember(
            bar.i,
            bar.j,
            FrameSection(m.E_MPa, m.G_MPa, s.A_mm2, s.Iy_mm4, s.Ix_mm4, s.J_mm4, mass_kg_per_m=mass),
            bar.released,
            90.0 if own.turned else 0.0,
            bar.only,
        )
        if dead:
            q = -dead * mass * GRAVITY / 1000
            loads.append(MemberForce(bar.name, "Y", start=q, end=q))
    nodes: dict[str, dict[str, float]] = {}
    for k, load in enumerate(request.loads):
        factor = factors.get(k, 0.0)
        if not factor:
            continue
        if stop is not None and stop.load == k:
            _, axis, sign = WAYS[load.direction]
            loads.append(MemberForce(stop.bar, axis, at_mm=stop.at_mm, force_N=sign * factor * load.force_N))
        else:
            _put(layout, load, factor, nodes, loads)
    return Frame(
        nodes=dict(layout.nodes),
        members=members,
        supports={n: dict.fromkeys(fixed, True) for n, fixed in layout.supports.items()},
        node_loads=nodes,
        member_loads=loads,
    )


def _put(
    layout: Layout, load: FrameLoad, factor: float, nodes: dict[str, dict[str, float]], loads: list[MemberForce]
) -> None:
    spot = layout.spots.get(load.spot)
    if spot is None:
        raise InputError(
            field=f"load {load.name}", got=load.spot, needs="it may stand " + "; ".join(list(layout.spots)[:20])
        )
    sizes = (load.force_N, load.line_N_per_mm, load.area_MPa)
    if not all(np.isfinite(v) and abs(v) <= HEAVIEST_N for v in sizes):
        raise InputError(
            field=f"load {load.name}", got=str(max(sizes, key=abs)), needs="a load a shop can put on: below 100 MN"
        )
    component, axis, sign = WAYS[load.direction]
    if spot.nodes:
        if not load.force_N:
            raise InputError(field=f"load {load.name}", got=spot.words, needs="only a force can stand there")
        for node in spot.nodes:
            at = nodes.setdefault(node, {})
            at[component] = at.get(component, 0.0) + sign * factor * load.force_N / len(spot.nodes)
        return
    whole = sum(length_mm(layout, layout.bar(n)) for n, _ in spot.bars)
    for name, width in spot.bars:
        q = load.line_N_per_mm + load.area_MPa * width + load.force_N / whole
        if load.area_MPa and not width:
            raise InputError(field=f"load {load.name}", got=spot.words, needs="a load per area needs a deck to lie on")
        loads.append(MemberForce(name, axis, start=sign * factor * q, end=sign * factor * q))


def stops_of(request: FrameRequest, layout: Layout) -> list[Stop | None]:
    """The places of the load that moves; one None where none does.

    Raises:
        InputError: more than one moves, or it is not a force along bars.
    """
    moving = [k for k, x in enumerate(request.loads) if x.moves]
    if not moving:
        return [None]
    if len(moving) > 1:
        raise InputError(
            field="loads",
            got=", ".join(request.loads[k].name for k in moving),
            needs="one load that moves; let the others stand",
        )
    load = request.loads[moving[0]]
    spot = layout.spots.get(load.spot)
    if spot is None or not spot.bars or not load.force_N:
        raise InputError(field=f"load {load.name}", got=load.spot, needs="a force that moves needs bars to move along")
    out: list[Stop | None] = []
    for n, (name, _) in enumerate(spot.bars):
        L = length_mm(layout, layout.bar(name))
        out += [Stop(moving[0], name, share * L) for share in (STOPS if n == 0 else STOPS[1:])]
    return out


def solutions(
    request: FrameRequest,
    layout: Layout,
    made: dict[str, Made],
    combinations: list[Combination],
    *,
    strength: bool,
) -> Iterator[Solved]:
    """Every combination with every choice of live loads that may be there or not, at every stop of a moving one."""
    live = [k for k, x in enumerate(request.loads) if x.case == "live"]
    free = live[:MOST_PATTERNS]
    stops = stops_of(request, layout)
    for c in combinations:
        for on in itertools.product((True, False), repeat=len(free)):
            chosen = [k for k, yes in zip(free, on, strict=True) if yes] + live[MOST_PATTERNS:]
            if c.live == 0 and any(on):
                continue
            factors = {}
            for k, load in enumerate(request.loads):
                dynamic = load.dynamic_factor if strength else 1.0
                if load.case == "dead":
                    factors[k] = c.dead
                elif load.case == "wind":
                    factors[k] = c.wind
                elif k in chosen:
                    factors[k] = c.live * dynamic
            there = stops if any(s is not None and factors.get(s.load) for s in stops) else [None]
            for stop in there:
                frame = frame_of(request, layout, made, factors, c.dead, stop)
                place = "" if stop is None else f"{stop.bar}, {stop.at_mm:.0f} mm"
                names = tuple(request.loads[k].name for k in chosen)
                yield Solved(c, names, solve_frame(frame, second_order=request.second_order), place)


def stations(result: FrameResult, name: str) -> tuple[Floats, Floats]:
    """Places along a bar, mm, and N, Vy, Vz, T, My, Mz there: even steps, and where a shear passes nothing, so that the
    greatest moment of an even load is met exactly.
    """
    line = result.lines[name]
    x = np.linspace(0, line.length_mm, STATIONS + 1)
    f = line.along(x)
    extra = []
    for column in (1, 2):
        v = f[:, column]
        for k in np.nonzero(v[:-1] * v[1:] < 0)[0]:
            extra.append(x[k] + (x[k + 1] - x[k]) * v[k] / (v[k] - v[k + 1]))
    if extra:
        x, f = np.concatenate([x, extra]), np.concatenate([f, line.along(np.array(extra))])
        order = np.argsort(x)
        x, f = x[order], f[order]
    return x, f
