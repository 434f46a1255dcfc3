"""What was cut already, what of it went wrong, and the bars that are still meant as they were."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from typing import Literal

from pydantic import Field

from yorvek.core.cutting.bars import BarPlan
from yorvek.core.model import Model


class CutPiece(Model):
    """A piece off a bar: good, or cut wrong and so still wanted."""

    part: str = Field(max_length=40)
    length_mm: float = Field(gt=0)
    state: Literal["good", "miscut"] = "good"
    came_out_mm: float | None = Field(default=None, gt=0)


class CutBarSpec(Model):
    """A bar that was cut: which pieces came off it, and what was left."""

    key: str = Field(max_length=200)
    stock_words: str = Field(default="", max_length=120)
    length_mm: float = Field(gt=0)
    pieces: list[CutPiece] = Field(min_length=1, max_length=500)
    drop_mm: float = Field(default=0.0, ge=0)
    drop_kept: bool = False


class KeptPlanSpec(Model):
    """Bars of a profile as they were meant when work began: pieces of each."""

    key: str = Field(max_length=200)
    bars: list[dict[str, int]] = Field(max_length=2000)

    def counters(self) -> list[Counter[str]]:
        """Each bar as a count of its pieces."""
        return [Counter(b) for b in self.bars]


def done_pieces(cuts: Iterable[CutBarSpec], key: str) -> Counter[str]:
    """Good pieces of a profile that are cut already."""
    return Counter(p.part for c in cuts if c.key == key for p in c.pieces if p.state == "good")


def meant_bars(plan: BarPlan, *, without: dict[str, int] | None = None) -> list[dict[str, int]]:
    """A plan's bars one by one; `without` leaves one of these out."""
    out = [{c.part: c.qty for c in b.cuts} for b in plan.bars for _ in range(b.count)]
    if without is not None and without in out:
        out.remove(without)
    return out
