"""Shops and their people."""

from django.apps import AppConfig


class Config(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "yorvek.server.accounts"
    label = "accounts"
