"""Every section of the catalogue in every chosen material it is sold in, against the limits, and the efficient
frontier.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.checks.beam_said import BeamMember
from yorvek.core.checks.capacity import capacities, material_columns
from yorvek.core.checks.limits import deflection_limit_mm
from yorvek.core.checks.methods import combinations_of, service_combinations
from yorvek.core.checks.record import LARGEST_RESERVE, reserve_word
from yorvek.core.comparison.candidates import Candidate, SweepResult, frontier
from yorvek.core.comparison.in_space import sweep_in_space
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import Section, catalogue, price_per_kg, sold_in
from yorvek.core.sections.table import Array, section_table
from yorvek.core.structures import MemberCases, member_cases


class SweepRequest(Model):
    """A member whose section and material are open. Empty lists mean all."""

    member: BeamMember
    materials: list[str] = []
    shapes: list[str] = []
    system: str | None = Field(default=None, description="metric, inch, or both")


def _demand(cases: MemberCases, member: BeamMember, own: Array, quantity: str) -> Array:
    """Greatest demand of each candidate over combinations, live-load places and stations; own is its weight, N/mm."""
    windy = any(x.case == "wind" for x in member.beam.loads)
    unit = cases.solution.at_stations(getattr(cases.solution, quantity))
    worst = np.zeros(len(own))
    for c in combinations_of(member.method, wind=windy):
        for row in _envelope(cases.strength_factors(0.0, c.dead, c.live, c.wind) @ unit):
            worst = np.maximum(
                worst, np.abs(row[None, :] + c.dead * own[:, None] * unit[cases.OWN][None, :]).max(axis=1)
            )
    return worst


def _envelope(rows: Array) -> tuple[Array, Array]:
    """The most and the least of all rows at each station: own weight is the same in all of them."""
    return rows.max(axis=0), rows.min(axis=0)


def _movement(cases: MemberCases, member: BeamMember, own: Array, EI: Array) -> tuple[Array, Array]:
    """Greatest movement over its limit, and that movement in mm, of each candidate."""
    windy = any(x.case == "wind" for x in member.beam.loads)
    unit = cases.solution.at_stations(cases.solution.deflection)
    places = cases.solution.stations_mm()
    ratio, moved = np.zeros(len(own)), np.zeros(len(own))
    for region in cases.regions:
        inside = (places >= region.from_mm - 1e-6) & (places <= region.to_mm + 1e-6)
        limit = deflection_limit_mm(region.length_mm, region.overhang, member.limits)
        here = np.zeros(len(own))
        for c in service_combinations(wind=windy):
            for row in _envelope(cases.factors(0.0, c.dead, c.live, c.wind) @ unit[:, inside]):
                here = np.maximum(
                    here, np.abs(row[None, :] + own[:, None] * unit[cases.OWN, inside][None, :]).max(axis=1)
                )
        here = here / EI + member.play_mm
        moved = np.where(here / limit > ratio, here, moved)
        ratio = np.maximum(ratio, here / limit)
    return ratio, moved


def _pairs(request: SweepRequest) -> list[tuple[Section, str]]:
    """Every size with every material it is sold in, as far as the request asks for them."""
    return [
        (s, m)
        for s in catalogue()
        if (not request.shapes or s.shape in request.shapes) and (request.system in (None, s.system))
        for m in sold_in(s)
        if not request.materials or m in request.materials
    ]


@dataclass(frozen=True)
class _Tried:
    """All that was worked out of every size and material, as columns."""

    sections: list[Section]
    materials: list[Material]
    strength: Array
    stiffness: Array
    mass: Array
    price: Array
    moved: Array
    EI: Array
    holds: NDArray[np.bool_]
    efficient: NDArray[np.bool_]
    metres: float

    def candidate(self, i: int) -> Candidate:
        """One of them, to show."""
        s, m = self.sections[i], self.materials[i]
        reserve = None if np.isnan(self.strength[i]) else float(self.strength[i])
        return Candidate.model_construct(  # all of it was computed here: nothing to validate
            section_id=s.id,
            material_id=m.id,
            shape=s.shape,
            system=s.system,
            mass_kg=float(self.mass[i]),
            price=float(self.price[i]),
            deflection_mm=float(self.moved[i]),
            strength=reserve,
            stiffness=float(self.stiffness[i]),
            strength_word=reserve_word(reserve),
            stiffness_word=reserve_word(float(self.stiffness[i])),
            holds=bool(self.holds[i]),
            EI_Nmm2=float(self.EI[i]),
            GJ_Nmm2=m.G_MPa * s.J_mm4,
            surface_m2=s.surface_m2_per_m() * self.metres,
            on_frontier=bool(self.efficient[i]),
        )


def _try(member: BeamMember, pairs: list[tuple[Section, str]]) -> _Tried:
    """Strength, movement, mass and price of every pair, all at once."""
    cases = member_cases(member.beam)
    sections = [s for s, _ in pairs]
    materials = [material(m) for _, m in pairs]
    t, columns = section_table(sections, member.axis), material_columns(materials, welded=member.welded)
    metres = member.beam.length_mm / 1000
    mass_per_m = t.mass_area * columns.density * 1e-6
    own = mass_per_m * GRAVITY / 1000
    Lb = member.unbraced_mm or max(r.length_mm for r in cases.regions)
    caps = capacities(t, columns, member.method, unbraced_mm=Lb, length_mm=member.beam.length_mm)
    EI = columns.E * t.inertia * member.stiffness_found
    with np.errstate(divide="ignore", invalid="ignore"):
        strength = np.minimum(
            caps.moment / _demand(cases, member, own, "moment"), caps.shear / _demand(cases, member, own, "shear")
        )
    ratio, moved = _movement(cases, member, own, EI)
    stiffness = np.minimum(1 / np.maximum(ratio, 1e-9), LARGEST_RESERVE)
    strength = np.minimum(strength, LARGEST_RESERVE)
    price = np.array(
        [
            mass * metres * price_per_kg(s, m.price_per_kg)
            for mass, s, m in zip(mass_per_m, sections, materials, strict=True)
        ]
    )
    mass = mass_per_m * metres
    holds = (strength >= 1.0) & (stiffness >= 1.0)
    efficient = np.zeros(len(pairs), bool)
    index = np.nonzero(holds)[0]
    efficient[index] = frontier(mass[index], price[index], moved[index])
    return _Tried(sections, materials, strength, stiffness, mass, price, moved, EI, holds, efficient, metres)


def sweep(
    request: SweepRequest,
    *,
    most: int | None = None,
    also: Sequence[tuple[str, str]] = (),
    strong: float = 1.0,
    stiff: float = 1.0,
) -> SweepResult:
    """Try the catalogue.

    `most`: how many candidates to write out, best first, beside those on the frontier and the member's own; all if
    None. `also`: sizes that are worked out whatever comes of them where not all are, in space; there `strong` and
    `stiff` are the reserves that they are looked for by.

    Strength and movement at stations 1/24 of a segment apart (the chosen candidate's record is exact).

    Raises:
        InputError: the beam cannot stand, or a load is off it.
    """
    member = request.member
    pairs = _pairs(request)
    if member.beam.in_space:
        return sweep_in_space(member, [(s, material(m)) for s, m in pairs], also, strong=strong, stiff=stiff)
    if not pairs:
        return SweepResult(tried=0, held=0, candidates=[], lightest=None, cheapest=None)
    tried = _try(member, pairs)
    order = np.lexsort((tried.price, tried.mass, ~tried.holds))
    present = np.array([(s.id, m) == (member.section_id, member.material_id) for s, m in pairs])
    shown = order if most is None else [i for k, i in enumerate(order) if k < most or tried.efficient[i] or present[i]]
    out = [tried.candidate(i) for i in map(int, shown)]
    good = [c for c in out if c.holds]
    return SweepResult(
        tried=len(pairs),
        held=int(tried.holds.sum()),
        candidates=out,
        lightest=good[0] if good else None,
        cheapest=min(good, key=lambda c: c.price) if good else None,
    )
