"""Ends held by friction: a pinched clamp, a U-bolt, set screws on a round bar."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Count, Kind, Larger, Size
from yorvek.core.joints.rule import States, rule
from yorvek.core.model import Model
from yorvek.core.theory.grip import pinched, preload_N, set_screws, u_bolt

Floats = NDArray[np.float64]
SAFETY_ON_SLIP = 1.5
ACROSS = 0.05
"""Of what slips along or round: a push across or a bending moment above it opens the clamp."""


class Held(Model):
    """Friction: a pinched clamp, a U-bolt or set screws on a round bar, mm; preload by a tightening torque."""

    kind: Literal["friction"] = "friction"
    by: Literal["clamp", "U-bolt", "set screws"]
    bolt_mm: Size
    bolts: Count
    torque_Nm: Annotated[float, Field(gt=0, le=5000)]
    friction: Annotated[float, Field(gt=0, le=0.5)] = 0.15


def find(end: End, joint: Held) -> States:
    """Slip along the bar and turning about it."""
    s = end.section
    if s is None or not s.round:
        return {"slip": "friction on a bar that is not round is not looked at: its walls give"}
    each, bar = preload_N(joint.torque_Nm * 1000, joint.bolt_mm), s.depth_mm
    if joint.by == "clamp":
        hold = pinched(bolts=joint.bolts, each_N=each, bar_mm=bar, friction=joint.friction)
    elif joint.by == "U-bolt":
        hold = u_bolt(each_N=each, bar_mm=bar, friction=joint.friction)
    else:
        hold = set_screws(screws=joint.bolts, each_N=each, bar_mm=bar, friction=joint.friction)

    def aside(f: Floats) -> str | None:
        across, bent = float(np.hypot(f[1], f[2])), float(np.hypot(f[4], f[5]))
        if across > ACROSS * hold.slip_N or bent > ACROSS * hold.slip_N * bar:
            return (
                "the load also comes across the bar or bends it at the clamp: it opens the joint, which friction "
                "does not cover"
            )
        return None

    found = rule(
        end, "slip", f"held by {joint.by}",
        demand=lambda f: np.hypot(f[:, 0] / hold.slip_N, f[:, 3] / hold.torque_Nmm), capacity=1 / SAFETY_ON_SLIP,
        unit="",
        clause="friction of two lines of contact", formula="√((N/Ns)² + (T/Ts)²) ≤ 1 / 1.5",
        inputs=[
            ("F", "preload of one bolt, T/(0.2 d)", each, "N"), ("μ", "friction", joint.friction, ""),
            ("Ns", "slips along at", hold.slip_N, "N"), ("Ts", "turns at", hold.torque_Nmm, "Nmm"),
        ],
        source="Coulomb friction; nut factor 0.2 and the factor of 1.5 are common practice, no source",
        assumptions=["dry and clean; tightened by a wrench that reads, and again after the first load"],
        why_not=aside, shown=("s", "share of what slips"),
    )  # fmt: skip
    return {"slip": found}


def bigger(joint: Held) -> Larger:
    out: Larger = [(f"{joint.bolts + 1} bolts", joint.model_copy(update={"bolts": joint.bolts + 1}))]
    for d in (8.0, 10.0, 12.0, 16.0, 20.0):
        if d > joint.bolt_mm:
            torque = joint.torque_Nm * (d / joint.bolt_mm) ** 3
            out.append((f"bolts M{d:g}", joint.model_copy(update={"bolt_mm": d, "torque_Nm": torque})))
    return out


KIND = Kind(
    Held, "held by friction", ("slip",), find, bigger, outside=lambda j: ["the clamp's own strength, and its bolts'"]
)
