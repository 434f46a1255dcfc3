"""How a part's notes say a measure: bare where it is in mm, with its sign in inches."""

from __future__ import annotations

from dataclasses import dataclass

from yorvek.core.quantities import UnitSystem, length_text
from yorvek.core.quantities.format import mass_text
from yorvek.core.quantities.units import FOOT_MM


@dataclass(frozen=True)
class Say:
    """The words of a unit system."""

    unit: UnitSystem

    def __call__(self, mm: float, *, whole: bool = False, rough: bool = False) -> str:
        """A length; `whole` with its unit, whichever it is; `rough`: worked out, to a tenth of a millimetre."""
        if self.unit == "in":
            return length_text(mm, "in", denominator=32)
        number = f"{round(mm, 1) if rough else mm:g}"
        return f"{number} mm" if whole else number

    def run(self, mm: float) -> str:
        """A long way, as of a seam."""
        return f"{mm / FOOT_MM:.1f} ft" if self.unit == "in" else f"{mm / 1000:.2f} m"

    def mass(self, kg: float) -> str:
        """A mass."""
        return mass_text(kg, self.unit)


def said_in(unit: UnitSystem) -> Say:
    """The words of a unit system."""
    return Say(unit)


METRIC = said_in("mm")
