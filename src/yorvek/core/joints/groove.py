"""A groove weld all round the end of a bar."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360.fillets import groove_filler_N_per_mm
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind, Larger
from yorvek.core.joints.landing import WALLS, walls
from yorvek.core.joints.outline import weld_line
from yorvek.core.joints.rule import States, rule
from yorvek.core.joints.strengths import is_en
from yorvek.core.model import Model

Floats = NDArray[np.float64]


class Grooved(Model):
    """A groove weld all round, mm; without a throat it goes right through."""

    kind: Literal["groove weld"] = "groove weld"
    throat_mm: Annotated[float, Field(gt=0, le=60)] | None = None


def find(end: End, joint: Grooved) -> States:
    """Full penetration is worth the metal it joins; partial penetration its throat, by the filler and by the metal."""
    assert end.section is not None
    line, wall, by = weld_line(end.section.id), end.wall_mm, end.method.divides
    throat = wall if joint.throat_mm is None else joint.throat_mm
    metal = throat * min(end.Fy_MPa / by.member, end.Fu_MPa / by.rupture)
    filler = groove_filler_N_per_mm(end.filler_MPa, throat) / by.joint
    # across the throat a pull may use the filler at 1.88 where shear has 2.00 (J2.5); the lower is taken for both
    allowed = metal if joint.throat_mm is None or is_en(end) else min(metal, filler)

    def flow(f: Floats) -> Floats:
        q = line.flows(f)
        return np.asarray(np.hypot(q[:, 0], np.sqrt(3.0) * q[:, 1]))

    deep = None if throat <= wall + 1e-9 else f"the throat of {throat:g} mm is more than the wall of {wall:g} mm"
    why = end.metals_apart() or deep
    full = joint.throat_mm is None
    found = rule(
        end, "groove weld", "groove weld, full penetration" if full else "groove weld, partial penetration",
        demand=flow, capacity=allowed, unit="N/mm", clause="AISC 360-22 J2.4, table J2.5; EN 1993-1-8 4.7",
        formula="√(q⊥² + 3 q∥²) ≤ throat × the metal" + ("" if full else ", and the filler") + " by the method",
        inputs=[
            ("E", "throat", throat, "mm"), ("t", "wall it is on", wall, "mm"),
            ("FEXX", "filler strength", end.filler_MPa, "MPa"),
        ],
        source="AISC 360-22 J2 (from memory)",
        assumptions=[
            "welded all round, filler that matches",
            "both sides prepared and the root sound: have it looked at"
            if full
            else "the throat as entered is reached: make a trial piece and cut it",
        ],
        why_not=why, shown=("q", "flow in the weld, as it pulls"),
    )  # fmt: skip
    return {"groove weld": found, **walls(end)}


def bigger(joint: Grooved) -> Larger:
    return (
        [] if joint.throat_mm is None else [("groove weld right through", joint.model_copy(update={"throat_mm": None}))]
    )


KIND = Kind(Grooved, "groove weld all round", ("groove weld", *WALLS), find, bigger)
