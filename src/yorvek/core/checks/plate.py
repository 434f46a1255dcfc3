"""A flat plate checked: a panel on four edges, a strip, a disc, or a web with lightening holes; each check a full
record.
"""

from __future__ import annotations

import numpy as np

from yorvek.core.checks.methods import Method, combinations_of, no_method, service_combinations
from yorvek.core.checks.perforated import Perforated, perforated_web
from yorvek.core.checks.plate_loads import POISSON, Form, Plate, PlateLoad, Shapes, Worst, load_shapes, worst_of
from yorvek.core.checks.record import Check, Reserve, Value, least_reserve
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.structures.plates import too_thin, water_pressure

__all__ = ["Form", "Plate", "PlateLoad", "PlateVerdict", "check_plate"]
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
    shapes = load_shapes(plate, m.E_MPa, POISSON, own)
    windy = any(x.case == "wind" for x in plate.loads)
    strong = worst_of(shapes, combinations_of(plate.method, wind=windy), dynamic=True)
    service = worst_of(shapes, service_combinations(wind=windy), dynamic=False)
    checks = [_stress_check(plate, m, shapes, strong), _movement_check(plate, m, service)] if len(shapes) else []
    even = sum(x.area_MPa for x in plate.loads) + own
    wet = water_pressure(plate.water_mm).resultant_N_per_mm * plate.a_mm if plate.water_mm else 0.0
    nothing = "no load reaches it: put one on"
    return PlateVerdict(
        checks=checks,
        strength=least_reserve(checks, "strength", none_applies=nothing),
        stiffness=least_reserve(checks, "stiffness", none_applies=nothing),
        mass_kg=whole_kg,
        price=whole_kg * m.price_per_kg,
        total_N=even * float(area) + wet + sum(x.force_N for x in plate.loads),
        moved_mm=service.field,
        outside=[
            x for x in OUTSIDE[plate.form] if not (x.startswith("point loads") and any(y.force_N for y in plate.loads))
        ],
    )


def allowed_stress_MPa(m: Material, method: Method, *, welded: bool, lasting: bool = False) -> float:
    """Stress that the outer fibre may reach: yield by the method's divisor, and for a brittle or soft metal its
    breaking one; of a plastic under a load that stays, what it bears for good.
    """
    Fy, Fu = (m.yield_at_weld_MPa, m.ultimate_at_weld_MPa) if welded else (m.yield_MPa, m.ultimate_MPa)
    if lasting and m.lasting_MPa is not None:
        Fy = Fu = m.lasting_MPa
    by = method.divides
    return min(Fy / by.member, Fu / by.rupture)


def _edge_words(plate: Plate) -> str:
    if plate.form == "panel":
        return ", ".join(f"{n} {e}" for n, e in zip(("left", "right", "bottom", "top"), plate.edges, strict=True))
    return plate.edges[0] if plate.form == "disc" else f"left {plate.edges[0]}, right {plate.edges[1]}"


def _stress_check(plate: Plate, m: Material, shapes: Shapes, found: Worst) -> Check:
    words, lasting = found.words, shapes.lasting
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
                [Value(symbol="σ∞", name="borne for good", value=m.lasting_MPa, unit="MPa")]
                if lasting and m.lasting_MPa
                else []
            ),
            *(
                [Value(symbol="h", name="water over the lower edge", value=plate.water_mm, unit="mm")]
                if plate.water_mm
                else []
            ),
        ],
        demand=found.stress_MPa,
        capacity=allowed_stress_MPa(m, plate.method, welded=plate.welded, lasting=lasting),
        unit="MPa",
        combination=words,
        source=source,
        assumptions=[
            f"edges: {_edge_words(plate)}",
            "the greater of the two bending moments; twist at the corners left out",
            m.source,
        ],
        not_checked=no_method(m, plate.method) or shapes.trouble,
    )


def _movement_check(plate: Plate, m: Material, found: Worst) -> Check:
    words = found.words
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
        not_checked=found.trouble,
    )


def _web_checks(plate: Plate, m: Material, found: Perforated) -> list[Check]:
    """Bending and shear at the worst hole; none where nothing is entered."""
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
    if bent + local + sheared <= 0:
        return []
    return [
        Check(
            id="web-bending",
            title="bending at a hole",
            clause="net section and frame action across the hole",
            formula="M / Snet + (V/2) (c/2) / Stee ≤ σ allowed",
            inputs=[*inputs, Value(symbol="Snet", name="modulus at the hole", value=found.net_S_mm3, unit="mm3")],
            demand=bent + local,
            capacity=allowed,
            source="beam theory; round hole taken as 0.45 d either side (rectangle of the same frame action, common "
            "practice, no source)",
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


def _web(plate: Plate, m: Material, whole_kg: float) -> PlateVerdict:
    found = perforated_web(
        length_mm=plate.a_mm, depth_mm=plate.b_mm, thickness_mm=plate.thickness_mm, hole_mm=plate.hole_mm,
        pitch_mm=plate.pitch_mm, rim_mm=plate.rim_mm,
    )  # fmt: skip
    checks = _web_checks(plate, m, found)
    kg = whole_kg * (1 - found.mass_saved)
    return PlateVerdict(
        checks=checks,
        strength=least_reserve(
            checks, "strength", none_applies="no load reaches it: give the moment and shear at its worst hole"
        ),
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
