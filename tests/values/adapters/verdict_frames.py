"""Whole structures: a case becomes the records a person would enter, and what comes back is what that person sees.

Cases have z up, the product y up; nothing else is worked out here.
"""

from __future__ import annotations

from typing import Any

from tests.values.adapters.kinds import Adapters, Inputs, Outputs
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameVerdict
from yorvek.core.jobs import JobSpec, LoadSpec
from yorvek.core.jobs.structures import StructureSpec, frame_request, work_out
from yorvek.core.quantities.entry import resolve

FREEDOM = {"x": "x", "y": "z", "z": "y", "rx": "rx", "ry": "rz", "rz": "ry"}
Vector = list[float]
OWN = ("together", "shear")
"""Checks of the bars themselves; joints, wheels and repeated loading are not in the cases."""


def turned(v: Vector) -> Vector:
    """x, y, z with z up as x, y, z with y up."""
    return [v[0], v[2], -v[1]]


def mm(value: float) -> dict[str, Any]:
    return {"text": f"{value!r} mm", "unit": "mm"}


def nodes(i: Inputs) -> list[dict[str, Any]]:
    inches = i.get("nodes_in", {}) if i.get("entered_in") == "in" else {}
    out = []
    for name, place in i["nodes_mm"].items():
        unit = "in" if name in inches else "mm"
        x, y, z = turned(inches.get(name, place))
        out.append(
            {"name": name, **{k: {"text": f"{v!r} {unit}", "unit": unit} for k, v in (("x", x), ("y", y), ("z", z))}}
        )
    return out


def size(v: Vector) -> float:
    return float(sum(c * c for c in v) ** 0.5)


def load(entry: dict[str, Any], i: Inputs) -> LoadSpec:
    line = "line_N_per_mm" in entry
    value = size(entry["line_N_per_mm"] if line else entry["force_N"])
    group = next((f"group {k}" for k, g in enumerate(i.get("act_together", [])) if entry["name"] in g), "")
    one_of = next((f"one of {k}" for k, g in enumerate(i.get("alternatives", [])) if entry["name"] in g), "")
    return LoadSpec.model_validate(
        {
            "name": entry["name"], "case": entry["case"], "form": "line" if line else "force",
            "line" if line else "force": {"text": f"{value!r} " + ("N/mm" if line else "N")},
            "dynamic_factor": entry.get("dynamic_factor", 1.0), "cycles": entry.get("cycles", 0.0),
            "group": group, "one_of": one_of,
        }
    )  # fmt: skip


def put(number: int, entry: dict[str, Any]) -> dict[str, Any]:
    vector = entry["line_N_per_mm"] if "line_N_per_mm" in entry else entry["force_N"]
    out: dict[str, Any] = {"load_id": number, "way": turned(vector)}
    if "node" in entry:
        return out | {"spot": f"at {entry['node']}"}
    if "run" in entry:
        return out | {"bars": entry["run"], "moves": True}
    if "bars" in entry:
        return out | {"bars": entry["bars"]}
    return out | {"bars": [entry["bar"]], "at": mm(entry["at_mm"])}


def structure(i: Inputs) -> tuple[JobSpec, dict[int, LoadSpec], StructureSpec]:
    """The brief, its loads and the structure, as they would be typed."""
    roles = {
        f"{b['section']} in {b['material']}": {
            "section_id": b["section"], "material_id": b["material"],
            "joined_by": i.get("connected_through", {}).get(b["name"], ""),
        }
        for b in i["bars"]
    }  # fmt: skip
    method, limits = i["method"], i["limits"]
    job = JobSpec.model_validate(
        {
            "name": "case",
            "method": {
                "kind": method["kind"],
                **{k: method[k] for k in ("n", "m") if k in method},
                **({"design_factor": method["Nd"]} if "Nd" in method else {}),
            },
            "move_at_most": mm(limits["absolute_mm"]) if "absolute_mm" in limits else None,
            "swings_at_least_hz": limits.get("least_hz"),
        }
    )
    spec = {
        "mark": "S1",
        "starter": {
            "kind": "own",
            "own": {
                "nodes": nodes(i),
                "bars": [
                    {
                        "name": b["name"], "i": b["from"], "j": b["to"], "role": f"{b['section']} in {b['material']}",
                        "hinged_i": b["hinged_from"], "hinged_j": b["hinged_to"], "only": b["only"],
                        "depth": turned(b["depth_along"]),
                    }
                    for b in i["bars"]
                ],
                "held": {s["node"]: [FREEDOM[f] for f in s["fix"]] for s in i["supports"]},
            },
        },
        "roles": roles,
        "loads": [put(k, entry) for k, entry in enumerate(i["loads"])],
        "members": [
            {
                "name": m["name"], "bars": m["bars"],
                "held_sideways": [mm(p) for p in m["held_sideways_at_mm"]],
            }
            for m in i["members"]
        ],
        "stretches": [
            {"name": r["name"], "kind": r["kind"], "bars": r["bars"], "over": r["over"]}
            for r in limits.get("regions", [])
        ],
        "joints": [pin(p, i) for p in i.get("pin_joints", [])],
        "second_order": i["second_order"],
        "anchored": i["held_down"],
        **({"ground_friction": i["friction"]} if "friction" in i else {}),
    }  # fmt: skip
    loads = {k: resolve(load(entry, i), {}) for k, entry in enumerate(i["loads"])}
    return resolve(job, {}), loads, resolve(StructureSpec.model_validate(spec), {})


def pin(p: dict[str, Any], i: Inputs) -> dict[str, Any]:
    """A pin joint with plates that are there; which way it lies is given along the bar's own axes."""
    bar = next(b for b in i["bars"] if b["name"] == p["bar"])
    ends = [i["nodes_mm"][bar[k]] for k in ("from", "to")]
    along = [b - a for a, b in zip(*ends, strict=True)]

    def lies(v: Vector) -> bool:
        return abs(sum(a * b for a, b in zip(p["pin_axis"], v, strict=True))) > 0.9 * size(p["pin_axis"]) * size(v)

    way = "length" if lies(along) else "depth" if lies(bar["depth_along"]) else "width"
    d = p["pin_mm"]
    plates = {"lug": mm(d), "cheek": mm(d / 2), "width": mm(3 * d), "edge": mm(d)}
    return {"bar": p["bar"], "node": p["node"], "joint": {"kind": "pin", "pin": mm(d), "turns_about": way, **plates}}


def reserves(verdict: FrameVerdict, i: Inputs) -> dict[str, Any]:
    """The figures as they stand on the screen."""
    own = [c for b in verdict.bars for c in b.checks if c.kind == "strength" and c.id.split(": ")[1] in OWN]
    whole = [c for c in verdict.stability if c.id == "buckling"]
    missing = next((c.not_checked for c in own if c.reserve is None), None)
    strength = None if missing else min((c.reserve or 0.0) for c in [*own, *whole])
    found: dict[str, Any] = {
        "movement_max_mm": verdict.movements[-1].demand,
        "strength_reserve": strength,
        "not_checked": missing,
        "stiffness_reserve": verdict.stiffness.value,
        "critical_load_factor": verdict.buckling.factor if verdict.buckling else None,
        "first_frequency_Hz": {"empty": verdict.swings_empty_hz, "loaded": verdict.swings_loaded_hz},
        "reactions": reactions(verdict),
    }
    for check in verdict.stability:
        if check.id in ("overturning", "sliding"):
            found[f"{check.id}_reserve"] = check.reserve
    ranges = [c.demand for b in verdict.bars for c in b.checks if c.id.endswith(": repeated")]
    found["stress_range_MPa"] = max((r for r in ranges if r is not None), default=None)
    seen = [strength, found.get("overturning_reserve"), found.get("sliding_reserve")]
    seen += [verdict.stiffness.value] if i["limits"] else []
    factor = found["critical_load_factor"]
    if factor is not None and factor < 1:
        found["verdict"] = "buckles" if any("buckles" in c.title or "buckling" in c.title for c in whole) else "passed"
    elif missing:
        found["verdict"] = "not checked"
    else:
        found["verdict"] = "gives" if min(v for v in seen if v is not None) < 1 else "holds"
    return found


def reactions(verdict: FrameVerdict) -> dict[str, dict[str, list[float]]]:
    out: dict[str, dict[str, list[float]]] = {}
    for h in verdict.handed:
        if h.component == "FX":
            out.setdefault(h.node, {})["x_N"] = [h.least, h.most]
        if h.component == "FY":
            out.setdefault(h.node, {})["z_N"] = [h.least, h.most]
        if h.component == "FZ":
            out.setdefault(h.node, {})["y_N"] = [-h.most, -h.least]
    return out


def verdict_frame(i: Inputs) -> Outputs:
    try:
        job, loads, spec = structure(i)
        result = work_out(frame_request(job, loads, spec))
    except InputError as error:
        return refused(error.sentence)
    if result.verdict is None:
        return refused(result.trouble or "")
    return reserves(result.verdict, i)


def refused(sentence: str) -> Outputs:
    words = ("mechanism", "nothing holds it", "next to nothing")
    kind = "mechanism" if any(w in sentence for w in words) else "buckles" if "buckl" in sentence else "refused"
    return {"verdict": kind, "sentence": sentence}


ADAPTERS: Adapters = {"verdict_frame": verdict_frame}
