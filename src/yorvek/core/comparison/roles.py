"""A role of a structure in every section and metal it might be of: a quick look at all, then the best ones worked out
in full.
"""

from __future__ import annotations

import numpy as np

from yorvek.core.checks.capacity import capacities, material_columns
from yorvek.core.checks.record import Word, reserve_word
from yorvek.core.clauses.aisc360.compression import ELASTIC_SHARE
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, FrameVerdict, RoleChoice, check_frame
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.sections import Section, catalogue, sold_in
from yorvek.core.sections.table import section_table

WORKED_OUT = 18
CLOSE = 1.6
"""Candidates are worked out in full while their quick share is below this: forces go where it is stiff, so the quick
look, with the forces of the present structure, may be wrong either way.
"""


class RoleCandidate(Model):
    """A section and a metal for a role, with the whole structure worked out."""

    section_id: str
    material_id: str
    mass_kg: float
    price: float
    movement_mm: float
    strength: float | None
    stiffness: float | None
    word: Word
    governs: str
    holds: bool
    on_frontier: bool
    present: bool = False


class RoleResult(Model):
    """How many pairs were looked at, how many worked out in full, and those; lightest that holds first."""

    role: str
    looked_at: int
    worked_out: int
    candidates: list[RoleCandidate]


def sweep_role(
    request: FrameRequest,
    verdict: FrameVerdict,
    role: str,
    *,
    materials: list[str],
    system: str | None = None,
    most: int = WORKED_OUT,
) -> RoleResult:
    """Compare what a role may be made of.

    Raises:
        InputError: no such role, or no material.
    """
    if role not in request.roles:
        raise InputError(field="role", got=role, needs="one of " + ", ".join(request.roles))
    metals = [material(m) for m in materials] or [material(request.roles[role].material_id)]
    pairs = [
        (s, m) for m in metals for s in catalogue() if m.id in sold_in(s) and (system is None or s.system == system)
    ]
    share, mass = quick_shares(request, verdict, role, pairs)
    present = request.roles[role]
    order = np.argsort(np.where(share <= 1.0, 0.0, share - 1.0) * 1e3 + mass)
    first = [k for k in order if share[k] < CLOSE][:most]
    first += [
        k
        for k, (s, m) in enumerate(pairs)
        if (s.id, m.id) == (present.section_id, present.material_id) and k not in first
    ]
    found = []
    for k in first:
        s, m = pairs[k]
        choice = RoleChoice(section_id=s.id, material_id=m.id, turned=present.turned)
        try:
            one = check_frame(request.model_copy(update={"roles": {**request.roles, role: choice}}), swings=False)
        except InputError:
            continue
        least = (
            None
            if one.strength.value is None or one.stiffness.value is None
            else min(one.strength.value, one.stiffness.value)
        )
        found.append(
            RoleCandidate(
                section_id=s.id, material_id=m.id, mass_kg=one.mass_kg, price=one.price,
                movement_mm=one.movement.demand or 0.0, strength=one.strength.value, stiffness=one.stiffness.value,
                word=reserve_word(least),
                governs=(one.stiffness if least is not None and least == one.stiffness.value else one.strength).governs,
                holds=least is not None and least >= 1.0, on_frontier=False,
                present=(s.id, m.id) == (present.section_id, present.material_id),
            )
        )  # fmt: skip
    best = _frontier(found)
    found = [c.model_copy(update={"on_frontier": k in best}) for k, c in enumerate(found)]
    found.sort(key=lambda c: (not c.holds, c.mass_kg))
    return RoleResult(role=role, looked_at=len(pairs), worked_out=len(found), candidates=found)


def quick_shares(
    request: FrameRequest, verdict: FrameVerdict, role: str, pairs: list[tuple[Section, Material]]
) -> tuple[np.ndarray, np.ndarray]:
    """Greatest share of strength of each pair under the forces of the present structure, and its mass, kg."""
    sections = [s for s, _ in pairs]
    columns = material_columns([m for _, m in pairs], welded=request.welded)
    share, mass = np.zeros(len(pairs)), np.zeros(len(pairs))
    A = np.array([s.A_mm2 for s in sections])
    r = np.sqrt(np.array([s.I_minor_mm4 for s in sections]) / A)
    tables = [section_table(sections, axis) for axis in ("strong", "weak")]
    per_m = np.array([s.mass_kg_per_m(m.density_kg_m3) for s, m in pairs])
    by = request.method.divides
    for b in (b for b in verdict.bars if b.role == role):
        L = b.length_mm
        strong, weak = (capacities(t, columns, request.method, unbraced_mm=L, length_mm=L) for t in tables)
        N, My, Mz = (np.array(v) for v in (b.N_N, b.My_Nmm, b.Mz_Nmm))
        euler = np.pi**2 * columns.E * A * (r / L) ** 2
        pushed = np.minimum(columns.Fy * A, ELASTIC_SHARE * euler) / by.member
        pulled = columns.Fy * A / by.member
        for n, my, mz in zip(N, np.abs(My), np.abs(Mz), strict=True):
            axial = n / pulled if n >= 0 else -n / pushed
            share = np.maximum(share, np.nan_to_num(axial + mz / strong.moment + my / weak.moment, nan=9.0))
        mass += per_m * L / 1000
    return share, mass


def _frontier(found: list[RoleCandidate]) -> set[int]:
    """Those that hold and that nothing beats in mass, money and movement."""

    def beats(a: RoleCandidate, b: RoleCandidate) -> bool:
        mine, its = ((c.mass_kg, c.price, c.movement_mm) for c in (a, b))
        return all(x <= y for x, y in zip(mine, its, strict=True)) and mine != its

    return {k for k, c in enumerate(found) if c.holds and not any(o.holds and beats(o, c) for o in found)}
