"""Whole joints and plates: a case becomes the record a person would enter, and what comes back is what that person
sees.

Nothing is worked out here; sizes are typed as they stand in the case.
"""

from __future__ import annotations

from typing import Any

from pydantic import ValidationError

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.errors import InputError
from yorvek.core.jobs import JobSpec, LoadSpec
from yorvek.core.jobs.free_joints import FreeJointSpec, work_out_joint
from yorvek.core.jobs.plates import PlateSpec, plate_result
from yorvek.core.quantities.entry import resolve

Record = dict[str, Any]
FORCES = {
    "pull": ("N_N", "N"), "in_depth": ("Vy_N", "N"), "across": ("Vz_N", "N"), "twist": ("T_Nmm", "Nmm"),
    "about_depth": ("My_Nmm", "Nmm"), "about_width": ("Mz_Nmm", "Nmm"),
}  # fmt: skip


def mm(value: float | None) -> Record | None:
    return None if value is None else {"text": f"{value!r} mm"}


def newton(value: float) -> Record:
    return {"text": f"{value!r} N"}


def job(i: Inputs) -> JobSpec:
    method = i["method"]
    keys = ("kind", "n", "m", "design_factor")
    return JobSpec.model_validate({"name": "case", "method": {k: method[k] for k in keys if k in method}})


def forces(i: Inputs) -> list[Record]:
    behind = i.get("loads_behind_it")
    given = i["forces_at_joint"]
    row: Record = {"name": "forces", "case": "design"}
    for name, (key, unit) in FORCES.items():
        if given.get(key):
            row[name] = {"text": f"{given[key]!r} {unit}"}
    if behind is None:
        return [row]
    # one live load alone, as the case says: its own size and its dynamic factor, the method's factor comes by itself
    moved = next(k for k in FORCES if k in row)
    sign = "-" if given[FORCES[moved][0]] < 0 else ""
    return [
        {
            "name": "load",
            "case": "live",
            moved: {"text": f"{sign}{behind['static_N']!r} N"},
            "dynamic_factor": behind["dynamic_factor"],
        }
    ]


def bar(part: Record, **more: Any) -> Record:
    return {"section_id": part.get("section_id") or "", "material_id": part["material"]["id"], **more}


def onto(part: Record, i: Inputs, **more: Any) -> Record:
    return {
        "section_id": part.get("section_id") or "", "material_id": part["material"]["id"],
        "thickness": mm(part.get("thickness_mm")) if not part.get("section_id") else None,
        "angle_deg": i.get("angle_deg", 90.0), "stress_MPa": i.get("chord_stress_at_joint_MPa", 0.0), **more,
    }  # fmt: skip


def fillet(i: Inputs) -> Record:
    return {"joint": {"kind": "weld", "leg": mm(i["weld"]["leg_mm"])}, "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def fillet_all_round(i: Inputs) -> Record:
    first, other = i["parts"]
    return bar(first) | fillet(i) | {"onto": [onto(other, i)]}


def groove_weld(i: Inputs) -> Record:
    first, other = i["parts"]
    throat = i["weld"].get("throat_mm") if i["weld"]["penetration"] == "partial" else None
    return bar(first) | {
        "joint": {"kind": "groove weld", "throat": mm(throat)},
        "filler_MPa": i["weld"]["filler_fexx_MPa"],
        "onto": [onto(other, i)],
    }


def tubes(i: Inputs) -> Record:
    chord = next(p for p in i["parts"] if p["role"] == "chord")
    branches = [p for p in i["parts"] if p["role"] == "branch"]
    return bar(branches[0]) | fillet(i) | {"onto": [onto(chord, i, opposite=len(branches) > 1)]}


def corner(i: Inputs) -> Record:
    first, other = i["parts"]
    return bar(first) | fillet(i) | {"onto": [onto(other, i, place="corner")]}


def plate_on_wall(i: Inputs) -> Record:
    chord, plate = i["parts"]
    across = plate.get("width_across_chord_mm") is not None
    return bar(plate) | fillet(i) | {"onto": [onto(chord, i, turned=across)]}


def hinged_branch(i: Inputs) -> Record:
    chord, branch = i["parts"]
    return bar(branch) | {"hinged": True, "onto": [onto(chord, i)]}


def gusset_on_wall(i: Inputs) -> Record:
    chord, plate = i["parts"]
    g = i["gusset"]
    joint = {
        "kind": "gusset", "plate": mm(plate["thickness_mm"]), "lap": mm(g["lap_mm"]), "free": mm(g["free_mm"]),
        "welds": g["welds"], "leg": mm(g["leg_mm"]), "foot": mm(plate["length_along_chord_mm"]),
    }  # fmt: skip
    return bar(plate) | {"joint": joint, "onto": [onto(chord, i)], "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def slotted_gusset(i: Inputs) -> Record:
    first, plate = i["parts"]
    joint = {
        "kind": "gusset", "plate": mm(plate["thickness_mm"]), "lap": mm(i["weld"]["lap_mm"]),
        "free": mm(plate["free_length_behind_bar_mm"]), "welds": i["weld"]["lines"], "leg": mm(i["weld"]["leg_mm"]),
        "width": mm(plate["free_width_mm"]), "slot": mm(i["slot_mm"]),
    }  # fmt: skip
    return bar(first) | {"joint": joint, "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def on_open_section(i: Inputs) -> Record:
    beam, lands = i["parts"]
    end = "ends close by" if "end" in i.get("place", "") and "far" not in i["place"] else "runs through"
    given = lands.get("bearing_length_mm")
    # what presses is not given: a plain bar of the beam's metal stands for it, with no length
    pressing = lands if lands.get("section_id") else {**lands, "section_id": "SQ 50"}
    bears = mm(given) if given is not None else mm(0.0)
    return bar(pressing) | fillet(i) | {"onto": [onto(beam, i, place=end, bears=bears)]}


def i_flanges(i: Inputs) -> Record:
    chord, branch = i["parts"]
    return bar(branch) | fillet(i) | {"onto": [onto(chord, i)]}


def pin(i: Inputs) -> Record:
    lug, cheeks = i["parts"]
    p, foot = i["pin"], i.get("lug_foot") or {}
    joint = {
        "kind": "pin", "pin": mm(p["diameter_mm"]), "hole": mm(p["hole_mm"]), "grade": p["property_class"],
        "gap": mm(p["gap_lug_to_cheek_each_side_mm"]), "threads_in": p.get("threads_in_shear_plane", True),
        "lug": mm(lug["thickness_mm"]), "width": mm(lug["width_at_hole_mm"]), "edge": mm(lug["hole_edge_to_end_mm"]),
        "cheek": mm(cheeks["thickness_mm"]), "cheek_width": mm(cheeks["width_at_hole_mm"]),
        "cheek_edge": mm(cheeks["hole_edge_to_end_mm"]), "lug_metal": lug["material"]["id"],
        "cheek_metal": cheeks["material"]["id"], "turns": bool(i.get("pin_turns_under_full_load")),
        "foot_height": mm(i.get("lug_height_hole_to_foot_mm") or foot.get("height_hole_to_foot_mm")),
        "foot_leg": mm(foot.get("leg_mm")), "foot_weld": mm(foot.get("length_each_side_mm")),
    }  # fmt: skip
    return bar(lug) | {"joint": joint}


def lug_on_wall(i: Inputs) -> Record:
    chord, lug = i["parts"]
    p = i["pin"]
    joint = {
        "kind": "pin", "pin": mm(p["diameter_mm"]), "hole": mm(p["hole_mm"]), "grade": p["property_class"],
        "gap": mm(p["gap_lug_to_cheek_each_side_mm"]), "threads_in": False, "lug": mm(lug["thickness_mm"]),
        "width": mm(lug["length_along_chord_mm"]), "edge": mm(p["lug_end_mm"]), "cheek": mm(p["cheek_thickness_mm"]),
        "cheek_width": mm(p["cheek_width_mm"]), "cheek_edge": mm(p["cheek_end_mm"]),
        "foot_height": mm(i["lug_height_hole_to_wall_mm"]), "foot_leg": mm(i["weld"]["leg_mm"]),
    }  # fmt: skip
    return bar(lug) | {"joint": joint, "onto": [onto(chord, i)], "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def pin_through_tube(i: Inputs) -> Record:
    tube, p = i["parts"][0], i["pin"]
    joint = {
        "kind": "pin", "pin": mm(p["diameter_mm"]), "hole": mm(p["hole_mm"]), "grade": p["property_class"],
        "gap": mm(p["gap_lug_to_cheek_each_side_mm"]), "threads_in": False, "lug": mm(p["lug_thickness_mm"]),
        "width": mm(p["lug_width_mm"]), "edge": mm(p["lug_end_mm"]), "cheek": mm(tube["wall_mm"]),
        "cheek_width": mm(tube["width_mm"]), "cheek_edge": mm(p["edge_distance_mm"]),
    }  # fmt: skip
    return bar(tube) | {"joint": joint}


def hinge(i: Inputs) -> Record:
    return bar(i["parts"][0]) | {"hinged": True}


def bolts(i: Inputs) -> Record:
    part, b = i["parts"][0], i["bolts"]
    tightened = str(b.get("tightened", ""))
    slips = b.get("joint") == "must not slip"
    kilo = tightened.removeprefix("pretensioned ")
    joint = {
        "kind": "bolts", "bolt": mm(b["size_mm"]), "rows": b["rows_along"], "columns": b["columns_across"],
        "pitch": mm(b.get("pitch_mm", 0)), "gauge": mm(b.get("gauge_mm", 0)), "edge": mm(b["end_distance_mm"]),
        "side": mm(b.get("side_distance_mm") or part.get("width_mm")),
        "plate": mm(part.get("thickness_mm") or part.get("wall_mm")),
        "planes": b["shear_planes"], "grade": b["property_class"], "threads_in": b.get("threads_in_shear_plane", True),
        "hole_kind": b["hole_kind"] if b["hole_kind"] in ("standard", "oversize", "short slot",
            "long slot") else "long slot",
        "hole": mm(b["hole_mm"]), "must_not_slip": slips, "slip_factor": b.get("slip_factor", 0.3),
        "pretension": {"text": kilo} if slips and kilo != tightened else None,
    }  # fmt: skip
    return bar(part) | {"joint": joint}


def angle_one_leg(i: Inputs) -> Record:
    record = bolts(i)
    leg = i["parts"][0]
    record["joint"] |= {"one_leg": True, "plate": mm(leg["thickness_mm"])}
    return record


def bolt_through_tube(i: Inputs) -> Record:
    record = bolts(i)
    record["joint"] |= {"through": True}
    return record


def end_plate(i: Inputs) -> Record:
    first, plate = i["parts"][-2:]
    b = i["bolts"]
    joint = {
        "kind": "end plate", "bolt": mm(b["size_mm"]), "rows": b["rows"], "pitch": mm(b["pitch_mm"]),
        "gauge": mm(b["gauge_mm"]),
        "width": mm(plate["width_mm"]), "plate": mm(plate["thickness_mm"]), "height": mm(plate.get("height_mm")),
        "grade": b["property_class"], "threads_in": b.get("threads_in_shear_plane", True),
        "leg": mm(i["weld"]["leg_mm"]),
    }  # fmt: skip
    return bar(first) | {"joint": joint, "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def end_plate_on_wall(i: Inputs) -> Record:
    chord = next(p for p in i["parts"] if p.get("role") == "chord")
    rest = [p for p in i["parts"] if p is not chord]
    first, plate = rest if len(rest) > 1 else (rest[0], rest[0])
    b = i["bolts"]
    joint = {
        "kind": "end plate", "bolt": mm(b["size_mm"]), "rows": b["rows"], "pitch": mm(b["pitch_mm"]),
        "gauge": mm(b["gauge_mm"]),
        "width": mm(b["gauge_mm"] + 60), "plate": mm(plate.get("thickness_mm") or 10), "grade": b["property_class"],
        "leg": mm(i["weld"]["leg_mm"]),
    }  # fmt: skip
    return bar(first) | {"joint": joint, "onto": [onto(chord, i)], "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def base_plate(i: Inputs) -> Record:
    post, plate = i["parts"]
    a = i["anchors"]
    joint = {
        "kind": "base plate", "length": mm(plate["length_mm"]), "width": mm(plate["width_mm"]),
        "plate": mm(plate["thickness_mm"]),
        "anchor": mm(a["size_mm"]), "edge": mm(a["edge_distance_mm"]), "grade": a["property_class"],
        "leg": mm(i["weld"]["leg_mm"]), "concrete_MPa": i["stands_on"].get("concrete_fc_MPa"),
    }  # fmt: skip
    return bar(post) | {"joint": joint, "filler_MPa": i["weld"]["filler_fexx_MPa"]}


def bought_part(i: Inputs) -> Record:
    first, part = i["parts"]
    pull = "pull along the bar" in str(part.get("rated_for", ""))
    joint = {
        "kind": "rated part", "what": "bought part", "rating": newton(part["rating_N"]), "modified": part["modified"],
        "rated_for": ["pull"] if pull else ["pull", "push", "across"],
    }  # fmt: skip
    return bar(first) | {"joint": joint}


def clamp(i: Inputs) -> Record:
    c = i["clamp"]
    joint = {
        "kind": "friction", "by": c["by"], "bolt": mm(c["size_mm"]), "bolts": c["bolts"], "torque_Nm": c["torque_Nm"],
        "friction": c["friction"],
    }  # fmt: skip
    return bar(i["parts"][0]) | {"joint": joint}


RECORDS = {
    "fillet_all_round": fillet_all_round, "groove_weld": groove_weld, "t_joint_tubes": tubes, "x_joint_tubes": tubes,
    "tube_corner": corner, "plate_on_wall": plate_on_wall, "hinged_branch_on_wall": hinged_branch,
    "gusset_on_wall": gusset_on_wall, "slotted_gusset": slotted_gusset, "i_section_over_support": on_open_section,
    "i_section_under_load": on_open_section, "post_on_i_section": on_open_section, "i_flanges_on_wall": i_flanges,
    "pin_lug_cheeks": pin, "lug_on_wall": lug_on_wall, "pin_through_tube": pin_through_tube, "hinge_unspecified": hinge,
    "bolted_plate": bolts, "angle_one_leg": angle_one_leg, "bolt_through_tube": bolt_through_tube,
    "end_plate": end_plate,
    "end_plate_on_wall": end_plate_on_wall, "base_plate": base_plate, "bought_part": bought_part, "clamp": clamp,
}  # fmt: skip


def refused(words: str) -> Outputs:
    """What was not taken, in the words that a person reads."""
    return {"refused": True, "reserve": None, "words": words, "outside": []}


def verdict_joint(i: Inputs) -> Outputs | None:
    if i["joint_type"] not in RECORDS:
        return None
    record = RECORDS[i["joint_type"]](i) | {"mark": "J1", "forces": forces(i)}
    try:
        spec = resolve(FreeJointSpec.model_validate(record), {})
        result = work_out_joint(resolve(job(i), {}), spec)
    except InputError as error:
        return refused(error.sentence)
    except ValidationError as error:
        return refused(str(error))
    if result.verdict is None:
        return refused(result.trouble or "")
    v = result.verdict
    missing = " ".join(c.not_checked for c in v.checks if c.not_checked)
    return {
        "reserve": v.strength.value, "words": missing or v.strength.governs, "outside": v.outside,
        "governs": v.strength.governs,
    }  # fmt: skip


def plate_loads(i: Inputs) -> tuple[dict[int, LoadSpec], list[int], list[Record]]:
    """The brief's loads, the numbers of those per area (and along the plate), and the patches of the forces."""
    loads, even, patches = {}, [], []
    for k, entry in enumerate(i.get("loads", [])):
        common = {
            "name": entry["name"],
            "case": entry.get("case", "live"),
            "dynamic_factor": entry.get("dynamic_factor", 1.0),
        }
        if "force_N" in entry:
            made = common | {"form": "force", "force": newton(entry["force_N"])}
            patches.append(
                {
                    "load_id": k, "along": mm(entry["at_a_mm"]), "up": mm(entry["at_b_mm"]),
                    "size_along": mm(entry["patch_along_a_mm"]), "size_up": mm(entry["patch_along_b_mm"]),
                }
            )  # fmt: skip
        elif "area_MPa" in entry:
            made = common | {"form": "area", "area": {"text": f"{entry['area_MPa']!r} MPa"}}
            even.append(k)
        elif "in_plane_along_a_N_per_mm" in entry:
            made = common | {"form": "line", "line": {"text": f"{entry['in_plane_along_a_N_per_mm']!r} N/mm"}}
            even.append(k)
        else:
            continue
        loads[k] = resolve(LoadSpec.model_validate(made), {})
    return loads, even, patches


def plate_record(i: Inputs, even: list[int], patches: list[Record]) -> Record:
    p = i["plate"]
    common = {"mark": "P1", "thickness": mm(p["thickness_mm"]), "material_id": p["material"]["id"], "lies": "upright"}
    if p["form"].startswith("web"):
        own = i["loads"][0] if i.get("loads") else {}
        return common | {
            "form": "web", "a": mm(p["length_mm"]), "b": mm(p["depth_mm"]), "hole": mm(p["hole_mm"]),
            "pitch": mm(p["pitch_mm"]),
            "rim": mm(p["rim_mm"]), "moment": {"text": f"{own.get('moment_Nmm', 0.0)!r} Nmm"},
            "shear": newton(own.get("shear_N", 0.0)),
        }  # fmt: skip
    edges = [p["edges"][k] for k in ("left", "right", "bottom", "top")]
    return common | {
        "form": p["form"], "a": mm(p["side_a_mm"]), "b": mm(p["side_b_mm"]), "edges": edges, "loads": even,
        "patches": patches,
        "water": mm(i.get("water_over_lower_edge_mm")), "welded": p["welded_at_the_worst_place"],
    }  # fmt: skip


def verdict_plate(i: Inputs) -> Outputs:
    try:
        loads, even, patches = plate_loads(i)
        spec = resolve(PlateSpec.model_validate(plate_record(i, even, patches)), {})
        result = plate_result(resolve(job(i), {}), loads, spec)
    except InputError as error:
        return refused(error.sentence)
    except ValidationError as error:
        return refused(str(error))
    if result.verdict is None:
        return refused(result.trouble or "")
    v = result.verdict
    missing = " ".join(c.not_checked for c in v.checks if c.not_checked)
    assumed = [a for c in v.checks for a in c.assumptions]
    return {"reserve": v.strength.value, "words": missing or v.strength.governs, "outside": [*v.outside, *assumed]}


ADAPTERS: Adapters = {"verdict_joint": verdict_joint, "verdict_plate": verdict_plate}
