"""A section of the job's own. What is made of one names it; that is looked after beside the references."""

from yorvek.core.jobs.profiles import ProfileSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import Kind, Solve
from yorvek.core.sections import section


def _check(state: JobState, number: int, solve: Solve) -> None:
    """Its parts lie beside each other and are sold in one material."""
    section(state.profiles[number].line())


PROFILE = Kind("profile", "profiles", ProfileSpec, follows=True, unique=("name", "profile"), check=_check)
