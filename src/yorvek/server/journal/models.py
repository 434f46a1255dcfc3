"""Every change, with the rows it touched before and after: the history, and what undo puts back."""

from typing import ClassVar

from django.conf import settings
from django.db import models

KEY_LENGTH = 80


class Way(models.TextChoices):
    """Whether an edit was done, undoes another, or does again what was undone."""

    DONE = "done"
    UNDONE = "undone"
    AGAIN = "again"


class Edit(models.Model):
    """One thing somebody did, over all the rows it touched."""

    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    job_id = models.BigIntegerField(null=True, db_index=True)
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    at = models.DateTimeField(auto_now_add=True, db_index=True)
    title = models.CharField(max_length=200)
    way = models.CharField(max_length=6, choices=Way.choices, default=Way.DONE)
    ripple = models.JSONField(null=True)
    undoes = models.OneToOneField("self", on_delete=models.SET_NULL, null=True, related_name="undone_by")
    key = models.CharField(max_length=KEY_LENGTH, null=True)
    """By which whoever asked knows it again: asked twice, it is done once."""

    class Meta:
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(fields=["user", "key"], name="journal_asked_once")
        ]

    def __str__(self) -> str:
        return self.title


class RowChange(models.Model):
    """A row before and after; `before` is empty for a new row, `after` for one taken away."""

    edit = models.ForeignKey(Edit, on_delete=models.CASCADE, related_name="rows")
    table = models.CharField(max_length=20)
    row_id = models.BigIntegerField()
    before = models.JSONField(null=True)
    after = models.JSONField(null=True)

    class Meta:
        indexes = [models.Index(fields=["table", "row_id"])]

    def __str__(self) -> str:
        return f"{self.table} {self.row_id}"
