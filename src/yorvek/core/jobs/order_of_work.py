"""Where each piece lies on a bar: mitred ones that share their cuts side by side first, then longest first."""

from __future__ import annotations

from yorvek.core.cutting.bars import Bar
from yorvek.core.jobs.cutting import BarGroup
from yorvek.core.model import Model


class LaidPiece(Model):
    """A piece on its bar, from the bar's end, mm."""

    part: str
    at_mm: float
    length_mm: float


def laid(group: BarGroup, bar: Bar) -> list[LaidPiece]:
    """The pieces of a bar in the order of work."""
    counted = {p.id: p.length for p in group.problem.parts}
    true = {k: group.lengths.get(k, v) for k, v in counted.items()}

    def shares(part: str) -> float:
        """What a piece shares with the next one of its kind; a piece held back has more counted than it is long."""
        return max(true[part] - counted[part], 0.0)

    order = sorted(bar.cuts, key=lambda c: (-shares(c.part), -true[c.part], c.part))
    pieces = [c.part for c in order for _ in range(c.qty)]
    out, at = [], 0.0
    for k, part in enumerate(pieces):
        out.append(LaidPiece(part=part, at_mm=round(at, 4), length_mm=true[part]))
        ends_slanted = shares(part) > 0 and (k + 1 == len(pieces) or shares(pieces[k + 1]) == 0)
        beyond = true[part] + group.slanted_kerf_mm if ends_slanted else counted[part]
        at += beyond + group.problem.kerf
    return out
