"""What a bar lands on: the wall of a tube that runs on or ends there, a corner of two tubes, the flange of an open section."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.aisc.webs import web_crippling, web_yielding
from yorvek.core.checks.en.patch import patch_resistance_N
from yorvek.core.clauses.aisc360 import hollow_joints as aisc
from yorvek.core.clauses.aisc360.hollow_joints import FACE_UPTO, Nominal
from yorvek.core.clauses.en1993 import hollow_joints as en
from yorvek.core.joints.at import USUAL_AXES, End, Onto
from yorvek.core.joints.rule import Rule, States, never, rule, straight_and_square
from yorvek.core.joints.strengths import is_en

Floats = NDArray[np.float64]
WALLS = ("wall", "corner", "web under it")
LEAST_SINE = 0.5
"""Below 30 degrees neither AISC chapter K nor EN 1993-1-8 section 7 speaks."""
ROUND_AS_SQUARE = math.sqrt(math.pi / 4)
STRAIGHT_ON = 0.9
LEAST_BETA = 0.2
AISC_E_MPA = 200_000.0
FLANGE_PULLED = 6.25
"""AISC J10-1: flange bent by a pull, 6.25 Fy tf2."""
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


@dataclass(frozen=True)
class Seat:
    """How a bar stands on what it is joined to: sine of the angle, its sizes along and across, and the wall's."""

    sine: float
    along_mm: float
    across_mm: float
    face_mm: float
    side_mm: float
    normal: Floats
    way: Floats
    on_depth: bool


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


def seat(end: End, onto: Onto) -> Seat:
    """The geometry of a bar on a wall."""
    assert onto.section is not None
    axes = USUAL_AXES if end.axes is None else end.axes
    chord = np.array([[0, 1, 0], [1, 0, 0], [0, 0, -1]], float) if onto.axes is None else onto.axes
    sine = math.sqrt(max(0.0, 1 - float(axes[0] @ chord[0]) ** 2))
    way = chord[0] - (chord[0] @ axes[0]) * axes[0]
    way = way / max(float(np.linalg.norm(way)), 1e-9)
    along, across = 0.0, 0.0
    if end.section is not None:
        s = end.section
        deep = abs(float(way @ axes[1])) > abs(float(way @ axes[2]))
        along, across = (s.depth_mm, s.width_mm) if deep else (s.width_mm, s.depth_mm)
    on_depth = abs(float(axes[0] @ chord[1])) > abs(float(axes[0] @ chord[2]))
    c = onto.section
    face, side = (c.width_mm, c.depth_mm) if on_depth else (c.depth_mm, c.width_mm)
    return Seat(sine, along, across, face, side, np.cross(axes[0], way), way, on_depth)


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
        return f"it is wider than the chord {onto.name} it stands on ({across:g} on {wide:g} mm): the rules for walls do not speak; a larger chord"
    return None


def _tube(end: End, onto: Onto, at: Seat) -> Wall:
    """A tube or solid bar on a tube."""
    s, c = end.section, onto.section
    assert s is not None and c is not None
    if c.shape == "chs":
        return _round(end, onto, at)
    shrink = ROUND_AS_SQUARE if s.shape in ("chs", "round_bar") else 1.0
    return _flat(
        end, onto, at, at.along_mm * shrink, at.across_mm * shrink, wall=s.wall_mm or min(s.depth_mm, s.width_mm) / 2
    )


def _flat(end: End, onto: Onto, at: Seat, along: float, across: float, *, wall: float) -> Wall:
    """A patch on the flat face of a rectangular tube."""
    c = onto.section
    assert c is not None
    t, B, Fy, E = c.wall_mm, at.face_mm, _Fy(end, onto), onto.metal.E_MPa
    beta, long = min(across / B, 1.0), along / at.sine
    eta = long / B
    Qf = aisc.flat_stress_factor(_use(end, onto), beta)
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
    t, D, Fy = c.wall_mm, c.depth_mm, _Fy(end, onto)
    d = min(s.depth_mm if s.shape in ("chs", "round_bar") else min(at.across_mm, at.along_mm), D)
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
    t, Fy, long = c.wall_mm, _Fy(end, onto), along / at.sine
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
    Qf = aisc.flat_stress_factor(_use(end, onto), beta)
    patch = _flat(end, onto, at, along, across, wall=min(along, across))
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


def _Fy(end: End, onto: Onto) -> float:
    return onto.metal.yield_at_weld_MPa if end.welded else onto.metal.yield_MPa


def _interaction(end: End, onto: Onto, at: Seat, found: Wall, name: str = "wall", title: str = "") -> Rule:
    """Pull or push with both moments: added on flat faces; on round walls the moment in plane counts squared, as the factor on
    all of them together at which the sum is 1.
    """
    axes = USUAL_AXES if end.axes is None else end.axes
    turn_in, turn_out = axes @ at.normal, axes @ at.way

    def share(f: Floats) -> Floats:
        M_in, M_out = f[:, 3:] @ turn_in, f[:, 3:] @ turn_out
        straight = np.abs(f[:, 0]) / found.axial_N + np.abs(M_out) / found.out_of_plane_Nmm
        into = np.abs(M_in) / found.in_plane_Nmm
        if not found.round:
            return straight + into
        return straight_and_square(straight, into)

    return rule(
        end, name, title or f"wall of {onto.name} under it",
        demand=share, capacity=1.0, unit="", clause=f"{found.rule}; EN 1993-1-8 7" if is_en(end) else f"AISC 360-22 {found.rule}",
        formula="N/Na + (Mi/Mia)² + Mo/Moa ≤ 1" if found.round else "N/Na + Mi/Mia + Mo/Moa ≤ 1",
        inputs=[
            ("Na", "wall holds along the branch", found.axial_N, "N"), ("Mia", "in the plane of both", found.in_plane_Nmm, "Nmm"),
            ("Moa", "out of the plane", found.out_of_plane_Nmm, "Nmm"), ("β", "width over the chord's", found.beta, ""),
            ("t", "wall", onto.section.wall_mm if onto.section else 0.0, "mm"),
            ("Qf", "left by the chord's own stress", found.Qf, ""), ("U", "its own stress over what the method sets against it", _use(end, onto), ""),
        ],
        source=SOURCE,
        assumptions=[
            "welded all round; each branch by itself, K and overlapped ones too, which is on the safe side",
            *(["the chord ends close beside it: half of its strength"] if onto.at_end else []),
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
    """A welded corner of two rectangular tubes of one size, EN 1993-1-8 7.5.2: shares of pull, push and bending up to kappa."""
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
    Fy = min(end.Fy_MPa, _Fy(end, onto))
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


def open_rule(end: End, onto: Onto) -> Rule | None:
    """What a bar does to an open section or a plate that it lands on."""
    c = onto.section
    assert c is not None
    if c.shape in ("round_bar", "square_bar"):
        return None
    if c.shape not in ("i", "channel"):
        return never(
            end,
            "web under it",
            f"it lands on {onto.name}, a {c.shape.replace('_', ' ')}: how that is bent aside is not looked at; stiffen it or judge it otherwise",
        )
    at = seat(end, onto)
    axes = USUAL_AXES if end.axes is None else end.axes
    chord = onto.axes
    on_flange = chord is None or abs(float(axes[0] @ chord[1])) > STRAIGHT_ON
    if not on_flange:
        return _on_web(end, onto)
    lands = at.along_mm if end.section is not None else 0.0
    bears = lands if onto.bears_mm is None else onto.bears_mm
    pushed, words = _web_push_N(end, onto, bears)
    pulled = FLANGE_PULLED * _Fy(end, onto) * c.flange_mm**2 / end.method.divides.member * (0.5 if onto.at_end else 1.0)

    def share(f: Floats) -> Floats:
        couple = np.abs(f[:, 4:]).sum(axis=1) / max(0.9 * lands, 1.0)
        push, pull = np.maximum(-f[:, 0], 0.0) + couple, np.maximum(f[:, 0], 0.0) + couple
        return np.asarray(np.maximum(push / pushed, np.minimum(pull / pulled, np.inf)))

    return rule(
        end, "web under it", f"web and flange of {onto.name} under it",
        demand=share, capacity=1.0, unit="", clause=words, formula="F ≤ least of web yielding, crippling, flange bending",
        inputs=[
            ("Fw", "web takes in push", pushed, "N"), ("Ff", "flange takes in pull", pulled, "N"),
            ("lb", "length it bears on", bears, "mm"), ("tw", "web", c.wall_mm, "mm"), ("tf", "flange", c.flange_mm, "mm"),
        ],
        source="AISC 360-22 J10, EN 1993-1-5 6 (from memory)",
        assumptions=["no stiffener there", "the flange is held sideways at the place", "moments as a couple on nine tenths of the bar's size"],
        shown=("share", "share of what web and flange take"),
    )  # fmt: skip


def _web_push_N(end: End, onto: Onto, bears: float) -> tuple[float, str]:
    c = onto.section
    assert c is not None
    Fy, by = _Fy(end, onto), end.method
    if is_en(end):
        found = patch_resistance_N(
            fy_MPa=Fy, E_MPa=onto.metal.E_MPa, depth_mm=c.depth_mm, width_mm=c.width_mm, web_mm=c.wall_mm,
            flange_mm=c.flange_mm, bearing_mm=bears, at_end=onto.at_end,
        )  # fmt: skip
        return found, "EN 1993-1-5 6.2; AISC J10.1 for the flange"
    k = c.flange_mm + c.root_radius_mm
    yields = web_yielding(Fy_MPa=Fy, web_mm=c.wall_mm, k_mm=k, bearing_mm=bears, at_end=onto.at_end)
    cripples = web_crippling(
        Fy_MPa=Fy, E_MPa=min(onto.metal.E_MPa, AISC_E_MPA), depth_mm=c.depth_mm, web_mm=c.wall_mm, flange_mm=c.flange_mm,
        bearing_mm=bears, at_end=onto.at_end,
    )  # fmt: skip
    each = {
        "asd": (yields.asd, cripples.asd),
        "lrfd": (yields.lrfd, cripples.lrfd),
        "shop": (yields.nominal / by.divides.member, cripples.nominal / by.divides.member),
        "lifting": (yields.nominal / by.divides.member, cripples.nominal / by.divides.rupture),
    }[by.kind]
    return min(each), "AISC 360-22 J10.1 to J10.3"


def _on_web(end: End, onto: Onto) -> Rule:
    """A bar that comes in from the side: its shear hangs on the web; a pull, push or moment bends the web aside."""

    def aside(f: Floats) -> str | None:
        shear = max(float(np.hypot(f[1], f[2])), 1.0)
        if abs(f[0]) > 0.1 * shear or float(np.abs(f[4:]).max()) > shear * SMALL_ARM_MM:
            return f"it pulls, pushes or turns the web of {onto.name} aside, which is not looked at: a hinge with a cleat, or a stiffener behind it"
        return None

    c = onto.section
    assert c is not None
    capacity = (
        0.6
        * _Fy(end, onto)
        * c.wall_mm
        * max(end.section.depth_mm if end.section else 0.0, 1.0)
        / end.method.divides.member
    )
    demand: Callable[[Floats], Floats] = lambda f: np.asarray(np.hypot(f[:, 1], f[:, 2]))  # noqa: E731
    return rule(
        end, "web under it", f"web of {onto.name} beside it",
        demand=demand, capacity=capacity, unit="N", clause="AISC 360-22 J4.2 along the weld; EN 1993-1-1 6.2.6",
        formula="V ≤ 0.6 Fy tw d by the method", inputs=[("tw", "web", c.wall_mm, "mm")],
        source="AISC 360-22 (from memory)", why_not=aside, shown=("V", "shear"),
    )  # fmt: skip


SMALL_ARM_MM = 60.0
"""A moment no more than the shear on the arm of an ordinary cleat."""
