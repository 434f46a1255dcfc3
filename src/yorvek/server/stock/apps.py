"""The stock book of a shop."""

from django.apps import AppConfig


class Config(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "yorvek.server.stock"
    label = "stock"
