"""What slides over a profile, or into it."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router

from yorvek.core.jobs.fits import SlideHere, slides_here
from yorvek.server.api.access import job_of
from yorvek.server.jobs.thread import job_state

router = Router(tags=["fits"])


@router.get("/jobs/{job_id}/slides", response=list[SlideHere])
def list_slides(request: HttpRequest, job_id: int, of: str, how: Literal["over", "into"] = "over") -> list[SlideHere]:
    """Profiles that slide over one or into it, with their play; what lies in the rack first."""
    return slides_here(job_state(job_of(request, job_id)), of, how)
