"""A hole with a countersink for a flush head."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.outlines import Ring
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Host, Placed
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length


class Countersunk(Placed):
    """A hole, sunk to a diameter at an angle: 90° for metric heads, 82° for inch ones."""

    kind: Literal["countersunk"] = "countersunk"
    size: Length
    sink: Length
    angle: int = Field(default=90, ge=60, le=120)

    def deep_mm(self) -> float:
        """How deep the countersink goes."""
        return (self.sink.value - self.size.value) / 2 / math.tan(math.radians(self.angle / 2))

    def ring(self) -> Ring:
        if self.sink.value <= self.size.value:
            raise InputError(
                field="sink", got=self.sink.text, needs=f"more than the hole's {self.size.value:g} mm that it widens"
            )
        return Ring.circle(0.0, 0.0, self.size.value)

    def claims(self) -> Ring:
        """Its sink is wider than its hole."""
        return Ring.circle(0.0, 0.0, self.sink.value)

    def said(self, say: Say) -> str:
        return f"⌀{say(self.size.value)}, sunk to ⌀{say(self.sink.value)} at {self.angle}°"

    def tool(self, say: Say) -> str:
        return f"countersink {self.angle}° to ⌀{say(self.sink.value)}"

    def warned(self, host: Host) -> Warned | None:
        deep = self.deep_mm()
        if deep > host.thickness_mm:
            raise InputError(
                field="sink", got=self.sink.text,
                needs=f"a countersink no deeper than the {host.piece}: this one goes {deep:.1f} mm into "
                f"{host.thickness_mm:g} mm",
            )  # fmt: skip
        return None


COUNTERSUNK = FeatureKind(
    Countersunk, "Countersunk hole",
    {
        "size": ("Hole ⌀", "", "13.5", "9/16"), "sink": ("Sunk to ⌀", "", "24", "1"),
        "angle": ("Angle of the sink", "", "90", "82"),
    },
)  # fmt: skip
