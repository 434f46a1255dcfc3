"""Bolts at a bar's end: in shear through a plate along it, or through an end plate in tension and shear."""

from __future__ import annotations

import math
from itertools import product

import numpy as np

from yorvek.core.connections.bolts import bearing, nominal_area_mm2, standard_hole_mm
from yorvek.core.connections.tension import block_shear, prying
from yorvek.core.frames.connections import ULTIMATE_MPA, Bolted, EndPlated
from yorvek.core.frames.joints.rule import End, Floats, Rule, simple

THREADS_IN, TENSION = 0.45, 0.75
"""Fnv and Fnt of a bolt's ultimate strength on its nominal area, AISC 360-22 table J3.2."""
ASIDE = 0.05
"""A plate bolted flat takes this much of its load across itself before it has to be looked at."""
SOURCE = "AISC 360-22 J3, J4 (from memory), held against check values"


def bolted_rules(end: End, joint: Bolted) -> list[Rule]:
    """Shear of the furthest bolt by the elastic vector method, bearing and tear-out there, and block shear of the plate."""
    by = end.request.method.divides
    places = np.array(list(product(range(joint.rows), range(joint.columns))), float) * (joint.pitch_mm, joint.gauge_mm)
    arms = places - places.mean(axis=0)
    turn = float((arms**2).sum())
    n = len(arms)
    hole = standard_hole_mm(joint.bolt_mm)
    one = THREADS_IN * ULTIMATE_MPA[joint.grade] * nominal_area_mm2(joint.bolt_mm) * joint.planes / by.joint
    clear = min(joint.edge_mm - hole / 2, joint.pitch_mm - hole if joint.rows > 1 else math.inf)
    plate = bearing(Fu_MPa=end.Fu_MPa, diameter_mm=joint.bolt_mm, plate_mm=joint.plate_mm, clear_mm=max(clear, 0.0))

    def furthest(f: Floats) -> float:
        direct = np.array([f[0], f[1]]) / n
        turned = f[5] / turn * np.column_stack([-arms[:, 1], arms[:, 0]]) if turn > 0 else 0.0
        return float(np.linalg.norm(direct + turned, axis=1).max() if turn > 0 else np.linalg.norm(direct))

    def trouble(f: Floats) -> str | None:
        if turn == 0 and abs(f[5]) > 1.0:
            return "one bolt cannot hold the bar from turning: add a bolt or make the end a hinge"
        flat = max(float(np.hypot(f[0], f[1])), 1.0)
        reach = math.hypot(joint.rows * joint.pitch_mm, joint.columns * joint.gauge_mm)
        if abs(f[2]) > ASIDE * flat or max(abs(f[3]), abs(f[4])) > ASIDE * max(flat * reach, abs(f[5]), 1.0):
            return "the load also comes across the plate or bends it aside, which a flat bolted plate does not take: hold it sideways or use an end plate"
        return None

    length = (joint.rows - 1) * joint.pitch_mm + joint.edge_mm
    across = (joint.columns - 1) * joint.gauge_mm
    holes_along = (joint.rows - 0.5) * hole
    block = block_shear(
        gross_shear_mm2=2 * length * joint.plate_mm,
        net_shear_mm2=2 * max(0.0, length - holes_along) * joint.plate_mm,
        net_tension_mm2=max(0.0, across - (joint.columns - 1) * hole) * joint.plate_mm,
        Fy_MPa=end.Fy_MPa,
        Fu_MPa=end.Fu_MPa,
    )
    if joint.columns == 1:  # one line of bolts: the block goes out to one side
        block = block_shear(
            gross_shear_mm2=length * joint.plate_mm,
            net_shear_mm2=max(0.0, length - holes_along) * joint.plate_mm,
            net_tension_mm2=max(0.0, joint.side_mm - hole / 2) * joint.plate_mm,
            Fy_MPa=end.Fy_MPa,
            Fu_MPa=end.Fu_MPa,
        )
    return [
        simple(
            end, "bolts", f"{n} bolts M{joint.bolt_mm:g} {joint.grade} in shear",
            demand=furthest, capacity=one, unit="N", clause="AISC 360-22 J3-1; elastic vector method",
            formula="Fb ≤ Fnv A · planes / " + f"{by.joint:.4g}",
            inputs=[
                ("n", "bolts", float(n), ""), ("Ip", "Σr² of the group", turn, "mm2"),
                ("Fnv", "nominal shear stress, threads in the plane", THREADS_IN * ULTIMATE_MPA[joint.grade], "MPa"),
                ("planes", "shear planes", float(joint.planes), ""),
            ],
            source=SOURCE, assumptions=["plates stay flat, bolts are alike and fit their holes alike"],
            why_not=trouble, demand_as=("Fb", "on the furthest bolt"),
        ),
        simple(
            end, "bearing", "bolt bears on the plate",
            demand=furthest, capacity=plate.strength.nominal / by.joint, unit="N", clause="AISC 360-22 J3-6a, J3-6c",
            formula="Fb ≤ min(2.4 d t Fu, 1.2 lc t Fu) / " + f"{by.joint:.4g}",
            inputs=[
                ("lc", "clear to the edge or the next hole", clear, "mm"), ("t", "plate", joint.plate_mm, "mm"),
                ("dh", "hole", hole, "mm"), ("Fu", "ultimate strength", end.Fu_MPa, "MPa"),
            ],
            source=SOURCE, assumptions=["the plate is of the bar's own metal"], why_not=trouble,
            demand_as=("Fb", "on the furthest bolt"),
        ),
        simple(
            end, "block", "plate torn out in a block",
            demand=lambda f: abs(float(f[0])), capacity=block.nominal / by.rupture, unit="N", clause="AISC 360-22 J4-5",
            formula="N ≤ [min(0.6 Fu Anv, 0.6 Fy Agv) + Ubs Fu Ant] / " + f"{by.rupture:.4g}",
            inputs=[("L", "sheared length, each side", length, "mm"), ("t", "plate", joint.plate_mm, "mm")],
            source=SOURCE, assumptions=["even pull on the block, Ubs = 1"], why_not=trouble,
            demand_as=("N", "pull along the bar"),
        ),
    ]  # fmt: skip


def end_plate_rules(end: End, joint: EndPlated) -> list[Rule]:
    """The outermost bolt with prying, shear of the bolts, and the plate's bending within the prying rule."""
    by = end.request.method.divides
    area = nominal_area_mm2(joint.bolt_mm)
    Fu = ULTIMATE_MPA[joint.grade]
    n = 2 * joint.rows
    up = (np.arange(joint.rows) - (joint.rows - 1) / 2) * joint.pitch_mm
    square_sum = 2 * float((up**2).sum())
    half = joint.gauge_mm / 2
    stem = end.section.width_mm if end.section.closed else max(end.section.wall_mm, 1.0)
    lever = max((joint.gauge_mm - stem) / 2, joint.bolt_mm * 0.75)
    tension = TENSION * Fu * area / by.joint
    Fy = end.Fy_MPa
    found = prying(
        bolt_N=tension, b_mm=lever, a_mm=(joint.width_mm - joint.gauge_mm) / 2, pitch_mm=min(joint.pitch_mm, 2 * lever + joint.bolt_mm),
        hole_mm=standard_hole_mm(joint.bolt_mm), bolt_mm=joint.bolt_mm, plate_mm=joint.plate_mm, stress_MPa=Fy / by.member,
    )  # fmt: skip

    def pull(f: Floats) -> float:
        return float(max(f[0], 0.0) / n + abs(f[5]) * up[-1] / square_sum + abs(f[4]) * half / (n * half**2))

    def sheared(f: Floats) -> float:
        turn = square_sum + n * half**2
        return float(np.hypot(f[1], f[2]) / n + abs(f[3]) * math.hypot(up[-1], half) / turn)

    edge = (joint.width_mm - joint.gauge_mm) / 2
    narrow = None if edge > joint.bolt_mm else f"the bolts stand {edge:g} mm from the plate's side: widen it"
    return [
        simple(
            end, "end plate", "end plate and its bolts in tension",
            demand=pull, capacity=found.available_N, unit="N", clause="AISC Manual part 9, prying; J3-1",
            formula="N/n + M y/Σy² ≤ bolt with prying",
            inputs=[
                ("B", "what one bolt is allowed in tension", tension, "N"),
                ("b", "bolt to the bar's face", lever, "mm"), ("t", "plate", joint.plate_mm, "mm"),
                ("tc", "thickness without prying", found.thickness_without_mm, "mm"),
                ("α", "how far the plate bends at the bolts", found.alpha, ""),
            ],
            source="AISC Manual part 9 (from memory), held against EN 1993-1-8 6.2.4",
            assumptions=["bolts share by their distance from the middle of the group; the face it is bolted to is stiff"],
            why_not=lambda f: narrow, demand_as=("T", "pull on the outermost bolt"),
        ),
        simple(
            end, "bolts", f"{n} bolts M{joint.bolt_mm:g} {joint.grade}, shear beside the pull",
            demand=lambda f: sheared(f) / (THREADS_IN * Fu * area / by.joint) + max(0.0, pull(f) / tension - 0.3),
            capacity=1.0, unit="", clause="AISC 360-22 J3-3, shear with tension above 0.3 of its own",
            formula="V/Vc + (T/Tc − 0.3) ≤ 1",
            inputs=[("Vc", "allowed in shear", THREADS_IN * Fu * area / by.joint, "N"), ("Tc", "allowed in tension", tension, "N")],
            source=SOURCE, assumptions=["bolts share the shear evenly"], demand_as=("s", "sum of shares"),
        ),
    ]  # fmt: skip
