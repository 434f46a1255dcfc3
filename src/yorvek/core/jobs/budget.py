"""Mass and money by module: its pieces, what is bought with it, what it is loaded with, of which metals, and who can
lift it.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.spec import CarriedSpec
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.sections import price_per_kg, section

ONE_PERSON_KG, TWO_PERSONS_KG = 25.0, 50.0
"""ISO 11228-1's reference mass for one person in good conditions (from memory), and twice that; local rules may ask for
less.
"""
NO_MODULE = "no module"
Lift = Literal["one person", "two persons", "lifting gear"]


class MetalShare(Model):
    """How much of a module is of one metal."""

    material_id: str
    mass_kg: float


class ModuleMass(Model):
    """What a module weighs and costs, whether that is within the brief's limit, and what it takes to lift it.

    `mass_kg` is of the pieces the shop makes; `empty_kg` with what is bought for it; `loaded_kg` with its payload too.
    The limit goes by the empty module; who lifts it is said of both.
    """

    module: str
    mass_kg: float
    empty_kg: float
    loaded_kg: float
    bought_price: float
    limit_kg: float | None
    within: bool | None
    price: float
    pieces: int
    lift: Lift
    loaded_lift: Lift
    heaviest: str
    heaviest_kg: float
    heaviest_lift: Lift
    metals: list[MetalShare]


def lift_of(mass_kg: float) -> Lift:
    """Who can lift a mass."""
    return "one person" if mass_kg <= ONE_PERSON_KG else "two persons" if mass_kg <= TWO_PERSONS_KG else "lifting gear"


def metal_price(worked: WorkedPart) -> float:
    """Metal in one piece, by its mass and the catalogue's price."""
    g = worked.geometry
    if g is None:
        return 0.0
    per_kg = material(g.material_id).price_per_kg
    return g.mass_kg * (price_per_kg(section(g.section_id), per_kg) if g.section_id else per_kg)


def module_masses(
    parts: Sequence[WorkedPart], limit_kg: float | None, carried: Sequence[CarriedSpec] = ()
) -> list[ModuleMass]:
    """Every module, by name. Parts that cannot be drawn have no mass and are not in it."""
    groups: dict[str, list[WorkedPart]] = {}
    for w in parts:
        if w.geometry is not None:
            groups.setdefault(w.part.module or NO_MODULE, []).append(w)
    for c in carried:
        groups.setdefault(c.module or NO_MODULE, [])
    return [
        _module(name, groups[name], limit_kg, [c for c in carried if (c.module or NO_MODULE) == name])
        for name in sorted(groups)
    ]


def _module(name: str, parts: list[WorkedPart], limit_kg: float | None, carried: list[CarriedSpec]) -> ModuleMass:
    metals: dict[str, float] = {}
    mass = price = 0.0
    heaviest, most = "", 0.0
    for w in parts:
        assert w.geometry is not None
        each = w.geometry.mass_kg
        mass += each * w.part.qty
        price += metal_price(w) * w.part.qty
        metals[w.geometry.material_id] = metals.get(w.geometry.material_id, 0.0) + each * w.part.qty
        if each > most:
            heaviest, most = w.part.mark, each
    for c in carried:
        if c.mass.value > most and c.kind == "bought part":
            heaviest, most = c.name, c.mass.value
    empty = mass + sum(c.mass.value for c in carried if c.kind == "bought part")
    loaded = empty + sum(c.mass.value for c in carried if c.kind == "payload")
    return ModuleMass(
        module=name,
        mass_kg=mass,
        empty_kg=empty,
        loaded_kg=loaded,
        bought_price=sum(c.price.value for c in carried if c.price is not None),
        limit_kg=limit_kg,
        within=None if limit_kg is None else empty <= limit_kg,
        price=price,
        pieces=sum(w.part.qty for w in parts),
        lift=lift_of(empty),
        loaded_lift=lift_of(loaded),
        heaviest=heaviest,
        heaviest_kg=most,
        heaviest_lift=lift_of(most),
        metals=[MetalShare(material_id=m, mass_kg=kg) for m, kg in sorted(metals.items(), key=lambda x: -x[1])],
    )
