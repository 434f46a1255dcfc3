"""What was cut already, what of it went wrong, and the bars that are still meant as they were."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Literal

from pydantic import Field

from yorvek.core.cutting.bars import BarPlan, WantedLength
from yorvek.core.jobs.spec import BarStockSpec
from yorvek.core.model import Model

SAME_MM, SAME_DEG = 0.05, 1e-3


class CutPiece(Model):
    """A piece off a bar: good, or cut wrong and so still wanted. `ref` says what it is of, whatever its mark is by
    now; its ends are in degrees from square.
    """

    part: str = Field(max_length=40)
    ref: str = Field(default="", max_length=40)
    length_mm: float = Field(gt=0)
    left: float = 0.0
    right: float = 0.0
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
    metal: BarStockSpec | None = Field(default=None, description="the line of the stock book that it was")


class KeptPlanSpec(Model):
    """Bars of a profile as they were meant when work began: pieces of each."""

    key: str = Field(max_length=200)
    bars: list[dict[str, int]] = Field(max_length=2000)

    def counters(self) -> list[Counter[str]]:
        """Each bar as a count of its pieces."""
        return [Counter(b) for b in self.bars]


@dataclass
class Done:
    """What of one piece is cut: as it is wanted now, and what was cut for it as it was wanted before."""

    right: int = 0
    longer: list[float] = field(default_factory=list)
    wrong: list[float] = field(default_factory=list)

    @property
    def counts(self) -> int:
        """Pieces that need no more metal: those that are too long are made shorter."""
        return self.right + len(self.longer)

    def words(self, piece: WantedLength) -> str:
        """What a change after cutting means; nothing where there was none."""
        said = []
        if self.longer:
            lengths = ", ".join(f"{n} × {mm:g}" for mm, n in sorted(Counter(self.longer).items()))
            said.append(f"{lengths} mm were cut before it was changed to {piece.length:g} mm: make them shorter")
        if self.wrong:
            lengths = ", ".join(f"{n} × {mm:g}" for mm, n in sorted(Counter(self.wrong).items()))
            said.append(f"{lengths} mm were cut as it was before: too short or with other ends, they are wanted anew")
        if self.counts > piece.qty:
            said.append(f"{self.counts} are cut and {piece.qty} wanted")
        return f"{piece.id}: {'; '.join(said)}" if said else ""


def done_of(cuts: Iterable[CutBarSpec], key: str, piece: WantedLength, ref: str) -> Done:
    """Good pieces that were cut for one that is wanted: by what they are of, or by their mark where that was not
    written down.
    """
    out = Done()
    for p in (p for c in cuts if c.key == key for p in c.pieces if p.state == "good"):
        if (p.ref != ref) if p.ref else (p.part != piece.id):
            continue
        more = p.length_mm - piece.length
        ends = not p.ref or all(abs(a - b) < SAME_DEG for a, b in ((p.left, piece.left), (p.right, piece.right)))
        if abs(more) <= SAME_MM and ends:
            out.right += 1
        elif more > SAME_MM:
            out.longer.append(p.length_mm)
        else:
            out.wrong.append(p.length_mm)
    return out


def meant_bars(plan: BarPlan, *, without: dict[str, int] | None = None) -> list[dict[str, int]]:
    """A plan's bars one by one; `without` leaves one of these out."""
    out = [{c.part: c.qty for c in b.cuts} for b in plan.bars for _ in range(b.count)]
    if without is not None and without in out:
        out.remove(without)
    return out
