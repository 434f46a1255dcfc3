"""The whole job in another metal: at the same section, at the same strength, at the same stiffness."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from yorvek.core.checks.beam import BeamMember, check_beam
from yorvek.core.comparison.sweep import Candidate, SweepRequest, sweep
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.sections import price_per_kg, section

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


class SwapResult(Model):
    """The job in one metal by one equality. Totals are None where a member has no section in it."""

    material_id: str
    equal: Equal
    weldability: str
    members: list[Swapped]
    mass_kg: float | None
    price: float | None
    mass_before_kg: float
    price_before: float


def _present(mine: Mine) -> Candidate:
    """The member as it is, in the sweep's own figures."""
    m = mine.member
    found = sweep(SweepRequest(member=m, materials=[m.material_id]))
    return next(c for c in found.candidates if c.section_id == m.section_id)


def _same_section(mine: Mine, material_id: str) -> Swapped:
    """The same dimensions in the other metal, whether or not it is sold so: what the metal alone changes."""
    s, m = section(mine.member.section_id), material(material_id)
    metres = mine.member.beam.length_mm / 1000
    mass = s.mass_kg_per_m(m.density_kg_m3) * metres
    verdict = check_beam(mine.member.model_copy(update={"material_id": material_id}))
    return Swapped(
        mark=mine.mark,
        qty=mine.qty,
        section_id=s.id,
        mass_kg=mass,
        price=mass * price_per_kg(s, m.price_per_kg),
        strength=verdict.strength.value,
        stiffness=verdict.stiffness.value,
    )


def _matched(mine: Mine, material_id: str, equal: Equal, present: Candidate) -> Swapped:
    """The lightest section of the other metal that is as strong, or as stiff, as what is there."""
    found = sweep(SweepRequest(member=mine.member, materials=[material_id]))
    if equal == "strength":
        least = present.strength
        if least is None:
            return _none(mine, "its own strength is not checked, so nothing can match it")
        fits = [c for c in found.candidates if c.strength is not None and c.strength >= least * SAME]
    else:
        # as stiff, and strong enough: a section whose strength is not checked is no answer
        least = min(1.0, present.strength or 1.0)
        fits = [
            c
            for c in found.candidates
            if c.stiffness >= present.stiffness * SAME and c.strength is not None and c.strength >= least * SAME
        ]
    if not fits:
        return _none(
            mine, "no section of this metal is that " + ("strong" if equal == "strength" else "stiff and holds")
        )
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


def _none(mine: Mine, why: str) -> Swapped:
    return Swapped(
        mark=mine.mark,
        qty=mine.qty,
        section_id=None,
        mass_kg=None,
        price=None,
        strength=None,
        stiffness=None,
        why_not=why,
    )


def swap(members: Sequence[Mine], material_id: str, equal: Equal) -> SwapResult:
    """Put every member into another metal.

    Raises:
        InputError: no such material.
    """
    metal = material(material_id)
    present = [_present(m) for m in members]
    out = [
        _same_section(m, material_id) if equal == "section" else _matched(m, material_id, equal, p)
        for m, p in zip(members, present, strict=True)
    ]
    whole = all(s.mass_kg is not None for s in out)
    return SwapResult(
        material_id=material_id,
        equal=equal,
        weldability=metal.weldability,
        members=out,
        mass_kg=sum((s.mass_kg or 0) * s.qty for s in out) if whole else None,
        price=sum((s.price or 0) * s.qty for s in out) if whole else None,
        mass_before_kg=sum(p.mass_kg * m.qty for p, m in zip(present, members, strict=True)),
        price_before=sum(p.price * m.qty for p, m in zip(present, members, strict=True)),
    )
