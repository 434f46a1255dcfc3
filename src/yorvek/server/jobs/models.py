"""Jobs and what belongs to one."""

from django.conf import settings
from django.db import models

from yorvek.core.jobs import DimensionSpec, JobSpec, LoadSpec, MemberSpec, NoteSpec, StructureSpec
from yorvek.core.parts import PartSpec
from yorvek.server.records import Record


class Job(Record):
    """A job and its brief."""

    spec_model, table, owner_field = JobSpec, "job", "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    archived = models.BooleanField(default=False)


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


class Part(JobRecord):
    spec_model, table = PartSpec, "part"


class Note(JobRecord):
    """A line of the log."""

    spec_model, table = NoteSpec, "note"
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    at = models.DateTimeField(auto_now_add=True)
