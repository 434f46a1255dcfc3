"""A joint that is sized without a frame around it."""

from yorvek.core.jobs.free_joints import FreeJointSpec, check_free_joint
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import MARK, Kind, Solve


def _check(state: JobState, number: int, solve: Solve) -> None:
    """It is one: its bar, what it stands on, and forces of one sort."""
    check_free_joint(state.job, state.joints[number], state.section_id)


JOINT = Kind("joint", "joints", FreeJointSpec, follows=True, unique=MARK, check=_check)
