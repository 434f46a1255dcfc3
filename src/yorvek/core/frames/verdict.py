"""A structure solved under every combination, its bars and joints checked, its movement held against the limit."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.beam import deflection_limit_mm, limit_words
from yorvek.core.checks.capacity import Capacities, capacities, material_columns
from yorvek.core.checks.methods import Combination, combinations_of, service_combinations
from yorvek.core.checks.record import Check, Reserve, Value, least_reserve
from yorvek.core.checks.table import section_table
from yorvek.core.errors import InputError
from yorvek.core.frames.joints import joint_record, joint_use, pin_allowed_N, weld_line
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.frames.strength import BarStrength, bar_strength, bending_record, shares, shear_record
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import Section, price_per_kg, section, sold_in
from yorvek.core.structures.element import FrameSection
from yorvek.core.structures.frame import Frame, FrameMember, FrameResult, MemberForce, solve_frame
from yorvek.core.structures.starters import Bar, Layout, length_mm
from yorvek.core.structures.vibration import frequencies_hz

Floats = NDArray[np.float64]
GlobalAxis = Literal["X", "Y", "Z"]
STATIONS = 24
MOST_PATTERNS = 5
WAYS: dict[str, tuple[str, GlobalAxis, float]] = {
    "down": ("FY", "Y", -1.0),
    "sideways": ("FZ", "Z", 1.0),
    "along": ("FX", "X", 1.0),
}
OUTSIDE = [
    "what the feet stand on: hand over the reactions, anchors by their maker's data",
    "tube walls at the joints, stiffeners, and the plates between",
    "the load's own swing and impact beyond its dynamic factor",
    "warping of open sections in torsion",
]


class BarVerdict(Model):
    """A bar: what it is, its checks, and its forces under the combination that governs it."""

    name: str
    role: str
    i: str
    j: str
    section_id: str
    material_id: str
    length_mm: float
    mass_kg: float
    checks: list[Check]
    strength: Reserve
    joints: list[Check]
    along_mm: list[float]
    N_N: list[float]
    My_Nmm: list[float]
    Mz_Nmm: list[float]
    T_Nmm: list[float]


class Handed(Model):
    """What a support hands to whatever carries the structure, the greatest and least of all combinations."""

    node: str
    component: str
    most: float
    least: float
    unit: str


class Put(Model):
    """A load as it stands on the structure, to draw."""

    name: str
    direction: str
    nodes: list[str]
    bars: list[str]


class FrameVerdict(Model):
    """All of a structure."""

    words: str
    nodes: dict[str, tuple[float, float, float]]
    moved: dict[str, tuple[float, float, float]]
    bars: list[BarVerdict]
    movement: Check
    strength: Reserve
    stiffness: Reserve
    weakest: str
    handed: list[Handed]
    loads: list[Put]
    spots: dict[str, str]
    roles: list[str]
    mass_kg: float
    price: float
    swings_empty_hz: float | None
    swings_loaded_hz: float | None
    outside: list[str]


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
    """One combination with one pattern of live loads."""

    combination: Combination
    pattern: tuple[str, ...]
    result: FrameResult

    @property
    def words(self) -> str:
        return self.combination.name + (f", live: {', '.join(self.pattern)}" if self.pattern else "")


def _made(request: FrameRequest, layout: Layout) -> dict[str, dict[str, Made]]:
    """Capacities of every bar: by role and bar, as buckling lengths differ."""
    out: dict[str, dict[str, Made]] = {}
    for bar in layout.bars:
        choice = request.roles.get(bar.role)
        if choice is None:
            raise InputError(field=f"role {bar.role}", got="", needs="choose a section and a material for it")
        s, m = section(choice.section_id, field=f"role {bar.role}"), material(choice.material_id)
        if m.id not in sold_in(s):
            raise InputError(
                field=f"role {bar.role}", got=f"{s.id} in {m.id}", needs="it is sold in " + ", ".join(sold_in(s))
            )
        L = length_mm(layout, bar)
        columns = material_columns([m], welded=request.welded)
        both = [
            capacities(section_table([s], axis), columns, request.method, unbraced_mm=L, length_mm=L)
            for axis in ("strong", "weak")
        ]
        strength = bar_strength(s, m, columns, request.method, L * bar.buckling_factor)
        out.setdefault(bar.role, {})[bar.name] = Made(s, m, both[0], both[1], strength, choice.turned)
    return out


def _frame(
    request: FrameRequest, layout: Layout, made: dict[str, dict[str, Made]], factors: dict[int, float], dead: float
) -> Frame:
    """The solver's model under factored loads; `factors` by the load's number."""
    members, loads = {}, []
    for bar in layout.bars:
        own = made[bar.role][bar.name]
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
        loads.append(MemberForce(bar.name, "Y", start=-dead * mass * GRAVITY / 1000, end=-dead * mass * GRAVITY / 1000))
    nodes: dict[str, dict[str, float]] = {}
    for k, load in enumerate(request.loads):
        factor = factors.get(k, 0.0)
        if factor:
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
        raise InputError(field=f"load {load.name}", got=load.spot, needs="it may stand " + "; ".join(layout.spots))
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


def _solutions(
    request: FrameRequest,
    layout: Layout,
    made: dict[str, dict[str, Made]],
    combinations: list[Combination],
    *,
    strength: bool,
) -> Iterator[Solved]:
    """Every combination with every choice of live loads that may be there or not."""
    live = [k for k, x in enumerate(request.loads) if x.case == "live"]
    free = live[:MOST_PATTERNS]
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
            frame = _frame(request, layout, made, factors, c.dead)
            yield Solved(c, tuple(request.loads[k].name for k in chosen), solve_frame(frame))


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


def check_frame(request: FrameRequest, *, swings: bool = True) -> FrameVerdict:
    """Check a structure; `swings` asks for its natural frequencies too.

    Raises:
        InputError: a dimension, section, load or spot that cannot be; a mechanism; buckling.
    """
    layout = request.starter.layout()
    made = _made(request, layout)
    windy = any(x.case == "wind" for x in request.loads)
    strong = list(_solutions(request, layout, made, combinations_of(request.method, wind=windy), strength=True))
    service = list(_solutions(request, layout, made, service_combinations(wind=windy), strength=False))
    bars = [_bar(request, layout, bar, made[bar.role][bar.name], strong) for bar in layout.bars]
    movement, moved = _movement(request, layout, service)
    everything = [c for b in bars for c in (*b.checks, *b.joints)]
    strength = least_reserve(everything, "strength", none_applies="no load")
    weakest = next((b.name for b in bars for c in (*b.checks, *b.joints) if c.id == strength.check_id), bars[0].name)
    return FrameVerdict(
        words=layout.words,
        nodes=layout.nodes,
        moved=moved,
        bars=bars,
        movement=movement,
        strength=strength,
        stiffness=least_reserve([movement], "stiffness", none_applies="no limit"),
        weakest=weakest,
        handed=_handed(layout, service),
        loads=[
            Put(
                name=x.name,
                direction=x.direction,
                nodes=list(layout.spots[x.spot].nodes),
                bars=[n for n, _ in layout.spots[x.spot].bars],
            )
            for x in request.loads
        ],
        spots={k: s.words for k, s in layout.spots.items()},
        roles=list(layout.roles),
        mass_kg=sum(b.mass_kg for b in bars),
        price=sum(b.mass_kg * price_per_kg(section(b.section_id), material(b.material_id).price_per_kg) for b in bars),
        swings_empty_hz=_swings(request, layout, made, loaded=False) if swings else None,
        swings_loaded_hz=_swings(request, layout, made, loaded=True) if swings else None,
        outside=OUTSIDE,
    )


def _swings(request: FrameRequest, layout: Layout, made: dict[str, dict[str, Made]], *, loaded: bool) -> float | None:
    """Lowest natural frequency with its own mass, and with everything that hangs on it; None where it has none."""
    hung: dict[str, float] = {}
    for load in request.loads if loaded else []:
        spot = layout.spots[load.spot]
        if load.direction != "down" or load.case == "wind":
            continue
        for node in spot.nodes:
            hung[node] = hung.get(node, 0.0) + load.force_N / GRAVITY / len(spot.nodes)
        whole = sum(length_mm(layout, layout.bar(n)) for n, _ in spot.bars)
        for name, width in spot.bars:
            bar = layout.bar(name)
            q = load.line_N_per_mm + load.area_MPa * width + load.force_N / whole
            for node in (bar.i, bar.j):
                hung[node] = hung.get(node, 0.0) + q * length_mm(layout, bar) / 2 / GRAVITY
    try:
        return frequencies_hz(_frame(request, layout, made, {}, 0.0), hung)[0]
    except InputError:
        return None


def _bar(request: FrameRequest, layout: Layout, bar: Bar, made: Made, solved: list[Solved]) -> BarVerdict:
    """The worst of all combinations for each check of a bar, and for the joints at its ends."""
    L = length_mm(layout, bar)
    own = (made.strong, made.weak, made.strength, request.method)
    line, pin_N = weld_line(made.section, made.metal, request), pin_allowed_N(request)
    along = [(*stations(one.result, bar.name), one.words) for one in solved]
    used = [shares(*own, f) for _, f, _ in along]
    bent = max(range(len(along)), key=lambda k: _rank(used[k].together))
    cut = max(range(len(along)), key=lambda k: _rank(used[k].sheared))
    checks = [
        bending_record(bar.name, made.metal, *own, *along[bent], turned=made.turned),
        shear_record(bar.name, made.section, made.metal, *own, *along[cut]),
    ]
    joints = []
    for end, node, at in (("i", bar.i, 0), ("j", bar.j, -1)):
        hinged = f"{end}rz" in bar.released
        _, f, words = max(along, key=lambda a: joint_use(line, pin_N, a[1][at], hinged=hinged))
        joints.append(
            joint_record(f"{bar.name}, {node}", made.section, made.metal, f[at], words, request, hinged=hinged)
        )
    shown = along[bent]
    return BarVerdict(
        name=bar.name,
        role=bar.role,
        i=bar.i,
        j=bar.j,
        section_id=made.section.id,
        material_id=made.metal.id,
        length_mm=L,
        mass_kg=made.section.mass_kg_per_m(made.metal.density_kg_m3) * L / 1000,
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load"),
        joints=joints,
        along_mm=shown[0].tolist(),
        N_N=shown[1][:, 0].tolist(),
        My_Nmm=shown[1][:, 4].tolist(),
        Mz_Nmm=shown[1][:, 5].tolist(),
        T_Nmm=shown[1][:, 3].tolist(),
    )


def _rank(share: Floats) -> float:
    """The greatest share; where there is no rule it comes before all."""
    return math.inf if np.isnan(share).any() else float(share.max())


def _movement(
    request: FrameRequest, layout: Layout, service: list[Solved]
) -> tuple[Check, dict[str, tuple[float, float, float]]]:
    watched = layout.watched or tuple(layout.nodes)
    one, node, size = max(
        ((s, n, float(np.linalg.norm(s.result.displacements[n][:3]))) for s in service for n in watched),
        key=lambda item: item[2],
    )
    limit = deflection_limit_mm(layout.reach_mm, layout.tip, request.limits)
    rule = limit_words(layout.tip, request.limits)
    check = Check(
        id="movement",
        title=f"movement at {node}",
        kind="stiffness",
        method="unfactored loads",
        clause=f"limit {rule}, set in the brief",
        formula="δ ≤ δlim, δ by the frame",
        inputs=[
            Value(symbol="δ", name="movement, all directions together", value=size, unit="mm"),
            Value(symbol="δlim", name="movement allowed", value=limit, unit="mm"),
            Value(symbol="L", name="length the limit is taken from", value=layout.reach_mm, unit="mm"),
        ],
        demand=size,
        capacity=limit,
        unit="mm",
        combination=one.words,
        source="3D frame of straight bars, first order; shear deformation left out",
        assumptions=["supports do not give, joints and hinges have no play"],
    )
    return check, {n: (float(d[0]), float(d[1]), float(d[2])) for n, d in one.result.displacements.items()}


COMPONENTS = ("FX", "FY", "FZ", "MX", "MY", "MZ")


def _handed(layout: Layout, service: list[Solved]) -> list[Handed]:
    out = []
    for node in layout.supports:
        values = np.array([s.result.reactions[node] for s in service])
        for k, component in enumerate(COMPONENTS):
            most, least = float(values[:, k].max()), float(values[:, k].min())
            if max(abs(most), abs(least)) > (1.0 if k < 3 else 1000.0):
                out.append(Handed(node=node, component=component, most=most, least=least, unit="N" if k < 3 else "Nmm"))
    return out
