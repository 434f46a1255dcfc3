"""Parts that no stock makes, or that no door or vehicle lets through."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.parts import PartGeometry
from yorvek.core.quantities import length_text


def _look(job: Audited) -> Iterator[Flaw]:
    carried = list(_not_carried(job))
    yield from carried
    stuck = {flaw.part for flaw in carried}
    yield from (flaw for flaw in _without_stock(job) if flaw.part not in stuck)


def _length_of(g: PartGeometry | None) -> str:
    """The field that states how long a bar is: of one that is bent, its legs."""
    if g is None or g.kind != "bar":
        return ""
    return "shape.first_leg" if g.bends else "shape.length"


def _not_carried(job: Audited) -> Iterator[Flaw]:
    unit, longest = job.state.job.unit, job.state.job.longest_piece
    for number, _, g in job.drawn():
        size = max(g.width_mm, g.height_mm)
        if longest is not None and size > longest.value + 1e-6:
            long, takes = length_text(size, unit), length_text(longest.value, unit)
            words = f"it is {long} long, and vehicle and door take {takes}"
            asked = _length_of(g)
            yield Flaw(number, words, "a joint that is made on site, or another vehicle", asked)


def _without_stock(job: Audited) -> Iterator[Flaw]:
    """Pieces that the plan found no bar for."""
    unit = job.state.job.unit
    for result in job.bars:
        longest = max((s.length for s in result.group.problem.stock if s.qty != 0), default=0.0)
        for u in result.plan.unplaced:
            wants = next(p.length for p in result.group.problem.parts if p.id == u.part)
            words, mend = f"{u.qty} of it have no stock left", "more bars on the stock book"
            if not longest:
                words, mend = f"{u.qty} of it: {', '.join(result.group.left_out)}", "shorter bars, or cut at the yard"
            elif wants > longest:
                words = f"{u.qty} of it, {length_text(wants, unit)} long, come out of no stock: the longest is "
                words += length_text(longest, unit)
                mend = "longer bars, a splice, or a shorter piece"
            number = job.numbered(u.part)
            asked = _length_of(job.parts[number].geometry) if number else ""
            yield Flaw(number, words, mend, asked, of=u.part)


REACH = AuditRule("reach", "pieces that no stock makes, or that nobody can carry out", _look)
