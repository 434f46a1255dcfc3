"""What all records share: a spec of the core's own model as JSON, and a version that counts its changes."""

from __future__ import annotations

from typing import Any, ClassVar, cast

from django.db import models

from yorvek.core.model import Model


class Record(models.Model):
    """A row whose content is one of the core's models."""

    spec_model: ClassVar[type[Model]]
    table: ClassVar[str]
    owner_field: ClassVar[str]

    version = models.PositiveIntegerField(default=1)
    data = models.JSONField()

    class Meta:
        abstract = True

    @property
    def spec(self) -> Any:
        """The content, typed."""
        return self.spec_model.model_validate(self.data)

    @property
    def owner_id(self) -> int:
        return cast(int, getattr(self, f"{self.owner_field}_id"))

    def snapshot(self) -> dict[str, Any]:
        """The row as the journal keeps it."""
        return {"owner": self.owner_id, "version": self.version, "data": self.data}


def dumped(spec: Model) -> dict[str, Any]:
    """A spec as it is stored."""
    return spec.model_dump(mode="json", exclude_none=True)
