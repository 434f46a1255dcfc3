"""The saw's order: one stop for all bars that it is set for, longest first, and at which angles the piece is cut."""

from __future__ import annotations

from collections import Counter

from yorvek.core.jobs.cutting import BarGroup
from yorvek.core.jobs.figures import BarResult
from yorvek.core.model import Model


class Stop(Model):
    """A setting of the stop: how long, at which ends, which pieces, and how many off each pattern of bars."""

    length_mm: float
    left: float = 0.0
    right: float = 0.0
    parts: list[str]
    pieces: int
    bars: list[int]
    """Numbers of the patterns that it is set for, from 1."""
    held: bool = False


def stops_of(result: BarResult) -> list[Stop]:
    """Settings of a profile's stop: the longest first, as drops then fit what comes last; what is still to be measured
    at the end.
    """
    group = result.group
    lengths = {p.id: (group.held.get(p.id, p.length), p.left, p.right) for p in group.problem.parts}
    count: Counter[tuple[float, float, float, bool]] = Counter()
    parts: dict[tuple[float, float, float, bool], set[str]] = {}
    bars: dict[tuple[float, float, float, bool], set[int]] = {}
    for number, bar in enumerate(result.plan.bars, 1):
        for c in bar.cuts:
            key = _setting(lengths[c.part], c.part, group)
            count[key] += c.qty * bar.count
            parts.setdefault(key, set()).add(c.part)
            bars.setdefault(key, set()).add(number)
    order = sorted(count, key=lambda k: (k[3], -k[0], k[1], k[2]))
    return [
        Stop(
            length_mm=k[0], left=k[1], right=k[2], held=k[3], parts=sorted(parts[k]), pieces=count[k],
            bars=sorted(bars[k]),
        )
        for k in order
    ]  # fmt: skip


def _setting(piece: tuple[float, float, float], part: str, group: BarGroup) -> tuple[float, float, float, bool]:
    """What the saw is set to: a piece and the same one end for end are one setting."""
    length, left, right = piece
    ends = (left, right)
    if group.problem.turns == "any":
        ends = max((left, right), (right, left), (-left, -right), (-right, -left))
    return round(length, 4), ends[0] or 0.0, ends[1] or 0.0, part in group.held
