"""Structures as a person types them, for tests: nodes, bars and loads in text, through the job's own records."""

from __future__ import annotations

from typing import Any

from yorvek.core.frames import FrameRequest, FrameVerdict, check_frame
from yorvek.core.jobs import JobSpec, LoadSpec
from yorvek.core.jobs.structures import StructureSpec, frame_request
from yorvek.core.quantities.entry import resolve

TUBE = "SHS 100×100×5 hot"


def mm(value: float, unit: str = "mm") -> dict[str, Any]:
    return {"text": f"{value!r} {unit}"}


def load(name: str, value: float, unit: str = "N", **more: Any) -> dict[str, Any]:
    """A load of the brief, live where nothing else is said."""
    form = {"N": "force", "N/mm": "line", "MPa": "area"}[unit]
    return {"name": name, "case": "live", "form": form, form: {"text": f"{value!r} {unit}"}, **more}


def structure(*args: Any, **more: Any) -> FrameVerdict:
    """The verdict of a model of one's own, as `asked` takes it."""
    return check_frame(asked(*args, **more))


def asked(
    nodes: dict[str, tuple[float, ...]],
    bars: dict[str, tuple[str, str]],
    held: dict[str, Any],
    loads: list[tuple[dict[str, Any], dict[str, Any]]],
    *,
    section: str = TUBE,
    metal: str = "S355",
    sections: dict[str, str] | None = None,
    hinged: tuple[str, ...] = (),
    only: dict[str, str] | None = None,
    job: dict[str, Any] | None = None,
    springs: list[dict[str, Any]] | None = None,
    **more: Any,
) -> FrameRequest:
    """What is asked of a model of one's own. `loads`: what it is in the brief, and how it is put on; `hinged`: "bar i"
    and "bar j" for the ends that turn; each bar of `sections` is a role of its own.
    """
    own = sections or {}
    role = {b: b if b in own else "bar" for b in bars}
    spec = {
        "mark": "S1",
        "starter": {
            "kind": "own",
            "own": {
                "nodes": [
                    {"name": n, **dict(zip("xyz", (mm(c) for c in (*p, 0.0)[:3]), strict=True))} for n,
                    p in nodes.items()
                ],
                "bars": [
                    {
                        "name": b, "i": i, "j": j, "role": role[b], "only": (only or {}).get(b, ""),
                        "hinged_i": f"{b} i" in hinged, "hinged_j": f"{b} j" in hinged,
                    }
                    for b, (i, j) in bars.items()
                ],
                "held": held,
                "springs": springs or [],
            },
        },
        "roles": {r: {"section_id": own.get(r, section), "material_id": metal} for r in set(role.values())},
        "loads": [{"load_id": k, **put} for k, (_, put) in enumerate(loads)],
        **more,
    }  # fmt: skip
    brief = resolve(JobSpec.model_validate({"name": "a test", **(job or {})}), {})
    known = {k: resolve(LoadSpec.model_validate(what), {}) for k, (what, _) in enumerate(loads)}
    return frame_request(brief, known, resolve(StructureSpec.model_validate(spec), {}))


def beam(
    length: float, loads: list[tuple[dict[str, Any], dict[str, Any]]], *, pieces: int = 1, **more: Any
) -> FrameVerdict:
    """A beam on two supports that hold it upright, in one bar or in pieces."""
    nodes = {f"n{k}": (length * k / pieces, 0.0) for k in range(pieces + 1)}
    bars = {f"b{k}": (f"n{k}", f"n{k + 1}") for k in range(pieces)}
    held = {"n0": ["x", "y", "z", "rx"], f"n{pieces}": ["y", "z", "rx"]}
    return structure(nodes, bars, held, loads, **more)
