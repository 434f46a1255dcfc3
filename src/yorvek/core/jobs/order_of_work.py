"""Where each piece lies on a bar: those that share their cuts side by side, then longest first; what is still to be
measured last, so that all the rest can be cut.
"""

from __future__ import annotations

from collections import Counter

from yorvek.core.cutting.bars import Bar
from yorvek.core.cutting.bars.slants import Lying, Slants
from yorvek.core.jobs.cutting import BarGroup


class LaidPiece(Lying):
    """A piece on its bar. One that is `held` back is as long as it may be at most, and is cut once it is measured."""

    held: bool = False


def laid(group: BarGroup, bar: Bar) -> list[LaidPiece]:
    """The pieces of a bar in the order of work."""
    cuts = Counter({c.part: c.qty for c in bar.cuts})
    if not cuts:
        return []
    slants = Slants(group.problem)
    now = Counter({i: n for i, n in cuts.items() if i not in group.held})
    out = [LaidPiece(**piece.model_dump()) for piece in (slants.lying(now) if now else [])]
    kept = {p.id: p.length for p in group.problem.parts}
    for part in sorted(cuts - now, key=lambda i: (-kept[i], i)):
        for _ in range(cuts[part]):
            at = 0.0
            if out:
                last = out[-1]
                at = last.at_mm + (kept[last.part] if last.held else last.length_mm) + slants.between(-last.right, 0)
            out.append(LaidPiece(part=part, at_mm=round(at, 4), length_mm=group.held[part], held=True))
    return out


def left_for_held(group: BarGroup, bar: Bar) -> float:
    """What is left of a bar once all is cut from it that is not held back, mm."""
    now = Counter({c.part: c.qty for c in bar.cuts if c.part not in group.held})
    length = next(s.length for s in group.problem.stock if s.id == bar.stock)
    return Slants(group.problem).left_mm(length, now) if now else length
