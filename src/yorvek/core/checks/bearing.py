"""Walls under concentrated loads: webs over supports and under point loads, and a bottom flange under wheels."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yorvek.core.checks.methods import Combination, Method, no_method
from yorvek.core.checks.record import Check, Value
from yorvek.core.clauses.aisc360.webs import web_crippling, web_yielding
from yorvek.core.clauses.en1993.patch import patch_resistance_N
from yorvek.core.clauses.en1993.wheels import end_reach_mm, flange_under_wheel_N
from yorvek.core.materials import Material
from yorvek.core.sections import Section
from yorvek.core.structures import BeamLoad, MemberCases

OPEN = ("i", "channel")
NO_RULE = (
    "the rule for walls of this shape under a concentrated load is not in this version: put a plate inside or judge "
    "it otherwise"
)


@dataclass(frozen=True)
class Pressed:
    """A concentrated force on the member: where, how much, under which combination."""

    words: str
    x_mm: float
    force_N: float
    combination: str


def pressed_places(cases: MemberCases, own: float, combos: list[Combination]) -> list[Pressed]:
    """The greatest force at each support and under each point load, of all combinations."""
    out = []
    for k, support in enumerate(cases.request.supports):
        best = Pressed(f"over the support at {support.x_mm:g} mm", support.x_mm, 0.0, "")
        for combo in combos:
            factors = cases.strength_factors(own, combo.dead, combo.live, combo.wind)
            forces = np.abs(factors @ cases.solution.reactions_N[:, k])
            if float(forces.max()) > best.force_N:
                best = Pressed(best.words, support.x_mm, float(forces.max()), combo.name)
        out.append(best)
    for load in cases.request.loads:
        if load.sideways:
            continue
        factor, name = max((_factor(load, c), c.name) for c in combos)
        places = [x for _, x in cases.stops] if load.runs else load.at_mm
        out += [Pressed(f"under {load.name} at {x:g} mm", x, abs(load.force_N) * factor, name) for x in places]
    return [p for p in out if p.force_N > 0]


def _factor(load: BeamLoad, combo: Combination) -> float:
    return combo.factor(load.case) * (load.dynamic_factor if load.case == "live" else 1.0)


def web_checks(
    s: Section, m: Material, Fy: float, method: Method, places: list[Pressed], bearing_mm: float, length_mm: float
) -> list[Check]:
    """Yielding and crippling of the web at each place, the worse of the two as one record."""
    out = []
    for place in places:
        to_end = min(place.x_mm, length_mm - place.x_mm)
        capacity, clause, formula, source = _web(s, m, Fy, method, bearing_mm, to_end)
        why = NO_RULE if capacity is None else no_method(m, method)
        out.append(
            Check(
                id=f"web-{place.words}",
                title=f"web {place.words}",
                kind="strength",
                method=method.words,
                clause=clause,
                formula=formula,
                inputs=[
                    Value(symbol="R", name="force", value=place.force_N, unit="N"),
                    Value(symbol="lb", name="length it bears on", value=bearing_mm, unit="mm"),
                    Value(symbol="tw", name="web or wall", value=s.wall_mm, unit="mm"),
                    Value(symbol="tf", name="flange", value=s.flange_mm or s.wall_mm, unit="mm"),
                    Value(symbol="Fy", name="yield strength", value=Fy, unit="MPa"),
                ],
                demand=place.force_N,
                capacity=None if why else capacity,
                unit="N",
                at_mm=place.x_mm,
                combination=place.combination,
                source=source,
                assumptions=["no stiffener there", "the flange is held sideways at the place"],
                not_checked=why,
            )
        )
    return out


def _web(
    s: Section, m: Material, Fy: float, method: Method, bearing_mm: float, to_end: float
) -> tuple[float | None, str, str, str]:
    """What a web takes, N; None where no rule is here."""
    if method.kind == "en":
        if s.shape not in OPEN:
            return None, "EN 1993-1-5 6", "", "EN 1993-1-5:2006"
        found = patch_resistance_N(
            fy_MPa=Fy, E_MPa=m.E_MPa, depth_mm=s.depth_mm, width_mm=s.width_mm, web_mm=s.wall_mm, flange_mm=s.flange_mm,
            bearing_mm=bearing_mm, at_end=to_end < s.depth_mm,
        )  # fmt: skip
        return found, "EN 1993-1-5 6.2", "fy Leff tw / γM1 ≥ F", "EN 1993-1-5:2006 (from memory)"
    if s.shape not in (*OPEN, "rhs"):
        return None, "AISC 360-22 J10", "", "AISC 360-22"
    box = s.shape == "rhs"
    webs, flange = (2, s.wall_mm) if box else (1, s.flange_mm)
    k = s.outer_radius_mm or 1.5 * s.wall_mm if box else s.flange_mm + s.root_radius_mm
    depth = s.depth_mm - 3 * s.wall_mm if box else s.depth_mm
    yields = web_yielding(Fy_MPa=Fy, web_mm=s.wall_mm, k_mm=k, bearing_mm=bearing_mm, at_end=to_end < s.depth_mm)
    cripples = web_crippling(
        Fy_MPa=Fy, E_MPa=m.E_MPa, depth_mm=depth, web_mm=s.wall_mm, flange_mm=flange, bearing_mm=bearing_mm,
        at_end=to_end < s.depth_mm / 2,
    )  # fmt: skip
    by = method.divides
    allowed = {
        "shop": (yields.nominal / by.member, cripples.nominal / by.member),
        "lifting": (yields.nominal / by.member, cripples.nominal / by.rupture),
        "asd": (yields.asd, cripples.asd),
        "lrfd": (yields.lrfd, cripples.lrfd),
    }[method.kind]
    clause = "AISC 360-22 J10.2, J10.3" + (", both walls of the box (table K3.2)" if box else "")
    return (
        webs * min(allowed),
        clause,
        "min( Fy tw (5k + lb), crippling ) by the method ≥ R",
        "AISC 360-22 (from memory)",
    )


def _wheel_inputs(s: Section, wheel_N: float, from_edge_mm: float, bent_MPa: float, Fy: float) -> list[Value]:
    return [
        Value(symbol="F/2", name="one wheel", value=wheel_N, unit="N"),
        Value(symbol="n", name="wheel's middle from the flange's edge", value=from_edge_mm, unit="mm"),
        Value(symbol="tf", name="flange", value=s.flange_mm, unit="mm"),
        Value(symbol="σ", name="stress of the flange from the member's bending", value=bent_MPa, unit="MPa"),
        Value(symbol="fy", name="yield strength", value=Fy, unit="MPa"),
    ]


def wheel_check(
    s: Section,
    m: Material,
    Fy: float,
    method: Method,
    places: list[Pressed],
    from_edge_mm: float | None,
    bent_MPa: float,
    length_mm: float,
    *,
    id: str = "flange-wheel",
) -> Check | None:
    """Wheels on the bottom flange, half of each point load on either side of the web, at every place; None without
    point loads.

    Args:
        from_edge_mm: the wheel's middle from the flange's edge; not entered: at the edge, where it bends it most.
        length_mm: of the member: close to its ends the flange spreads a wheel less.
    """
    loads = [p for p in places if p.words.startswith("under")]
    if not loads:
        return None
    why = None if s.shape == "i" else "wheels are looked at on the flange of an I section only"
    n = from_edge_mm or 0.0
    reach = end_reach_mm(width_mm=s.width_mm, web_mm=s.wall_mm, root_mm=s.root_radius_mm)

    def takes(place: Pressed) -> float:
        return flange_under_wheel_N(
            fy_MPa=Fy, flange_mm=s.flange_mm, width_mm=s.width_mm, web_mm=s.wall_mm, root_mm=s.root_radius_mm,
            from_edge_mm=n, bent_MPa=min(bent_MPa, Fy), at_end=min(place.x_mm, length_mm - place.x_mm) < reach,
        )  # fmt: skip

    worst = max(loads, key=lambda p: p.force_N if why else p.force_N / max(takes(p), 1e-9))
    return Check(
        id=id,
        title="bottom flange under a wheel",
        kind="strength",
        method=method.words,
        clause="EN 1993-6 6.7",
        formula="leff tf² fy (1 − (σ/fy)²) / 4m, by the method ≥ F/2",
        inputs=_wheel_inputs(s, worst.force_N / 2, n, bent_MPa, Fy),
        demand=worst.force_N / 2,
        capacity=None if why else takes(worst) / method.divides.member,
        unit="N",
        at_mm=worst.x_mm,
        combination=worst.combination,
        source="EN 1993-6:2007 (from memory)",
        assumptions=[
            "a wheel on each side of the web",
            f"within {reach:.0f} mm of an end: as at an end that no plate stiffens",
            "bending of the member taken at its greatest",
            *(["where the wheels run was not entered: at the edge, which is worst"] if from_edge_mm is None else []),
        ],
        not_checked=why or no_method(m, method),
    )
