"""An end plate welded on a bar's end, bolted to a stiff face with two columns of bolts."""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360 import bolted as aisc
from yorvek.core.clauses.aisc360 import fasteners as aisc_bolts
from yorvek.core.clauses.aisc360.fasteners import minimum_edge_mm, standard_hole_mm
from yorvek.core.clauses.aisc360.plates import shear_rupture_N
from yorvek.core.clauses.aisc360.pulled import prying
from yorvek.core.clauses.en1993 import bolted as en
from yorvek.core.clauses.en1993 import fasteners as en_bolts
from yorvek.core.clauses.en1993.members import plastic_shear_N
from yorvek.core.clauses.en1993.tee_stub import bolt_N as tee_bolt_N
from yorvek.core.clauses.en1993.tee_stub import end_row, inner_row
from yorvek.core.clauses.iso965.stripping import bolt_area_mm2, tapped_area_mm2
from yorvek.core.errors import InputError
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, Millimetres, Size, steps
from yorvek.core.joints.rule import Input, Rule, States, rule
from yorvek.core.joints.strengths import GAMMA_M0, GAMMA_M2, Grade, bolt_shear_N, bolt_tension_N, fastener, is_en
from yorvek.core.joints.weld import fillet_rule
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.workshop.threads import coarse_pitch_mm

Floats = NDArray[np.float64]
HALF_NUT = 0.87
"""Half of a hexagon nut across its corners, over the bolt's diameter (ISO 4032, from memory)."""


class EndPlated(Model):
    """An end plate on bolts in tension and shear, two columns, rows up its depth, mm."""

    kind: Literal["end plate"] = "end plate"
    bolt_mm: Size
    rows: Annotated[int, Field(ge=2, le=12)]
    pitch_mm: Millimetres = Field(description="between the rows")
    gauge_mm: Millimetres = Field(description="between the columns")
    width_mm: Millimetres
    plate_mm: Millimetres
    height_mm: Millimetres | None = Field(
        default=None, description="of the plate; as far as its rows ask where not given"
    )
    grade: Grade = "8.8"
    threads_in: bool = True
    leg_mm: Leg | None = Field(default=None, description="of the fillet all round; the structure's own where not given")
    thread_mm: Millimetres | None = Field(
        default=None, description="depth of thread that the bolts are screwed into: nuts where not given"
    )
    thread_metal: str | None = Field(default=None, description="metal that is tapped: as the bar where not given")


def geometry(end: End, joint: EndPlated) -> str | None:
    """Distances that cannot be, or leave no room for the nut."""
    d, hole, s = joint.bolt_mm, standard_hole_mm(joint.bolt_mm), end.section
    side = (joint.width_mm - joint.gauge_mm) / 2
    edge = en.EDGE * hole if is_en(end) else minimum_edge_mm(d)
    least = en.PITCH * hole if is_en(end) else aisc.LEAST_PITCH * d
    if joint.pitch_mm <= hole:
        return f"a pitch of {joint.pitch_mm:g} mm makes holes of {hole:g} mm overlap: set the rows farther apart"
    if joint.pitch_mm < least - 0.05:
        return f"the pitch of {joint.pitch_mm:g} mm is below the least of {least:.1f} mm: set the rows farther apart"
    if side < edge - 0.05:
        return f"the bolts stand {side:g} mm from the plate's side, the least is {edge:.1f} mm: widen it"
    if joint.height_mm is not None and (joint.height_mm - (joint.rows - 1) * joint.pitch_mm) / 2 < edge - 0.05:
        return f"the outer rows stand less than {edge:.1f} mm from the plate's edge: make it higher"
    if s is None:
        return None
    if s.closed or s.shape in ("flat", "round_bar", "square_bar"):
        room = (joint.gauge_mm - s.width_mm) / 2
        if room < HALF_NUT * d - 0.05:
            return (
                f"there is no room for nut and wrench: the bolts stand {room:g} mm from the bar's face, half a nut "
                f"is {HALF_NUT * d:.1f} mm; a wider gauge"
            )
    if joint.width_mm < s.width_mm:
        return f"the plate is narrower than the bar ({joint.width_mm:g} on {s.width_mm:g} mm)"
    return None


def tension_rule(end: End, joint: EndPlated, wrong: str | None) -> tuple[Rule | str, float]:
    """The bolt that is pulled most with the prying of its plate; and what a bolt takes by itself."""
    assert end.section is not None
    alone = bolt_tension_N(end, joint.grade, joint.bolt_mm)
    if wrong:
        return wrong, alone
    s = end.section
    stem = s.width_mm if s.closed or s.shape in ("flat", "round_bar", "square_bar") else max(s.wall_mm, 1.0)
    lever = max((joint.gauge_mm - stem) / 2, joint.bolt_mm * 0.75)
    found, clause, source, inputs = (_tee_stub if is_en(end) else _prying)(end, joint, lever, alone)
    made = rule(
        end, "end plate", "end plate and its bolts in tension", demand=_pull(joint), capacity=found, unit="N",
        clause=clause, formula="N/n + M y/Σy² ≤ bolt with prying",
        inputs=[
            ("B", "what one bolt is allowed in tension", alone, "N"), ("b", "bolt to the bar's face", lever, "mm"),
            ("t", "plate", joint.plate_mm, "mm"), *inputs,
        ],
        source=source,
        assumptions=["bolts share by their distance from the middle of the group; the face it is bolted to is stiff"],
        shown=("T", "pull on the outermost bolt"),
    )  # fmt: skip
    return made, alone


Pulled = tuple[float, str, str, list[Input]]


def _prying(end: End, joint: EndPlated, lever: float, alone: float) -> Pulled:
    """AISC: what a bolt gives when its plate bends, the clause, its source, and what to show."""
    found = prying(
        bolt_N=alone, b_mm=lever, a_mm=(joint.width_mm - joint.gauge_mm) / 2,
        pitch_mm=min(joint.pitch_mm, 2 * lever + joint.bolt_mm), hole_mm=standard_hole_mm(joint.bolt_mm),
        bolt_mm=joint.bolt_mm, plate_mm=joint.plate_mm, stress_MPa=end.Fy_MPa / end.method.divides.member,
    )  # fmt: skip
    inputs = [
        ("tc", "thickness without prying", found.thickness_without_mm, "mm"),
        ("α", "how far the plate bends at the bolts", found.alpha, ""),
    ]
    source = "AISC Manual part 9 (from memory), held against EN 1993-1-8 6.2.4"
    return found.available_N, "AISC Manual part 9, prying; J3-1", source, inputs


def _tee_stub(end: End, joint: EndPlated, lever: float, alone: float) -> Pulled:
    """EN: the same by tee stubs; with three rows and more the inner ones are looked at too."""
    leg = joint.leg_mm or end.usual_leg_mm
    m = max(lever - 0.8 * leg, joint.bolt_mm / 2)
    e = (joint.width_mm - joint.gauge_mm) / 2
    least = en.EDGE * standard_hole_mm(joint.bolt_mm)
    e1 = least if joint.height_mm is None else (joint.height_mm - (joint.rows - 1) * joint.pitch_mm) / 2
    rows = [end_row(m, e, joint.pitch_mm, e1), *([inner_row(m, e, joint.pitch_mm)] if joint.rows > 2 else [])]
    found = min(
        tee_bolt_N(Ft_N=alone, lengths=r, t_mm=joint.plate_mm, fy_MPa=end.Fy_MPa, m_mm=m, e_mm=e, gamma_M0=GAMMA_M0)
        for r in rows
    )
    shortest = min(rows)
    inputs = [
        ("m", "bolt to the weld", m, "mm"), ("e", "bolt to the plate's side", e, "mm"),
        ("leff", "length of plate that yields with a bolt, mode 1", shortest.mode_1, "mm"),
        ("leff,2", "the same, mode 2", shortest.mode_2, "mm"),
    ]  # fmt: skip
    return found, "EN 1993-1-8 6.2.4, tee stub; table 3.4", "EN 1993-1-8 tables 6.2 and 6.4 (from memory)", inputs


def thread_rule(end: End, joint: EndPlated, pulled: Rule | str, alone: float) -> Rule | str | None:
    """Threads of the tapped holes and of the bolts in them, under the bolt's pull with its prying."""
    if joint.thread_mm is None:
        return None
    if isinstance(pulled, str):
        return pulled
    try:
        pitch = coarse_pitch_mm(joint.bolt_mm)
    except InputError:
        return f"no coarse thread of {joint.bolt_mm:g} mm is known here: ask its maker what it holds when tapped"
    metal = end.metal if joint.thread_metal is None else material(joint.thread_metal)
    Fub = fastener(joint.grade, joint.bolt_mm).ultimate_MPa
    # the first turn of each end of the thread carries little
    engaged = max(joint.thread_mm - pitch, 0.0)
    areas = (tapped_area_mm2(joint.bolt_mm, pitch, engaged), bolt_area_mm2(joint.bolt_mm, pitch, engaged))
    hole_N, bolt_N = (_strips(end, Fu, A) for Fu, A in zip((metal.ultimate_MPa, Fub), areas, strict=True))
    return rule(
        end, "threads", f"threads strip in {joint.thread_mm:g} mm of {metal.id}",
        demand=lambda f: pulled.use(f) * alone, capacity=min(hole_N, bolt_N), unit="N",
        clause="ISO 965-1, ASME B1.1 appendix B; " + ("EN 1993-1-8 table 3.4, Fu / √3" if is_en(end) else "AISC 360-22 "
            "J4-4"),
        formula="T with prying ≤ shear of the threads engaged",
        inputs=[
            ("Le", "thread engaged, one turn taken off", engaged, "mm"), ("P", "pitch", pitch, "mm"),
            ("ASn", "sheared of the tapped hole", areas[0], "mm2"), ("ASs", "sheared of the bolt", areas[1], "mm2"),
            ("Nn", "the tapped hole holds", hole_N, "N"), ("Ns", "the bolt's threads hold", bolt_N, "N"),
        ],
        source="limits of size of 6H on 6g (from memory)",
        assumptions=["coarse thread, cut to its full depth and clean; the bolt reaches all of it"],
        shown=("T", "pull on the outermost bolt, with prying"),
    )  # fmt: skip


def _strips(end: End, Fu_MPa: float, area_mm2: float) -> float:
    if is_en(end):
        return plastic_shear_N(Fu_MPa, area_mm2) / GAMMA_M2
    return shear_rupture_N(Fu_MPa, area_mm2).nominal / end.method.divides.rupture


def _rows(joint: EndPlated) -> Floats:
    return np.asarray((np.arange(joint.rows) - (joint.rows - 1) / 2) * joint.pitch_mm, dtype=np.float64)


def _pull(joint: EndPlated):  # type: ignore[no-untyped-def]
    up, n, half = _rows(joint), 2 * joint.rows, joint.gauge_mm / 2
    squares = 2 * float((up**2).sum())

    def pull(f: Floats) -> Floats:
        return np.asarray(
            np.maximum(f[:, 0], 0.0) / n + np.abs(f[:, 5]) * up[-1] / squares + np.abs(f[:, 4]) / (n * half)
        )

    return pull


def shear_rule(end: End, joint: EndPlated, alone: float, wrong: str | None) -> Rule:
    """Shear of the bolts beside their pull: AISC J3-3 as a factor on both, EN table 3.4."""
    up, n, half = _rows(joint), 2 * joint.rows, joint.gauge_mm / 2
    one = bolt_shear_N(end, joint.grade, joint.bolt_mm, threads_in=joint.threads_in)
    pull, turn = _pull(joint), 2 * float((up**2).sum()) + n * half**2

    def share(f: Floats) -> Floats:
        V = np.hypot(f[:, 1], f[:, 2]) / n + np.abs(f[:, 3]) * math.hypot(float(up[-1]), half) / turn
        together = en_bolts.shear_with_pull if is_en(end) else aisc_bolts.shear_with_pull
        return together(V / one, pull(f) / alone)

    return rule(
        end, "bolts", f"{n} bolts M{joint.bolt_mm:g} {joint.grade}, shear beside the pull", demand=share, capacity=1.0,
        unit="",
        clause="EN 1993-1-8 table 3.4" if is_en(end) else "AISC 360-22 J3-3",
        formula="V/Vc + T/(1.4 Tc) ≤ 1" if is_en(end) else "V/Vc + T/Tc ≤ 1.3, each ≤ 1",
        inputs=[
            ("Vc", "allowed in shear", one, "N"), ("Tc", "allowed in tension", alone, "N"),
            ("Fub", "ultimate strength", fastener(joint.grade, joint.bolt_mm).ultimate_MPa, "MPa"),
        ],
        source="AISC 360-22 J3, EN 1993-1-8 (from memory), held against check values",
        assumptions=["bolts share the shear evenly"], why_not=wrong, shown=("share", "of the bolts"),
    )  # fmt: skip


def find(end: End, joint: EndPlated) -> States:
    wrong = geometry(end, joint)
    pulled, alone = tension_rule(end, joint, wrong)
    leg = joint.leg_mm or end.usual_leg_mm
    hollow = next((o for o in end.onto if o.section is not None and o.section.closed), None)
    thin = End(**{**end.__dict__, "onto": ()})
    return {
        "end plate": pulled,
        "bolts": shear_rule(end, joint, alone, wrong),
        "threads": thread_rule(end, joint, pulled, alone),
        "weld": fillet_rule(thin, leg),
        "face it is bolted to": (
            f"the wall of {hollow.name} that it is bolted to is a tube's and bends: weld a plate on, or bolt through it"
            if hollow
            else None
        ),
    }


KIND = Kind(
    EndPlated, "end plate", ("end plate", "bolts", "threads", "weld", "face it is bolted to"), find,
    bigger=lambda j: [
        *steps(j, lambda v: f"end plate {v:g} mm", "plate_mm", (8.0, 10.0, 12.0, 15.0, 20.0, 25.0)),
        *steps(j, lambda v: f"bolts M{v:g}", "bolt_mm", (12.0, 16.0, 20.0, 24.0)),
    ],
    outside=lambda j: ["what it is bolted to: taken as stiff"],
)  # fmt: skip
