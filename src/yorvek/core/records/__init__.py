"""The kinds of records of a job, each in one home. State, job files, the journal, the addresses and the views go by
this list; what is made first stands first.
"""

from yorvek.core.records.assembly import ASSEMBLY
from yorvek.core.records.dimension import DIMENSION
from yorvek.core.records.integrity import refuse_broken
from yorvek.core.records.joint import JOINT
from yorvek.core.records.kind import Kind, Numbers, Ref, label_of
from yorvek.core.records.kinds import FILED, IN_STATE, KINDS, kind_named
from yorvek.core.records.load import LOAD
from yorvek.core.records.load_test import LOAD_TEST
from yorvek.core.records.member import MEMBER
from yorvek.core.records.part import PART
from yorvek.core.records.plate import PLATE
from yorvek.core.records.profile import PROFILE
from yorvek.core.records.said import COMMENT, NOTE, RELEASE, SIGNATURE
from yorvek.core.records.sawn import CUT_BAR, CUT_SHEET, KEPT_PLAN
from yorvek.core.records.stock import PHOTO, STOCK
from yorvek.core.records.structure import STRUCTURE

__all__ = [
    "ASSEMBLY",
    "COMMENT",
    "CUT_BAR",
    "CUT_SHEET",
    "DIMENSION",
    "FILED",
    "IN_STATE",
    "JOINT",
    "KEPT_PLAN",
    "KINDS",
    "LOAD",
    "LOAD_TEST",
    "MEMBER",
    "NOTE",
    "PART",
    "PHOTO",
    "PLATE",
    "PROFILE",
    "RELEASE",
    "SIGNATURE",
    "STOCK",
    "STRUCTURE",
    "Kind",
    "Numbers",
    "Ref",
    "kind_named",
    "label_of",
    "refuse_broken",
]
