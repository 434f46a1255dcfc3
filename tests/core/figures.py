"""Figures of many joints, members, plates and structures as they stand, to notice any change: `python -m
tests.core.figures` writes them anew. They prove nothing about what is right (outside values and whole verdicts do
that); they tell when a figure has moved that nobody meant to move.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from itertools import product
from pathlib import Path
from typing import Any

from tests.core.typed import beam, load, structure
from yorvek.core.checks.beam import check_beam
from yorvek.core.checks.beam_said import BeamMember
from yorvek.core.checks.record import Check
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameVerdict, all_checks
from yorvek.core.jobs import JobSpec
from yorvek.core.jobs.free_joints import FreeJointSpec, check_free_joint
from yorvek.core.jobs.joints import plain_joint
from yorvek.core.joints import KINDS
from yorvek.core.quantities.entry import resolve

PAGE = Path(__file__).with_suffix(".json")
METHODS: dict[str, dict[str, Any]] = {
    "shop": {"kind": "shop", "n": 1.67, "m": 2.0}, "asd": {"kind": "asd"}, "lrfd": {"kind": "lrfd"},
    "en": {"kind": "en"},
    "lifting": {"kind": "lifting", "design_factor": 3.0},
}  # fmt: skip
ALL = {"pull": 9000.0, "in_depth": 4000.0, "across": 1500.0, "twist": 90e3, "about_depth": 250e3, "about_width": 700e3}
PULL, PUSH = {"pull": 20e3}, {"pull": -20e3}
PLANE = {"pull": 15e3, "in_depth": 6000.0, "about_width": 300e3}
BENT = {"pull": 8000.0, "in_depth": 5000.0, "about_width": 2e6, "about_depth": 1e6, "twist": 2e5}
UNITS = {"pull": "N", "in_depth": "N", "across": "N", "twist": "Nmm", "about_depth": "Nmm", "about_width": "Nmm"}
FIGURES = 9


def mm(value: float, unit: str = "mm") -> dict[str, Any]:
    return {"text": f"{value!r} {unit}"}


def sizes(**values: float) -> dict[str, Any]:
    return {k: mm(v) for k, v in values.items()}


def chord(section: str, **more: Any) -> list[dict[str, Any]]:
    return [{"section_id": section, "material_id": "S355", **more}]


WELD = {"kind": "weld", "leg": mm(5)}
BOLTS = {"kind": "bolts", "rows": 2, "columns": 1, **sizes(bolt=16, pitch=50, gauge=0, edge=32, side=30, plate=10),
    "grade": "8.8"}  # fmt: skip
FOUR = {**BOLTS, "columns": 2, **sizes(gauge=60, side=28)}
PIN = {"kind": "pin", **sizes(pin=20, lug=12, cheek=10, width=60, edge=30, gap=1), "grade": "8.8"}
ENDED = {"kind": "end plate", "rows": 2, **sizes(bolt=16, pitch=140, gauge=130, width=200, plate=15), "grade": "8.8"}
BASE = {"kind": "base plate", **sizes(length=220, width=200, plate=15, anchor=16, edge=35), "concrete_MPa": 25.0}
GUSSET = {"kind": "gusset", **sizes(plate=10, lap=120, free=60, leg=5)}
TUBE, ROUND, SHAPE = "SHS 100×100×5 hot", "CHS 114.3×5", "IPE 200"
Row = tuple[str, str, dict[str, Any], dict[str, float], dict[str, Any]]


def _welds() -> Iterator[Row]:
    for section in (TUBE, "RHS 120×80×6.3 hot", ROUND, SHAPE, "UPE 120", "FL 80×10", "RD 30", "L 60×60×6"):
        yield f"weld {section}", section, WELD, ALL, {}
    for metal in ("S235", "S275"):
        yield f"weld {metal}", TUBE, WELD, ALL, {"material_id": metal}
    yield "weld, leg 3", TUBE, {"kind": "weld", "leg": mm(3)}, ALL, {}
    yield "groove", TUBE, {"kind": "groove weld"}, ALL, {}
    yield "groove, part", TUBE, {"kind": "groove weld", "throat": mm(3)}, ALL, {}


def _walls() -> Iterator[Row]:
    for branch, wall in product(
        ("SHS 50×50×4 hot", "SHS 90×90×5 hot", TUBE, "CHS 60.3×4", "FL 80×10", "RD 30"), (TUBE, ROUND)
    ):
        yield f"{branch} on {wall}", branch, WELD, ALL, {"onto": chord(wall)}
        pressed = {"onto": chord(wall, stress_MPa=-180.0, angle_deg=50.0, opposite=True)}
        yield f"{branch} on {wall}, sloping, both sides, pressed", branch, WELD, PUSH, pressed
        yield f"{branch} at the end of {wall}", branch, WELD, ALL, {"onto": chord(wall, place="ends close by")}
    yield "flat across", "FL 80×10", WELD, PULL, {"onto": chord(TUBE, turned=True)}
    yield "flat across, sloping", "FL 80×10", WELD, PULL, {"onto": chord(TUBE, turned=True, angle_deg=50.0)}
    yield "flat across a round", "FL 80×10", WELD, PULL, {"onto": chord(ROUND, turned=True)}
    yield "corner", TUBE, WELD, BENT, {"onto": chord(TUBE, place="corner")}
    for under in (SHAPE, "UPE 200"):
        yield f"post on {under}", "SHS 60×60×4 hot", WELD, PUSH, {"onto": chord(under, bears=mm(60))}
        yield f"{under} at its end", "SHS 60×60×4 hot", WELD, PUSH, {"onto": chord(under, place="ends close by")}


def _bolted() -> Iterator[Row]:
    yield "bolts", "FL 60×10", BOLTS, {"pull": 20e3, "in_depth": 500.0}, {}
    yield "four bolts", "FL 120×10", FOUR, PLANE, {}
    yield "a wide plate sheared", "FL 150×12", {**BOLTS, "side": mm(320), "plate": mm(12)}, {"in_depth": 30e3}, {}
    yield "bolts close together", "FL 60×10", {**BOLTS, **sizes(pitch=44, edge=40)}, PULL, {}
    yield "four bolts pushed", "FL 120×10", FOUR, PUSH, {}
    for grade in ("4.6", "10.9", "A4-70", "SAE 5", "SAE 8", "A325", "A490"):
        yield f"bolts {grade}", "FL 60×10", {**BOLTS, "grade": grade}, PULL, {}
    yield "threads out, two planes", "FL 60×10", {**BOLTS, "threads_in": False, "planes": 2}, PULL, {}
    slips = {**FOUR, "must_not_slip": True, "pretension": mm(80e3, "N"), "hole_kind": "oversize", "hole": mm(20)}
    for hole in ("standard", "short slot", "long slot"):
        yield f"must not slip, {hole}", "FL 120×10", {**slips, "hole_kind": hole, "hole": mm(18)}, PLANE, {}
    yield "must not slip", "FL 120×10", slips, PLANE, {}
    long = {**FOUR, "rows": 9, "pitch": mm(160)}
    yield "long joint", "FL 120×10", long, PULL, {}
    leg = {**BOLTS, "one_leg": True, **sizes(side=35, plate=6)}
    yield "one leg", "L 60×60×6", leg, PULL, {}
    yield "one leg, one bolt", "L 60×60×6", {**leg, "rows": 1}, PULL, {}
    yield "through a tube", TUBE, {**BOLTS, "through": True, "planes": 2, "plate": mm(10), "side": mm(50)}, PULL, {}
    yield "end plate", TUBE, ENDED, BENT, {}
    yield "end plate, every way", TUBE, ENDED, ALL, {}
    yield "base plate, every way", TUBE, BASE, {**ALL, "pull": -30e3}, {}
    yield "end plate, thin", TUBE, {**ENDED, "plate": mm(8), "rows": 3, "pitch": mm(70)}, BENT, {}
    yield "base plate", TUBE, BASE, {**BENT, "pull": -30e3}, {}
    yield "base plate lifts", TUBE, BASE, {"pull": 12e3, "in_depth": 3000.0}, {}
    yield "base plate on a round", ROUND, {**BASE, "plate": mm(20)}, {**BENT, "pull": -30e3}, {}


def _others() -> Iterator[Row]:
    aside = {"pull": 18e3, "across": 900.0, "about_depth": 20e3}
    yield "pin", "FL 60×12", PIN, PULL, {}
    yield "pin, loose, turning", "FL 60×12", {**PIN, "hole": mm(24), "turns": True, "threads_in": False}, PULL, {}
    yield (
        "pin, pulled aside",
        "FL 60×12",
        {**PIN, **sizes(foot_height=60, foot_leg=6, foot_weld=80)},
        aside,
        {"onto": chord(TUBE)},
    )
    hardly = {"pull": 20e3, "in_depth": 200.0}
    yield "pin, hardly off its axis", "FL 60×12", PIN, hardly, {}
    yield (
        "pin, narrow cheeks",
        "FL 60×12",
        {**PIN, **sizes(cheek_width=45, cheek_edge=16), "turns_about": "depth"},
        PULL,
        {},
    )
    yield "gusset", "L 60×60×6", GUSSET, PULL, {}
    yield "gusset far out", "FL 60×10", {**GUSSET, "free": mm(540)}, PUSH, {}
    yield "gusset pushed", "FL 60×10", {**GUSSET, "width": mm(90)}, PUSH, {}
    yield "slotted", TUBE, {**GUSSET, "welds": 4, "slot": mm(12)}, PULL, {}
    yield "slotted round", ROUND, {**GUSSET, "welds": 4, "slot": mm(12), "foot": mm(160)}, PULL, {"onto": chord(TUBE)}
    knee = {"kind": "knee gusset", **sizes(leg=5, plate=8, along=100, over=120, gusset_leg=5)}
    yield "knee gusset", TUBE, knee, BENT, {"onto": [{"section_id": TUBE, "material_id": "S355"}]}
    yield "fish plates", TUBE, {"kind": "fish plates", **sizes(plate=8, width=80, lap=120, taper=20, leg=5)}, BENT, {}
    yield (
        "screws",
        "SHS 50×50×3 hot",
        {"kind": "screws", "screws": 4, **sizes(screw=5.5, head=11, plate=2)},
        {"pull": 900.0, "in_depth": 300.0},
        {},
    )
    for by in ("clamp", "U-bolt", "set screws"):
        held = {"kind": "friction", "by": by, "bolt": mm(10), "bolts": 2, "torque_Nm": 30.0}
        yield by, "RD 40", held, {"pull": 600.0, "twist": 5000.0}, {}
    fish = {"kind": "fish plates", **sizes(plate=8, width=80, lap=120, taper=20, leg=5)}
    yield "fish plates, every way", TUBE, fish, {**ALL, "across": 4000.0}, {}
    rated = {"kind": "rated part", "what": "shackle", "rating": mm(20e3, "N")}
    yield "rated", "RD 20", rated, {"pull": 9000.0}, {}


def joints() -> Iterator[tuple[str, list[Check]]]:
    """Every row by every method."""
    for name, section, joint, forces, more in [*_welds(), *_walls(), *_bolted(), *_others()]:
        for method, settings in METHODS.items():
            typed = {k: mm(v, UNITS[k]) for k, v in forces.items()}
            body = {
                "mark": "J1", "section_id": section, "material_id": "S355", "joint": joint,
                "forces": [{"name": "F", "case": "design", **typed}], **more,
            }  # fmt: skip
            brief = resolve(JobSpec.model_validate({"name": "a test", "method": settings}), {})
            yield f"{name}, {method}", check_free_joint(brief, resolve(FreeJointSpec.model_validate(body), {})).checks


def next_sizes() -> Iterator[tuple[str, list[float | str | None]]]:
    """What would make each joint stronger: in words, and the last of them in full."""
    for name, _, joint, _, _ in [*_welds(), *_bolted(), *_others()]:
        body = {"mark": "J1", "section_id": TUBE, "material_id": "S355", "joint": joint}
        made = plain_joint(resolve(FreeJointSpec.model_validate(body), {}).joint)
        larger = KINDS[made.kind].bigger(made)
        yield name, [words for words, _ in larger] + [str(one.model_dump_json()) for _, one in larger[-1:]]


SECTIONS = (
    TUBE, "RHS 120×80×6.3 hot", "SHS 100×100×4 hot", ROUND, SHAPE, "IPE 300", "HEB 200", "UPE 200", "UPN 100",
    "FL 80×10", "RD 30",
    "L 60×60×6", "AL 100×100×4",
)  # fmt: skip


def members() -> Iterator[tuple[str, list[Check]]]:
    """Beams by themselves: each section, axis, method; long and short."""
    for section, axis, (method, settings), length in product(
        SECTIONS, ("strong", "weak"), METHODS.items(), (900.0, 4000.0)
    ):
        metal = "6082-T6" if section.startswith("AL") else "S355"
        asked = {
            "beam": {
                "length_mm": length,
                "supports": [{"x_mm": 0.0}, {"x_mm": length}],
                "loads": [
                    {"name": "q", "case": "live", "line_N_per_mm": 2.0, "from_mm": 0.0, "to_mm": length},
                    {"name": "P", "case": "live", "force_N": 900.0, "at_mm": [length / 3]},
                ],
            },
            "section_id": section, "material_id": metal, "axis": axis, "method": settings, "bearing_mm": 60.0,
            "wheel_from_edge_mm": 12.0,
        }  # fmt: skip
        yield f"{section} {axis} {length:g}, {method}", check_beam(BeamMember.model_validate(asked)).checks


def frames() -> Iterator[tuple[str, FrameVerdict]]:
    """A few structures of every kind of trouble, by every method."""
    q, wind = load("q", 4.0, "N/mm"), load("wind", 700.0, case="wind", both_ways=True)
    for method, settings in METHODS.items():
        job = {"method": settings}
        for section in (TUBE, SHAPE, "UPE 200", "L 100×100×10", "SHS 100×100×4 hot", ROUND):
            yield f"beam {section}, {method}", beam(4000, [(q, {"bars": ["b0"]})], section=section, job=job)
        fixed = {"foot": "fixed"}
        for push, section in product((5e3, 6e4), (TUBE, SHAPE)):
            loads = [(load("P", push), {"spot": "at head"}), (wind, {"spot": "at head", "way": [1, 0, 0.3]})]
            yield (
                f"post {section} {push:g}, {method}",
                structure(
                    {"foot": (0, 0), "head": (0, 2500)},
                    {"post": ("foot", "head")},
                    fixed,
                    loads,
                    section=section,
                    job=job,
                ),
            )
        nodes = {"a": (0, 0), "b": (0, 2200), "c": (2600, 2200), "d": (2600, 0)}
        bars = {"left": ("a", "b"), "beam": ("b", "c"), "right": ("d", "c")}
        yield f"portal that stands, {method}", structure(
            nodes, bars, {n: ["x", "y", "z", "rx", "ry"] for n in "ad"},
            [(q, {"bars": ["beam"]}), (wind, {"spot": "at b", "way": [1, 0, 0]})], job=job, anchored=False,
            ground_friction=0.2,
        )  # fmt: skip
        yield f"tied, {method}", structure(
            nodes, {**bars, "tie": ("a", "c"), "brace": ("b", "d")}, {n: ["x", "y", "z", "rx", "ry"] for n in "ad"},
            [(q, {"bars": ["beam"]}), (wind, {"spot": "at b", "way": [1, 0, 0]})], job=job,
            sections={"tie": "RD 16", "brace": "L 50×50×5"}, hinged=("tie i", "tie j", "brace i", "brace j"),
            only={"tie": "tension"},
        )  # fmt: skip


def plain(check: Check) -> list[float | str | None]:
    """What of a check is kept: what comes, what it takes, or that it is not checked."""
    if check.not_checked:
        return ["not checked"]
    return [None if v is None else float(f"{v:.{FIGURES}g}") for v in (check.demand, check.capacity)]


def figures(what: str) -> dict[str, dict[str, list[float | str | None]]]:
    """Those of joints, members or frames, by case and by check."""
    if what == "joint":
        found = {f"joint: {name}": {c.id: plain(c) for c in checks} for name, checks in joints()}
        return found | {f"joint: next sizes of {name}": {"next": words} for name, words in next_sizes()}
    if what == "member":
        return {f"member: {name}": {c.id: plain(c) for c in checks} for name, checks in members()}
    out = {}
    for name, verdict in frames():
        found = {c.id: plain(c) for c in [*all_checks(verdict), *verdict.movements]}
        hertz = [verdict.swings_empty_hz or 0.0, verdict.swings_loaded_hz or 0.0, verdict.buckling.factor or 0.0]
        out[f"frame: {name}"] = {**found, "hertz and buckling": [float(f"{v:.6g}") for v in hertz]}
    return out


if __name__ == "__main__":
    try:
        found = figures("joint") | figures("member") | figures("frame")
    except InputError as error:
        raise SystemExit(error.sentence) from error
    body = ",\n".join(
        f" {json.dumps(k, ensure_ascii=False)}: {json.dumps(v, ensure_ascii=False)}" for k, v in found.items()
    )
    PAGE.write_text("{\n" + body + "\n}\n")
