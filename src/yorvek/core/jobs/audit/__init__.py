"""The audit before the cut: every rule looks at all parts of a job, and what it finds is mended or decided."""

from __future__ import annotations

from collections.abc import Mapping

from yorvek.core.jobs.audit.alike import ALIKE
from yorvek.core.jobs.audit.assembled import ASSEMBLED
from yorvek.core.jobs.audit.boxes import BOXES
from yorvek.core.jobs.audit.edges import EDGES
from yorvek.core.jobs.audit.fits import FITS
from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule, Flaw
from yorvek.core.jobs.audit.metals import METALS
from yorvek.core.jobs.audit.pairs import PAIRS
from yorvek.core.jobs.audit.reach import REACH
from yorvek.core.jobs.audit.room import ROOM
from yorvek.core.jobs.audit.seams import SEAMS
from yorvek.core.jobs.audit.vents import VENTS
from yorvek.core.jobs.audit.warned import MADE
from yorvek.core.jobs.spec import LONGEST_KEY

RULES: tuple[AuditRule, ...] = (MADE, FITS, PAIRS, BOXES, ASSEMBLED, VENTS, METALS, EDGES, REACH, ROOM, SEAMS, ALIKE)

__all__ = ["RULES", "AuditFinding", "AuditRule", "Audited", "audit"]


def audit(job: Audited) -> list[AuditFinding]:
    """All that is found, what is still to be decided first; beside each why it is cut anyway, where somebody said."""
    reasons = {g.finding: g.reason for g in job.state.job.going_on}
    found = [_found(job, rule, flaw, reasons) for rule in RULES for flaw in rule.look(job)]
    return sorted(found, key=lambda f: (not f.open, f.level != "stop", f.mark))


def _found(job: Audited, rule: AuditRule, flaw: Flaw, reasons: Mapping[str, str]) -> AuditFinding:
    """A flaw with its key, so that a reason holds for it as it is and no longer."""
    mark = job.parts[flaw.part].part.mark if flaw.part else flaw.of
    key = f"{rule.id}:{mark}:{flaw.asked}:{flaw.words}"[:LONGEST_KEY]
    reason = reasons.get(key, "")
    return AuditFinding(
        key=key, rule=rule.id, level=flaw.level, mark=mark, part=flaw.part, asked=flaw.asked, words=flaw.words,
        mend=flaw.mend, reason=reason, open=flaw.level == "stop" and not reason,
    )  # fmt: skip
