"""A round hole through the plate."""

from __future__ import annotations

from typing import Literal

from yorvek.core.outlines import Ring
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Placed
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length


class Hole(Placed):
    """A round hole of a diameter."""

    kind: Literal["hole"] = "hole"
    size: Length

    def ring(self) -> Ring:
        return Ring.circle(0.0, 0.0, self.size.value)

    def said(self, say: Say) -> str:
        return f"⌀{say(self.size.value)}"


HOLE = FeatureKind(Hole, "Hole", {"size": ("Hole ⌀", "", "13.5", "9/16")})
