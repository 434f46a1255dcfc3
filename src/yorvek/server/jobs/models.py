"""Jobs and what belongs to one."""

from typing import Any

from django.conf import settings
from django.db import models

from yorvek.core.jobs import (
    DimensionSpec,
    FreeJointSpec,
    JobSpec,
    LoadSpec,
    MemberSpec,
    NoteSpec,
    PlateSpec,
    ProfileSpec,
    StructureSpec,
)
from yorvek.core.jobs.checking import CommentSpec, ReleaseSpec, SignatureSpec
from yorvek.core.jobs.cuts import CutBarSpec, KeptPlanSpec
from yorvek.core.parts import PartSpec
from yorvek.server.records import Record


class Job(Record):
    """A job and its brief."""

    spec_model, table, owner_field = JobSpec, "job", "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    archived = models.BooleanField(default=False)
    worked: Any = None
    """State and figures as the last edit of this request left them, so that its answer need not work them out again."""


class JobRecord(Record):
    """Something of a job."""

    owner_field = "job"
    job = models.ForeignKey(Job, on_delete=models.CASCADE)

    class Meta:
        abstract = True
        ordering = ["id"]


class Dimension(JobRecord):
    spec_model, table = DimensionSpec, "dimension"


class Load(JobRecord):
    spec_model, table = LoadSpec, "load"


class Member(JobRecord):
    spec_model, table = MemberSpec, "member"


class Structure(JobRecord):
    spec_model, table = StructureSpec, "structure"


class Plate(JobRecord):
    """A flat plate that is sized."""

    spec_model, table = PlateSpec, "plate"


class FreeJoint(JobRecord):
    """A joint that is sized without a frame around it."""

    spec_model, table = FreeJointSpec, "joint"


class Profile(JobRecord):
    """A section of the job's own."""

    spec_model, table = ProfileSpec, "profile"


class Part(JobRecord):
    spec_model, table = PartSpec, "part"


class AuthoredRecord(JobRecord):
    """Something of a job that somebody said, and when."""

    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta(JobRecord.Meta):
        abstract = True


class Note(AuthoredRecord):
    """A line of the log."""

    spec_model, table = NoteSpec, "note"


class Comment(AuthoredRecord):
    """A remark of a second pair of eyes."""

    spec_model, table = CommentSpec, "comment"


class Signature(AuthoredRecord):
    """A checker's signature."""

    spec_model, table = SignatureSpec, "signature"


class Release(AuthoredRecord):
    """A release with the job as it stood."""

    spec_model, table = ReleaseSpec, "release"


class CutBar(AuthoredRecord):
    """A bar that was cut, by whom and when."""

    spec_model, table = CutBarSpec, "cut bar"


class KeptPlan(JobRecord):
    """Bars of a profile as they were meant when work began."""

    spec_model, table = KeptPlanSpec, "kept plan"
