"""Jobs, and the records of all kinds that belong to one."""

from __future__ import annotations

from typing import Any, ClassVar

from django.conf import settings
from django.db import models
from django.utils import timezone

from yorvek.core import records
from yorvek.core.records.job import JOB
from yorvek.server.records import Record


class Job(Record):
    """A job and its brief."""

    kind, owner_field, more_columns = JOB, "shop", ("archived",)
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    archived = models.BooleanField(default=False)
    headline = models.JSONField(null=True)
    """What the list of jobs says of it, when it was worked out last."""
    worked: Any = None
    """The last edit of this request, before and after, so that its answer need not work them out again."""


class ReadingLink(models.Model):
    """A door for a second pair of eyes: to one job, or to one of its releases; who has the token may read and comment.
    The token itself is kept nowhere.
    """

    job = models.ForeignKey(Job, on_delete=models.CASCADE)
    release_id = models.BigIntegerField(null=True)
    token_hash = models.CharField(max_length=64, unique=True)
    for_whom = models.CharField(max_length=60)
    prices = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    made = models.DateTimeField(auto_now_add=True)
    until = models.DateTimeField()
    ended = models.DateTimeField(null=True)
    seen = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"for {self.for_whom}"


class Worked(models.Model):
    """Something that took long to work out, under a mark of what was asked and of the rules it was worked out by."""

    key = models.CharField(max_length=64, primary_key=True)
    text = models.TextField()
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    def __str__(self) -> str:
        return self.key


class OfKind(models.Manager["JobRecord"]):
    """The records of one kind."""

    def get_queryset(self) -> models.QuerySet[JobRecord]:
        kind = getattr(self.model, "kind", None)
        found = super().get_queryset()
        return found if kind is None else found.filter(kind_name=kind.name)


class JobRecord(Record):
    """Something of a job, of whatever kind: all stand in one table. Those that somebody said keep who and when."""

    owner_field = "job"
    more_columns = ("author_id", "at")
    job = models.ForeignKey(Job, on_delete=models.CASCADE)
    kind_name = models.CharField(max_length=20)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    at = models.DateTimeField(default=timezone.now)
    objects = OfKind()

    class Meta:
        ordering: ClassVar[list[str]] = ["id"]
        indexes: ClassVar[list[models.Index]] = [models.Index(fields=["job", "kind_name"], name="jobs_record_of_kind")]

    @classmethod
    def from_db(cls, *args: Any, **more: Any) -> JobRecord:
        """A row as what it is, also where all kinds were asked for."""
        row = super().from_db(*args, **more)
        if cls is JobRecord:
            row.__class__ = ROWS[row.kind_name]
        return row

    def save(self, *args: Any, **more: Any) -> None:
        self.kind_name = self.kind.name
        super().save(*args, **more)


class Dimension(JobRecord):
    kind = records.DIMENSION

    class Meta:
        proxy = True


class Load(JobRecord):
    kind = records.LOAD

    class Meta:
        proxy = True


class Member(JobRecord):
    kind = records.MEMBER

    class Meta:
        proxy = True


class Structure(JobRecord):
    kind = records.STRUCTURE

    class Meta:
        proxy = True


class Plate(JobRecord):
    """A flat plate that is sized."""

    kind = records.PLATE

    class Meta:
        proxy = True


class FreeJoint(JobRecord):
    """A joint that is sized without a frame around it."""

    kind = records.JOINT

    class Meta:
        proxy = True


class Profile(JobRecord):
    """A section of the job's own."""

    kind = records.PROFILE

    class Meta:
        proxy = True


class Part(JobRecord):
    kind = records.PART

    class Meta:
        proxy = True


class Assembly(JobRecord):
    """Parts as they are put together."""

    kind = records.ASSEMBLY

    class Meta:
        proxy = True


class LoadTest(JobRecord):
    """A test with dead weights."""

    kind = records.LOAD_TEST

    class Meta:
        proxy = True


class Note(JobRecord):
    """A line of the log."""

    kind = records.NOTE

    class Meta:
        proxy = True


class Comment(JobRecord):
    """A remark of a second pair of eyes."""

    kind = records.COMMENT

    class Meta:
        proxy = True


class Signature(JobRecord):
    """A checker's signature."""

    kind = records.SIGNATURE

    class Meta:
        proxy = True


class Release(JobRecord):
    """A release with the job as it stood."""

    kind = records.RELEASE

    class Meta:
        proxy = True


class CutBar(JobRecord):
    """A bar that was cut, by whom and when."""

    kind = records.CUT_BAR

    class Meta:
        proxy = True


class CutSheet(JobRecord):
    """A sheet that was cut, by whom and when."""

    kind = records.CUT_SHEET

    class Meta:
        proxy = True


class KeptPlan(JobRecord):
    """Bars of a profile as they were meant when work began."""

    kind = records.KEPT_PLAN

    class Meta:
        proxy = True


ROWS: dict[str, type[JobRecord]] = {
    m.kind.name: m
    for m in (
        Dimension, Load, Profile, Member, Structure, Plate, FreeJoint, Part, Assembly, LoadTest, CutBar, CutSheet,
        KeptPlan, Note, Comment, Signature, Release,
    )
}  # fmt: skip
"""The rows of each kind."""
