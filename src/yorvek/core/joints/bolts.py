"""Bolts in shear through a plate along the bar: the group, each bolt in the plate, and the plate through its holes."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.aisc360 import bolted as aisc
from yorvek.core.clauses.aisc360.flexure import rectangle_moment_Nmm
from yorvek.core.clauses.aisc360.members import gross_yielding_N, net_rupture_N
from yorvek.core.clauses.aisc360.plates import shear_rupture_N, shear_yielding_N
from yorvek.core.clauses.aisc360.pulled import block_shear
from yorvek.core.clauses.en1993 import bolted as en
from yorvek.core.clauses.en1993.members import plastic_shear_N
from yorvek.core.joints.at import End
from yorvek.core.joints.bolt_layout import Bolted, geometry, hole_trouble
from yorvek.core.joints.kind import Kind, steps
from yorvek.core.joints.rule import Rule, States, rule, size, straight_and_square
from yorvek.core.joints.strengths import GAMMA_M2, bolt_shear_N, fastener, is_en

Floats = NDArray[np.float64]
SOURCE = "AISC 360-22 J3, J4, D2, EN 1993-1-8 3, 1993-1-1 6.2.3 (from memory), held against check values"
DUST = 1e-3
ASIDE = 0.05
"""Of the force in its plane that a flat plate may carry across itself; more opens the joint."""
SIZES = (10.0, 12.0, 16.0, 20.0, 24.0)
PLATES = (6.0, 8.0, 10.0, 12.0, 15.0, 20.0)
NO_LIMIT = 1e6
NEXT_TO_NOTHING_N = 1e-3
"""Where nothing is left between the holes."""


def furthest_N(joint: Bolted, f: Floats) -> Floats:
    """Force on the bolt that is loaded most, elastic vector method."""
    places = joint.places
    turn = float((places**2).sum())
    n = len(places)
    spin = np.column_stack([-places[:, 1], places[:, 0]]) / turn if turn > 0 else np.zeros_like(places)
    each = f[:, None, :2] / n + f[:, 5, None, None] * spin[None]
    return np.asarray(np.linalg.norm(each, axis=2).max(axis=1))


def turns(joint: Bolted, f: Floats) -> str | None:
    """One bolt alone lets the bar turn; a flat plate is not for what comes across it or twists it."""
    force = max(float(np.linalg.norm(f[:2])), 1.0)
    if len(joint.places) == 1 and abs(f[5]) > max(1.0, DUST * force * joint.bolt_mm):
        return "one bolt cannot hold the bar from turning (a moment comes on it): add a bolt or make the end a hinge"
    reach = max(float(np.ptp(joint.places, axis=0).max()), joint.width_mm)
    in_plane = max(force, abs(f[5]) / max(reach, 1.0))
    if abs(f[2]) > ASIDE * in_plane or abs(f[3]) > ASIDE * in_plane * reach:
        return (
            "the load comes across the plate or twists it, which a flat bolted plate does not take: hold it sideways "
            "or use an end plate"
        )
    return None


def clear_mm(joint: Bolted) -> tuple[float, float, float, float]:
    """Clear distances in front of a bolt: to the end, to the next hole along, to the side, to the next hole across."""
    hole = joint.bored_mm
    return (
        joint.edge_mm - hole / 2,
        joint.pitch_mm - hole if joint.rows > 1 else NO_LIMIT,
        joint.side_mm - hole / 2,
        joint.gauge_mm - hole if joint.columns > 1 else NO_LIMIT,
    )


def bearing_N(end: End, joint: Bolted, plate_mm: float, f: Floats) -> Floats:
    """What one bolt may press on the plate, by which way it goes: out of the end, inwards, or to a side."""
    end_mm, next_mm, side_mm, across_mm = clear_mm(joint)
    force = np.linalg.norm(f[:, :2], axis=1)
    turned = np.abs(f[:, 5]) > DUST * np.maximum(force, 1.0) * joint.bolt_mm
    out = turned | (f[:, 0] > DUST * force)
    back = turned | (f[:, 0] < -DUST * force)
    aside = turned | (np.abs(f[:, 1]) > ASIDE * force)
    if is_en(end):
        along, across = _en_bearing(end, joint, plate_mm)
        return np.where(out | back | ~aside, np.where(aside, np.minimum(along, across), along), across)
    clear = np.full(len(f), NO_LIMIT)
    clear = np.where(out, np.minimum(clear, min(end_mm, next_mm)), clear)
    clear = np.where(back, np.minimum(clear, next_mm), clear)
    clear = np.where(aside, np.minimum(clear, min(side_mm, across_mm)), clear)
    nominal = aisc.bearing_N(end.Fu_MPa, joint.bolt_mm, plate_mm, np.maximum(clear, 0.0))
    return np.asarray(nominal / end.method.divides.joint)


def _en_bearing(end: End, joint: Bolted, plate_mm: float) -> tuple[float, float]:
    """EN table 3.4 along the bar and across it."""
    hole, fub = joint.bored_mm, fastener(joint.grade, joint.bolt_mm).ultimate_MPa
    p = joint.pitch_mm if joint.rows > 1 else NO_LIMIT
    g = joint.gauge_mm if joint.columns > 1 else NO_LIMIT

    def way(e1: float, p1: float, e2: float, p2: float) -> float:
        return en.bearing_N(
            fu_MPa=end.Fu_MPa, fub_MPa=fub, d_mm=joint.bolt_mm, t_mm=plate_mm, hole_mm=hole, e1_mm=e1, p1_mm=p1,
            e2_mm=e2, p2_mm=p2
        ) / GAMMA_M2  # fmt: skip

    return way(joint.edge_mm, p, joint.side_mm, g), way(joint.side_mm, g, joint.edge_mm, p)


def bolts_rule(end: End, joint: Bolted, wrong: str | None) -> Rule:
    """Shear of the furthest bolt; long joints less (EN 3.8, AISC table J3.2 note)."""
    one = bolt_shear_N(end, joint.grade, joint.bolt_mm, threads_in=joint.threads_in) * joint.planes
    long = (joint.rows - 1) * joint.pitch_mm
    less = en.long_joint(long, joint.bolt_mm) if is_en(end) else aisc.long_joint(long)
    n = len(joint.places)
    return rule(
        end, "bolts", f"{n} bolt{'s' if n > 1 else ''} M{joint.bolt_mm:g} {joint.grade} in shear",
        demand=lambda f: furthest_N(joint, f), capacity=one * less, unit="N",
        clause="EN 1993-1-8 table 3.4, 3.8; elastic vector" if is_en(end) else "AISC 360-22 J3-1; elastic vector "
            "method",
        formula="Fb ≤ shear of one bolt × planes",
        inputs=[
            ("n", "bolts", float(n), ""), ("Ip", "Σr² of the group", float((joint.places**2).sum()), "mm2"),
            ("Fub", "ultimate strength", fastener(joint.grade, joint.bolt_mm).ultimate_MPa, "MPa"),
            ("planes", "shear planes", float(joint.planes), ""), ("βL", "left of it in a long joint", less, ""),
        ],
        source=SOURCE,
        assumptions=["plates stay flat, bolts are alike and fit their holes alike",
            "threads in the shear plane" if joint.threads_in else "no threads in the shear plane"],
        why_not=lambda f: wrong or turns(joint, f), shown=("Fb", "on the furthest bolt"),
    )  # fmt: skip


def bearing_rule(end: End, joint: Bolted, plate_mm: float, wrong: str | None) -> Rule:
    """The furthest bolt on its plate."""
    sizes = dict(zip(("end", "next along", "side", "next across"), clear_mm(joint), strict=True))
    return rule(
        end, "bearing", "bolt bears on the plate and tears out",
        demand=lambda f: furthest_N(joint, f) / bearing_N(end, joint, plate_mm, f), capacity=1.0, unit="",
        clause="EN 1993-1-8 table 3.4" if is_en(end) else "AISC 360-22 J3-6a, J3-6c",
        formula="Fb ≤ k1 αb fu d t / γM2" if is_en(end) else "Fb ≤ min(2.4 d t Fu, 1.2 lc t Fu) by the method",
        inputs=[
            ("t", "plate", plate_mm, "mm"), ("dh", "hole", joint.bored_mm, "mm"),
            ("Fu", "ultimate strength", end.Fu_MPa, "MPa"),
            *((f"lc {k}", f"clear to the {k}", v, "mm") for k, v in sizes.items() if v < NO_LIMIT),
        ],
        source=SOURCE, assumptions=["every bolt as the one that is worst off", "the plate is of the bar's own metal"],
        why_not=lambda f: wrong or turns(joint, f), shown=("share", "furthest bolt over what the plate takes"),
    )  # fmt: skip


def plate_rule(end: End, joint: Bolted, wrong: str | None) -> Rule:
    """The plate itself: gross yielding with what bends it in and out of its plane, net rupture, shear."""
    w, t, by = joint.width_mm, joint.plate_mm, end.method.divides
    damage = 0.0 if is_en(end) else aisc.HOLE_DAMAGE_MM
    net = max(w - joint.columns * (joint.bored_mm + damage), 0.0) * t
    lag = shear_lag(end, joint)
    area, gross = (
        (end.section.A_mm2, end.section.A_mm2) if joint.one_leg and end.section is not None else (w * t, w * t)
    )
    if joint.one_leg and end.section is not None:
        net = max(area - joint.columns * (joint.bored_mm + damage) * t, 0.0)
    # EN 6.2.3 is the same: its divisors hold the 0.9 of the net section and the partial factors
    yields = gross_yielding_N(end.Fy_MPa, gross).nominal / by.member
    ruptures = max(net_rupture_N(end.Fu_MPa, net, lag).nominal / by.rupture, NEXT_TO_NOTHING_N)
    strong, weak = (rectangle_moment_Nmm(end.Fy_MPa, *s) / by.member for s in ((t, w), (w, t)))
    net_strong = strong * min(1.0, ruptures / yields)
    row = max(w - joint.columns * (joint.bored_mm + damage), 0.0) * t
    plain = plastic_shear_N(end.Fy_MPa, w * t) if is_en(end) else shear_yielding_N(end.Fy_MPa, w * t).nominal
    shears = max(min(plain / by.member, shear_rupture_N(end.Fu_MPa, row).nominal / by.rupture), NEXT_TO_NOTHING_N)

    def share(f: Floats) -> Floats:
        pull = np.maximum(f[:, 0], 0.0)
        straight = np.maximum(pull / min(yields, ruptures), np.maximum(-f[:, 0], 0.0) / yields)
        bent = np.abs(f[:, 5]) / net_strong + np.abs(f[:, 4]) / weak
        return straight_and_square(straight + bent, np.abs(f[:, 1]) / shears)

    return rule(
        end, "plate", "plate: gross yielding, net section, bending",
        demand=share, capacity=1.0, unit="",
        clause="EN 1993-1-1 6.2.3; 1993-1-8 3.10" if is_en(end) else "AISC 360-22 D2, J4.1, J4.2, F11",
        formula="N / min(Fy A, Fu Ae) + M/Mc + (V/Vc)² ≤ 1",
        inputs=[
            ("w", "width", w, "mm"), ("t", "plate", t, "mm"), ("Ag", "gross", gross, "mm2"), ("An", "net", net, "mm2"),
            ("U", "of the net area that counts (shear lag)", lag, ""), ("Ny", "gross section takes", yields, "N"),
            ("Nu", "net section takes", ruptures, "N"), ("Vc", "takes in shear through a row", shears, "N"),
        ],
        source=SOURCE,
        assumptions=["the plate is of the bar's own metal", "push: its free length is held, or looked at as a member"],
        why_not=lambda f: wrong or turns(joint, f), shown=("share", "share of the plate's strength"),
    )  # fmt: skip


def shear_lag(end: End, joint: Bolted) -> float:
    """Of the net area that counts: all of a plate; of an angle by one leg by AISC table D3.1 or EN 3.10.3."""
    s = end.section
    if not joint.one_leg or s is None:
        return 1.0
    n = joint.rows
    if is_en(end):
        return en.one_leg_share(n, joint.pitch_mm, joint.bored_mm, joint.side_mm, joint.plate_mm, s.A_mm2)
    out_mm = min(s.cx_mm, s.cy_mm)
    if n < 2:
        # one bolt: only the joined leg's net part
        leg = max(s.depth_mm, s.width_mm) - joint.bored_mm - aisc.HOLE_DAMAGE_MM
        return float(
            min(1.0, leg * joint.plate_mm / max(s.A_mm2 - (joint.bored_mm + aisc.HOLE_DAMAGE_MM) * joint.plate_mm, 1.0))
        )
    return max(0.0, 1 - out_mm / ((n - 1) * joint.pitch_mm))


def block_N(end: End, joint: Bolted, *, along: bool) -> float:
    """The least block that a pull along the bar (or a force across it) tears out of the plate."""
    t, by = joint.plate_mm, end.method.divides
    hole = joint.bored_mm + (0.0 if is_en(end) else aisc.HOLE_DAMAGE_MM)
    rows, columns, pitch, gauge, edge, side = (
        joint.rows,
        joint.columns,
        joint.pitch_mm,
        joint.gauge_mm,
        joint.edge_mm,
        joint.side_mm,
    )
    if not along:
        rows, columns, pitch, gauge, edge, side = columns, rows, gauge, pitch, side, edge
    length = (rows - 1) * pitch + edge
    net_line = max(length - (rows - 0.5) * hole, 0.0)
    inner = max((columns - 1) * (gauge - hole), 0.0)
    outer = max(side - hole / 2, 0.0)
    ways = [(1, inner + outer, 1.0)]
    if columns > 1:
        ways += [(2, inner, 1.0), (2, 2 * outer, 1.0)]
    if not along:
        # nothing is on the far side of a plate that is pulled aside but its own length
        ways = [w for w in ways if w[1] > 0]
    found = []
    for lines, pulled, Ubs in ways:
        if is_en(end):
            found.append(
                en.block_N(
                    fu_MPa=end.Fu_MPa,
                    fy_MPa=end.Fy_MPa,
                    net_pull_mm2=pulled * t,
                    net_shear_mm2=lines * net_line * t,
                    even=Ubs == 1.0,
                )
            )
            continue
        nominal = block_shear(
            gross_shear_mm2=lines * length * t, net_shear_mm2=lines * net_line * t, net_tension_mm2=pulled * t,
            Fy_MPa=end.Fy_MPa, Fu_MPa=end.Fu_MPa, Ubs=Ubs,
        ).nominal  # fmt: skip
        found.append(nominal / by.rupture)
    return min(found)


def block_rule(end: End, joint: Bolted, wrong: str | None) -> Rule:
    """A block torn out along the bar or across it."""
    along, across = block_N(end, joint, along=True), block_N(end, joint, along=False)
    return rule(
        end, "block", "plate torn out in a block",
        demand=lambda f: np.maximum(f[:, 0], 0.0) / along + np.where(np.abs(f[:, 1]) > ASIDE * size(f, 0, 1),
            np.abs(f[:, 1]), 0.0) / across,
        capacity=1.0, unit="", clause="EN 1993-1-8 3.10.2" if is_en(end) else "AISC 360-22 J4-5",
        formula="N / block along + V / block across ≤ 1",
        inputs=[("Nb", "block along the bar", along, "N"), ("Vb", "block across it", across, "N"),
            ("t", "plate", joint.plate_mm, "mm")],
        source=SOURCE,
        assumptions=["the least of the blocks between the columns, outside them, and to one side; even pull, Ubs = 1"],
        why_not=lambda f: wrong or turns(joint, f), shown=("share", "share of what the block holds"),
    )  # fmt: skip


def slip_rule(end: End, joint: Bolted, wrong: str | None) -> Rule | None:
    """A joint that must not slip."""
    if not joint.must_not_slip or joint.pretension_N is None:
        return None
    if is_en(end):
        one = en.slip_N(joint.pretension_N, joint.slip_factor, joint.planes, joint.hole_kind)
    else:
        one = aisc.slip_N(joint.pretension_N, joint.slip_factor, joint.planes, joint.hole_kind, end.method.kind)
    return rule(
        end, "slip", "slip of the joint",
        demand=lambda f: furthest_N(joint, f), capacity=one, unit="N",
        clause="EN 1993-1-8 3.9" if is_en(end) else "AISC 360-22 J3-4",
        formula="Fb ≤ ks n μ Fp / γM3" if is_en(end) else "Fb ≤ μ Du hf Tb ns by the method",
        inputs=[("Tb", "pretension", joint.pretension_N, "N"), ("μ", "slip factor", joint.slip_factor, "")],
        source=SOURCE,
        assumptions=["surfaces as their slip factor asks, no paint or oil; tightened by a way that is checked"],
        why_not=wrong, shown=("Fb", "on the furthest bolt"),
    )  # fmt: skip


def wall_thickness_mm(end: End, joint: Bolted) -> float:
    """What the bolts bear on: the plate, or both walls of the tube that they go through."""
    if joint.through and end.section is not None and end.section.closed:
        return 2 * end.section.wall_mm
    return joint.plate_mm


def find(end: End, joint: Bolted) -> States:
    wrong = geometry(end, joint) or hole_trouble(joint)
    if joint.through and end.section is not None and not end.section.closed:
        wrong = wrong or "bolts through both walls need a tube"
    on_wall = [o for o in end.onto if o.section is not None and o.section.closed]
    return {
        "bolts": bolts_rule(end, joint, wrong),
        "bearing": bearing_rule(end, joint, wall_thickness_mm(end, joint), wrong) if wrong is None else wrong,
        "plate": plate_rule(end, joint, wrong) if wrong is None else wrong,
        "block": block_rule(end, joint, wrong) if wrong is None else wrong,
        "slip": slip_rule(end, joint, wrong),
        "wall they are bolted to": (
            f"the wall of {on_wall[0].name} under bolts through one side of it: weld a plate on, or bolt through "
            f"both walls"
            if on_wall and not joint.through
            else None
        ),
    }


KIND = Kind(
    Bolted, "bolts through a plate", ("bolts", "bearing", "plate", "block", "slip", "wall they are bolted to"), find,
    bigger=lambda j: [
        (f"{j.rows + 1} rows", j.model_copy(update={"rows": j.rows + 1, "pitch_mm": j.pitch_mm or 3 * j.bolt_mm})),
        *steps(j, lambda v: f"bolts M{v:g}", "bolt_mm", SIZES),
        *steps(j, lambda v: f"plate {v:g} mm", "plate_mm", PLATES),
    ],
    outside=lambda j: ["the other plates that the bolts go through: as thick and wide, or looked at by themselves"],
)  # fmt: skip
