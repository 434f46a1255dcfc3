"""A threaded hole: the hole of its tap drill, then the tap."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Ring
from yorvek.core.parts.features.kind import FeatureKind
from yorvek.core.parts.features.where import Placed
from yorvek.core.parts.saying import Say
from yorvek.core.quantities import INCH_MM
from yorvek.core.workshop.threads import TapDrill, metric_size, metric_tap_drill, unified_size, unified_tap_drill

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

    def drill(self) -> TapDrill:
        name = self.thread.strip().replace(" ", "")
        return metric_tap_drill(name) if name.upper().startswith("M") else unified_tap_drill(name)

    def diameter_mm(self) -> float:
        name = self.thread.strip().replace(" ", "")
        return metric_size(name)[0] if name.upper().startswith("M") else unified_size(name)[0] * INCH_MM

    def ring(self) -> Ring:
        return Ring.circle(0.0, 0.0, self.drill().drill_mm)

    def said(self, say: Say) -> str:
        return f"{self.thread}, drill {self.drill().name}"

    def tool(self, say: Say) -> str:
        return f"tap {self.thread}"

    def warned(self, thickness_mm: float, metal: Material) -> str:
        share = thickness_mm / (FULL.get(metal.family, FULL_STEEL) * self.diameter_mm())
        if share < LEAST - 1e-9:
            least = LEAST * FULL.get(metal.family, FULL_STEEL) * self.diameter_mm()
            raise InputError(
                field="thread", got=f"{self.thread} in {thickness_mm:g} mm",
                needs=f"a plate of at least {least:.1f} mm, a finer thread, or a nut behind a clearance hole",
            )  # fmt: skip
        return (
            "" if share >= 1 - 1e-9 else f"{self.thread} has {100 * share:.0f} % of the thread that its bolt is worth"
        )


TAPPED = FeatureKind(Tapped, "Tapped hole", {"thread": ("Thread", "", "M12", "1/2-13")})
