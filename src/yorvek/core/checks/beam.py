"""A beam member checked: bending, shear and deflection, each a full record."""

from __future__ import annotations

from functools import lru_cache
from typing import Literal

import numpy as np

from yorvek.core.checks.beam_said import BeamMember, BeamVerdict, Curve, Reaction
from yorvek.core.checks.bearing import pressed_places, web_checks, wheel_check
from yorvek.core.checks.capacity import Capacities, MaterialColumns, capacities, material_columns
from yorvek.core.checks.found import found_values, found_words
from yorvek.core.checks.limits import deflection_limit_mm, limit_words
from yorvek.core.checks.methods import Combination, Method, combinations_of, no_method, service_combinations
from yorvek.core.checks.notches import Notch, notch_check
from yorvek.core.checks.record import Check, Value, least_reserve
from yorvek.core.clauses.aisc360 import bending, shear
from yorvek.core.errors import InputError
from yorvek.core.materials import Material, material
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import Section, price_per_kg, section
from yorvek.core.sections.table import Array, Axis, SectionTable, section_table
from yorvek.core.structures.beam_solution import NEAR
from yorvek.core.structures.member import MemberCases, Region, member_cases

CRUSHING = "crushing of the wall under point loads and over supports: say on what length they bear"
BESIDE = "aside"
OUTSIDE = [
    "side loads and twist beyond those that are entered",
    "connections, welds and supports",
    CRUSHING,
    "axial force and frame sway",
]


class _Worst:
    """The worst of a quantity over combinations and live-load places, found at stations and then exactly."""

    def __init__(self) -> None:
        self.value = 0.0
        self.at = 0.0
        self.words = ""
        self.values: Array = np.zeros(0)
        self.places: Array = np.zeros(0)


def _worst(
    cases: MemberCases,
    own: float,
    combos: list[Combination],
    quantity: Literal["shear", "moment", "deflection"],
    *,
    strength: bool,
    between: tuple[float, float] | None = None,
) -> _Worst:
    solution = cases.solution
    coefficients = getattr(solution, quantity)
    unit = solution.at_stations(coefficients)
    places = solution.stations_mm()
    inside = slice(None) if between is None else _stations(places, *between)
    best, row = _Worst(), None
    flat = coefficients.reshape(len(coefficients), -1)
    for combo in combos:
        make = cases.strength_factors if strength else cases.factors
        factors = make(own, combo.dead, combo.live, combo.wind)
        size = np.abs(factors @ unit[:, inside]).max(axis=1)
        pattern = int(np.argmax(size * (1 + 1e-9 * cases.patterns.sum(axis=1)))) if len(size) else 0
        if row is not None and size[pattern] < NEAR * abs(best.value):
            continue
        top = solution.largest((factors[pattern] @ flat).reshape(coefficients.shape[1:]), between)
        if row is None or abs(top.value) > abs(best.value) * (1 + 1e-9):
            best.value, best.at, row = top.value, top.x_mm, factors[pattern]
            best.words = f"{combo.name}, {cases.pattern_name(pattern)}"
    assert row is not None
    best.values, best.places = row @ unit, places
    return best


def _stations(places: Array, low: float, high: float) -> slice:
    """The stations between two places, and the next one on each side where none stands on them."""
    first = int(np.searchsorted(places, low + 1e-6, side="right")) - 1
    last = int(np.searchsorted(places, high - 1e-6, side="left"))
    return slice(max(first, 0), min(last, len(places) - 1) + 1)


def _curve(worst: _Worst, scale: float = 1.0) -> Curve:
    return Curve(
        x_mm=worst.places.tolist(),
        y=(worst.values * scale).tolist(),
        greatest=float(worst.value * scale),
        at_mm=worst.at,
        load_position=worst.words,
    )


def _bending_check(
    worst: _Worst,
    s: Section,
    m: Material,
    t: SectionTable,
    caps: Capacities,
    member: BeamMember,
    Fy: float,
    Fu: float,
    Lb: float,
) -> Check:
    method, capacity = member.method, float(caps.moment[0])
    common = [
        Value(symbol="M", name="moment", value=abs(worst.value), unit="Nmm"),
        Value(symbol="Fy", name=_yield_name(member, m), value=Fy, unit="MPa"),
        Value(symbol="S", name="elastic section modulus", value=float(t.S[0]), unit="mm3"),
        Value(symbol="Z", name="plastic section modulus", value=float(t.Z[0]), unit="mm3"),
        Value(symbol="Lb", name="length between sideways restraints", value=Lb, unit="mm"),
        Value(symbol="Mn", name="strength with buckling", value=_number(caps.nominal_moment[0]), unit="Nmm"),
    ]
    if method.kind == "en":
        clause, formula = "EN 1993-1-1 6.2.5, 6.3.2.2", "χLT W fy / γM1 ≥ M, W by the section's class"
        source = "EN 1993-1-1:2005 (from memory); γM0 = γM1 = 1.0"
    elif method.kind != "shop":
        clause, formula = f"AISC 360-22 {bending.CLAUSE[s.shape]}", f"Mn / {method.divides.member:.4g} ≥ M"
        source = "AISC 360-22 chapter F (from memory)"
    else:
        common.append(Value(symbol="Fu", name="ultimate strength", value=Fu, unit="MPa"))
        clause = f"shop factor; buckling after AISC 360-22 {bending.CLAUSE[s.shape]}"
        formula = f"min( min(Fy S, Mn) / {method.n:g}, Fu S / {method.m:g} ) ≥ M"
        source = (
            "elastic bending; buckling by AISC 360-22 chapter F (from memory), used for every metal with its own E "
            "and Fy"
        )
    why = None
    if np.isnan(capacity):
        why = bending.WHY_NOT[s.shape] if np.isnan(caps.nominal_moment[0]) else no_method(m, method)
        if method.kind == "en" and np.isnan(caps.nominal_moment[0]):
            why = "a wall is in class 4, or the shape has no rule here: judge it by another method"
    return Check(
        id="bending",
        title="bending",
        kind="strength",
        method=method.words,
        clause=clause,
        formula=formula,
        inputs=common,
        demand=abs(worst.value),
        capacity=None if why else capacity,
        unit="Nmm",
        at_mm=worst.at,
        combination=worst.words,
        source=source,
        assumptions=_assumptions(member, m, Lb),
        not_checked=why,
    )


def _number(value: float) -> float:
    return 0.0 if np.isnan(value) else float(value)


def _yield_name(member: BeamMember, m: Material) -> str:
    beside = member.welded and m.softens
    return "yield strength beside the weld" if beside else "yield strength"


def _assumptions(member: BeamMember, m: Material, Lb: float) -> list[str]:
    out = [
        "bent about the " + ("axis that stands strong" if member.axis == "strong" else "weak axis"),
        "loads act through the shear centre",
    ]
    if member.unbraced_mm is None:
        out.append(f"held sideways only at the ends ({Lb:g} mm), moment taken as constant (Cb = 1)")
    s = section(member.section_id)
    if s.shape == "composed":
        out.append(s.computed)
    if m.softens:
        out.append(
            "strength beside the weld counts along the whole member"
            if member.welded
            else "no weld where the member is stressed most"
        )
    return out


def _shear_check(
    worst: _Worst, s: Section, m: Material, t: SectionTable, caps: Capacities, member: BeamMember, Fy: float
) -> Check:
    method = member.method
    capacity = float(caps.shear[0])
    why = None
    if np.isnan(capacity):
        why = (
            "its web buckles in shear, or the shape has no rule here: judge it by another method"
            if np.isnan(caps.nominal_shear[0])
            else no_method(m, method)
        )
    rules = {"shop": f"shop factor; {shear.CLAUSE[s.shape]}", "en": "EN 1993-1-1 6.2.6"}
    return Check(
        id="shear",
        title="shear",
        kind="strength",
        method=method.words,
        clause=rules.get(method.kind, f"AISC 360-22 {shear.CLAUSE[s.shape]}"),
        formula="Av fy / √3 / γM0 ≥ V" if method.kind == "en" else f"0.6 Fy Aw Cv / {method.divides.member:.4g} ≥ V",
        inputs=[
            Value(symbol="V", name="shear", value=abs(worst.value), unit="N"),
            Value(symbol="Fy", name=_yield_name(member, m), value=Fy, unit="MPa"),
            Value(symbol="Aw", name="shear area", value=float(t.shear_area[0]), unit="mm2"),
            Value(symbol="Vn", name="strength", value=_number(caps.nominal_shear[0]), unit="N"),
        ],
        demand=abs(worst.value),
        capacity=None if why else capacity,
        unit="N",
        at_mm=worst.at,
        combination=worst.words,
        source="AISC 360-22 chapter G (from memory); solid bars by the greatest elastic shear stress",
        not_checked=why,
    )


@lru_cache(maxsize=4096)
def _strengths(
    section_id: str, material_id: str, axis: Axis, welded: bool, method: str, unbraced_mm: float, length_mm: float
) -> tuple[SectionTable, MaterialColumns, Capacities]:
    """What a section is worth; loads change far more often than sections."""
    t = section_table([section(section_id)], axis)
    columns = material_columns([material(material_id)], welded=welded)
    by = Method.model_validate_json(method)
    return t, columns, capacities(t, columns, by, unbraced_mm=unbraced_mm, length_mm=length_mm)


def _movement_check(
    region: Region, worst: _Worst, moved: float, limit: float, member: BeamMember, m: Material, inertia_mm4: float
) -> Check:
    """The movement of a span or an overhang against its limit."""
    return Check(
        id=f"deflection-{region.from_mm:g}",
        title=f"deflection of {region.name}",
        kind="stiffness",
        method="unfactored loads",
        clause=f"limit {limit_words(region.overhang, member.limits)}, set in the brief",
        formula="δ ≤ δlim, δ from E I",
        inputs=[
            Value(symbol="δ", name="movement", value=moved, unit="mm"),
            Value(symbol="δlim", name="movement allowed", value=limit, unit="mm"),
            Value(symbol="E", name="modulus of elasticity", value=m.E_MPa, unit="MPa"),
            Value(symbol="I", name="second moment of area", value=inertia_mm4, unit="mm4"),
            *found_values(member.stiffness_found, member.play_mm),
            Value(symbol="L", name=region.name, value=region.length_mm, unit="mm"),
        ],
        demand=moved,
        capacity=limit,
        unit="mm",
        at_mm=worst.at,
        combination=worst.words,
        source="Euler-Bernoulli beam, exact polynomials; shear deformation left out",
        assumptions=[found_words(member.stiffness_found, member.play_mm) or "supports do not give, and have no play"],
    )


def check_beam(member: BeamMember) -> BeamVerdict:
    """Check a beam for bending, shear and deflection.

    Raises:
        InputError: unknown section or material, a beam that cannot stand, a load off it.
    """
    s, m = section(member.section_id), material(member.material_id)
    cases = member_cases(member.beam)
    mass_per_m = s.mass_kg_per_m(m.density_kg_m3)
    own = mass_per_m * GRAVITY / 1000.0
    Lb = member.unbraced_mm or max(r.length_mm for r in cases.regions)
    length = member.beam.length_mm
    t, columns, caps = _strengths(s.id, m.id, member.axis, member.welded, member.method.model_dump_json(), Lb, length)
    windy = any(x.case == "wind" for x in member.beam.loads)
    combos, service = combinations_of(member.method, wind=windy), service_combinations(wind=windy)
    moment = _worst(cases, own, combos, "moment", strength=True)
    force = _worst(cases, own, combos, "shear", strength=True)
    Fy, Fu = float(columns.Fy[0]), float(columns.Fu[0])
    EI = float(columns.E[0] * t.inertia[0]) * member.stiffness_found
    checks = [_bending_check(moment, s, m, t, caps, member, Fy, Fu, Lb), _shear_check(force, s, m, t, caps, member, Fy)]
    places = pressed_places(cases, own, combos) if member.bearing_mm or member.wheel_from_edge_mm is not None else []
    if member.bearing_mm and member.axis == "strong":
        checks += web_checks(s, m, Fy, member.method, places, member.bearing_mm, length)
    if member.wheel_from_edge_mm is not None:
        wheel = wheel_check(
            s, m, Fy, member.method, places, member.wheel_from_edge_mm, abs(moment.value) / float(t.S[0]), length
        )
        checks += [wheel] if wheel else []
    checks += [_notch_check(n, s, m, member, cases, own, combos) for n in member.notches]
    moves: list[tuple[float, _Worst, float, tuple[float, float]]] = []
    for region in cases.regions:
        worst = _worst(cases, own, service, "deflection", strength=False, between=(region.from_mm, region.to_mm))
        limit = deflection_limit_mm(region.length_mm, region.overhang, member.limits)
        moved = abs(worst.value) / EI + member.play_mm
        checks.append(_movement_check(region, worst, moved, limit, member, m, float(t.inertia[0])))
        moves.append((moved / limit, worst, limit, (region.from_mm, region.to_mm)))
    _, worst_move, limit, region_ends = max(moves, key=lambda x: x[0])
    mass = mass_per_m * length / 1000
    total_live = sum(x.force_N * (1 if x.runs else len(x.at_mm)) for x in member.beam.loads if x.case == "live")
    checks += beside(member)
    moved = abs(worst_move.value) / EI
    return BeamVerdict(
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load"),
        stiffness=least_reserve(checks, "stiffness", none_applies="no limit"),
        mass_kg=mass,
        price=mass * price_per_kg(s, m.price_per_kg),
        shear=_curve(force),
        moment=_curve(moment),
        deflection=_curve(worst_move, 1 / EI),
        limit_mm=limit,
        limit_region=region_ends,
        reactions=_reactions(cases, own, service),
        regions=[(r.name, r.from_mm, r.to_mm) for r in cases.regions],
        outside=[x for x in OUTSIDE if not (member.bearing_mm and x == CRUSHING)],
        stiffness_N_per_mm=total_live / moved if total_live and moved else None,
    )


def beside(member: BeamMember) -> list[Check]:
    """What loads that do more than bend it up and down call for; nothing is said of it here."""
    names = ", ".join(member.beam.in_space)
    if not names:
        return []
    return [
        Check(
            id=BESIDE, title="with what acts aside, across, together or often", kind="strength", clause="", formula="",
            method=member.method.words, source="",
            not_checked=f"{names}: more than bending up and down, which is judged in space and not here",
        )
    ]  # fmt: skip


def _notch_check(
    notch: Notch, s: Section, m: Material, member: BeamMember, cases: MemberCases, own: float, combos: list[Combination]
) -> Check:
    """A notch under the greatest moment and shear along its length, whichever load places they come from."""
    length = member.beam.length_mm
    if member.axis != "strong":
        raise InputError(field="notch", got="bent about the weak axis", needs="a member that stands on its strong axis")
    if notch.at_mm + notch.length_mm > length + 1e-6:
        raise InputError(
            field="notch",
            got=f"{notch.at_mm:g} mm, {notch.length_mm:g} mm long",
            needs=f"it must lie within the member's {length:g} mm",
        )
    between = (notch.at_mm, notch.at_mm + notch.length_mm)
    moment = _worst(cases, own, combos, "moment", strength=True, between=between)
    force = _worst(cases, own, combos, "shear", strength=True, between=between)
    return notch_check(
        s, m, member.method, notch, abs(moment.value), abs(force.value), moment.words, welded=member.welded
    )


def _reactions(cases: MemberCases, own: float, combos: list[Combination]) -> list[Reaction]:
    out: list[Reaction] = []
    factors = np.concatenate([cases.factors(own, c.dead, c.live, c.wind) for c in combos])
    forces, moments = factors @ cases.solution.reactions_N, factors @ cases.solution.fixing_moments_Nmm
    for i, support in enumerate(cases.request.supports):
        turn = moments[:, i]
        out.append(
            Reaction(
                x_mm=support.x_mm,
                kind=support.kind,
                most_N=float(forces[:, i].max()),
                least_N=float(forces[:, i].min()),
                moment_Nmm=float(turn[np.argmax(np.abs(turn))]),
            )
        )
    return out
