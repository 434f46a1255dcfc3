"""A member in another metal: at the same section, at the same strength, at the same stiffness."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from yorvek.core.checks.beam_said import BeamMember, BeamVerdict
from yorvek.core.comparison.candidates import Candidate
from yorvek.core.comparison.sweep import SweepRequest, sweep
from yorvek.core.frames import check_member
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.sections import price_per_kg, section, sold_in

Equal = Literal["section", "strength", "stiffness"]
SAME = 0.999
"""A reserve counts as the same from here on: sizes come in steps and figures are rounded."""


class Mine(Model):
    """A member of the job, and how many of it there are."""

    mark: str
    qty: int
    member: BeamMember


class Swapped(Model):
    """A member in the other metal; None where no section of it will do, with the reason."""

    mark: str
    qty: int
    section_id: str | None
    mass_kg: float | None
    price: float | None
    strength: float | None
    stiffness: float | None
    why_not: str = ""
    remark: str = ""


def same_section(mine: Mine, material_id: str) -> Swapped:
    """The same dimensions in the other metal, whether or not it is sold so: what the metal alone changes."""
    s, m = section(mine.member.section_id), material(material_id)
    metres = mine.member.beam.length_mm / 1000
    mass = s.mass_kg_per_m(m.density_kg_m3) * metres
    verdict = check_member(mine.member.model_copy(update={"material_id": material_id}))
    return Swapped(
        mark=mine.mark,
        qty=mine.qty,
        section_id=s.id,
        mass_kg=mass,
        price=mass * price_per_kg(s, m.price_per_kg),
        strength=verdict.strength.value,
        stiffness=verdict.stiffness.value,
        remark="" if material_id in sold_in(s) else "nobody sells it in this metal",
    )


def matched(mine: Mine, material_id: str, equal: Equal, present: BeamVerdict) -> Swapped:
    """The lightest section of the other metal that is as strong, or as stiff, as what is there."""
    stiff = (present.stiffness.value or 0.0) if equal == "stiffness" else 0.0
    strong = (present.strength.value or 0.0) if equal == "strength" else min(1.0, present.strength.value or 1.0)
    found = sweep(SweepRequest(member=mine.member, materials=[material_id]), strong=strong, stiff=stiff)
    if equal == "strength":
        least = present.strength.value
        if least is None:
            return none_of(mine.mark, mine.qty, "its own strength is not checked, so nothing can match it")
        fits = [c for c in found.candidates if c.strength is not None and c.strength >= least * SAME]
    else:
        # as stiff, and strong enough: a section whose strength is not checked is no answer
        least = min(1.0, present.strength.value or 1.0)
        fits = [
            c
            for c in found.candidates
            if c.stiffness >= (present.stiffness.value or 0.0) * SAME
            and c.strength is not None
            and c.strength >= least * SAME
        ]
    if not fits:
        enough = "strong" if equal == "strength" else "stiff and holds"
        near = _nearest(found.candidates, equal, present)
        return none_of(mine.mark, mine.qty, f"no section of this metal is that {enough}{near}")
    best = min(fits, key=lambda c: c.mass_kg)
    return Swapped(
        mark=mine.mark,
        qty=mine.qty,
        section_id=best.section_id,
        mass_kg=best.mass_kg,
        price=best.price,
        strength=best.strength,
        stiffness=best.stiffness,
    )


def _nearest(candidates: Sequence[Candidate], equal: Equal, present: BeamVerdict) -> str:
    """What misses by least, and how much of what is asked it has."""
    checked = [c for c in candidates if c.strength is not None]
    asked = (present.strength if equal == "strength" else present.stiffness).value
    if not checked or not asked:
        return ""
    best = max(checked, key=lambda c: (c.strength or 0.0) if equal == "strength" else c.stiffness)
    share = ((best.strength or 0.0) if equal == "strength" else best.stiffness) / asked
    if share >= SAME:
        return f"; {best.section_id} is as stiff, and breaks at {best.strength or 0.0:.2f}"
    return f"; the nearest, {best.section_id}, has {100 * share:.0f} % of it"


def none_of(mark: str, qty: int, why: str) -> Swapped:
    """Nothing of the other metal will do, and why."""
    return Swapped(
        mark=mark,
        qty=qty,
        section_id=None,
        mass_kg=None,
        price=None,
        strength=None,
        stiffness=None,
        why_not=why,
    )
