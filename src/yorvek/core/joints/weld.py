"""A fillet weld all round the end of a bar."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.aisc360.fillets import THROAT_OF_LEG
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Leg, steps
from yorvek.core.joints.landing import WALLS, walls
from yorvek.core.joints.outline import weld_line
from yorvek.core.joints.rule import Rule, States, rule, size
from yorvek.core.joints.strengths import leg_trouble, weld_strength
from yorvek.core.model import Model

Floats = NDArray[np.float64]
LEGS = (3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0)


class Welded(Model):
    """A fillet all round, mm."""

    kind: Literal["weld"] = "weld"
    leg_mm: Leg


def fillet_rule(end: End, leg_mm: float) -> Rule:
    """The fillet all round, as an elastic line along the section's outline."""
    assert end.section is not None
    line, strength = weld_line(end.section.id), weld_strength(end)
    why = end.metals_apart() or leg_trouble(end, leg_mm)
    return rule(
        end, "weld", "weld all round",
        demand=lambda f: size(line.flows(f), 0, 1), capacity=strength.least * leg_mm, unit="N/mm",
        clause=strength.clause,
        formula="√(q⊥² + q∥²) ≤ strength of the throat",
        inputs=[
            ("leg", "fillet leg", leg_mm, "mm"), ("l", "length of the line", line.length, "mm"),
            ("Ix", "of the line, in the depth", line.Ixx, "mm3"), ("Iy", "of the line, across", line.Iyy, "mm3"),
            ("FEXX", "filler strength", end.filler_MPa, "MPa"),
            ("qw", "allowed by the filler", strength.filler * leg_mm, "N/mm"),
            ("qb", "allowed by the metal beside it", strength.metal * leg_mm, "N/mm"),
        ],
        source="AISC 360-22 J2, EN 1993-1-8 4.5 (from memory), held against check values",
        assumptions=["welded all round the outline, full size, no craters"],
        why_not=why, shown=("q", "flow in the weld"),
    )  # fmt: skip


def throat_stress_MPa(end: End, leg_mm: float, f: Floats) -> float:
    """Stress on the throat of a fillet all round under end forces [6]."""
    assert end.section is not None
    return float(size(weld_line(end.section.id).flows(f[None, :]), 0, 1)[0]) / (leg_mm * THROAT_OF_LEG)


def find(end: End, joint: Welded) -> States:
    return {"weld": fillet_rule(end, joint.leg_mm), **walls(end)}


KIND = Kind(
    Welded, "weld all round", ("weld", *WALLS), find,
    bigger=lambda j: steps(j, lambda v: f"weld leg {v:g} mm", "leg_mm", LEGS),
)  # fmt: skip
