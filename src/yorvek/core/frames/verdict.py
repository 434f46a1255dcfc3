"""A structure solved under every combination, its bars and joints checked, its movement held against the limit."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.fatigue import ATTACHED, FILLET_ALL_ROUND, PLAIN, WORTH_A_LOOK, fatigue_check
from yorvek.core.checks.limits import deflection_limit_mm, limit_words
from yorvek.core.checks.methods import combinations_of, service_combinations
from yorvek.core.checks.record import Check, Reserve, Value, least_reserve
from yorvek.core.errors import InputError
from yorvek.core.frames.joints import Chord, End, repeated_weld_stress, rules_of, wall_rule, words_of, worst
from yorvek.core.frames.request import FrameRequest, Situation
from yorvek.core.frames.solving import Made, Solved, frame_of, layout_in, made_of, solutions, stations
from yorvek.core.frames.stability import stability_checks
from yorvek.core.frames.strength import bending_record, shares, shear_record
from yorvek.core.frames.swinging import frequency_check, swings_hz
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.sections import price_per_kg, section
from yorvek.core.structures.element import local_axes
from yorvek.core.structures.frame import solve_frame
from yorvek.core.structures.starters import Bar, Layout, length_mm, runs_on

Floats = NDArray[np.float64]
STRAIGHT = math.cos(math.radians(2.0))
OUTSIDE = [
    "what the feet stand on: hand over the reactions, anchors by their maker's data",
    "tube walls at corners where no tube runs through and of round tubes under bars that are not round; stiffeners; plates that were not entered as a joint",
    "the load's own swing and impact beyond its dynamic factor",
]


class JointVerdict(Model):
    """The joint of a bar at a node."""

    node: str
    kind: str
    chosen: bool
    checks: list[Check]


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
    joints: list[JointVerdict]
    along_mm: list[float]
    N_N: list[float]
    My_Nmm: list[float]
    Mz_Nmm: list[float]
    T_Nmm: list[float]

    def every_check(self) -> list[Check]:
        """Of the bar and of its joints."""
        return [*self.checks, *(c for j in self.joints for c in j.checks)]


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


class SituationVerdict(Model):
    """A position or a stage: what governs there, its mass and centre of gravity."""

    name: str
    kind: str
    strength: Reserve
    stiffness: Reserve
    worst: Check | None
    mass_kg: float
    centre_mm: tuple[float, float, float]
    handed: list[Handed]
    trouble: str | None = None


class FrameVerdict(Model):
    """All of a structure; where it has positions, the bars and the chain are those of the worst one, `position`."""

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
    stability: list[Check] = []
    sways: list[Check] = []
    situations: list[SituationVerdict] = []
    position: str = ""
    centre_mm: tuple[float, float, float] = (0.0, 0.0, 0.0)


def check_frame(request: FrameRequest, *, swings: bool = True) -> FrameVerdict:
    """Check a structure in every situation; `swings` asks for its natural frequencies too.

    Raises:
        InputError: a dimension, section, load or spot that cannot be; a mechanism; buckling.
    """
    positions = [s for s in request.situations if s.kind == "position"]
    stages = [s for s in request.situations if s.kind == "stage"]
    seen = [_situation(request, one, swings=swings) for one in positions]
    standing = [v for _, v in seen if v is not None]
    if positions and not standing:
        raise InputError(
            field="positions",
            got=f"{len(positions)}, none of which stands",
            needs=(seen[0][0].trouble or "").rstrip("."),
        )
    found = min(standing, key=_least) if standing else _check(request, layout_in(request), swings=swings)
    seen += [_situation(request, one, swings=False) for one in stages]
    strength, stiffness = found.strength, found.stiffness
    for one, _ in seen:
        strength, stiffness = _lesser(strength, one.strength), _lesser(stiffness, one.stiffness)
    return found.model_copy(
        update={"situations": [one for one, _ in seen], "strength": strength, "stiffness": stiffness}
    )


def _least(verdict: FrameVerdict) -> float:
    return min(-1.0 if r.value is None else r.value for r in (verdict.strength, verdict.stiffness))


def _lesser(a: Reserve, b: Reserve) -> Reserve:
    if a.value is None or b.value is None:
        return a if a.value is None else b
    return b if b.value < a.value else a


def _situation(request: FrameRequest, one: Situation, *, swings: bool) -> tuple[SituationVerdict, FrameVerdict | None]:
    """A position or stage by itself; what is wrong with it is said in its own line."""
    try:
        asked = request.in_situation(one)
        layout = layout_in(asked, one)
        kept = [x for x in asked.loads if x.spot in layout.spots]
        found = _check(asked.model_copy(update={"loads": kept}), layout, swings=swings)
    except InputError as error:
        nothing = Reserve(value=None, word="not checked", governs=f"{one.name}: {error.sentence}", check_id=None)
        line = SituationVerdict(
            name=one.name, kind=one.kind, strength=nothing, stiffness=nothing, worst=None, mass_kg=0.0,
            centre_mm=(0.0, 0.0, 0.0), handed=[], trouble=error.sentence,
        )  # fmt: skip
        return line, None
    named = {
        k: r.model_copy(update={"governs": f"{one.name}: {r.governs}"})
        for k, r in (("strength", found.strength), ("stiffness", found.stiffness))
    }
    soft = found.stiffness.value is not None and (found.strength.value or 0.0) > found.stiffness.value
    worst_check = found.movement if soft else next(
        (c for c in all_checks(found) if c.id == found.strength.check_id), None
    )  # fmt: skip
    line = SituationVerdict(
        name=one.name, kind=one.kind, worst=worst_check, mass_kg=found.mass_kg, centre_mm=found.centre_mm,
        handed=found.handed, **named,
    )  # fmt: skip
    return line, found.model_copy(update={"position": one.name if one.kind == "position" else ""})


def all_checks(verdict: FrameVerdict) -> list[Check]:
    """Every strength check of a structure as it stands: bars, joints, and the whole on its feet."""
    return [*(c for b in verdict.bars for c in b.every_check()), *verdict.stability]


def _check(request: FrameRequest, layout: Layout, *, swings: bool) -> FrameVerdict:
    made = made_of(request, layout)
    _known_joints(request, layout)
    windy = any(x.case == "wind" for x in request.loads)
    strong = list(solutions(request, layout, made, combinations_of(request.method, wind=windy), strength=True))
    service = list(solutions(request, layout, made, service_combinations(wind=windy), strength=False))
    chords = _chords(layout, made, strong)
    often = _repeated(request, layout, made)
    bars = [_bar(request, layout, bar, made[bar.name], strong, chords, often) for bar in layout.bars]
    movement, moved = _movement(request, layout, service)
    stability = stability_checks(request, layout, service)
    limit_hz = request.limits.least_hz
    loaded_hz = swings_hz(request, layout, made, loaded=True) if swings or limit_hz else None
    sways = [] if limit_hz is None else [frequency_check(limit_hz, loaded_hz)]
    everything = [*(c for b in bars for c in b.every_check()), *stability]
    strength = least_reserve(everything, "strength", none_applies="no load")
    weakest = next((b.name for b in bars for c in b.every_check() if c.id == strength.check_id), bars[0].name)
    mass = sum(b.mass_kg for b in bars)
    middles = [
        [b.mass_kg / mass * (p + q) / 2 for p, q in zip(layout.nodes[b.i], layout.nodes[b.j], strict=True)]
        for b in bars
    ]
    centre = [sum(m[k] for m in middles) for k in range(3)]
    return FrameVerdict(
        words=layout.words,
        nodes=layout.nodes,
        moved=moved,
        bars=bars,
        movement=movement,
        strength=strength,
        stiffness=least_reserve([movement, *sways], "stiffness", none_applies="no limit"),
        sways=sways,
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
        mass_kg=mass,
        price=sum(b.mass_kg * price_per_kg(section(b.section_id), material(b.material_id).price_per_kg) for b in bars),
        swings_empty_hz=swings_hz(request, layout, made, loaded=False) if swings else None,
        swings_loaded_hz=loaded_hz,
        outside=OUTSIDE,
        stability=stability,
        centre_mm=(centre[0], centre[1], centre[2]),
    )


def _known_joints(request: FrameRequest, layout: Layout) -> None:
    """A joint chosen for an end that the whole structure does not have is refused."""
    if not request.joints:
        return
    whole = request.starter.layout()
    ends = {f"{b.name}, {n}" for b in whole.bars for n in (b.i, b.j)}
    odd = next((k for k in request.joints if k not in ends), None)
    if odd:
        raise InputError(field="joint", got=odd, needs='the end of a bar, such as "' + min(ends) + '"')


def _chords(layout: Layout, made: dict[str, Made], solved: list[Solved]) -> dict[str, Chord]:
    """Hollow bars that run straight through a node, by node; where two do, the thinner wall."""
    at: dict[str, list[Bar]] = {}
    for bar in layout.bars:
        at.setdefault(bar.i, []).append(bar)
        at.setdefault(bar.j, []).append(bar)
    out: dict[str, Chord] = {}
    for node, bars in at.items():
        if len(bars) < 3:
            continue
        for k, a in enumerate(bars):
            for b in bars[k + 1 :]:
                own = made[a.name]
                if made[b.name].section.id != own.section.id or not own.section.closed:
                    continue
                axes = _axes(layout, a, own)
                if abs(float(axes[0] @ _axes(layout, b, own)[0])) < STRAIGHT:
                    continue
                if node in out and out[node].section.wall_mm <= own.section.wall_mm:
                    continue
                use = max(_pressed(one, bar, node, own) for one in solved for bar in (a, b))
                out[node] = Chord(a.name, own.section, own.metal, axes, use)
    return out


def _axes(layout: Layout, bar: Bar, made: Made) -> Floats:
    return local_axes(np.array(layout.nodes[bar.i]), np.array(layout.nodes[bar.j]), 90.0 if made.turned else 0.0)


def _pressed(one: Solved, bar: Bar, node: str, made: Made) -> float:
    """Greatest stress of a bar at its end there, of its yield."""
    line = one.result.lines[bar.name]
    f = line.along(np.array([0.0 if node == bar.i else line.length_mm]))[0]
    return float(_stress(f[None, :], made)[0]) / made.metal.yield_MPa


def _stress(f: Floats, made: Made) -> Floats:
    """Elastic stress of the extreme fibre at stations, MPa."""
    s = made.section
    return np.asarray(np.abs(f[:, 0]) / s.A_mm2 + np.abs(f[:, 5]) / s.Sx_mm3 + np.abs(f[:, 4]) / s.Sy_mm3)


class Often(Model):
    """A load that comes and goes."""

    name: str
    cycles: float


def _repeated(request: FrameRequest, layout: Layout, made: dict[str, Made]) -> list[tuple[Often, Solved]]:
    """Each load that comes and goes often, alone on the structure, unfactored but with its dynamic factor."""
    out = []
    for k, load in enumerate(request.loads):
        if load.cycles < WORTH_A_LOOK:
            continue
        frame = frame_of(request, layout, made, {k: load.dynamic_factor}, 0.0)
        alone = Solved(service_combinations(wind=False)[0], (load.name,), solve_frame(frame))
        out.append((Often(name=load.name, cycles=load.cycles), alone))
    return out


def _bar(
    request: FrameRequest,
    layout: Layout,
    bar: Bar,
    made: Made,
    solved: list[Solved],
    chords: dict[str, Chord],
    often: list[tuple[Often, Solved]],
) -> BarVerdict:
    """The worst of all combinations for each check of a bar, and for the joints at its ends."""
    L = length_mm(layout, bar)
    own = (made.strong, made.weak, made.strength, request.method)
    along = [(*stations(one.result, bar.name), one.words) for one in solved]
    used = [shares(*own, f) for _, f, _ in along]
    bent = max(range(len(along)), key=lambda k: _rank(used[k].together))
    cut = max(range(len(along)), key=lambda k: _rank(used[k].sheared))
    checks = [
        bending_record(bar.name, made.metal, *own, *along[bent], turned=made.turned),
        shear_record(bar.name, made.section, made.metal, *own, *along[cut]),
    ]
    joints = []
    axes = _axes(layout, bar, made)
    for end, node, at in (("i", bar.i, 0), ("j", bar.j, -1)):
        hinged = f"{end}rz" in bar.released
        place = End(bar.name, node, made.section, made.metal, request)
        joint = request.joints.get(place.name)
        if joint is None and (bar.bored or runs_on(layout, bar, node) or _free(layout, node)):
            through = "bored" if bar.bored else "free" if _free(layout, node) else "runs through"
            joints.append(JointVerdict(node=node, kind=through, chosen=False, checks=[]))
            continue
        rules = rules_of(place, joint, hinged=hinged)
        chord = chords.get(node)
        on_wall = joint is None or joint.kind in ("weld", "groove weld")
        if chord and on_wall and not hinged and abs(float(axes[0] @ chord.axes[0])) < STRAIGHT:
            extra = wall_rule(place, axes, chord)
            rules += [extra] if extra else []
        found = worst(rules, [(f[at], words) for _, f, words in along])
        for load, alone in often if on_wall and not hinged else []:
            stress, detail = repeated_weld_stress(place, joint, stations(alone.result, bar.name)[1][at])
            found.append(fatigue_check(f"{place.name}: weld", stress, load.cycles, FILLET_ALL_ROUND, detail, load.name))
        joints.append(
            JointVerdict(node=node, kind=words_of(joint, hinged=hinged), chosen=joint is not None, checks=found)
        )
    for load, alone in often:
        stress = float(_stress(stations(alone.result, bar.name)[1], made).max())
        category, detail = (ATTACHED, "metal beside welds") if request.welded else (PLAIN, "plain bar")
        checks.append(fatigue_check(bar.name, stress, load.cycles, category, detail, load.name))
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


def _free(layout: Layout, node: str) -> bool:
    """An end that nothing else meets, and that nothing holds or that only rests: what is there is the load's or the ground's."""
    rests = not set(layout.supports.get(node, ())) & {"RX", "RY", "RZ"}
    return rests and sum(node in (b.i, b.j) for b in layout.bars) == 1


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
    size += request.play_mm
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
            *([Value(symbol="s", name="of which play", value=request.play_mm, unit="mm")] if request.play_mm else []),
            Value(symbol="δlim", name="movement allowed", value=limit, unit="mm"),
            Value(symbol="L", name="length the limit is taken from", value=layout.reach_mm, unit="mm"),
        ],
        demand=size,
        capacity=limit,
        unit="mm",
        combination=one.words,
        source="3D frame of straight bars, "
        + ("second order" if request.second_order else "first order")
        + "; shear deformation left out",
        assumptions=[
            "supports do not give" + (", play as entered" if request.play_mm else ", joints and hinges have no play")
        ],
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
