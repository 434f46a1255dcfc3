"""Figures of every clause at inputs drawn by lot, and of joints drawn by lot, to notice any change: `python -m
tests.core.sampled` writes them anew. Like `figures`, they prove nothing about what is right.
"""

from __future__ import annotations

import importlib
import inspect
import json
import math
import random
import zlib
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import numpy as np
from pydantic import BaseModel

from tests.core.figures import METHODS, UNITS, mm
from tests.core.typed import asked, load, structure
from tests.verification import CORE, dotted, functions
from yorvek.core.checks.record import Check
from yorvek.core.errors import InputError
from yorvek.core.frames.solving import Analysis, layout_in
from yorvek.core.frames.stability import stability_checks
from yorvek.core.jobs import JobSpec
from yorvek.core.jobs.free_joints import FreeJointSpec, check_free_joint
from yorvek.core.joints.weld_group import SIDES
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import section, sold_in
from yorvek.core.sections.table import section_table

PAGE = Path(__file__).with_suffix(".json")
TIMES, DIGITS = 40, 7
OFTEN = {
    "en1993.stability.interaction": 200, "en1993.effective.internal_share": 200, "en1993.effective.outstand_share": 200,
    "aisc360.compression.effective_width_mm": 200, "aisc360.compression.round_effective_share": 120,
}  # fmt: skip
"""Clauses of many branches."""
SECTIONS = (
    "SHS 100×100×5 hot", "SHS 100×100×4 hot", "SHS 150×150×5 hot", "RHS 120×80×6.3 hot", "RHS 200×100×5 hot",
    "CHS 114.3×5", "CHS 193.7×6.3", "CHS 48.3×3.2", "IPE 160", "IPE 300", "HEB 200", "UPE 120", "UPN 200", "FL 80×10",
    "RD 30", "L 60×60×6", "L 100×100×8", "L 100×65×8", "T 60×60×7", "HSS6X6X1/8", "W8X10", "C6X8.2",
    "Wide = tube 800×4 | continuous", "Broad = tube 500×4 | continuous",
    "Slim = plate 120×3 + plate 3×80 at 0, 3 | continuous", "Tee = plate 100×8 + plate 8×90 at 46, 8 | continuous",
)  # fmt: skip
RANGES: dict[str, tuple[float, float]] = {
    "t": (2, 14), "t_b": (2, 12), "B": (50, 220), "B_b": (30, 200), "H": (50, 220), "H_b": (30, 200), "D": (50, 240),
    "D_b": (30, 230), "b": (40, 200), "h": (40, 200), "beta": (0.2, 1.0), "eta": (0.2, 1.6), "Qf": (0.4, 1.0),
    "kp": (0.4, 1.0), "use": (-0.1, 1.0), "sine": (0.5, 1.0), "along": (20, 240), "across": (20, 240),
    "E": (68_000, 211_000), "Fy": (160, 460), "fy": (160, 460), "Fy_b": (160, 460), "U": (0.5, 1.0), "K": (0.5, 2.1),
    "L_over_ra": (10, 260), "L_over_rz": (10, 260), "D_over_t": (10, 120), "slenderness": (0.1, 2.6), "psi": (-1, 1),
    "h_over_t": (8, 160), "h_t": (10, 200), "kv": (1.2, 5.34), "limit": (0.4, 1.6), "axial": (0, 1.2),
    "bending": (0, 1.2), "shear": (0, 1.4), "pull": (0, 1.4), "friction": (0.1, 0.6), "design_factor": (2, 4),
    "category_MPa": (36, 160), "cycles": (1e4, 3e8), "gamma_M1": (1, 1.1), "gamma_M2": (1.1, 1.35), "alpha": (0.1, 0.8),
    "alpha_v": (0.5, 0.6), "k_sigma": (0.4, 24), "epsilon": (0.6, 1), "d_t": (20, 130), "Ubs": (0.5, 1), "ny": (0, 1),
    "nz": (0, 1), "slender_y": (0.1, 2), "slender_z": (0.1, 2), "about_v": (0.1, 2), "about_leg": (0.1, 2),
    "Cb": (1, 2.3), "c": (0.5, 1.5), "Mp": (1e7, 2e8), "S": (5e4, 1e6), "J": (2e4, 1e6), "ho": (90, 400),
    "rts": (12, 60), "ry": (10, 55), "Lb": (300, 9000), "thinner_part_in": (0.1, 1.5), "bolt_mm": (6, 42),
    "d_mm": (6, 40), "pin_mm": (10, 60), "diameter_mm": (6, 40), "hole_mm": (8, 62), "length_mm": (50, 7000),
    "unbraced_mm": (50, 6000), "height_mm": (500, 30_000), "leg_mm": (2, 14), "thickness_mm": (4, 40),
    "plate_mm": (4, 30), "web_mm": (4, 12), "flange_mm": (5, 18), "k_mm": (8, 30), "t1_mm": (0.6, 4), "t2_mm": (0.6, 8),
    "head_mm": (8, 16), "x_bar_mm": (5, 60), "weld_mm": (40, 260), "D_mm": (40, 200), "B_mm": (40, 160),
    "H_mm": (40, 160), "b_mm": (15, 60), "a_mm": (15, 60), "pitch_mm": (30, 160), "bearing_mm": (0, 150),
    "depth_mm": (80, 400), "width_mm": (40, 220), "root_mm": (6, 20), "from_edge_mm": (0, 60), "bent_MPa": (0, 200),
    "offset_mm": (-60, 60), "clear_mm": (0, 60), "r_mm": (10, 60), "e1_mm": (12, 60), "e2_mm": (12, 60),
    "p1_mm": (20, 120), "p2_mm": (20, 120), "edge_mm": (10, 80), "edge_radius_mm": (15, 90), "t_mm": (3, 20),
    "stress_MPa": (100, 500), "bolt_N": (2e4, 2e5), "pull_N": (0, 2.5e5), "row_mm": (0, 200),
    "gamma_M0": (1, 1.1), "m_mm": (12, 70), "e_mm": (15, 70), "p_mm": (40, 200), "Ft_N": (2e4, 2e5),
    "connection_mm": (40, 300),
    "FEXX_MPa": (400, 560), "E_MPa": (68_000, 211_000), "G_MPa": (26_000, 81_000), "Fub_MPa": (400, 1040),
    "fub_MPa": (400, 1040), "part_mm": (2, 20), "thinner_part_mm": (2, 30), "throat_mm": (2, 12),
}  # fmt: skip
UNIT_RANGES = {"_MPa": (160, 600), "_mm": (3, 300), "_mm2": (100, 8000), "_mm3": (1e3, 1e6), "_mm4": (1e4, 1e8),
    "_mm6": (1e8, 1e12), "_N": (1e3, 2e5)}  # fmt: skip
OVER = {
    "plate_along_flat_N": {"across": (4.0, 45.0)},
    "leg_axis_moment_Nmm": {"leg_mm": (30.0, 160.0), "t_mm": (2.0, 14.0)},
}
WORDS = {
    "hole": ("standard", "oversize", "short slot", "long slot"), "curve": ("a0", "a", "b", "c", "d"),
    "grade": ("SAE 2", "SAE 5", "SAE 8", "8.8"), "kind": ("hollow", "stiffened", "other"),
    "method": ("shop", "asd", "lrfd", "lifting"),
}  # fmt: skip
COUNTS = {"planes": (1, 2), "bolts": (1, 4), "columns": (1, 6)}


def drawn(name: str, kind: str, lot: random.Random, own: dict[str, tuple[float, float]]) -> Any:
    """A value for a parameter, by its name; `own` are ranges of that clause alone."""
    if kind == "bool" or kind.startswith("bool |"):
        return lot.random() < 0.5
    if kind == "int":
        return lot.randint(*COUNTS[name])
    if kind == "str":
        return lot.choice(WORDS[name])
    if kind.startswith("Sequence"):
        return [drawn(name, "float", lot, own) for _ in range(3)]
    if kind == "Lengths":
        return lot.uniform(40, 120), lot.uniform(60, 200)
    if kind == "tuple[Numbers, Numbers]":
        low = lot.uniform(500, 3000)
        return low, low * lot.uniform(2, 4)
    unit = next((u for u in sorted(UNIT_RANGES, key=len, reverse=True) if name.endswith(u)), "")
    value = lot.uniform(*(own.get(name) or RANGES.get(name) or UNIT_RANGES[unit]))
    return np.array([value]) if "Floats" in kind or "NDArray" in kind or kind == "Array" else value


def flat(found: Any) -> list[Any]:
    """Whatever a clause gives, as figures and words in a row."""
    if isinstance(found, BaseModel):
        return flat(list(found.model_dump().values()))
    if isinstance(found, np.ndarray) and not found.ndim:
        return flat(found.item())
    if isinstance(found, (list, tuple, np.ndarray)):
        return [x for one in found for x in flat(one)]
    if isinstance(found, dict):
        return flat(list(found.values()))
    if hasattr(found, "__dataclass_fields__"):
        return flat([getattr(found, k) for k in found.__dataclass_fields__])
    if found is None or isinstance(found, (str, bool, np.bool_)):
        return [str(found)]
    value = float(found)
    return ["nan" if math.isnan(value) else "inf" if math.isinf(value) else float(f"{value:.{DIGITS}g}")]


def _columns(clause: Callable[..., Any], names: list[str]) -> list[Any]:
    """A clause that takes all sections at once: several metals, lengths and both ways of bending."""
    out = []
    for axis in ("strong", "weak"):
        t = section_table([section(s) for s in SECTIONS], axis)
        for Fy, E, length in ((235, 210e3, 400), (355, 210e3, 1800), (460, 210e3, 6000), (160, 69e3, 3000)):
            each = {
                "Fy": np.full(t.A.shape, float(Fy)), "fy": np.full(t.A.shape, float(Fy)),
                "E": np.full(t.A.shape, E), "G": np.full(t.A.shape, E / 2.6), "c": np.ones(t.A.shape),
                "Lb_mm": np.full(t.A.shape, float(length)), "length_mm": float(length),
            }  # fmt: skip
            with np.errstate(all="ignore"):
                out += flat(clause(t, **{k: each[k] for k in names if k != "t"}))
    return out


Called = tuple[str, Callable[..., Any], dict[str, str]]


def drawn_clauses() -> Iterator[Called]:
    """Every public function of the clauses whose inputs can be drawn by lot, with what they are given as."""
    for name, clause, given_as in every_clause():
        tables = {"SectionTable", "Section"} & set(given_as.values())
        if not tables and not any(kind.startswith("dict") for kind in given_as.values()):
            yield name, clause, given_as


def every_clause() -> Iterator[Called]:
    for file in sorted((CORE / "clauses").rglob("*.py")):
        module = importlib.import_module(dotted(file))
        for f in functions(file):
            clause = getattr(module, f.name)
            given_as = {k: str(p.annotation) for k, p in inspect.signature(clause).parameters.items()}
            yield f"{dotted(file).split('clauses.')[1]}.{f.name}", clause, given_as


def clauses() -> Iterator[tuple[str, list[Any]]]:
    """Every public function of the clauses."""
    for name, clause, given_as in every_clause():
        if "SectionTable" in given_as.values():
            yield name, _columns(clause, list(given_as))
        elif "Section" in given_as.values():
            yield name, flat([clause(section(s)) for s in SECTIONS])
    for name, clause, given_as in drawn_clauses():
        lot, out = random.Random(zlib.crc32(name.encode())), []
        for _ in range(OFTEN.get(name, TIMES)):
            out += _called(clause, _given(name, given_as, lot))
        yield name, out


def _given(name: str, given_as: dict[str, str], lot: random.Random) -> dict[str, Any]:
    own = OVER.get(name.rsplit(".", 1)[1], {})
    return {k: drawn(k, kind, lot, own) for k, kind in given_as.items()}


def _called(clause: Callable[..., Any], given: dict[str, Any]) -> list[Any]:
    try:
        with np.errstate(all="ignore"):
            return flat(clause(**given))
    except (ValueError, ZeroDivisionError) as error:
        return [type(error).__name__]


STARTS, PLACES, WIDER = 3, 24, 1.4
COARSE = 5
"""Digits of what is kept as a mark alone: so few that no machine's last digits turn one."""


def _marked(found: list[Any]) -> str:
    """A mark of a row of figures and words."""
    short = [f"{x:.{COARSE}g}" if isinstance(x, float) else str(x) for x in found]
    return f"{zlib.crc32(' '.join(short).encode()):08x}"


def steps() -> Iterator[tuple[str, list[Any]]]:
    """Every clause along each of its figures in turn, from a few starts, past both ends of its range: where one
    expression gives way to another, the mark of the whole row shows it.
    """
    for name, clause, given_as in drawn_clauses():
        lot, out = random.Random(zlib.crc32(f"{name} steps".encode())), []
        for key, kind in given_as.items():
            if not isinstance(drawn(key, kind, lot, {}), float | np.ndarray):
                continue
            for _ in range(STARTS):
                start, row = _given(name, given_as, lot), []
                first, last = sorted(float(np.ravel(_given(name, given_as, lot)[key])[0]) for _ in range(2))
                for share in range(PLACES):
                    value = first / WIDER + (last * WIDER - first / WIDER) * share / (PLACES - 1)
                    row += _called(
                        clause, {**start, key: np.array([value]) if "ndarray" in type(start[key]).__name__ else value}
                    )
                out.append(_marked(row))
        yield name, out


LENGTHS = {
    "weld": {"leg": (2, 9)}, "groove weld": {},
    "knee gusset": {"leg": (3, 8), "plate": (4, 14), "along": (40, 250), "over": (40, 250), "gusset_leg": (3, 8)},
    "bolts": {"bolt": (10, 20), "pitch": (50, 90), "gauge": (50, 90), "edge": (24, 55), "side": (24, 60),
        "plate": (4, 16)},
    "pin": {"pin": (10, 30), "lug": (6, 20), "cheek": (5, 16), "width": (30, 90), "edge": (12, 50), "gap": (0, 3)},
    "end plate": {"bolt": (10, 24), "pitch": (60, 180), "gauge": (90, 150), "width": (150, 240), "plate": (8, 25)},
    "base plate": {"length": (140, 300), "width": (140, 300), "plate": (8, 25), "anchor": (10, 24), "edge": (25, 50)},
    "gusset": {"plate": (5, 15), "lap": (60, 200), "free": (10, 300), "leg": (3, 8)},
    "fish plates": {"plate": (4, 12), "width": (40, 100), "lap": (60, 200), "taper": (0, 30), "leg": (3, 7)},
    "screws": {"screw": (4, 7), "head": (9, 14), "plate": (0.8, 2.5)},
    "friction": {"bolt": (8, 16)}, "rated part": {},
    "weld group": {"leg": (3, 7), "length": (30, 200), "width": (20, 120), "plate": (6, 16), "reach": (0, 200)},
}  # fmt: skip
BARS = {
    "knee gusset": ("SHS 100×100×5 hot", "RHS 120×80×6.3 hot", "SHS 90×90×5 hot"),
    "bolts": ("FL 60×10", "FL 120×10", "L 60×60×6"), "pin": ("FL 60×12", "FL 80×10"),
    "gusset": ("L 60×60×6", "FL 60×10", "SHS 100×100×5 hot", "CHS 114.3×5"), "screws": ("SHS 50×50×3 hot",),
    "friction": ("RD 40", "RD 30"),
}  # fmt: skip
ANY = ("SHS 100×100×5 hot", "RHS 120×80×6.3 hot", "CHS 114.3×5", "IPE 200", "UPE 120", "FL 80×10", "L 60×60×6")
WALLS = ("SHS 100×100×5 hot", "SHS 150×150×10 hot", "CHS 114.3×5", "CHS 168.3×8", "IPE 200", "UPE 200")
BY_KIND: dict[str, dict[str, tuple[Any, ...]]] = {
    "bolts": {"rows": (1, 2, 3, 5), "columns": (1, 2), "grade": ("4.6", "8.8", "10.9", "A4-70", "SAE 5"),
        "planes": (1, 2), "threads_in": (True, False), "one_leg": (False, True)},
    "pin": {"grade": ("4.6", "8.8"), "turns": (False, True), "turns_about": ("width", "depth")},
    "end plate": {"rows": (2, 3), "grade": ("8.8", "10.9")}, "base plate": {"concrete_MPa": (16.0, 25.0, 40.0)},
    "weld group": {"sides": tuple(SIDES), "lies": ("flat along the bar", "square to the bar")},
    "gusset": {"welds": (2, 4)}, "screws": {"screws": (2, 4, 8)},
    "friction": {"by": ("clamp", "U-bolt", "set screws"), "bolts": (2, 4), "torque_Nm": (10.0, 60.0)},
    "rated part": {"what": ("shackle",), "with_impact": (False, True), "modified": (False, False, True),
        "rated_for": (["pull"], ["pull", "push"], ["pull", "across"])},
}  # fmt: skip


ACT = {
    "bolts": ("pull", "in_depth", "about_width"), "friction": ("pull", "twist"), "rated part": ("pull",),
    "screws": ("pull", "in_depth"),
}  # fmt: skip


def joint_bodies(kind: str, lot: random.Random, *, dust: bool) -> dict[str, Any]:
    """A joint by itself with sizes, bar, wall and forces drawn by lot; `dust`: a pull, and little or nothing of another
    force beside it.
    """
    joint: dict[str, Any] = {"kind": kind, **{k: mm(round(lot.uniform(*r), 1)) for k, r in LENGTHS[kind].items()}}
    joint |= {k: lot.choice(choice) for k, choice in BY_KIND.get(kind, {}).items()}
    if kind == "rated part":
        joint["rating"] = mm(20e3, "N")
    if kind == "groove weld" and lot.random() < 0.5:
        joint["throat"] = mm(round(lot.uniform(2, 6), 1))
    if kind == "end plate" and lot.random() < 0.5:
        joint |= {"thread": mm(round(lot.uniform(8, 30), 1)), "thread_metal": lot.choice(("S235", "6061-T6"))}
    if kind == "pin" and lot.random() < 0.5:
        joint |= {k: mm(v) for k, v in (("foot_height", 60), ("foot_leg", 6), ("foot_weld", 80))}
    greatest = {"pull": 3e4, "in_depth": 8e3, "across": 5e3, "twist": 2e5, "about_depth": 5e5, "about_width": 1e6}
    some = [k for k in ACT.get(kind, tuple(greatest)) if k == "pull" or lot.random() < 0.35]
    forces = {k: mm(round(lot.uniform(-greatest[k], greatest[k]), 1), UNITS[k]) for k in some}
    if dust:
        forces["pull"] = mm(1e4, "N")
        one = lot.choice(tuple(greatest)[1:])
        forces[one] = mm(round(greatest[one] * 10 ** lot.uniform(-4, -0.3), 3), UNITS[one])
    body = {
        "mark": "J1", "section_id": lot.choice(BARS.get(kind, ANY)), "material_id": lot.choice(("S235", "S355")),
        "joint": joint, "forces": [{"name": "F", "case": "design", **forces}],
    }  # fmt: skip
    if kind in ("weld", "groove weld", "gusset", "pin", "knee gusset") and lot.random() < 0.7:
        wall = {
            "section_id": lot.choice(WALLS),
            "material_id": "S355",
            "angle_deg": lot.choice((90.0, 90.0, 60.0, 45.0)),
        }
        wall["place"] = lot.choice(("runs through", "ends close by"))
        body["onto"] = [{**wall, "opposite": lot.random() < 0.3, "stress_MPa": lot.choice((0.0, -150.0, 120.0))}]
    return body


def joints() -> Iterator[tuple[str, list[Any]]]:
    """Joints of every kind, by methods in turn: what comes and what it takes, or why it is not checked."""
    for kind in LENGTHS:
        lot = random.Random(zlib.crc32(kind.encode()))
        for k in range(3 * TIMES):
            body, method = joint_bodies(kind, lot, dust=k >= TIMES), list(METHODS)[k % len(METHODS)]
            yield f"{kind} {k}, {method}", _checked(body, method)


def _checked(body: dict[str, Any], method: str) -> list[Any]:
    brief = resolve(JobSpec.model_validate({"name": "a test", "method": METHODS[method]}), {})
    try:
        checks = check_free_joint(brief, resolve(FreeJointSpec.model_validate(body), {})).checks
        return flat([c.not_checked or flat([c.demand, c.capacity]) for c in checks])
    except InputError as error:
        return [error.sentence]


def changes() -> Iterator[tuple[str, list[Any]]]:
    """Joints of every kind along each of their sizes in turn, past both ends of its range."""
    for kind, lengths in LENGTHS.items():
        lot = random.Random(zlib.crc32(f"{kind} changes".encode()))
        for key, (first, last) in lengths.items():
            for k in range(STARTS):
                body, row = joint_bodies(kind, lot, dust=False), []
                for share in range(PLACES // 2):
                    value = first / WIDER + (last * WIDER - first / WIDER) * share / (PLACES // 2 - 1)
                    joint = {**body["joint"], key: mm(round(value, 2))}
                    row += _checked({**body, "joint": joint}, list(METHODS)[k % len(METHODS)])
                yield f"{kind}, {key} {k}", [_marked(row)]


def _kept(checks: list[Check]) -> list[Any]:
    return [x for c in checks for x in [c.id, *flat(c.not_checked or [c.demand, c.capacity]), c.combination]]


def posts() -> Iterator[tuple[str, list[Any]]]:
    """Posts of every section, pushed or pulled, bent both ways and twisted, by methods in turn."""
    lot, across = random.Random(11), {"bars": ["post"], "direction": "sideways"}
    for k, id in enumerate(SECTIONS * 2):
        method = list(METHODS)[k % len(METHODS)]
        height, push = lot.uniform(600, 4500), lot.uniform(-6e4, 4e4)
        loads = [
            (load("P", push), {"spot": "at head", "direction": "down"}),
            (
                load("H", lot.uniform(0, 900), case="wind", both_ways=True),
                {"spot": "at head", "way": [1, 0, lot.random()]},
            ),
            (load("Q", lot.uniform(0, 600)), {**across, "aside": mm(lot.uniform(-80, 80)), "at": mm(height * 0.6)}),
        ]
        head = lot.choice(([], ["x", "z"], ["x"], ["z"]))
        held: dict[str, Any] = {"foot": "fixed", **({"head": head} if head else {})}
        try:
            verdict = structure(
                {"foot": (0, 0), "head": (0, height)}, {"post": ("foot", "head")}, held, loads, section=id,
                metal=sold_in(section(id))[0], job={"method": METHODS[method]},
            )  # fmt: skip
            found = _kept([*(c for b in verdict.bars for c in b.checks), *verdict.stability, *verdict.movements])
        except InputError as error:
            found = [error.sentence]
        yield f"{k} {id.partition(' = ')[0]}, {method}", found


def stands() -> Iterator[tuple[str, list[Any]]]:
    """Stands on loose feet of many shapes under loads of all kinds: overturning and sliding."""
    lot = random.Random(5)
    for k in range(60):
        count = lot.choice((3, 4, 4, 5, 6))
        turn = [(i + lot.uniform(0.0, 0.6)) * 2 * math.pi / count for i in range(count)]
        feet = {f"f{i}": (900 * math.cos(a), 0.0, 700 * math.sin(a)) for i, a in enumerate(turn)}
        bars = {f"leg {i}": (f"f{i}", "head") for i in range(count)}
        bars |= {f"sill {i}": (f"f{i}", f"f{(i + 1) % count}") for i in range(count)}
        loads = [(load("dead", lot.uniform(0, 900), case="dead"), {"spot": "at head"})]
        for i in range(16 if k == 0 else lot.randint(1, 4)):
            case = lot.choice(("live", "wind"))
            way = [lot.uniform(-1, 1), lot.uniform(-0.6, 0.3), lot.uniform(-1, 1)]
            more = {"both_ways": lot.random() < 0.4, "one_of": "x" if lot.random() < 0.2 else ""}
            loads.append((load(f"L{i}", lot.uniform(20, 220), case=case, **more), {"spot": "at head", "way": way}))
        held: dict[str, Any] = dict.fromkeys(feet, "pinned")
        if k % 5 == 4:
            # two feet in a line, and a stay that holds the head one way
            feet, count = {"f0": (-900.0, 0.0, lot.uniform(-900, 900)), "f1": (900.0, 0.0, lot.uniform(-900, 900))}, 2
            bars = {"leg 0": ("f0", "head"), "leg 1": ("f1", "head"), "sill": ("f0", "f1")}
            held = {"f0": "pinned", "f1": "pinned", "head": [lot.choice("xz")]}
        request = asked(
            {**feet, "head": (0.0, lot.uniform(700, 1800), 0.0)}, bars, held, loads,
            anchored=False, job={"method": METHODS["asd"]}, ground_friction=0.35,
        )  # fmt: skip
        found = _kept(stability_checks(Analysis(request, layout_in(request))))
        yield f"{k}", found


def sampled() -> dict[str, list[Any]]:
    """All of them, by name."""
    return {f"{what} {k}": v for what, found in ALL.items() for k, v in found()}


ALL = {
    "clause": clauses, "step": steps, "joint": joints, "change": changes, "post": posts, "stand": stands,
}  # fmt: skip

if __name__ == "__main__":
    lines = ",\n".join(
        f" {json.dumps(k)}: {json.dumps(v, ensure_ascii=False, separators=(',', ':'))}" for k, v in sampled().items()
    )
    PAGE.write_text("{\n" + lines + "\n}\n")
