"""Jobs and their records."""

from django.apps import AppConfig


class Config(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "yorvek.server.jobs"
    label = "jobs"
