"""Where a job stands, so that what an edit changed can be laid over what somebody holds."""

from __future__ import annotations

from dataclasses import dataclass

from django.db.models import Subquery

from yorvek.core.jobs import Figures, JobState
from yorvek.server.accounts.models import Shop
from yorvek.server.jobs.headlines import core_mark
from yorvek.server.jobs.models import Job
from yorvek.server.journal.models import Edit


def stand_of(job: Job) -> str:
    """What the views of a job are of: two that are alike show the same, how far sheet plans are apart."""
    newest = Edit.objects.filter(job_id=job.pk).order_by("-id").values("id")[:1]
    stock, last = Shop.objects.filter(pk=job.shop_id).values_list("stock_version", Subquery(newest)).get()
    return stand(last or 0, stock)


def stand(last_edit: int, stock: int) -> str:
    """The newest edit, the stock book that it is worked out with, and the rules."""
    return f"{last_edit}.{stock}.{core_mark()[:8]}"


@dataclass(frozen=True)
class Step:
    """A job before an edit and after it.

    Args:
        before, was: its records and figures as they were.
        after, now: as they are.
        rows: what was written, by table and number.
        since, stand: where it stood, and where it stands.
    """

    before: JobState
    was: Figures
    after: JobState
    now: Figures
    rows: frozenset[tuple[str, int]]
    since: str
    stand: str

    def touched(self, table: str) -> set[int]:
        """Numbers of what was written in a table."""
        return {number for name, number in self.rows if name == table}
