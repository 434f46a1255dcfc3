"""How a part's notes say a length: bare where they are in mm, with its sign in inches."""

from __future__ import annotations

from typing import Protocol

from yorvek.core.quantities import UnitSystem, length_text


class Say(Protocol):
    """A length in words; `whole` with its unit, whichever it is; `rough`: worked out, to a tenth of a millimetre."""

    def __call__(self, mm: float, *, whole: bool = False, rough: bool = False) -> str: ...


def said_in(unit: UnitSystem) -> Say:
    """The words of a unit system."""

    def say(mm: float, *, whole: bool = False, rough: bool = False) -> str:
        if unit == "in":
            return length_text(mm, "in", denominator=32)
        number = f"{round(mm, 1) if rough else mm:g}"
        return f"{number} mm" if whole else number

    return say


METRIC = said_in("mm")
