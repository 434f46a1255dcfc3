"""A structure solved under every combination, its bars and joints checked, its movement held against the limit."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Combination, combinations_of, service_combinations
from yorvek.core.checks.record import Check, Reserve, least_reserve
from yorvek.core.errors import InputError
from yorvek.core.frames.as_a_whole import buckling, buckling_checks, centre, handed
from yorvek.core.frames.bars import Governing, OneBar, bar_checks, bars_of, governing
from yorvek.core.frames.ends import Ends, joints_of, rated_bars
from yorvek.core.frames.events import put
from yorvek.core.frames.movement import Moved, movements
from yorvek.core.frames.repeated import repeated_checks
from yorvek.core.frames.request import FrameRequest, Situation, Slew
from yorvek.core.frames.said import BarVerdict, FrameVerdict, JointVerdict, SituationVerdict
from yorvek.core.frames.slewing import slewed, worst_angles
from yorvek.core.frames.solving import Analysis, layout_in, loads_on
from yorvek.core.frames.stability import stability_checks
from yorvek.core.frames.swinging import frequency_check, swings_hz
from yorvek.core.frames.together import side_by_side, without_sweeps
from yorvek.core.frames.wheels import wheel_checks
from yorvek.core.frames.worst import Worst
from yorvek.core.materials import material
from yorvek.core.sections import price_per_kg, section
from yorvek.core.structures.starters import Layout
from yorvek.core.theory.frames import Mechanism

Floats = NDArray[np.float64]
OUTSIDE = [
    "what the feet stand on: hand over the reactions, anchors by their maker's data",
    "stiffeners, and plates that were not entered as a joint",
    "walls of tubes under what rolls or hangs on them",
    "the load's own swing and impact beyond its dynamic factor",
]


def check_frame(request: FrameRequest, *, swings: bool = True) -> FrameVerdict:
    """Check a structure in every situation; `swings` asks for its natural frequencies too.

    Raises:
        InputError: a dimension, section, load or spot that cannot be; a mechanism; buckling.
    """
    with without_sweeps():
        return _in_all_situations(request, swings)


def _in_all_situations(request: FrameRequest, swings: bool) -> FrameVerdict:
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
    found = min(standing, key=_rank) if standing else _check(request, layout_in(request), swings=swings)
    seen += [_situation(request, one, swings=False) for one in stages]
    strength, stiffness = found.strength, found.stiffness
    for one, _ in seen:
        strength, stiffness = _lesser(strength, one.strength), _lesser(stiffness, one.stiffness)
    return found.model_copy(
        update={"situations": [one for one, _ in seen], "strength": strength, "stiffness": stiffness}
    )


Rank = tuple[float, float]


def _order(reserve: Reserve, checks: list[Check]) -> Rank:
    """What is worse is less: not checked before all, and among alike by the weakest check."""
    first = (-1.0 if reserve.check_id else math.inf) if reserve.value is None else reserve.value
    return first, min((c.reserve for c in checks if c.reserve is not None), default=math.inf)


def _weak(verdict: FrameVerdict) -> Rank:
    return _order(verdict.strength, all_checks(verdict))


def _soft(verdict: FrameVerdict) -> Rank:
    return _order(verdict.stiffness, [*verdict.movements, *verdict.sways])


def _rank(verdict: FrameVerdict) -> Rank:
    return min(_weak(verdict)[0], _soft(verdict)[0]), min(_weak(verdict)[1], _soft(verdict)[1])


def _lesser(a: Reserve, b: Reserve) -> Reserve:
    if a.value is None or b.value is None:
        return a if a.value is None else b
    return b if b.value < a.value else a


def _situation(request: FrameRequest, one: Situation, *, swings: bool) -> tuple[SituationVerdict, FrameVerdict | None]:
    """A position or stage by itself; what is wrong with it is said in its own line."""
    try:
        asked = request.in_situation(one)
        layout = layout_in(asked, one)
        kept = asked.model_copy(update={"loads": loads_on(asked.loads, layout)})
        if one.slew is not None:
            return _slewing(kept, layout, one, one.slew, swings=swings)
        return _line(one, _check(kept, layout, swings=swings))
    except InputError as error:
        nothing = Reserve(value=None, word="not checked", governs=f"{one.name}: {error.sentence}", check_id=None)
        line = SituationVerdict(
            name=one.name, kind=one.kind, strength=nothing, stiffness=nothing, worst=None, mass_kg=0.0,
            centre_mm=(0.0, 0.0, 0.0), handed=[], trouble=error.sentence,
        )  # fmt: skip
        return line, None


def _slewing(
    request: FrameRequest, layout: Layout, one: Situation, slew: Slew, *, swings: bool
) -> tuple[SituationVerdict, FrameVerdict]:
    """Through its range, closer where strength or movement is least; the verdict is that of the worst angle.

    Raises:
        InputError: at an angle, which is named; or what turns is tied to what stands.
    """
    found: dict[float, FrameVerdict] = {}

    def at(angle: float) -> FrameVerdict:
        try:
            found[angle] = _check(request, slewed(layout, slew, angle), swings=swings)
        except InputError as error:
            field = f"{error.field}, at {angle:.0f}°"
            raise InputError(field=field, got=error.got, needs=error.needs) from error
        return found[angle]

    weak, soft = worst_angles(slew, at, _weak, _soft)
    worst = min((weak, soft), key=lambda a: _rank(found[a]))
    named = {
        k: r.model_copy(update={"governs": f"{r.governs}, at {angle:.0f}°"})
        for k, r, angle in (("strength", found[weak].strength, weak), ("stiffness", found[soft].stiffness, soft))
    }
    line, verdict = _line(one, found[worst].model_copy(update=named))
    return line.model_copy(update={"angle_deg": worst}), verdict


def _line(one: Situation, found: FrameVerdict) -> tuple[SituationVerdict, FrameVerdict]:
    """What a position or stage is known by."""
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


D_PLUS_L = Combination("D + L, dynamic factors in", 1, 1, 0)
NOWHERE = 0.5
"""Of the size of the structure: what moves farther under its loads is held by next to nothing."""


def _check(request: FrameRequest, layout: Layout, *, swings: bool) -> FrameVerdict:
    """One situation, from its loads to its verdict."""
    analysis = Analysis(request, layout)
    _known_joints(request, layout)
    windy = any(c.case == "wind" for c in analysis.loading.choices)
    strong = Worst(analysis, combinations_of(request.method, wind=windy), strength=True)
    service = Worst(analysis, service_combinations(wind=windy), strength=False)
    everything = Worst(analysis, [D_PLUS_L], strength=True)
    whole = everything.critical(D_PLUS_L)
    moved, ones, loaded_hz, empty_hz = _worked_out(service, strong, swings=swings)
    rated = rated_bars(analysis)
    plain = bars_of(service) if rated else []
    ends = joints_of(analysis, ones, {o.bar.name: o.outcomes for o in plain if o.bar.name in rated})
    bars = [
        _bar(analysis, one, by, strong, ends) for one, by in zip(ones, governing(ones, request.method), strict=True)
    ]
    stability = [*buckling_checks(strong), *stability_checks(analysis)]
    limit_hz = request.limits.least_hz
    sways = [] if limit_hz is None else [frequency_check(limit_hz, loaded_hz)]
    checks = [*(c for b in bars for c in b.every_check()), *stability]
    strength = least_reserve(checks, "strength", none_applies="no load")
    weakest = next((b.name for b in bars for c in b.every_check() if c.id == strength.check_id), bars[0].name)
    mass = sum(b.mass_kg for b in bars)
    return FrameVerdict(
        words=layout.words,
        nodes=layout.nodes,
        moved={n: (float(d[0]), float(d[1]), float(d[2])) for n, d in zip(layout.nodes, moved.nodes, strict=True)},
        bars=bars,
        movement=moved.checks[0] if moved.checks else moved.greatest,
        movements=[*moved.checks, moved.greatest],
        buckling=buckling(analysis, whole, strong),
        strength=strength,
        stiffness=least_reserve([*moved.checks, *sways], "stiffness", none_applies="no limit"),
        sways=sways,
        weakest=weakest,
        handed=handed(
            service if request.anchored else Worst(analysis, service.combinations, strength=False, grips=True)
        ),
        loads=[put(layout, x) for x in request.loads],
        spots={k: s.words for k, s in layout.spots.items()},
        roles=list(layout.roles),
        mass_kg=mass,
        price=sum(b.mass_kg * price_per_kg(section(b.section_id), material(b.material_id).price_per_kg) for b in bars),
        swings_empty_hz=empty_hz,
        swings_loaded_hz=loaded_hz,
        outside=OUTSIDE,
        stability=stability,
        centre_mm=centre(layout, bars, mass),
    )


def _worked_out(
    service: Worst, strong: Worst, *, swings: bool
) -> tuple[Moved, list[OneBar], float | None, float | None]:
    """How it moves, what its bars come to, and how it swings loaded and empty; of a large structure side by side.

    Raises:
        Mechanism: what moves farther than it is large, before anything else that is wrong.
    """

    def moves() -> Moved:
        found = _moved(service)
        _refuse_loose(analysis, found)
        return found

    analysis = service.analysis
    _prepared(analysis)
    freedoms = 0 if service.states.one_sided else service.states.mesh.count
    loaded = swings or analysis.request.limits.least_hz is not None
    asked: list[Callable[[], Any]] = [
        moves,
        lambda: bars_of(strong),
        lambda: swings_hz(analysis, loaded=True) if loaded else None,
        lambda: swings_hz(analysis, loaded=False) if swings else None,
    ]
    moved, ones, loaded_hz, empty_hz = side_by_side(asked, freedoms)
    return moved, ones, loaded_hz, empty_hz


def _prepared(analysis: Analysis) -> None:
    """What both need, worked out once before they part."""
    taut = analysis.states.taut
    _ = analysis.member_of, taut.ends, taut.N, taut.mesh.pulled, taut.forces


def _moved(service: Worst) -> Moved:
    """Movements; where it buckles under its unfactored loads they are not checked, and say why."""
    try:
        return movements(service)
    except Mechanism as error:
        if not error.buckles:
            raise
        found = service.buckles()
        at = "" if found is None else f" at {found.factor:.2f} times its loads"
        none = Check(
            id="movement", title="movement", kind="stiffness", method="unfactored loads", clause="", formula="",
            unit="mm", source="3D frame, second order", not_checked=f"it buckles{at}: there is no movement at rest",
        )  # fmt: skip
        nodes = service.states.taut.u[: 6 * len(service.analysis.layout.nodes), 0].reshape(-1, 6)[:, :3] * 0.0
        return Moved([none], none, nodes)


def _refuse_loose(analysis: Analysis, moved: Moved) -> None:
    """What moves farther than it is large stands by next to nothing: as good as a mechanism, and said so.

    Raises:
        Mechanism: where it moves most.
    """
    size = analysis.skeleton.size_mm
    far = moved.greatest.demand or 0.0
    if far > NOWHERE * size:
        k = int(np.linalg.norm(moved.nodes, axis=1).argmax())
        raise Mechanism(
            field=f"node {list(analysis.layout.nodes)[k]}",
            got="next to nothing holds it",
            needs=f"it would move {far:.0f} mm, farther than half of its own size: hold it, brace it or make it "
            f"stiffer",
        )


def _bar(analysis: Analysis, one: OneBar, by: Governing, strong: Worst, ends: Ends) -> BarVerdict:
    """A bar's checks, its joints, and its forces where it is bent most."""
    checks, shown = bar_checks(one, by, analysis.request.method)
    checks += repeated_checks(analysis, one) + wheel_checks(analysis, one, strong.combinations)
    made, bar = one.made, one.bar
    length = float(analysis.skeleton.length[one.index])
    return BarVerdict(
        name=bar.name,
        role=bar.role,
        i=bar.i,
        j=bar.j,
        section_id=made.section.id,
        material_id=made.metal.id,
        length_mm=length,
        mass_kg=made.section.mass_kg_per_m(made.metal.density_kg_m3) * length / 1000,
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load"),
        joints=[
            JointVerdict(node=node, kind=kind, chosen=chosen, checks=found)
            for node, kind, chosen, found in ends[bar.name]
        ],
        along_mm=one.at_mm.tolist(),
        N_N=shown[:, 0].tolist(),
        My_Nmm=shown[:, 4].tolist(),
        Mz_Nmm=shown[:, 5].tolist(),
        T_Nmm=shown[:, 3].tolist(),
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
