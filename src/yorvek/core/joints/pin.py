"""A pin in double shear through a lug between two cheeks: the pin, both plates, and the lug's foot."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.members import gross_yielding_N, torque_Nmm
from yorvek.core.clauses.aisc360.pins import BEHIND, TIGHT_MM, pin_connected
from yorvek.core.clauses.aisc360.plates import shear_yielding_N
from yorvek.core.clauses.bth1.lugs import lifting_lug
from yorvek.core.clauses.en1993 import pins as en
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, Size, steps
from yorvek.core.joints.landing import plate_wall
from yorvek.core.joints.rule import Rule, States, rule, size
from yorvek.core.joints.strengths import FASTENERS, GAMMA_M0, Grade, is_en, pin_moment_Nmm, pin_shear_N, weld_strength
from yorvek.core.materials import Material, material
from yorvek.core.model import Model

Floats = NDArray[np.float64]
NEXT_TO_NOTHING = 1e-3
OFF_AXIS = 0.02
"""Share of the force by the pin: below it a moment, a push aside or a pull off the lug's axis is the solver's dust."""
SOURCE = (
    "AISC 360-22 D5, J7, F11, EN 1993-1-8 3.13, in the manner of ASME BTH-1 (from memory), held against check values"
)
PINS = (8.0, 10.0, 12.0, 16.0, 20.0, 24.0, 30.0, 36.0, 42.0)
PLATES = (5.0, 6.0, 8.0, 10.0, 12.0, 15.0, 20.0, 25.0)


class Pinned(Model):
    """A pin in double shear through a lug between two cheeks, mm. The bar ends in the lug, or a lug is welded onto
    it.
    """

    kind: Literal["pin"] = "pin"
    pin_mm: Size
    lug_mm: Millimetres
    cheek_mm: Millimetres
    width_mm: Millimetres
    edge_mm: Millimetres = Field(description="from the hole's edge to the lug's end along the pull")
    play_mm: float = Field(default=0.5, ge=0, le=20, description="hole over pin")
    hole_mm: Millimetres | None = Field(default=None, description="the hole itself, instead of the play")
    gap_mm: float = Field(default=1.0, ge=0, le=50, description="lug to cheek, each side")
    grade: Grade = "8.8"
    threads_in: bool = Field(default=True, description="threads in the shear planes; a plain pin has none there")
    cheek_width_mm: Millimetres | None = Field(default=None, description="as the lug where not given")
    cheek_edge_mm: Millimetres | None = None
    lug_metal: str | None = Field(default=None, description="as the bar where not given")
    cheek_metal: str | None = None
    foot_height_mm: Millimetres | None = Field(default=None, description="from the hole's middle to the lug's foot")
    foot_leg_mm: Leg | None = Field(
        default=None, description="fillets along both sides of the foot, where it is welded on"
    )
    foot_weld_mm: Millimetres | None = Field(
        default=None, description="length of each of them; the lug's width where not given"
    )
    turns: bool = Field(default=False, description="it turns under full load")
    turns_about: Literal["width", "depth", "length"] = Field(
        default="width",
        description="the way the pin lies: along the bar's width (it turns in its depth), its depth or its length",
    )

    @property
    def bored_mm(self) -> float:
        return self.pin_mm + self.play_mm if self.hole_mm is None else self.hole_mm


class Eye(Model):
    """One plate with the hole, or the two cheeks together."""

    name: str
    thickness_mm: float
    width_mm: float
    edge_mm: float
    Fy_MPa: float
    Fu_MPa: float


def eyes(end: End, joint: Pinned) -> tuple[Eye, Eye]:
    """The lug and the two cheeks."""

    def made(name: str, metal_id: str | None, t: float, w: float, a: float) -> Eye:
        if metal_id is None:
            return Eye(name=name, thickness_mm=t, width_mm=w, edge_mm=a, Fy_MPa=end.Fy_MPa, Fu_MPa=end.Fu_MPa)
        m: Material = material(metal_id)
        Fy, Fu = (m.yield_at_weld_MPa, m.ultimate_at_weld_MPa) if end.welded else (m.yield_MPa, m.ultimate_MPa)
        return Eye(name=name, thickness_mm=t, width_mm=w, edge_mm=a, Fy_MPa=Fy, Fu_MPa=Fu)

    width, edge = joint.cheek_width_mm or joint.width_mm, joint.cheek_edge_mm or joint.edge_mm
    return (
        made("lug", joint.lug_metal, joint.lug_mm, joint.width_mm, joint.edge_mm),
        made("cheeks", joint.cheek_metal, 2 * joint.cheek_mm, width, edge),
    )


def _others(joint: Pinned) -> tuple[int, int, int]:
    """Columns of the forces: the moment about the pin, the one that bends the lug sideways, and the twist about the
    lug.
    """
    return {"width": (5, 4, 3), "depth": (4, 5, 3), "length": (3, 4, 5)}[joint.turns_about]


def _pressed(joint: Pinned) -> Callable[[Floats], Floats]:
    """Force on pin and cheeks: the pull, and the couple between the cheeks of what bends or twists the lug."""
    _, aside, twist = _others(joint)
    arm = joint.lug_mm + 2 * joint.gap_mm + joint.cheek_mm

    def force(f: Floats) -> Floats:
        return np.asarray(size(f, 0, 1, 2) + 2 * (np.abs(f[:, aside]) + np.abs(f[:, twist])) / arm)

    return force


def geometry(joint: Pinned) -> str | None:
    """What cannot be of pin, hole and plates."""
    hole = joint.bored_mm
    if hole < joint.pin_mm:
        return f"a pin of {joint.pin_mm:g} mm does not go into a hole of {hole:g} mm: bore it larger than the pin"
    for what, width in (("lug", joint.width_mm), ("cheek", joint.cheek_width_mm or joint.width_mm)):
        if width <= hole:
            return f"a hole of {hole:g} mm leaves nothing of a {what} {width:g} mm wide"
    return None


def passes(joint: Pinned) -> Callable[[Floats], str | None]:
    """What a pin cannot pass on: a moment about itself."""
    about = _others(joint)[0]

    def why(f: Floats) -> str | None:
        force = max(float(np.linalg.norm(f[:3])), 1.0)
        if abs(f[about]) > max(1.0, NEXT_TO_NOTHING * force * joint.pin_mm):
            return (
                "a pin turns: it cannot pass a moment about itself; make the end a hinge there, or choose a joint "
                "that holds it"
            )
        return None

    return why


def eye_ways(end: End, joint: Pinned, eye: Eye) -> tuple[dict[str, float], str, str | None]:
    """Allowable loads of a plate at its hole by the way it gives, the clause, and what the clause asks that is not
    there.
    """
    t, w, a, hole, by = eye.thickness_mm, eye.width_mm, eye.edge_mm, joint.bored_mm, end.method.divides
    if is_en(end):
        beside = (w - hole) / 2
        ways = {
            "behind the hole": en.behind_the_hole_N(eye.Fy_MPa, t, a, hole) / GAMMA_M0,
            "beside the hole": en.beside_the_hole_N(eye.Fy_MPa, t, beside, hole) / GAMMA_M0,
            "bearing": en.bearing_N(min(eye.Fy_MPa, FASTENERS[joint.grade].yield_MPa), t, joint.pin_mm) / GAMMA_M0,
        }
        return ways, "EN 1993-1-8 3.13, tables 3.9 and 3.10", None
    if end.method.kind == "lifting":
        one = 2.0 if eye.name == "cheeks" else 1.0
        lug = lifting_lug(
            width_mm=w, thickness_mm=t / one, hole_mm=hole, pin_mm=joint.pin_mm, edge_radius_mm=a + hole / 2, edge_mm=a,
            Fy_MPa=eye.Fy_MPa, Fu_MPa=eye.Fu_MPa, design_factor=end.method.design_factor, turning=joint.turns,
        )  # fmt: skip
        named = {
            "net tension": lug.tension_N, "fracture beyond the pin": lug.fracture_N, "tear-out": lug.shear_N,
            "bearing": lug.bearing_N,
        }  # fmt: skip
        return {k: v * one for k, v in named.items()}, "in the manner of ASME BTH-1 3-3.3", None
    one = 2.0 if eye.name == "cheeks" else 1.0
    plate = pin_connected(
        width_mm=w,
        thickness_mm=t / one,
        hole_mm=hole,
        pin_mm=joint.pin_mm,
        edge_mm=a,
        Fy_MPa=eye.Fy_MPa,
        Fu_MPa=eye.Fu_MPa,
    )
    ways = {
        "net tension": one * plate.rupture.nominal / by.rupture,
        "tear-out": one * plate.shear.nominal / by.rupture,
        "bearing": one * plate.bearing.nominal / by.rupture,
        "yielding": one * plate.yielding.nominal / by.member,
    }
    asked = None
    if a < BEHIND * plate.be_mm - 0.05:
        asked = (
            f"{a:g} mm behind the hole of the {eye.name} is less than the {BEHIND * plate.be_mm:.1f} mm (4/3 of the "
            f"effective "
            "width beside it) that AISC D5.2 asks for: make the end longer"
        )
    return ways, "AISC 360-22 D5, J7", asked


def eye_rule(end: End, joint: Pinned, eye: Eye) -> Rule | str:
    """Lug or cheeks at the hole."""
    wrong = geometry(joint)
    if wrong is not None:
        return wrong
    ways, clause, asked = eye_ways(end, joint, eye)
    what = min(ways, key=lambda k: ways[k])
    moments = passes(joint)
    if eye.name == "lug" and end.method.kind == "lifting" and eye.thickness_mm < eye.width_mm / 30:
        asked = (
            f"the lug is thinner than a thirtieth of its width ({eye.width_mm / 30:.1f} mm): it may dish; make it "
            f"thicker"
        )
    return rule(
        end, eye.name, f"{eye.name}, {what}",
        demand=_pressed(joint), capacity=ways[what], unit="N", clause=clause,
        formula="F ≤ least of " + ", ".join(ways),
        inputs=[
            ("t", "thickness" + (", both together" if eye.name == "cheeks" else ""), eye.thickness_mm, "mm"),
            ("w", "width at the hole", eye.width_mm, "mm"), ("a", "hole's edge to the end", eye.edge_mm, "mm"),
            ("d", "pin", joint.pin_mm, "mm"), ("dh", "hole", joint.bored_mm, "mm"),
            ("Fy", "yield", eye.Fy_MPa, "MPa"), ("Fu", "ultimate strength", eye.Fu_MPa, "MPa"),
            *((f"F {k}", k, v, "N") for k, v in ways.items()),
        ],
        source=SOURCE, assumptions=_assumed(end, joint, eye), why_not=lambda f: asked or moments(f),
        shown=("F", f"force on the {eye.name}"),
    )  # fmt: skip


def _assumed(end: End, joint: Pinned, eye: Eye) -> list[str]:
    out = ["the pull is along the plate" if eye.name == "lug" else "the cheeks share the force alike"]
    metal = joint.lug_metal if eye.name == "lug" else joint.cheek_metal
    if metal is None:
        out.append(f"the {eye.name} of the bar's own metal")
    if end.method.kind not in ("en", "lifting") and joint.bored_mm - joint.pin_mm > TIGHT_MM:
        out.append(f"the hole is {joint.bored_mm - joint.pin_mm:g} mm larger than the pin, D5.2 asks for 1 mm at most")
    return out


def pin_rule(end: End, joint: Pinned) -> Rule:
    """Shear and bending of the pin together: EN by the sum of squares, otherwise the worse of the two."""
    shear = pin_shear_N(end, joint.grade, joint.pin_mm, threads_in=joint.threads_in)
    moment = pin_moment_Nmm(end, joint.grade, joint.pin_mm)
    lever = joint.lug_mm / 4 + joint.gap_mm + joint.cheek_mm / 2

    pressed = _pressed(joint)

    def share(f: Floats) -> Floats:
        F = pressed(f)
        cut, bent = F / shear, F / 2 * lever / moment
        return np.hypot(cut, bent) if is_en(end) else np.maximum(cut, bent)

    wrong, moments = geometry(joint), passes(joint)
    governs = "bends" if shear * lever / 2 > moment else "is cut"
    return rule(
        end, "pin", f"pin in double shear, it {governs} first",
        demand=share, capacity=1.0, unit="",
        clause="EN 1993-1-8 3.13, table 3.10" if is_en(end) else "AISC 360-22 J3-1, F11; lever a/4 + gap + c/2",
        formula="√((F/Fv)² + (M/M allowed)²) ≤ 1" if is_en(end) else "F ≤ Fv and F/2 · e ≤ M allowed",
        inputs=[
            ("Fv", "allowed in double shear", shear, "N"), ("Mc", "allowed in bending", moment, "Nmm"),
            ("e", "lever: quarter of the lug, gap, half a cheek", lever, "mm"),
            ("Fub", "ultimate strength of the pin", FASTENERS[joint.grade].ultimate_MPa, "MPa"),
            ("Fyb", "yield of the pin", FASTENERS[joint.grade].yield_MPa, "MPa"),
        ],
        source=SOURCE, assumptions=["held in both cheeks, the lug presses evenly in their middle"],
        why_not=lambda f: wrong or moments(f), shown=("share", "share of its strength"),
    )  # fmt: skip


def foot_rule(end: End, joint: Pinned) -> Rule:
    """The lug's foot: its section with what a pull off its axis bends it, and the fillets along both of its sides.

    Forces across the plate are the pin's (they bend nothing); those in the plate across its axis bend the foot.
    """
    eye = eyes(end, joint)[0]
    t, w, by = eye.thickness_mm, eye.width_mm, end.method.divides
    off = 1 if joint.turns_about == "width" else 2
    height = joint.foot_height_mm
    pull_N, moment = gross_yielding_N(eye.Fy_MPa, t * w).nominal / by.member, eye.Fy_MPa * t * w**2 / 6 / by.member
    shear_N = shear_yielding_N(eye.Fy_MPa, t * w).nominal / by.member
    weak, twist_Nmm = eye.Fy_MPa * w * t**2 / 6 / by.member, torque_Nmm(eye.Fy_MPa, w * t**2 / 3) / by.member
    _, aside, twist = _others(joint)
    weld = joint.foot_weld_mm or w
    strength = weld_strength(end).least * joint.foot_leg_mm if joint.foot_leg_mm else math.inf

    def bent(f: Floats) -> Floats:
        return np.asarray(np.abs(f[:, off]) * (height or 0.0))

    def share(f: Floats) -> Floats:
        M = bent(f)
        section = np.abs(f[:, 0]) / pull_N + M / moment + np.abs(f[:, off]) / shear_N
        section = section + np.abs(f[:, aside]) / weak + np.abs(f[:, twist]) / twist_Nmm
        if math.isinf(strength):
            return section
        across = np.abs(f[:, 0]) / (2 * weld) + M / (2 * weld**2 / 6)
        return np.maximum(section, np.hypot(across, np.abs(f[:, off]) / (2 * weld)) / strength)

    def why(f: Floats) -> str | None:
        if height is None and abs(f[off]) > OFF_AXIS * max(float(np.linalg.norm(f[:3])), 1.0):
            return "the pull is off the lug's axis and bends its foot: give the height from the hole to the foot"
        return None

    return rule(
        end, "lug foot", "lug's foot" + (" and its welds" if joint.foot_leg_mm else ""),
        demand=share, capacity=1.0, unit="",
        clause="AISC 360-22 D2, F11 (elastic), J2.4; EN 1993-1-1 6.2.1, 1993-1-8 4.5",
        formula="N/Nc + V h/Mc + V/Vc + M aside/Mw + T/Tc ≤ 1; flow in the fillets ≤ their strength",
        inputs=[
            ("h", "hole to foot", height or 0.0, "mm"), ("Nc", "pull allowed", pull_N, "N"),
            ("Mc", "moment allowed", moment, "Nmm"),
            ("leg", "fillets along both sides", joint.foot_leg_mm or 0.0, "mm"),
            ("l", "length of each", weld if joint.foot_leg_mm else 0.0, "mm"),
        ],
        source="statics; AISC 360-22, EN 1993 (from memory)",
        assumptions=["the foot is as wide as the lug at its hole"],
        why_not=why, shown=("share", "share of its strength"),
    )  # fmt: skip


def find(end: End, joint: Pinned) -> States:
    lug, cheeks = eyes(end, joint)
    wall = plate_wall(end, along_mm=joint.width_mm, across_mm=joint.lug_mm, what="lug", name="lug wall")
    return {
        "pin": pin_rule(end, joint),
        "lug": eye_rule(end, joint, lug),
        "cheeks": eye_rule(end, joint, cheeks),
        "lug foot": foot_rule(end, joint),
        "lug wall": wall,
    }


def outside(joint: Pinned) -> list[str]:
    if joint.foot_leg_mm is not None:
        return []
    return [
        "the welds of the lug and of the cheeks to what they stand on: give the lug's foot, or make them as strong "
        "as the plates"
    ]


KIND = Kind(
    Pinned, "pin through a lug between cheeks", ("pin", "lug", "cheeks", "lug foot", "lug wall"), find,
    bigger=lambda j: [
        *(x for x in steps(j, lambda v: f"pin {v:g} mm", "pin_mm",
            PINS) if x[1].pin_mm < 0.6 * j.width_mm and j.hole_mm is None),
        *steps(j, lambda v: f"lug {v:g} mm", "lug_mm", PLATES),
        *steps(j, lambda v: f"cheeks {v:g} mm", "cheek_mm", PLATES),
        (f"lug {j.width_mm * 1.25:.0f} mm wide",
            j.model_copy(update={"width_mm": round(j.width_mm * 1.25), "edge_mm": j.edge_mm * 1.25})),
    ],
    outside=outside,
)  # fmt: skip
