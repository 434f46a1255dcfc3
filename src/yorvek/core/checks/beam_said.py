"""A beam by itself: what is asked of it, and what is said of it."""

from __future__ import annotations

from pydantic import Field

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.checks.notches import Notch
from yorvek.core.checks.record import Check, Reserve
from yorvek.core.model import Model
from yorvek.core.sections.table import Axis
from yorvek.core.structures.member import BeamRequest


class BeamMember(Model):
    """A beam with its section, material, and how it is judged."""

    beam: BeamRequest
    section_id: str
    material_id: str
    axis: Axis = "strong"
    welded: bool = Field(default=False, description="welded where it is stressed most: aluminium loses strength there")
    unbraced_mm: float | None = Field(
        default=None, gt=0, description="between sideways restraints; the length where not given"
    )
    bearing_mm: float | None = Field(default=None, gt=0, description="length that supports and point loads bear on")
    wheel_from_edge_mm: float | None = Field(
        default=None, ge=0, description="point loads hang from wheels on the bottom flange, so far from its edge"
    )
    notches: list[Notch] = Field(default=[], max_length=12)
    stiffness_found: float = Field(default=1.0, gt=0, le=1, description="share of the computed one, by a load test")
    play_mm: float = Field(default=0.0, ge=0, description="by a load test")
    limits: Limits = Limits()
    method: Method = Method()


class Curve(Model):
    """A diagram along the beam."""

    x_mm: list[float]
    y: list[float]
    greatest: float
    at_mm: float
    load_position: str


class Reaction(Model):
    """What a support carries: worst upwards and worst downwards pull, and what loads across and aside add."""

    x_mm: float
    kind: str
    most_N: float
    least_N: float
    moment_Nmm: float
    aside_N: float = 0.0
    twist_Nmm: float = 0.0


class BeamVerdict(Model):
    """All about a checked beam."""

    checks: list[Check]
    strength: Reserve
    stiffness: Reserve
    mass_kg: float
    price: float
    shear: Curve
    moment: Curve
    deflection: Curve
    limit_mm: float
    limit_region: tuple[float, float]
    reactions: list[Reaction]
    regions: list[tuple[str, float, float]]
    outside: list[str]
    stiffness_N_per_mm: float | None
