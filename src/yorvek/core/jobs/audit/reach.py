"""Parts that no stock makes, or that no door or vehicle lets through."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule
from yorvek.core.quantities import length_text


def _look(job: Audited) -> Iterator[AuditFinding]:
    unit, longest = job.state.job.unit, job.state.job.longest_piece
    for result in job.bars:
        stock = max((s.length for s in result.group.problem.stock), default=0.0)
        for u in result.plan.unplaced:
            wants = next(p.length for p in result.group.problem.parts if p.id == u.part)
            yield AuditFinding(
                key=f"stock:{u.part}", rule="reach", level="stop", mark=u.part, part=job.numbered(u.part),
                asked="shape.length",
                words=f"{u.qty} of it, {length_text(wants, unit)} long, come out of no stock: the longest is "
                f"{length_text(stock, unit)}" if wants > stock else f"{u.qty} of it have no stock left",
                mend="longer bars, a splice, or a shorter piece" if wants > stock else "more bars on the stock book",
            )  # fmt: skip
    for number, w, g in job.drawn():
        size = max(g.width_mm, g.height_mm)
        if longest is not None and size > longest.value + 1e-6:
            long, takes = length_text(size, unit), length_text(longest.value, unit)
            yield AuditFinding(
                key=f"carried:{w.part.mark}", rule="reach", level="stop", mark=w.part.mark, part=number,
                asked="shape.length" if g.kind == "bar" else "",
                words=f"it is {long} long, and vehicle and door take {takes}",
                mend="a joint that is made on site, or another vehicle",
            )  # fmt: skip


REACH = AuditRule("reach", "pieces that no stock makes, or that nobody can carry out", _look)
