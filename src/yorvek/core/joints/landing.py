"""What a bar lands on: the wall of a tube that runs on or ends there, a corner of two tubes, the flange of an open
section.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.aisc360 import hollow_joints as aisc
from yorvek.core.clauses.aisc360.hollow_joints import FACE_UPTO, Nominal
from yorvek.core.clauses.en1993 import hollow_joints as en
from yorvek.core.joints.at import USUAL_AXES, End, Onto
from yorvek.core.joints.open_walls import open_rule
from yorvek.core.joints.rule import Rule, States, never, rule, straight_and_square
from yorvek.core.joints.seat import Fy_of, Seat, seat
from yorvek.core.joints.strengths import is_en

Floats = NDArray[np.float64]
WALLS = ("wall", "corner", "web under it")
LEAST_SINE = 0.5
"""Below 30 degrees neither AISC chapter K nor EN 1993-1-8 section 7 speaks."""
ROUND_AS_SQUARE = math.sqrt(math.pi / 4)
SOURCE = "AISC 360-22 chapter K, EN 1993-1-8 section 7 (from memory); the face held against yield lines found by search"


@dataclass(frozen=True)
class Wall:
    """Allowable forces of a wall under a branch: along the branch N, moments in and out of the plane, Nmm; the rule."""

    axial_N: float
    in_plane_Nmm: float
    out_of_plane_Nmm: float
    rule: str
    beta: float
    Qf: float
    round: bool = False


def walls(end: End) -> States:
    """Limit states of what a welded bar lands on; None where there is nothing of the kind."""
    hollow = [o for o in end.onto if o.section is not None and o.section.closed and not o.corner]
    corners = [o for o in end.onto if o.corner]
    others = [o for o in end.onto if o.section is not None and not o.section.closed and not o.corner]
    return {
        "wall": _worst([wall_rule(end, o) for o in hollow]),
        "corner": _worst([corner_rule(end, o) for o in corners]),
        "web under it": _worst([r for r in (open_rule(end, o) for o in others) if r is not None]),
    }


def _worst(rules: list[Rule]) -> Rule | None:
    """Several walls as one limit state: the one that is used most."""
    if len(rules) < 2:
        return rules[0] if rules else None

    def use(f: Floats) -> Floats:
        return np.asarray(np.max([np.where(np.isnan(u), np.inf, u) for u in (r.use(f) for r in rules)], axis=0))

    def each(f: Floats) -> int:
        shares = [float(np.where(np.isnan(u), np.inf, u)[0]) for u in (r.use(f[None, :]) for r in rules)]
        return int(np.argmax(shares))

    return Rule(lambda f: np.where(np.isinf(use(f)), np.nan, use(f)), lambda f, words: rules[each(f)].record(f, words))


def allowed(end: End, nominal: Nominal) -> float:
    """By the method: AISC's own factors, the shop's or the lifting factor on yield."""
    kind = end.method.kind
    if kind == "asd":
        return nominal.value / nominal.omega
    if kind == "lrfd":
        return nominal.value * nominal.phi
    return nominal.value / (1.0 if kind == "en" else end.method.divides.member)


def wall_rule(end: End, onto: Onto) -> Rule:
    """The branch's force and moments against the wall of a tube."""
    assert onto.section is not None and end.section is not None
    at = seat(end, onto)
    s = end.section
    flat = s.shape == "flat"
    if flat or s.shape in ("rhs", "chs", "round_bar", "square_bar"):
        why = _outside(end, onto, at)
        found = None if why else (_plate(end, onto, at) if flat else _tube(end, onto, at))
    else:
        why, found = (
            f"no rule for a bar of this shape on the wall of {onto.name}: weld a plate between, or judge it otherwise",
            None,
        )
    if found is None:
        return never(end, "wall", why or "no rule")
    return _interaction(end, onto, at, found)


def _outside(end: End, onto: Onto, at: Seat) -> str | None:
    """Where the rules for walls do not speak."""
    assert onto.section is not None and end.section is not None
    if at.sine < LEAST_SINE - 1e-6:
        return "the bars meet at less than 30°, where the rules for walls do not speak"
    across = at.across_mm
    wide = onto.section.depth_mm if onto.section.shape == "chs" else at.face_mm
    if across > wide + 0.5:
        return (
            f"it is wider than the chord {onto.name} it stands on ({across:g} on {wide:g} mm): the rules for walls "
            f"do not speak; a larger chord"
        )
    return None


def _tube(end: End, onto: Onto, at: Seat) -> Wall:
    """A tube or solid bar on a tube."""
    s, c = end.section, onto.section
    assert s is not None and c is not None
    if c.shape == "chs":
        return _round(end, onto, at)
    shrink = ROUND_AS_SQUARE if s.round else 1.0
    return _flat(
        end, onto, at, at.along_mm * shrink, at.across_mm * shrink, wall=s.wall_mm or min(s.depth_mm, s.width_mm) / 2
    )


def _flat(end: End, onto: Onto, at: Seat, along: float, across: float, *, wall: float, Qf: float | None = None) -> Wall:
    """A patch on the flat face of a rectangular tube; `Qf`: what the chord's stress leaves, if by another rule."""
    c = onto.section
    assert c is not None
    t, B, Fy, E = c.wall_mm, at.face_mm, Fy_of(end, onto), onto.metal.E_MPa
    beta, long = min(across / B, 1.0), along / at.sine
    eta = long / B
    Qf = aisc.flat_stress_factor(_use(end, onto), beta) if Qf is None else Qf
    ways = [aisc.punching_N(Fy, t, B, beta, eta)]
    if beta <= FACE_UPTO:
        ways.append(aisc.face_yielding_N(Fy, t, beta, eta, Qf))
    else:
        ways += aisc.side_walls_N(Fy, E, t, at.side_mm, long, cross=onto.opposite, Qf=Qf)
        if end.section is not None and end.section.shape == "rhs":
            ways.append(aisc.uneven_branch_N(end.Fy_MPa, wall, along, across, Fy, t, B))
    found = [(allowed(end, w) / at.sine, w.rule) for w in ways]
    if is_en(end) and beta > FACE_UPTO:
        face = aisc.face_yielding_N(Fy, t, FACE_UPTO, eta, Qf).value
        side = en.side_wall_N(Fy, E, t, at.side_mm, long, at.sine, cross=onto.opposite)
        mixed = face + (beta - FACE_UPTO) / (1 - FACE_UPTO) * (side - face)
        found.append((min(mixed, max(face, side)) / at.sine, "EN table 7.11, between face and side walls"))
    axial, name = min(found)
    into, out = (allowed(end, m) for m in aisc.flat_moments_Nmm(Fy, t, B, beta, long, across, Qf))
    less = aisc.END_OF_CHORD if onto.at_end else 1.0
    return Wall(axial * less, into * less, out * less, name, beta, Qf)


def _round(end: End, onto: Onto, at: Seat) -> Wall:
    """A branch on a round tube; one that is not round as the round one of the same width across."""
    s, c = end.section, onto.section
    assert s is not None and c is not None
    t, D, Fy = c.wall_mm, c.depth_mm, Fy_of(end, onto)
    d = min(s.depth_mm if s.round else min(at.across_mm, at.along_mm), D)
    punch = allowed(end, aisc.round_punching_N(Fy, t, d, at.sine))
    if is_en(end):
        kp = en.round_stress_factor(_use(end, onto))
        axial, name = en.round_axial_N(Fy, t, D, d, cross=onto.opposite, kp=kp) / at.sine, "EN table 7.2"
        into, out = (m / at.sine for m in en.round_moments_Nmm(Fy, t, D, d, kp))
        Qf = kp
    else:
        Qf = aisc.round_stress_factor(_use(end, onto))
        nominal = aisc.round_axial_N(Fy, t, D, d, cross=onto.opposite, Qf=Qf)
        axial, name = allowed(end, nominal) / at.sine, nominal.rule
        into, out = (allowed(end, m) / at.sine for m in aisc.round_moments_Nmm(Fy, t, D, d, Qf))
    if punch < axial:
        axial, name = punch, "punching through, K3-2"
    less = aisc.END_OF_CHORD if onto.at_end else 1.0
    return Wall(axial * less, into * less, out * less, name, d / D, Qf, round=True)


def _plate(end: End, onto: Onto, at: Seat) -> Wall:
    """A flat bar on a tube, along or across it."""
    s = end.section
    assert s is not None
    return plate_on(end, onto, at, along=at.along_mm, across=at.across_mm)


def plate_on(end: End, onto: Onto, at: Seat, *, along: float, across: float) -> Wall:
    """A plate on a wall: its pull by chapter K2 (EN tables 7.3, 7.13), its moments as those of a patch of its sizes."""
    c = onto.section
    assert c is not None
    t, Fy, long = c.wall_mm, Fy_of(end, onto), along / at.sine
    less = aisc.END_OF_CHORD if onto.at_end else 1.0
    if c.shape == "chs":
        D = c.depth_mm
        if is_en(end):
            kp = en.round_stress_factor(_use(end, onto))
            axial, name = en.plate_on_round_N(Fy, t, D, across=across, along=long, kp=kp), "EN table 7.3"
            Qf = kp
        else:
            Qf = aisc.round_stress_factor(_use(end, onto))
            nominal = aisc.plate_on_round_N(Fy, t, D, across=across, along=long, Qf=Qf)
            axial, name = allowed(end, nominal), nominal.rule
        # a moment as a couple of half of the plate's force on four fifths of its length
        return Wall(
            axial / at.sine * less, 0.4 * axial * long * less, 0.4 * axial * across * less, name, across / D, Qf
        )
    B = at.face_mm
    beta = across / B
    if across >= along:
        Qf = aisc.flat_stress_factor(_use(end, onto), beta)
    else:
        use = _use(end, onto)
        Qf = en.along_stress_factor(use) if is_en(end) else aisc.along_stress_factor(use)
    patch = _flat(end, onto, at, along, across, wall=min(along, across), Qf=Qf)
    if across >= along:
        uneven = allowed(end, aisc.plate_uneven_N(Fy, t, B, across)) / at.sine * less
        axial, name = min((patch.axial_N, patch.rule), (uneven, "plate across loaded unevenly, K2-7"))
    else:
        nominal = aisc.plate_along_flat_N(Fy, t, B, across=across, along=long, Qf=Qf)
        axial, name = min((patch.axial_N, patch.rule), (allowed(end, nominal) / at.sine * less, nominal.rule))
    return Wall(axial, patch.in_plane_Nmm, patch.out_of_plane_Nmm, name, beta, Qf)


def _use(end: End, onto: Onto) -> float:
    """The chord's own stress over what the method sets against it: yield, 0.6 of it in ASD, yield over the factor."""
    by = {"asd": 1 / 0.6, "shop": end.method.n, "lifting": end.method.design_factor}
    return onto.use * by.get(end.method.kind, 1.0)


def _interaction(end: End, onto: Onto, at: Seat, found: Wall, name: str = "wall", title: str = "") -> Rule:
    """Pull or push with both moments: added on flat faces; on round walls the moment in plane counts squared, as the
    factor on all of them together at which the sum is 1.
    """
    axes = USUAL_AXES if end.axes is None else end.axes
    turn_in, turn_out = axes @ at.normal, axes @ at.way

    def share(f: Floats) -> Floats:
        M_in, M_out = f[:, 3:] @ turn_in, f[:, 3:] @ turn_out
        straight = onto.beside * np.abs(f[:, 0]) / found.axial_N + np.abs(M_out) / found.out_of_plane_Nmm
        into = np.abs(M_in) / found.in_plane_Nmm
        if not found.round:
            return straight + into
        return straight_and_square(straight, into)

    return rule(
        end, name, title or f"wall of {onto.name} under it",
        demand=share, capacity=1.0, unit="",
        clause=f"{found.rule}; EN 1993-1-8 7" if is_en(end) else f"AISC 360-22 {found.rule}",
        formula="N/Na + (Mi/Mia)² + Mo/Moa ≤ 1" if found.round else "N/Na + Mi/Mia + Mo/Moa ≤ 1",
        inputs=[
            ("Na", "wall holds along the branch", found.axial_N, "N"),
            ("Mia", "in the plane of both", found.in_plane_Nmm, "Nmm"),
            ("Moa", "out of the plane", found.out_of_plane_Nmm, "Nmm"), ("β", "width over the chord's", found.beta, ""),
            ("t", "wall", onto.section.wall_mm if onto.section else 0.0, "mm"),
            ("Qf", "left by the chord's own stress", found.Qf, ""),
            ("ΣN/N", "of all branches that load this face the same way, over its own", onto.beside, ""),
            ("U", "its own stress over what the method sets against it", _use(end, onto), ""),
        ],
        source=SOURCE,
        assumptions=[
            "welded all round; branches that balance (K, overlapped) each by itself, on the safe side; of those that "
            "load the face the same way the sum comes on the patch of each",
            "the chord ends close beside it: half of its strength"
            if onto.at_end
            else f"{onto.name} runs through, this bar is cut: the other way round it is another joint",
        ],
        shown=("share", "share of what the wall holds"),
    )  # fmt: skip


def plate_wall(end: End, *, along_mm: float, across_mm: float, what: str, name: str) -> Rule | None:
    """A plate of a joint (a lug, a gusset) that stands on the wall of a tube; None where there is no such wall."""
    hollow = [o for o in end.onto if o.section is not None and o.section.closed]
    if not hollow:
        return None
    rules = []
    for onto in hollow:
        at = seat(end, onto)
        # a flatter pull lifts the plate less off the wall: taken as at 30 degrees it is on the safe side
        at = replace(at, sine=max(at.sine, LEAST_SINE))
        found = plate_on(end, onto, at, along=along_mm, across=across_mm)
        rules.append(_interaction(end, onto, at, found, name, f"wall of {onto.name} under the {what}"))
    return _worst(rules)


def corner_rule(end: End, onto: Onto) -> Rule:
    """A welded corner of two rectangular tubes of one size, EN 1993-1-8 7.5.2: shares of pull, push and bending up to
    kappa.
    """
    s, c = end.section, onto.section
    assert s is not None and c is not None
    if s.shape != "rhs" or c.id != s.id:
        return never(
            end,
            "corner",
            f"a welded corner with {onto.name}: no rule for these two; put a plate between, or let one run through",
        )
    by = end.method.divides
    kappa = en.knee_share(s.width_mm, s.depth_mm, s.wall_mm)
    Fy = min(end.Fy_MPa, Fy_of(end, onto))
    Npl, My, Mz = (Fy * v * kappa / by.member for v in (s.A_mm2, s.Zy_mm3, s.Zx_mm3))

    def share(f: Floats) -> Floats:
        return np.asarray(np.abs(f[:, 0]) / Npl + np.abs(f[:, 4]) / My + np.abs(f[:, 5]) / Mz)

    return rule(
        end, "corner", f"welded corner with {onto.name}",
        demand=share, capacity=1.0, unit="", clause="EN 1993-1-8 7.5.2, unstiffened knee",
        formula="N/Npl + M/Mpl ≤ κ by the method",
        inputs=[("κ", "3 √(b/h) / (b/t)^0.8 + 1 / (1 + 2 b/h)", kappa, ""), ("Fy", "yield", Fy, "MPa")],
        source="EN 1993-1-8:2005 7.5.2 (from memory)",
        assumptions=["both cut to a mitre and welded all round, no plate between, at a right angle or less"],
        shown=("share", "share of what the corner holds"),
    )  # fmt: skip
