"""All kinds of records of a job, in the order in which they can be made."""

from yorvek.core.jobs.state import JobState
from yorvek.core.records.assembly import ASSEMBLY
from yorvek.core.records.dimension import DIMENSION
from yorvek.core.records.joint import JOINT
from yorvek.core.records.kind import Kind
from yorvek.core.records.load import LOAD
from yorvek.core.records.load_test import LOAD_TEST
from yorvek.core.records.member import MEMBER
from yorvek.core.records.part import PART
from yorvek.core.records.plate import PLATE
from yorvek.core.records.profile import PROFILE
from yorvek.core.records.said import COMMENT, NOTE, RELEASE, SIGNATURE
from yorvek.core.records.sawn import CUT_BAR, CUT_SHEET, KEPT_PLAN
from yorvek.core.records.structure import STRUCTURE

KINDS = (
    DIMENSION, LOAD, PROFILE, MEMBER, STRUCTURE, PLATE, JOINT, PART, ASSEMBLY, LOAD_TEST, CUT_BAR, CUT_SHEET, KEPT_PLAN,
    NOTE, COMMENT, SIGNATURE, RELEASE,
)  # fmt: skip
IN_STATE = tuple(k for k in KINDS if k.plural in JobState.model_fields)
"""What the figures are worked out from."""
FILED = (*IN_STATE, NOTE)
"""What travels in a job file; a comment, a signature and a release stay where they were given."""


def kind_named(name: str) -> Kind:
    """The kind of that name."""
    return next(k for k in KINDS if k.name == name)
