"""Sheet plans made in the worker."""

from django.apps import AppConfig


class Config(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "yorvek.server.cutting"
    label = "cutting"
