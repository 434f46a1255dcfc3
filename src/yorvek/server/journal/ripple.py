"""What a change did down the thread: a few figures before and after."""

from __future__ import annotations

from typing import Any

from yorvek.core.jobs import Figures
from yorvek.server.cutting.bought import bought
from yorvek.server.cutting.models import Plan
from yorvek.server.cutting.plans import latest_plans, problem_hash
from yorvek.server.jobs.headlines import headline
from yorvek.server.jobs.models import Job


def stale_plans(job: Job, figures: Figures) -> int:
    """Finished sheet plans, of each group that is still to be cut, whose problem is no longer the job's."""
    now = {g.key: problem_hash(g.problem) for g in figures.sheets}
    done = (p for p in latest_plans(job.pk, now) if p.state == Plan.State.DONE and p.key in now)
    return sum(1 for p in done if now[p.key] != p.problem_hash)


def ripple_of(job: Job, before: Figures, after: Figures) -> dict[str, Any]:
    """Before and after, and how many plans are stale now."""
    was, now = (headline(f, bought(job.pk, f).money) for f in (before, after))
    return {"before": was, "after": now, "stale": stale_plans(job, after)}
