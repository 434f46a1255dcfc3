"""The wall of the tube that a bar is welded onto, at nodes where a hollow bar runs through."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from yorvek.core.checks.record import Check, Value
from yorvek.core.connections.tube_walls import WallStrength, flat_wall, round_wall
from yorvek.core.frames.joints.rule import End, Floats, Rule
from yorvek.core.materials import Material
from yorvek.core.sections import Section

LEAST_SINE = 0.5
"""Below 30 degrees chapter K does not speak."""


@dataclass(frozen=True)
class Chord:
    """A hollow bar that runs through a node: its section, metal and axes (rows x, y, z), and how much of its yield it uses
    by itself there at most.
    """

    name: str
    section: Section
    metal: Material
    axes: Floats
    use: float


def wall_rule(end: End, axes: Floats, chord: Chord) -> Rule | None:
    """The branch's axial force and moments against the chord's wall; None where no rule of chapter K fits the pair."""
    sine = math.sqrt(max(0.0, 1 - float(axes[0] @ chord.axes[0]) ** 2))
    s = end.section
    along = chord.axes[0] - (chord.axes[0] @ axes[0]) * axes[0]
    along /= np.linalg.norm(along)
    deep = abs(float(along @ axes[1])) > abs(float(along @ axes[2]))
    branch_along, branch_across = (s.depth_mm, s.width_mm) if deep else (s.width_mm, s.depth_mm)
    Fy = chord.metal.yield_at_weld_MPa if end.request.welded else chord.metal.yield_MPa
    c = chord.section
    wall = c.wall_mm
    if c.shape == "chs":
        if s.shape not in ("chs", "round_bar"):
            return None
        found = round_wall(
            chord_mm=c.depth_mm, wall_mm=wall, branch_mm=s.depth_mm, Fy_MPa=Fy, chord_use=chord.use, sine=sine
        )
    elif c.shape == "rhs":
        on_flange = abs(float(axes[0] @ chord.axes[1])) > abs(float(axes[0] @ chord.axes[2]))
        face, side = (c.width_mm, c.depth_mm) if on_flange else (c.depth_mm, c.width_mm)
        shrink = math.sqrt(math.pi / 4) if s.shape in ("chs", "round_bar") else 1.0
        found = flat_wall(
            face_mm=face, side_mm=side, wall_mm=wall, across_mm=branch_across * shrink, along_mm=branch_along * shrink,
            Fy_MPa=Fy, chord_use=chord.use, sine=sine,
        )  # fmt: skip
    else:
        return None
    narrow = None if sine >= LEAST_SINE else "the bars meet at less than 30°, where the rules for walls do not speak"
    normal = np.cross(axes[0], along)

    def parts(f: Floats) -> tuple[float, float, float]:
        moment = f[4] * axes[1] + f[5] * axes[2]
        return float(f[0]), float(moment @ normal), float(moment @ along)

    divisor = end.request.method.divides.member

    def use(f: Floats) -> float:
        return math.nan if narrow else found.use(*parts(f), divisor)

    return Rule(use, lambda f, words: _record(end, chord, found, parts(f), divisor, words, narrow))


def _record(
    end: End, chord: Chord, found: WallStrength, parts: tuple[float, float, float], divisor: float, words: str, narrow: str | None
) -> Check:  # fmt: skip
    N, M_in, M_out = parts
    return Check(
        id=f"{end.name}: wall",
        title=f"{end.name}: wall of {chord.name} under it",
        kind="strength",
        method=end.request.method.words,
        clause=f"AISC 360-22 {found.rule}; tables K4.1, K4.2",
        formula=("N/Nn + (Mi/Min)² + (Mo/Mon)² ≤ 1" if found.round else "N/Nn + Mi/Min + Mo/Mon ≤ 1")
        + f", each / {divisor:.4g}",
        inputs=[
            Value(symbol="N", name="pull or push of the branch", value=abs(N), unit="N"),
            Value(symbol="Nn", name="wall holds", value=found.axial_N, unit="N"),
            Value(symbol="Mi", name="moment in the plane of both", value=abs(M_in), unit="Nmm"),
            Value(symbol="Min", name="wall holds", value=found.in_plane_Nmm, unit="Nmm"),
            Value(symbol="Mo", name="moment out of the plane", value=abs(M_out), unit="Nmm"),
            Value(symbol="Mon", name="wall holds", value=found.out_of_plane_Nmm, unit="Nmm"),
            Value(symbol="β", name="width of the branch over the chord's", value=found.beta, unit=""),
            Value(symbol="t", name="wall", value=chord.section.wall_mm, unit="mm"),
            Value(symbol="Qf", name="left by the chord's own stress", value=found.Qf, unit=""),
        ],
        demand=found.use(*parts, divisor),
        capacity=1.0,
        combination=words,
        source="AISC 360-22 chapter K (from memory); the face held against yield lines found by search",
        assumptions=[
            "a single branch at right angles to the face, welded all round; shear and twist go through the weld"
        ],
        not_checked=narrow,
    )
