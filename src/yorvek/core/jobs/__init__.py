"""A job as a whole: its records, what follows from them, and the thread of figures."""

from yorvek.core.jobs.figures import Figures, figures
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.plates import PlateSpec
from yorvek.core.jobs.profiles import ProfileSpec
from yorvek.core.jobs.spec import DimensionSpec, JobSpec, LoadSpec, MemberSpec, NoteSpec, StockSpec
from yorvek.core.jobs.state import JobState, beam_member
from yorvek.core.jobs.structures import StructureSpec

__all__ = [
    "DimensionSpec",
    "Figures",
    "FreeJointSpec",
    "JobSpec",
    "JobState",
    "LoadSpec",
    "MemberSpec",
    "NoteSpec",
    "PlateSpec",
    "ProfileSpec",
    "StockSpec",
    "StructureSpec",
    "beam_member",
    "figures",
]
