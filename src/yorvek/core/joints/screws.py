"""Self-tapping screws through a cleat into the bar's wall."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisi_s100.screws import OVER_AISC, screw_pull_N, screw_shear_N
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Count, Kind
from yorvek.core.joints.rule import States, rule
from yorvek.core.model import Model

Floats = NDArray[np.float64]
NO_MOMENT_NMM = 1000.0


class Screwed(Model):
    """Self-tapping screws through a cleat into the bar's wall, mm."""

    kind: Literal["screws"] = "screws"
    screw_mm: Annotated[float, Field(gt=0, le=10)]
    screws: Count
    head_mm: Annotated[float, Field(gt=0, le=40)]
    plate_mm: Annotated[float, Field(gt=0, le=10)]


def find(end: End, joint: Screwed) -> States:
    """Force in the wall's plane shears the screws, force across pulls them."""
    wall, safety = end.wall_mm, OVER_AISC * end.method.divides.joint
    shear = screw_shear_N(joint.screw_mm, joint.plate_mm, wall, end.Fu_MPa, end.Fu_MPa)
    pull = screw_pull_N(joint.screw_mm, joint.head_mm, joint.plate_mm, wall, end.Fu_MPa, end.Fu_MPa)

    def bends(f: Floats) -> str | None:
        if float(np.abs(f[3:]).max()) > NO_MOMENT_NMM:
            return "screws are looked at for force only, and a moment comes on them: let the end turn, or choose bolts"
        return None

    found = rule(
        end, "screws", "self-tapping screws",
        demand=lambda f: (np.hypot(f[:, 0], f[:, 1]) / shear + np.abs(f[:, 2]) / pull) / joint.screws * safety,
        capacity=1.0, unit="", clause="AISI S100 J4", formula="V/(n Pns) + T/(n Pnot), each by its safety ≤ 1",
        inputs=[
            ("d", "screw", joint.screw_mm, "mm"), ("n", "screws", float(joint.screws), ""),
            ("t1", "cleat under the head", joint.plate_mm, "mm"), ("t2", "wall", wall, "mm"),
            ("Pns", "one in shear", shear, "N"), ("Pnot", "one pulled", pull, "N"),
        ],
        source="AISI S100-16 J4.3, J4.4 (from memory)", why_not=bends, shown=("use", "share of what they take"),
        assumptions=["3 diameters apart and 1.5 from edges", "all screws share alike",
            "the screw itself is stronger: see its maker's data"],
    )  # fmt: skip
    return {"screws": found}


KIND = Kind(
    Screwed, "self-tapping screws", ("screws",), find,
    bigger=lambda j: [(f"{j.screws + 2} screws", j.model_copy(update={"screws": min(j.screws + 2, 24)}))],
)  # fmt: skip
