"""Forces that come out of something else: a cylinder's bore and pressure, a mass that runs against a stop or falls."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.quantities.asked import Question, question
from yorvek.core.quantities.entry import Length, Mass, Place, Pressure


class CylinderForce(Model):
    """A cylinder pushes with its bore, and pulls with what its rod leaves of it."""

    kind: Literal["cylinder"] = "cylinder"
    bore: Length
    rod: Place = Place(text="0")
    pressure: Pressure
    pulls: bool = False

    def newtons(self) -> float:
        """p pi / 4 (D2 - d2), d only when it pulls."""
        if self.rod.value >= self.bore.value:
            raise InputError(field="rod", got=self.rod.text, needs="a rod thinner than the bore")
        rod = self.rod.value if self.pulls else 0.0
        return self.pressure.value * math.pi / 4 * (self.bore.value**2 - rod**2)


class StopForce(Model):
    """A mass that runs against a stop, which gives evenly until the mass stands."""

    kind: Literal["stop"] = "stop"
    mass: Mass
    speed_m_s: float = Field(gt=0, le=50)
    gives: Length

    def newtons(self) -> float:
        """m v2 / x: the energy goes into a spring whose greatest force this is."""
        return self.mass.value * self.speed_m_s**2 / (self.gives.value / 1000)


class DropForce(Model):
    """A mass that falls onto something that would sink by `gives` under its weight at rest."""

    kind: Literal["drop"] = "drop"
    mass: Mass
    height: Place
    gives: Length

    def newtons(self) -> float:
        """m g (1 + sqrt(1 + 2 h / x)); a load put on suddenly from no height counts twice."""
        return self.mass.value * GRAVITY * (1 + math.sqrt(1 + 2 * self.height.value / self.gives.value))


ForceSource = Annotated[CylinderForce | StopForce | DropForce, Field(discriminator="kind")]


class SourceKind(Model):
    """What a force may come out of, and what is asked of it."""

    kind: str
    words: str
    asks: list[Question]


Said = dict[str, tuple[str, str, str]]
"""By field: words, what it begins with in mm and in inches (common practice, no source)."""
MASS = ("Mass", "100 kg", "200 lb")
SOURCES: dict[type[Model], tuple[str, Said]] = {
    CylinderForce: ("of a cylinder", {
        "bore": ("Bore", "50 mm", "2"), "pressure": ("Pressure", "150 bar", "2000 psi"),
        "rod": ("Rod", "28 mm", "1 1/8"), "pulls": ("it pulls", "", ""),
    }),
    StopForce: ("of a mass against a stop", {
        "mass": MASS, "speed_m_s": ("Speed, m/s", "0.5", "0.5"), "gives": ("The stop gives", "10 mm", "3/8"),
    }),
    DropForce: ("of a mass that drops", {
        "mass": MASS, "height": ("Falls", "100 mm", "4"), "gives": ("Sinks under it at rest", "2 mm", "1/16"),
    }),
}  # fmt: skip


def source_kinds() -> list[SourceKind]:
    """Every source of a force, with its questions."""
    return [
        SourceKind(
            kind=str(model.model_fields["kind"].default), words=words,
            asks=[
                question(name, model.model_fields[name], label, optional=False, usual_mm=mm, usual_in=inch)
                for name, (label, mm, inch) in asks.items()
            ],
        )
        for model, (words, asks) in SOURCES.items()
    ]  # fmt: skip
