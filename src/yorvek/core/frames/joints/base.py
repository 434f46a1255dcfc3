"""A base plate on four anchors: the plate under push and pull, and the anchors; what they stand in is not checked."""

from __future__ import annotations

import math

import numpy as np

from yorvek.core.connections.bolts import nominal_area_mm2
from yorvek.core.frames.connections import ULTIMATE_MPA, OnBase
from yorvek.core.frames.joints.bolts import SOURCE, TENSION, THREADS_IN
from yorvek.core.frames.joints.rule import End, Floats, Rule, simple

UNCHECKED = "the ground or concrete under it, and the anchors in it: by the anchor maker's data"


def base_rules(end: End, joint: OnBase) -> list[Rule]:
    """Bending of the plate where it presses and where anchors pull, and anchors in tension and shear."""
    by = end.request.method.divides
    s = end.section
    over = max((joint.length_mm - 0.95 * s.depth_mm) / 2, (joint.width_mm - 0.95 * s.width_mm) / 2, 1.0)
    apart = (joint.length_mm - 2 * joint.edge_mm, joint.width_mm - 2 * joint.edge_mm)
    inside = None
    if min(apart) <= 0:
        inside = f"anchors {joint.edge_mm:g} mm from the edge of a plate {min(joint.length_mm, joint.width_mm):g} mm wide lie over each other"
    area = nominal_area_mm2(joint.anchor_mm)
    Fu = ULTIMATE_MPA[joint.grade]
    Tc, Vc = TENSION * Fu * area / by.joint, THREADS_IN * Fu * area / by.joint

    def pull(f: Floats) -> float:
        """Of one anchor: the couple over the anchors' distance, less its share of the push."""
        if inside:
            return math.nan
        return max(0.0, float(abs(f[5]) / (2 * apart[0]) + abs(f[4]) / (2 * apart[1]) + f[0] / 4))

    def pressure(f: Floats) -> float:
        A = joint.length_mm * joint.width_mm
        return max(0.0, float(
            -f[0] / A + 6 * abs(f[5]) / (joint.width_mm * joint.length_mm**2) + 6 * abs(f[4]) / (joint.length_mm * joint.width_mm**2)
        ))  # fmt: skip

    arm = max(over - joint.edge_mm, joint.anchor_mm / 2)
    strip = max(2 * arm + joint.anchor_mm, 1.0)

    def bent(f: Floats) -> float:
        """N/mm per mm of plate, from below or from an anchor over the strip it spreads to."""
        return max(pressure(f) * over**2 / 2, (0.0 if inside else pull(f)) * arm / strip)

    def sheared(f: Floats) -> float:
        return float(np.hypot(f[1], f[2]) / 4 + (abs(f[3]) / (2 * math.hypot(*apart)) if not inside else 0.0))

    return [
        simple(
            end, "base plate", "base plate bends",
            demand=bent, capacity=end.Fy_MPa * joint.plate_mm**2 / 4 / by.member, unit="N",
            clause="AISC Design Guide 1; 45° strip at the anchors",
            formula="max(p l²/2, T a / s) ≤ Fy t²/4 / " + f"{by.member:.4g}",
            inputs=[
                ("l", "plate beyond the post", over, "mm"), ("t", "plate", joint.plate_mm, "mm"),
                ("a", "anchor to the post's face", arm, "mm"), ("s", "strip that goes with an anchor", strip, "mm"),
                ("Fy", "yield", end.Fy_MPa, "MPa"),
            ],
            source="AISC Design Guide 1 (from memory), held against check values",
            assumptions=["what it stands on presses straight-lined; " + UNCHECKED],
            why_not=lambda f: inside, demand_as=("m", "moment in the plate, per mm"),
        ),
        simple(
            end, "anchors", f"anchors M{joint.anchor_mm:g} {joint.grade}",
            demand=lambda f: pull(f) / Tc + sheared(f) / Vc, capacity=1.0, unit="",
            clause="AISC 360-22 J3, shares added, on the safe side", formula="T/Tc + V/Vc ≤ 1",
            inputs=[("Tc", "allowed in tension", Tc, "N"), ("Vc", "allowed in shear", Vc, "N")],
            source=SOURCE, assumptions=["lever: anchors on one side against those on the other; " + UNCHECKED],
            why_not=lambda f: inside, demand_as=("s", "sum of shares"),
        ),
    ]  # fmt: skip
