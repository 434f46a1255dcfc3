"""What is said of a structure: its bars, joints, supports, positions, and all of it together."""

from __future__ import annotations

from yorvek.core.checks.record import Check, Reserve
from yorvek.core.model import Model


class JointVerdict(Model):
    """The joint of a bar at a node."""

    node: str
    kind: str
    chosen: bool
    checks: list[Check]


class BarVerdict(Model):
    """A bar: what it is, its checks, and its forces under the combination that governs it."""

    name: str
    role: str
    i: str
    j: str
    section_id: str
    material_id: str
    length_mm: float
    mass_kg: float
    checks: list[Check]
    strength: Reserve
    joints: list[JointVerdict]
    along_mm: list[float]
    N_N: list[float]
    My_Nmm: list[float]
    Mz_Nmm: list[float]
    T_Nmm: list[float]

    def every_check(self) -> list[Check]:
        """Of the bar and of its joints."""
        return [*self.checks, *(c for j in self.joints for c in j.checks)]


class Handed(Model):
    """What a support hands to whatever carries the structure, the greatest and least of all combinations."""

    node: str
    component: str
    most: float
    least: float
    unit: str


class Put(Model):
    """A load as it stands on the structure, to draw. A force on bars stands `at_mm` from the start of the first, each
    run through from its own start; without a place it is spread over them, or `somewhere`: wherever it is worst.
    """

    name: str
    direction: str
    nodes: list[str]
    bars: list[str]
    at_mm: float | None = None
    somewhere: bool = False


class Buckling(Model):
    """How the whole buckles: at `factor` times the loads of a combination; none where nothing is pushed."""

    factor: float | None
    words: str
    needs_second_order: bool
    shape: dict[str, tuple[float, float, float]]


class SituationVerdict(Model):
    """A position or a stage: what governs there, its mass and centre of gravity; of one that slews at its worst
    angle.
    """

    name: str
    kind: str
    strength: Reserve
    stiffness: Reserve
    worst: Check | None
    mass_kg: float
    centre_mm: tuple[float, float, float]
    handed: list[Handed]
    trouble: str | None = None
    angle_deg: float | None = None


class FrameVerdict(Model):
    """All of a structure; where it has positions, the bars and the chain are those of the worst one, `position`."""

    words: str
    nodes: dict[str, tuple[float, float, float]]
    moved: dict[str, tuple[float, float, float]]
    bars: list[BarVerdict]
    movement: Check
    movements: list[Check] = []
    buckling: Buckling | None = None
    strength: Reserve
    stiffness: Reserve
    weakest: str
    handed: list[Handed]
    loads: list[Put]
    spots: dict[str, str]
    roles: list[str]
    mass_kg: float
    price: float
    swings_empty_hz: float | None
    swings_loaded_hz: float | None
    outside: list[str]
    stability: list[Check] = []
    sways: list[Check] = []
    situations: list[SituationVerdict] = []
    position: str = ""
    centre_mm: tuple[float, float, float] = (0.0, 0.0, 0.0)
