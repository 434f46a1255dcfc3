"""What sizes are compared by, and which of them nothing beats."""

from __future__ import annotations

import numpy as np

from yorvek.core.checks.record import Word
from yorvek.core.model import Model
from yorvek.core.sections.table import Array


class Candidate(Model):
    """One section in one material."""

    section_id: str
    material_id: str
    shape: str
    system: str
    mass_kg: float
    price: float
    deflection_mm: float
    strength: float | None
    stiffness: float
    strength_word: Word
    stiffness_word: Word
    holds: bool
    EI_Nmm2: float
    GJ_Nmm2: float
    surface_m2: float
    on_frontier: bool


class SweepResult(Model):
    """Candidates, lightest that holds first, then those that do not hold or were not checked."""

    tried: int
    held: int
    worked_out: int | None = None
    candidates: list[Candidate]
    lightest: Candidate | None
    cheapest: Candidate | None


def frontier(mass: Array, price: Array, deflection: Array) -> Array:
    """Which candidates none beats in mass, price and movement at once."""
    order = np.lexsort((deflection, price, mass))
    keep = np.zeros(len(mass), bool)
    best_price, best_moved = np.empty(len(mass)), np.empty(len(mass))
    count = 0
    for i in order:
        beaten = (best_price[:count] <= price[i] + 1e-9) & (best_moved[:count] <= deflection[i] + 1e-9)
        if not beaten.any():
            keep[i] = True
            best_price[count], best_moved[count] = price[i], deflection[i]
            count += 1
    return keep
