"""Bought parts by the load on their plate, in the directions that they are rated for."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Kind
from yorvek.core.joints.rule import States, rule, size
from yorvek.core.model import Model

Floats = NDArray[np.float64]
Direction = Literal["pull", "push", "across"]
DUST = 0.02
"""Of the greatest force: a component below it is the solver's, not the part's."""
ARM_MM = 1.0


class Rated(Model):
    """A bought part by the load on its plate; the rating is void once the part is modified."""

    kind: Literal["rated part"] = "rated part"
    what: str = Field(min_length=1, max_length=60)
    rating_N: Annotated[float, Field(gt=0, le=1e8)]
    rated_for: list[Direction] = Field(
        default=["pull"], min_length=1, description="directions along and across the bar"
    )
    with_impact: bool = Field(default=False, description="the rating asks for the dynamic factor to be in the load")
    modified: bool = False


def find(end: End, joint: Rated) -> States:
    """The unfactored load against the rating, which has its maker's own factor in it."""
    void = f"{joint.what} was modified: its rating is void, ask its maker" if joint.modified else None

    def why(f: Floats) -> str | None:
        if void:
            return void
        force = float(np.linalg.norm(f[:3]))
        if float(np.abs(f[3:]).max()) > max(DUST * force * 100 * ARM_MM, 1.0):
            return f"{joint.what} is rated for a force, and a moment comes on it: let its end turn, or ask its maker"
        along, across = f[0], float(np.hypot(f[1], f[2]))
        if across > DUST * force and "across" not in joint.rated_for:
            return f"{joint.what} is not rated for this direction: the load comes across it from the side"
        if along > DUST * force and "pull" not in joint.rated_for:
            return f"{joint.what} is not rated for this direction: it is pulled"
        if along < -DUST * force and "push" not in joint.rated_for:
            return f"{joint.what} is not rated for this direction: it is pushed"
        return None

    found = rule(
        end, "rating", f"{joint.what}, by its rating", demand=lambda f: size(f, 0, 1, 2), capacity=joint.rating_N,
        unit="N",
        clause="the maker's plate", formula="F ≤ rating", inputs=[("R", "rating", joint.rating_N, "N")],
        source="the part's own plate, as entered",
        assumptions=[
            "the rating has its maker's own factor in it: the load stands against it unfactored"
            + (", its dynamic factor in it as the maker asks" if joint.with_impact else ", its dynamic factor not in "
                "it"),
            "rated for " + ", ".join(joint.rated_for),
        ],
        why_not=why, shown=("F", "force on it"), unfactored=not joint.with_impact,
    )  # fmt: skip
    return {"rating": found}


KIND = Kind(
    Rated,
    "bought part with a rating",
    ("rating",),
    find,
    outside=lambda j: [f"how {j.what} is fixed to the bar"],
    by_rating=True,
)
