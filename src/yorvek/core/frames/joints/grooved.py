"""Ends welded with a groove weld, spliced with fish plates, or screwed with self-tapping screws."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.connections.fillets import leg_too_small
from yorvek.core.connections.screws import screw_pull_N, screw_shear_N
from yorvek.core.frames.connections import FishPlated, Grooved, Screwed
from yorvek.core.frames.joints.rule import End, Rule, simple
from yorvek.core.frames.joints.weld import weld_line

Floats = NDArray[np.float64]
PARTIAL_OMEGA_OVER_SHEAR = 1.88 / 2.00
NO_MOMENT_NMM = 1000.0


def groove_rule(end: End, joint: Grooved) -> Rule:
    """Full penetration is worth the metal it joins; partial penetration its throat, by the filler and by the metal."""
    line, wall, by = weld_line(end, 1.0), end.wall_mm, end.request.method.divides
    full = joint.throat_mm is None
    throat = wall if joint.throat_mm is None else joint.throat_mm
    metal = throat * min(end.Fy_MPa / by.member, end.Fu_MPa / by.rupture)
    filler = throat * 0.60 * end.request.filler_MPa / by.joint
    # across the throat a pull may use the filler at 1.88 where shear has 2.00 (J2.5); the lower is taken for both
    allowed = metal if full else min(metal, filler)

    def flow(f: Floats) -> float:
        across, along = line.flow(f)
        return math.hypot(across, math.sqrt(3.0) * along)

    deep = None if throat <= wall + 1e-9 else f"the throat of {throat:g} mm is more than the wall of {wall:g} mm"
    return simple(
        end,
        "groove weld",
        "groove weld, full penetration" if full else "groove weld, partial penetration",
        demand=flow,
        capacity=allowed,
        unit="N/mm",
        clause="AISC 360-22 J2.4, table J2.5",
        formula="√(q⊥² + 3 q∥²) ≤ throat × min( Fy, " + ("Fu )" if full else "Fu, 0.60 FEXX )") + " by the method",
        inputs=[
            ("E", "throat", throat, "mm"),
            ("t", "wall it is on", wall, "mm"),
            ("FEXX", "filler strength", end.request.filler_MPa, "MPa"),
        ],
        source="AISC 360-22 J2 (from memory)",
        assumptions=[
            "welded all round, filler that matches",
            "both sides prepared and the root sound: have it looked at"
            if full
            else "the throat as entered is reached: make a trial piece and cut it",
        ],
        why_not=lambda f: deep,
        demand_as=("q", "flow in the weld, as it pulls"),
    )


def fish_plate_rules(end: End, joint: FishPlated) -> list[Rule]:
    """A plate over and one under the bar, welded along both edges; tapered ends carry nothing."""
    s, by = end.section, end.request.method.divides
    t, w, arm = joint.plate_mm, joint.width_mm, s.depth_mm + joint.plate_mm
    area, across = w * t, t * w**2 / 6
    straight = joint.lap_mm - joint.taper_mm

    # a lap that is all taper is refused below; the flow still needs a length to be shown by
    length = max(straight, 0.1)

    def stress(f: Floats) -> float:
        N, Vy, Vz, T, My, Mz = (abs(float(v)) for v in f)
        pull = N / 2 / area + Mz / arm / area + My / 2 / across
        return math.hypot(pull, math.sqrt(3.0) * (Vz / 2 + T / arm) / area)

    def weld(f: Floats) -> float:
        N, Vy, Vz, T, My, Mz = (abs(float(v)) for v in f)
        lines = 2 * length
        along = (N / 2 + Mz / arm) / lines + My / 2 / w / length
        return math.hypot(along, (Vz / 2 + T / arm + Vy / 2) / lines)

    def webs(f: Floats) -> str | None:
        if straight <= 0:
            return "the taper is as long as the lap: make the plates longer"
        return leg_too_small(joint.leg_mm, min(t, end.wall_mm))

    allowed = weld_line(end, joint.leg_mm).allowed_N_per_mm
    metal = min(end.metal.yield_at_weld_MPa / by.member, end.metal.ultimate_at_weld_MPa / by.rupture)
    common = {
        "source": "statics of two plates at the bar's depth; AISC 360-22 D2, J2 (from memory)",
        "assumptions": [
            "the bar itself is cut through there and carries nothing",
            "plates of the bar's metal, tapered at their ends",
        ],
    }
    sizes = [("t", "plate", t, "mm"), ("w", "its width", w, "mm"), ("h", "from plate to plate", arm, "mm")]
    return [
        simple(end, "fish plates", "fish plates", demand=stress, capacity=metal, unit="MPa", clause="AISC 360-22 D2, J4.1",
               formula="N/2A + M/(h A) + My/2S ≤ Fy by the method", inputs=sizes, demand_as=("σ", "stress of the plate"), **common),  # type: ignore[arg-type]
        simple(end, "fish plate welds", "welds of the fish plates", demand=weld, capacity=allowed, unit="N/mm", clause="AISC 360-22 J2.4",
               formula="q ≤ 0.60 FEXX · 0.707 leg by the method", why_not=webs, demand_as=("q", "flow in a weld"),
               inputs=[*sizes, ("leg", "fillet leg", joint.leg_mm, "mm"), ("l", "straight lap on this side", straight, "mm")], **common),  # type: ignore[arg-type]
    ]  # fmt: skip


def screw_rules(end: End, joint: Screwed) -> list[Rule]:
    """Screws through a cleat into the bar's wall; force in the wall's plane shears them, force across pulls them."""
    wall, by = end.wall_mm, end.request.method.divides
    shear = screw_shear_N(joint.screw_mm, joint.plate_mm, wall, end.Fu_MPa, end.Fu_MPa)
    pull = screw_pull_N(joint.screw_mm, joint.head_mm, joint.plate_mm, wall, end.Fu_MPa, end.Fu_MPa)
    # AISI S100 asks 3.0 where AISC joints ask 2.0
    safety = 1.5 * by.joint

    def bends(f: Floats) -> str | None:
        return (
            "screws are looked at for force only: let the end turn, or choose bolts"
            if float(np.abs(f[3:]).max()) > NO_MOMENT_NMM
            else None
        )

    def use(f: Floats) -> float:
        each = 1 / joint.screws
        return (math.hypot(float(f[0]), float(f[1])) * each / shear + abs(float(f[2])) * each / pull) * safety

    return [
        simple(
            end, "screws", "self-tapping screws", demand=use, capacity=1.0, unit="", clause="AISI S100 J4",
            formula="V/(n Pns) + T/(n Pnot), each by its safety ≤ 1",
            inputs=[
                ("d", "screw", joint.screw_mm, "mm"), ("n", "screws", float(joint.screws), ""), ("t1", "cleat under the head", joint.plate_mm, "mm"),
                ("t2", "wall", wall, "mm"), ("Pns", "one in shear", shear, "N"), ("Pnot", "one pulled", pull, "N"),
            ],
            source="AISI S100-16 J4.3, J4.4 (from memory)", why_not=bends, demand_as=("use", "share of what they take"),
            assumptions=["3 diameters apart and 1.5 from edges", "all screws share alike", "the screw itself is stronger: see its maker's data"],
        )
    ]  # fmt: skip
