"""A base plate on four anchors: the plate under push and pull, and the anchors; what they stand in by its maker's
data.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360 import base_plates as aisc
from yorvek.core.clauses.en1993 import base_plates as en
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, Size, steps
from yorvek.core.joints.rule import Rule, States, rule
from yorvek.core.joints.strengths import Grade, bolt_shear_N, bolt_tension_N, is_en
from yorvek.core.joints.weld import fillet_rule
from yorvek.core.model import Model

Floats = NDArray[np.float64]
UNCHECKED = "the concrete or ground under the base plate, and the anchors in it: by the anchor maker's data"


class OnBase(Model):
    """A base plate on four anchors, mm."""

    kind: Literal["base plate"] = "base plate"
    length_mm: Millimetres = Field(description="along the post's depth")
    width_mm: Millimetres
    plate_mm: Millimetres
    anchor_mm: Size
    edge_mm: Millimetres = Field(description="from an anchor to the plate's edge")
    grade: Grade = "8.8"
    leg_mm: Leg | None = Field(default=None, description="of the fillet all round; the structure's own where not given")
    concrete_MPa: Annotated[float, Field(gt=0, le=120)] | None = Field(
        default=None, description="cylinder strength of what it stands on"
    )


def geometry(end: End, joint: OnBase) -> str | None:
    s = end.section
    if s is not None and (joint.length_mm < s.depth_mm or joint.width_mm < s.width_mm):
        return (
            f"the plate ({joint.length_mm:g} × {joint.width_mm:g} mm) is smaller than the post ({s.depth_mm:g} × "
            f"{s.width_mm:g} mm): a larger plate"
        )
    if min(_apart(joint)) <= 0:
        return (
            f"anchors {joint.edge_mm:g} mm from the edge of a plate {min(joint.length_mm, joint.width_mm):g} mm wide "
            f"lie over each other"
        )
    return None


def _apart(joint: OnBase) -> tuple[float, float]:
    return joint.length_mm - 2 * joint.edge_mm, joint.width_mm - 2 * joint.edge_mm


def _over(end: End, joint: OnBase) -> float:
    """How far the plate stands out beyond what the post holds stiffly."""
    s = end.section
    assert s is not None
    kind = {"chs": "round", "round_bar": "round", "i": "i", "channel": "open"}.get(s.shape, "box")
    return max(aisc.beyond_mm(joint.length_mm, joint.width_mm, s.depth_mm, s.width_mm, kind=kind), 1.0)


def _pull(joint: OnBase, f: Floats) -> Floats:
    """Of one anchor: the couple over the anchors' distance, with its share of a pull, less its share of a push."""
    apart = _apart(joint)
    return np.asarray(
        np.maximum(0.0, np.abs(f[:, 5]) / (2 * apart[0]) + np.abs(f[:, 4]) / (2 * apart[1]) + f[:, 0] / 4)
    )


def _pressure(joint: OnBase, f: Floats) -> Floats:
    L, B = joint.length_mm, joint.width_mm
    return np.asarray(
        np.maximum(0.0, -f[:, 0] / (L * B) + 6 * np.abs(f[:, 5]) / (B * L**2) + 6 * np.abs(f[:, 4]) / (L * B**2))
    )


def plate_rule(end: End, joint: OnBase) -> Rule:
    """Bending of the plate where it presses and where anchors pull."""
    over = _over(end, joint)
    arm = max(over - joint.edge_mm, joint.anchor_mm / 2)
    strip = max(2 * arm + joint.anchor_mm, 1.0)
    return rule(
        end, "base plate", "base plate bends",
        demand=lambda f: np.maximum(_pressure(joint, f) * over**2 / 2, _pull(joint, f) * arm / strip),
        capacity=end.Fy_MPa * joint.plate_mm**2 / 4 / end.method.divides.member, unit="N",
        clause="AISC Design Guide 1; 45° strip at the anchors", formula="max(p l²/2, T a / s) ≤ Fy t²/4 by the method",
        inputs=[
            ("l", "plate beyond the post", over, "mm"), ("t", "plate", joint.plate_mm, "mm"),
            ("a", "anchor to the post's face", arm, "mm"), ("s", "strip that goes with an anchor", strip, "mm"),
            ("Fy", "yield", end.Fy_MPa, "MPa"),
        ],
        source="AISC Design Guide 1 (from memory), held against check values",
        assumptions=["what it stands on presses straight-lined", "the plate is of the post's own metal"],
        shown=("m", "moment in the plate, per mm"),
    )  # fmt: skip


def anchor_rule(end: End, joint: OnBase) -> Rule:
    """Anchors in tension and shear."""
    Tc = bolt_tension_N(end, joint.grade, joint.anchor_mm)
    Vc = bolt_shear_N(end, joint.grade, joint.anchor_mm, threads_in=True)
    apart = _apart(joint)

    def share(f: Floats) -> Floats:
        sheared = np.hypot(f[:, 1], f[:, 2]) / 4 + np.abs(f[:, 3]) / (2 * math.hypot(*apart))
        return np.asarray(_pull(joint, f) / Tc + sheared / Vc)

    return rule(
        end, "anchors", f"anchors M{joint.anchor_mm:g} {joint.grade}", demand=share, capacity=1.0, unit="",
        clause=("EN 1993-1-8 table 3.4" if is_en(end) else "AISC 360-22 J3") + ", shares added, on the safe side",
        formula="T/Tc + V/Vc ≤ 1", inputs=[("Tc", "allowed in tension", Tc, "N"), ("Vc", "allowed in shear", Vc, "N")],
        source="AISC 360-22 J3, EN 1993-1-8 (from memory), held against check values",
        assumptions=["lever: anchors on one side against those on the other"], shown=("share", "sum of shares"),
    )  # fmt: skip


def concrete_rule(end: End, joint: OnBase) -> Rule | None:
    """Pressure on the concrete where its strength is given."""
    if joint.concrete_MPa is None:
        return None
    if is_en(end):
        allowed, clause = en.bearing_MPa(joint.concrete_MPa), "EN 1993-1-8 6.2.5"
    else:
        found, clause = aisc.bearing_MPa(joint.concrete_MPa), "AISC 360-22 J8"
        allowed = found.lrfd if end.method.kind == "lrfd" else found.asd
    return rule(
        end, "concrete", "concrete under the plate is pressed", demand=lambda f: _pressure(joint, f), capacity=allowed,
        unit="MPa",
        clause=clause, formula="p ≤ strength of the concrete",
        inputs=[("fc", "cylinder strength", joint.concrete_MPa, "MPa")],
        source="AISC 360-22 J8, EN 1993-1-8 (from memory)",
        assumptions=["no wider concrete counted, grouted without gaps"],
        shown=("p", "greatest pressure"),
    )  # fmt: skip


def find(end: End, joint: OnBase) -> States:
    wrong = geometry(end, joint)
    if wrong:
        return {"base plate": wrong, "anchors": wrong, "weld": wrong, "concrete": None}
    return {
        "base plate": plate_rule(end, joint),
        "anchors": anchor_rule(end, joint),
        "weld": fillet_rule(End(**{**end.__dict__, "onto": ()}), joint.leg_mm or end.usual_leg_mm),
        "concrete": concrete_rule(end, joint),
    }


KIND = Kind(
    OnBase, "base plate on four anchors", ("base plate", "anchors", "weld", "concrete"), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"base plate {v:g} mm", "plate_mm", (10.0, 12.0, 15.0, 20.0, 25.0, 30.0)),
        *steps(j, lambda v: f"anchors M{v:g}", "anchor_mm", (12.0, 16.0, 20.0, 24.0)),
    ],
    outside=lambda j: [UNCHECKED],
)  # fmt: skip
