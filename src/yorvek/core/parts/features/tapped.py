"""A threaded hole: the hole of its tap drill, then the tap."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.outlines import Ring
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Host, Placed
from yorvek.core.parts.saying import Say
from yorvek.core.workshop.threads import tap_drill, thread_diameter_mm

FULL = {"aluminium": 1.5}
FULL_STEEL = 1.0
"""Diameters of plate that a thread takes to be as strong as its bolt: one in steel, one and a half in aluminium (common
practice, no source)."""
LEAST = 0.5
"""Of that: a thread with less of it is no thread to hang a load on, and refused (common practice, no source)."""


class Tapped(Placed):
    """A thread through the plate, by its name: M12, M10x1, 1/2-13."""

    kind: Literal["tapped"] = "tapped"
    thread: str = Field(min_length=1, max_length=20)

    def ring(self) -> Ring:
        return Ring.circle(0.0, 0.0, tap_drill(self.thread).drill_mm)

    def said(self, say: Say) -> str:
        return f"{self.thread}, drill {tap_drill(self.thread).name}"

    def tool(self, say: Say) -> str:
        return f"tap {self.thread}"

    def warned(self, host: Host) -> Warned | None:
        full = FULL.get(host.metal.family, FULL_STEEL) * thread_diameter_mm(self.thread)
        share = host.thickness_mm / full
        if share < LEAST - 1e-9:
            raise InputError(
                field="thread", got=f"{self.thread} in {host.thickness_mm:g} mm",
                needs=f"a {host.piece} of at least {LEAST * full:.1f} mm, a finer thread, or a nut behind a clearance "
                "hole",
            )  # fmt: skip
        if share >= 1 - 1e-9:
            return None
        words = f"{self.thread} has {100 * share:.0f} % of the thread that its bolt is worth"
        mend = f"a {host.piece} of {full:.1f} mm, a finer thread, or a nut behind a clearance hole"
        return Warned(words=words, mend=mend, asked="thread")


TAPPED = FeatureKind(Tapped, "Tapped hole", {"thread": ("Thread", "", "M12", "1/2-13")})
