"""The audit before the cut: every rule looks at all parts of a job, and what it finds is mended or decided."""

from __future__ import annotations

from yorvek.core.jobs.audit.alike import ALIKE
from yorvek.core.jobs.audit.edges import EDGES
from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule
from yorvek.core.jobs.audit.reach import REACH
from yorvek.core.jobs.audit.seams import SEAMS
from yorvek.core.jobs.audit.warned import MADE

RULES: tuple[AuditRule, ...] = (MADE, EDGES, REACH, SEAMS, ALIKE)

__all__ = ["RULES", "AuditFinding", "AuditRule", "Audited", "audit"]


def audit(job: Audited) -> list[AuditFinding]:
    """All that is found, what is still to be decided first; beside each why it is cut anyway, where somebody said."""
    reasons = {g.finding: g.reason for g in job.state.job.going_on}
    found = [f.model_copy(update={"reason": reasons.get(f.key, "")}) for rule in RULES for f in rule.look(job)]
    return sorted(found, key=lambda f: (not f.open, f.level != "stop", f.mark))
