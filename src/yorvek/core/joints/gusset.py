"""A bar lapped onto a gusset plate or slotted over it, and welded along it."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.members import (
    lag_of_flat,
    lag_of_one_leg,
    lag_of_slotted_rectangular,
    lag_of_slotted_round,
)
from yorvek.core.clauses.aisc360.plates import gusset
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, steps
from yorvek.core.joints.landing import plate_wall
from yorvek.core.joints.rule import Rule, States, rule, size
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]
NO_MOMENT_NMM = 1000.0
SOURCE = "effective width after Whitmore, AISC Manual part 9, J4.4, D3 (from memory), held against check values"


class Gusseted(Model):
    """A bar lapped onto a gusset plate and welded along its edges, or a tube slotted over it, mm."""

    kind: Literal["gusset"] = "gusset"
    plate_mm: Millimetres
    lap_mm: Millimetres
    free_mm: Annotated[float, Field(ge=0, le=2000)] = Field(
        description="from the bar's end to what the plate is fixed to"
    )
    leg_mm: Leg
    welds: Annotated[int, Field(ge=1, le=4)] = 2
    width_mm: Millimetres | None = Field(
        default=None, description="of the plate, where it is narrower than what the force spreads to"
    )
    slot_mm: Annotated[float, Field(gt=0, le=60)] | None = Field(
        default=None, description="the tube is slotted so wide over the plate"
    )
    foot_mm: Millimetres | None = Field(default=None, description="length of the plate along what it is welded to")


def find(end: End, joint: Gusseted) -> States:
    """The bar's axial force through the plate; the end is taken as hinged, a moment there has no rule."""
    s, by = end.section, end.method.divides
    assert s is not None
    plate = gusset(
        connection_mm=joint.lap_mm, row_mm=s.depth_mm, thickness_mm=joint.plate_mm, unbraced_mm=[joint.free_mm],
        Fy_MPa=end.Fy_MPa, E_MPa=end.metal.E_MPa,
    )  # fmt: skip
    width = min(plate.width_mm, joint.width_mm or plate.width_mm)
    area = width * joint.plate_mm

    def bends(f: Floats) -> str | None:
        if float(np.abs(f[4:6]).max()) > NO_MOMENT_NMM:
            return (
                "a gusset is looked at for pull, push and shear, and a moment comes on it: let the end turn, or "
                "choose an end plate"
            )
        return None

    small = end.metals_apart() or leg_trouble(end, joint.leg_mm, joint.plate_mm)
    sizes = [
        ("t", "plate", joint.plate_mm, "mm"), ("w", "effective width, spread by 30°", width, "mm"),
        ("l", "lap of the bar on it", joint.lap_mm, "mm"),
    ]  # fmt: skip
    free = [
        ("L", "free length behind the bar's end", joint.free_mm, "mm"),
        ("KL/r", "slenderness, K 0.65", plate.slenderness, ""),
    ]
    assumed = ["the plate is of the bar's metal"]
    length = joint.welds * joint.lap_mm
    return {
        "gusset, pull": rule(
            end, "gusset, pull", "gusset plate in pull", demand=lambda f: np.maximum(f[:, 0], 0.0),
            capacity=min(area * end.Fy_MPa / by.member, area * end.Fu_MPa / by.rupture), unit="N",
            clause="AISC 360-22 J4.1, effective width",
            formula="N ≤ Fy w t by the method", inputs=sizes, source=SOURCE, assumptions=assumed, why_not=bends,
            shown=("N", "pull"),
        ),
        "gusset, push": rule(
            end, "gusset, push", "gusset plate in push", demand=lambda f: np.maximum(-f[:, 0], 0.0),
            capacity=plate.Fcr_MPa * area / by.member, unit="N", clause="AISC 360-22 J4.4, E3",
            formula="N ≤ Fcr w t by the method", inputs=[*sizes, *free], source=SOURCE, assumptions=assumed,
            why_not=bends, shown=("N", "push"),
        ),
        "gusset welds": rule(
            end, "gusset welds", "welds along the bar on its gusset", demand=lambda f: size(f, 0, 1, 2) / length,
            capacity=weld_strength(end).least * joint.leg_mm, unit="N/mm", clause="AISC 360-22 J2.4; EN 1993-1-8 4.5",
            formula="N / (n l) ≤ strength of the throat",
            inputs=[*sizes, ("leg", "fillet leg", joint.leg_mm, "mm"), ("n", "welds", float(joint.welds), "")],
            source=SOURCE, assumptions=assumed, why_not=lambda f: small or bends(f), shown=("q", "flow in a weld"),
        ),
        "slotted bar": _slotted(end, joint),
        "gusset wall": _wall(end, joint),
    }  # fmt: skip


def _slotted(end: End, joint: Gusseted) -> Rule | str | None:
    """Rupture of the bar at its lap with shear lag, AISC D3: a slotted tube, an angle or channel by one leg or web, a
    flat.
    """
    s = end.section
    assert s is not None
    if joint.slot_mm is None:
        return _lapped(end, joint)
    if s.shape == "rhs":
        lag = lag_of_slotted_rectangular(s.width_mm, s.depth_mm, joint.lap_mm)
    elif s.shape == "chs":
        lag = lag_of_slotted_round(s.depth_mm, joint.lap_mm)
    else:
        return "a slotted bar that is no tube: its net section is not looked at"
    net = s.A_mm2 - 2 * joint.slot_mm * s.wall_mm
    return rule(
        end, "slotted bar", "slotted tube, net section", demand=lambda f: np.maximum(f[:, 0], 0.0),
        capacity=net * lag * end.Fu_MPa / end.method.divides.rupture, unit="N", clause="AISC 360-22 D2-2, table D3.1",
        formula="N ≤ Fu U An by the method",
        inputs=[("An", "net section", net, "mm2"), ("U", "of it that counts (shear lag)", lag, ""),
            ("s", "slot", joint.slot_mm, "mm")],
        source=SOURCE, assumptions=["the slot ends in a round hole, its end is not welded"], shown=("N", "pull"),
    )  # fmt: skip


def _lapped(end: End, joint: Gusseted) -> Rule | None:
    """The bar itself where it is welded along its edges only; tubes and solid bars beside a plate are taken by their
    welds.
    """
    s = end.section
    assert s is not None
    if s.shape in ("angle", "channel"):
        lag = lag_of_one_leg(min(s.cx_mm, s.cy_mm) if s.shape == "angle" else s.cx_mm, joint.lap_mm)
    elif s.shape == "flat":
        lag = lag_of_flat(max(s.depth_mm, s.width_mm), joint.lap_mm)
    else:
        return None
    return rule(
        end, "slotted bar", "bar where it laps the gusset", demand=lambda f: np.maximum(f[:, 0], 0.0),
        capacity=max(lag, 0.0) * s.A_mm2 * end.Fu_MPa / end.method.divides.rupture, unit="N",
        clause="AISC 360-22 D2-2, table D3.1",
        formula="N ≤ Fu U A by the method",
        inputs=[("A", "section", s.A_mm2, "mm2"), ("U", "of it that counts (shear lag)", lag, ""),
            ("l", "lap", joint.lap_mm, "mm")],
        source=SOURCE, assumptions=["welded along its edges over the whole lap"], shown=("N", "pull"),
    )  # fmt: skip


def _wall(end: End, joint: Gusseted) -> Rule | str | None:
    """The wall of a tube that the gusset stands on."""
    on = [o for o in end.onto if o.section is not None and o.section.closed]
    if not on:
        return None
    if joint.foot_mm is None:
        return f"the wall of {on[0].name} under the gusset: give the gusset's length along it"
    return plate_wall(end, along_mm=joint.foot_mm, across_mm=joint.plate_mm, what="gusset", name="gusset wall")


KIND = Kind(
    Gusseted, "gusset plate", ("gusset, pull", "gusset, push", "gusset welds", "slotted bar", "gusset wall"), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"gusset {v:g} mm", "plate_mm", (6.0, 8.0, 10.0, 12.0, 15.0)),
        (f"lap {j.lap_mm * 1.5:g} mm", j.model_copy(update={"lap_mm": j.lap_mm * 1.5})),
    ],
    outside=lambda j: ["the gusset's own weld to what it stands on: as strong as the plate, or as a joint of its own"],
)  # fmt: skip
