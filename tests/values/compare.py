"""One comparison for all kinds, and the run over a folder of cases. `python -m tests.values.compare` prints the
result.
"""

from __future__ import annotations

import json
import math
import os
import sys
from collections import Counter
from functools import cache
from pathlib import Path
from typing import Any

from tests.values.adapters import ADAPTERS
from tests.values.verdicts import frame_ways, joint_ways, twins_differ

SHIPPED = Path(__file__).parent / "cases"
Case = dict[str, Any]
VERDICTS = {"verdict_frame": frame_ways, "verdict_joint": joint_ways, "verdict_plate": joint_ways}
KNOWN = Path(__file__).parent / "known.json"
"""Cases that differ and are known to, with why; the list may only shrink."""


def cases_in(folder: Path) -> list[Case]:
    """Every case of every file there."""
    out: list[Case] = []
    for file in sorted(folder.glob("*.json")):
        loaded = json.loads(file.read_text())
        out += loaded if isinstance(loaded, list) else loaded["cases"]
    return out


def largest(value: Any) -> float:
    """The largest number in a value, for zeros beside it."""
    if isinstance(value, dict):
        return max((largest(v) for v in value.values()), default=0.0)
    if isinstance(value, list):
        return max((largest(v) for v in value), default=0.0)
    return abs(value) if isinstance(value, int | float) and not isinstance(value, bool) else 0.0


def agrees(key: str, expected: Any, got: Any, tolerance: float, scale: float) -> bool:
    """One value against another: relatively, a zero within 0.5 % of the largest of its kind, words ignoring case."""
    if isinstance(expected, dict):
        return isinstance(got, dict) and all(
            k in got and agrees(k, v, got[k], tolerance, scale) for k, v in expected.items()
        )
    if isinstance(expected, list):
        return (
            isinstance(got, list)
            and len(got) == len(expected)
            and all(agrees(key, e, g, tolerance, scale) for e, g in zip(expected, got, strict=True))
        )
    if isinstance(expected, str):
        return isinstance(got, str) and expected.strip().lower() == got.strip().lower()
    if not isinstance(got, int | float) or not math.isfinite(got):
        return False
    gap = abs(expected - got)
    if key.startswith("error_in"):
        return gap <= 1e-4
    if key.startswith("shear_centre") and gap <= 1.0:
        return True
    return gap <= (0.005 * scale if expected == 0 else tolerance * abs(expected))


def same_kind_scale(expected: dict[str, Any], key: str) -> float:
    """The largest value of the same unit in the case."""
    unit = key.rsplit("_", 1)[-1]
    return max(largest(v) for k, v in expected.items() if k.rsplit("_", 1)[-1] == unit)


def answer(case: Case) -> dict[str, Any] | None:
    """What the product says of a case; None where the kind is not supported."""
    return _answer(case["kind"], json.dumps(case["inputs"])) if case["kind"] in ADAPTERS else None


@cache
def _answer(kind: str, inputs: str) -> dict[str, Any] | None:
    return ADAPTERS[kind](json.loads(inputs))


def differences(case: Case) -> list[str] | None:
    """What differs, in words; None where the kind is not supported."""
    got = answer(case)
    if got is None:
        return None
    if case["kind"] in VERDICTS:
        return verdict_differences(case, got)
    out = []
    for key, expected in case["expected"].items():
        tolerance = case.get("tolerance_rel_by_key", {}).get(key, case["tolerance_rel"])
        if not agrees(key, expected, got.get(key), tolerance, same_kind_scale(case["expected"], key)):
            out.append(f"{case['id']}: {key} expected {expected}, got {got.get(key)}")
    return out


def verdict_differences(case: Case, got: dict[str, Any]) -> list[str]:
    """What differs of a whole verdict; what is on the unsafe side says so."""
    return [
        f"{case['id']}: {key} {way.upper() if way == 'unsafe' else way}: expected {case['expected'].get(key)}, "
        f"got {got.get(key, got.get('reserve'))} {got.get('sentence') or got.get('words') or ''}".rstrip()
        for key, way in VERDICTS[case["kind"]](case, got)
        if way != "agrees"
    ]


def twin_differences(cases: list[Case]) -> dict[str, list[str]]:
    """Structures that must be the same as another one drawn otherwise, and are not."""
    by_id = {c["id"]: c for c in cases}
    out = {}
    for case in cases:
        twin = by_id.get(case.get("must_agree_with", ""))
        if twin is not None:
            found = twins_differ(case, answer(case) or {}, answer(twin) or {})
            if found:
                out[case["id"]] = [f"{case['id']}: {f}" for f in found]
    return out


def run(cases: list[Case]) -> tuple[int, list[str], Counter[str]]:
    """Cases that agree, what differs (one line a case), and unsupported kinds with their number."""
    agree, differ, missing = 0, [], Counter[str]()
    twins = twin_differences(cases)
    for case in cases:
        found = differences(case)
        if found is not None:
            found = found + twins.get(case["id"], [])
        if found is None:
            missing[case["kind"]] += 1
        elif found:
            differ.append("; ".join(found))
        else:
            agree += 1
    return agree, differ, missing


def excused(line: str) -> bool:
    """Whether a case is on the list of those that differ and may, which holds none on the unsafe side."""
    return line.split(":", 1)[0] in json.loads(KNOWN.read_text()) and "UNSAFE" not in line


def main() -> int:
    folder = os.environ.get("CHECK_VALUES_DIR")
    agree, differ, missing = run(cases_in(Path(folder or SHIPPED)))
    for kind, count in sorted(missing.items()):
        print(f"not supported: {kind} ({count})")
    for line in differ:
        print(f"differs{', known' if excused(line) else ''}: {line}")
    print(f"unsafe: {sum('UNSAFE' in line for line in differ)}")
    print(f"values: {agree} agree, {len(differ)} differ, {sum(missing.values())} not supported")
    mended = [] if folder else mended_in(differ)
    for name in mended:
        print(f"known to differ, and agrees: {name}; take it off the list")
    return 1 if mended or any(folder or not excused(line) for line in differ) else 0


def mended_in(differ: list[str]) -> list[str]:
    """What is known to differ and does not any more: the list may only shrink."""
    return [name for name in json.loads(KNOWN.read_text()) if not any(line.startswith(f"{name}:") for line in differ)]


if __name__ == "__main__":
    sys.exit(main())
