"""A nominal strength and what each of the two AISC methods allows of it."""

from __future__ import annotations

from yorvek.core.model import Model


class Strength(Model):
    """Nominal strength, N or Nmm, with its resistance and safety factors."""

    nominal: float
    phi: float
    omega: float
    governs: str = ""

    @property
    def lrfd(self) -> float:
        return self.phi * self.nominal

    @property
    def asd(self) -> float:
        return self.nominal / self.omega


def least_of(found: dict[str, Strength]) -> Strength:
    """The one that governs design, named; the least of what LRFD allows (ASD's ratio is the same, 1.5 phi omega =
    1.5).
    """
    name = min(found, key=lambda n: found[n].lrfd)
    return found[name].model_copy(update={"governs": name})
