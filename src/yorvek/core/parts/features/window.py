"""A rectangular opening with rounded corners."""

from __future__ import annotations

from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.outlines import Ring, rounded
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Host, Placed
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place, Turned


class Window(Placed):
    """A rectangular opening about its middle, its corners rounded so that nothing tears from them."""

    kind: Literal["window"] = "window"
    width: Length
    height: Length
    corner: Place
    turn: Turned = Turned(text="0")

    def ring(self) -> Ring:
        w, h, r = self.width.value / 2, self.height.value / 2, self.corner.value
        if r > min(w, h) + 1e-9:
            raise InputError(
                field="corner", got=self.corner.text, needs=f"at most half the shorter side, {min(w, h):g} mm"
            )
        ring = rounded([(-w, -h), (w, -h), (w, h), (-w, h)], [r * 0.999999] * 4)
        return ring.moved(turn_deg=self.turn.value)

    def said(self, say: Say) -> str:
        corner = f" R{say(self.corner.value)}" if self.corner.value else ""
        return f"opening {say(self.width.value)} × {say(self.height.value)}{corner}"

    def warned(self, host: Host) -> Warned | None:
        if self.corner.value:
            return None
        return Warned(words="an opening with sharp corners tears from them", mend="round its corners", asked="corner")


WINDOW = FeatureKind(
    Window, "Opening",
    {
        "width": ("Opening wide", "", "60", "2 1/2"), "height": ("Opening high", "", "40", "1 1/2"),
        "corner": ("Its corners' radius", "", "6", "1/4"), "turn": ("Turned by", "", "0", "0"),
    },
)  # fmt: skip
