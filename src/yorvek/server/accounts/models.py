"""A shop is closed to others; its people have a role."""

from dataclasses import dataclass

from django.contrib.auth.models import AbstractUser
from django.db import models


class Shop(models.Model):
    """A shop: everything belongs to one."""

    name = models.CharField(max_length=80)
    created = models.DateTimeField(auto_now_add=True)
    stock_version = models.PositiveIntegerField(default=1)
    """Counts the changes of the stock book: what was planned with another one is worked out anew."""

    def __str__(self) -> str:
        return self.name


class User(AbstractUser):
    """Somebody of a shop."""

    class Role(models.TextChoices):
        OWNER = "owner"
        FABRICATOR = "fabricator"
        CHECKER = "checker"

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, null=True)
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.OWNER)

    @property
    def may_write(self) -> bool:
        """A checker reads and comments."""
        return self.role in (self.Role.OWNER, self.Role.FABRICATOR)


@dataclass(frozen=True)
class Guest:
    """Somebody who has a link into a shop, under the name they give."""

    shop: Shop
    name: str


class Failure(models.Model):
    """A wrong password: whose, or from where."""

    bucket = models.CharField(max_length=200, db_index=True)
    at = models.DateTimeField(db_index=True)

    def __str__(self) -> str:
        return f"{self.bucket} {self.at:%H:%M:%S}"
