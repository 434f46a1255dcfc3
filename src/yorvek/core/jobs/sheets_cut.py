"""Sheets that were cut: which plates came off them, and what was left."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Iterable, Sequence
from typing import Literal, NamedTuple

from pydantic import Field

from yorvek.core.jobs.spec import Corner, SheetStockSpec
from yorvek.core.model import Model

FINEST_MM = 0.01


class PlateKey(NamedTuple):
    """What plates are nested together by: thickness, material, and the way they are cut; none: the job's table."""

    thickness_mm: float
    material_id: str
    process: str = ""

    def __str__(self) -> str:
        return "|".join([f"{self.thickness_mm:g}", self.material_id, *([self.process] if self.process else [])])

    @property
    def plate(self) -> tuple[str, str]:
        """What sheet it comes from, however it is cut."""
        return f"{self.thickness_mm:g}", self.material_id

    @classmethod
    def read(cls, text: str) -> PlateKey:
        """A key as it is written; what is none has no plate."""
        thickness, material_id, process = [*text.split("|", 2), "", ""][:3]
        try:
            return cls(float(thickness), material_id, process)
        except ValueError:
            return cls(0.0, text)


class CutPlate(Model):
    """A plate off a sheet: good, or cut wrong and so still wanted. `ref` says what it is of, whatever its mark is by
    now; `shape` is a mark of its outline as it was cut.
    """

    part: str = Field(max_length=40)
    ref: str = Field(default="", max_length=40)
    shape: str = Field(max_length=64)
    state: Literal["good", "miscut"] = "good"
    why: str = Field(default="", max_length=200)


class CutSheetSpec(Model):
    """A sheet that was cut: its plates, and the outline of what was left, mm from its lower left corner."""

    key: str = Field(max_length=200)
    stock_words: str = Field(default="", max_length=120)
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)
    pieces: list[CutPlate] = Field(min_length=1, max_length=2000)
    remnant: list[Corner] | None = Field(default=None, max_length=500)
    metal: SheetStockSpec | None = Field(default=None, description="the line of the stock book that it was")


class PlatesDone(Model):
    """What of one plate is cut: as it is wanted now, and as it was wanted before."""

    right: int = 0
    other: int = 0

    def words(self, id: str, qty: int) -> str:
        """What a change after cutting means; nothing where there was none."""
        said = []
        if self.other:
            said.append(f"{self.other} were cut before its outline was changed: they are wanted anew")
        if self.right > qty:
            said.append(f"{self.right} are cut and {qty} wanted")
        return f"{id}: {'; '.join(said)}" if said else ""


def shape_mark(outline: Sequence[tuple[float, float]]) -> str:
    """A mark of an outline, to a hundredth of a millimetre."""
    rounded = [(round(x / FINEST_MM), round(y / FINEST_MM)) for x, y in outline]
    return hashlib.sha256(repr(rounded).encode()).hexdigest()[:32]


def plates_done(cuts: Iterable[CutSheetSpec], key: str, ref: str, outline: Sequence[tuple[float, float]]) -> PlatesDone:
    """Good plates that were cut for one that is wanted, of its thickness and metal, in whatever way."""
    plate = PlateKey.read(key).plate
    now = shape_mark(outline)
    same = (c for c in cuts if PlateKey.read(c.key).plate == plate)
    of = [p for c in same for p in c.pieces if p.state == "good" and p.ref == ref]
    found = Counter(p.shape == now for p in of)
    return PlatesDone(right=found[True], other=found[False])
