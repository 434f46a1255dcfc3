"""A disc, or a ring."""

from __future__ import annotations

from typing import ClassVar, Literal

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class RingPlate(Plate):
    """A disc, or a ring where an opening is given."""

    across: ClassVar[str] = "outer"
    up: ClassVar[str] = "outer"

    family: Literal["ring"] = "ring"
    outer: Length
    inner: Place | None = None

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where the opening is not smaller than the disc."""
        d = self.outer.value
        if self._hole >= d - 1e-6:
            raise InputError(
                field="shape.inner", got=f"{self._hole:g} mm", needs=f"less than the outer diameter of {d:g} mm"
            )
        openings = [Ring.circle(d / 2, d / 2, self._hole)] if self._hole > 0 else []
        return Outline(outer=Ring.circle(d / 2, d / 2, d), openings=openings)

    def openings_asked(self) -> list[str]:
        return ["inner"] if self._hole > 0 else []

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        opening = f", opening ⌀{say(self._hole)}" if self._hole else ""
        return Shown(notes=[f"⌀{say(self.outer.value)}{opening}"])

    @property
    def _hole(self) -> float:
        return self.inner.value if self.inner is not None else 0.0


RING = PlateKind(
    RingPlate, "Ring or disc", "R",
    {"outer": ("Outer diameter", "", "", ""), "inner": ("Opening", "none: a disc", "", ""), "thickness": THICKNESS},
)  # fmt: skip
