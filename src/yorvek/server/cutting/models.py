"""Sheet plans: asked for, worked on, finished once."""

from django.conf import settings
from django.db import models


class Plan(models.Model):
    """A sheet plan of one thickness in one material. It is finished exactly once, by whoever holds its token."""

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    job = models.ForeignKey("jobs.Job", on_delete=models.CASCADE)
    key = models.CharField(max_length=120)
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING, db_index=True)
    seconds = models.FloatField(default=10.0)
    seed = models.PositiveIntegerField(default=1)
    problem = models.JSONField()
    problem_hash = models.CharField(max_length=64)
    result = models.JSONField(null=True)
    results_stored = models.PositiveIntegerField(default=0)
    progress = models.FloatField(default=0.0)
    early = models.JSONField(null=True)
    message = models.CharField(max_length=300, default="")
    cancel_asked = models.BooleanField(default=False)
    token = models.CharField(max_length=32, default="")
    beat = models.DateTimeField(null=True)
    asked_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    title = models.CharField(max_length=80, default="")
    based_on = models.ForeignKey("self", on_delete=models.SET_NULL, null=True)
    locked = models.JSONField(null=True)
    """Numbers of the placements of `based_on` that stay where they are."""
    picked = models.DateTimeField(null=True)
    """When somebody chose it among the variants."""
    asked = models.DateTimeField(auto_now_add=True)
    finished = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-id"]

    def __str__(self) -> str:
        return f"plan {self.pk} of {self.key}"


class Beat(models.Model):
    """A worker that lives, and when it said so last."""

    name = models.CharField(max_length=80, unique=True)
    at = models.DateTimeField(db_index=True)

    def __str__(self) -> str:
        return f"{self.name} {self.at:%H:%M:%S}"
