"""Methods of checking: their factors and load combinations. All are settings with these defaults."""

from __future__ import annotations

from typing import Literal, NamedTuple

from pydantic import Field

from yorvek.core.clauses.aisc360.stability import NOTIONAL
from yorvek.core.clauses.en1993.members import out_of_plumb
from yorvek.core.materials import Material
from yorvek.core.model import Model


class Combination(NamedTuple):
    """Factors on dead, live and wind."""

    name: str
    dead: float
    live: float
    wind: float

    def factor(self, case: str) -> float:
        """The factor on one kind of load: dead, live or wind."""
        return {"dead": self.dead, "live": self.live, "wind": self.wind}[case]


Kind = Literal["shop", "asd", "lrfd", "en", "lifting"]


class Method(Model):
    """How strength is judged: the shop's own factors, ASD, LRFD, EN partial factors, or as a lifting device."""

    kind: Kind = "shop"
    n: float = Field(default=1.67, ge=1.0, le=10.0, description="on yield and buckling, shop factor")
    m: float = Field(default=2.0, ge=1.0, le=20.0, description="on ultimate, shop factor")
    design_factor: float = Field(default=2.0, ge=2.0, le=10.0, description="Nd of a lifting device: 2.00 or 3.00")

    @property
    def words(self) -> str:
        return {
            "shop": f"shop factor {self.n:g} on yield, {self.m:g} on ultimate",
            "asd": "ASD, AISC 360-22 with ASCE 7-22 combinations",
            "lrfd": "LRFD, AISC 360-22 with ASCE 7-22 combinations",
            "en": "partial factors, EN 1993-1-1:2005 and EN 1990",
            "lifting": f"lifting device, Nd = {self.design_factor:g} in the manner of ASME BTH-1",
        }[self.kind]

    @property
    def divides(self) -> Divisors:
        """What nominal strengths are divided by (EN's partial factors stand in its own rules; its joints by gamma
        M2).
        """
        return {
            "shop": Divisors(self.n, self.m, self.m),
            "asd": Divisors(1.67, 2.00, 2.00),
            "lrfd": Divisors(1 / 0.90, 1 / 0.75, 1 / 0.75),
            "en": Divisors(1.0, 1.25 / 0.9, 1.25),
            "lifting": Divisors(self.design_factor, 1.20 * self.design_factor, 1.20 * self.design_factor),
        }[self.kind]

    @property
    def ahead(self) -> float:
        """At how many times the loads of its combinations the method looks at second order and buckling: AISC C2.1 for
        ASD; those with a factor on strength at that factor.
        """
        return {"shop": self.n, "asd": 1.6, "lrfd": 1.0, "en": 1.0, "lifting": self.design_factor}[self.kind]

    def lean(self, height_mm: float, columns: int) -> float:
        """Share of the weight that acts sideways for being out of plumb: AISC C2.2b; EN 1993-1-1 5.3.2(3)a, 5.5."""
        if self.kind != "en":
            return NOTIONAL
        return out_of_plumb(height_mm, columns)

    @property
    def carbon_steel_only(self) -> bool:
        """Whether its rules are written for carbon steel; the shop factor judges any metal by its own E and Fy."""
        return self.kind != "shop"


class Divisors(NamedTuple):
    """Of yielding and buckling, of rupture, of welds and bolts."""

    member: float
    rupture: float
    joint: float


SHOP = (Combination("D + L", 1, 1, 0), Combination("D + L + W", 1, 1, 1))
ASD = (
    Combination("D + L", 1, 1, 0),
    Combination("D + 0.6 W", 1, 0, 0.6),
    Combination("D + 0.75 L + 0.75 (0.6 W)", 1, 0.75, 0.45),
    Combination("0.6 D + 0.6 W", 0.6, 0, 0.6),
)
LRFD = (
    Combination("1.4 D", 1.4, 0, 0),
    Combination("1.2 D + 1.6 L", 1.2, 1.6, 0),
    Combination("0.9 D + 1.6 L", 0.9, 1.6, 0),
    Combination("1.2 D + 1.0 W + L", 1.2, 1, 1),
    Combination("0.9 D + 1.0 W", 0.9, 0, 1),
)
EN = (
    Combination("1.35 G + 1.5 Q", 1.35, 1.5, 0),
    Combination("1.0 G + 1.5 Q", 1.0, 1.5, 0),
    Combination("1.35 G + 1.5 Q + 0.9 W", 1.35, 1.5, 0.9),
    Combination("1.35 G + 1.05 Q + 1.5 W", 1.35, 1.05, 1.5),
    Combination("1.0 G + 1.5 W", 1, 0, 1.5),
)
STRENGTH: dict[Kind, tuple[Combination, ...]] = {"shop": SHOP, "asd": ASD, "lrfd": LRFD, "en": EN, "lifting": SHOP}
SERVICE = (Combination("D + L, unfactored", 1, 1, 0), Combination("D + L + W, unfactored", 1, 1, 1))


def combinations_of(method: Method, *, wind: bool) -> list[Combination]:
    """Strength combinations of a method; those with wind only where there is wind."""
    return [c for c in STRENGTH[method.kind] if wind or not c.wind]


def service_combinations(*, wind: bool) -> list[Combination]:
    """Combinations for movement, all unfactored."""
    return [c for c in SERVICE if wind or not c.wind]


def no_method(m: Material, method: Method) -> str | None:
    """Why a method does not judge a metal; None where it does."""
    if method.carbon_steel_only and m.family != "carbon steel":
        return f"this method is for carbon steel, not for {m.family}: judge it by the shop factor"
    return None
