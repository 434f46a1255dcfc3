"""What a job buys, with the sheets of the nests that stand: one purchase for screens, papers and the list of jobs."""

from __future__ import annotations

from yorvek.core.jobs import Figures
from yorvek.core.jobs.purchase import Purchase, with_nests
from yorvek.server.cutting.plans import standing_nests


def bought(job_id: int, figures: Figures) -> Purchase:
    """The purchase of a job's figures, nests that are of what it asks now in the place of estimates."""
    return with_nests(figures.purchase, figures.sheets, standing_nests(job_id, figures.sheets))
