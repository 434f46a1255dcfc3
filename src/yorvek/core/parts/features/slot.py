"""A slot with round ends."""

from __future__ import annotations

from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.outlines import Ring
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Placed
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Turned


class Slot(Placed):
    """A slot, its length over its round ends, turned counter-clockwise from along the plate."""

    kind: Literal["slot"] = "slot"
    size: Length
    length: Length
    turn: Turned = Turned(text="0")

    def ring(self) -> Ring:
        if self.length.value <= self.size.value:
            raise InputError(
                field="length", got=self.length.text, needs=f"more than its width of {self.size.value:g} mm"
            )
        return Ring.slot(self.length.value, self.size.value).moved(turn_deg=self.turn.value)

    def said(self, say: Say) -> str:
        return f"slot {say(self.size.value)} × {say(self.length.value)}"


SLOT = FeatureKind(
    Slot, "Slot",
    {
        "size": ("Slot width", "", "13.5", "9/16"), "length": ("Slot length", "", "40", "1 1/2"),
        "turn": ("Turned by", "", "0", "0"),
    },
)  # fmt: skip
