"""A pin in double shear, alone at a plain hinge, or with the lug and the cheeks it goes through."""

from __future__ import annotations

import math

import numpy as np

from yorvek.core.connections.bolts import nominal_area_mm2
from yorvek.core.connections.lugs import lifting_lug, pin_connected
from yorvek.core.frames.connections import ULTIMATE_MPA, Pinned
from yorvek.core.frames.joints.rule import End, Floats, Rule, simple

PLANES = 2
THREADS_IN = 0.45
"""Fnv of bolts with threads in the shear plane, of their ultimate strength (AISC 360-22 table J3.2)."""
YIELD_OF_ULTIMATE = 0.8
FORCE_ONLY = "only the force is judged: a moment that the end still holds is not in it"
SOURCE = "AISC 360-22 J3, D5, J7 (from memory), held against check values"


def _size(f: Floats) -> float:
    return float(np.linalg.norm(f[:3]))


def shear_rule(end: End, pin_mm: float, Fnv_MPa: float) -> Rule:
    """Double shear of the pin."""
    factor = end.request.method.divides.joint
    area = nominal_area_mm2(pin_mm)
    return simple(
        end, "pin", "pin in double shear",
        demand=_size, capacity=PLANES * Fnv_MPa * area / factor, unit="N",
        clause="AISC 360-22 J3-1, two planes", formula="F ≤ 2 Fnv A / " + f"{factor:.4g}",
        inputs=[("Fnv", "nominal shear stress", Fnv_MPa, "MPa"), ("A", "area of the pin", area, "mm2")],
        source=SOURCE,
        assumptions=["close cheeks: no bending of the pin; the plates' bearing and edges as drawn", FORCE_ONLY],
        demand_as=("F", "force on the pin"),
    )  # fmt: skip


def pinned_rules(end: End, joint: Pinned) -> list[Rule]:
    """Shear and bending of the pin, and the lug: net tension, tear-out, bearing (by the lifting rules under that method)."""
    by = end.request.method.divides
    Fu_pin = ULTIMATE_MPA[joint.grade]
    hole = joint.pin_mm + joint.play_mm
    lever = joint.lug_mm / 4 + joint.gap_mm + joint.cheek_mm / 2
    Z = joint.pin_mm**3 / 6
    bend = YIELD_OF_ULTIMATE * Fu_pin * Z / by.member
    out = [shear_rule(end, joint.pin_mm, THREADS_IN * Fu_pin)]
    out.append(
        simple(
            end, "pin bends", "pin in bending",
            demand=lambda f: _size(f) / 2 * lever, capacity=bend, unit="Nmm",
            clause="AISC 360-22 F11, round bar; lever a/4 + gap + c/2", formula="F/2 · e ≤ Fy Z / " + f"{by.member:.4g}",
            inputs=[
                ("e", "lever: quarter of the lug, gap, half a cheek", lever, "mm"),
                ("Fy", "yield of the pin, 0.8 of its ultimate strength", YIELD_OF_ULTIMATE * Fu_pin, "MPa"),
                ("Z", "plastic modulus, d³/6", Z, "mm3"),
            ],
            source="statics; AISC 360-22 F11 (from memory)",
            assumptions=["the pin is held in both cheeks and the lug presses evenly", FORCE_ONLY],
            demand_as=("M", "moment in the pin"),
        )
    )  # fmt: skip
    if joint.width_mm <= hole:
        no_plate = f"a hole of {hole:g} mm leaves nothing of a lug {joint.width_mm:g} mm wide"
        allowed, clause, what = 1.0, "AISC 360-22 D5", "lug"
    elif end.request.method.kind == "lifting":
        lug = lifting_lug(
            width_mm=joint.width_mm, thickness_mm=joint.lug_mm, hole_mm=hole, pin_mm=joint.pin_mm,
            edge_radius_mm=joint.edge_mm + hole / 2, edge_mm=joint.edge_mm, Fy_MPa=end.Fy_MPa, Fu_MPa=end.Fu_MPa,
            design_factor=end.request.method.design_factor,
        )  # fmt: skip
        no_plate, allowed, clause, what = None, lug.allowable_N, "in the manner of ASME BTH-1 3-3.3", lug.governs
    else:
        plate = pin_connected(
            width_mm=joint.width_mm, thickness_mm=joint.lug_mm, hole_mm=hole, pin_mm=joint.pin_mm,
            edge_mm=joint.edge_mm, Fy_MPa=end.Fy_MPa, Fu_MPa=end.Fu_MPa,
        )  # fmt: skip
        ways = {
            "net tension": plate.rupture.nominal / by.rupture,
            "tear-out": plate.shear.nominal / by.rupture,
            "bearing": plate.bearing.nominal / by.rupture,
            "yielding": plate.yielding.nominal / by.member,
        }
        what = min(ways, key=lambda k: ways[k])
        no_plate, allowed, clause = None, ways[what], "AISC 360-22 D5, J7"
    out.append(
        simple(
            end, "lug", f"lug, {what}",
            demand=_size, capacity=allowed, unit="N", clause=clause, formula="F ≤ least of net tension, tear-out, bearing",
            inputs=[
                ("t", "thickness", joint.lug_mm, "mm"), ("w", "width at the hole", joint.width_mm, "mm"),
                ("a", "hole's edge to the end", joint.edge_mm, "mm"), ("d", "pin", joint.pin_mm, "mm"),
                ("dh", "hole", hole, "mm"), ("Fu", "ultimate strength", end.Fu_MPa, "MPa"),
            ],
            source=SOURCE, assumptions=["the pull is along the lug; the lug is of the bar's own metal", FORCE_ONLY],
            why_not=lambda f: no_plate, demand_as=("F", "force on the lug"),
        )
    )  # fmt: skip
    if not math.isclose(_dish(joint), 0.0):
        out.append(_dishing(end, joint))
    return out


def _dish(joint: Pinned) -> float:
    """How far the eye is thinner than BTH-1's thirtieth of its width and asks for the dishing rule."""
    return max(0.0, joint.width_mm / 30 - joint.lug_mm)


def _dishing(end: End, joint: Pinned) -> Rule:
    return simple(
        end, "dishing", "lug, dishing",
        demand=_size, capacity=1.0, unit="N", clause="", formula="t ≥ w / 30", inputs=[],
        source="common practice, no source",
        why_not=lambda f: f"the lug is thinner than a thirtieth of its width ({joint.width_mm / 30:.1f} mm): it may dish; make it thicker",
    )  # fmt: skip
