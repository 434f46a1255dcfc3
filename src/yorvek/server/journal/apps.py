"""Who changed what: history, undo, conflicts."""

from django.apps import AppConfig


class Config(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "yorvek.server.journal"
    label = "journal"
