"""What a bar does to an open section that it lands on: web and flange under it, the web from the side."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.aisc360.webs import flange_bending, web_crippling, web_yielding
from yorvek.core.clauses.en1993.patch import patch_resistance_N
from yorvek.core.joints.at import USUAL_AXES, End, Onto
from yorvek.core.joints.rule import Rule, never, rule
from yorvek.core.joints.seat import Fy_of, seat
from yorvek.core.joints.strengths import is_en

Floats = NDArray[np.float64]
STRAIGHT_ON = 0.9
AISC_E_MPA = 200_000.0
SMALL_ARM_MM = 60.0
"""A moment no more than the shear on the arm of an ordinary cleat."""


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
            f"it lands on {onto.name}, a {c.shape.replace('_', ' ')}: how that is bent aside is not looked at; "
            f"stiffen it or judge it otherwise",
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
    bent = flange_bending(Fy_MPa=Fy_of(end, onto), flange_mm=c.flange_mm, at_end=onto.at_end)
    pulled = bent.nominal / end.method.divides.member

    def share(f: Floats) -> Floats:
        couple = np.abs(f[:, 4:]).sum(axis=1) / max(0.9 * lands, 1.0)
        push, pull = np.maximum(-f[:, 0], 0.0) + couple, np.maximum(f[:, 0], 0.0) + couple
        return np.asarray(np.maximum(push / pushed, np.minimum(pull / pulled, np.inf)))

    return rule(
        end, "web under it", f"web and flange of {onto.name} under it",
        demand=share, capacity=1.0, unit="", clause=words,
        formula="F ≤ least of web yielding, crippling, flange bending",
        inputs=[
            ("Fw", "web takes in push", pushed, "N"), ("Ff", "flange takes in pull", pulled, "N"),
            ("lb", "length it bears on", bears, "mm"), ("tw", "web", c.wall_mm, "mm"),
            ("tf", "flange", c.flange_mm, "mm"),
        ],
        source="AISC 360-22 J10, EN 1993-1-5 6 (from memory)",
        assumptions=["no stiffener there", "the flange is held sideways at the place",
            "moments as a couple on nine tenths of the bar's size"],
        shown=("share", "share of what web and flange take"),
    )  # fmt: skip


def _web_push_N(end: End, onto: Onto, bears: float) -> tuple[float, str]:
    c = onto.section
    assert c is not None
    Fy, by = Fy_of(end, onto), end.method
    if is_en(end):
        found = patch_resistance_N(
            fy_MPa=Fy, E_MPa=onto.metal.E_MPa, depth_mm=c.depth_mm, width_mm=c.width_mm, web_mm=c.wall_mm,
            flange_mm=c.flange_mm, bearing_mm=bears, at_end=onto.at_end,
        )  # fmt: skip
        return found, "EN 1993-1-5 6.2; AISC J10.1 for the flange"
    k = c.flange_mm + c.root_radius_mm
    yields = web_yielding(Fy_MPa=Fy, web_mm=c.wall_mm, k_mm=k, bearing_mm=bears, at_end=onto.at_end)
    cripples = web_crippling(
        Fy_MPa=Fy, E_MPa=min(onto.metal.E_MPa, AISC_E_MPA), depth_mm=c.depth_mm, web_mm=c.wall_mm,
        flange_mm=c.flange_mm,
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
            return (
                f"it pulls, pushes or turns the web of {onto.name} aside, which is not looked at: a hinge with a "
                f"cleat, or a stiffener behind it"
            )
        return None

    c = onto.section
    assert c is not None
    capacity = (
        0.6
        * Fy_of(end, onto)
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
