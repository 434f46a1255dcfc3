"""Ends held by friction, and bought parts by their rating."""

from __future__ import annotations

import math

import numpy as np

from yorvek.core.connections.friction import pinched, preload_N, set_screws, u_bolt
from yorvek.core.frames.connections import Held, Rated
from yorvek.core.frames.joints.rule import End, Floats, Rule, simple

SAFETY_ON_SLIP = 1.5


def friction_rule(end: End, joint: Held) -> Rule:
    """Slip along the bar and turning about it."""
    each = preload_N(joint.torque_Nm * 1000, joint.bolt_mm)
    bar = end.section.depth_mm
    if joint.by == "clamp":
        hold = pinched(bolts=joint.bolts, each_N=each, bar_mm=bar, friction=joint.friction)
    elif joint.by == "U-bolt":
        hold = u_bolt(each_N=each, bar_mm=bar, friction=joint.friction)
    else:
        hold = set_screws(screws=joint.bolts, each_N=each, bar_mm=bar, friction=joint.friction)
    square = (
        None
        if end.section.shape in ("chs", "round_bar")
        else "friction on a bar that is not round is not in this version"
    )

    def use(f: Floats) -> float:
        return math.hypot(float(f[0]) / hold.slip_N, float(f[3]) / hold.torque_Nmm)

    def aside(f: Floats) -> str | None:
        if square:
            return square
        return "the load also comes across the bar or bends it at the clamp: it opens the joint, which friction does not cover" if (
            float(np.hypot(f[1], f[2])) * bar > 2 * hold.torque_Nmm or float(np.hypot(f[4], f[5])) > 2 * hold.torque_Nmm
        ) else None  # fmt: skip

    return simple(
        end, "slip", f"held by {joint.by}",
        demand=use, capacity=1 / SAFETY_ON_SLIP, unit="", clause="friction of two lines of contact",
        formula="√((N/Ns)² + (T/Ts)²) ≤ 1 / 1.5",
        inputs=[
            ("F", "preload of one bolt, T/(0.2 d)", each, "N"), ("μ", "friction", joint.friction, ""),
            ("Ns", "slips along at", hold.slip_N, "N"), ("Ts", "turns at", hold.torque_Nmm, "Nmm"),
        ],
        source="Coulomb friction; nut factor 0.2 and the factor of 1.5 are common practice, no source",
        assumptions=["dry and clean; tightened by a wrench that reads, and again after the first load"],
        why_not=aside, demand_as=("s", "share of what slips"),
    )  # fmt: skip


def rated_rule(end: End, joint: Rated) -> Rule:
    """A bought part against the load on its plate."""
    void = f"{joint.what} was modified: its rating is void, ask its maker" if joint.modified else None
    return simple(
        end, "rating", f"{joint.what}, by its rating",
        demand=lambda f: float(np.linalg.norm(f[:3])), capacity=joint.rating_N, unit="N",
        clause="the maker's plate", formula="F ≤ rating", inputs=[("R", "rating", joint.rating_N, "N")],
        source="the part's own plate, as entered", assumptions=["the rating has its maker's own factor in it, and is for this direction"],
        why_not=lambda f: void, demand_as=("F", "force on it"),
    )  # fmt: skip
