"""Methods of checking: their factors and load combinations. All are settings with these defaults."""

from __future__ import annotations

from typing import Literal, NamedTuple

from pydantic import Field

from yorvek.core.model import Model


class Combination(NamedTuple):
    """Factors on dead, live and wind."""

    name: str
    dead: float
    live: float
    wind: float


class Method(Model):
    """How strength is judged: the shop's own safety factors, or allowable strength design."""

    kind: Literal["shop", "asd"] = "shop"
    n: float = Field(default=1.67, ge=1.0, le=10.0, description="on yield and buckling, shop factor")
    m: float = Field(default=2.0, ge=1.0, le=20.0, description="on ultimate, shop factor")

    @property
    def words(self) -> str:
        if self.kind == "shop":
            return f"shop factor {self.n:g} on yield, {self.m:g} on ultimate"
        return "ASD, AISC 360-22 with ASCE 7-22 combinations"


SHOP = (Combination("D + L", 1, 1, 0), Combination("D + L + W", 1, 1, 1))
ASD = (
    Combination("D + L", 1, 1, 0),
    Combination("D + 0.6 W", 1, 0, 0.6),
    Combination("D + 0.75 L + 0.75 (0.6 W)", 1, 0.75, 0.45),
    Combination("0.6 D + 0.6 W", 0.6, 0, 0.6),
)
SERVICE = (Combination("D + L, unfactored", 1, 1, 0), Combination("D + L + W, unfactored", 1, 1, 1))


def combinations_of(method: Method, *, wind: bool) -> list[Combination]:
    """Strength combinations of a method; those with wind only where there is wind."""
    table = SHOP if method.kind == "shop" else ASD
    return [c for c in table if wind or not c.wind]


def service_combinations(*, wind: bool) -> list[Combination]:
    """Combinations for movement, all unfactored."""
    return [c for c in SERVICE if wind or not c.wind]
