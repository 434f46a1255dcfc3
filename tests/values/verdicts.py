"""How a whole verdict agrees with a case: a range that it must lie in, words where no number may be given.

The two directions are not alike: what says more than it may is unsafe, what says less is too safe.
"""

from __future__ import annotations

import re
from typing import Any, Literal

Case = dict[str, Any]
Way = Literal[
    "agrees", "unsafe", "too safe", "not checked", "wrong words", "refused wrongly", "not said", "crash", "differs"
]
TWIN = 0.01
TWINS = ("strength_reserve", "stiffness_reserve", "movement_max_mm")
SMALL_REACTION = 0.002


def frame_ways(case: Case, got: dict[str, Any]) -> list[tuple[str, Way]]:
    """How each expected key of a structure agrees."""
    expected, tolerance = case["expected"], case["tolerance_rel"]
    by_key = case.get("tolerance_rel_by_key", {})
    if "sentence" in got:
        return [("verdict", _word(expected, got["verdict"]))]
    out: list[tuple[str, Way]] = []
    for key, want in expected.items():
        if key in ("movement_at", "not_checked_is_fine"):
            continue
        tol = by_key.get(key, tolerance)
        found = got.get(key)
        if key == "verdict":
            way: Way = _word(expected, found)
        elif key == "reactions":
            way = _reactions(want, found, tol)
        elif key == "first_frequency_Hz":
            way = worst([_near(v, (found or {}).get(k), tol, unsafe="above") for k, v in want.items()])
        elif key in ("critical_load_factor", "sliding_reserve"):
            way = _near(want, found, tol, unsafe="above")
        elif key == "stress_range_MPa":
            way = _near(want, found, tol, unsafe="below")
        elif key == "movement_max_mm":
            way = between(want, found, tol, unsafe="below")
        else:
            way = between(want, found, tol, unsafe="above")
        if way == "not checked" and expected.get("not_checked_is_fine"):
            way = "agrees"
        out.append((key, way))
    return out


def _word(expected: dict[str, Any], word: str) -> Way:
    """The verdict's word against the one or those that are right."""
    right = expected["verdict"] if isinstance(expected["verdict"], list) else [expected["verdict"]]
    if word in right:
        return "agrees"
    if word == "not checked" or (word in ("buckles", "mechanism") and "gives" in right):
        fine = expected.get("not_checked_is_fine") or word != "not checked"
        return "agrees" if fine else "not checked"
    return "unsafe" if word == "holds" or "mechanism" in right else "too safe"


def between(want: list[float], got: float | None, tol: float, *, unsafe: Literal["above", "below"]) -> Way:
    """A number in its range."""
    if got is None:
        return "not checked"
    low, high = want
    if got > high * (1 + tol):
        return "unsafe" if unsafe == "above" else "too safe"
    if got < low * (1 - tol):
        return "unsafe" if unsafe == "below" else "too safe"
    return "agrees"


def _near(want: float, got: float | None, tol: float, *, unsafe: Literal["above", "below"]) -> Way:
    return between([want, want], got, tol, unsafe=unsafe)


def _reactions(want: dict[str, Any], got: dict[str, Any] | None, tol: float) -> Way:
    """Greatest and least of every support, within a share of the greatest of the case."""
    sizes = [abs(v) for node in want.values() for pair in node.values() for v in pair]
    top = max(sizes, default=0.0)
    for node, parts in want.items():
        for component, pair in parts.items():
            found = (got or {}).get(node, {}).get(component, [0.0, 0.0])
            if any(abs(a - b) > tol * top + 1e-9 for a, b in zip(pair, found, strict=True)):
                return "differs"
    return "agrees"


def joint_ways(case: Case, got: dict[str, Any]) -> list[tuple[str, Way]]:
    """How a joint or plate agrees. `got`: reserve (None: none given), words, outside (what is listed as not looked
    at).
    """
    expected, tolerance = case["expected"], case["tolerance_rel"]
    fine, reserve, words = expected.get("not_checked_is_fine", False), got.get("reserve"), got.get("words", "")
    if expected["verdict"] in ("refused", "not checked"):
        if reserve is not None:
            return [("verdict", "unsafe")]
        said = any(w.lower() in words.lower() for w in expected.get("words_any_of", []) or [""])
        return [("verdict", "agrees" if said else "wrong words")]
    if reserve is None:
        if fine:
            return [("verdict", "agrees")]
        return [("verdict", "refused wrongly" if got.get("refused") else "not checked")]
    way = between(expected["strength_reserve"], reserve, tolerance, unsafe="above")
    listed = " ".join(got.get("outside", []))
    missing = [p for p in expected.get("must_be_listed_as_not_checked", []) if not re.search(p, listed, re.IGNORECASE)]
    if way == "agrees" and missing:
        way = "not said"
    return [("strength_reserve", way)]


def worst(ways: list[Way]) -> Way:
    """Unsafe before anything else, then whatever does not agree."""
    if "unsafe" in ways:
        return "unsafe"
    return next((w for w in ways if w != "agrees"), "agrees")


def twins_differ(case: Case, got: dict[str, Any], twin: dict[str, Any]) -> list[str]:
    """Figures that are not the same for the same structure drawn otherwise."""
    return [
        f"{k}: {got[k]:.4g} here, {twin[k]:.4g} in {case['must_agree_with']}"
        for k in TWINS
        if isinstance(got.get(k), float)
        and isinstance(twin.get(k), float)
        and abs(got[k] - twin[k]) > TWIN * abs(twin[k])
    ]
