"""The commands' own app: they stand above everything they call."""

from django.apps import AppConfig


class ToolsConfig(AppConfig):
    name = "yorvek.server.tools"
    default_auto_field = "django.db.models.BigAutoField"
