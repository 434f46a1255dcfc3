"""A flat plate checked: a panel on four edges, a strip, a disc, or a web with lightening holes; each check a full record."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import Field

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Combination, Method, combinations_of, no_method, service_combinations
from yorvek.core.checks.perforated import Perforated, perforated_web
from yorvek.core.checks.record import Check, Reserve, Value, least_reserve
from yorvek.core.errors import InputError
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.structures.plates import (
    Edge,
    circular_plate,
    plate_strip,
    rectangular_plate,
    too_thin,
    water_pressure,
)

POISSON = 0.3
Form = Literal["panel", "strip", "disc", "web"]
OUTSIDE = {
    "panel": [
        "what its edges stand on, and the corners' pull upwards",
        "point loads and wheels",
        "buckling under push in its plane",
    ],
    "strip": ["what its ends stand on", "point loads and wheels"],
    "disc": ["what its rim stands on", "point loads"],
    "web": ["buckling of the web between the holes", "point loads at a hole"],
}


class PlateLoad(Model):
    """A load on a plate: even over it, or for a web the moment and shear at its worst place."""

    name: str
    case: Literal["dead", "live", "wind"] = "live"
    area_MPa: float = 0.0
    dynamic_factor: float = 1.0


class Plate(Model):
    """A plate. Side a runs along, side b upwards; a disc's diameter is a; a strip spans along a and is b wide."""

    form: Form = "panel"
    a_mm: float = Field(gt=0)
    b_mm: float = Field(gt=0)
    thickness_mm: float = Field(gt=0)
    material_id: str
    edges: tuple[Edge, Edge, Edge, Edge] = ("simple", "simple", "simple", "simple")
    """Left, right, bottom, top; a disc takes the first; a strip clamped at the left only is held there alone."""
    lies: Literal["flat", "upright"] = "flat"
    loads: list[PlateLoad] = []
    water_mm: float = Field(default=0.0, ge=0, description="height of still water over the lower edge")
    hole_mm: float = Field(default=0.0, ge=0, description="of a web: diameter of its lightening holes")
    pitch_mm: float = Field(default=0.0, ge=0)
    rim_mm: float = Field(default=0.0, ge=0, description="of a web: height of the pressed rim, one side")
    moment_Nmm: float = 0.0
    shear_N: float = 0.0
    limits: Limits = Limits()
    method: Method = Method()
    welded: bool = False


class PlateVerdict(Model):
    """All about a plate; for a panel also where it moves how much, in rows from the lower edge up."""

    checks: list[Check]
    strength: Reserve
    stiffness: Reserve
    mass_kg: float
    price: float
    total_N: float
    moved_mm: list[list[float]] = []
    perforated: Perforated | None = None
    outside: list[str]


class _Solved(Model):
    """Greatest stress and movement under one pressure."""

    stress_MPa: float
    moved_mm: float
    where: str
    field: list[list[float]] = []


def check_plate(plate: Plate) -> PlateVerdict:
    """Check a plate.

    Raises:
        InputError: unknown material, sides that cannot be, a hole larger than the web.
    """
    m = material(plate.material_id)
    if plate.form == "disc" and plate.b_mm != plate.a_mm:
        plate = plate.model_copy(update={"b_mm": plate.a_mm})
    area = np.pi * plate.a_mm**2 / 4 if plate.form == "disc" else plate.a_mm * plate.b_mm
    whole_kg = float(area) * plate.thickness_mm * m.density_kg_m3 * 1e-9
    own = whole_kg * GRAVITY / float(area) if plate.lies == "flat" and plate.form != "web" else 0.0
    if plate.form == "web":
        return _web(plate, m, whole_kg)
    windy = any(x.case == "wind" for x in plate.loads)
    strong = _worst(plate, m, own, combinations_of(plate.method, wind=windy), dynamic=True)
    service = _worst(plate, m, own, service_combinations(wind=windy), dynamic=False)
    checks = [_stress_check(plate, m, *strong), _movement_check(plate, m, *service)]
    even = sum(x.area_MPa for x in plate.loads) + own
    wet = water_pressure(plate.water_mm).resultant_N_per_mm * plate.a_mm if plate.water_mm else 0.0
    return PlateVerdict(
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load"),
        stiffness=least_reserve(checks, "stiffness", none_applies="no limit"),
        mass_kg=whole_kg,
        price=whole_kg * m.price_per_kg,
        total_N=even * float(area) + wet,
        moved_mm=service[0].field,
        outside=OUTSIDE[plate.form],
    )


def _worst(plate: Plate, m: Material, own: float, combos: list[Combination], *, dynamic: bool) -> tuple[_Solved, str]:
    found = []
    for combo in combos:
        even = own * combo.dead + sum(
            x.area_MPa * combo.factor(x.case) * (x.dynamic_factor if dynamic else 1.0) for x in plate.loads
        )
        found.append((_solve(plate, m, even, combo.live), combo.name))
    return max(found, key=lambda one: one[0].stress_MPa)


def _solve(plate: Plate, m: Material, even: float, water_factor: float) -> _Solved:
    a, b, t = plate.a_mm, plate.b_mm, plate.thickness_mm
    if plate.water_mm and plate.form != "panel":
        raise InputError(
            field="water", got=plate.form, needs="a panel on four edges: water on other plates is not in this version"
        )
    if plate.form == "disc":
        round_ = circular_plate(a / 2, t, even, plate.edges[0], m.E_MPa, POISSON)
        return _Solved(
            stress_MPa=round_.sigma_max_MPa,
            moved_mm=round_.w_centre_mm,
            where="in the middle" if plate.edges[0] == "simple" else "at the rim",
        )
    if plate.form == "strip":
        held = plate.edges[:2]
        if held == ("clamped", "clamped"):
            moved = even * a**4 / (384 * m.E_MPa * t**3 / 12)
            return _Solved(stress_MPa=6 * even * a**2 / 12 / t**2, moved_mm=moved, where="at its ends")
        if "clamped" in held:
            one = plate_strip(a, t, even, "one end", m.E_MPa, POISSON)
            return _Solved(stress_MPa=one.sigma_MPa, moved_mm=one.w_beam_mm, where="where it is held")
        two = plate_strip(a, t, even, "both ends", m.E_MPa, POISSON)
        return _Solved(stress_MPa=two.sigma_MPa, moved_mm=two.w_beam_mm, where="in the middle")
    deep = plate.water_mm
    bottom = water_pressure(deep).p_bottom_MPa * water_factor if deep else 0.0
    top = bottom * (1 - b / deep) if deep > b else 0.0
    if 0 < deep < b:
        places, pressure = (0.0, deep / b, 1.0), (bottom + even, even, even)
        solved = rectangular_plate(a_mm=a, b_mm=b, thickness_mm=t, pressure_MPa=pressure, places=places, varies_along="b",
                                   edges=(plate.edges[:2], plate.edges[2:]), E_MPa=m.E_MPa, nu=POISSON)  # fmt: skip
    else:
        solved = rectangular_plate(a_mm=a, b_mm=b, thickness_mm=t, pressure_MPa=(bottom + even, top + even), varies_along="b",
                                   edges=(plate.edges[:2], plate.edges[2:]), E_MPa=m.E_MPa, nu=POISSON)  # fmt: skip
    x, y, w, Mx, My = solved.everywhere()
    most = np.maximum(np.abs(Mx), np.abs(My))
    i, k = np.unravel_index(int(np.argmax(most)), most.shape)
    return _Solved(
        stress_MPa=solved.stress_MPa(float(most[i, k])),
        moved_mm=float(np.abs(w).max()),
        where=f"{x[i]:.0f} mm along, {y[k]:.0f} mm up",
        field=[[round(float(v), 4) for v in row] for row in w.T[::4, ::4]],
    )


def allowed_stress_MPa(m: Material, method: Method, *, welded: bool) -> float:
    """Stress that the outer fibre may reach: yield by the method's divisor, and for a brittle or soft metal its breaking one."""
    Fy, Fu = (m.yield_at_weld_MPa, m.ultimate_at_weld_MPa) if welded else (m.yield_MPa, m.ultimate_MPa)
    by = method.divides
    return min(Fy / by.member, Fu / by.rupture)


def _edge_words(plate: Plate) -> str:
    if plate.form == "panel":
        return ", ".join(f"{n} {e}" for n, e in zip(("left", "right", "bottom", "top"), plate.edges, strict=True))
    return plate.edges[0] if plate.form == "disc" else f"left {plate.edges[0]}, right {plate.edges[1]}"


def _stress_check(plate: Plate, m: Material, found: _Solved, words: str) -> Check:
    source = {
        "panel": "thin plate by Ritz, held against Timoshenko and Woinowsky-Krieger's tables",
        "disc": "Timoshenko and Woinowsky-Krieger, closed form",
        "strip": "one-way bending, closed form",
    }[plate.form]
    return Check(
        id="plate-stress",
        title=f"bending of the plate, {found.where}",
        kind="strength",
        method=plate.method.words,
        clause="elastic stress of the outer fibre",
        formula="6 M / t² ≤ σ allowed",
        inputs=[
            Value(symbol="σ", name="bending stress", value=found.stress_MPa, unit="MPa"),
            Value(symbol="t", name="thickness", value=plate.thickness_mm, unit="mm"),
            Value(symbol="a", name="side along", value=plate.a_mm, unit="mm"),
            Value(symbol="b", name="side upwards", value=plate.b_mm, unit="mm"),
            *(
                [Value(symbol="h", name="water over the lower edge", value=plate.water_mm, unit="mm")]
                if plate.water_mm
                else []
            ),
        ],
        demand=found.stress_MPa,
        capacity=allowed_stress_MPa(m, plate.method, welded=plate.welded),
        unit="MPa",
        combination=words,
        source=source,
        assumptions=[
            f"edges: {_edge_words(plate)}",
            "the greater of the two bending moments; twist at the corners left out",
            m.source,
        ],
        not_checked=no_method(m, plate.method),
    )


def _movement_check(plate: Plate, m: Material, found: _Solved, words: str) -> Check:
    tip = plate.form == "strip" and sorted(plate.edges[:2]) == ["clamped", "simple"]
    span = plate.a_mm if plate.form in ("disc", "strip") else min(plate.a_mm, plate.b_mm)
    limits = plate.limits
    limit = limits.absolute_mm or (2 * span / limits.cantilever_over if tip else span / limits.span_over)
    thin = too_thin(found.moved_mm, plate.thickness_mm)
    return Check(
        id="plate-movement",
        title="movement of the plate",
        kind="stiffness",
        method="unfactored loads",
        clause="limit of the brief, over the shorter side",
        formula="w ≤ wlim, D = E t³ / 12 (1 − ν²)",
        inputs=[
            Value(symbol="w", name="movement", value=found.moved_mm, unit="mm"),
            Value(symbol="E", name="modulus of elasticity", value=m.E_MPa, unit="MPa"),
            Value(symbol="t", name="thickness", value=plate.thickness_mm, unit="mm"),
        ],
        demand=found.moved_mm,
        capacity=limit,
        unit="mm",
        combination=words,
        source="small deflections of thin plates",
        assumptions=[
            "edges do not give",
            *(
                ["it moves more than half its thickness: held at its edges it is stiffer than this, on the safe side"]
                if thin
                else []
            ),
        ],
    )


def _web(plate: Plate, m: Material, whole_kg: float) -> PlateVerdict:
    found = perforated_web(
        length_mm=plate.a_mm, depth_mm=plate.b_mm, thickness_mm=plate.thickness_mm, hole_mm=plate.hole_mm,
        pitch_mm=plate.pitch_mm, rim_mm=plate.rim_mm,
    )  # fmt: skip
    allowed = allowed_stress_MPa(m, plate.method, welded=plate.welded)
    common = {
        "kind": "strength",
        "method": plate.method.words,
        "unit": "MPa",
        "not_checked": no_method(m, plate.method),
    }
    inputs = [
        Value(symbol="d", name="hole", value=plate.hole_mm, unit="mm"),
        Value(symbol="p", name="pitch", value=plate.pitch_mm, unit="mm"),
        Value(symbol="h", name="depth", value=plate.b_mm, unit="mm"),
        Value(symbol="t", name="thickness", value=plate.thickness_mm, unit="mm"),
    ]
    bent = abs(plate.moment_Nmm) / found.net_S_mm3
    local = abs(plate.shear_N) / 2 * found.half_chord_mm / found.tee_S_mm3
    sheared = abs(plate.shear_N) / found.net_shear_mm2 * 1.5
    checks = [
        Check(
            id="web-bending",
            title="bending at a hole",
            clause="net section and frame action across the hole",
            formula="M / Snet + (V/2) (c/2) / Stee ≤ σ allowed",
            inputs=[*inputs, Value(symbol="Snet", name="modulus at the hole", value=found.net_S_mm3, unit="mm3")],
            demand=bent + local,
            capacity=allowed,
            source="beam theory; round hole taken as 0.45 d either side (rectangle of the same frame action, common practice, no source)",
            assumptions=["moment and shear as entered, at one and the same hole"],
            **common,
        ),
        Check(
            id="web-shear",
            title="shear at a hole",
            clause="net section",
            formula="1.5 V / Anet ≤ 0.6 σ allowed",
            inputs=inputs,
            demand=sheared,
            capacity=0.6 * allowed,
            source="rectangle's greatest shear stress on what stands over and under the hole",
            **common,
        ),
    ]
    kg = whole_kg * (1 - found.mass_saved)
    return PlateVerdict(
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load"),
        stiffness=Reserve(
            value=None,
            word="not checked",
            governs="a web is looked at for strength; its loss of stiffness is stated",
            check_id=None,
        ),
        mass_kg=kg,
        price=whole_kg * m.price_per_kg,
        total_N=0.0,
        perforated=found,
        outside=OUTSIDE["web"],
    )
