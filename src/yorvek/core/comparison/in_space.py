"""Sizes of a member whose loads do more than bend it up and down: a quick look at all of them by its forces in space,
then the likeliest worked out in full.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from yorvek.core.checks.beam_said import BeamMember, BeamVerdict
from yorvek.core.checks.record import reserve_word
from yorvek.core.comparison.candidates import Candidate, SweepResult, frontier
from yorvek.core.comparison.roles import quick_shares
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameVerdict, check_frame, check_member
from yorvek.core.frames.alone import ROLE, in_space
from yorvek.core.materials import Material, material
from yorvek.core.sections import Section, price_per_kg, section
from yorvek.core.sections.table import Array

WORKED_OUT = 20
CLOSE = 1.6
"""The quick look may be wrong either way by as much: forces are those of the present size."""


def sweep_in_space(
    member: BeamMember, pairs: Sequence[tuple[Section, Material]], also: Sequence[tuple[str, str]] = (), *,
    strong: float = 1.0, stiff: float = 1.0,
) -> SweepResult:  # fmt: skip
    """The likeliest sizes, worked out in full; with them the present one and `also`.

    Args:
        strong: the reserve of strength that they are looked for by.
        stiff: that of stiffness.

    Raises:
        InputError: it cannot be put into space.
    """
    likely = _likeliest(member, pairs, strong, stiff)
    wanted = {(member.section_id, member.material_id), *also}
    chosen = likely + [p for p in pairs if (p[0].id, p[1].id) in wanted and p not in likely]
    found = [c for c in (_worked_out(member, s, m) for s, m in chosen) if c is not None]
    good = [k for k, c in enumerate(found) if c.holds]
    columns = ([getattr(found[k], name) for k in good] for name in ("mass_kg", "price", "deflection_mm"))
    best = {k for k, keep in zip(good, frontier(*(np.array(c) for c in columns)), strict=True) if keep}
    found = [c.model_copy(update={"on_frontier": k in best}) for k, c in enumerate(found)]
    found.sort(key=lambda c: (not c.holds, c.mass_kg, c.price))
    holding = [c for c in found if c.holds]
    return SweepResult(
        tried=len(pairs), held=len(holding), worked_out=len(found), candidates=found,
        lightest=holding[0] if holding else None, cheapest=min(holding, key=lambda c: c.price, default=None),
    )  # fmt: skip


def _likeliest(
    member: BeamMember, pairs: Sequence[tuple[Section, Material]], strong: float, stiff: float
) -> list[tuple[Section, Material]]:
    """Those that the quick look lets hold, lightest first; then those that miss by least."""
    if not pairs:
        return []
    request = in_space(member)
    verdict = check_frame(request, swings=False)
    share, mass = quick_shares(request, verdict, ROLE, list(pairs))
    share = np.maximum(share * strong, _moved(member, pairs, verdict) * stiff)
    order = np.argsort(np.where(share <= 1.0, 0.0, share - 1.0) * 1e3 + mass, kind="stable")
    return [pairs[int(k)] for k in order if share[k] < CLOSE][:WORKED_OUT]


def _moved(member: BeamMember, pairs: Sequence[tuple[Section, Material]], verdict: FrameVerdict) -> Array:
    """Share of the limit that each would move: by how it is bent about both axes, and its stiffness about them."""
    if not verdict.stiffness.value:
        return np.zeros(len(pairs))
    bars = verdict.bars
    bent = np.array([max(abs(v) for b in bars for v in b.Mz_Nmm), max(abs(v) for b in bars for v in b.My_Nmm)])

    def moves(s: Section, m: Material) -> float:
        return float(np.hypot(*(bent / (m.E_MPa * np.array([s.Ix_mm4, s.Iy_mm4])))))

    now = moves(section(member.section_id), material(member.material_id))
    return np.array([moves(s, m) for s, m in pairs]) / max(now, 1e-30) / verdict.stiffness.value


def _worked_out(member: BeamMember, s: Section, m: Material) -> Candidate | None:
    """A size in full; None where it cannot be judged at all."""
    try:
        verdict = check_member(member.model_copy(update={"section_id": s.id, "material_id": m.id}))
    except InputError:
        return None
    strength, stiffness = verdict.strength.value, verdict.stiffness.value
    metres = member.beam.length_mm / 1000
    mass = s.mass_kg_per_m(m.density_kg_m3) * metres
    return Candidate(
        section_id=s.id, material_id=m.id, shape=s.shape, system=s.system, mass_kg=mass,
        price=mass * price_per_kg(s, m.price_per_kg), deflection_mm=_movement_mm(verdict), strength=strength,
        stiffness=stiffness or 0.0, strength_word=reserve_word(strength), stiffness_word=reserve_word(stiffness),
        holds=strength is not None and stiffness is not None and min(strength, stiffness) >= 1.0,
        EI_Nmm2=m.E_MPa * s.Ix_mm4, GJ_Nmm2=m.G_MPa * s.J_mm4, surface_m2=s.surface_m2_per_m() * metres,
        on_frontier=False,
    )  # fmt: skip


def _movement_mm(verdict: BeamVerdict) -> float:
    return max((c.demand or 0.0 for c in verdict.checks if c.kind == "stiffness" and c.unit == "mm"), default=0.0)
