"""A joint or plate of a job by itself, without a frame around it: what ends there, what it is joined to, and its
forces.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.checks.methods import combinations_of, service_combinations
from yorvek.core.checks.record import Check, Reserve, least_reserve
from yorvek.core.errors import InputError
from yorvek.core.jobs.joints import JointSpec, plain_joint
from yorvek.core.jobs.spec import JobSpec, Mark
from yorvek.core.joints import KINDS, End, Onto, outside_of, rules_of, worst
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Force, Length, Moment, Place, Thickness
from yorvek.core.sections import section

Floats = NDArray[np.float64]
NOTHING_N = 1e-6
DOUBLINGS = 2
MOST_SETS = 4096


class OntoSpec(Model):
    """What the bar is joined to: a bar of a section, or a plain plate of a thickness."""

    section_id: str = Field(default="", max_length=400, description="none: a plate, stiff and strong enough")
    material_id: str
    thickness: Thickness | None = None
    place: Literal["runs through", "ends close by", "corner"] = "runs through"
    angle_deg: float = Field(default=90.0, ge=5, le=90, description="between the two axes")
    turned: bool = Field(default=False, description="it runs along the bar's width instead of its depth")
    on_side: bool = Field(
        default=False, description="the bar stands on its side, as wide as it is deep, and not on its top or bottom"
    )
    stress_MPa: float = Field(
        default=0.0, ge=-2000, le=2000, description="its own greatest stress there, push negative"
    )
    opposite: bool = Field(default=False, description="another bar pushes or pulls alike from the other side")
    bears: Place | None = Field(
        default=None, description="length of it that is pressed, where that is not the bar's own"
    )


class JointForces(Model):
    """Forces of one load on the bar's end: along it (pull positive), in its depth and across, and moments."""

    name: str = Field(min_length=1, max_length=60)
    case: Literal["design", "dead", "live", "wind"] = "design"
    pull: Force | None = None
    in_depth: Force | None = None
    across: Force | None = None
    twist: Moment | None = None
    about_depth: Moment | None = Field(default=None, description="bends the width")
    about_width: Moment | None = Field(default=None, description="bends the depth")
    dynamic_factor: float = Field(default=1.0, ge=1.0, le=5.0)

    def plain(self) -> list[float]:
        """N, Vy, Vz, T, My, Mz."""
        return [
            0.0 if e is None else e.value
            for e in (self.pull, self.in_depth, self.across, self.twist, self.about_depth, self.about_width)
        ]


class FreeJointSpec(Model):
    """A joint by itself."""

    mark: str = Mark
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=1000)
    section_id: str = Field(
        default="", max_length=400, description="of the bar that ends there; none: a plate by its own sizes"
    )
    material_id: str
    welded: bool = True
    hinged: bool = Field(default=False, description="it turns freely, and nothing is chosen yet")
    joint: JointSpec | None = None
    weld_leg: Length = Length(text="5", value=5.0)
    filler_MPa: float = Field(default=482.6, gt=0, le=1500)
    onto: list[OntoSpec] = Field(default=[], max_length=6)
    forces: list[JointForces] = Field(default=[], max_length=20)
    decided: str = Field(default="", max_length=400)


class FreeJointVerdict(Model):
    """All about a joint: its checks, the least of them, and what was not looked at."""

    kind: str
    checks: list[Check]
    strength: Reserve
    outside: list[str]


class FreeJointResult(Model):
    """A joint worked out, or why it is not."""

    verdict: FreeJointVerdict | None
    trouble: str | None = None


def _axes(one: OntoSpec) -> Floats:
    """Axes of what it stands on, in those of the bar: along the bar's depth (or width), at the angle; its top or its
    side under the bar.
    """
    c, s = math.cos(math.radians(one.angle_deg)), math.sin(math.radians(one.angle_deg))
    along = np.array([c, 0.0, s] if one.turned else [c, s, 0.0])
    across = np.array([s, 0.0, -c] if one.turned else [s, -c, 0.0])
    if one.on_side:
        return np.array([along, np.cross(across, along), across])
    return np.array([along, across, np.cross(along, across)])


def _onto(one: OntoSpec, own: Callable[[str], str], *, welded: bool) -> Onto:
    metal = material(one.material_id)
    Fy = metal.yield_at_weld_MPa if welded else metal.yield_MPa
    made = section(own(one.section_id), field="joined to") if one.section_id else None
    return Onto(
        name="what runs through" if one.place == "runs through" else "what ends there", section=made, metal=metal,
        axes=_axes(one), through=one.place == "runs through",
        use=abs(one.stress_MPa) / Fy if one.stress_MPa < 0 else 0.0,
        opposite=one.opposite, at_end=one.place == "ends close by", corner=one.place == "corner",
        thickness_mm=one.thickness.value if one.thickness is not None else None,
        bears_mm=one.bears.value if one.bears is not None else None,
    )  # fmt: skip


def end_of(job: JobSpec, spec: FreeJointSpec, own: Callable[[str], str] = str) -> End:
    """The end as its limit states take it."""
    return End(
        bar=spec.mark, node="", section=section(own(spec.section_id)) if spec.section_id else None,
        metal=material(spec.material_id), method=job.method.plain(), filler_MPa=spec.filler_MPa, welded=spec.welded,
        onto=tuple(_onto(o, own, welded=spec.welded) for o in spec.onto), usual_leg_mm=spec.weld_leg.value,
    )  # fmt: skip


def force_sets(job: JobSpec, spec: FreeJointSpec, *, strength: bool) -> tuple[Floats, list[str]]:
    """Sets of forces [n, 6] with their words: as they are where they are design forces, otherwise by the method's
    combinations, each load there or not; unfactored without dynamic factors.
    """
    design = [x for x in spec.forces if x.case == "design"]
    if design and len(design) < len(spec.forces):
        raise InputError(field="forces", got="design and unfactored ones", needs="one or the other")
    if design:
        return np.array([x.plain() for x in design]), [x.name for x in design]
    others = [x for x in spec.forces if x.case != "dead"]
    if DOUBLINGS ** len(others) > MOST_SETS:
        raise InputError(
            field="forces", got=f"{len(others)} loads", needs="up to 12 that come and go: put some together"
        )
    windy = any(x.case == "wind" for x in others)
    method = job.method.plain()
    combos = combinations_of(method, wind=windy) if strength else service_combinations(wind=windy)
    rows, words = [], []
    for c in combos:
        dead = sum((np.array(x.plain()) * c.dead for x in spec.forces if x.case == "dead"), np.zeros(6))
        for picked in range(DOUBLINGS ** len(others)):
            there = [x for k, x in enumerate(others) if picked >> k & 1]
            factors = [c.factor(x.case) * (x.dynamic_factor if strength else 1.0) for x in there]
            rows.append(dead + sum((np.array(x.plain()) * f for x, f in zip(there, factors, strict=True)), np.zeros(6)))
            words.append(c.name + (f", with {', '.join(x.name for x in there)}" if there else ""))
    return np.array(rows), words


def check_free_joint(job: JobSpec, spec: FreeJointSpec, own: Callable[[str], str] = str) -> FreeJointVerdict:
    """All limit states of a joint under its forces.

    Raises:
        InputError: unknown section or metal, or a joint that needs a section and has none.
    """
    end = end_of(job, spec, own)
    joint = None if spec.joint is None else plain_joint(spec.joint)
    if end.section is None and (joint is None or joint.kind not in ("pin", "bolts", "rated part")) and not spec.hinged:
        raise InputError(field="section", got="", needs="the section of the bar that ends there")
    forces, words = force_sets(job, spec, strength=True)
    loaded = bool(len(forces)) and float(np.abs(forces).max()) > NOTHING_N
    rules = rules_of(end, joint, hinged=spec.hinged)
    checks = []
    if loaded:
        plain = [r for r in rules if not r.unfactored]
        checks = worst(plain, forces, words)
        by_rating = [r for r in rules if r.unfactored]
        if by_rating:
            checks += worst(by_rating, *force_sets(job, spec, strength=False))
    kind = spec.joint.kind if spec.joint is not None else "hinge" if spec.hinged else "weld"
    return FreeJointVerdict(
        kind=kind, checks=checks,
        strength=least_reserve(checks, "strength", none_applies="no load reaches it: enter its forces"),
        outside=outside_of(joint, hinged=spec.hinged),
    )  # fmt: skip


def work_out_joint(job: JobSpec, spec: FreeJointSpec, own: Callable[[str], str] = str) -> FreeJointResult:
    """A joint's verdict, or the trouble in words."""
    try:
        return FreeJointResult(verdict=check_free_joint(job, spec, own))
    except InputError as error:
        return FreeJointResult(verdict=None, trouble=error.sentence)


def words_of_kind(kind: str) -> str:
    """A kind of joint, as it is called."""
    found: Any = KINDS.get(kind)
    return found.words if found is not None else kind
